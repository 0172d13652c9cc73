"""A lead's own build as the order solver takes it: cables, parts and events, from its ends and the
bench's practices.
"""

from dataclasses import replace
from functools import cache, lru_cache

from euthyne.core.lead.step import Does
from euthyne.core.order.laid import (
    HAND,
    OPEN,
    BuildPlan,
    CableEnd,
    CableLayout,
    End,
    EndState,
    Event,
)
from euthyne.core.order.order import Order, order
from euthyne.core.shelf.making import When
from euthyne.core.shelf.part import LINED, wiring_side
from euthyne.core.stages.build.jobs import (
    Body,
    BuildJob,
    CableToBuild,
    EndToBuild,
    barrel_mm,
    second_sleeve,
    sleeve_of,
    soldered,
    tool_of,
)
from euthyne.core.stages.build.threads import threaded
from euthyne.core.stages.build.waits import (
    dead_events,
    dead_first,
    held_up,
    once_dead,
    opened_last,
    over_all,
    pole_by_pole,
    waiting,
)
from euthyne.core.stages.cut.strip import CoreStrip
from euthyne.core.trade.practices import Practices, Stripper

STRIPPERS: dict[Stripper, str] = {
    "knife": "knife",
    "ring": "ring stripper",
    "automatic": "automatic stripper",
}
HEATS = {"gun": "heat gun", "flame": "small flame"}
AGAIN = "again"  # the second turn of all screws
ONE_ROW_MM = 1.0  # cups whose places differ by less are in one row
LANDED_OVER_CORE = 2.2  # a core that is ended is so much wider than its insulation; generic
SHUT_MM = 60.0  # what was there before is so wide where nothing is known of it, generic


@lru_cache(maxsize=128)
def threading_plan(job: BuildJob) -> BuildPlan:
    """The build as the order solver takes it: parts and events of every end that is made here, on
    the cables and on their cores.
    """
    events = [event for e in job.ends for event in _EndEvents(e, job).in_order()]
    parts = [t for e in job.ends for t in threaded(e, job)]
    events += dead_events(job) + _again(job)
    for body in job.bodies:
        landed = tuple(_landings(body, job))
        shut = _shut(body, job, landed)
        bared = tuple(job.step("cores", at).key for at in body.at)
        ready = _makings(body, job, "bared", after=bared)
        if ready and any(made.beside for made in job.makings(body, "bared")):
            joined = _joined_beside(body, job)
            ready = [replace(ready[0], after=(*ready[0].after, *joined)), *ready[1:]]
        events = waiting(events, ready[-1:], {key for _, key in landed}) + ready + shut
        begun = _makings(body, job, "first", after=())
        here = {e.id for e in events if set(e.at) & set(body.at) and not e.after}
        here -= set(once_dead(job))
        events = begun + waiting(events, begun[-1:], here)
        if begun:
            last = begun[-1].id
            own = {(t.cable, t.end) for t in parts} & {(at.cable, at.end) for at in body.at}
            parts = [
                replace(t, after=(*t.after, last)) if (t.cable, t.end) in own else t for t in parts
            ]
    events = dead_first(opened_last(over_all(events, job), parts, job), job)
    return BuildPlan(
        cables=tuple(_laid(cable, job) for cable in job.cables),
        parts=tuple(parts),
        events=tuple(pole_by_pole(held_up(events, job), job)),
        apart=any(cable.apart for cable in job.cables),
    )


def _again(job: BuildJob) -> list[Event]:
    """All screws are turned a second time, once, after one wait."""
    if not job.screwed:
        return []
    landed = tuple(key for body in job.screwed for _, key in _landings(body, job))
    ends = tuple(dict.fromkeys(at for body in job.screwed for at in body.at))
    tool = tool_of(job.screwed[0].part, job.practices)
    return [Event(id=AGAIN, at=ends, tool=tool, after=landed)]


