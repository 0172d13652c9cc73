"""Feeding a part: from which end it goes on, what keeps it off, and what must wait for it."""

from collections.abc import Iterator
from dataclasses import replace
from heapq import heappop, heappush
from itertools import combinations

from euthyne.core.order.laid import CABLE, BuildPlan, CableEnd, Event, Threaded

Edges = dict[str, set[str]]
Far = frozenset[str]


def obstacles(build: BuildPlan, p: Threaded, entry: CableEnd) -> list[Event]:
    """Events at a cable end that a part can not pass."""
    return [e for e in build.done_at(entry) if e.stands_before(p, entry)]


def static_blocks(build: BuildPlan, p: Threaded, entry: CableEnd) -> tuple[str, ...]:
    """What keeps a part off from an end whatever the order: the cable or core, what it must pass, a
    finished end.
    """
    cable = build.cable(p.cable)
    if p.on == CABLE:
        thick = cable.od_mm
    else:
        thick = cable.cores.get(p.on, 0.0)
    if p.bore_mm < thick:
        found = [p.on]
    else:
        found = []
    passed = [e for e in build.events if e.id in p.must_pass]
    found += [e.id for e in passed if e.od_mm > p.bore_mm]
    at = build.end(entry)
    if not p.split and at.state == "finished" and at.od_mm > p.bore_mm:
        found.append(entry.end)
    return tuple(found)


def beside(build: BuildPlan, p: Threaded) -> list[Threaded]:
    """Other parts of the same place and end that are not split."""
    return [q for q in build.in_slot(p.slot) if not q.split and q.id != p.id]


def could_go_on(build: BuildPlan, p: Threaded, entry: CableEnd, done: frozenset[str]) -> bool:
    """True when a part, as if it were still off, can go on from a cable end with so much done."""
    inner = {q.id for q in beside(build, p) if q.rank > p.rank}
    if static_blocks(build, p, entry) or not set(p.after) <= done:
        return False
    if p.split:
        return inner <= done
    if any(e.id in done for e in obstacles(build, p, entry)):
        return False
    if entry == p.home:
        return inner <= done
    return p.on == CABLE and not inner & done and not _something_on(build, entry, done)


def _something_on(build: BuildPlan, end: CableEnd, done: frozenset[str]) -> bool:
    """True when a closed part is on the cable at an end: nothing travels past it."""
    return any(q.slides and q.id in done for q in build.in_slot((end, CABLE)))


def with_split(build: BuildPlan, name: str) -> BuildPlan:
    """The build with one part taken in its split form."""
    return replace(
        build, parts=tuple(replace(p, split=True) if p.id == name else p for p in build.parts)
    )


def ways_to_feed(build: BuildPlan, over: frozenset[str]) -> Iterator[Far]:
    """Sets of parts to feed from the far end, fewest first; ``over`` is done already.

    Each cable is fed in a way of its own: its sets are tried together with those of the others, in
    the order of what they cost together.
    """
    by_cable = [_ways_on(build, cable.name, over) for cable in build.cables]
    if not all(by_cable):
        return
    first = (0,) * len(by_cable)
    heap = [(sum(len(ways[0]) for ways in by_cable), first)]
    seen = {first}
    while heap:
        _, picked = heappop(heap)
        yield frozenset().union(*(ways[i] for ways, i in zip(by_cable, picked, strict=True)))
        for at, ways in enumerate(by_cable):
            after = (*picked[:at], picked[at] + 1, *picked[at + 1 :])
            if after[at] < len(ways) and after not in seen:
                seen.add(after)
                many = sum(len(ways[i]) for ways, i in zip(by_cable, after, strict=True))
                heappush(heap, (many, after))


def _ways_on(build: BuildPlan, cable: str, over: frozenset[str]) -> list[Far]:
    """The sets of one cable's parts to feed from the far end, fewest first, that its own rules
    allow: with a part, every higher rank of its end goes too.

    A higher rank lies further in. A part fed from the far end comes to rest behind all that is on
    its end, so a higher rank fed from the near end would have to pass it, or lie in its way: it
    comes from the far end too. That leaves, for each end, one rank that is divided between the two
    ways and whole ranks above it. Those are listed; no other set can be carried out.
    """
    choices: list[Far] = [frozenset()]
    loose = [p for p in build.parts if p.cable == cable and p.slides and p.id not in over]
    for end, rank in sorted({(p.end, p.rank) for p in loose}, key=lambda x: (x[0], -x[1])):
        above = [p.id for p in loose if p.end == end and p.rank > rank]
        level = [p.id for p in loose if p.end == end and p.rank == rank]
        for n in range(1, len(level) + 1):
            choices += [frozenset((*above, *some)) for some in combinations(level, n)]
    return [far for far in sorted(choices, key=len) if _carried_out(build, cable, far, over)]


def _carried_out(build: BuildPlan, cable: str, far: Far, over: frozenset[str]) -> bool:
    """True when no part of a cable is kept off for good by the way it is fed."""
    return not any(
        _too_late(build, p, far, comes_after(build, p, far), over)
        for p in build.parts
        if p.cable == cable and p.id not in over
    )


def precedence(build: BuildPlan, far: Far, over: frozenset[str]) -> Edges:
    """What each step waits for, with these parts fed from the far end and so much done."""
    edges: Edges = {x.id: set(x.after) for x in build.everything}
    for event in build.events:
        edges[event.id] |= set(event.rather_after)
    for p in build.parts:
        for name in comes_after(build, p, far):
            edges[name].add(p.id)
    return {x: waits - over for x, waits in edges.items()}


def entry_of(p: Threaded, far: Far) -> CableEnd:
    """The cable end a part goes on from."""
    if p.id in far:
        return p.home.other
    return p.home


def _too_late(
    build: BuildPlan, p: Threaded, far: Far, later: set[str], over: frozenset[str]
) -> bool:
    """True when a part that is still off can not go on any more, from the end it is fed from.

    ``later`` is all that has to come after it. From the far end it still comes up behind the lower
    ranks of its own end, never past a higher one.
    """
    if static_blocks(build, p, entry_of(p, far)):
        return True
    missed = later & over
    if p.id not in far:
        return bool(missed)
    inner = {q.id for q in beside(build, p) if q.rank > p.rank}
    tipwards = {q.id for q in beside(build, p) if q.rank < p.rank}
    return bool(inner & over or missed - tipwards)


def comes_after(build: BuildPlan, p: Threaded, far: Far) -> set[str]:
    """Everything that comes after a part, because the part could not go on any more, or is waited
    for.
    """
    waits: set[str] = set()
    if p.needed_by:
        waits.add(p.needed_by)
    if p.split:
        return waits
    entry = entry_of(p, far)
    waits |= {e.id for e in obstacles(build, p, entry)}
    waits |= {q.id for q in build.in_slot(p.slot) if _comes_first(p, q, far)}
    if p.id in far:
        waits |= {q.id for q in build.in_slot((entry, CABLE)) if q.slides}
    return waits


def _comes_first(p: Threaded, q: Threaded, far: Far) -> bool:
    """True when a part goes on before another of its place and end: the higher rank lies further in.

    Two that are both fed from the far end go on the other way about.
    """
    if q.rank < p.rank:
        return q.id not in far
    return q.rank > p.rank and q.id in far and p.id in far
