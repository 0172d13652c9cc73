"""Leads made to one plan, taken through their steps together: which step comes next on which of them."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import pairwise

from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildstep import BuildStep


@dataclass(frozen=True)
class Row:
    """Leads that wait for the same step, and how far the others made with them are: how many have it
    behind them, how many come to it later.
    """

    step: BuildStep
    plans: tuple[Plan, ...]
    behind: int
    later: int

    @property
    def tags(self) -> tuple[str, ...]:
        """The tags of those that wait."""
        return tuple(plan.lead.tag for plan in self.plans)


def rows(alike: Sequence[Plan]) -> tuple[Row, ...]:
    """The rows of leads made to one plan: those that are furthest behind first.

    A lead whose step was taken back waits at that one alone, until it has caught up with the others.
    """
    order = [step.key for step in alike[0].build.steps] if alike else []
    waiting: dict[str, list[Plan]] = {}
    for plan in alike:
        for step in plan.build.steps_left[:1]:
            waiting.setdefault(step.key, []).append(plan)
    found = []
    for key, plans in waiting.items():
        done = sum(any(d.step == key for d in plan.lead.build.done) for plan in alike)
        later = len(alike) - len(plans) - done
        found.append(Row(plans[0].build.steps_left[0], tuple(plans), done, later))
    return tuple(
        sorted(found, key=lambda r: order.index(r.step.key) if r.step.key in order else -1)
    )


def apart(plan: Plan) -> bool:
    """True for a lead that is never taken in a row: its source stays live, so one pole is made whole before
    the next is touched.
    """
    return bool(plan.build.job.one_pole_at_a_time)


def set_up(step: BuildStep) -> str:
    """What stands ready for a step: a die for a terminal, or the tool of such work."""
    if step.pressed is not None:
        return f"{step.pressed.terminal} {step.pressed.size}"
    return step.kind


def changes_of_set_up(set_ups: Iterable[str]) -> int:
    """How often something else is made ready on the way through some steps, told by their set-ups."""
    return sum(a != b for a, b in pairwise(set_ups))


def side_by_side(ways: Iterable[Sequence[str]]) -> list[str]:
    """The set-ups of several ways through their steps, walked together: while any of them wants what stands ready,
    nothing else is made ready; then what most of them want.
    """
    left = [list(way) for way in ways if way]
    found: list[str] = []
    while left:
        wanted = [way[0] for way in left]
        ready = found[-1] if found and found[-1] in wanted else max(wanted, key=wanted.count)
        for way in left:
            while way and way[0] == ready:
                found.append(way.pop(0))
        left = [way for way in left if way]
    return found


def changes_left(plans: Sequence[Plan]) -> tuple[int, int]:
    """How often something else is made ready for all that is left of some leads: in rows, those that share a set-up
    side by side; and lead by lead. What is never taken in a row is made whole, one after the other.
    """
    ways = [[set_up(step) for step in plan.build.steps_left] for plan in plans]
    alone = [way for way, plan in zip(ways, plans, strict=True) if apart(plan)]
    together = [way for way, plan in zip(ways, plans, strict=True) if not apart(plan)]
    walked = [*side_by_side(together), *(set_up for way in alone for set_up in way)]
    return changes_of_set_up(walked), changes_of_set_up(s for way in ways for s in way)
