"""The days of a bench: who is there when, what is done in which order, what will be late and why."""
