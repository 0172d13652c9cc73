"""A build as acts of two hands: what each does to the cable, when it can be done, and the walk over all."""
