"""Checks of the Ends."""
