"""The order contract: a build in, its best order out, or the way back."""
