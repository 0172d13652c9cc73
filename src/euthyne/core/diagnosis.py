"""Naming the fault: from the grid that was read and the grid that should be."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import combinations, permutations

from euthyne.core.lead import Probe
from euthyne.core.wiremap import function_of

Pair = frozenset[str]
END_WORDS = {"A": "the supply end", "B": "the load end"}


@dataclass(frozen=True)
class Diagnosis:
    """One explanation of a grid: its name, a sentence, where to look, how many mistakes it needs."""

    fault: str
    sentence: str
    look: str
    mistakes: int


@dataclass(frozen=True)
class Grid:
    """The grid against the plan: pairs not probed yet, missing (should sound), extra (should not)."""

    unprobed: tuple[Pair, ...]
    missing: tuple[Pair, ...]
    extra: tuple[Pair, ...]

    @property
    def agrees(self) -> bool:
        """True when every pair was probed and all of them are as planned."""
        return not (self.unprobed or self.missing or self.extra)


def all_pairs(points: tuple[str, ...]) -> tuple[Pair, ...]:
    """Every pair of points, within an end and across."""
    return tuple(frozenset(p) for p in combinations(points, 2))


def read_grid(points: tuple[str, ...], wanted: Iterable[Pair], probes: Iterable[Probe]) -> Grid:
    """Compare what sounded with what should.

    Parameters: points, named end.cavity; wanted pairs; probes taken. Returns: Grid.
    """
    should = set(wanted)
    heard: dict[Pair, bool] = {frozenset((p.one, p.other)): p.sounds for p in probes}
    pairs = all_pairs(points)
    return Grid(
        tuple(p for p in pairs if p not in heard),
        tuple(p for p in pairs if p in should and heard.get(p) is False),
        tuple(p for p in pairs if p not in should and heard.get(p) is True),
    )


def diagnose(points: tuple[str, ...], wanted: Iterable[Pair], probes: Iterable[Probe]) -> tuple[Diagnosis, ...]:
    """Explain a grid that is not as planned, the explanation that needs the fewest mistakes first.

    A grid that is only partly probed is explained as far as it goes.
    Complexity: one pass over the permutations of the far end's cavities; single-phase leads have six.
    """
    probes = tuple(probes)
    grid = read_grid(points, wanted, probes)
    if not grid.missing and not grid.extra:
        return ()
    heard = {frozenset((p.one, p.other)): p.sounds for p in probes}
    swaps = _swaps(points, set(wanted), heard) if grid.extra else []
    found = [*_neutral_earth(heard), *swaps, *_opens(grid), *_shorts(grid)]
    return tuple(sorted(found, key=lambda d: d.mistakes)) or (_unexplained(grid),)


def _unexplained(grid: Grid) -> Diagnosis:
    pair, said = (grid.extra[0], "sound together and should not") if grid.extra else (grid.missing[0], "should sound")
    words = " and ".join(f"{x[2:]} at {END_WORDS[x[0]]}" for x in sorted(pair))
    return Diagnosis(
        "not as the map",
        f"{words} {said}.",
        "No single mistake explains it. Check that the right face was read, then open both ends.",
        9,
    )


def _neutral_earth(heard: dict[Pair, bool]) -> list[Diagnosis]:
    joined = [
        p for p in heard if heard[p] and {x.split(".")[1] for x in p} == {"N", "E"} and len({x[0] for x in p}) == 1
    ]
    if not joined:
        return []
    end = min(min(p)[0] for p in joined)
    return [
        Diagnosis(
            "neutral joined to earth",
            f"Neutral and earth sound together at {END_WORDS[end]}. They are never joined in a lead.",
            f"{END_WORDS[end].capitalize()}: a strand across, or both cores in one terminal.",
            1,
        )
    ]


def _swaps(points: tuple[str, ...], wanted: set[Pair], heard: dict[Pair, bool]) -> list[Diagnosis]:
    """The far end's cavities read in another order: crossed, or moved on by one."""
    near = {p.split(".")[1] for p in points if p.startswith("A.")}
    far = [p.split(".")[1] for p in points if p.startswith("B.")]
    orders = sorted(permutations(far), key=lambda order: sum(m != n for m, n in zip(far, order, strict=True)))
    for shuffled in orders:
        moved = {m: n for m, n in zip(far, shuffled, strict=True) if m != n}
        sounding = {_moved(pair, moved) for pair in wanted}
        if moved and all((pair in sounding) == sounds for pair, sounds in heard.items()):
            return [_swap_words(moved, len(near))]
    return []


def _moved(pair: Pair, moved: Mapping[str, str]) -> Pair:
    return frozenset(f"B.{moved.get(x.split('.')[1], x.split('.')[1])}" if x.startswith("B.") else x for x in pair)


def _swap_words(moved: Mapping[str, str], ways: int) -> Diagnosis:
    names = [function_of(m) for m in moved]
    if len(moved) == 2:
        first = next(iter(moved))
        mirrored = " If every lead reads so, the wrong face of an end was read: check that first." if ways == 3 else ""
        sentence = f"{names[0].capitalize()} and {names[1]} are crossed: {first} at the supply end sounds "
        sentence += f"with {moved[first]} at the load end."
        look = f"Change the two cores over at one end, and only one.{mirrored}"
        return Diagnosis("crossed pair", sentence, look, 1)
    return Diagnosis(
        "moved on by one",
        "Every core lands one place further round at the load end.",
        "An end read from its other face does this. Turn the drawing before you move a core.",
        2,
    )


def _opens(grid: Grid) -> list[Diagnosis]:
    silent = sorted({x.split(".")[1] for pair in grid.missing for x in pair})
    extra_marks = {x.split(".")[1] for pair in grid.extra for x in pair}
    return [
        Diagnosis(
            "open core",
            f"The {function_of(mark)} core does not get through.",
            "Tug its two terminals, then flex the cord along its length.",
            len(grid.missing),
        )
        for mark in silent
        if mark not in extra_marks
    ]


def _shorts(grid: Grid) -> list[Diagnosis]:
    if grid.missing or not grid.extra:
        return []
    marks = sorted({x.split(".")[1] for pair in grid.extra for x in pair})
    if marks == ["E", "N"]:
        return []
    words = " and ".join(function_of(m) for m in marks)
    return [
        Diagnosis(
            "short",
            f"{words.capitalize()} sound together.",
            "Open both ends and look for a stray strand. If they are clean, the cord is damaged along its length.",
            1,
        )
    ]
