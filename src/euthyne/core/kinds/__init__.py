"""The kinds of lead: one file a kind, found by looking into this folder; nothing else in the
program names one.
"""

from dataclasses import replace
from importlib import import_module
from pkgutil import iter_modules

from euthyne.core.kinds.kind import (
    Caution,
    Kind,
    KindFamily,
    QuestionGroup,
    Start,
    Trait,
    faults_in,
)
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import Measures
from euthyne.core.trade.wire import awg, size_named

__all__ = [
    "KINDS",
    "Caution",
    "Kind",
    "KindFamily",
    "QuestionGroup",
    "Start",
    "Trait",
    "kind_named",
    "starts",
]

BOUGHT_BY_GAUGE = ("22", "20", "18", "16", "14", "12", "10", "8", "6", "4", "2", "1", "1/0")
SHARED = ("kind", "asked", "makeup", "ways", "plainwords", "cautions", "beginning", "assembling")


def _found() -> dict[str, Kind]:
    """Every kind by its name, family by family.

    Raises: ImportError for a file that holds none, or half of one.
    """
    kinds = []
    for module in iter_modules(__path__):
        if module.name in SHARED:
            continue
        kind = getattr(import_module(f"{__name__}.{module.name}"), "KIND", None)
        if not isinstance(kind, Kind):
            raise ImportError(f"kinds/{module.name}.py holds no KIND")
        if faults := faults_in(kind):
            raise ImportError(f"kinds/{module.name}.py: {faults[0]}")
        kinds.append(kind)
    order = list(KindFamily)
    kinds.sort(key=lambda kind: (order.index(kind.family), kind.name))
    by_id = {kind.id: kind for kind in kinds}
    ids = [start.id for kind in kinds for start in kind.starts]
    if len(by_id) < len(kinds) or len(set(ids)) < len(ids):
        raise ImportError("two kinds, or two starts, have one name")
    return by_id


def gauge_near(size: str) -> str:
    """The gauge nearest to a size by area.

    >>> gauge_near("1.5 mm2")
    '16 AWG'
    """
    area = size_named(size).cross_section_mm2
    known = (awg(label) for label in BOUGHT_BY_GAUGE)
    return min(known, key=lambda one: abs(one.cross_section_mm2 - area)).name


KINDS = _found()


def kind_named(name: str, field: str = "kind") -> Kind:
    """A kind by its name. Raises: Refused when there is no such kind."""
    if name not in KINDS:
        known = ", ".join(KINDS)
        raise Refused(Fault(field, f"there is no kind of lead called {name!r}", f"one of: {known}"))
    return KINDS[name]


def starts(measures: Measures = "metric") -> tuple[tuple[Kind, Start], ...]:
    """Every point to begin at, with its kind; for a bench in gauge and feet those of North America
    first, and direct current in gauge.
    """
    found = tuple((kind, start) for kind in KINDS.values() for start in kind.starts)
    if measures == "metric":
        return found
    told = ((kind, _in_gauge(start)) for kind, start in found)
    return tuple(sorted(told, key=lambda pair: pair[1].conductor.unit != "AWG"))


def _in_gauge(start: Start) -> Start:
    """A start made of what is bought by gauge; those of the mains say by their plugs what they are of."""
    if start.brief.system != "dc":
        return start
    cable = start.gauge_cable or start.conductor.cable_type
    if cable_types()[cable].screened:
        return start  # signal cable is sold in mm2 there too
    size = gauge_near(start.conductor.size) if start.conductor.size else None
    conductor = replace(start.conductor, cable_type=cable, unit="AWG", size=size)
    a, b = start.gauge_part or start.a, start.gauge_part or start.b
    return replace(start, conductor=conductor, a=a, b=b, brief=start.gauge_brief or start.brief)
