"""What has to be done again: which steps open, what is scrapped, what length goes."""

from collections import Counter
from dataclasses import dataclass, replace
from typing import Literal

from euthyne.core.lead import CableLoss, Proof
from euthyne.core.lead.step import is_step, step_named
from euthyne.core.order.forgotten import How, Recovery, recover, redo
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.lookover import TRIED

Back = How | Literal["cut-again"]


def thrown_away(plan: Plan, scrap: tuple[str, ...]) -> tuple[str, ...]:
    """What is scrapped, in words, each with how many of it where there are several.

    Parameters: plan; scrap, the steps it was used at.
    """
    job, named = plan.build.job, {s.key: s.headline for s in plan.build.steps}
    found: Counter[str] = Counter()
    housings: set[str] = (
        set()
    )  # each is thrown away once, however many contacts had clicked into it
    for key in scrap:
        name = step_named(key)
        if name is not None and name.does == "land":
            body = job.body_of(name)
            sealed = " and its wire seal" if body.termination.sealed else ""
            found[(body.termination.scrap or body.part.short) + sealed] += 1
        elif name is not None and name.does == "insert":
            body = job.body_of(name)
            found[f"{body.part.short} they had clicked into"] += body.id not in housings
            housings.add(body.id)
        elif name is not None and name.does == "shrink":
            found["shrunk sleeve"] += 1
        else:
            found[f"what “{named.get(key, key)}” used"] += 1
    return tuple(words if n == 1 else f"{n} times {words}" for words, n in found.items() if n)


@dataclass(frozen=True)
class WayBack:
    """How a build goes on after a mistake: steps opened again, newest first; what is scrapped;
    the most that one cable end loses in mm, and what each cable loses.
    """

    how: Back
    opened: tuple[str, ...]
    scrap: tuple[str, ...] = ()
    sleeves: tuple[str, ...] = ()
    length_lost_mm: float = 0.0
    then: str = ""
    lost: tuple[CableLoss, ...] = ()

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
        lost=_lost(way),
    )


def _lost(way: Recovery) -> tuple[CableLoss, ...]:
    """What each cable loses, both its ends together."""
    lost: dict[str, float] = {}
    for at, mm in way.lost_mm.items():
        lost[at.cable] = lost.get(at.cable, 0.0) + mm
    return tuple(CableLoss(cable, mm) for cable, mm in sorted(lost.items()))


def still_proven(plan: Plan, way: WayBack) -> Proof:
    """What of a proof still holds once a way back is taken.

    Whatever is opened is proven anew: what was probed and measured went through it, and its own ends are looked
    at again. What was measured at a step of the build holds for as long as that step stays done.
    """
    proof = plan.lead.proof
    touched = _touched(plan, way)
    if not touched:
        return proof
    at_step = {line: step.key for step in plan.build.steps for line in step.reads}
    known = {line.id: line.end for line in plan.prove.looks}
    kept = replace(
        proof,
        looks=tuple(
            x for x in proof.looks if x.line != TRIED.id and known.get(x.line) not in touched
        ),
        probes=(),
        readings=tuple(
            x for x in proof.readings if x.line in at_step and at_step[x.line] not in way.opened
        ),
    )
    return kept if kept.begun else replace(kept, plan_stamp=None)


def _touched(plan: Plan, way: WayBack) -> set[str]:
    """The fittings at the cable ends that a way back opens; none where only a gate or the laying out is."""
    job = plan.build.job
    steps = {step.key for step in plan.build.steps if step.kind != "gate"}
    names = (step_named(key) for key in way.opened if key in steps)
    ends = {job.end_of(name).at for name in names if name is not None}
    return {body.id for body in job.bodies if ends & set(body.at)}
