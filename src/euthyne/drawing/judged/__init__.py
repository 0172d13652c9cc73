"""Good and bad of every way a core is ended: one file a termination, and one for what is done round
them.
"""
