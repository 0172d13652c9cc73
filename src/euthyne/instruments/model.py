"""A lead as the network it is: its cores by their length and size, its joints, what its fittings join
inside, what insulation lets through; and the same lead with something wrong with it.
"""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.assembly.records import Course
from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.contact import contact_ohm, part_ohm
from euthyne.core.stages.prove.readings import Subject
from euthyne.core.stages.prove.readings.apart import ROUND_IT
from euthyne.core.stages.prove.readings.resistance import barrel_ohm
from euthyne.core.stages.prove.subject import core_end
from euthyne.core.trade.bank import MINUS, PLUS, THROUGH
from euthyne.core.trade.wire import Wire
from euthyne.instruments.network import Network, VoltageSource

FaultKind = Literal["open", "joint", "exchanged", "joined", "leak", "short", "spare"]
CORE_SHARE = 0.94  # good cable reads a little under its class maximum
JOINT_SHARE = 0.5  # a sound joint reads half of what is allowed it
THROUGH_OHM = 0.0005  # what a fitting joins inside
METAL_OHM = 0.004  # a bonding tail
SOUND_LEAK_OHM = 5e9  # between any two conductors of a sound lead
BY_BARREL = ("lug", "blade", "bare-barrel", "set-screw", "ferrule", "splice", "blind")
FROM_PACK_OHM = 0.02
DEVICE_OHM = 80.0


@dataclass(frozen=True)
class Broken:
    """Something wrong with a lead: its kind, the points or cores it is at, its ohms.

    ``open`` and ``joint`` name a core's end (``cord.L@A``); ``exchanged`` two cavities of one fitting;
    ``joined``, ``leak``, ``short`` and ``spare`` two points.
    """

    kind: FaultKind
    at: tuple[str, ...]
    ohm: float = 0.0


def network_of(plan: Plan, broken: tuple[Broken, ...] = (), sourced: bool = False) -> Network:
    """The network of a lead with its switches closed.

    Parameters: plan; broken, what is wrong with it; sourced, whether its source is plugged in.
    Raises: ValueError where what is wrong is at a point the lead has not.
    """
    subject = plan.prove.subject
    if subject is None:
        raise ValueError("its conductor is open")
    network = Network()
    swaps = _swaps(broken)
    joints = {b.at[0]: b.ohm for b in broken if b.kind in ("joint", "open")}
    for course in plan.given.assembly.courses:
        _core(network, plan, subject, course, swaps, joints)
    _inside(network, plan)
    _beside(network, plan, subject)
    for b in broken:
        if b.kind in ("joined", "leak", "short", "spare"):
            network.join(b.at[0], b.at[1], b.ohm)
    if sourced:
        network.sources += _sources(subject)
        _bolt_up(network, plan, subject)
    known = set(network.nodes)
    unknown = [p for b in broken for p in b.at if p not in known]
    if unknown:
        raise ValueError(f"the lead has no point {unknown[0]}")
    return network


def _swaps(broken: tuple[Broken, ...]) -> dict[str, str]:
    found: dict[str, str] = {}
    for b in broken:
        if b.kind == "exchanged":
            one, other = b.at
            found |= {one: other, other: one}
    return found


def _core(
    network: Network,
    plan: Plan,
    subject: Subject,
    course: Course,
    swaps: dict[str, str],
    joints: dict[str, float],
) -> None:
    """A core with the joint at each of its ends."""
    wire = plan.conductor.laid[course.cable].wire or plan.conductor.wire
    assert wire is not None
    ends = [core_end(course.cable, course.core, end) for end in ("A", "B")]
    length = _length_m(plan, course, subject)
    network.join(ends[0], ends[1], max(length * wire.ohms_per_m(subject.room_c) * CORE_SHARE, 1e-6))
    for name, point in zip(ends, (course.a, course.b), strict=True):
        if point is None:
            continue
        lands = ".".join(point)
        ohm = joints.get(name, joint_ohm(plan, point[0], wire, subject.room_c))
        network.join(name, swaps.get(lands, lands), ohm)


def _length_m(plan: Plan, course: Course, subject: Subject) -> float:
    """How long a cable is in m; pieces that meet in the middle share the run."""
    cut = plan.cut.lengths.get(course.cable)
    if cut is not None:
        return cut.cut_m
    if plan.given.assembly.cable(course.cable).jumper:
        return 0.08
    whole = subject.runs[0].length_m if subject.runs else 1.0
    pieces = {c.cable for c in plan.given.assembly.courses if c.core == course.core}
    return whole / max(len(pieces), 1)


