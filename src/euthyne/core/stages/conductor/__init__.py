"""Conductor: which size carries it, what guards it, how warm it gets."""
