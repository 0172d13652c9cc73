"""Who may do what on a bench that several people share, and what a passphrase or a PIN has to be."""
