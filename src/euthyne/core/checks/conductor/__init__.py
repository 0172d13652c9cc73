"""Checks of the Conductor."""
