"""The plan of days: what each does on each day and in which order, when each job is done, what will be late and
what that hangs on.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from typing import Annotated

from annotated_types import Ge, MaxLen

from euthyne.core.days.coming import ToDo, WaitsFor
from euthyne.core.days.dispatch import Rule, dispatch, rankings
from euthyne.core.days.hangs import hangs_on, scarce_stations
from euthyne.core.days.minutes import BenchMinutes
from euthyne.core.days.propose import SecondsLeft, laid_alone, propose_days
from euthyne.core.days.stretches import chunks, stretches
from euthyne.core.days.task import (
    Batch,
    DaysProposal,
    DaysTask,
    Delivery,
    Does,
    LaidDays,
    Stretch,
    rounded,
    tags_words,
)
from euthyne.core.days.workshop import DAY_MINUTES, STATIONS, Workshop, presence
from euthyne.core.jobs.job import Alike, alike
from euthyne.core.jobs.rows import apart
from euthyne.core.plan import Plan
from euthyne.core.trade.worded import Day, Moment

# How far is looked: three weeks, and further where the work does not fit into them.
HORIZONS = (21, 42, 84, 168, 336)
MOST_NAMED = 3


@dataclass(frozen=True)
class PlannedStretch:
    """What somebody does in one go, on a day."""

    hand: Annotated[str, MaxLen(40)]  # who
    on: Day  # the day
    begin: Annotated[int, Ge(0)]  # the minute of that day it begins
    end: Annotated[int, Ge(0)]  # the minute of that day it ends
    does: Does  # what of the work it is
    words: Annotated[str, MaxLen(400)]  # what is done, with its leads
    tags: tuple[str, ...]  # its leads
    delivery: Annotated[int, Ge(0)]  # which of the deliveries of the plan it is of
    set_up: Annotated[str, MaxLen(400)]  # what is made ready for it
    beside: Annotated[int, Ge(0)]  # minutes of it spent waiting beside the lead
    steps: tuple[str, ...]  # the steps of the build that it is, none for the proof
    waits_for: Annotated[str, MaxLen(300)] = ""  # what comes for it; empty where all is here


@dataclass(frozen=True)
class PlannedDelivery:
    """A job, or a lead of none: when it is done, and how late that is."""

    words: Annotated[str, MaxLen(120)]  # what it is called
    job: int | None  # its number; none for a lead of no job
    tags: tuple[str, ...]  # its leads that are planned
    wanted_by: Day | None  # when it is wanted
    done_on: Day | None  # when it is done; none where it does not fit
    late: Annotated[int, Ge(0)]  # days that is late
    hangs_on: Annotated[str, MaxLen(300)] = ""  # what its lateness hangs on
    without: tuple[str, ...] = ()  # leads of it that are in no plan


@dataclass(frozen=True)
class Unplanned:
    """A lead that is in no plan, and why."""

    tag: str  # which lead
    why: Annotated[str, MaxLen(600)]  # what it waits for


@dataclass(frozen=True)
class Days:
    """A plan of days as it was made."""

    made_at: Moment  # when it was made
    stretches: tuple[PlannedStretch, ...] = ()  # what is done, by day, person and hour
    deliveries: tuple[PlannedDelivery, ...] = ()  # when each is done
    unplanned: tuple[Unplanned, ...] = ()  # what is not in it, and why
    late: Annotated[int, Ge(0)] = 0  # days late over all, each by the weight of its job
    least_late: Annotated[int, Ge(0)] = 0  # fewer there cannot be
    changes: Annotated[int, Ge(0)] = 0  # changes of set-up
    least_changes: Annotated[int, Ge(0)] = 0  # fewer there cannot be
    proven: bool = False  # True where nothing better can be done
    minutes: Annotated[str, MaxLen(300)] = ""  # where its minutes are from
    moved: tuple[str, ...] = ()  # what became of the jobs since the plan before

    @property
    def how_good(self) -> tuple[str, ...]:
        """How far it is from the best that can be done, in words."""
        days = "day" if self.late == 1 else "days"
        if not self.late:
            late = "Nothing is late."
        elif self.late <= self.least_late:
            late = f"{self.late} {days} late over all jobs; less late cannot be done."
        else:
            more = self.late - self.least_late
            late = f"{self.late} {days} late over all jobs, at most {more} more than the least there can be."
        if self.proven or self.changes <= self.least_changes:
            changes = f"{_changes(self.changes)} of set-up; fewer cannot be."
        else:
            least = f"at least {self.least_changes} there must be" if self.least_changes else ""
            changes = f"{_changes(self.changes)} of set-up{'; ' if least else ''}{least}."
        return late, changes

    @property
    def late_deliveries(self) -> tuple[PlannedDelivery, ...]:
        """What will be late, the latest first."""
        found = [o for o in self.deliveries if o.late or o.done_on is None]
        return tuple(sorted(found, key=lambda o: (o.done_on is not None, -o.late, o.words)))

    @property
    def unknown_deliveries(self) -> tuple[PlannedDelivery, ...]:
        """What is wanted by a day, with leads of which nobody can say when."""
        return tuple(o for o in self.deliveries if o.without and o.wanted_by)

    def why(self, tag: str) -> str:
        """Why a lead is in no plan."""
        return next((u.why for u in self.unplanned if u.tag == tag), "")

    def on(self, day: str) -> tuple[PlannedStretch, ...]:
        """What is done on a day, by person and hour."""
        return tuple(s for s in self.stretches if s.on == day)


def _changes(many: int) -> str:
    return f"{many} {'change' if many == 1 else 'changes'}"


@dataclass(frozen=True)
class Called:
    """What jobs are called, by number, and whether whoever made a lead may not prove it here."""

    jobs: Mapping[int, str]
    someone_else: bool


def lay_days(
    leads: Sequence[ToDo],
    not_ready: Mapping[str, str],
    waits: Mapping[str, Sequence[WaitsFor]],
    workshop: Workshop,
    minutes: BenchMinutes,
    called: Called,
    at: datetime,
    seconds_left: SecondsLeft,
) -> Days:
    """Lay the work of leads into days.

    Parameters: leads in hand; not_ready, those of them that cannot be built as they stand, with why; waits, what
    each waits for; workshop; minutes of this bench; called; at, this moment, before which nothing is begun;
    seconds_left, how long is looked.
    Returns: the plan. Raises ValueError for a workshop where nobody is there at any time.
    """
    if not workshop.hours:
        raise ValueError("nobody is there at any time: there are no hours to plan")
    never = [Unplanned(lead.tag, not_ready[lead.tag]) for lead in leads if lead.tag in not_ready]
    never += [
        Unplanned(lead.tag, _nobody_said(waits[lead.tag]))
        for lead in leads
        if lead.tag not in not_ready and any(w.on is None for w in waits.get(lead.tag, ()))
    ]
    gone = {one.tag for one in never}
    work = _Work([x for x in leads if x.tag not in gone], waits, workshop, minutes, called, at)
    whole, task, left_out = work.far_enough()
    found = propose_days(task, seconds_left)
    never += [
        Unplanned(tag, _too_long(whole.batches[n], whole, workshop))
        for n in left_out
        for tag in whole.batches[n].tags
    ]
    return work.days(task, found, never, leads)


def _nobody_said(waits: Sequence[WaitsFor]) -> str:
    names = list(dict.fromkeys(w.words for w in waits if w.on is None))
    more = f" and {len(names) - MOST_NAMED} more" if len(names) > MOST_NAMED else ""
    return f"short of {'; '.join(names[:MOST_NAMED])}{more}: nobody has said when it comes"


def _too_long(batch: Batch, task: DaysTask, workshop: Workshop) -> str:
    """Why a batch can never be laid."""
    missing = sorted({s for x in batch.stretches for s in x.stations if not task.many[s]})
    if missing:
        return f"it wants the {missing[0]}, and there is none here"
    longest = max(batch.stretches, key=lambda s: s.minutes)
    most = max((e - b for spans in task.presence.spans for b, e in spans), default=0)
    if longest.minutes > most:
        return (
            f"{longest.words} takes {longest.minutes} minutes in one go, nothing bared waits overnight, and "
            f"nobody is there longer than {most}"
        )
    makers = [h.name for h, makes in zip(workshop.hands, task.makes, strict=True) if makes]
    if not makers:
        return "nobody here makes"
    return "nobody is left to prove it: whoever makes a lead does not prove it here"


class _Work:
    """What is to be laid, as batches and deliveries; and the plan back in days and words."""

    def __init__(
        self,
        leads: Sequence[ToDo],
        waits: Mapping[str, Sequence[WaitsFor]],
        workshop: Workshop,
        minutes: BenchMinutes,
        called: Called,
        at: datetime,
    ) -> None:
        self.workshop, self.called, self.at = workshop, called, at
        self.minutes = minutes
        self.begins = at.date()
        self.after = rounded(at.hour * 60 + at.minute)
        self.hands = {hand.name: n for n, hand in enumerate(workshop.hands)}
        self.by_tag = {lead.tag: lead for lead in leads}
        self.deliveries: list[Delivery] = []
        self.batches: list[Batch] = []
        keys: dict[tuple[int | None, str | None, str], int] = {}
        longest = max(
            (s.end - s.begin for h in workshop.hands for spans in h.week for s in spans), default=0
        )
        for plans in self._together(longest):
            first = self.by_tag[plans[0].lead.tag]
            alone_tag = "" if first.job is not None else first.tag
            key = (first.job, first.wanted_by, alone_tag)
            if key not in keys:
                keys[key] = len(self.deliveries)
                self.deliveries.append(self._delivery(first))
            tags = tuple(p.lead.tag for p in plans)
            found = stretches(plans[0], minutes, len(plans), tags)
            if found:
                self.batches.append(self._batch(plans, tags, keys[key], found, waits))

    def _together(self, longest: int) -> list[list[Plan]]:
        """The leads that are worked on together: made alike, of one job, wanted by one day, with all here or with
        the same to come.
        """
        groups: dict[tuple[int | None, str | None], list[ToDo]] = {}
        for lead in self.by_tag.values():
            groups.setdefault((lead.job, lead.wanted_by), []).append(lead)
        found = []
        for (job, _), them in groups.items():
            plans = {x.tag: x.plan for x in them}
            kinds = (
                alike(x.plan.lead for x in them)
                if job is not None
                else [Alike((x.plan.lead,)) for x in them]
            )
            for kind in kinds:
                own = [plans[lead.tag] for lead in kind.leads]
                found += chunks(own, self.minutes, longest, apart)
        return found

    def _delivery(self, first: ToDo) -> Delivery:
        name = self.called.jobs.get(first.job or 0, "")
        words = name or f"{first.tag} {first.plan.lead.name}"
        due = date.fromisoformat(first.wanted_by) if first.wanted_by else None
        return Delivery(words, first.job, due, self.workshop.weight(first.job))

    def _batch(
        self,
        plans: Sequence[Plan],
        tags: tuple[str, ...],
        delivery: int,
        found: tuple[Stretch, ...],
        waits: Mapping[str, Sequence[WaitsFor]],
    ) -> Batch:
        coming = [w for tag in tags for w in waits.get(tag, ()) if w.on is not None]
        last = max(coming, key=lambda w: w.on or date.min, default=None)
        after = 0
        if last is not None and last.on is not None:
            after = max((last.on - self.begins).days, 0) * DAY_MINUTES
        did = {d.by for p in plans for d in p.lead.build.done}
        return Batch(
            tags,
            delivery,
            found,
            after,
            frozenset(n for name, n in self.hands.items() if name in did),
            f"{last.words}, to come on {last.on:%-d %b}" if after and last else "",
        )

    def task(self, days: int) -> DaysTask:
        """The task over so many days."""
        hands = self.workshop.hands
        return DaysTask(
            tuple(self.deliveries),
            tuple(self.batches),
            presence(hands, self.begins, days, self.after),
            tuple(h.makes for h in hands),
            tuple(h.proves for h in hands),
            {s: self.workshop.many(s) for s in STATIONS},
            self.called.someone_else,
            days,
        )

    def far_enough(self) -> tuple[DaysTask, DaysTask, tuple[int, ...]]:
        """The task over as many days as all of it wants; what of it can be laid; and the numbers of the batches that
        never can.
        """
        never = laid_alone(self.task(HORIZONS[-1]))[1]
        for days in HORIZONS:
            whole = self.task(days)
            task, left_out = laid_alone(whole)
            first = dispatch(task, Rule(rankings(task)[0]))
            if left_out == never and not first.counts(task)[0]:
                break
        return whole, task, left_out

    def days(
        self, task: DaysTask, found: DaysProposal, never: Sequence[Unplanned], leads: Sequence[ToDo]
    ) -> Days:
        """The plan in days and words."""
        plan = found.plan
        missing, late, changes, _ = plan.counts(task)
        return Days(
            self.at.astimezone().isoformat(timespec="seconds"),
            tuple(sorted(self._planned(task, plan), key=lambda s: (s.on, s.hand, s.begin))),
            tuple(
                self._deliveries(task, plan, [x for x in leads if x.tag in {u.tag for u in never}])
            ),
            tuple(never),
            late,
            min(found.least_late, late),
            changes,
            min(found.least_changes, changes),
            found.proven and not missing,
            self.minutes.words,
        )

    def _planned(self, task: DaysTask, plan: LaidDays) -> list[PlannedStretch]:
        made = []
        for one in plan.laid:
            batch = task.batches[one.batch]
            stretch = batch.stretches[one.stretch]
            midnight = one.begin // DAY_MINUTES * DAY_MINUTES
            made.append(
                PlannedStretch(
                    self.workshop.hands[one.hand].name,
                    task.day(one.begin).isoformat(),
                    one.begin - midnight,
                    one.end - midnight,
                    stretch.does,
                    stretch.words,
                    batch.tags,
                    batch.delivery,
                    stretch.set_up,
                    stretch.beside,
                    stretch.steps,
                    "" if one.stretch else batch.waits_for,
                )
            )
        return made

    def _deliveries(
        self, task: DaysTask, plan: LaidDays, left_out: Sequence[ToDo]
    ) -> list[PlannedDelivery]:
        """When each delivery is done; what of a job is in no plan stands with it."""
        ends = plan.done(task)
        found = []
        without: dict[tuple[int | None, str | None], list[str]] = {}
        for lead in left_out:
            if lead.job is not None:
                without.setdefault((lead.job, lead.wanted_by), []).append(lead.tag)
        scarce = scarce_stations(task) if plan.lateness(task) else ()
        for g, (delivery, end) in enumerate(zip(task.deliveries, ends, strict=True)):
            late = task.late(delivery, end)
            wanted = delivery.due.isoformat() if delivery.due else None
            tags = sorted(
                tag for batch in task.batches if batch.delivery == g for tag in batch.tags
            )
            done_on = task.day(end).isoformat() if end < task.never else None
            why = hangs_on(task, g, scarce) if late or done_on is None else ""
            gone = tuple(sorted(without.pop((delivery.job, wanted), [])))
            one = PlannedDelivery(
                delivery.words, delivery.job, tuple(tags), wanted, done_on, late, why, gone
            )
            found.append(one)
        for (job, wanted), gone_tags in without.items():
            name = self.called.jobs.get(job or 0, "")
            why = "None of its leads is in the plan."
            found.append(PlannedDelivery(name, job, (), wanted, None, 0, why, tuple(gone_tags)))
        return found


def moved(before: Days | None, after: Days) -> tuple[str, ...]:
    """What became of the jobs between two plans, in words."""
    if before is None:
        return ()
    known = {(o.job, o.words, o.wanted_by): o for o in before.deliveries}
    found = []
    for delivery in after.deliveries:
        was = known.get((delivery.job, delivery.words, delivery.wanted_by))
        # What nobody waits for may move as it likes.
        if (
            was is None
            or was.done_on == delivery.done_on
            or not (delivery.wanted_by or delivery.late)
        ):
            continue
        found.append(f"{delivery.words}: {_on(was.done_on)} before, {_on(delivery.done_on)} now")
    return tuple(found)


def _on(day: Day | None) -> str:
    return f"{date.fromisoformat(day):%a %-d %b}" if day else "not in the plan"


def undone(
    days: Days, done: Callable[[PlannedStretch], bool], at: datetime
) -> tuple[PlannedStretch, ...]:
    """What was to be done by now and is not.

    Parameters: days; done, True for a stretch whose steps are all done; at, this moment.
    """
    today, minute = at.date().isoformat(), at.hour * 60 + at.minute
    past = [s for s in days.stretches if (s.on, s.end) <= (today, minute)]
    return tuple(s for s in past if not done(s))


def can_start(days: Days, done: Callable[[PlannedStretch], bool]) -> tuple[PlannedStretch, ...]:
    """What can be begun now with what is here: of leads taken together the first stretch that is not done."""
    seen: set[tuple[str, ...]] = set()
    found = []
    for s in sorted(days.stretches, key=lambda s: (s.on, s.begin)):
        if s.tags in seen or done(s):
            continue
        seen.add(s.tags)
        if not s.waits_for:
            found.append(s)
    return tuple(found)


def merged(stretches: Sequence[PlannedStretch]) -> tuple[PlannedStretch, ...]:
    """Stretches of one after another, the same work with the same set-up on other leads as one."""
    found: list[PlannedStretch] = []
    for s in stretches:
        before = found[-1] if found else None
        work = s.words.partition(": ")[0]
        same = before is not None and (before.hand, before.on, before.end, before.set_up) == (
            s.hand,
            s.on,
            s.begin,
            s.set_up,
        )
        if before is not None and same and before.words.partition(": ")[0] == work:
            tags = (*before.tags, *s.tags)
            words = f"{work}: {tags_words(tags)}"
            found[-1] = replace(before, end=s.end, tags=tags, words=words)
        else:
            found.append(s)
    return tuple(found)


def next_days(days: Days, today: date, many: int) -> tuple[str, ...]:
    """The days of a plan from today on that anything is done on."""
    found = sorted({s.on for s in days.stretches if s.on >= today.isoformat()})
    return tuple(found[:many])
