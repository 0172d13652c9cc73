"""Wiring faults: what should join, what was heard, the fewest mistakes that explain it, the probes
that prove it.
"""
