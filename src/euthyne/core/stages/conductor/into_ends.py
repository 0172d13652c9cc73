"""Whether a size goes into the ends that are known: its copper into their terminals, lugs and
barrels, its sheath into their grips.
"""

from euthyne.core.assembly.records import POWER, Fitting
from euthyne.core.shelf.part import Part
from euthyne.core.stages.given import Given
from euthyne.core.trade.barrel import lug_for
from euthyne.core.trade.cable import CableType, Diameter, cable_types, make_up, outside_diameter
from euthyne.core.trade.die import FILL_LEAST, filled
from euthyne.core.trade.wire import Size

GAUGE_GIVE = 0.005  # a range rounded from a gauge takes that gauge: 13.3 mm2 is 6 AWG
OWN_SIZE = (
    1.02  # a lug marked with the conductor's own size is its maker's answer, whatever its bore
)


def goes_into_ends(given: Given, size: Size) -> bool:
    """True where a size of the power's cable goes into every end that is made here.

    Parameters: given; size. What was there before is not asked.
    """
    return all(_takes(given, fitting, size) for fitting in given.assembly.fittings)


def _takes(given: Given, fitting: Fitting, size: Size) -> bool:
    part = given.parts[fitting.id]
    power = {cable.id for cable in given.assembly.of_circuit(POWER)}
    landed = [x for x in given.assembly.landings if x.fitting == fitting.id]
    if fitting.existing or not any(x.at.cable in power for x in landed):
        return True
    marks = [x.cavity for x in landed]
    together = max(marks.count(mark) for mark in marks)
    return takes_copper(part, size, together) and _grips(given, fitting, part, size)


def takes_copper(part: Part, size: Size, together: int = 1) -> bool:
    """True where a terminal clamps so many conductors of a size, and a lug is made for it."""
    low, high = part.terminal_mm2
    area = size.cross_section_mm2
    if not low * (1 - GAUGE_GIVE) <= area <= together * area <= high * (1 + GAUGE_GIVE):
        return False
    return not part.lug_by_size or lug_share(size) >= FILL_LEAST


def lug_share(size: Size) -> float:
    """How far a size fills the lug that is made for it, 1 where it is its very own; 0 where there is
    none.
    """
    area = size.cross_section_mm2
    lug = lug_for(area)
    if lug is None:
        return 0.0
    if lug.size_mm2 <= area * OWN_SIZE:
        return 1.0
    return filled(lug.bore_mm, area)


def _grips(given: Given, fitting: Fitting, part: Part, size: Size) -> bool:
    """True where the grip of a part may hold the sheath of a cable of a size; what is not listed is
    left to be measured.
    """
    kind = cable_types()[given.lead.conductor.cable_type]
    if part.takes_cores_alone(kind.cord) or not (part.grips or fitting.place is not None):
        return True
    cord = _diameter(given, kind, size)
    return cord is None or (cord.low_mm <= part.grip_mm[1] and part.grip_mm[0] <= cord.high_mm)


def _diameter(given: Given, kind: CableType, size: Size) -> Diameter | None:
    measured = given.lead.conductor.measured_od_mm
    if measured is not None:
        return Diameter(measured, measured, "measured")
    cores = [core.id for core in given.assembly.of_circuit(POWER)[0].cores]
    count = len([core for core in cores if core != "S"])
    return outside_diameter(kind.name, make_up(count, "E" in cores, size.name))
