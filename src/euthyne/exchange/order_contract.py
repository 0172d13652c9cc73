"""The ordering contract: a build in, its best order out with the gates; or what is stuck; or the
way back.
"""

import json
from dataclasses import dataclass, field
from functools import cache
from typing import TYPE_CHECKING, Annotated, Any, Literal

from annotated_types import Gt

from euthyne.core.order.forgotten import recover
from euthyne.core.order.order import (
    HAND,
    BuildPlan,
    Done,
    End,
    EndState,
    Event,
    Order,
    Step,
    Threaded,
    faults_in,
    gates,
    order,
)
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.reading import adapter_for, parse_json, read

if TYPE_CHECKING:
    from pydantic import TypeAdapter

Diameter = Annotated[float, Gt(0)]


@dataclass(frozen=True)
class CableOf:
    """The cable: the largest diameter its type allows, in mm."""

    od_mm: Diameter


@dataclass(frozen=True)
class EndsOf:
    """Both ends as they are found."""

    A: EndState = field(default_factory=EndState)
    B: EndState = field(default_factory=EndState)


@dataclass(frozen=True)
class DoneStep:
    """A step in the form of the answer."""

    do: Literal["thread", "event"]
    part: str | None = None
    event: str | None = None
    from_: End | None = None


@dataclass(frozen=True)
class BuildFile:
    """The document: the cable, its cores, ends, parts and events; what is done, and what was
    forgotten.
    """

    cable: CableOf
    parts: tuple[Threaded, ...] = ()
    events: tuple[Event, ...] = ()
    ends: EndsOf = field(default_factory=EndsOf)
    cores: dict[str, Diameter] = field(default_factory=dict)
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
    build = BuildPlan(
        cable_od_mm=file.cable.od_mm,
        parts=file.parts,
        events=file.events,
        cores=file.cores,
        a=file.ends.A,
        b=file.ends.B,
    )
    faults = faults_in(build)
    steps: list[Step] = []
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


def _missing_faults(build: BuildPlan, steps: list[Step], missing: str | None) -> list[Fault]:
    """What is wrong with the part that is said to be missing."""
    if missing is None:
        return []
    if build.part(missing) is None:
        return [Fault("missing", f"there is no part {missing}", "the id of a part")]
    if missing in {s.what for s in steps}:
        what = f"{missing} is among the steps done"
        return [Fault("missing", what, "a part that is not on yet")]
    return []


def _done(build: BuildPlan, given: DoneStep) -> Step | None:
    part, event = build.part(given.part or ""), build.event(given.event or "")
    if given.do == "thread" and part is not None:
        return Step(part.id, given.from_ or part.end, HAND, threads=True)
    if given.do == "event" and event is not None:
        return Step(event.id, event.end, event.tool, threads=False)
    return None


def answer_json(text: str | bytes) -> str:
    """The contract's answer to a document. Raises Refused."""
    build, done, missing = read_build(text)
    if missing is None:
        answer = _order(build, order(build, done))
    else:
        answer = _recovery(build, done, missing)
    return json.dumps(answer, indent=1)


def _order(build: BuildPlan, found: Order) -> dict[str, Any]:
    if found.stuck:
        return {
            "impossible": [
                {"part": s.part, "blocked_by": s.blocked_by, "why": s.why} for s in found.stuck
            ]
        }
    if found.cycle:
        return {"impossible": [{"cycle": list(found.cycle)}]}
    return {
        "steps": [_written(s) for s in found.steps],
        "gates": [
            {
                "before": g.before,
                "on_cable_from_tip": g.on_cable_from_tip,
                "on_core_from_tip": g.on_core_from_tip,
                "locked_out_after": g.locked_out_after,
            }
            for g in gates(build, found.steps)
        ],
        "far_fed": found.far_fed,
        "end_changes": found.end_changes,
        "tool_changes": found.tool_changes,
        "proven": found.proven,
    }


def _recovery(build: BuildPlan, done: Done, missing: str) -> dict[str, Any]:
    back = recover(build, done, missing)
    return {
        "recover": {
            "how": back.how,
            "undo": back.undo,
            "scrap": back.scrap,
            "length_lost_mm": back.length_lost_mm,
            "steps": [_written(s) for s in back.steps],
        }
    }


def _written(step: Step) -> dict[str, str]:
    if step.threads:
        return {"do": "thread", "part": step.what, "from": step.end}
    return {"do": "event", "event": step.what}
