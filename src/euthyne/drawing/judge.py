"""What good looks like, and what bad: each termination and finish, good and bad side by side."""

from functools import cache
from importlib import import_module

from euthyne.core.shelf.terminations.finishes import FINISHES
from euthyne.drawing import judged
from euthyne.drawing.judged import finishes
from euthyne.drawing.judged.example import TALL, Example
from euthyne.drawing.pen import group, mark, sheet, text

APART = 268.0


def examples(kind: str) -> list[Example]:
    """Good and bad pictures of a kind of termination, good first.

    Each termination is drawn in a file of its own.
    """
    if kind in FINISHES and hasattr(finishes, kind):
        drawn: list[Example] = getattr(finishes, kind)()
        return drawn
    found: list[Example] = import_module(f"{judged.__name__}.{kind.replace('-', '_')}").examples()
    return found


@cache
def row(kind: str) -> str:
    """The pictures of a kind of termination side by side, each marked and named, as a drawing of
    their own.
    """
    body, shown = "", examples(kind)
    for i, one in enumerate(shown):
        at = 6 + i * APART
        sign = mark("done" if one.good else "stop", at + 8, TALL + 17, 8)
        body += group(one.body, transform=f"translate({at:g} 0)") + sign
        body += text(at + 24, TALL + 22, one.words, "judge-words")
    label = "; ".join(f"{'good' if e.good else 'bad'}: {e.words}" for e in shown)
    return sheet(4 * APART, TALL + 32, body, "judge", label)
