"""A lead's build as acts of two hands, step by step, for a walk over it."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

from euthyne.core.acts.records import (
    ActedBody,
    ActedBuild,
    ActedCable,
    ActedPart,
    ActedStep,
    BareAct,
    BenchAct,
    BlankAct,
    CloseAct,
    CutAct,
    CutOffAct,
    DeadAct,
    FixAct,
    GateAct,
    GripAct,
    InsertAct,
    JoinAct,
    LayOutAct,
    LookAct,
    MarkAct,
    PlaceAct,
    ReadAct,
    SolderOnAct,
    StripAct,
    ThreadAct,
    TrimAct,
    TugAct,
    WaitAct,
    WireEnds,
)
from euthyne.core.assembly.nets import Point
from euthyne.core.assembly.records import Course
from euthyne.core.lead.step import StepName, step_named
from euthyne.core.order.laid import CableEnd
from euthyne.core.order.order import OrderStep
from euthyne.core.stages.build.buildplan import AGAIN, order_of, threading_plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.build.jobs import (
    MARKERS,
    SHIELD,
    Body,
    BuildJob,
    EndToBuild,
    fittings,
    sleeve_of,
)
from euthyne.core.stages.cut.strip import CoreStrip
from euthyne.core.stages.given import Given

SHEATH, BRAID, SPARE, EARTH = "sheath", "braid", "spare", "E"
BLIND = "blind"  # the termination of a wire that is shut into a hole of its own, joined to nothing
BUTT_MM = 30.0  # a butt or a splice along its cores, generic, check your part
BLIND_STEP_MM = 10.0  # how far one of two such wires is cut back behind the other, generic
SETTLES_MINUTES = 10.0  # between the two turns of a screw, good practice, generic


def acted_build(given: Given, job: BuildJob, steps: tuple[BuildStep, ...]) -> ActedBuild:
    """The whole build as acts.

    Parameters: given; job; steps, as the bench shows them. Returns: cables, parts, bodies and the map of it,
    and each step as its acts, none where hands do nothing that changes a cable.
    """
    return _Acted(given, job).build(steps)


@dataclass(frozen=True)
class _Landing:
    """A core at an end, as the acts name it."""

    e: EndToBuild
    core: CoreStrip
    name: str  # cable.core

    @property
    def end(self) -> str:
        """Its end, as ``cable.core:A``."""
        return f"{self.name}:{self.e.at.end}"

    @property
    def at(self) -> str:
        """The way it lands in."""
        return f"{self.core.fitting}.{self.core.cavity}"


class _Acted:
    """The acts of one build."""

    def __init__(self, given: Given, job: BuildJob) -> None:
        self.given, self.job, self.assembly = given, job, given.assembly
        self.plan = threading_plan(job)
        self.events = {event.id: event for event in self.plan.events}
        self.ordered: dict[str, OrderStep] = {s.what: s for s in order_of(self.plan).steps}
        self.own = {name: f"{c}.{core}" for (c, core), name in self.assembly.core_names.items()}

    def build(self, steps: tuple[BuildStep, ...]) -> ActedBuild:
        """Everything of it."""
        return ActedBuild(
            map=tuple(self._wire(course) for course in self.assembly.courses),
            cables={cable.id: self._cable(cable.id) for cable in self.assembly.cables},
            parts=dict(self.parts) | self._seals,
            fittings={b.id: self._body(b) for b in self.job.bodies if b.termination.joint != BLIND},
            steps=tuple(ActedStep(step.key, tuple(self._acts(step))) for step in steps),
        )

    # What there is

    def _wire(self, course: Course) -> WireEnds:
        ends = (self._way(point) for point in (course.a, course.b))
        return WireEnds(f"{course.cable}.{course.core}", *ends)

    def _way(self, point: Point | None) -> str | None:
        """A way that something is joined in; a hole that a wire is shut into joins nothing."""
        if point is None or self.given.parts[point[0]].joint == BLIND:
            return None
        return ".".join(point)

    def _cable(self, name: str) -> ActedCable:
        cable = self.assembly.cable(name)
        layers = [
            layer for layer in self._layers(name) if layer != BRAID or not self._screens(name)
        ]
        live = {at.cable for at in self.job.one_pole_at_a_time}
        cores = tuple(core.id for core in cable.cores)
        return ActedCable(
            layers=tuple(layers),
            cores=cores,
            ends={end: self.given.map.where(CableEnd(name, end)) for end in ("A", "B")},
            existing=cable.existing is not None and cable.existing.finished is not None,
            live=cores if name in live else (),
            screens=self._screens(name),
        )

    def _screens(self, name: str) -> dict[str, str]:
        """The core of a cable that is its braid, and the layer it lies under; none where no layer is told."""
        layers = self._layers(name)
        if BRAID not in layers:
            return {}
        told = next(c for c in self.job.cables if c.id == name)
        braid = EARTH if told.own_layers else SHIELD
        own = {core.id for core in self.assembly.cable(name).cores} & {braid}
        return dict.fromkeys(own, layers[layers.index(BRAID) - 1])

    def _layers(self, name: str) -> list[str]:
        """Everything over the cores of a cable, from outside in; wires that are only parted are none."""
        told = next(c for c in self.job.cables if c.id == name)
        found = [SHEATH] if told.sheathed and not told.own_layers else []
        for e in self.job.ends_of(name):
            below = [s.layer for s in e.strip.below_sheath if s.layer.drawn != "bus"]
            found += [layer.id for layer in below if layer.id not in found]
        return found

    @cached_property
    def parts(self) -> tuple[tuple[str, ActedPart], ...]:
        """Everything that is threaded, by its step."""
        return tuple(part for e in self.job.ends for part in self._parts_of(e))

    def _parts_of(self, e: EndToBuild) -> Iterator[tuple[str, ActedPart]]:
        for loose in fittings(e.at, self.job):
            owner = next((b for b in e.bodies if loose in b.part.threaded), None)
            key = self.job.step("thread", e.at, loose.id).key
            whose = owner.id if owner is not None else None
            yield key, ActedPart(e.at.cable, e.at.end, (), loose.bore_mm, fitting=whose)
        for core in e.strip.cores:
            body = e.body_of(core.core)
            over = (self.own[core.core],) if e.cable.sheathed else ()
            sleeve = sleeve_of(e, core)
            if sleeve is not None:
                key = self.job.step_on_core("sleeve", e.at, core.core).key
                yield key, ActedPart(e.at.cable, e.at.end, over, sleeve.expanded_mm)
            elif body.termination.sealed:
                key = self.job.step_on_core("wireseal", e.at, core.core).key
                part = ActedPart(e.at.cable, e.at.end, over, body.part.grip_mm[1], fitting=body.id)
                yield key, part

    @property
    def _seals(self) -> dict[str, ActedPart]:
        """What shuts wires in blind: a seal that goes over the whole end."""
        blind = [b for b in self.job.bodies if b.termination.joint == BLIND]
        return {b.id: ActedPart(b.at[0].cable, b.at[0].end) for b in blind}

    def _body(self, body: Body) -> ActedBody:
        return ActedBody(
            cavities=tuple(body.part.marks),
            click=self._clicks(body),
            mates=body.part.contact is not None,
            blanks=body.blanked,
        )

    def _clicks(self, body: Body) -> tuple[str, ...] | bool:
        """The ways of a body whose contact is inserted: a shield is clamped on its shell, and clicks nowhere."""
        marks = {x.core.cavity for x in self._tips_in(body)}
        if not body.termination.inserted or SHIELD not in marks:
            return body.termination.inserted
        return tuple(mark for mark in body.part.marks if mark != SHIELD)

    # What is done

    def _acts(self, step: BuildStep) -> Iterator[BenchAct]:
        match step.key:
            case "lay-out":
                yield LayOutAct()
                if not any(cable.cut_m for cable in self.job.cables):
                    yield from self._raw()
            case "cut":
                for cable in self.job.cables:
                    if cable.cut_m is not None:
                        yield CutAct(cable.id, cable.cut_m * 1000)
                yield from self._raw()
                for at in self.job.loose:
                    for core in self.assembly.cable(at.cable).cores:
                        yield MarkAct(f"{at.cable}.{core.id}:{at.end}", SPARE)
            case "tags":
                yield from self._markers()
            case _ if step.key == AGAIN:
                yield WaitAct(SETTLES_MINUTES)
            case _ if step.kind == "gate":
                yield GateAct(tuple(asked.part for asked in step.asks))
            case _:
                if (name := step_named(step.key)) is not None:
                    yield from self._named(step.key, name)

    def _raw(self) -> Iterator[BenchAct]:
        """What is there with open tips: both are cut square."""
        for cable in self.job.cables:
            if cable.raw:
                there = self.assembly.cable(cable.id).existing
                yield CutAct(cable.id, 1000 * ((there and there.length_m) or 0.0))

    def _markers(self) -> Iterator[BenchAct]:
        for key, part in self.parts:
            name = step_named(key)
            if part.fitting is None and name is not None and name.on in MARKERS:
                yield PlaceAct(key)
                yield FixAct(key)

    def _named(self, key: str, name: StepName) -> Iterator[BenchAct]:
        does = name.does
        if does in ("grip", "fuse", "close", "make"):
            yield from self._at_body(does, name)
            return
        e = self.job.end_of(name)
        cable, end = e.at.cable, e.at.end
        match does:
            case "dead":
                cut = (x for x in self.job.ends if x.cable.old)
                live = self.job.one_pole_at_a_time
                for opened in dict.fromkeys(x.at.cable for x in cut if x.at not in live):
                    yield DeadAct(opened)
            case "off":
                yield CutOffAct(cable, end)
            case "strip":
                yield StripAct(cable, end, SHEATH, e.strip.sheath_mm)
            case "layer":
                yield from self._layer(e, name.on)
            case "mark":
                for marking in e.marked:
                    yield MarkAct(self.own[marking.core], "its colour")
            case "cores":
                yield from self._bared(e)
            case "spare":
                for core in e.spare:
                    yield MarkAct(f"{cable}.{core}:{end}", SPARE)
            case "thread" | "sleeve" | "wireseal":
                yield ThreadAct(key, self.ordered[key].at[0].end)
            case "land":
                yield from self._landed(key, self._landing(e, name.on))
            case "insert":
                yield from self._inserted(self._landing(e, name.on))
            case "solder":
                yield SolderOnAct(self._landing(e, name.on).at)
            case "shrink":
                yield from self._shrunk(self._landing(e, name.on))

    def _layer(self, e: EndToBuild, layer: str) -> Iterator[BenchAct]:
        """A layer off; a braid that is landed at the other end only is cut flush with it, and ends here."""
        cable, end = e.at.cable, e.at.end
        stair = next(s for s in e.strip.below_sheath if s.layer.id == layer)
        screens = self._screens(cable)
        if layer == BRAID and screens:
            for core in screens:
                if self._lands(e, core):
                    yield BareAct(f"{cable}.{core}", end, stair.back_mm)
                else:
                    yield TrimAct(f"{cable}.{core}", end, stair.back_mm)
                    yield MarkAct(f"{cable}.{core}:{end}", SPARE)
        elif layer in self._layers(cable):
            yield StripAct(cable, end, layer, stair.back_mm)

    def _lands(self, e: EndToBuild, core: str) -> bool:
        return any(self.own[c.core] == f"{e.at.cable}.{core}" for c in e.strip.cores)

    def _landing(self, e: EndToBuild, core: str) -> _Landing:
        found = next(c for c in e.strip.cores if c.core == core)
        return _Landing(e, found, self.own[core])

    def _bared(self, e: EndToBuild) -> Iterator[BenchAct]:
        braids = {f"{e.at.cable}.{core}" for core in self._screens(e.at.cable)}
        cores = [c for c in e.strip.cores if self.own[c.core] not in braids]
        if e.termination.joint == BLIND:
            # Nothing of them is bared: the second is cut back, so that no two ends lie side by side.
            for core in cores[1:]:
                yield TrimAct(self.own[core.core], e.at.end, BLIND_STEP_MM)
            return
        for core in cores:
            if core.trim_mm > 0:
                yield TrimAct(self.own[core.core], e.at.end, core.trim_mm)
        for core in cores:
            yield BareAct(self.own[core.core], e.at.end, core.strip_mm)

    def _landed(self, key: str, landing: _Landing) -> Iterator[BenchAct]:
        """A core joined, with those that share its barrel once all of them are ready."""
        together = [x for x in self._landings() if x.at == landing.at]
        last = max(together, key=lambda x: self._place(x))
        if last != landing:
            return
        body = landing.e.body_of(landing.core.core)
        ends = body.termination
        if ends.joint == BLIND:
            return
        yield JoinAct(
            landing.at,
            tuple(x.end for x in together),
            ends.joined_by,
            tip_mm=self.events[key].od_mm,
            joint_mm=BUTT_MM if ends.joint == "splice" and not body.part.threaded else None,
            lasting=ends.lasting,
        )
        yield LookAct((landing.at,))
        yield TugAct(landing.at)
        for one in together if ends.sealed else ():
            seal = self.job.step_on_core("wireseal", one.e.at, one.core.core).key
            yield PlaceAct(seal)
            yield FixAct(seal)

    @staticmethod
    def _inserted(landing: _Landing) -> Iterator[BenchAct]:
        body = landing.e.body_of(landing.core.core)
        yield InsertAct(landing.at, lasting=not body.part.comes_out)
        yield TugAct(landing.at)
        yield LookAct((landing.at,))

    def _landings(self) -> Iterator[_Landing]:
        for e in self.job.ends:
            for core in e.strip.cores:
                yield _Landing(e, core, self.own[core.core])

    def _place(self, landing: _Landing) -> int:
        key = self.job.step_on_core("land", landing.e.at, landing.core.core).key
        return list(self.ordered).index(key)

    def _shrunk(self, landing: _Landing) -> Iterator[BenchAct]:
        # What shares its cup lies under it too: it is the same joint.
        sleeve = self.job.step_on_core("sleeve", landing.e.at, landing.core.core).key
        yield PlaceAct(sleeve)
        body = landing.e.body_of(landing.core.core)
        covers: tuple[str, ...] = (landing.at,)
        if body.joins:
            covers = tuple(
                dict.fromkeys(x.at for x in self._landings() if x.core.fitting == body.id)
            )
        yield FixAct(sleeve, covers)

    def _at_body(self, does: str, name: StepName) -> Iterator[BenchAct]:
        body = self.job.body_of(name)
        match does:
            case "grip":
                at = self.job.end_of(name).at
                yield GripAct(body.id, at.cable, at.end)
            case "make":
                yield from self._made(body, name.on)
            case "close":
                for key, part in self.parts:
                    named = step_named(key)
                    sealed = named is not None and named.does == "wireseal"
                    if part.fitting == body.id and not sealed and not self._seated_by(key, body):
                        yield PlaceAct(key)
                if self._covered_by(body):
                    # Its lock is home, and its cover comes yet: what can be seen of it is seen now.
                    yield LookAct(tuple(dict.fromkeys(x.at for x in self._tips_in(body))))
                else:
                    yield CloseAct(body.id)

    @staticmethod
    def _covered_by(body: Body) -> str:
        """The step that puts a cover of its own over a body whose lock is home; empty where none does."""
        return next((m.id for m in body.part.making if m.when == "closed" and m.seats), "")

    def _made(self, body: Body, which: str) -> Iterator[BenchAct]:
        made = next(m for m in body.part.making if m.id == which)
        if body.termination.joint == BLIND and made.lasting:
            at = body.at[0]
            yield ThreadAct(body.id, at.end)
            yield PlaceAct(body.id)
            yield FixAct(body.id, tuple(f"{x.name}:{at.end}" for x in self._tips_in(body)))
        if made.ahead:
            far = {at.other for at in body.at}
            touched = tuple(
                x.end for x in self._landings() if x.e.at in far and x.e.cable.own_layers
            )
            yield ReadAct(body.id, touched)
        if made.only == "spare ways":
            for mark in body.blanked:
                yield BlankAct(f"{body.id}.{mark}")
        for key, part in self.parts:
            if part.fitting == body.id and self._seated_by(key, body) == made.id:
                yield PlaceAct(key)
                yield FixAct(key, self._under(body, made.beside) if part.over == () else ())
        if made.id == self._covered_by(body):
            yield CloseAct(body.id)

    def _tips_in(self, body: Body) -> list[_Landing]:
        return [x for x in self._landings() if x.core.fitting == body.id]

    def _under(self, body: Body, beside: bool) -> tuple[str, ...]:
        """The joints that lie under a sleeve of a body: its own, or those beside it."""
        if not body.joins:
            return ()
        found = (x for x in self._landings() if x.e.at in body.at)
        return tuple(dict.fromkeys(x.at for x in found if not beside or x.core.fitting != body.id))

    @staticmethod
    def _seated_by(key: str, body: Body) -> str:
        """The step of a body in which a part comes to its place: its own, or the one it is needed by; empty
        where it is the body shutting.
        """
        name = step_named(key)
        on = name.on if name is not None else ""
        needed = {loose.id: loose.needed_by for loose in body.part.threaded}
        for made in body.part.making:
            if made.seats == on or needed.get(on) == made.id:
                return made.id
        return ""
