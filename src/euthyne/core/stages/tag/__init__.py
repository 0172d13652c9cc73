"""Tag: the label and the seal."""
