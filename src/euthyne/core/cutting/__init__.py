"""Which piece of cable each length is cut from."""