def joint_ohm(plan: Plan, fitting: str, wire: Wire, room_c: float) -> float:
    """What a sound joint at a fitting reads, in ohm."""
    end = plan.ends.by_id[fitting]
    if end.part.joint in BY_BARREL:
        return JOINT_SHARE * barrel_ohm(wire, room_c)
    amps = plan.conductor.rating_amps(rolled=False)
    if end.part.joint in ("click-in", "sleeve-contact"):
        return JOINT_SHARE * contact_ohm(amps, part_ohm("coupler"))
    # Contacts for more amps are made better: none burns more than it may.
    return JOINT_SHARE * contact_ohm(amps, part_ohm("tap"))


def _inside(network: Network, plan: Plan) -> None:
    """What fittings join inside, their switches closed, and the metal of those that are bonded."""
    for end in plan.ends.all:
        if end.part.positions:
            for one, other in end.part.positions[-1].joins:
                network.join(f"{end.id}.{one}", f"{end.id}.{other}", THROUGH_OHM)
    subject = plan.prove.subject
    for name in subject.metal if subject else ():
        network.join(f"{name}.E", f"{name}.body", METAL_OHM)


def _beside(network: Network, plan: Plan, subject: Subject) -> None:
    """Insulation, the tape between its buses, a device that was there."""
    points = [p for end in plan.ends.all for p in _points(end.id, end.part.marks)]
    for p in points:
        network.join(p, ROUND_IT, SOUND_LEAK_OHM)
    if subject.tape_ohm is not None and len(subject.runs) > 1:
        network.join(subject.runs[0].b, subject.runs[-1].b, subject.tape_ohm)
    there = [end for end in plan.ends.all if end.fitting.part is None and end.side == "B"]
    if there and subject.runs and not subject.on_pack and not subject.earthed:
        network.join(subject.runs[0].b, subject.runs[-1].b, DEVICE_OHM)


def _points(fitting: str, marks: tuple[str, ...]) -> list[str]:
    return [f"{fitting}.{mark}" for mark in marks]


def _bolt_up(network: Network, plan: Plan, subject: Subject) -> None:
    """The cables of a set on their posts, those to what it feeds but for the last bolt; its batteries, its
    fuse and its switch between theirs.
    """
    told = SetBrief.of(plan.lead.brief)
    bank, open_ends = told.bank, {end for ends in subject.to_fed for end in ends}
    for n, cable in enumerate(told.set_cables, start=1):
        for letter, post in (("a", cable.a), ("b", cable.b)):
            if f"c{n}{letter}.1" not in open_ends:
                network.join(f"c{n}{letter}.1", post, THROUGH_OHM)
    rows = (
        bank.batteries_between(*(f"{t} {p}" for t in bank.fed[:1] for p in (MINUS, PLUS)))
        if bank.fed
        else 0
    )
    for thing, posts in bank.things.items():
        if thing in bank.batteries:
            each = subject.volts / max(rows or 1, 1)
            network.sources.append(
                VoltageSource(f"{thing} {PLUS}", f"{thing} {MINUS}", each, FROM_PACK_OHM)
            )
        elif set(posts) >= set(THROUGH):
            network.join(f"{thing} in", f"{thing} out", THROUGH_OHM)


def _sources(subject: Subject) -> list[VoltageSource]:
    """What is plugged in at the supply: cell by cell where taps come out, else plus to minus; a pack that
    was there is at the other end.
    """
    by_name = {run.name: run for run in subject.runs}
    if "+" not in by_name or "-" not in by_name:
        return []
    side = "b" if subject.on_pack else "a"
    plus, minus = (getattr(by_name[pole], side) for pole in ("+", "-"))
    volts = subject.cells * subject.cell_volts * 0.95 if subject.cells else subject.volts
    if not (subject.taps and subject.cells):
        return [VoltageSource(plus, minus, volts, FROM_PACK_OHM)]
    each = subject.cell_volts * 0.95
    taps = [by_name[f"T{n}"].a for n in range(subject.cells + 1)]
    cells = [
        VoltageSource(taps[n], taps[n - 1], each, FROM_PACK_OHM / subject.cells)
        for n in range(1, subject.cells + 1)
    ]
    return [
        *cells,
        VoltageSource(taps[0], minus, 0.0, 1e-4),
        VoltageSource(plus, taps[-1], 0.0, 1e-4),
    ]
