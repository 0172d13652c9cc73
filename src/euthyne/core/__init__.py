"""The trade itself: pure computation, in SI units named in each identifier. Nothing here rounds."""
