"""Stores: what lies there, what a lead needs of it, what is laid out for it."""
