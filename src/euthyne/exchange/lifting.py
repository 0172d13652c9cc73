"""Lifting a lead of version 1: the same lead as an assembly. What version 1 could not say is left
unsaid.
"""

import hashlib
from collections.abc import Iterable, Mapping
from dataclasses import fields, replace

from euthyne.core.assembly.joints import Joint as MappedJoint
from euthyne.core.assembly.joints import WireMap
from euthyne.core.assembly.records import POWER, Assembly, Cable, Existing, WireCourse
from euthyne.core.kinds import kind_named
from euthyne.core.kinds.makeup import (
    MakeUpInput,
    lines_and_earth,
    numbered,
    poles,
    taps,
    two_ended,
)
from euthyne.core.lead import Circuit, Conductor, Ends, Lead, Probe, Rework, StepDone
from euthyne.core.plan import Plan, plan_of
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import part
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.practices import Practices
from euthyne.exchange.version1 import Ends1, FirstJoint, Lead1

# Both lugs of an end were one part in version 1; each is a part of its own now.
NOW_CALLED = {"lugs-m8": "lug-m8", "inverter-lugs-m8": "lug-m8"}
SIDES = {"A": "supply", "B": "load"}


def lift(old: Lead1) -> Lead:
    """The lead as an assembly: two fittings or a lug a pole, a cord or a single a pole, its taps as
    cables of their own; everything done and proved under the names it had.

    Raises Refused for a kind or a part that is not known; KeyError for a joint that is not there.
    """
    made = _assembled(old)
    told = {f.name: getattr(old.conductor, f.name) for f in fields(old.conductor)}
    told.pop("salvaged")  # said of the cable since
    conductor = Conductor(**told)
    lead = Lead(
        tag=old.tag,
        name=old.name,
        kind=old.kind,
        brief=old.brief,
        conductor=conductor,
        ends=Ends(**{f.name: getattr(old.ends, f.name) for f in fields(Ends)}),
        created_at=old.created_at,
        places=made.places,
        fittings=made.fittings,
        cables=made.cables,
        wires=made.wires,
        circuits=tuple(
            Circuit(name, conductor)
            for name in dict.fromkeys(c.circuit for c in made.cables)
            if name != POWER
        ),
        made_for=old.made_for,
        wanted_by=old.wanted_by,
        cut=old.cut,
        build=old.build,
        proof=old.proof,
        reasons=old.reasons,
        typed=old.typed,
    )
    return _under_its_names(lead, old)


def part_then(ends: Ends1, end: str) -> Part:
    """The part of an end: one of the lead's own, or of the shelf. Raises Refused."""
    name = getattr(ends, end)
    own = next((p for p in ends.own if p.id == name), None)
    return own or part(NOW_CALLED.get(name, name), f"ends.{end}")


def told_then(old: Lead1) -> MakeUpInput:
    """What its make-up goes by."""
    kind = kind_named(old.kind)
    conductor = Conductor(cable_type=old.conductor.cable_type)
    parts = {
        kind.places[0].id: part_then(old.ends, "a"),
        kind.places[-1].id: part_then(old.ends, "b"),
    }
    return MakeUpInput(old.brief, conductor, kind.places, parts)


def made_then(old: Lead1) -> Assembly:
    """What version 1 made every lead of: one run of cores from end to end, its taps beside them."""
    kind, told = kind_named(old.kind), told_then(old)
    if not kind.direct:
        return two_ended(lines_and_earth)(told)
    if old.brief.ways is not None and "brief.ways" in {q.path for q in kind.questions}:
        return two_ended(numbered)(told)
    return two_ended(poles, taps)(told)


def _assembled(old: Lead1) -> Assembly:
    told = told_then(old)
    made = made_then(old)
    parts = {f.id: told.at(f.id, f.place or "") for f in made.fittings}
    if old.ends.joints:
        made = replace(made, wires=_wires(old, made, parts))
    studs = {made.places[0].id: old.ends.stud_a, made.places[-1].id: old.ends.stud_b}
    used = {(x.fitting, x.cavity) for x in made.landings}
    fittings = tuple(
        replace(
            f,
            stud=studs.get(f.place or ""),
            blanked=_blanked(f.id, parts[f.id], used) if old.ends.blanked else (),
        )
        for f in made.fittings
    )
    return replace(
        made, fittings=fittings, cables=tuple(_coloured(old, cable) for cable in made.cables)
    )


def _blanked(name: str, own: Part, used: set[tuple[str, str]]) -> tuple[str, ...]:
    if not TERMINATIONS[own.joint].sealed:
        return ()
    return tuple(mark for mark in own.marks if (name, mark) not in used)


