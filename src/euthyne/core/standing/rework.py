"""What has to be done again: which steps open, what is scrapped, what length goes."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.lead.step import is_step, step_named
from euthyne.core.order.forgotten import How, Recovery, recover, redo
from euthyne.core.plan import Plan

Back = How | Literal["cut-again"]


@dataclass(frozen=True)
class WayBack:
    """How a build goes on after a mistake: steps opened again, newest first; what is scrapped;
    length lost in mm.
    """

    how: Back
    opened: tuple[str, ...]
    scrap: tuple[str, ...] = ()
    sleeves: tuple[str, ...] = ()
    length_lost_mm: float = 0.0
    then: str = ""

    @property
    def possible(self) -> bool:
        """True when there is a way."""
        return self.how != "impossible"


def back_to(plan: Plan, part_id: str) -> WayBack | None:
    """The way back when a part that was ticked off is not on after all; None when the build has no
    such part.
    """
    build = plan.build.threading
    if build.part(part_id) is None:
        return None
    done = tuple(s for s in plan.build.done_on_cable if s.what != part_id)
    return _opening(plan, recover(build, done, part_id))


def back_from(plan: Plan, key: str) -> WayBack | None:
    """The way back when a done step is not right; None when it is not done.

    A wrong cut costs its whole length. A gate, or what is done to no part of the cable, is only
    opened again.
    """
    done = [d.step for d in plan.lead.build.done]
    if key not in done:
        return None
    if key in {s.what for s in plan.build.done_on_cable}:
        return _opening(plan, redo(plan.build.threading, plan.build.done_on_cable, key))
    if key == "cut" and plan.cut.lengths:
        lost = sum(length.cut_m for length in plan.cut.lengths.values()) * 1000
        return WayBack(
            "cut-again", tuple(reversed(done[done.index(key) :])), length_lost_mm=lost, then=key
        )
    return WayBack("undo", (key,), then=key)


def _opening(plan: Plan, way: Recovery) -> WayBack:
    """A recovery with the gates before what is done again, and the sleeves that are shrunk already
    and so are spent.
    """
    again = {s.what for s in way.steps}
    names = {d.step: step_named(d.step) for d in plan.lead.build.done}
    # The second turn of all screws is done at no end of its own.
    opened = [key for key, name in names.items() if (name.key if name else key) in again]
    spent = tuple(key for key in opened if is_step(key, "shrink"))
    then = ""
    if way.steps:
        then = way.steps[0].what
    return WayBack(
        how=way.how,
        opened=tuple(reversed(opened)),
        scrap=way.scrap,
        sleeves=spent,
        length_lost_mm=way.length_lost_mm,
        then=then,
    )
