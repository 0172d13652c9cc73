"""What good looks like, and what bad: each termination and finish, good and bad side by side."""

from collections.abc import Callable
from functools import cache

from euthyne.core.shelf.termination import JudgedKind
from euthyne.drawing import judge_finishes, judge_joints
from euthyne.drawing.judge_joints import TALL, Example
from euthyne.drawing.pen import group, mark, sheet, text

APART = 268.0
PICTURES: dict[JudgedKind, Callable[[], list[Example]]] = {
    "screw": judge_joints.screw,
    "set-screw": judge_joints.set_screw,
    "lug": judge_joints.lug,
    "hammer": judge_joints.hammer,
    "solder": judge_joints.solder,
    "blade": judge_joints.blade,
    "click-in": judge_joints.open_barrel,
    "wire-seal": judge_joints.wire_seal,
    "splice": judge_joints.splice,
    "grip": judge_finishes.grip,
    "gland": judge_finishes.gland,
    "close": judge_finishes.close,
    "shield": judge_finishes.shield,
    "stud": judge_finishes.stud,
    "mated": judge_finishes.mated,
}


def examples(kind: JudgedKind) -> list[Example]:
    """Good and bad pictures of a kind of termination, good first."""
    return PICTURES[kind]()


@cache
def row(kind: JudgedKind) -> str:
    """The pictures of a kind of termination side by side, each marked and named, as a drawing of their own."""
    body, shown = "", examples(kind)
    for i, one in enumerate(shown):
        at = 6 + i * APART
        sign = mark("done" if one.good else "stop", at + 8, TALL + 17, 8)
        body += group(one.body, transform=f"translate({at:g} 0)") + sign
        body += text(at + 24, TALL + 22, one.words, "judge-words")
    label = "; ".join(f"{'good' if e.good else 'bad'}: {e.words}" for e in shown)
    return sheet(4 * APART, TALL + 32, body, "judge", label)
