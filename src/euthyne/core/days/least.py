"""How late a bench must be at the least: its work poured into whole days, whoever does it and in whatever order.

What cannot be done by then even so, cannot be done by then at all. Solved as a mixed-integer program.
"""

from collections.abc import Iterable
from dataclasses import dataclass

import highspy
import numpy as np

from euthyne.core.days.board import alone
from euthyne.core.days.task import DaysTask, Does
from euthyne.core.days.workshop import DAY_MINUTES, Station

EPSILON = 1e-6


@dataclass(frozen=True)
class LeastLate:
    """So late the deliveries are at the least, each day by its weight; and the day on which each is done there, by
    its number, of those that can be late.
    """

    days: int
    done: dict[int, int]


def least_late(task: DaysTask, until: int, seconds: float) -> LeastLate:
    """How late a bench must be.

    Parameters: task, of batches that can all be laid; until, days that are looked at: what is not done by then
    is as late as if it were done on the next; seconds, how long is looked.
    Source: HiGHS, through highspy.
    """
    alone_done = _alone(task)
    first = {
        g: (delivery.due - task.presence.begins).days
        for g, delivery in enumerate(task.deliveries)
        if delivery.due is not None and alone_done[g] is not None
    }
    sure = sum(
        task.deliveries[g].weight * task.late(task.deliveries[g], alone_done[g] or 0) for g in first
    )
    urgent = {g: max(day, 0) for g, day in first.items() if day < until}
    pots = _pots(task, urgent)
    if not pots:
        return LeastLate(sure, {})
    past = {g: -min(first[g], 0) for g in urgent}  # days late on the first day already
    program = _Program(task, until, urgent, pots, {g: alone_done[g] or 0 for g in urgent})
    bound, done = program.solve(seconds)
    fixed = sum(task.deliveries[g].weight * past[g] for g in urgent)
    return LeastLate(max(sure, int(np.ceil(bound + fixed - EPSILON))), done)


def _alone(task: DaysTask) -> list[int | None]:
    """When each delivery would be done if there were no other; None where one is never."""
    found: list[int | None] = [0] * len(task.deliveries)
    for batch in task.batches:
        end, before = alone(task, batch), found[batch.delivery]
        found[batch.delivery] = None if end is None or before is None else max(before, end)
    return found


@dataclass(frozen=True)
class _Pot:
    """Minutes of one delivery that want the same: what of the work, which stations, from which day."""

    delivery: int
    does_proof: bool
    stations: tuple[Station, ...]
    day: int
    minutes: int


def _pots(task: DaysTask, urgent: dict[int, int]) -> list[_Pot]:
    summed: dict[tuple[int, bool, tuple[Station, ...], int], int] = {}
    for batch in task.batches:
        if batch.delivery not in urgent:
            continue
        for stretch in batch.stretches:
            key = (
                batch.delivery,
                _proof(stretch.does),
                stretch.stations,
                batch.after // DAY_MINUTES,
            )
            summed[key] = summed.get(key, 0) + stretch.minutes
    return [_Pot(*key, minutes) for key, minutes in summed.items()]


def _proof(does: Does) -> bool:
    return does == "prove"


