"""Euthyne: from a brief to a proven, tagged and recorded power lead."""

__version__ = "0.2.0"
