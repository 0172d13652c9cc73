"""What of a lead its tests are told: conductors, ends, room, rating, cells."""

from dataclasses import dataclass

from euthyne.core.assembly.nets import Point
from euthyne.core.assembly.records import POWER
from euthyne.core.kinds import Trait
from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.kinds.charger_lead import PackBrief
from euthyne.core.kinds.conversion import TailBrief
from euthyne.core.kinds.heating_tape import TapeBrief
from euthyne.core.kinds.repair import RepairBrief
from euthyne.core.kinds.welding_extension import leads_of
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.cut.cut import CutStage
from euthyne.core.stages.ends.ends import EndsStage, LeadEnd
from euthyne.core.stages.given import Given
from euthyne.core.stages.prove.readings import At, Run, Subject
from euthyne.core.trade.bank import MINUS, PLUS
from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.layers import layered
from euthyne.core.trade.protection import PLUG_FUSE
from euthyne.core.trade.wire import Wire

COUPLED = ("click-in", "sleeve-contact")  # terminations of couplers read across themselves
BONDED = "bond"  # what is done to a body of metal


def subject_of(
    given: Given, conductor: ConductorStage, ends: EndsStage, cut: CutStage
) -> Subject | None:
    """What its tests are told of a lead; None while its conductor or its run is open."""
    runs = _runs(given, conductor, ends, cut)
    if runs is None or conductor.wire is None:
        return None
    brief = given.lead.brief
    tape_ohm = None
    tape = TapeBrief.of(brief)
    if tape.tape_m and tape.watts_per_m:
        tape_ohm = brief.volts**2 / (tape.tape_m * tape.watts_per_m)
    salvaged = any(c.existing is not None and c.existing.salvaged for c in given.assembly.cables)
    return Subject(
        runs=runs,
        ends=tuple(_ends(given, conductor, ends)),
        room_c=given.lead.proof.room_c,
        fuse_amps=conductor.protection.amps if given.fused_plug else None,
        fuse_is_a_plugs=given.supply.fuse_family == PLUG_FUSE,
        rating_amps=conductor.rating_amps(rolled=False),
        volts=brief.volts,
        cells=brief.cells or 0,
        cell_volts=brief.cell_volts,
        taps=PackBrief.of(brief).taps,
        salvaged=salvaged,
        in_use=given.flex_is_there,
        in_wet=given.lead.brief.place == "wet",
        tape_ohm=tape_ohm,
        tape_m=tape.tape_m or 0.0,
        switches=tuple(
            (end.id, f"{end.id}.{one}", f"{end.id}.{other}")
            for end in ends.ours
            if len(end.part.positions) > 1
            for one, other in end.part.positions[-1].joins[:1]
        ),
        metal=tuple(e.id for e in ends.ours if BONDED in {m.id for m in e.part.making}),
        braid=next(iter(_spliced(given, conductor, braid=True)), ""),
        buses=_spliced(given, conductor, braid=False),
        earthed=any(run.earth for run in runs),
        lamp=given.lead.ends.switch_lit and given.lead.ends.switch != "none",
        switched_ends=tuple(e.part.short for e in ends.ours if e.part.switched),
        outlets=max((e.part.outlets for e in ends.ours), default=1),
        lit_ends=tuple(e.part.short for e in ends.ours if e.part.lit),
        to_fed=_to_fed(SetBrief.of(brief)),
        heating_amps=conductor.rating_amps(rolled=False),
        on_pack=Trait.CUT_ON_A_PACK in given.kind.traits and TailBrief.of(brief).tail_of == "pack",
    )


def _to_fed(told: SetBrief) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """The ends of a set's cables on the plus of what it feeds, and on its minus."""
    fed = told.bank.fed[:1]
    on = {
        post: f"c{n}{letter}.1"
        for n, cable in enumerate(told.set_cables, start=1)
        for letter, post in (("a", cable.a), ("b", cable.b))
    }
    plus, minus = (
        tuple(on[f"{thing} {pole}"] for thing in fed if f"{thing} {pole}" in on)
        for pole in (PLUS, MINUS)
    )
    return plus, minus


def _spliced(given: Given, conductor: ConductorStage, *, braid: bool) -> tuple[str, ...]:
    """The braid, or the bus wires, of a tape where it is spliced; the cord may have been there before as well."""
    if Trait.BUS_WIRES not in given.kind.traits:
        return ()
    return tuple(
        core_end(c.cable, c.core, "A")
        for c in given.assembly.courses
        if (of := layered(conductor.laid[c.cable].type.name))
        and of.parted
        and (c.core == "E") == braid
    )


