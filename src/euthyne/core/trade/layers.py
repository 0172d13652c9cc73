"""Layered cables: what comes off, from the outside in, each layer with its own cut-back: steps of a
staircase.
"""

from dataclasses import dataclass, replace
from typing import Annotated, Literal

from annotated_types import Ge, Le

from euthyne.data.typed import each

Drawn = Literal["sheath", "braid", "foil", "inner", "conductive", "bus"]


@dataclass(frozen=True)
class Layer:
    """A layer: how far it shows beyond the one outside it in mm, what to do, the mistake made, how
    it is drawn; what to do instead at an end where no shield is landed.
    """

    id: str
    words: str
    beyond_mm: Annotated[float, Ge(0), Le(200)]
    drawn: Drawn
    do: str
    mistake: str
    unlanded: str = ""
    unlanded_mistake: str = ""  # the mistake made at such an end, where it is another


@dataclass(frozen=True)
class Layered:
    """Layers of a cable from the outside in: whose they are, from its tip to the outermost cut in
    mm, 0 if unsaid.
    """

    whose: str
    layers: tuple[Layer, ...]
    source: str
    reach_mm: Annotated[float, Ge(0), Le(1000)] = 0.0

    @property
    def parted(self) -> bool:
        """True for a tape: what is left in the end are two wires that are parted."""
        return any(layer.drawn == "bus" for layer in self.layers)


@dataclass(frozen=True)
class Stair:
    """A layer and how far from the tip it is cut back, in mm."""

    layer: Layer
    back_mm: float


def layered_cables() -> dict[str, Layered]:
    """Every layered cable by its type, and the tape. Raises: TableError."""
    found: dict[str, Layered] = each("layers.toml", Layered)
    return found


def layered(name: str) -> Layered | None:
    """The layers of a cable by its type, or of a tape; None for one that has none but its sheath."""
    return layered_cables().get(name)


def without_shield(of: Layered) -> Layered:
    """The layers at an end where no shield is landed: a braid is cut back flush there."""
    flush = (
        replace(
            x,
            beyond_mm=0.0 if x.drawn == "braid" else x.beyond_mm,
            do=x.unlanded,
            mistake=x.unlanded_mistake or x.mistake,
            unlanded="",
        )
        if x.unlanded
        else x
        for x in of.layers
    )
    return replace(of, layers=tuple(flush))


def staircase(of: Layered, reach_mm: float) -> tuple[Stair, ...]:
    """Each layer's cut-back from the tip, the outermost first.

    Parameters: of; reach_mm from the tip to the outermost cut, used where the layers name none of
    their own; of a tape that is parted into its wires, how long the longest of those is.
    Returns: Stairs, each cut back less than the one outside it; a layer that would pass the tip
    ends there.
    Source: the layers' own table.
    """
    inside = sum(layer.beyond_mm for layer in of.layers if layer.drawn != "bus")
    left, found = max(of.reach_mm, inside + reach_mm if of.parted else 0.0) or reach_mm, []
    for layer in of.layers:
        left = max(left - layer.beyond_mm, 0.0)
        found.append(Stair(layer, left))
    return tuple(found)
