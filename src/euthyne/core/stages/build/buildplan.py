"""A lead's own build as the order solver takes it: parts and events, from its ends and the bench's
practices.
"""

from functools import cache

from euthyne.core.lead.step import Does, End, StepName
from euthyne.core.order.laid import HAND, BuildPlan, CableEnd, Event, Laid, Threaded
from euthyne.core.order.order import Order, order
from euthyne.core.shelf.part import wiring_side
from euthyne.core.stages.build.jobs import EndToBuild, Job, fittings, sleeve_on, soldered, tool_of
from euthyne.core.stages.cut.strip import CoreStrip
from euthyne.core.trade.practices import Practices, Stripper

STRIPPERS: dict[Stripper, str] = {
    "knife": "knife",
    "ring": "ring stripper",
    "automatic": "automatic stripper",
}
HEATS = {"gun": "heat gun", "flame": "small flame"}
ONE_ROW_MM = 1.0  # cups whose places differ by less are in one row
LANDED_OVER_CORE = 2.2  # a core that is ended is so much wider than its insulation; generic


def threading_plan(job: Job) -> BuildPlan:
    """The build as the order solver takes it: parts and events of both ends, on the cable and on
    its cores.
    """
    cores = {c.core: job.cable.core_mm for _, e in job.ends for c in e.strip.cores}
    threaded = [t for end, _ in job.ends for t in _threaded(end, job)]
    events = [v for end, _ in job.ends for v in _EndEvents(end, job).in_order()]
    laid = Laid("", job.cable.over_all_mm, cores)
    return BuildPlan((laid,), tuple(threaded), tuple(events))


def _threaded(end: End, job: Job) -> list[Threaded]:
    """What is threaded at an end: its parts on the cable, then what goes on each core."""
    on_cable = fittings(end, job)
    first_joint = _first_joint(end, job[end])
    loose = [
        Threaded(
            id=StepName(end, "thread", part.id).key,
            end=end,
            rank=len(on_cable) - place,
            bore_mm=part.bore_mm,
            needed_by=first_joint,
            facing=part.facing,
        )
        for place, part in enumerate(on_cable)
    ]
    return loose + _threaded_on_cores(end, job)


def _first_joint(end: End, e: EndToBuild) -> str | None:
    """What a loose part has to be on for: the body shutting or, without one, the first core
    landing.
    """
    if e.closes:
        return StepName(end, "close").key
    if e.strip.cores:
        return StepName(end, "land", e.strip.cores[0].core).key
    return None


def _threaded_on_cores(end: End, job: Job) -> list[Threaded]:
    e = job[end]
    sleeve = sleeve_on(e, job.cable)
    if sleeve is not None:
        return [
            _on_core(end, core, job, what="sleeve", bore_mm=sleeve.expanded_mm, before="shrink")
            for core in e.strip.cores
        ]
    if e.termination.sealed:
        return [
            _on_core(end, core, job, what="wireseal", bore_mm=e.part.grip_mm[1], before="land")
            for core in e.strip.cores
        ]
    return []


def _on_core(
    end: End, core: CoreStrip, job: Job, *, what: Does, bore_mm: float, before: Does
) -> Threaded:
    return Threaded(
        id=StepName(end, what, core.core).key,
        end=end,
        rank=1,
        bore_mm=bore_mm,
        needed_by=StepName(end, before, core.core).key,
        after=(StepName(end, "strip").key,) if job.cable.sheathed else (),
        on=core.core,
    )


