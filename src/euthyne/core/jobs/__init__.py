"""What somebody asked for: its leads, what they need together, what each is cut from."""
