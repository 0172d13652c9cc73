"""The ordering contract: a build in, its best order out with the gates; or what is stuck; or the
way back. One cable, or several.
"""

import json
from dataclasses import dataclass, field, replace
from functools import cache
from typing import TYPE_CHECKING, Annotated, Any, Literal

from annotated_types import Gt, MinLen

from euthyne.core.order.forgotten import recover
from euthyne.core.order.gates import Gate, gates
from euthyne.core.order.laid import (
    CABLE,
    HAND,
    BuildPlan,
    CableEnd,
    CableLayout,
    End,
    EndState,
    Event,
    Millimetres,
    Name,
    Threaded,
    faults_in,
)
from euthyne.core.order.order import Done, Order, OrderStep, order
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import all_told
from euthyne.exchange.reading import adapter_for, parse_json, read

if TYPE_CHECKING:
    from pydantic import TypeAdapter

Diameter = Annotated[float, Gt(0)]


@dataclass(frozen=True)
class CableOf:
    """The one cable: the largest diameter its type allows, in mm."""

    od_mm: Diameter


@dataclass(frozen=True)
class EndsOf:
    """Both ends as they are found."""

    A: EndState = field(default_factory=EndState)
    B: EndState = field(default_factory=EndState)


@dataclass(frozen=True)
class CableOfSeveral:
    """One of several cables: its largest diameter and its cores' in mm, and both ends."""

    od_mm: Diameter
    cores: dict[str, Diameter] = field(default_factory=dict)
    ends: EndsOf = field(default_factory=EndsOf)


@dataclass(frozen=True)
class EventOf:
    """Something done: at an end of the one cable, or at ends of several."""

    id: Name
    end: End | None = None
    at: Annotated[tuple[tuple[str, End], ...], MinLen(1)] | None = None
    tool: str = HAND
    od_mm: Millimetres = 0.0
    after: tuple[str, ...] = ()
    irreversible: bool = False
    on: str | tuple[str, ...] = ()
    cut_back_mm: Millimetres = 0.0


@dataclass(frozen=True)
class PartOf(Threaded):
    """A part to thread, its cable said where there are several."""

    cable: str | None = None  # type: ignore[assignment]


@dataclass(frozen=True)
class DoneStep:
    """A step in the form of the answer."""

    do: Literal["thread", "event"]
    part: str | None = None
    event: str | None = None
    from_: End | None = None


@dataclass(frozen=True)
class BuildFile:
    """The document: the cable with its cores and ends, or several; parts and events; what is done,
    and what was forgotten.
    """

    cable: CableOf | None = None
    cables: Annotated[dict[Name, CableOfSeveral], MinLen(1)] | None = None
    parts: tuple[PartOf, ...] = ()
    events: tuple[EventOf, ...] = ()
    ends: EndsOf | None = None
    cores: dict[str, Diameter] | None = None
    done: tuple[DoneStep, ...] = ()
    missing: str | None = None


@cache
def adapter() -> "TypeAdapter[BuildFile]":
    """The document model; also publishes its JSON Schema."""
    return adapter_for(BuildFile)


def read_build(text: str | bytes) -> tuple[BuildPlan, Done, str | None]:
    """A build from JSON text, what is done of it, what was forgotten.

    Raises Refused listing every wrong field.
    """
    document = parse_json(text)
    for step in document.get("done") or ():
        if isinstance(step, dict) and "from" in step:
            step["from_"] = step.pop("from")
    file = read(adapter(), document)
    faults = _mixed_forms(file)
    if faults:
        raise Refused(*faults)
    build = _build_of(file)
    faults = faults_in(build)
    steps: list[OrderStep] = []
    for i, given in enumerate(file.done):
        step = _done(build, given)
        if step is None:
            what = "the build has no such step"
            faults.append(Fault(f"done.{i}", what, "a part or an event that is listed"))
        else:
            steps.append(step)
    faults += _missing_faults(build, steps, file.missing)
    if faults:
        raise Refused(*faults)
    return build, tuple(steps), file.missing


def _mixed_forms(file: BuildFile) -> list[Fault]:
    """What belongs to the form of one cable among several, or the other way round."""
    if file.cables is None:
        return _faults_of_one(file)
    found = []
    for name in ("cable", "cores", "ends"):
        if getattr(file, name) is not None:
            what = "cables say it already"
            found.append(Fault(name, what, f"either cables, or {name}"))
    for i, part in enumerate(file.parts):
        if part.cable is None:
            found.append(Fault(f"parts.{i}.cable", "it is missing", "the cable it goes on"))
    for i, event in enumerate(file.events):
        if event.at is None:
            what = 'the cable ends it is done at, as [["red", "A"]]'
            found.append(Fault(f"events.{i}.at", "it is missing", what))
        if event.end is not None:
            found.append(Fault(f"events.{i}.end", "at says it already", "at alone"))
        if isinstance(event.on, str):
            what = f"{event.on!r} will not do among several cables"
            found.append(Fault(f"events.{i}.on", what, 'a list of cores, as ["red.L"]'))
    return found


