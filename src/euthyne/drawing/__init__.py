"""Drawings: core objects in, SVG text out. No number is invented here."""