class _Program:
    """Minutes of each pot on each day; of each delivery whether it is done by the end of a day."""

    def __init__(
        self,
        task: DaysTask,
        until: int,
        urgent: dict[int, int],
        pots: list[_Pot],
        alone_done: dict[int, int],
    ) -> None:
        self.task, self.until, self.urgent = task, until, urgent
        self.h = highspy.Highs()
        self.h.setOptionValue("output_flag", False)
        self.h.setOptionValue("threads", 1)
        self.h.setOptionValue("random_seed", 20)
        self.columns = 0
        self.by_day = [self._there(day) for day in range(until)]
        self.poured = {
            (i, day): self._column(0.0, 0.0, float(pot.minutes))
            for i, pot in enumerate(pots)
            for day in range(pot.day, until)
            if self.by_day[day][0]
        }
        # A day late is counted for each end of a day, from the one it is wanted, at which it is not done.
        self.done = {
            (g, day): self._column(
                -float(task.deliveries[g].weight), 0.0, float(day >= alone_done[g] // DAY_MINUTES)
            )
            for g, begin in urgent.items()
            for day in range(begin, until)
        }
        self.constant = float(sum(task.deliveries[g].weight for g, _ in self.done))
        self._capacity(pots)
        self._done_only_when_poured(pots)
        whole = np.array(list(self.done.values()), dtype=np.int32)
        kinds = np.array([highspy.HighsVarType.kInteger] * len(whole))
        self.h.changeColsIntegrality(len(whole), whole, kinds)

    def _column(self, cost: float, low: float, high: float) -> int:
        none = np.array([])
        self.h.addCol(cost, low, high, 0, none.astype(np.int32), none)
        self.columns += 1
        return self.columns - 1

    def _row(self, low: float, high: float, terms: Iterable[tuple[int, float]]) -> None:
        at, values = zip(*terms, strict=True)
        self.h.addRow(low, high, len(at), np.array(at, dtype=np.int32), np.array(values))

    def _there(self, day: int) -> tuple[float, float, float, float]:
        """Minutes of a day: of all hands, of those who make, of those who prove, and while anybody is there."""
        low, high = day * DAY_MINUTES, (day + 1) * DAY_MINUTES
        own = [[s for s in spans if low <= s[0] < high] for spans in self.task.presence.spans]
        sums = [float(sum(end - begin for begin, end in spans)) for spans in own]
        makes = sum(x for x, makes in zip(sums, self.task.makes, strict=True) if makes)
        proves = sum(x for x, proves in zip(sums, self.task.proves, strict=True) if proves)
        anybody, last = 0.0, low
        for begin, end in sorted(s for spans in own for s in spans):
            anybody += max(0, end - max(begin, last))
            last = max(last, end)
        return sum(sums), makes, proves, anybody

    def _capacity(self, pots: list[_Pot]) -> None:
        inf = highspy.kHighsInf
        for day, (everybody, makes, proves, anybody) in enumerate(self.by_day):
            here = [(i, pots[i], c) for (i, d), c in self.poured.items() if d == day]
            if not here:
                continue
            self._row(-inf, everybody, [(c, 1.0) for _, _, c in here])
            for limit, proof in ((makes, False), (proves, True)):
                own = [(c, 1.0) for _, pot, c in here if pot.does_proof == proof]
                if own:
                    self._row(-inf, limit, own)
            for station, many in self.task.many.items():
                own = [(c, 1.0) for _, pot, c in here if station in pot.stations]
                if own:
                    self._row(-inf, many * anybody, own)

    def _done_only_when_poured(self, pots: list[_Pot]) -> None:
        for (g, day), done in self.done.items():
            for i, pot in enumerate(pots):
                if pot.delivery != g:
                    continue
                before = [
                    (self.poured[i, d], 1.0)
                    for d in range(pot.day, day + 1)
                    if (i, d) in self.poured
                ]
                self._row(0.0, highspy.kHighsInf, [*before, (done, -float(pot.minutes))])

    def solve(self, seconds: float) -> tuple[float, dict[int, int]]:
        """The bound on lateness from the first day on; the day on which each delivery is done."""
        self.h.setOptionValue("time_limit", max(seconds, 0.1))
        self.h.run()
        info = self.h.getInfo()
        bound = max(self.constant + info.mip_dual_bound, 0.0)
        if not np.isfinite(bound):
            bound = 0.0
        done: dict[int, int] = {}
        if info.primal_solution_status == highspy.SolutionStatus.kSolutionStatusFeasible:
            values = self.h.getSolution().col_value
            for g, begin in self.urgent.items():
                days = range(begin, self.until)
                own = [day for day in days if values[self.done[g, day]] > 0.5]
                done[g] = min(own, default=self.until)
        return bound, done
