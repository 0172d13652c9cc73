"""The tests a lead is proven by, beside looking and probing: one file a test, found by looking into
this folder.
"""

from collections.abc import Callable
from functools import lru_cache
from importlib import import_module
from pkgutil import iter_modules

from euthyne.core.stages.prove.readings.line import At, ProofLine, Run, Subject

__all__ = ["TESTS", "At", "ProofLine", "Run", "Subject", "expected"]

SHARED = ("band", "line", "megohm", "resistance", "typed", "volts")
Lines = Callable[[Subject], tuple[ProofLine, ...]]


def _found() -> dict[str, Lines]:
    """What each test expects of a lead, by its name.

    Raises: AttributeError for a file that holds no test.
    """
    names = [module.name for module in iter_modules(__path__) if module.name not in SHARED]
    return {name: import_module(f"{__name__}.{name}").proof_lines for name in names}


TESTS = _found()


@lru_cache(maxsize=256)
def expected(tests: tuple[str, ...], subject: Subject) -> tuple[ProofLine, ...]:
    """Every line a lead is measured on.

    Parameters: tests by name, as its kind has them; subject, what the meter is put to.
    Returns: lines, each with its band. Raises: KeyError for a test that is not known.
    """
    return tuple(line for test in tests for line in TESTS[test](subject))
