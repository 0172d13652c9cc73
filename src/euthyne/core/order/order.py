"""The threading order: which parts go on when, so that nothing done earlier locks out what comes
later.
"""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from itertools import combinations
from typing import Annotated, Literal

from annotated_types import Ge, Gt, MinLen

from euthyne.core.order.schedule import SECONDS, Job, best_sequence
from euthyne.core.trade.fault import Fault

End = Literal["A", "B"]

OTHER: dict[End, End] = {"A": "B", "B": "A"}
HAND, CABLE = "hand", "cable"
Name = Annotated[str, MinLen(1)]
Millimetres = Annotated[float, Ge(0)]


@dataclass(frozen=True)
class Threaded:
    """A part to thread: its end, where it goes, its rank from the tip inwards, the fattest cable it
    passes in mm.
    """

    id: Name
    end: End
    rank: int
    bore_mm: Annotated[float, Gt(0)]
    needed_by: str | None = None
    after: tuple[str, ...] = ()
    split: bool = False
    on: str = CABLE
    must_pass: tuple[str, ...] = ()
    facing: str = ""
    split_exists: bool = False


@dataclass(frozen=True)
class Event:
    """Something done at an end: its tool, the obstruction it leaves (mm), what it waits for, what
    cutting it costs.
    """

    id: Name
    end: End
    tool: str = HAND
    od_mm: Millimetres = 0.0
    after: tuple[str, ...] = ()
    irreversible: bool = False
    on: str | tuple[str, ...] = CABLE
    cut_back_mm: Millimetres = 0.0

    def stands_at(self, place: str) -> bool:
        """True when it obstructs the cable or a core: what is done on the cable obstructs its cores
        too.
        """
        return place == CABLE or CABLE in self.places or place in self.places

    @property
    def places(self) -> tuple[str, ...]:
        """The cable, or the cores it is done on."""
        if isinstance(self.on, str):
            return (self.on,)
        return self.on


@dataclass(frozen=True)
class EndState:
    """An end as it is found: open, or finished with its diameter and what cutting it off would cost
    in mm.
    """

    state: Literal["open", "finished"] = "open"
    od_mm: Millimetres = 0.0
    cut_back_mm: Millimetres | None = None


OPEN = EndState()


@dataclass(frozen=True)
class BuildPlan:
    """A cable with its ends, its cores' diameters, the parts to thread on it, and the events."""

    cable_od_mm: float
    parts: tuple[Threaded, ...]
    events: tuple[Event, ...]
    cores: Mapping[str, float] = field(default_factory=dict, hash=False)
    a: EndState = OPEN
    b: EndState = OPEN

    def end(self, name: End) -> EndState:
        """An end as it is found."""
        if name == "A":
            return self.a
        return self.b

    def part(self, name: str) -> Threaded | None:
        """A part by its id."""
        return next((p for p in self.parts if p.id == name), None)

    @property
    def everything(self) -> tuple["Threaded | Event", ...]:
        """Parts, then events."""
        return (*self.parts, *self.events)

    def event(self, name: str) -> Event | None:
        """An event by its id."""
        return next((e for e in self.events if e.id == name), None)


@dataclass(frozen=True)
class Step:
    """One step: thread a part from an end, or do an event at its end."""

    what: str
    end: End
    tool: str
    threads: bool


@dataclass(frozen=True)
class Stuck:
    """A part that can not go on: what blocks it, by the end it would enter from; why, in words."""

    part: str
    blocked_by: dict[str, tuple[str, ...]]
    why: str


@dataclass(frozen=True)
class Order:
    """The best order and what it costs; or, without steps, the parts that are stuck, the ring of
    what waits, or that what is done already leaves no way on.
    """

    steps: tuple[Step, ...]
    far_fed: int = 0
    end_changes: int = 0
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


Done = tuple[Step, ...]
Edges = dict[str, set[str]]


