"""The bench while days are laid: who is free from when, which station, how far each batch is."""

from bisect import bisect_right
from collections.abc import Sequence

from euthyne.core.days.task import Batch, DaysTask, LaidStretch, Stretch
from euthyne.core.days.workshop import Station


class Board:
    """How far a plan of days is laid; every stretch goes behind what its hand and its station do last."""

    def __init__(self, task: DaysTask) -> None:
        self.task = task
        self.next = [0] * len(task.batches)
        self.ready = [batch.after for batch in task.batches]
        self.makers: list[frozenset[int]] = [frozenset() for _ in task.batches]
        self.free = [0] * len(task.makes)
        self.set_up: list[str | None] = [None] * len(task.makes)
        self.stations: dict[Station, list[int]] = {s: [0] * n for s, n in task.many.items()}
        self.laid: list[LaidStretch] = []
        self.following: list[Stretch] = [batch.stretches[0] for batch in task.batches]
        # When the next stretch of a batch could begin, whoever does it.
        self.earliest: list[int] = [self._earliest(n) for n in range(len(task.batches))]

    def _earliest(self, n: int) -> int:
        stretch = self.following[n]
        units = [min(self.stations[s]) for s in stretch.stations]
        return max(self.ready[n] + stretch.wait, *units) if units else self.ready[n] + stretch.wait

    def begin(self, n: int, hand: int) -> int | None:
        """When a hand can begin the next stretch of a batch; None where it never can."""
        stretch = self.following[n]
        if not self.task.may(hand, self.task.batches[n], stretch, self.makers[n]):
            return None
        earliest = max(self.earliest[n], self.free[hand])
        return fit(self.task.presence.spans[hand], earliest, stretch.minutes)

    def lay(self, n: int, hand: int, begin: int) -> LaidStretch:
        """Lay the next stretch of a batch."""
        stretches, stretch = self.task.batches[n].stretches, self.following[n]
        one = LaidStretch(n, self.next[n], hand, begin, begin + stretch.minutes)
        self.laid.append(one)
        self.next[n] += 1
        self.ready[n] = self.free[hand] = one.end
        self.set_up[hand] = stretch.set_up
        if stretch.does != "prove":
            self.makers[n] |= {hand}
        for station in stretch.stations:
            units = self.stations[station]
            units[units.index(min(units))] = one.end
        if self.next[n] < len(stretches):
            self.following[n] = stretches[self.next[n]]
        for other, following in enumerate(self.following):
            if other == n or not set(stretch.stations).isdisjoint(following.stations):
                self.earliest[other] = self._earliest(other)
        return one

    def left(self) -> list[int]:
        """The batches that are not all laid."""
        return [
            n for n, batch in enumerate(self.task.batches) if self.next[n] < len(batch.stretches)
        ]


def fit(spans: Sequence[tuple[int, int]], earliest: int, minutes: int) -> int | None:
    """The first minute from which somebody is there for so long in one go; None where that is never.

    >>> fit([(480, 720), (780, 1020)], 700, 30), fit([(480, 720)], 700, 30) is None
    (780, True)
    """
    at = max(bisect_right(spans, (earliest, 1 << 40)) - 1, 0)
    for begin, end in spans[at:]:
        start = max(begin, earliest)
        if start + minutes <= end:
            return start
    return None


def alone(task: DaysTask, batch: Batch) -> int | None:
    """When a batch would be done if there were nothing else; None where it can never be."""
    at = batch.after
    for stretch in batch.stretches:
        if any(not task.many[s] for s in stretch.stations):
            return None
        begins = [
            fit(task.presence.spans[hand], at + stretch.wait, stretch.minutes)
            for hand in range(len(task.makes))
            if task.may(hand, batch, stretch, frozenset())
        ]
        found = [begin for begin in begins if begin is not None]
        if not found:
            return None
        at = min(found) + stretch.minutes
    return at