class _EndEvents:
    """What is done at one end, in an order that always works; the solver may find a better one."""

    def __init__(self, end: End, job: Job) -> None:
        self.end = end
        self.at = (CableEnd("", end),)
        self.job = job
        self.e = job[end]
        self.how = job.practices
        self.sleeve = sleeve_on(self.e, job.cable)
        self.in_body = self.e.closes and not self.e.termination.lasting

    def in_order(self) -> list[Event]:
        """Sheath, layers and cores; each core ended; then the body shut round them."""
        bared = self._bared()
        ended = self._ended(after=bared[-1].id)
        return [*bared, *ended, *self._shut(after=tuple(event.id for event in ended))]

    def _bared(self) -> list[Event]:
        found: list[Event] = []
        if self.job.cable.sheathed:
            key = StepName(self.end, "strip").key
            found.append(Event(id=key, at=self.at, tool=STRIPPERS[self.how.stripper]))
        for stair in self.e.strip.below_sheath:
            key = StepName(self.end, "layer", stair.layer.id).key
            before = tuple(event.id for event in found[-1:])
            found.append(Event(id=key, at=self.at, tool="knife", after=before))
        everything = tuple(event.id for event in found)
        key = StepName(self.end, "cores").key
        return [*found, Event(id=key, at=self.at, tool="wire stripper", after=everything)]

    def _ended(self, after: str) -> list[Event]:
        """Cores in their turn; in a body, or where far ones come first, each waits for the one
        before.
        """
        one_by_one = self.in_body or self.e.termination.from_afar
        found: list[Event] = []
        for core in _turns(self.e, self.how):
            of_core = self._one_core(core, after)
            found += of_core
            if one_by_one:
                after = of_core[0].id
        return found

    def _one_core(self, core: CoreStrip, after: str) -> list[Event]:
        """A core landed; soldered and sleeved where it is."""
        body_mm = self.e.part.height_mm
        on: tuple[str, ...] = ()
        wide_mm = body_mm
        if not self.in_body:
            on = (f".{core.core}",)
            wide_mm = max(LANDED_OVER_CORE * self.job.cable.core_mm, body_mm / 2)
        found = [
            Event(
                id=StepName(self.end, "land", core.core).key,
                at=self.at,
                tool=tool_of(self.e.part, self.how),
                od_mm=wide_mm,
                after=(after,),
                irreversible=self.e.termination.lasting,
                on=on,
                cut_back_mm=core.strip_mm + self.job.cable.core_mm,
            )
        ]
        if soldered(self.e.part, self.how):
            key = StepName(self.end, "solder", core.core).key
            before = (found[-1].id,)
            found.append(Event(id=key, at=self.at, tool="iron", od_mm=wide_mm, after=before, on=on))
        if self.sleeve is not None:
            found.append(
                Event(
                    id=StepName(self.end, "shrink", core.core).key,
                    at=self.at,
                    tool=HEATS[self.how.heat],
                    od_mm=wide_mm,
                    after=(found[-1].id,),
                    on=(f".{core.core}",),
                )
            )
        return found

    def _shut(self, after: tuple[str, ...]) -> list[Event]:
        """The grip, the fuse and the body, those there are, each after the one before."""
        wanted: list[tuple[Does, str]] = []
        if self.e.part.grips:
            wanted.append(("grip", "driver"))
        if self.e.fuse_amps is not None:
            wanted.append(("fuse", HAND))
        if self.e.closes:
            wanted.append(("close", "driver"))
        found = []
        for does, tool in wanted:
            key = StepName(self.end, does).key
            body_mm = self.e.part.height_mm
            found.append(Event(id=key, at=self.at, tool=tool, od_mm=body_mm, after=after))
            after = (key,)
        return found


def _turns(e: EndToBuild, how: Practices) -> list[CoreStrip]:
    """Cores in the order they are landed: the longest first or as this bench does; cups from the
    far side.
    """
    if e.termination.from_afar:
        return _far_first(e, how)
    longest = sorted(e.strip.cores, key=lambda c: -c.core_mm)
    if how.first_core == "neutral":
        return sorted(longest, key=lambda c: c.core != "N")
    if how.first_core == "earth-last":
        return sorted(longest, key=lambda c: c.core == "E")
    return longest


def _far_first(e: EndToBuild, how: Practices) -> list[CoreStrip]:
    """Cores by their cups as one looks at the wiring side: the far row first, and away from the
    hand with the iron.
    """
    if how.iron_hand == "right":
        side = 1
    else:
        side = -1
    at = {c.mark: c for c in wiring_side(e.part).cavities}
    rows: list[list[CoreStrip]] = []
    for core in sorted(e.strip.cores, key=lambda c: -at[c.cavity].y):
        if not rows or at[rows[-1][0].cavity].y - at[core.cavity].y >= ONE_ROW_MM:
            rows.append([])
        rows[-1].append(core)
    return [core for row in rows for core in sorted(row, key=lambda c: side * at[c.cavity].x)]


@cache
def order_of(build: BuildPlan) -> Order:
    """The solved order of a build; the same build is solved once."""
    return order(build)
