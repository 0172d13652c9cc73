"""A build as acts, in JSON: read, whoever made it, and walked."""

import json
from dataclasses import asdict, dataclass, field, fields
from functools import cache
from typing import TYPE_CHECKING, Any

from euthyne.core.acts.records import (
    ACTS,
    ActedBody,
    ActedBuild,
    ActedCable,
    ActedPart,
    ActedStep,
    BenchAct,
    WalkFault,
    WireEnds,
)
from euthyne.core.acts.walk import walk
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.reading import adapter_for, parse_json, read

if TYPE_CHECKING:
    from pydantic import TypeAdapter


@dataclass(frozen=True)
class ActsFile:
    """What is read of such an answer; whatever else a step says is for people."""

    map: tuple[tuple[str, str | None, str | None], ...]  # each wire: its core, end A, end B
    cables: dict[str, ActedCable]  # every cable, by name
    parts: dict[str, ActedPart] = field(default_factory=dict)  # what is threaded, by name
    fittings: dict[str, ActedBody] = field(default_factory=dict)  # what cores land in, by name


@cache
def _adapter() -> "TypeAdapter[ActsFile]":
    return adapter_for(ActsFile)


@cache
def _act_adapter(name: str) -> "TypeAdapter[BenchAct]":
    return adapter_for(ACTS[name])


def faults_of_steps(text: str | bytes) -> list[WalkFault]:
    """Everything that cannot be done of a build.

    Parameters: text, JSON as ``euthyne steps`` gives it. Returns: faults in order; an act that is not known,
    or that says what no act says, is one. Raises: Refused where the document itself cannot be read.
    """
    document = parse_json(text)
    told = {
        name: document[name]
        for name in ("map", "cables", "parts", "fittings")
        if document.get(name)
    }
    found = read(_adapter(), {"map": [], "cables": {}} | told)
    steps, odd = _steps(document.get("steps"))
    wires = tuple(WireEnds(*wire) for wire in found.map)
    return odd + walk(ActedBuild(wires, found.cables, found.parts, found.fittings, steps))


def _steps(given: Any) -> tuple[tuple[ActedStep, ...], list[WalkFault]]:
    if not isinstance(given, list):
        raise Refused(Fault("steps", "there are none", "a list of steps, each with its acts"))
    found, odd = [], []
    for number, step in enumerate(given):
        if not isinstance(step, dict) or not isinstance(step.get("acts", []), list):
            raise Refused(Fault(f"steps.{number}", "it is no step", "an object with key and acts"))
        acts, key = [], str(step.get("key", number))
        for told in step.get("acts", []):
            act = _act(key, told)
            if isinstance(act, WalkFault):
                odd.append(act)
            else:
                acts.append(act)
        found.append(ActedStep(key, tuple(acts)))
    return tuple(found), odd


def _act(key: str, told: Any) -> BenchAct | WalkFault:
    """An act as it is written, or what is wrong with how it is."""
    name = told.get("act") if isinstance(told, dict) else None
    if name not in ACTS:
        return WalkFault(key, str(name), "no such act is known")
    said = {("from_end" if k == "from" else k): v for k, v in told.items() if k != "act"}
    try:
        return read(_act_adapter(name), said)
    except Refused as refused:
        fault = refused.faults[0]
        return WalkFault(
            key, str(name), f"{fault.field.replace('from_end', 'from')}: {fault.problem}"
        )


def written_build(build: ActedBuild) -> dict[str, Any]:
    """A build as it is answered: the map, what there is, and the acts of each step by its key."""
    return {
        "map": [[wire.core, wire.a, wire.b] for wire in build.map],
        "cables": {name: asdict(cable) for name, cable in build.cables.items()},
        "parts": {name: asdict(part) for name, part in build.parts.items()},
        "fittings": {name: asdict(body) for name, body in build.fittings.items()},
        "acts": {step.key: [_written(act) for act in step.acts] for step in build.steps},
    }


def _written(act: BenchAct) -> dict[str, Any]:
    said = {f.name: getattr(act, f.name) for f in fields(act)}  # type: ignore[arg-type]
    told = {"from" if name == "from_end" else name: value for name, value in said.items()}
    empty = (None, "", ())
    kept = {name: value for name, value in told.items() if value not in empty or name == "covers"}
    return {"act": act.name} | kept


def written_faults(faults: list[WalkFault]) -> str:
    """Faults as they are answered."""
    return json.dumps({"faults": [asdict(fault) for fault in faults]}, indent=2)
