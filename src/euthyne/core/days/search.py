"""Every way in which few stretches can be laid, without what cannot be the best: the least late, and of those the
one with the fewest changes of set-up.

A best plan has every stretch as soon as what its hand, its station and its batch did before lets it, and can be
laid in the order in which the stretches begin. So only such orders are looked at, level by level; of two that
have come equally far, the one that is behind in everything is left.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import TypeVar

from euthyne.core.days.board import fit
from euthyne.core.days.task import DaysTask, LaidDays, LaidStretch
from euthyne.core.days.workshop import Station

MOST_STATES = 3000  # on a level: with more, the best by their bounds go on and nothing is proven
BEYOND = 1 << 40  # as late as days that are not all laid
Key = tuple[object, ...]
T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class _State:
    next: tuple[int, ...]
    ready: tuple[int, ...]
    makers: tuple[frozenset[int], ...]
    free: tuple[int, ...]
    set_up: tuple[str | None, ...]
    stations: tuple[tuple[int, ...], ...]
    ends: tuple[int, ...]
    changes: int
    at: int
    least: int  # no plan from here is less late
    last: "tuple[LaidStretch, object] | None"


def search(
    task: DaysTask, begun: LaidDays, enough: Callable[[], bool], most: int = MOST_STATES
) -> tuple[LaidDays, bool]:
    """The best days, and whether all ways were looked at.

    Parameters: task, of batches that can all be laid; begun, days that are there already; enough, True once there
    is no time left; most, how many states of a level go on.
    """
    names = tuple(task.many)
    hands = len(task.makes)
    missing, late, changes, _ = begun.counts(task)
    best = (BEYOND, 0) if missing else (late, changes)
    found, whole = begun, True
    level = [
        _State(
            (0,) * len(task.batches),
            tuple(batch.after for batch in task.batches),
            (frozenset(),) * len(task.batches),
            (0,) * hands,
            (None,) * hands,
            tuple((0,) * task.many[s] for s in names),
            (0,) * len(task.deliveries),
            0,
            0,
            0,
            None,
        )
    ]
    for _ in range(sum(len(batch.stretches) for batch in task.batches)):
        reached: dict[Key, list[_State]] = {}
        for state in level:
            if enough():
                return found, False
            for child in _children(task, state, names):
                if (child.least, child.changes) < best:
                    _keep(reached, child, names)
        level = [state for states in reached.values() for state in states]
        if len(level) > most:
            whole = False
            level.sort(key=lambda s: (s.least, s.changes, sum(s.free)))
            level = level[:most]
    for state in level:
        if (state.least, state.changes) < best:
            best, found = (state.least, state.changes), LaidDays(_trail(state))
    return found, whole


def _children(task: DaysTask, state: _State, names: tuple[Station, ...]) -> list[_State]:
    found = []
    seen_batches: set[Key] = set()
    for n, batch in enumerate(task.batches):
        if state.next[n] == len(batch.stretches):
            continue
        # Of batches alike that have come equally far, only one goes next.
        like = (
            batch.stretches,
            batch.delivery,
            batch.made_by,
            state.next[n],
            state.ready[n],
            state.makers[n],
        )
        if like in seen_batches:
            continue
        seen_batches.add(like)
        stretch = batch.stretches[state.next[n]]
        seen_hands: set[Key] = set()
        for hand, spans in enumerate(task.presence.spans):
            if not task.may(hand, batch, stretch, state.makers[n]):
                continue
            # Of hands alike that have done nothing yet, only one goes next.
            fresh = (spans, task.makes[hand], task.proves[hand])
            touched = any(hand in x.made_by for x in task.batches)
            if state.set_up[hand] is None and not touched:
                if fresh in seen_hands:
                    continue
                seen_hands.add(fresh)
            earliest = max(state.ready[n] + stretch.wait, state.free[hand])
            for station in stretch.stations:
                earliest = max(earliest, min(state.stations[names.index(station)]))
            begin = fit(spans, earliest, stretch.minutes)
            if begin is None or begin < state.at:
                continue
            found.append(
                _after(
                    task,
                    state,
                    names,
                    LaidStretch(n, state.next[n], hand, begin, begin + stretch.minutes),
                )
            )
    return found


def _after(task: DaysTask, state: _State, names: tuple[Station, ...], one: LaidStretch) -> _State:
    batch = task.batches[one.batch]
    stretch = batch.stretches[one.stretch]
    stations = list(state.stations)
    for station in stretch.stations:
        at = names.index(station)
        stations[at] = tuple(sorted((*sorted(stations[at])[1:], one.end)))
    ready = _with(state.ready, one.batch, one.end)
    following = _with(state.next, one.batch, one.stretch + 1)
    makers = state.makers
    if stretch.does != "prove":
        makers = _with(makers, one.batch, makers[one.batch] | {one.hand})
    ends = _with(state.ends, batch.delivery, max(state.ends[batch.delivery], one.end))
    before = state.set_up[one.hand]
    return _State(
        following,
        ready,
        makers,
        _with(state.free, one.hand, one.end),
        _with(state.set_up, one.hand, stretch.set_up),
        tuple(stations),
        ends,
        state.changes + (before is not None and before != stretch.set_up),
        one.begin,
        _least(task, following, ready, ends),
        (one, state.last),
    )


def _with(values: tuple[T, ...], at: int, value: T) -> tuple[T, ...]:
    return (*values[:at], value, *values[at + 1 :])


def _least(
    task: DaysTask, following: tuple[int, ...], ready: tuple[int, ...], ends: tuple[int, ...]
) -> int:
    """How late the deliveries are at the least: each batch done with nothing else in its way."""
    done = list(ends)
    for n, batch in enumerate(task.batches):
        left = batch.stretches[following[n] :]
        if left:
            done[batch.delivery] = max(
                done[batch.delivery], ready[n] + sum(s.minutes + s.wait for s in left)
            )
    return sum(o.weight * task.late(o, end) for o, end in zip(task.deliveries, done, strict=True))


def _keep(reached: dict[Key, list[_State]], child: _State, names: tuple[Station, ...]) -> None:
    """Keep a state, unless another of its level is ahead in everything; drop those it is ahead of."""
    key = (child.next, child.makers, child.set_up)
    others = reached.setdefault(key, [])
    own = _figures(child)
    kept = []
    for other in others:
        figures = _figures(other)
        if all(a <= b for a, b in zip(figures, own, strict=True)):
            return
        if not all(a >= b for a, b in zip(figures, own, strict=True)):
            kept.append(other)
    reached[key] = [*kept, child]


def _figures(state: _State) -> tuple[int, ...]:
    stations = (x for units in state.stations for x in units)
    return (*state.ready, *state.free, *stations, *state.ends, state.changes, state.at)


def _trail(state: _State) -> tuple[LaidStretch, ...]:
    found: list[LaidStretch] = []
    link = state.last
    while link is not None:
        one, link = link  # type: ignore[assignment]
        found.append(one)
    return tuple(reversed(found))
