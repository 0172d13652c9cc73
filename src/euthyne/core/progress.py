"""How far a lead has come: each stage done, open or wanting attention, and what to do next."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.checks import Found, Level, checks
from euthyne.core.lookover import look_list
from euthyne.core.plan import Plan
from euthyne.core.stage import NEXT_ACTION, Stage

Mark = Literal["done", "open", "caution", "stop"]


@dataclass(frozen=True)
class Standing:
    """A stage and its mark."""

    stage: Stage
    mark: Mark


@dataclass(frozen=True)
class Progress:
    """The standing of every stage, everything the checks found, and the next action."""

    standings: tuple[Standing, ...]
    found: tuple[Found, ...]
    sealed: bool

    @property
    def next_stage(self) -> Stage:
        """The first stage that is not done."""
        return next((s.stage for s in self.standings if s.mark != "done"), Stage.TAG)

    @property
    def next_action(self) -> str:
        """What to do next, in words."""
        if self.sealed:
            return "Sealed"
        worst = next((f for f in self.found if f.stage == self.next_stage and f.level == "stop"), None)
        return worst.title if worst and worst.code not in ("untested", "unbuilt") else NEXT_ACTION[self.next_stage]

    def mark(self, stage: Stage) -> Mark:
        """The mark of a stage."""
        return next(s.mark for s in self.standings if s.stage == stage)

    def of(self, stage: Stage) -> tuple[Found, ...]:
        """What the checks found at a stage."""
        return tuple(f for f in self.found if f.stage == stage)


def finished(plan: Plan, stage: Stage, sealed: bool) -> bool:
    """True when a stage has all it needs, whatever the checks say."""
    lead = plan.lead
    match stage:
        case Stage.BRIEF:
            return plan.sizing is not None
        case Stage.CONDUCTOR:
            return plan.candidate is not None and lead.conductor.size is not None
        case Stage.ENDS:
            return lead.ends.accepted
        case Stage.CUT:
            return lead.cut.accepted and plan.cut is not None
        case Stage.BUILD:
            return bool(plan.steps) and not plan.steps_left
        case Stage.PROVE:
            return proven(plan)
    return sealed


def proven(plan: Plan) -> bool:
    """True when every look, every square of the grid and every reading is in."""
    looked = {a.line for a in plan.lead.proof.looks if a.good} >= {x.id for x in look_list(plan.a, plan.b)}
    read = bool(plan.lines) and all(plan.verdicts.get(x.id) for x in plan.lines)
    return looked and read and plan.grid.agrees and all(v.word in ("pass", "watch") for v in plan.verdicts.values())


def progress(plan: Plan, sealed: bool) -> Progress:
    """The standing of a lead.

    Parameters: plan; sealed, whether its record is frozen. Returns: Progress.
    """
    found = checks(plan)
    started = {Stage.BRIEF} | {s for s in Stage if finished(plan, s, sealed)}
    standings = tuple(Standing(s, _mark(s, found, s in started and finished(plan, s, sealed), sealed)) for s in Stage)
    return Progress(standings, found, sealed)


def _mark(stage: Stage, found: tuple[Found, ...], done: bool, sealed: bool) -> Mark:
    if sealed:
        return "done"
    standing = {f.level for f in found if f.stage == stage and f.open and f.code not in ("untested", "unbuilt")}
    worst: tuple[Level, Mark]
    for worst in (("stop", "stop"), ("caution", "caution")):
        if worst[0] in standing:
            return worst[1]
    return "done" if done else "open"
