"""How far a lead has come: each stage done, open or wanting attention, and what to do next."""

from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal

from euthyne.core.checks import Found, checks
from euthyne.core.kinds.kind import Trait
from euthyne.core.lead import Lead
from euthyne.core.lead.stage import NEXT_ACTION, Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.trade.fault import Level

Mark = Literal["done", "open", "caution", "stop"]
BEFORE_THE_CUT = (Stage.BRIEF, Stage.CONDUCTOR, Stage.ENDS)


@dataclass(frozen=True)
class Standing:
    """A stage, its mark, and whether it has all it needs whatever the checks say."""

    stage: Stage
    mark: Mark
    finished: bool


@dataclass(frozen=True)
class Progress:
    """The standing of every stage, everything the checks found, and the next action."""

    standings: tuple[Standing, ...]
    found: tuple[Found, ...]
    sealed: bool
    reach: tuple[Stage, ...] = tuple(Stage)
    one_end: bool = False  # True where one end was made on a wire that is there

    @property
    def over(self) -> bool:
        """True for one termination that is made: whoever wants proof of it goes on, and nobody has to."""
        built = next(s for s in self.standings if s.stage is Stage.BUILD)
        return self.one_end and not self.sealed and built.finished and built.mark != "stop"

    @cached_property
    def next_stage(self) -> Stage:
        """The first stage that lacks something or is stopped; then the first with a caution; then
        the tag.
        """
        reached = [s for s in self.standings if s.stage in self.reach]
        # A tag that is not made is no lack: it is what is left when all else is done.
        lacking = [s.stage for s in reached if s.mark == "stop" or not s.finished]
        if lacking and lacking[0] is not Stage.TAG:
            return lacking[0]
        return next((s.stage for s in reached if s.mark == "caution"), self.reach[-1])

    @cached_property
    def next_action(self) -> str:
        """What to do next, in words."""
        if self.sealed:
            return "Sealed"
        stage = self.next_stage
        if self.over:
            return "Made"
        worst = self._worst(stage)
        settled = next(s.finished for s in self.standings if s.stage == stage)
        if worst and (worst.level == "stop" or settled):
            return worst.title
        return NEXT_ACTION[stage]

    def _worst(self, stage: Stage) -> Found | None:
        """What stands first at a stage, but that it is not done yet: the next action says so itself."""
        found = [f for f in self.of(stage) if f.open and f.code not in ("untested", "unbuilt")]
        if found:
            return found[0]
        return None

    def mark(self, stage: Stage) -> Mark:
        """The mark of a stage."""
        return next(s.mark for s in self.standings if s.stage == stage)

    def stops(self, stage: Stage) -> tuple[Found, ...]:
        """The stops that stand at a stage."""
        return tuple(f for f in self.of(stage) if f.level == "stop")

    @cached_property
    def shut(self) -> tuple[Found, ...]:
        """The stops that shut the bench: those of Brief, Conductor and Ends. Nothing is cut while
        one stands.
        """
        return tuple(f for stage in BEFORE_THE_CUT for f in self.stops(stage))

    @property
    def unpassed(self) -> tuple[Found, ...]:
        """Cautions that nobody has passed with a reason."""
        return tuple(f for f in self.found if f.level == "caution" and f.open)

    def after(self, stage: Stage) -> Stage | None:
        """The stage that is shown after one; None after the last."""
        return next((s for s in self.reach if s.number > stage.number), None)

    def of(self, stage: Stage) -> tuple[Found, ...]:
        """What the checks found at a stage."""
        return self._at[stage]

    @cached_property
    def _at(self) -> dict[Stage, tuple[Found, ...]]:
        # Asked for by every press and drawing of a page: sorted once.
        return {s: tuple(f for f in self.found if self.home(f) == s) for s in Stage}

    def elsewhere(self, stage: Stage) -> tuple[Found, ...]:
        """What the checks found at every other stage."""
        return tuple(f for f in self.found if self.home(f) != stage)

    def home(self, found: Found) -> Stage:
        """The stage a finding is shown at: its own, or of one that is not shown the last before it that is."""
        return self._homes[found.stage]

    @cached_property
    def _homes(self) -> dict[Stage, Stage]:
        return {s: _home(s, self.reach) for s in Stage}


def finished(plan: Plan, stage: Stage, sealed: bool) -> bool:
    """True when a stage has all it needs, whatever the checks say."""
    lead = plan.lead
    if stage not in reach_of(plan):
        return False
    match stage:
        case Stage.BRIEF if Trait.ONE_END in plan.kind.traits:
            return lead.conductor.size is not None
        case Stage.BRIEF:
            return plan.conductor.sizing is not None
        case Stage.CONDUCTOR:
            return plan.conductor.candidate is not None and lead.conductor.size is not None
        case Stage.ENDS:
            return lead.ends.accepted
        case Stage.CUT:
            return lead.cut.accepted and plan.cut.known
        case Stage.BUILD:
            return bool(plan.build.steps) and not plan.build.steps_left
        case Stage.PROVE:
            return plan.prove.sound
    return sealed


def reach_of(plan: Plan) -> tuple[Stage, ...]:
    """The stages worked out for a kind of lead: all of them where its proof is, else up to the
    build; of one termination those that have something to say.
    """
    if Trait.ONE_END in plan.kind.traits:
        return (Stage.BRIEF, Stage.BUILD, Stage.PROVE, Stage.TAG)
    if plan.kind.proof:
        return tuple(Stage)
    return tuple(s for s in Stage if s not in (Stage.PROVE, Stage.TAG))


def progress(plan: Plan, sealed: bool) -> Progress:
    """The standing of a lead.

    Parameters: plan; sealed, whether its record is frozen. Returns: Progress.
    """
    found = checks(plan)
    has_all = {s: finished(plan, s, sealed) for s in Stage}
    reach = reach_of(plan)
    stands = [f for f in found if f.open and f.code not in ("untested", "unbuilt")]
    levels = {s: {f.level for f in stands if _home(f.stage, reach) == s} for s in Stage}
    standings = tuple(
        Standing(s, "done" if sealed else _mark(levels[s], has_all[s]), has_all[s]) for s in Stage
    )
    return Progress(standings, found, sealed, reach, Trait.ONE_END in plan.kind.traits)


@lru_cache(maxsize=512)
def progress_of(lead: Lead, sealed: bool) -> Progress:
    """The standing of a lead; the same lead is looked at once. Raises Refused when its parts are not
    on the shelf.
    """
    return progress(plan_of(lead), sealed)


def _home(stage: Stage, reach: tuple[Stage, ...]) -> Stage:
    before = [s for s in reach if s.number <= stage.number]
    return before[-1] if before else reach[0]


def _mark(standing: set[Level], done: bool) -> Mark:
    worst: tuple[Level, Mark]
    for worst in (("stop", "stop"), ("caution", "caution")):
        if worst[0] in standing:
            return worst[1]
    if done:
        return "done"
    return "open"


def not_to_be_built(standing: Progress) -> tuple[str, ...]:
    """What stands across every page of paper while a stop shuts the bench: a sentence for each
    stop.
    """
    return tuple(f"Not to be built: {f.title}. {f.text}" for f in standing.shut)
