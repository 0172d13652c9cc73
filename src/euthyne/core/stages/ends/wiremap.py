"""The wire map: which core lands in which cavity at each end, and in what colour."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

from euthyne.core.lead import CoreTint, Ends, Joint
from euthyne.core.shelf.part import Part
from euthyne.core.trade.corewords import function_of
from euthyne.data.schema import check_keys
from euthyne.data.tables import toml


@dataclass(frozen=True)
class Scheme:
    """A core-colour scheme: the colour of each function, where it is written down, and where it is met with."""

    name: str
    colours: dict[str, str]
    source: str
    order: tuple[str, ...] = ()
    words: str = ""


@cache
def schemes() -> dict[str, Scheme]:
    """Every colour scheme by name. Raises: TableError for a key that nothing reads."""
    found = {}
    for name, t in toml("core-colours.toml").items():
        check_keys(f"core-colours.toml, {name}", t, ("source", "colours"), ("order", "words"))
        found[name] = Scheme(
            name, t["colours"], t["source"], tuple(t.get("order", ())), t.get("words", "")
        )
    return found


def schemes_for(cores: tuple[str, ...]) -> tuple[Scheme, ...]:
    """The schemes that give every core a colour, by its function or by its number."""
    named = {c for c in cores if c != "S" and not c.lstrip("T").isdigit()}
    numbered = any(c.lstrip("T").isdigit() for c in cores)
    return tuple(
        s for s in schemes().values() if named <= set(s.colours) and (s.order or not numbered)
    )


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


@dataclass(frozen=True)
class Colours:
    """The colours of a lead's cores: its scheme's, those set one by one, and which cores there are to tell apart."""

    scheme: str
    tints: tuple[CoreTint, ...]
    cores: tuple[str, ...]

    def of(self, core: str) -> str:
        """The colour of a core.

        >>> Colours("iec", (CoreTint("L", "white"),), ("L", "N")).of("L")
        'white'
        """
        own = next((t.colour for t in self.tints if t.core == core), None)
        return own or colour(self.scheme, core)

    def called(self, core: str) -> str:
        """The colour as it is said at the bench; of two alike, with what is printed on the core or tied to it.

        >>> Colours("numbered", (), ("1", "2")).called("2")
        'black number 2'
        """
        tint = self.of(core)
        alike = [c for c in self.cores if self.of(c) == tint]
        if len(alike) < 2:
            return tint
        return f"{tint} number {core if core.isdigit() else self.cores.index(core) + 1}"


def false_friends(
    cable: str, leaflet: str, cores: tuple[str, ...]
) -> tuple[tuple[str, str, str], ...]:
    """Colours that mean one core on the cable and another on the plug's leaflet.

    Returns: (colour, what it is on the cable, what the leaflet takes it for), one for each such colour.
    """
    there = {colour(leaflet, core): core for core in cores}
    pairs = [(colour(cable, core), core) for core in cores]
    return tuple(
        (tint, function_of(core), function_of(there[tint]))
        for tint, core in pairs
        if tint in there and function_of(there[tint]) != function_of(core)
    )


def by_function(a: Part, b: Part, cores: tuple[str, ...]) -> tuple[Joint, ...]:
    """The usual map: each core to the cavity of its own function at both ends, a shield at the supply end only."""
    return tuple(
        Joint(
            c,
            c if c in a.marks else None,
            c if c in b.marks and not (c == "S" and c in a.marks) else None,
        )
        for c in cores
    )


def straight_through(a: Part, b: Part, cores: tuple[str, ...]) -> tuple[Joint, ...]:
    """Each core to the same position at both ends, counted as the faces count their cavities."""
    return _paired(a, b, cores, lambda i, n: i)


def crossed(a: Part, b: Part, cores: tuple[str, ...]) -> tuple[Joint, ...]:
    """Positions run the other way at the far end: the first core lands in the last cavity."""
    return _paired(a, b, cores, lambda i, n: n - 1 - i)


def shifted(a: Part, b: Part, cores: tuple[str, ...]) -> tuple[Joint, ...]:
    """Positions move on by one at the far end, the last coming round to the first."""
    return _paired(a, b, cores, lambda i, n: (i + 1) % n)


def _paired(
    a: Part, b: Part, cores: tuple[str, ...], place: Callable[[int, int], int]
) -> tuple[Joint, ...]:
    counted = [c for c in cores if c not in ("E", "S")]
    places = [[m for m in p.marks if m not in ("E", "S")] for p in (a, b)]
    n = min(len(counted), len(places[0]), len(places[1]))
    landed = {c: Joint(c, places[0][i], places[1][place(i, n)]) for i, c in enumerate(counted[:n])}
    return tuple(
        landed.get(j.core, j if j.core in ("E", "S") else Joint(j.core, None, None))
        for j in by_function(a, b, cores)
    )


STARTING_MAPS = {
    "function": ("By function", by_function),
    "straight": ("Straight through", straight_through),
    "crossed": ("Crossed", crossed),
    "shifted": ("Shifted by one", shifted),
}


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
