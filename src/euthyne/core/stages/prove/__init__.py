"""Prove: looks, grid, readings and their verdicts."""