def _wires(old: Lead1, made: Assembly, parts: Mapping[str, Part]) -> tuple[WireCourse, ...]:
    cable_of = {core.id: cable.id for cable in made.cables for core in cable.cores}
    joints = [MappedJoint(j.core, j.a, j.b, cable_of[j.core], j.core) for j in old.ends.joints]
    told = {j.core for j in joints}
    usual = [j for j in WireMap(made, parts).joints if j.core not in told]
    unlanded = [replace(j, a=None, b=None) for j in usual]
    return WireMap(made, parts).wires([*joints, *unlanded])


def _coloured(old: Lead1, cable: Cable) -> Cable:
    tints = {t.core: t.colour for t in old.ends.tints}
    cores = tuple(replace(core, colour=tints.get(core.id)) for core in cable.cores)
    salvaged = old.conductor.salvaged and cable.circuit == POWER
    return replace(cable, cores=cores, existing=Existing(salvaged=True) if salvaged else None)


def _under_its_names(lead: Lead, old: Lead1) -> Lead:
    """What was done and proved, under the names it had; a step that was one for several cables is
    the step of each.
    """
    if not (old.build.done or old.build.reworks or old.proof.looks or old.proof.probes):
        return lead
    plan = plan_of(lead)
    build = replace(
        lead.build,
        done=tuple(again for done in old.build.done for again in _done(done, plan)),
        reworks=tuple(_reworked(rework, plan) for rework in old.build.reworks),
        ticked=old.build.ticked,
    )
    lines = [line.id for line in plan.prove.looks]
    looks = tuple(
        replace(look, line=line)
        for look in old.proof.looks
        for line in _lines(look.line, lines, plan)
    )
    probes = tuple(_probed(probe, plan) for probe in old.proof.probes)
    lifted = replace(lead, build=build, proof=replace(lead.proof, looks=looks, probes=probes))
    stamp = stamp_then(old, plan)
    now = plan_of(lifted).build.stamp
    build, proof = lifted.build, lifted.proof
    if build.plan_stamp == stamp:
        build = replace(build, plan_stamp=now)
    if proof.plan_stamp == stamp:
        proof = replace(proof, plan_stamp=now)
    return replace(lifted, build=build, proof=proof)


def _done(done: StepDone, plan: Plan) -> tuple[StepDone, ...]:
    return tuple(replace(done, step=name) for name in _names(done.step, plan))


def _names(step: str, plan: Plan) -> tuple[str, ...]:
    """A step's name, or those of the steps it is now."""
    keys = [s.key for s in plan.build.steps]
    if step in keys:
        return (step,)
    return tuple(key for key in keys if key.partition("@")[0] == step) or (step,)


def _reworked(rework: Rework, plan: Plan) -> Rework:
    def each(names: Iterable[str]) -> tuple[str, ...]:
        return tuple(name for old in names for name in _names(old, plan))

    return replace(rework, undone=each(rework.undone), scrap=each(rework.scrap))


def _lines(line: str, lines: list[str], plan: Plan) -> tuple[str, ...]:
    if line in lines:
        return (line,)
    end, _, key = line.partition("-")
    here = [e.id for e in plan.ends.on_side(end)] if end in SIDES else []
    return tuple(f"{name}-{key}" for name in here if f"{name}-{key}" in lines) or (line,)


def _probed(probe: Probe, plan: Plan) -> Probe:
    return replace(probe, one=_point(probe.one, plan), other=_point(probe.other, plan))


def _point(name: str, plan: Plan) -> str:
    """A point as version 1 named it, by its end and its mark."""
    end, _, mark = name.partition(".")
    place = plan.ends[end].place
    if place is None:
        return name
    return plan.given.map.named(place.id, mark) or name


def stamp_then(old: Lead1, plan: Plan) -> str:
    """What the build and the proof rested on, as version 1 summed it up."""
    joints = old.ends.joints or tuple(_joints_then(plan))
    resting: tuple[object, ...] = (
        plan.conductor.size_name,
        old.conductor.cable_type,
        old.ends.a,
        old.ends.b,
        joints,
    )
    if old.build.practices != Practices():
        resting += (old.build.practices,)
    cut_m = plan.cut.length.cut_m if plan.cut.length else None
    fuse = plan.conductor.protection.amps if plan.given.fused_plug else None
    resting += (cut_m, fuse)
    rested_on = repr(resting).replace(f"{FirstJoint.__name__}(", "Joint(")  # as it was called then
    return hashlib.sha256(rested_on.encode()).hexdigest()[:12]


def _joints_then(plan: Plan) -> Iterable[FirstJoint]:

    return (FirstJoint(j.core, j.a, j.b) for j in plan.ends.joints)
