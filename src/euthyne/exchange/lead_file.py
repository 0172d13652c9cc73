"""A lead as an open JSON document: out, and in again with every fault listed."""

import json
from dataclasses import dataclass, replace
from functools import cache
from typing import TYPE_CHECKING, Any, Literal

from euthyne.core.kinds import KINDS, kind_named
from euthyne.core.kinds.makeup import numbered
from euthyne.core.lead import Lead, part_on
from euthyne.core.shelf.part import faults_of
from euthyne.core.shelf.parts import shelf
from euthyne.core.stages.tag.seal import Seal, holds
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.colours import schemes
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import read_size
from euthyne.exchange.reading import adapter_for, parse_json, read, refuse_newer

if TYPE_CHECKING:
    from pydantic import TypeAdapter


@dataclass(frozen=True)
class LeadFile:
    """The document: what it is, its version, the lead, and its seal when it has one."""

    format: Literal["euthyne-lead"]
    version: Literal[1]
    lead: Lead
    seal: Seal | None = None


@cache
def adapter() -> "TypeAdapter[LeadFile]":
    """The document model."""
    return adapter_for(LeadFile)


@cache
def lead_adapter() -> "TypeAdapter[Lead]":
    """The model of the lead alone."""
    return adapter_for(Lead)


def lead_values(lead: Lead) -> dict[str, Any]:
    """The lead as plain JSON values."""
    return dict(lead_adapter().dump_python(lead, mode="json"))


def write_lead(lead: Lead, seal: Seal | None) -> str:
    """The document of a lead, as text that reads well and always comes out the same."""
    document = adapter().dump_python(LeadFile("euthyne-lead", 1, lead, seal), mode="json")
    return json.dumps(document, indent=2, ensure_ascii=False) + "\n"


def read_lead(text: str | bytes) -> LeadFile:
    """A document from JSON text. Raises Refused listing every fault with its path."""
    document = parse_json(text)
    refuse_newer(document)
    found = read(adapter(), document)
    faults = [*_lead_faults(found.lead), *_seal_faults(found)]
    if faults:
        raise Refused(*faults)
    return found


def _kind_faults(lead: Lead) -> list[Fault]:
    """A kind that is not known, or a brief that its kind can not have."""
    if lead.kind not in KINDS:
        choices = ", ".join(KINDS)
        return [Fault("lead.kind", f"{lead.kind!r}: no such kind of lead", f"one of: {choices}")]
    kind = kind_named(lead.kind)
    found = []
    if kind.direct != (lead.brief.system == "dc"):
        wanted = "ac-single, ac-split or ac-three"
        if kind.direct:
            wanted = "dc"
        problem = f"{lead.brief.system!r}: no system of a lead of this kind"
        found.append(Fault("lead.brief.system", problem, wanted))
    if kind.make_up is numbered and lead.brief.ways is None:
        found.append(Fault("lead.brief.ways", "it is missing", "how many cores there are"))
    return found


def _lead_faults(lead: Lead) -> list[Fault]:
    if kind_faults := _kind_faults(lead):
        return kind_faults
    own = [p.id for p in lead.ends.own]
    known = {
        "lead.ends.a": (lead.ends.a, [*shelf(), *own], "the shelf has no such part"),
        "lead.ends.b": (lead.ends.b, [*shelf(), *own], "the shelf has no such part"),
        "lead.ends.scheme": (lead.ends.scheme, list(schemes()), "no such colour scheme"),
        "lead.conductor.cable_type": (
            lead.conductor.cable_type,
            list(cable_types()),
            "no such cable",
        ),
    }
    faults = [
        Fault(path, f"{given!r}: {problem}", "one of: " + ", ".join(choices))
        for path, (given, choices, problem) in known.items()
        if given not in choices
    ]
    for i, p in enumerate(lead.ends.own):
        faults += [
            replace(f, field=f.field.replace("part.", f"lead.ends.own.{i}.", 1))
            for f in faults_of(p)
        ]
    if lead.conductor.size is not None:
        try:
            read_size(lead.conductor.size, "lead.conductor.size")
        except Refused as refused:
            faults += refused.faults
    return faults or _joint_faults(lead)


def _joint_faults(lead: Lead) -> list[Fault]:
    ends = {end: part_on(lead.ends, end) for end in ("a", "b")}
    cores = kind_named(lead.kind).make_up(lead.brief, ends["a"], ends["b"])
    faults = []
    for i, joint in enumerate(lead.ends.joints):
        where = f"lead.ends.joints.{i}"
        if joint.core not in cores:
            faults.append(
                Fault(
                    f"{where}.core",
                    f"the cord has no core {joint.core!r}",
                    "one of: " + ", ".join(cores),
                )
            )
        for end, part in ends.items():
            mark = getattr(joint, end)
            if mark is not None and mark not in part.marks:
                problem = f"{part.words} has no cavity {mark!r}"
                faults.append(Fault(f"{where}.{end}", problem, "one of: " + ", ".join(part.marks)))
    return faults


def _sealed_lead(seal: Seal) -> Lead | None:
    """The lead a record froze, read as today's program reads it: fields that are newer take their
    defaults.
    """
    try:
        return read(lead_adapter(), dict(seal.record.get("lead") or {}))
    except Refused:
        return None


def _seal_faults(found: LeadFile) -> list[Fault]:
    if found.seal is None:
        return []
    if not holds(found.seal):
        return [
            Fault(
                "seal.sha256",
                "the record was changed after it was sealed",
                "the file as it was exported",
            )
        ]
    if _sealed_lead(found.seal) != found.lead:
        return [
            Fault(
                "lead",
                "the lead is not the one in its sealed record",
                "the file as it was exported",
            )
        ]
    return []
