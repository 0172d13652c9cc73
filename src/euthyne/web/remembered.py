"""Parts of a page that say the same on one page after another: each is drawn once."""

from collections.abc import Callable, Hashable
from functools import lru_cache
from typing import Any

from flask import request
from markupsafe import Markup

from euthyne.web.measures import measures


class _Part:
    """A part of a page by all that it is drawn from. It lets go of its template once it is drawn, and of the page
    that stood behind it.
    """

    def __init__(self, drawn_from: tuple[Hashable, ...], draw: Callable[[], str]) -> None:
        self._from = drawn_from
        self._draw = [draw]

    def __hash__(self) -> int:
        return hash(self._from)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Part) and self._from == other._from

    def drawn(self) -> Markup:
        """The part, drawn."""
        return Markup(self._draw.pop()())


@lru_cache(maxsize=4096)
def _drawn(part: _Part) -> Markup:
    return part.drawn()


def remembered(*drawn_from: Any, caller: Callable[[], str]) -> Markup:
    """What is called in a template, drawn once for as long as nothing of what it is drawn from changes:
    ``{% call remembered('row', line, off) %}...{% endcall %}``. Nothing in it may hang on who asks.

    Parameters: drawn_from, a name of its own and every value that it shows, a list by what is in it; caller, what
    draws it.
    """
    values = (tuple(x) if isinstance(x, list) else x for x in drawn_from)
    return _drawn(_Part((*values, measures(), request.script_root), caller))
