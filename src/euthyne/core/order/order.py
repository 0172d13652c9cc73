"""The threading order: which parts go on when, so that nothing done earlier locks out what comes
later.
"""

from collections import Counter
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
    events, places = {e.id for e in build.events}, {CABLE, *build.cores}
    found = _named_twice(build)
    for i, p in enumerate(build.parts):
        found += _astray_part(f"parts.{i}", p, events, places)
    for i, e in enumerate(build.events):
        found += _no_such_event(f"events.{i}.after", e.after, events)
        found += [
            Fault(f"events.{i}.on", f"there is no core {core}", "cable, or cores that are listed")
            for core in e.places
            if core not in places
        ]
    return found


def _named_twice(build: BuildPlan) -> list[Fault]:
    found = []
    count = Counter(x.id for x in build.everything)
    for twice in sorted(name for name, n in count.items() if n > 1):
        if build.part(twice):
            field = "parts"
        else:
            field = "events"
        found.append(Fault(field, f"{twice} is there twice", "an id for each"))
    return found


def _astray_part(field: str, p: Threaded, events: set[str], places: set[str]) -> list[Fault]:
    found = []
    if p.needed_by:
        found += _no_such_event(f"{field}.needed_by", [p.needed_by], events)
    found += _no_such_event(f"{field}.after", p.after, events)
    found += _no_such_event(f"{field}.must_pass", p.must_pass, events)
    if p.on not in places:
        what = f"there is no core {p.on}"
        found.append(Fault(f"{field}.on", what, "cable, or a core that is listed"))
    return found


