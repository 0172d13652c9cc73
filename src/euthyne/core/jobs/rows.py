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


def changes_of_set_up(steps: Iterable[BuildStep]) -> int:
    """How often something else is made ready on the way through some steps."""
    set_ups = [set_up(step) for step in steps]
    return sum(a != b for a, b in pairwise(set_ups))