def faults_in(build: BuildPlan) -> list[Fault]:
    """Everything about a build that names what is not there, or the same thing twice."""
    found = []
    names = [p.id for p in build.parts] + [e.id for e in build.events]
    events, places = {e.id for e in build.events}, {CABLE, *build.cores}
    for twice in sorted({n for n in names if names.count(n) > 1}):
        found.append(
            Fault(
                "parts" if build.part(twice) else "events",
                f"{twice} is there twice",
                "an id for each",
            )
        )
    for i, p in enumerate(build.parts):
        named = {
            "needed_by": [p.needed_by] if p.needed_by else [],
            "after": p.after,
            "must_pass": p.must_pass,
        }
        for key, ids in named.items():
            for lacking in [x for x in ids if x not in events]:
                found.append(
                    Fault(f"parts.{i}.{key}", f"there is no event {lacking}", "the id of an event")
                )
        if p.on not in places:
            found.append(
                Fault(
                    f"parts.{i}.on", f"there is no core {p.on}", "cable, or a core that is listed"
                )
            )
    for i, e in enumerate(build.events):
        for lacking in [x for x in e.after if x not in events]:
            found.append(
                Fault(f"events.{i}.after", f"there is no event {lacking}", "the id of an event")
            )
        for core in [c for c in e.places if c not in places]:
            found.append(
                Fault(
                    f"events.{i}.on", f"there is no core {core}", "cable, or cores that are listed"
                )
            )
    return found


def order(build: BuildPlan, done: Done = (), seconds: float = SECONDS) -> Order:
    """The best valid order: fewest parts fed from the far end, changes of end, changes of tool;
    irreversible last.

    Parameters: build; done, the steps done already; seconds to search before an unproven order is
    returned.
    Returns: Order; without steps when none exists, saying what is stuck.
    """
    for far in _far_fed(build, done):
        edges = precedence(build, far, done)
        if edges is None:
            continue
        jobs = _jobs(build, far, done)
        last = Job(done[-1].what, done[-1].end, done[-1].tool) if done else None
        found = best_sequence(jobs, edges, last, seconds)
        if found is not None:
            by_id = {j.id: j for j in jobs}
            steps = tuple(_step(build, by_id[name]) for name in found.ids)
            return Order(
                steps=steps,
                far_fed=len(far),
                end_changes=found.end_changes,
                tool_changes=found.tool_changes,
                proven=found.proven,
            )
    stuck = _stuck(build)
    if stuck:
        return Order((), stuck=stuck)
    return Order((), cycle=_ring(build, done), dead_end=bool(done))


def _step(build: BuildPlan, job: Job) -> Step:
    end: End = "A" if job.end == "A" else "B"
    return Step(job.id, end, job.tool, build.part(job.id) is not None)


def _jobs(build: BuildPlan, far: frozenset[str], done: Done) -> tuple[Job, ...]:
    over = {s.what for s in done}
    threads = [
        Job(p.id, OTHER[p.end] if p.id in far else p.end, HAND, early=True)
        for p in build.parts
        if p.id not in over
    ]
    return (
        *threads,
        *(Job(e.id, e.end, e.tool, e.irreversible) for e in build.events if e.id not in over),
    )


def _far_fed(build: BuildPlan, done: Done) -> Iterator[frozenset[str]]:
    """Sets of parts to feed from the far end, fewest first: with a part, every higher rank of its
    end goes too.
    """
    over = {s.what for s in done}
    choices: list[frozenset[str]] = [frozenset()]
    for end in ("A", "B"):
        loose = [
            p
            for p in build.parts
            if p.end == end and p.on == CABLE and not p.split and p.id not in over
        ]
        for rank in sorted({p.rank for p in loose}, reverse=True):
            above = [p.id for p in loose if p.rank > rank]
            level = [p.id for p in loose if p.rank == rank]
            for n in range(1, len(level) + 1):
                choices += [frozenset((*above, *some)) for some in combinations(level, n)]
    return iter(sorted(choices, key=len))


