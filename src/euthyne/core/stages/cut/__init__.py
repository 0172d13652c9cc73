"""Cut: lengths and strips."""