def _makings(body: Body, job: BuildJob, when: When, after: tuple[str, ...]) -> list[Event]:
    """What is done to a body at a time beside its joints, each after the one before."""
    found: list[Event] = []
    for made in job.makings(body, when):
        key = job.step_at_body("make", body, on=made.id).key
        found.append(
            Event(
                id=key,
                at=body.at,
                tool=HEATS[job.practices.heat] if made.tool == HEATS["gun"] else made.tool,
                after=after,
                irreversible=made.lasting and when != "first",
                cut_back_mm=_all_of_it(body, job) if made.lasting else 0.0,
            )
        )
        after = (key,)
    return found


def _all_of_it(body: Body, job: BuildJob) -> float:
    """What cutting off the ends in a body costs, in mm."""
    return max((job.at(at).strip.swallows_mm for at in body.at), default=0.0)


def _laid(cable: CableToBuild, job: BuildJob) -> CableLayout:
    cores = {c.core: cable.core_passes_mm for e in job.ends_of(cable.id) for c in e.strip.cores}
    places = {at.end: place for at, place in job.places if at.cable == cable.id}
    return CableLayout(
        name=cable.id,
        od_mm=cable.passes_mm,
        cores=cores if cable.sheathed else {},
        a=_state(cable, "A", places.get("A")),
        b=_state(cable, "B", places.get("B")),
    )


def _state(cable: CableToBuild, end: End, place: str | None) -> EndState:
    shut = dict(cable.shut)
    if end in shut:
        return EndState("finished", SHUT_MM, shut[end], place)
    return EndState(place=place) if place else OPEN


