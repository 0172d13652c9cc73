"""Reference tables: each read once, each row with the standard or maker's sheet it comes from."""