def _runs(
    given: Given, conductor: ConductorStage, ends: EndsStage, cut: CutStage
) -> tuple[Run, ...] | None:
    """Every conductor with what it is made of: all pieces on its way, their joints, the switches they
    pass. None while one is not known.
    """
    found: list[Run] = []
    leads = leads_of(given.lead.brief) if Trait.WELDS in given.kind.traits else {}
    for (a, b), name in ends.courses.items():
        way = way_between(given, (a.fitting, a.cavity), (b.fitting, b.cavity))
        wires = [conductor.laid[c].wire for c in way.cables]
        wire, length_m = next((w for w in wires if w is not None), None), _way_m(given, cut, way)
        if wire is None or None in wires or length_m is None:
            return None
        far = ends.by_id[b.fitting]
        first = name not in {run.name for run in found}
        found.append(
            Run(
                name if first else f"{b.fitting}.{name}",
                leads.get(name) or function_of(name),
                wire,
                length_m,
                a.name,
                b.name,
                joints=2 * (len(way.cables) + RepairBrief.of(given.lead.brief).mended_before),
                switches=way.switches + _in_its_ends(given, name, (a.fitting, b.fitting)),
                leg=far.named if far.number else "",
                again=not first,
            )
        )
    return tuple(found)


def _in_its_ends(given: Given, core: str, ends: tuple[str, str]) -> int:
    """The switches inside the parts at the ends of a core: those of its lines, or of its neutral too."""
    role = function_of(core)
    broken = {"line": role not in ("earth", "neutral"), "all": role != "earth", "": False}
    return sum(broken[given.parts[fitting].switched] for fitting in ends)


@dataclass(frozen=True)
class Way:
    """What lies between two contacts of one net: its cables in order, and the switches it passes."""

    cables: tuple[str, ...]
    switches: int


def way_between(given: Given, one: Point, other: Point) -> Way:
    """The shortest way between two contacts of one net, every switch closed.

    Parameters: given; one and other, as fitting and cavity. Returns: Way, without cables where none
    joins them.
    """
    steps: dict[Point, list[tuple[Point, str, int]]] = {}
    for c in given.assembly.courses:
        if c.a is not None and c.b is not None:
            steps.setdefault(c.a, []).append((c.b, c.cable, 0))
            steps.setdefault(c.b, []).append((c.a, c.cable, 0))
    for name, part in given.parts.items():
        positions = part.positions
        for p, q in positions[-1].joins if positions else ():
            switch = int(len(positions) > 1)
            steps.setdefault((name, p), []).append(((name, q), "", switch))
            steps.setdefault((name, q), []).append(((name, p), "", switch))
    reached: dict[Point, Way] = {one: Way((), 0)}
    front = [one]
    while front and other not in reached:
        here = front.pop(0)
        for there, cable, switch in steps.get(here, ()):
            if there not in reached:
                so_far = reached[here]
                cables = (*so_far.cables, cable) if cable else so_far.cables
                reached[there] = Way(cables, so_far.switches + switch)
                front.append(there)
    return reached.get(other, Way((), 0))


def _way_m(given: Given, cut: CutStage, way: Way) -> float | None:
    """How long a way is in m: its pieces as cut or as they were found; pieces nobody has measured are
    the run between them, with what was cut out of it taken off. None while that is not said.
    """
    brief = given.lead.brief
    known = {name: _length_m(given, cut, name) for name in way.cables}
    total = sum(length for length in known.values() if length is not None)
    if None not in known.values():
        return total
    cut_out_m = RepairBrief.of(brief).cut_out_m or 0.0
    if brief.run_m is None or brief.run_m <= cut_out_m:
        return None
    return total + brief.run_m - cut_out_m


def _length_m(given: Given, cut: CutStage, cable: str) -> float | None:
    """How long a piece is in the end, in m: as cut, or as it was found; None where nobody has said."""
    if cable in cut.lengths:
        return cut.lengths[cable].cut_m
    existing = given.assembly.cable(cable).existing
    return existing.length_m if existing is not None else None


def _ends(given: Given, conductor: ConductorStage, ends: EndsStage) -> list[At]:
    """Every end that is made here and carries the power, with the wire that lands there."""
    found = []
    for end in ends.ours:
        landed = given.assembly.ends_in(end.id)
        wire = conductor.laid[landed[0].cable].wire if landed else None
        power = {cable.id for cable in given.assembly.of_circuit(POWER)}
        if wire is None or not power & {at.cable for at in landed}:
            continue
        found.append(_at(given, end, wire))
    return found


def _at(given: Given, end: LeadEnd, wire: Wire) -> At:
    here = [x for x in given.assembly.landings if x.fitting == end.id]
    landing = here[0]
    names = given.assembly.core_names
    joints = tuple(
        (
            names[x.at.cable, x.core],
            function_of(x.core),
            f"{end.id}.{x.cavity}",
            core_end(x.at.cable, x.core, x.at.end),
        )
        for x in here
        if x.core != "E"
    )
    return At(
        joints=joints,
        fitting=end.id,
        named=end.the,
        joint=end.part.joint,
        wire=wire,
        coupler=end.part.joint in COUPLED,
        contact=f"{end.id}.{landing.cavity}",
        behind=core_end(landing.at.cable, landing.core, landing.at.end),
    )


def core_end(cable: str, core: str, end: str) -> str:
    """The name of a core's bare end, as a point a probe comes to."""
    return f"{cable}.{core}@{end}"