def _faults_of_one(file: BuildFile) -> list[Fault]:
    found = []
    if file.cable is None:
        found.append(Fault("cable", "it is missing", "give it, or cables"))
    for i, part in enumerate(file.parts):
        if part.cable is not None:
            found.append(Fault(f"parts.{i}.cable", "there is one cable only", "leave it out"))
    for i, event in enumerate(file.events):
        if event.end is None:
            found.append(Fault(f"events.{i}.end", "it is missing", "A or B"))
        if event.at is not None:
            found.append(Fault(f"events.{i}.at", "there is one cable only", "end, A or B"))
    return found


def _build_of(file: BuildFile) -> BuildPlan:
    if file.cables is None:
        cables = {"": _only_cable(file)}
    else:
        cables = file.cables
    return BuildPlan(
        cables=tuple(
            CableLayout(name, of.od_mm, of.cores, of.ends.A, of.ends.B)
            for name, of in cables.items()
        ),
        parts=tuple(_part(p) for p in file.parts),
        events=tuple(_event(e) for e in file.events),
    )


def _only_cable(file: BuildFile) -> CableOfSeveral:
    """The cable of the short form: all its ends lie where their letters say."""
    if file.cable is None:
        raise Refused(Fault("cable", "it is missing", "give it, or cables"))
    ends = file.ends or EndsOf()
    here = EndsOf(replace(ends.A, place=None), replace(ends.B, place=None))
    return CableOfSeveral(file.cable.od_mm, file.cores or {}, here)


def _part(given: PartOf) -> Threaded:
    values = {name: getattr(given, name) for name in Threaded.__dataclass_fields__}
    return Threaded(**values | {"cable": given.cable or ""})


def _event(given: EventOf) -> Event:
    at: list[tuple[str, End]] = list(given.at or ())
    on = (given.on,) if isinstance(given.on, str) else given.on
    if given.end is not None:
        at = [("", given.end)]
        on = () if CABLE in on else tuple(f".{core}" for core in on)
    return Event(
        id=given.id,
        at=tuple(CableEnd(cable, end) for cable, end in at),
        tool=given.tool,
        od_mm=given.od_mm,
        after=given.after,
        irreversible=given.irreversible,
        on=on,
        cut_back_mm=given.cut_back_mm,
    )


def _missing_faults(build: BuildPlan, steps: list[OrderStep], missing: str | None) -> list[Fault]:
    """What is wrong with the part that is said to be missing."""
    if missing is None:
        return []
    if build.part(missing) is None:
        return [Fault("missing", f"there is no part {missing}", "the id of a part")]
    if missing in {s.what for s in steps}:
        what = f"{missing} is among the steps done"
        return [Fault("missing", what, "a part that is not on yet")]
    return []


def _done(build: BuildPlan, given: DoneStep) -> OrderStep | None:
    part, event = build.part(given.part or ""), build.event(given.event or "")
    if given.do == "thread" and part is not None:
        entry = CableEnd(part.cable, given.from_ or part.end)
        return OrderStep(part.id, (entry,), HAND, threads=True)
    if given.do == "event" and event is not None:
        return OrderStep(event.id, event.at, event.tool, threads=False)
    return None


def answer_json(text: str | bytes) -> str:
    """The contract's answer to a document. Raises Refused."""
    build, done, missing = read_build(text)
    if missing is None:
        answer = _order(build, order(build, done))
    else:
        answer = _recovery(build, done, missing)
    return json.dumps(all_told(answer), indent=1)


def _of_one(build: BuildPlan) -> bool:
    """True where the build was given in the form of one cable."""
    return build.cables[0].name == ""


def _order(build: BuildPlan, found: Order) -> dict[str, Any]:
    if found.stuck:
        return {
            "impossible": [
                {"part": s.part, "blocked_by": s.blocked_by, "why": s.why} for s in found.stuck
            ]
        }
    if found.cycle:
        return {"impossible": [{"cycle": list(found.cycle)}]}
    changes = {"place_changes": found.place_changes, "cable_changes": found.cable_changes}
    if _of_one(build):
        changes = {"end_changes": found.place_changes}
    return {
        "steps": [_written(s) for s in found.steps],
        "gates": [_gate(build, g) for g in gates(build, found.steps)],
        "far_fed": found.far_fed,
        **changes,
        "tool_changes": found.tool_changes,
        "proven": found.proven,
    }


def _gate(build: BuildPlan, gate: Gate) -> dict[str, Any]:
    if _of_one(build):
        on_cable: Any = gate.on_cable_from_tip
        on_core = {core: names for (_, core), names in gate.on_core.items()}
    else:
        on_cable = {at.words: names for at, names in gate.on_cable.items()}
        on_core = {
            f"{at.cable}.{core}:{at.end}": names for (at, core), names in gate.on_core.items()
        }
    return {
        "before": gate.before,
        "on_cable_from_tip": on_cable,
        "on_core_from_tip": on_core,
        "locked_out_after": gate.locked_out_after,
    }


def _recovery(build: BuildPlan, done: Done, missing: str) -> dict[str, Any]:
    back = recover(build, done, missing)
    lost: Any = {at.words: mm for at, mm in back.lost_mm.items()}
    if _of_one(build):
        lost = back.length_lost_mm
    return {
        "recover": {
            "how": back.how,
            "undo": back.undo,
            "scrap": back.scrap,
            "length_lost_mm": lost,
            "steps": [_written(s) for s in back.steps],
        }
    }


def _written(step: OrderStep) -> dict[str, str]:
    if step.threads:
        return {"do": "thread", "part": step.what, "from": step.at[0].end}
    return {"do": "event", "event": step.what}
