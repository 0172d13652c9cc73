"""The threading order: which parts go on when, so that nothing done earlier locks out what comes
later.
"""

from dataclasses import dataclass

from euthyne.core.order.feeding import Far, entry_of, precedence, ways_to_feed
from euthyne.core.order.laid import HAND, BuildPlan, CableEnd
from euthyne.core.order.schedule import MOST_LOOKED, ScheduledTask, best_sequence
from euthyne.core.order.stuck import Stuck, ring_in, stuck_in, waiting_for_ever


@dataclass(frozen=True)
class OrderStep:
    """One step: thread a part from a cable end, or do an event at its cable ends."""

    what: str
    at: tuple[CableEnd, ...]
    tool: str
    threads: bool


@dataclass(frozen=True)
class Order:
    """The best order and what it costs; or, without steps, the parts that are stuck, the ring of
    what waits, or that what is done already leaves no way on.
    """

    steps: tuple[OrderStep, ...]
    far_fed: int = 0
    place_changes: int = 0
    cable_changes: int = 0
    tool_changes: int = 0
    proven: bool = True
    stuck: tuple[Stuck, ...] = ()
    cycle: tuple[str, ...] = ()
    dead_end: bool = False

    @property
    def trapped(self) -> tuple[str, ...]:
        """The parts that can not go on, by id."""
        return tuple(s.part for s in self.stuck)

    @property
    def possible(self) -> bool:
        """True when there is an order at all."""
        return not (self.stuck or self.cycle or self.dead_end)


Done = tuple[OrderStep, ...]


def order(build: BuildPlan, done: Done = (), most: int = MOST_LOOKED) -> Order:
    """The best valid order: fewest parts fed from the far end, then fewest changes of place, of
    cable, of tool; irreversible last.

    Parameters: build; done, the steps done already; most, sets of finished steps that are gone on from
    before an order that is not proven is returned.
    Returns: Order; without steps when none exists, saying what is stuck.
    """
    if build.apart and len(build.separate) > 1:
        return _one_by_one(build, done, most)
    over = frozenset(s.what for s in done)
    last = _job(build, done[-1].what, done[-1].at, done[-1].tool) if done else None
    if not waiting_for_ever(_said_to_wait(build, over)):
        for far in ways_to_feed(build, over):
            edges = precedence(build, far, over)
            if waiting_for_ever(edges):
                continue
            jobs = _jobs(build, far, over)
            found = best_sequence(jobs, edges, last, most)
            if found is None:
                continue
            return Order(
                steps=tuple(_step(build, name, far) for name in found.ids),
                far_fed=len(far),
                place_changes=found.place_changes,
                cable_changes=found.cable_changes,
                tool_changes=found.tool_changes,
                proven=found.proven,
            )
    stuck = stuck_in(build)
    if stuck:
        return Order((), stuck=stuck)
    return Order((), cycle=ring_in(build, over), dead_end=bool(done))


def _one_by_one(build: BuildPlan, done: Done, most: int) -> Order:
    """The order of what shares nothing: each by itself, one after the other."""
    found = []
    for one in build.separate:
        own = {x.id for x in one.everything}
        found.append(order(one, tuple(s for s in done if s.what in own), most))
    if not all(each.possible for each in found):
        return Order(
            (),
            stuck=tuple(s for each in found for s in each.stuck),
            cycle=next((each.cycle for each in found if each.cycle), ()),
            dead_end=any(each.dead_end for each in found),
        )
    return Order(
        steps=tuple(step for each in found for step in each.steps),
        far_fed=sum(each.far_fed for each in found),
        place_changes=sum(each.place_changes for each in found),
        cable_changes=sum(each.cable_changes for each in found) + len(found) - 1,
        tool_changes=sum(each.tool_changes for each in found),
        proven=all(each.proven for each in found),
    )


def _said_to_wait(build: BuildPlan, over: frozenset[str]) -> dict[str, set[str]]:
    """What waits for what however parts are fed: a ring in it leaves no way at all."""
    edges = {x.id: set(x.after) - over for x in build.everything}
    for p in build.parts:
        if p.needed_by in edges and p.id not in over:
            edges[p.needed_by].add(p.id)
    return edges


def _step(build: BuildPlan, name: str, far: Far) -> OrderStep:
    part, event = build.part(name), build.event(name)
    if part is not None:
        return OrderStep(name, (entry_of(part, far),), HAND, threads=True)
    if event is None:
        raise KeyError(name)
    return OrderStep(name, event.at, event.tool, threads=False)


def _jobs(build: BuildPlan, far: Far, over: frozenset[str]) -> tuple[ScheduledTask, ...]:
    threads = [
        _job(build, p.id, (entry_of(p, far),), HAND, early=True)
        for p in build.parts
        if p.id not in over
    ]
    events = (
        _job(build, e.id, e.at, e.tool, lasting=e.irreversible)
        for e in build.events
        if e.id not in over
    )
    return (*threads, *events)


def _job(
    build: BuildPlan,
    name: str,
    at: tuple[CableEnd, ...],
    tool: str,
    *,
    lasting: bool = False,
    early: bool = False,
) -> ScheduledTask:
    places = frozenset(build.place(end) for end in at)
    cables = frozenset(end.cable for end in at)
    return ScheduledTask(name, places, cables, tool, lasting=lasting, early=early)
