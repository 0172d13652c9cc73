"""The wire map: which core lands in which cavity at each end, and in what colour."""

from dataclasses import dataclass
from functools import cache

from euthyne.core.lead import Ends, Joint
from euthyne.core.part import Part
from euthyne.data.tables import toml

FUNCTIONS = {"L": "live", "N": "neutral", "E": "earth", "+": "plus", "-": "minus"}


@dataclass(frozen=True)
class Scheme:
    """A core-colour scheme: the colour of each function, and where it is written down."""

    name: str
    colours: dict[str, str]
    source: str


@cache
def schemes() -> dict[str, Scheme]:
    """Every colour scheme by name."""
    return {name: Scheme(name, t["colours"], t["source"]) for name, t in toml("core-colours.toml").items()}


def mains_schemes() -> tuple[Scheme, ...]:
    """The schemes that name live, neutral and earth."""
    return tuple(s for s in schemes().values() if {"L", "N", "E"} <= set(s.colours))


def cores_of(earthed: bool, system: str = "ac-single", poles: int = 2) -> tuple[str, ...]:
    """The cores of a lead by function: live, neutral and earth on mains; plus and minus, or one pole, on dc."""
    if system == "dc":
        return ("+", "-")[:poles]
    return ("L", "N", "E") if earthed else ("L", "N")


def colour(scheme: str, core: str) -> str:
    """The colour of a core by its function."""
    return schemes()[scheme].colours.get(core, "grey")


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
