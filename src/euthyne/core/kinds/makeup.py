"""What cores a lead has, by function: a kind names the way its cores are counted."""

from euthyne.core.lead import Brief
from euthyne.core.shelf.part import Part
from euthyne.core.trade.fault import Fault, Refused

LINES = {"ac-single": ("L",), "ac-split": ("L1", "L2"), "ac-three": ("L1", "L2", "L3")}


def lines_and_earth(brief: Brief, a: Part, b: Part) -> tuple[str, ...]:
    """The lines of the system, the neutral where a coupler has one, and the earth where it is asked
    for.

    Single phase between couplers that know two lines only runs on two lines. Raises: Refused on
    direct current.
    """
    if brief.system == "dc":
        raise Refused(Fault("brief.system", "direct current has no lines", "a system of mains"))
    two_hots = brief.system == "ac-single" and "L1" in a.marks and "L" not in a.marks
    if two_hots:
        lines = LINES["ac-split"]
    else:
        lines = LINES[brief.system]
    cores = list(lines)
    if "N" in a.marks or "N" in b.marks:
        cores.append("N")
    if brief.earthed:
        cores.append("E")
    return tuple(cores)


def poles_and_taps(brief: Brief, a: Part, b: Part) -> tuple[str, ...]:
    """Plus and minus, or the one pole that is lengthened; a tap for each cell joint and both pack
    ends.
    """
    if brief.taps and brief.cells:
        taps = range(brief.cells + 1)
    else:
        taps = range(0)
    return (*("+", "-")[: brief.poles], *(f"T{i}" for i in taps))


def numbered(brief: Brief, a: Part, b: Part) -> tuple[str, ...]:
    """Cores by their number, and the shield where there is one."""
    cores = [str(n) for n in range(1, (brief.ways or 0) + 1)]
    if brief.shield:
        cores.append("S")
    return tuple(cores)
