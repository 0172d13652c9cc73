"""A lead's own build as the order solver takes it: parts and events, from its ends and the bench's practices."""

from dataclasses import dataclass, field
from functools import cache

from euthyne.core.lead.practices import Practices, Stripper
from euthyne.core.order.order import CABLE, HAND, BuildPlan, End, Event, Order, Threaded, order
from euthyne.core.shelf.part import Joining, Part, ThreadedPart, wiring_side
from euthyne.core.shelf.termination import TERMINATIONS
from euthyne.core.stages.cut.strip import CoreStrip, StripPlan
from euthyne.core.trade.barrel import Lug, lug_for
from euthyne.core.trade.colours import Colours
from euthyne.core.trade.sleeve import (
    Sleeve,
    copper_mm,
    covered_on_lug_mm,
    cut_mm,
    sleeve_for,
    sleeves_for,
)

STRIPPERS: dict[Stripper, str] = {
    "knife": "knife",
    "ring": "ring stripper",
    "automatic": "automatic stripper",
}
HEATS = {"gun": "heat gun", "flame": "small flame"}
PRESSED: tuple[Joining, ...] = ("lug", "blade", "splice")
PAST_JOINT_MM = 15.0
ONE_ROW_MM = 1.0  # cups whose places differ by less are in one row
TAG_SLEEVE_MM = 50.0


@dataclass(frozen=True)
class EndToBuild:
    """An end as the build needs it: its part, its strip plan, its cores' colours, the fuse it takes."""

    part: Part
    strip: StripPlan
    colours: Colours
    fuse_amps: float | None


@dataclass(frozen=True)
class CableToBuild:
    """The cable as the build needs it: over all and each core in mm, whether a sheath is round them, the conductor."""

    over_all_mm: float
    core_mm: float
    sheathed: bool
    size: str
    copper_mm2: float


@dataclass(frozen=True)
class Job:
    """What is built: both ends, the cable, how this bench works, whether it is mains, tags along the run."""

    a: EndToBuild
    b: EndToBuild
    cable: CableToBuild
    practices: Practices = field(default_factory=Practices)
    mains: bool = True
    tags_along: int = 0

    @property
    def ends(self) -> tuple[tuple[End, EndToBuild], ...]:
        """Both ends with their names."""
        return (("A", self.a), ("B", self.b))


def threading_plan(job: Job) -> BuildPlan:
    """The build as the order solver takes it: parts and events of both ends, on the cable and on its cores."""
    cores = {c.core: job.cable.core_mm for _, e in job.ends for c in e.strip.cores}
    return BuildPlan(
        job.cable.over_all_mm,
        tuple(t for end, e in job.ends for t in _threaded(end, e, job)),
        tuple(v for end, e in job.ends for v in _events(end, e, job)),
        cores,
    )


def fittings(end: End, job: Job) -> tuple[ThreadedPart, ...]:
    """What goes on the cable at an end, nearest the tip last: printed sleeves with the tag, then the part's own."""
    own = (job.a if end == "A" else job.b).part.threaded
    sleeve = marker_on(job)
    if sleeve is None:
        return own
    printed = [
        ThreadedPart(
            "marker", "printed sleeve", sleeve.expanded_mm, "its words the way they will be read"
        )
    ]
    if end == "B" and job.tags_along:
        words = f"{job.tags_along} printed sleeves for along the run"
        printed.insert(
            0, ThreadedPart("along", words, sleeve.expanded_mm, "spread out later, shrunk last")
        )
    return (*printed, *own)


def marker_on(job: Job) -> Sleeve | None:
    """The sleeve that carries the tag on this cable; None where tags are wrapped on, or no sleeve fits."""
    if job.practices.labels != "printed-sleeve":
        return None
    return sleeve_for(job.cable.over_all_mm, job.cable.over_all_mm)


def sleeves_on(e: EndToBuild, cable: CableToBuild) -> list[Sleeve]:
    """Sleeves that do for each core of an end, over its insulation and gripping the copper's barrel, best first.

    A barrel is as wide as its lug; others are taken half as wide again as their copper: generic, check your part.
    """
    if not TERMINATIONS[e.part.joint].sleeved:
        return []
    lug = lug_on(e, cable)
    barrel = lug.outside_mm if lug else 1.5 * copper_mm(cable.copper_mm2)
    return sleeves_for(
        max(cable.core_mm, barrel), min(cable.core_mm, barrel), adhesive=e.part.joint == "lug"
    )


def sleeve_on(e: EndToBuild, cable: CableToBuild) -> Sleeve | None:
    """The sleeve for each core of an end; None where none is used, or none does."""
    return next(iter(sleeves_on(e, cable)), None)


def lug_on(e: EndToBuild, cable: CableToBuild) -> Lug | None:
    """The lug on each core of an end; None where its part has barrels of its own, or the table has none so big."""
    return lug_for(cable.copper_mm2) if e.part.lug_by_size and cable.copper_mm2 else None


def covered_mm(e: EndToBuild, cable: CableToBuild) -> float:
    """What each core's sleeve covers at an end, in mm: a barrel and 12 mm of insulation, or a joint and past it."""
    lug = lug_on(e, cable)
    bare = max((c.strip_high_mm for c in e.strip.cores), default=0.0)
    barrel = lug.barrel_mm if lug else bare
    return covered_on_lug_mm(barrel) if e.part.joint == "lug" else bare + PAST_JOINT_MM


def sleeve_cut_mm(e: EndToBuild, sleeve: Sleeve, cable: CableToBuild) -> float:
    """How long each core's sleeve is cut at an end, in mm."""
    return cut_mm(covered_mm(e, cable), sleeve.adhesive)


