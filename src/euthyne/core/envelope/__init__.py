"""Quick sums on the back of an envelope, with no lead attached: one file an instrument, found by
looking in here.
"""

from importlib import import_module
from pkgutil import iter_modules

from euthyne.core.envelope.answer import Instrument

__all__ = ["INSTRUMENTS", "Instrument"]

SHARED = ("answer", "asked", "path")


def _found() -> tuple[Instrument, ...]:
    """Every instrument, in the order of their row.

    Raises: AttributeError for a file that holds none.
    """
    names = [module.name for module in iter_modules(__path__) if module.name not in SHARED]
    found = [import_module(f"{__name__}.{name}").INSTRUMENT for name in names]
    return tuple(sorted(found, key=lambda instrument: instrument.place))


INSTRUMENTS = _found()