def precedence(build: BuildPlan, far: frozenset[str], done: Done = ()) -> Edges | None:
    """What each step waits for, with these parts fed from the far end; None when a part can not go
    on at all.
    """
    over = {s.what for s in done}
    edges: Edges = {x.id: set() for x in build.everything}
    for e in build.events:
        edges[e.id] |= set(e.after)
    for p in build.parts:
        if p.id in far:
            entry = OTHER[p.end]
        else:
            entry = p.end
        if p.id not in over and static_blocks(build, p, entry):
            return None
        edges[p.id] |= set(p.after)
        for later in _must_wait_for(build, p, far, entry):
            edges[later].add(p.id)
        missed = {x for x in _must_wait_for(build, p, far, entry) if x in over}
        if p.id in far:
            missed -= {q.id for q in _beside(build, p) if q.rank < p.rank}
        if missed and p.id not in over:
            return None
        if (
            p.id in far
            and p.id not in over
            and any(q.id in over and q.rank > p.rank for q in _beside(build, p))
        ):
            return None
    return {x: waits - over for x, waits in edges.items()}


def _beside(build: BuildPlan, p: Threaded) -> list[Threaded]:
    """Other parts of the same place and end that are not split."""
    return [
        q for q in build.parts if q.end == p.end and q.on == p.on and not q.split and q.id != p.id
    ]


def _must_wait_for(build: BuildPlan, p: Threaded, far: frozenset[str], entry: End) -> set[str]:
    """Everything that comes after a part, because the part could not go on any more, or is waited
    for.
    """
    if p.needed_by:
        waits = {p.needed_by}
    else:
        waits = set()
    if p.split:
        return waits
    waits |= {e.id for e in obstacles(build, p, entry)}
    for q in build.parts:
        if q.end == p.end and q.on == p.on and q.id != p.id:
            inner_first = q.rank < p.rank and q.id not in far
            outer_far = q.rank > p.rank and q.id in far and p.id in far
            if inner_first or outer_far:
                waits.add(q.id)
        if p.id in far and q.end == entry and q.on == CABLE and not q.split:
            waits.add(q.id)
    return waits


def obstacles(build: BuildPlan, p: Threaded, entry: End) -> list[Event]:
    """Events at an end that a part can not pass."""
    return [e for e in build.events if e.end == entry and e.stands_at(p.on) and e.od_mm > p.bore_mm]


def static_blocks(build: BuildPlan, p: Threaded, entry: End) -> tuple[str, ...]:
    """What keeps a part off from an end whatever the order: the cable or core, what it must pass, a
    finished end.
    """
    if p.on == CABLE:
        thick = build.cable_od_mm
    else:
        thick = build.cores.get(p.on, 0.0)
    if p.bore_mm < thick:
        found = [p.on]
    else:
        found = []
    passed = [e for e in build.events if e.id in p.must_pass]
    found += [e.id for e in passed if e.od_mm > p.bore_mm]
    at = build.end(entry)
    if not p.split and at.state == "finished" and at.od_mm > p.bore_mm:
        found.append(entry)
    return tuple(found)


def _stuck(build: BuildPlan) -> tuple[Stuck, ...]:
    """Parts that neither end lets on, each with what blocks it."""
    earlier = _ancestors(build)
    found = []
    for p in build.parts:
        ways: list[End] = [p.end] if p.split or p.on != CABLE else [p.end, OTHER[p.end]]
        blocked = {end: _blocks(build, p, end, earlier[p.id]) for end in ways}
        if all(blocked.values()):
            by: dict[str, tuple[str, ...]] = dict(sorted(blocked.items()))
            found.append(Stuck(p.id, by, _why(p, by)))
    if found:
        return tuple(found)
    return tuple(
        Stuck(p.id, {p.end: own}, _why(p, {p.end: own}))
        for p in build.parts
        if (own := _blocks(build, p, p.end, earlier[p.id]))
    )


