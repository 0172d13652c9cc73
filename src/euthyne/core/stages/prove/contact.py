"""What a sound contact may add to a conductor: one function for every line that crosses one."""

import math

from euthyne.core.stages.prove.limits import proof_limits


def contact_ohm(amps: float, own_ohm: float = math.inf) -> float:
    """The most a sound contact or pressed joint adds, in ohm.

    Parameters: amps, what heats it at its rating (the heating amps of a duty); own_ohm, its part's
    own figure, from its sheet.
    Returns: the smallest of its own figure, 20 milliohm, what drops 100 mV, and what burns 2.5 W.
    Source: good practice, generic; proof-limits.toml.

    >>> [round(contact_ohm(amps) * 1000, 2) for amps in (0.5, 10, 16, 25, 32, 50, 63, 200)]
    [20.0, 10.0, 6.25, 4.0, 2.44, 1.0, 0.63, 0.06]
    """
    told = proof_limits().contacts
    amps = max(amps, 1e-6)
    return float(min(own_ohm, told.most_ohm, told.most_volts / amps, told.most_watts / amps**2))


def part_ohm(which: str) -> float:
    """What a kind of contact adds by itself, in ohm: a way, a tap, a heavy or solar coupler; endless
    where its kind says nothing. Source: proof-limits.toml.
    """
    return proof_limits().contacts.end_ohm.get(which, math.inf)
