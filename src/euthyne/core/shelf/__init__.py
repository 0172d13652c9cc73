"""Parts, their faces, how each is terminated and pulled."""
