"""Instruments of a bench: what each one reads, as a small interface, and a stand-in for each that ships,
clipped to a simulated copy of a lead.
"""
