"""What is to be laid into days, and days as they are laid."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Annotated, Literal

from annotated_types import Ge, MaxLen

from euthyne.core.days.workshop import DAY_MINUTES, Presence, Station

Does = Literal["make ready", "make", "prove"]
Counts = tuple[int, int, int, int]
GRID = 5  # minutes: a plan is no clock


@dataclass(frozen=True)
class Stretch:
    """Work on leads made alike that one person does in one go.

    Nothing is left bare at its end, so the next may be another day's.
    """

    does: Does  # what of the work it is
    words: Annotated[str, MaxLen(200)]  # what is done
    minutes: Annotated[int, Ge(0)]  # how long, waits at its side with it
    set_up: Annotated[str, MaxLen(200)]  # what is made ready for it
    stations: tuple[Station, ...] = ()  # of which one is taken
    wait: Annotated[int, Ge(0)] = 0  # minutes that hold nobody, between the one before and this
    beside: Annotated[int, Ge(0)] = 0  # minutes of it spent waiting beside the lead
    steps: tuple[str, ...] = ()  # the steps of the build, none for the proof
    other: bool = False  # True where it is done by another than made it, whatever the house says


@dataclass(frozen=True)
class Batch:
    """Leads made alike that are worked on together: their stretches in order, the minute from which all of
    their parts are there, the delivery they are of, who made some of them already.
    """

    tags: tuple[str, ...]
    delivery: int
    stretches: tuple[Stretch, ...]
    after: int = 0
    made_by: frozenset[int] = frozenset()
    waits_for: str = ""  # what comes then, in words

    @property
    def minutes(self) -> int:
        """How long all of it takes."""
        return sum(s.minutes for s in self.stretches)


@dataclass(frozen=True)
class Delivery:
    """What is late or not as one: a job, or a lead of none; when it is wanted, how much a day late counts."""

    words: str
    job: int | None
    due: date | None
    weight: int = 1


@dataclass(frozen=True)
class DaysTask:
    """Rows to be laid into days.

    ``makes``, ``proves`` say of each hand what it does; ``many`` how many of each station there are;
    ``someone_else`` whether who made a batch may not prove it; ``days`` how far is looked.
    """

    deliveries: tuple[Delivery, ...]
    batches: tuple[Batch, ...]
    presence: Presence
    makes: tuple[bool, ...]
    proves: tuple[bool, ...]
    many: Mapping[Station, int]
    someone_else: bool
    days: int

    def may(self, hand: int, batch: Batch, stretch: Stretch, makers: frozenset[int]) -> bool:
        """True where a hand may do a stretch: ``makers`` made that batch so far. Where someone else proves, whoever
        is left to prove it makes nothing of it.
        """
        last = batch.stretches[-1]
        apart = self.someone_else or last.other
        if stretch.does == "prove":
            return self.proves[hand] and not (apart and hand in makers | batch.made_by)
        if not self.makes[hand]:
            return False
        if not apart or hand in makers or last.does != "prove":
            return True
        with_it = makers | batch.made_by | {hand}
        return any(p and h not in with_it for h, p in enumerate(self.proves))

    def late(self, delivery: Delivery, end: int) -> int:
        """How many days late a delivery is that is done at a minute."""
        if delivery.due is None:
            return 0
        return max(0, end // DAY_MINUTES - (delivery.due - self.presence.begins).days)

    def day(self, minute: int) -> date:
        """The day of a minute."""
        return self.presence.begins + timedelta(days=minute // DAY_MINUTES)

    @property
    def never(self) -> int:
        """The minute that stands for what is not laid at all."""
        return self.days * DAY_MINUTES


@dataclass(frozen=True)
class LaidStretch:
    """A stretch in its place: which of which batch, by whom, from when to when."""

    batch: int
    stretch: int
    hand: int
    begin: int
    end: int


@dataclass(frozen=True)
class LaidDays:
    """A whole plan, in the order it was laid."""

    laid: tuple[LaidStretch, ...]

    def done(self, task: DaysTask) -> tuple[int, ...]:
        """The minute each delivery is done; that of never where something of it is not laid."""
        ends = [0] * len(task.deliveries)
        seen = dict.fromkeys(range(len(task.batches)), 0)
        for one in self.laid:
            delivery = task.batches[one.batch].delivery
            ends[delivery] = max(ends[delivery], one.end)
            seen[one.batch] += 1
        for n, batch in enumerate(task.batches):
            if seen[n] < len(batch.stretches):
                ends[batch.delivery] = task.never
        return tuple(ends)

    def lateness(self, task: DaysTask) -> int:
        """Days late over all deliveries, each by its weight."""
        ends = self.done(task)
        return sum(o.weight * task.late(o, e) for o, e in zip(task.deliveries, ends, strict=True))

    def changes(self, task: DaysTask) -> int:
        """How often somebody makes something else ready between two stretches."""
        last: dict[int, str] = {}
        total = 0
        for one in sorted(self.laid, key=lambda x: x.begin):
            set_up = task.batches[one.batch].stretches[one.stretch].set_up
            total += last.get(one.hand, set_up) != set_up
            last[one.hand] = set_up
        return total

    def of(self, hand: int) -> list[LaidStretch]:
        """What a hand does, in order."""
        return sorted((x for x in self.laid if x.hand == hand), key=lambda x: x.begin)

    def counts(self, task: DaysTask) -> Counts:
        """What makes one plan better than another, the less the better: what is not laid, lateness, changes of
        set-up, and when all is done.
        """
        missing = sum(len(batch.stretches) for batch in task.batches) - len(self.laid)
        last = max((x.end for x in self.laid), default=0)
        return missing, self.lateness(task), self.changes(task), last


@dataclass(frozen=True)
class DaysProposal:
    """A plan, and how far from the best it can be: at least so late, at least so many changes."""

    plan: LaidDays
    least_late: int
    least_changes: int
    proven: bool  # True where nothing better can be laid at all


def rounded(minutes: float) -> int:
    """Minutes up to the grid.

    >>> rounded(31), rounded(30), rounded(0.5)
    (35, 30, 5)
    """
    return -(-int(-(-minutes // 1)) // GRID) * GRID


def tags_words(tags: Sequence[str]) -> str:
    """Tags in few words: the first and the last of several in a row.

    >>> tags_words(["TR-0043", "TR-0044", "TR-0045"]), tags_words(["TR-0019", "TR-0043"])
    ('TR-0043 to TR-0045', 'TR-0019, TR-0043')
    """
    runs: list[list[str]] = []
    for tag in sorted(tags):
        head, _, number = tag.rpartition("-")
        before = runs[-1][-1].rpartition("-") if runs else ("", "", "")
        follows = before[0] == head and before[2].isdigit() and number.isdigit()
        if follows and int(number) == int(before[2]) + 1:
            runs[-1].append(tag)
        else:
            runs.append([tag])
    said = [f"{run[0]} to {run[-1]}" if len(run) > 2 else ", ".join(run) for run in runs]
    return ", ".join(said)
