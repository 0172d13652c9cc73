"""A lot: where a reel, coil or bag is from, what is printed on it, what a sample of it measured."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen

from euthyne.core.trade.worded import Day

# Why a count is not what it should be.
MISCOUNTED = ("miscounted", "spoiled", "taken for something else", "measured anew")


@dataclass(frozen=True)
class Lot:
    """What is known of a piece or a bag beside how much of it is left."""

    number: Annotated[str, MaxLen(40)] = ""  # the lot, as its maker or seller says it
    supplier: Annotated[str, MaxLen(60)] = ""  # whom it came from
    came_on: Day | None = None  # the day it came
    printed: Annotated[str, MaxLen(120)] = ""  # what is printed on it
    length: Literal["measured", "printed"] = "measured"  # how its length is known
    strands: Annotated[int, Ge(1), Le(100_000)] | None = None  # counted in a sample
    mohm_per_m: Annotated[float, Gt(0), Le(1e6)] | None = None  # milliohm a metre, measured
    magnetic: bool | None = None  # True where a magnet holds its strands: it is not copper alone
    waits: bool = False  # True until its sample is measured

    @property
    def held_back(self) -> str:
        """Why nothing is cut from it yet; empty where nothing holds it back."""
        if self.waits and self.strands is None and self.mohm_per_m is None:
            return "its sample is not measured yet"
        if self.magnetic:
            return "a magnet holds its strands: they are not copper alone"
        return ""