def _blocks(build: BuildPlan, p: Threaded, end: End, earlier: set[str]) -> tuple[str, ...]:
    if p.split:
        late = []
    else:
        late = [e.id for e in obstacles(build, p, end) if e.id in earlier]
    return (*static_blocks(build, p, end), *late)


def _ancestors(build: BuildPlan) -> dict[str, set[str]]:
    """For each part and event, everything that is said to come before it."""
    direct: Edges = {x.id: set(x.after) for x in build.everything}
    for p in build.parts:
        if p.needed_by in direct:
            direct[p.needed_by].add(p.id)
    found: dict[str, set[str]] = {}
    for start in direct:
        seen: set[str] = set()
        heads = list(direct[start])
        while heads:
            x = heads.pop()
            if x not in seen:
                seen.add(x)
                heads += direct.get(x, ())
        found[start] = seen
    return found


def _why(p: Threaded, blocked: Mapping[str, Iterable[str]]) -> str:
    ways = "; ".join(f"from {end}: {', '.join(by)}" for end, by in blocked.items())
    return f"{p.id} passes {p.bore_mm:g} mm, and is blocked {ways}."


def _ring(build: BuildPlan, done: Done) -> tuple[str, ...]:
    """Steps that wait for each other in a ring; empty when there is none."""
    edges = precedence(build, frozenset(), done) or {x.id: set(x.after) for x in build.everything}
    left = dict(edges)
    while True:
        free = [x for x, waits in left.items() if not waits & set(left)]
        if not free:
            break
        for x in free:
            del left[x]
        if not left:
            return ()
    here, trail = next(iter(left)), []
    while here not in trail:
        trail.append(here)
        here = next(x for x in sorted(left[here]) if x in left)
    return tuple(reversed(trail[trail.index(here) :]))


@dataclass(frozen=True)
class Gate:
    """Before something that can not be undone: what must be on now, from the tip inwards, and what
    it locks out.
    """

    before: str
    on_cable_from_tip: tuple[str, ...]
    on_core_from_tip: dict[str, tuple[str, ...]]
    locked_out_after: tuple[str, ...]


def gates(build: BuildPlan, steps: tuple[Step, ...]) -> tuple[Gate, ...]:
    """One gate for each irreversible event, in the order they come."""
    found = []
    done: list[str] = []
    for step in steps:
        event = build.event(step.what)
        if event is not None and event.irreversible:
            found.append(_gate(build, event, frozenset(done)))
        done.append(step.what)
    return tuple(found)


def _gate(build: BuildPlan, event: Event, done: frozenset[str]) -> Gate:
    here = [p for p in build.parts if p.end == event.end]
    on = sorted((p for p in here if p.id in done and not p.split), key=lambda p: p.rank)
    cores = {c: tuple(p.id for p in on if p.on == c) for c in build.cores}
    before, after = done, done | {event.id}
    locked = [
        p.id
        for p in here
        if could_go_on(build, p, p.end, before) and not could_go_on(build, p, p.end, after)
    ]
    return Gate(
        event.id,
        tuple(p.id for p in on if p.on == CABLE),
        {c: ids for c, ids in cores.items() if ids},
        tuple(locked),
    )


def could_go_on(build: BuildPlan, p: Threaded, entry: End, done: frozenset[str]) -> bool:
    """True when a part, as if it were still off, can go on from an end with so much done."""
    outer = [q.id for q in _beside(build, p) if q.rank > p.rank]
    if static_blocks(build, p, entry) or not set(p.after) <= done:
        return False
    if p.split:
        return set(outer) <= done
    if any(e.id in done for e in obstacles(build, p, entry)):
        return False
    if entry == p.end:
        return set(outer) <= done
    across = any(
        q.end == entry and q.on == CABLE and not q.split and q.id in done for q in build.parts
    )
    return p.on == CABLE and not across and not set(outer) & done


def with_split(build: BuildPlan, name: str) -> BuildPlan:
    """The build with one part taken in its split form."""
    return replace(
        build, parts=tuple(replace(p, split=True) if p.id == name else p for p in build.parts)
    )
