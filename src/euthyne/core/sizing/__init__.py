"""The sizing contract: a brief in, every size with its verdict out."""
