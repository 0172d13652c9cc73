"""Ends: the wire map."""