class _EndEvents:
    """What is done at one cable end, in an order that always works; the solver may find a better
    one.
    """

    def __init__(self, e: EndToBuild, job: BuildJob) -> None:
        self.e = e
        self.job = job
        self.at = (e.at,)
        self.how = job.practices

    def in_order(self) -> list[Event]:
        """Sheath, layers and cores; then each core ended."""
        bared = self._bared()
        return [*bared, *self._ended(after=bared[-1].id)]

    def _bared(self) -> list[Event]:
        found: list[Event] = []
        if self.e.cable.old:
            key = self.job.step("off", self.e.at).key
            found.append(Event(id=key, at=self.at, tool="cable shear", after=once_dead(self.job)))
        if self.e.cable.sheathed and not self.e.cable.own_layers:
            key = self.job.step("strip", self.e.at).key
            before = tuple(event.id for event in found)
            tool = STRIPPERS[self.how.stripper]
            found.append(Event(id=key, at=self.at, tool=tool, after=before))
        for stair in self.e.strip.below_sheath:
            key = self.job.step("layer", self.e.at, stair.layer.id).key
            before = tuple(event.id for event in found[-1:])
            found.append(Event(id=key, at=self.at, tool="knife", after=before))
        everything = tuple(event.id for event in found)
        if self.e.marked:
            key = self.job.step("mark", self.e.at).key
            found.append(Event(id=key, at=self.at, tool=HAND, after=everything))
            everything = (*everything, key)
        key = self.job.step("cores", self.e.at).key
        found.append(Event(id=key, at=self.at, tool="wire stripper", after=everything))
        if self.e.spare:
            spare = self.job.step("spare", self.e.at).key
            found.append(Event(id=spare, at=self.at, tool=HEATS[self.how.heat], after=(key,)))
        return found

    def _ended(self, after: str) -> list[Event]:
        """Cores in their turn; in a body, or where far ones come first, each waits for the one
        before.
        """
        one_by_one = _in_body(self.e.body) or self.e.termination.from_afar
        found: list[Event] = []
        for core in _turns(self.e, self.how):
            of_core = self._one_core(core, after)
            found += of_core
            if one_by_one:
                after = of_core[0].id
        return found

    def _one_core(self, core: CoreStrip, after: str) -> list[Event]:
        """A core landed; soldered and sleeved where it is."""
        body = self.e.body_of(core.core)
        body_mm = body.part.height_mm
        own = (f"{self.e.cable.id}.{core.core}",) if self.e.cable.sheathed else ()
        on: tuple[str, ...] = ()
        wide_mm = body_mm
        if not _in_body(body):
            on = own
            wide_mm = max(LANDED_OVER_CORE * self.e.cable.core_mm, body_mm / 2)
        if body.clicks(core.cavity):
            # Not in its housing yet: a contact is no wider than the insulation it is made for; generic.
            wide_mm = self.e.cable.core_mm
        key = self.job.step_on_core("land", self.e.at, core.core).key
        found = [
            Event(
                id=key,
                at=self.at,
                tool=tool_of(body.part, self.how),
                od_mm=wide_mm,
                after=(after, *self._far_side_first(body)),
                irreversible=body.termination.lasting,
                on=on,
                cut_back_mm=self.e.strip.swallows_mm,
                alone_mm=self._alone_mm(body, core, key),
            )
        ]
        together = self.job.together(body, core.cavity)
        if body.clicks(core.cavity) and together[0] == (self.e.at, core.core):
            found.append(
                Event(
                    id=self.job.step_on_core("insert", self.e.at, core.core).key,
                    at=tuple(dict.fromkeys(at for at, _ in together)),
                    od_mm=body_mm,
                    after=tuple(self.job.step_on_core("land", *one).key for one in together),
                    irreversible=not body.part.comes_out,
                    cut_back_mm=self.e.strip.swallows_mm,
                )
            )
        if soldered(body.part, self.how):
            key = self.job.step_on_core("solder", self.e.at, core.core).key
            before = (found[-1].id,)
            found.append(Event(id=key, at=self.at, tool="iron", od_mm=wide_mm, after=before, on=on))
        if sleeve_of(self.e, core) is not None:
            others = (
                self._other_side(body)
                if body.joins
                else tuple(self.job.step_on_core("land", *one).key for one in together)
            )
            found.append(
                Event(
                    id=self.job.step_on_core("shrink", self.e.at, core.core).key,
                    at=self.at,
                    tool=HEATS[self.how.heat],
                    od_mm=wide_mm,
                    after=(self._before_its_sleeve(body, found[-1].id), *others),
                    on=own,
                )
            )
        return found

    def _before_its_sleeve(self, body: Body, joined: str) -> str:
        """What a sleeve is slid over: the joint, or a lined terminal once its own lining is warmed."""
        if second_sleeve(self.e, body):
            return self.job.step_at_body("make", body, on=LINED).key
        return joined

    def _alone_mm(self, body: Body, core: CoreStrip, key: str) -> float | None:
        """What cutting off one joint by itself costs; None where it holds another core as well, or its own
        has been shortened by one already.
        """
        ends = body.termination
        shared = len(self.job.together(body, core.cavity)) > 1
        if not (ends.lasting and ends.scrap) or body.joins or shared:
            return None
        if not self.e.cable.sheathed:
            return self.e.strip.swallows_mm
        return None if key in self.job.shortened else barrel_mm(body.part, core)

    def _far_side_first(self, body: Body) -> tuple[str, ...]:
        """A splice is made on what was there before it is made on the new cord."""
        if body.joins and body.at[0] == self.e.at:
            return self._other_side(body)
        return ()

    def _other_side(self, body: Body) -> tuple[str, ...]:
        """The landings of the other conductors of a splice: its sleeve lies over all of them."""
        others = (self.job.at(at) for at in body.at if at != self.e.at)
        return tuple(
            self.job.step_on_core("land", e.at, core.core).key
            for e in others
            for core in e.strip.cores
            if core.fitting == body.id
        )


def _in_body(body: Body) -> bool:
    """True where cores are landed inside a body that is open, and can be taken out again."""
    return body.closes and not body.termination.lasting


def _landings(body: Body, job: BuildJob) -> list[tuple[CableEnd, str]]:
    """What has to be done before a body shuts: every core of it ended, by cable end."""
    found = []
    for at in body.at:
        e = job.at(at)
        for core in e.strip.cores:
            if core.fitting != body.id:
                continue
            last: Does = "land"
            if body.clicks(core.cavity) and job.together(body, core.cavity)[0] == (at, core.core):
                last = "insert"
            if soldered(body.part, job.practices):
                last = "solder"
            if sleeve_of(e, core) is not None and not second_sleeve(e, body):
                last = "shrink"
            found.append((at, job.step_on_core(last, at, core.core).key))
            if last != "land":
                found.append((at, job.step_on_core("land", at, core.core).key))
    return found