def _no_such_event(field: str, ids: Iterable[str], events: set[str]) -> list[Fault]:
    return [
        Fault(field, f"there is no event {lacking}", "the id of an event")
        for lacking in ids
        if lacking not in events
    ]


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

    A higher rank lies further in. A part fed from the far end comes to rest behind all that is on
    its end, so a higher rank fed from the near end would have to pass it, or lie in its way: it
    comes from the far end too. That leaves, for each end, one rank that is divided between the two
    ways and whole ranks above it. Those are listed; no other set can be carried out.
    """
    over = {s.what for s in done}
    choices: list[frozenset[str]] = [frozenset()]
    loose = [p for p in build.parts if _slides(p) and p.id not in over]
    for end, rank in sorted({(p.end, p.rank) for p in loose}, key=lambda x: (x[0], -x[1])):
        above = [p.id for p in loose if p.end == end and p.rank > rank]
        level = [p.id for p in loose if p.end == end and p.rank == rank]
        for n in range(1, len(level) + 1):
            choices += [frozenset((*above, *some)) for some in combinations(level, n)]
    return iter(sorted(choices, key=len))


def _slides(p: Threaded) -> bool:
    """A closed part on the whole cable: it comes on over an end, and can travel to the other."""
    return p.on == CABLE and not p.split


def precedence(build: BuildPlan, far: frozenset[str], done: Done = ()) -> Edges | None:
    """What each step waits for, with these parts fed from the far end; None when a part can not go
    on at all.
    """
    over = {s.what for s in done}
    edges: Edges = {x.id: set(x.after) for x in build.everything}
    for p in build.parts:
        entry = _entry(p, far)
        later = _must_wait_for(build, p, far, entry)
        if p.id not in over and _too_late(build, p, far, later, over):
            return None
        for name in later:
            edges[name].add(p.id)
    return {x: waits - over for x, waits in edges.items()}


def _entry(p: Threaded, far: frozenset[str]) -> End:
    """The end a part goes on from."""
    if p.id in far:
        return OTHER[p.end]
    return p.end


def _too_late(
    build: BuildPlan, p: Threaded, far: frozenset[str], later: set[str], over: set[str]
) -> bool:
    """True when a part that is still off can not go on any more, from the end it is fed from.

    ``later`` is all that has to come after it. From the far end it still comes up behind the lower
    ranks of its own end, never past a higher one.
    """
    if static_blocks(build, p, _entry(p, far)):
        return True
    missed = later & over
    if p.id not in far:
        return bool(missed)
    beside = _beside(build, p)
    inner = {q.id for q in beside if q.rank > p.rank}
    tipwards = {q.id for q in beside if q.rank < p.rank}
    return bool(inner & over or missed - tipwards)


def _beside(build: BuildPlan, p: Threaded) -> list[Threaded]:
    """Other parts of the same place and end that are not split."""
    return [
        q for q in build.parts if q.end == p.end and q.on == p.on and not q.split and q.id != p.id
    ]


def _must_wait_for(build: BuildPlan, p: Threaded, far: frozenset[str], entry: End) -> set[str]:
    """Everything that comes after a part, because the part could not go on any more, or is waited
    for.
    """
    waits: set[str] = set()
    if p.needed_by:
        waits.add(p.needed_by)
    if p.split:
        return waits
    waits |= {e.id for e in obstacles(build, p, entry)}
    waits |= {q.id for q in build.parts if _comes_first(p, q, far)}
    if p.id in far:
        waits |= {q.id for q in build.parts if q.end == entry and _slides(q)}
    return waits


def _comes_first(p: Threaded, q: Threaded, far: frozenset[str]) -> bool:
    """True when a part goes on before another of its place and end: the higher rank lies further in.

    Two that are both fed from the far end go on the other way about.
    """
    if q.end != p.end or q.on != p.on:
        return False
    if q.rank < p.rank:
        return q.id not in far
    return q.rank > p.rank and q.id in far and p.id in far


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
    left = _waiting_for_ever(edges)
    if not left:
        return ()
    # Every step left waits for another that is left, so walking back must come round.
    here, trail = next(iter(left)), []
    while here not in trail:
        trail.append(here)
        here = next(x for x in sorted(left[here]) if x in left)
    return tuple(reversed(trail[trail.index(here) :]))


def _waiting_for_ever(edges: Edges) -> Edges:
    """What is left when every step that can be done has been: the rings and what hangs on them."""
    left = dict(edges)
    free = [x for x, waits in left.items() if not waits & set(left)]
    while free:
        for x in free:
            del left[x]
        free = [x for x, waits in left.items() if not waits & set(left)]
    return left


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
    by_place: dict[str, list[str]] = {}
    for p in on:
        by_place.setdefault(p.on, []).append(p.id)
    after = done | {event.id}
    return Gate(
        before=event.id,
        on_cable_from_tip=tuple(by_place.get(CABLE, ())),
        on_core_from_tip={c: tuple(by_place[c]) for c in build.cores if c in by_place},
        locked_out_after=tuple(
            p.id
            for p in here
            if could_go_on(build, p, p.end, done) and not could_go_on(build, p, p.end, after)
        ),
    )


def could_go_on(build: BuildPlan, p: Threaded, entry: End, done: frozenset[str]) -> bool:
    """True when a part, as if it were still off, can go on from an end with so much done."""
    inner = {q.id for q in _beside(build, p) if q.rank > p.rank}
    if static_blocks(build, p, entry) or not set(p.after) <= done:
        return False
    if p.split:
        return inner <= done
    if any(e.id in done for e in obstacles(build, p, entry)):
        return False
    if entry == p.end:
        return inner <= done
    return p.on == CABLE and not inner & done and not _something_on(build, entry, done)


def _something_on(build: BuildPlan, end: End, done: frozenset[str]) -> bool:
    """True when a closed part is on the cable at an end: nothing travels past it."""
    return any(q.end == end and _slides(q) and q.id in done for q in build.parts)


def with_split(build: BuildPlan, name: str) -> BuildPlan:
    """The build with one part taken in its split form."""
    return replace(
        build, parts=tuple(replace(p, split=True) if p.id == name else p for p in build.parts)
    )
