"""Where leads are kept: one SQLite file, every accepted action on disk before the answer goes out."""