def closes(e: EndToBuild) -> bool:
    """True when the part has a body that shuts."""
    return e.part.grips or bool(e.part.threaded)


def _threaded(end: End, e: EndToBuild, job: Job) -> list[Threaded]:
    on_cable, cable = fittings(end, job), job.cable
    first_joint = (
        f"{end}-close"
        if closes(e)
        else f"{end}-land-{e.strip.cores[0].core}"
        if e.strip.cores
        else None
    )
    found = [
        Threaded(
            f"{end}-{t.id}",
            end,
            len(on_cable) - i,
            t.bore_mm,
            needed_by=first_joint,
            facing=t.facing,
        )
        for i, t in enumerate(on_cable)
    ]
    sleeve = sleeve_on(e, cable)
    first = (f"{end}-strip",) if cable.sheathed else ()
    for core in e.strip.cores:
        if sleeve is not None:
            needed = f"{end}-shrink-{core.core}"
            found.append(
                Threaded(
                    f"{end}-sleeve-{core.core}",
                    end,
                    1,
                    sleeve.expanded_mm,
                    needed,
                    first,
                    on=core.core,
                )
            )
        elif e.part.joint == "wire-seal":
            needed = f"{end}-land-{core.core}"
            bore = e.part.grip_mm[1]
            found.append(
                Threaded(f"{end}-wireseal-{core.core}", end, 1, bore, needed, first, on=core.core)
            )
    return found


def _in_order(e: EndToBuild, how: Practices) -> list[CoreStrip]:
    """Cores in the order they are landed: the longest first or as this bench does; cups from the far side."""
    longest = sorted(e.strip.cores, key=lambda c: -c.core_mm)
    if e.part.joint == "solder":
        return _far_cups_first(e, how)
    if how.first_core == "neutral":
        return sorted(longest, key=lambda c: c.core != "N")
    return (
        sorted(longest, key=lambda c: c.core == "E") if how.first_core == "earth-last" else longest
    )


def _far_cups_first(e: EndToBuild, how: Practices) -> list[CoreStrip]:
    """Cores by their cups as one looks at the wiring side: the far row first, and away from the hand with the iron."""
    side, at = (
        1 if how.iron_hand == "right" else -1,
        {c.mark: c for c in wiring_side(e.part).cavities},
    )
    rows: list[list[CoreStrip]] = []
    for core in sorted(e.strip.cores, key=lambda c: -at[c.cavity].y):
        if not rows or at[rows[-1][0].cavity].y - at[core.cavity].y >= ONE_ROW_MM:
            rows.append([])
        rows[-1].append(core)
    return [core for row in rows for core in sorted(row, key=lambda c: side * at[c.cavity].x)]


def _events(end: End, e: EndToBuild, job: Job) -> list[Event]:
    body, kind, cable, how = e.part.height_mm, TERMINATIONS[e.part.joint], job.cable, job.practices
    found = [Event(f"{end}-strip", end, STRIPPERS[how.stripper])] if cable.sheathed else []
    for stair in e.strip.below_sheath:
        found.append(
            Event(
                f"{end}-layer-{stair.layer.id}", end, "knife", after=tuple(v.id for v in found[-1:])
            )
        )
    found.append(Event(f"{end}-cores", end, "wire stripper", after=tuple(v.id for v in found)))
    last, sleeve = f"{end}-cores", sleeve_on(e, cable)
    for core in _in_order(e, how):
        on = CABLE if closes(e) and not kind.lasting else (core.core,)
        wide = body if on == CABLE else max(2.2 * cable.core_mm, body / 2)
        lost = core.strip_mm + cable.core_mm
        land = Event(
            f"{end}-land-{core.core}",
            end,
            _tool(e.part, how),
            wide,
            (last,),
            kind.lasting,
            on,
            lost,
        )
        found.append(land)
        if soldered(e.part, how):
            found.append(Event(f"{end}-solder-{core.core}", end, "iron", wide, (land.id,), on=on))
        if sleeve is not None:
            found.append(
                Event(
                    f"{end}-shrink-{core.core}",
                    end,
                    HEATS[how.heat],
                    wide,
                    (found[-1].id,),
                    on=(core.core,),
                )
            )
        last = land.id if on == CABLE or e.part.joint == "solder" else last
    landed = tuple(v.id for v in found if v.id.split("-")[1] in ("land", "solder", "shrink"))
    if e.part.grips:
        found.append(Event(f"{end}-grip", end, "driver", body, landed))
        landed = (f"{end}-grip",)
    if e.fuse_amps is not None:
        found.append(Event(f"{end}-fuse", end, HAND, body, landed))
        landed = (f"{end}-fuse",)
    return [*found, Event(f"{end}-close", end, "driver", body, landed)] if closes(e) else found


def soldered(part: Part, how: Practices) -> bool:
    """True when a press is soldered afterwards on this bench."""
    return how.crimp == "crimp-then-solder" and part.joint in PRESSED


def torqued(part: Part, how: Practices) -> bool:
    """True when a torque is given for a part's screws and this bench uses it."""
    return bool(part.torque_nm) and how.torque == "tool"


def hammered(part: Part, how: Practices) -> bool:
    """True when a part's lugs are indented by hammer or vice on this bench."""
    return part.joint == "lug" and how.pressed_with == "hammer"


def _tool(part: Part, how: Practices) -> str:
    if hammered(part, how):
        return "hammer and indenter"
    return "torque driver" if torqued(part, how) else TERMINATIONS[part.joint].tool


@cache
def order_of(build: BuildPlan) -> Order:
    """The solved order of a build; the same build is solved once."""
    return order(build)
