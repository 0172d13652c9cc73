"""A build that has no order: the parts that are stuck, or the ring of what waits for what."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from euthyne.core.order.feeding import Edges, obstacles, precedence, static_blocks
from euthyne.core.order.laid import CABLE, BuildPlan, CableEnd, End, Threaded
from euthyne.core.trade.figure import mm


@dataclass(frozen=True)
class Stuck:
    """A part that can not go on: what blocks it, by the end it would enter from; why, in words."""

    part: str
    blocked_by: dict[str, tuple[str, ...]]
    why: str


def stuck_in(build: BuildPlan) -> tuple[Stuck, ...]:
    """Parts that neither end lets on, each with what blocks it."""
    earlier = _ancestors(build)
    found = []
    for p in build.parts:
        ways = [p.home] if p.split or p.on != CABLE else sorted((p.home, p.home.other))
        blocked = {at.end: _blocks(build, p, at, earlier[p.id]) for at in ways}
        if all(blocked.values()):
            found.append(_stuck(p, blocked))
    if found:
        return tuple(found)
    return tuple(
        _stuck(p, {p.end: own})
        for p in build.parts
        if (own := _blocks(build, p, p.home, earlier[p.id]))
    )


def _stuck(p: Threaded, blocked: Mapping[End, tuple[str, ...]]) -> Stuck:
    by = {str(end): names for end, names in blocked.items()}
    return Stuck(p.id, by, _why(p, by))


def _blocks(build: BuildPlan, p: Threaded, entry: CableEnd, earlier: set[str]) -> tuple[str, ...]:
    if p.split:
        late = []
    else:
        late = [e.id for e in obstacles(build, p, entry) if e.id in earlier]
    return (*static_blocks(build, p, entry), *late)


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
    return f"{p.id} passes {mm(p.bore_mm):g}, and is blocked {ways}."


def ring_in(build: BuildPlan, over: frozenset[str]) -> tuple[str, ...]:
    """Steps that wait for each other in a ring; empty when there is none."""
    left = waiting_for_ever(precedence(build, frozenset(), over))
    if not left:
        return ()
    # Every step left waits for another that is left, so walking back must come round.
    here, trail = next(iter(left)), []
    while here not in trail:
        trail.append(here)
        here = next(x for x in sorted(left[here]) if x in left)
    return tuple(reversed(trail[trail.index(here) :]))


def waiting_for_ever(edges: Edges) -> Edges:
    """What is left when every step that can be done has been: the rings and what hangs on them."""
    left = dict(edges)
    free = [x for x, waits in left.items() if waits.isdisjoint(left)]
    while free:
        for x in free:
            del left[x]
        free = [x for x, waits in left.items() if waits.isdisjoint(left)]
    return left
