"""Every reference table read once, so that a damaged one stops the program at its start and not at
a bench.
"""

from collections.abc import Callable
from importlib.resources import files

from euthyne.core.shelf.bodies import bodies
from euthyne.core.shelf.boxes import boxes
from euthyne.core.shelf.parts import FILES, shelf
from euthyne.core.shelf.ways import series
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.standing.cost import practised_minutes
from euthyne.core.trade.barrel import narrow_die
from euthyne.core.trade.colours import schemes
from euthyne.core.trade.glossary import glossary
from euthyne.core.trade.layers import layered_cables
from euthyne.core.trade.rating import bases
from euthyne.data.schema import ROWS
from euthyne.data.tables import TableError, rows

# What reads a table that is no rows of a kind.
READERS: dict[str, Callable[[], object]] = {
    "bases.toml": bases,
    "core-colours.toml": schemes,
    "bodies.toml": bodies,
    "boxes.toml": boxes,
    "ways.toml": series,
    "glossary.toml": glossary,
    "layers.toml": layered_cables,
    "presses.toml": narrow_die,
    "proof-limits.toml": proof_limits,
    "minutes.toml": practised_minutes,
    **dict.fromkeys(FILES, shelf),
}


def check_reference() -> None:
    """Read every table that lies in ``data``.

    Raises: TableError naming the file, the row and what is wrong with it, or the file nobody reads.
    """
    for file in sorted(files("euthyne.data").iterdir(), key=lambda file: file.name):
        name = file.name
        if name in ROWS:
            rows(name)
        elif name in READERS:
            READERS[name]()
        elif name.endswith((".csv", ".toml")):
            raise TableError(f"{name}: nothing reads it, so nothing holds it to its bounds")
