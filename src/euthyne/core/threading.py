"""The threading order: which parts go on when, so that nothing done earlier locks out what comes later."""

import heapq
from collections.abc import Iterator
from dataclasses import dataclass, field
from itertools import count
from typing import Literal

End = Literal["A", "B"]
OTHER: dict[End, End] = {"A": "B", "B": "A"}
HAND = "hand"


@dataclass(frozen=True)
class Threaded:
    """A part for the cable: its end, its rank from the tip inwards (1 nearest), the fattest cable it passes in mm."""

    id: str
    end: End
    rank: int
    bore_mm: float
    needed_by: str | None = None
    after: tuple[str, ...] = ()
    split: bool = False


@dataclass(frozen=True)
class Event:
    """Something done at an end: its tool, the obstruction it leaves (mm), the events it waits for."""

    id: str
    end: End
    tool: str = HAND
    od_mm: float = 0.0
    after: tuple[str, ...] = ()
    irreversible: bool = False


@dataclass(frozen=True)
class BuildPlan:
    """A cable with both ends open, the parts to thread on it, and the events."""

    cable_od_mm: float
    parts: tuple[Threaded, ...]
    events: tuple[Event, ...]


@dataclass(frozen=True)
class Step:
    """One step: thread a part from an end, or do an event at its end."""

    what: str
    end: End
    tool: str
    threads: bool


@dataclass(frozen=True)
class Order:
    """The best order found and what it costs; or, in ``trapped``, the parts that can no longer go on."""

    steps: tuple[Step, ...]
    far_fed: int
    end_changes: int
    tool_changes: int
    trapped: tuple[str, ...] = ()


Cost = tuple[int, int, int, int]


@dataclass(order=True)
class _State:
    cost: Cost
    tie: int
    done: frozenset[str] = field(compare=False)
    steps: tuple[Step, ...] = field(compare=False)


def order(build: BuildPlan) -> Order:
    """The best valid order: fewest parts fed from the far end, changes of end, changes of tool; irreversible last.

    Parameters: build. Returns: Order; ``steps`` is empty and ``trapped`` names parts when no order exists.
    Complexity: shortest path over sets of finished steps; exponential in the width of what may be done in any order.
    """
    goal, tie = len(build.parts) + len(build.events), count()
    heap = [_State((0, 0, 0, 0), next(tie), frozenset(), ())]
    settled: set[tuple[frozenset[str], End | None, str | None]] = set()
    furthest: frozenset[str] = frozenset()
    while heap:
        state = heapq.heappop(heap)
        last = state.steps[-1] if state.steps else None
        key = (state.done, last.end if last else None, last.tool if last else None)
        if key in settled:
            continue
        settled.add(key)
        if len(state.done) == goal:
            return Order(state.steps, *state.cost[:3])
        furthest = max(furthest, state.done, key=len)
        for step in possible(build, state.done):
            cost = _cost(build, state, step, goal)
            heapq.heappush(heap, _State(cost, next(tie), state.done | {step.what}, (*state.steps, step)))
    stuck = tuple(p.id for p in build.parts if p.id not in furthest)
    return Order((), 0, 0, 0, trapped=stuck)


def _cost(build: BuildPlan, state: _State, step: Step, goal: int) -> Cost:
    far, ends, tools, early = state.cost
    last = state.steps[-1] if state.steps else None
    home = {p.id: p.end for p in build.parts}.get(step.what)
    lasting = any(e.id == step.what and e.irreversible for e in build.events)
    return (
        far + (home is not None and home != step.end),
        ends + (last is not None and last.end != step.end),
        tools + (last is not None and last.tool != step.tool),
        early + (goal - len(state.steps) if lasting else 0),
    )


def possible(build: BuildPlan, done: frozenset[str]) -> Iterator[Step]:
    """Every step that may come next."""
    for part in build.parts:
        if part.id not in done and set(part.after) <= done and part.bore_mm >= build.cable_od_mm:
            for end in (part.end, OTHER[part.end]):
                if enters(build, part, end, done):
                    yield Step(part.id, end, HAND, threads=True)
    waiting = {p.needed_by for p in build.parts if p.id not in done}
    for event in build.events:
        if event.id not in done and set(event.after) <= done and event.id not in waiting:
            yield Step(event.id, event.end, event.tool, threads=False)


def enters(build: BuildPlan, part: Threaded, end: End, done: frozenset[str]) -> bool:
    """True when a part can go on from an end now: past what is done there, and in its place among its neighbours."""
    own = [p for p in build.parts if p.end == part.end and not p.split and p.id != part.id]
    outer_off = any(p.rank > part.rank and p.id not in done for p in own)
    if part.split:
        return end == part.end and not outer_off
    if any(e.od_mm > part.bore_mm for e in build.events if e.end == end and e.id in done):
        return False
    if end == part.end:
        inner_on = any(p.rank < part.rank and p.id in done for p in own)
        return not outer_off and not inner_on
    across = any(p.end == end and not p.split and p.id in done for p in build.parts)
    outer_on = any(p.rank > part.rank and p.id in done for p in own)
    return not across and not outer_on
