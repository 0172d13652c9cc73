"""The kinds of termination: one file a kind, found by looking into this folder."""

from importlib import import_module
from pkgutil import iter_modules

from euthyne.core.shelf.terminations.termination import Termination

__all__ = ["TERMINATIONS", "Termination"]

SHARED = ("termination", "finishes")


def _found() -> dict[str, Termination]:
    """Every kind by its name.

    Raises: ImportError for a file that holds none, or for two of one name.
    """
    found: dict[str, Termination] = {}
    for module in iter_modules(__path__):
        if module.name in SHARED:
            continue
        kind = getattr(import_module(f"{__name__}.{module.name}"), "TERMINATION", None)
        if not isinstance(kind, Termination):
            raise ImportError(f"terminations/{module.name}.py holds no TERMINATION")
        if kind.joint in found:
            raise ImportError(f"two terminations are called {kind.joint}")
        found[kind.joint] = kind
    return found


TERMINATIONS = _found()
