"""Checks of the Brief."""
