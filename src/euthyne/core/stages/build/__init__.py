"""Build: parts, events and steps."""
