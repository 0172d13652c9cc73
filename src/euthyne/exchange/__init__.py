"""Open formats out and in: JSON documents, labels, PDF."""
