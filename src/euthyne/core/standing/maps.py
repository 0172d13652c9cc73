"""The presses that begin a wire map again: each is tried, and one that would leave a core out, join two
functions or cross a pole is not offered.
"""

from functools import lru_cache

from euthyne.core.assembly.joints import STARTING_MAPS, mapped
from euthyne.core.assembly.records import WireCourse
from euthyne.core.checks import CHECKS
from euthyne.core.kinds.assembling import wired_anew
from euthyne.core.lead import Lead
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan, plan_of

OF_THE_MAP = frozenset({5, 6, 7, 10, 20})  # the laws that a map can break
BY_FUNCTION = "function"


@lru_cache(maxsize=256)
def offered_maps(lead: Lead) -> dict[str, tuple[str, tuple[WireCourse, ...]]]:
    """The usual maps of a lead that break no law it keeps.

    Parameters: lead. Returns: by the name of each press its words and the wires it sets.
    """
    there = plan_of(lead).given.map
    broken = _broken(plan_of(lead))
    found = {}
    for name, (words, make) in STARTING_MAPS.items():
        if name == BY_FUNCTION:
            wires = wired_anew(lead)
        else:
            wires = there.wires(mapped(there, make))
        stops = _broken(plan_of(with_value(lead, "wires", wires)))
        # By function one begins anew: other contacts may be named then, and no other law broken.
        anew = name == BY_FUNCTION and _laws(stops) <= _laws(broken)
        if stops.keys() <= broken.keys() or anew:
            found[name] = (words, wires)
    return found


def _broken(plan: Plan) -> dict[str, frozenset[int]]:
    """The stops of the laws that a map can break, each with those it holds."""
    current = "AC" if plan.mains else "DC"
    watching = (c for c in CHECKS if OF_THE_MAP & set(c.laws) and c.on in (None, current))
    return {
        f.key: OF_THE_MAP & frozenset(check.laws)
        for check in watching
        for f in check(plan)
        if f.level == "stop"
    }


def _laws(stops: dict[str, frozenset[int]]) -> frozenset[int]:
    return frozenset().union(*stops.values())