def _shut(body: Body, job: BuildJob, landed: tuple[tuple[CableEnd, str], ...]) -> list[Event]:
    """What is done to a body once its cores are landed, its grips, the fuse, its shutting, those
    there are, each after the one before.
    """
    after = tuple(dict.fromkeys(key for _, key in landed))
    found = _makings(body, job, "landed", (*after, *_joined_beside(body, job)))
    after = tuple(e.id for e in found[-1:]) or after
    closing = [_one(body, job, "close", body.part.made.tool, ())] if body.closes else []
    gripped = _grips(body, job, after, landed)
    if body.part.made.grip_last:
        stages = [_fuse(body, job), _makings(body, job, "gripped", ()), closing, gripped]
    else:
        stages = [gripped, _fuse(body, job), _makings(body, job, "gripped", ()), closing]
    for stage in [*stages, _makings(body, job, "closed", ())]:
        if not stage:
            continue
        first = stage[0]
        if stage is not gripped or body.part.made.grip_last:
            stage[0] = replace(first, after=(*first.after, *after))
        found += stage
        alike = stage is gripped and len(body.at) > 1
        after = tuple(e.id for e in stage) if alike else (stage[-1].id,)
    if body in job.screwed:
        # Not shut before its screws were turned again; yet a screw of the far end, done again, opens nothing here.
        found = [replace(e, rather_after=(*e.rather_after, AGAIN)) for e in found]
    return found


def _joined_beside(body: Body, job: BuildJob) -> tuple[str, ...]:
    """What has to be done at the other fittings of the same cable ends before their joints are made."""
    beside = (b for b in job.bodies if b != body and set(b.at) & set(body.at))
    return tuple(key for b in beside for _, key in _landings(b, job))


def _grips(
    body: Body, job: BuildJob, after: tuple[str, ...], landed: tuple[tuple[CableEnd, str], ...]
) -> list[Event]:
    """The grip; where each cable has a gland of its own, each waits for its own cores."""
    if not body.part.grips:
        return []
    if not (body.part.threaded and len(body.at) > 1):
        return [_one(body, job, "grip", _grip_tool(body), after)]
    found = []
    for at in body.at:
        key = job.step_at_body("grip", body, at).key
        own = tuple(dict.fromkeys(k for end, k in landed if end == at))
        wide = body.part.height_mm
        found.append(Event(id=key, at=(at,), tool=_grip_tool(body), od_mm=wide, after=own))
    return found


def _grip_tool(body: Body) -> str:
    """A gland has a nut, a clamp its screws; what grips as it is shut is only pulled at."""
    if body.part.made.grips:
        return HAND
    return "spanner" if {"nut", "seal"} <= {t.id for t in body.part.threaded} else "driver"


def _fuse(body: Body, job: BuildJob) -> list[Event]:
    if body.fuse_amps is None:
        return []
    return [_one(body, job, "fuse", HAND, ())]


def _one(body: Body, job: BuildJob, does: Does, tool: str, after: tuple[str, ...]) -> Event:
    """Something done to a body as a whole."""
    key = job.step_at_body(does, body).key
    return Event(id=key, at=body.at, tool=tool, od_mm=body.part.height_mm, after=after)


def _turns(e: EndToBuild, how: Practices) -> list[CoreStrip]:
    """Cores in the order they are landed: the longest first or as this bench does; cups from the
    far side.
    """
    if e.termination.from_afar:
        return _far_first(e, how)
    longest = sorted(e.strip.cores, key=lambda c: -c.core_mm)
    if how.first_core == "neutral":
        return sorted(longest, key=lambda c: not c.core.endswith("N"))
    if how.first_core == "earth-last":
        return sorted(longest, key=lambda c: c.core.endswith("E"))
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
