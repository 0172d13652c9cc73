"""What lies in Stores, and what of it a lead needs and takes."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Ge, Le, MaxLen, MinLen

from euthyne.core.trade.figure import metres

StockKind = Literal["cable", "part", "sleeve", "consumable", "tool", "die"]


BY_LENGTH: tuple[StockKind, ...] = ("cable", "sleeve")


USED_UP: tuple[StockKind, ...] = ("cable", "part", "sleeve", "consumable")


@dataclass(frozen=True)
class Stock:
    """Something in Stores: a reel or an offcut of cable, sleeving by the metre, parts by count, tools and
    dies.
    """

    name: Annotated[str, MinLen(1), MaxLen(40)]  # its own, such as Reel 3
    kind: StockKind  # cable, sleeving, part, tool
    what: Annotated[str, MinLen(1), MaxLen(80)]  # what it is, as a need asks for it
    left: Annotated[float, Ge(0), Le(1e6)]  # m of cable and sleeving, else pieces
    offcut: bool = False  # True for what was left of a reel
    place: Annotated[str, MaxLen(60)] = ""  # where it lies
    price: Annotated[float, Ge(0), Le(1e6)] | None = None  # for a metre or a piece
    source: Annotated[str, MaxLen(120)] = ""  # where it came from


@dataclass(frozen=True)
class Need:
    """Something a lead needs: how much of it, in metres or pieces, and others that would do, best
    first.

    A cable is needed in so many ``pieces``, each of ``amount`` / ``pieces`` metres; no piece is
    ever joined. ``lasting`` where what it is ended by can not be undone: taken off, it is waste.
    """

    kind: StockKind
    what: str
    words: str
    amount: float
    others: tuple[str, ...] = ()
    pieces: int = 1
    lasting: bool = False

    @property
    def by_length(self) -> bool:
        """True for what is measured off, not counted."""
        return self.kind in BY_LENGTH

    @property
    def key(self) -> str:
        """Its name in a list of ticks."""
        return f"{self.kind}:{self.what}"

    @property
    def in_words(self) -> str:
        """How much of it, in words."""
        if self.kind not in BY_LENGTH:
            return f"{self.amount:g}"
        many = ""
        if self.pieces > 1:
            many = f"{self.pieces} of "
        return f"{many}{metres(self.amount / self.pieces):.2f}"


@dataclass(frozen=True)
class Taken:
    """So much of something in Stores, and what is left of it then."""

    stock: Stock
    amount: float

    @property
    def left(self) -> float:
        """What is left afterwards."""
        return self.stock.left - self.amount


@dataclass(frozen=True)
class StockNeed:
    """A need held against Stores: what it is taken from, another thing that would do, or what may
    stand in for it.
    """

    need: Need
    taken: tuple[Taken, ...]
    on_hand: float
    other: Stock | None = None
    instead: str = ""

    @property
    def lacking(self) -> bool:
        """True when Stores do not hold enough."""
        return not self.taken


KNOWN_TOOLS = (
    "cable shear",
    "knife",
    "ring stripper",
    "automatic stripper",
    "wire stripper",
    "driver",
    "torque driver",
    "hex key",
    "press",
    "hammer and indenter",
    "ratchet, insulated",
    "ratchet, lined",
    "ratchet, bare barrel",
    "ratchet, butt",
    "contact crimper",
    "iron",
    "heat gun",
    "small flame",
)
