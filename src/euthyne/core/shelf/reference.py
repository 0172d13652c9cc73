"""Every reference table read once, so that a damaged one stops the program at its start and not at
a bench.
"""

from euthyne.core.shelf.parts import shelf
from euthyne.core.trade.colours import schemes
from euthyne.core.trade.rating import bases
from euthyne.data.schema import ROWS
from euthyne.data.tables import rows


def check_reference() -> None:
    """Read every reference table.

    Raises: TableError naming the file, the row and what is wrong with it.
    """
    for name in sorted(ROWS):
        rows(name)
    bases()
    schemes()
    shelf()
