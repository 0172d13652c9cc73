"""What a cutting plan is made of: pieces that are there, coils to buy, lengths to cut; and what one
piece loses. Everything in whole millimetres, so that nothing is rounded.
"""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from math import gcd


@dataclass(frozen=True)
class Piece:
    """A reel, coil or offcut that is there: its name, its length in mm, whether it is an offcut."""

    name: str
    length_mm: int
    offcut: bool = False


@dataclass(frozen=True)
class Coil:
    """Something to buy: its name, its length in mm, its price in hundredths, how many there are of it at
    most; None for no limit.
    """

    name: str
    length_mm: int
    price_cents: int
    most: int | None = None


@dataclass(frozen=True)
class WantedCut:
    """A length to cut so many times; together, from one piece or not at all."""

    id: str
    length_mm: int
    count: int = 1
    together: bool = False


@dataclass(frozen=True)
class Wanted:
    """What is asked for: a cable, its pieces, what can be bought, the cuts.

    ``keep_mm``: the shortest rest worth keeping; ``kerf_mm``: lost at every cut; ``trim_mm``: cut off
    square from each piece before its first length, that cut within it.
    """

    cable: str
    stock: tuple[Piece, ...]
    cuts: tuple[WantedCut, ...]
    buy: tuple[Coil, ...] = ()
    keep_mm: int = 0
    kerf_mm: int = 0
    trim_mm: int = 0

    def room(self, length_mm: int) -> int:
        """What a piece takes, where every length counts with its kerf: the last cut has none where the
        piece ends there.
        """
        return length_mm - self.trim_mm + self.kerf_mm

    def rest(self, length_mm: int, cuts_mm: Sequence[int]) -> int:
        """What is left of a piece after its cuts, 0 where it is not worth keeping."""
        used = self.trim_mm + sum(cuts_mm) + self.kerf_mm * len(cuts_mm)
        rest = max(0, length_mm - used)
        return rest if rest >= self.keep_mm else 0

    def lost(self, length_mm: int, cuts_mm: Sequence[int]) -> int:
        """What is lost of a piece that is cut into."""
        return length_mm - sum(cuts_mm) - self.rest(length_mm, cuts_mm)

    def waste(self, left: int) -> int:
        """What a piece loses beyond its trim and a kerf a length, by what is left of its room."""
        if left < self.kerf_mm or max(0, left - self.kerf_mm) < self.keep_mm:
            return left - self.kerf_mm
        return 0


@dataclass(frozen=True)
class Portion:
    """What is placed as one: a length, or lengths that stay together. ``many``: how many lengths it is;
    ``room_mm``: what it takes of a piece, kerf and all; ``steps``: the same in the largest step that divides
    what all of them take.
    """

    cut: WantedCut
    many: int
    room_mm: int
    steps: int


def portions_of(wanted: Wanted) -> tuple[list[Portion], int]:
    """Everything to place, longest first; and the step in mm that divides what all of it takes."""
    found = []
    for cut in wanted.cuts:
        at_once = cut.count if cut.together else 1
        room = (cut.length_mm + wanted.kerf_mm) * at_once
        found.append((cut, at_once, room))
    step = gcd(*(room for _, _, room in found)) or 1
    portions = [
        Portion(cut, at_once, room, room // step)
        for cut, at_once, room in found
        for _ in range(cut.count // at_once)
    ]
    return sorted(portions, key=lambda u: -u.room_mm), step


@dataclass(frozen=True)
class Source:
    """A piece that can be cut into, there or bought; ``room_mm``: what it takes."""

    name: str
    length_mm: int
    room_mm: int
    offcut: bool = False
    price_cents: int | None = None  # None: it is there

    @property
    def bought(self) -> bool:
        """True for what is not there yet."""
        return self.price_cents is not None


@dataclass(frozen=True)
class Laid:
    """A piece with what is cut from it, longest first; what is left, what is lost, in mm."""

    source: Source
    portions: tuple[Portion, ...]
    left_mm: int
    lost_mm: int


@dataclass(frozen=True, order=True)
class Counts:
    """How good a plan is, in the order it is judged: lengths left out, price in hundredths, mm lost,
    pieces cut into that are no offcuts, pieces cut into.
    """

    left_out: int
    price_cents: int
    lost_mm: int
    reels: int
    pieces: int


@dataclass(frozen=True)
class CuttingPlan:
    """Which piece each length is cut from."""

    wanted: Wanted
    laid: tuple[Laid, ...]
    left_out: tuple[Portion, ...]

    @property
    def counts(self) -> Counts:
        """How good it is."""
        return Counts(
            sum(u.many for u in self.left_out),
            sum(one.source.price_cents or 0 for one in self.laid),
            sum(one.lost_mm for one in self.laid),
            sum(not one.source.offcut for one in self.laid),
            len(self.laid),
        )

    @property
    def missing(self) -> dict[str, int]:
        """How many lengths of each cut are left out, in the order they were asked."""
        gone: Counter[str] = Counter()
        for portion in self.left_out:
            gone[portion.cut.id] += portion.many
        return {cut.id: gone[cut.id] for cut in self.wanted.cuts if gone[cut.id]}


def laid(wanted: Wanted, source: Source, portions: Sequence[Portion]) -> Laid:
    """A piece with what is cut from it."""
    ordered = sorted(portions, key=lambda u: (-u.cut.length_mm, u.cut.id))
    cuts = [u.cut.length_mm for u in ordered for _ in range(u.many)]
    left, lost = wanted.rest(source.length_mm, cuts), wanted.lost(source.length_mm, cuts)
    return Laid(source, tuple(ordered), left, lost)
