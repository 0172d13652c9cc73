"""The wire map: which core lands in which cavity at each end, and in what colour."""

from dataclasses import dataclass
from functools import cache

from euthyne.core.lead import Brief, Ends, Joint
from euthyne.core.part import Part
from euthyne.data.tables import toml

FUNCTIONS = {"L": "live", "N": "neutral", "E": "earth", "+": "plus", "-": "minus", "S": "shield"}
LINES = {"ac-single": ("L",), "ac-split": ("L1", "L2"), "ac-three": ("L1", "L2", "L3"), "dc": ()}


@dataclass(frozen=True)
class Scheme:
    """A core-colour scheme: the colour of each function, and where it is written down."""

    name: str
    colours: dict[str, str]
    source: str
    order: tuple[str, ...] = ()


@cache
def schemes() -> dict[str, Scheme]:
    """Every colour scheme by name."""
    return {
        name: Scheme(name, t["colours"], t["source"], tuple(t.get("order", ())))
        for name, t in toml("core-colours.toml").items()
    }


def mains_schemes() -> tuple[Scheme, ...]:
    """The schemes that name live, neutral and earth."""
    return tuple(s for s in schemes().values() if {"L", "N", "E"} <= set(s.colours))


def function_of(core: str) -> str:
    """What a core is for, in words: live, line 2, balance tap 3, number 7."""
    if core in FUNCTIONS:
        return FUNCTIONS[core]
    kind = {"L": "line", "T": "balance tap"}.get(core[:1])
    return f"{kind} {core[1:]}" if kind else f"number {core}"


def cores_of(brief: Brief, a: Part, b: Part) -> tuple[str, ...]:
    """The cores of a lead by function.

    Numbered where it has ways, with its shield; plus and minus on dc, with a tap for each cell joint and both pack
    ends; on ac its lines, the neutral where the couplers have one, and the earth.
    """
    if brief.ways is not None:
        return (*map(str, range(1, brief.ways + 1)), *(["S"] if brief.shield else []))
    if brief.system == "dc":
        taps = [f"T{i}" for i in range(brief.cells + 1)] if brief.taps and brief.cells else []
        return (*("+", "-")[: brief.poles], *taps)
    two_hots = brief.system == "ac-single" and "L1" in a.marks and "L" not in a.marks
    lines = ("L1", "L2") if two_hots else LINES[brief.system]
    neutral = ("N",) if "N" in a.marks or "N" in b.marks else ()
    return (*lines, *neutral, *(["E"] if brief.earthed else []))


def colour(scheme: str, core: str) -> str:
    """The colour of a core by its function; numbered cores and balance taps go round the scheme's list."""
    colours = schemes()[scheme].colours
    if core in colours:
        return colours[core]
    order = schemes()[scheme].order
    if core == "S" or not order or not core.strip("LT").isdigit():
        return "bare" if core == "S" else colours.get("L", "grey")
    place = int(core.strip("LT")) - (0 if core.startswith("T") else 1)
    return order[place % len(order)]


def by_function(a: Part, b: Part, cores: tuple[str, ...]) -> tuple[Joint, ...]:
    """The usual map: each core to the cavity of its own function at both ends."""
    return tuple(Joint(c, c if c in a.marks else None, c if c in b.marks else None) for c in cores)


def joints(ends: Ends, a: Part, b: Part, cores: tuple[str, ...]) -> tuple[Joint, ...]:
    """The map as it stands: the builder's own, or by function where none was set."""
    return ends.joints or by_function(a, b, cores)


def connected(mapped: tuple[Joint, ...]) -> frozenset[frozenset[str]]:
    """Every pair of points that must sound on a continuity meter, as ``{"A.L", "B.L"}``; joined cores count through."""
    groups: list[set[str]] = []
    for joint in mapped:
        points = {f"{end}.{mark}" for end, mark in (("A", joint.a), ("B", joint.b)) if mark}
        touching = [g for g in groups if g & points]
        groups = [g for g in groups if not g & points] + [points.union(*touching)]
    return frozenset(frozenset((p, q)) for g in groups for p in g for q in g if p < q)


def points(a: Part, b: Part) -> tuple[str, ...]:
    """Every point a probe can touch, end A first."""
    return (*(f"A.{m}" for m in a.marks), *(f"B.{m}" for m in b.marks))
