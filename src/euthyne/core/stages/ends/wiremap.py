"""The wire map: which core lands in which cavity at each end."""

from collections.abc import Callable

from euthyne.core.lead import Ends, Joint
from euthyne.core.shelf.part import Part


def by_function(a: Part, b: Part, cores: tuple[str, ...]) -> tuple[Joint, ...]:
    """The usual map: each core to the cavity of its own function at both ends, a shield at the
    supply end only.
    """
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
    """Every pair of points that must sound on a continuity meter, as ``{"A.L", "B.L"}``; joined
    cores count through.
    """
    groups: list[set[str]] = []
    for joint in mapped:
        points = {f"{end}.{mark}" for end, mark in (("A", joint.a), ("B", joint.b)) if mark}
        touching = [g for g in groups if g & points]
        groups = [g for g in groups if not g & points] + [points.union(*touching)]
    return frozenset(frozenset((p, q)) for g in groups for p in g for q in g if p < q)


def points(a: Part, b: Part) -> tuple[str, ...]:
    """Every point a probe can touch, end A first."""
    return (*(f"A.{m}" for m in a.marks), *(f"B.{m}" for m in b.marks))
