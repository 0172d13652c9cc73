"""A lead as an open JSON document: out, and in again with every fault listed."""

import json
import math
from dataclasses import dataclass, replace
from functools import cache
from typing import TYPE_CHECKING, Any, Literal

from euthyne.core.assembly.faults import faults_in
from euthyne.core.assembly.records import POWER
from euthyne.core.kinds import KINDS, kind_named
from euthyne.core.lead import Lead, part_of
from euthyne.core.plan import plan_of
from euthyne.core.shelf.faults import faults_of
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.stages.tag.seal import Seal, holds
from euthyne.core.stages.tag.tag import TagFacts, facts_in
from euthyne.core.standing.progress import progress_of
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.colours import schemes
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.sizes import read_size
from euthyne.exchange.reading import adapter_for, parse_json, read, refuse_newer

if TYPE_CHECKING:
    from pydantic import TypeAdapter

VERSION: Literal[2] = 2
# What a tag says that somebody relies on, and what it is called.
OF_THE_TAG = {
    "tag": "tag",
    "name": "name",
    "run_m": "length",
    "volts": "volts",
    "amps": "amps",
    "amps_rolled": "amps rolled up",
    "fuse_amps": "fuse",
    "next_test": "next test",
}
NO_SCHEME = "no such colour scheme"


@dataclass(frozen=True)
class LeadFile:
    """The document: what it is, its version, the lead, and its seal when it has one."""

    format: Literal["euthyne-lead"]  # what this document is
    version: Literal[2]  # of its format
    lead: Lead  # the lead
    seal: Seal | None = None  # its seal, where it has one


def file_of_lead(lead: Lead, seal: Seal | None = None) -> LeadFile:
    """The document of a lead."""
    return LeadFile("euthyne-lead", VERSION, lead, seal)


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


def kept_lead(values: dict[str, Any]) -> Lead:
    """A lead from values that were kept or sealed; fields that are newer take their defaults, those that
    are gone are passed over. Raises Refused.
    """
    return read(lead_adapter(), values)


def write_lead(lead: Lead, seal: Seal | None) -> str:
    """The document of a lead, as text that reads well and always comes out the same."""
    document = adapter().dump_python(file_of_lead(lead, seal), mode="json")
    return json.dumps(document, indent=2, ensure_ascii=False) + "\n"


def read_lead(text: str | bytes) -> LeadFile:
    """A document from JSON text. Raises Refused listing every fault with its path."""
    document = parse_json(text)
    refuse_newer(document, VERSION)
    found = read(adapter(), document)
    faults = [*_lead_faults(found.lead), *_seal_faults(found)]
    if faults:
        raise Refused(*faults)
    _work_out(found.lead)
    return found


def _work_out(lead: Lead) -> None:
    """Work out everything of a lead. Raises Refused where it cannot be done, whatever the reason: a
    lead that is taken in can be opened.
    """
    try:
        plan = plan_of(lead)
        progress_of(lead, False)
        for stage in (
            plan.cut.groups,
            plan.build.steps,
            plan.prove.lines,
            plan.prove.wiring_faults,
        ):
            len(stage)
    except Exception as error:
        problem = f"its figures cannot be worked out ({type(error).__name__}: {error})"
        raise Refused(Fault("lead", problem[:300], "the file as it was exported")) from error


def _unknown(known: dict[str, tuple[str, list[str], str]]) -> list[Fault]:
    return [
        Fault(path, f"{given!r}: {problem}", "one of: " + ", ".join(choices))
        for path, (given, choices, problem) in known.items()
        if given not in choices
    ]


def _own_faults(own: tuple[Part, ...]) -> list[Fault]:
    return [
        replace(f, field=f.field.replace("part.", f"lead.ends.own.{i}.", 1))
        for i, p in enumerate(own)
        for f in faults_of(p)
    ]


def _size_faults(size: str | None, path: str = "lead.conductor.size") -> list[Fault]:
    if size is None:
        return []
    try:
        read_size(size, path)
    except Refused as refused:
        return list(refused.faults)
    return []


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
    if "brief.ways" in {q.path for q in kind.questions} and lead.brief.ways is None:
        found.append(Fault("lead.brief.ways", "it is missing", "how many cores there are"))
    return found


def _load_faults(loads: tuple[OneLoad, ...]) -> list[Fault]:
    """Loads that draw nothing anybody knows of."""
    return [
        Fault(f"lead.brief.loads.{i}", "it has neither watts nor amps", "what it draws")
        for i, one in enumerate(loads)
        if one.watts is None and one.amps is None
    ]


def _lead_faults(lead: Lead) -> list[Fault]:
    if kind_faults := _kind_faults(lead):
        return kind_faults
    cables = list(cable_types())
    known = {
        "lead.ends.scheme": (lead.ends.scheme, list(schemes()), NO_SCHEME),
        "lead.conductor.cable_type": (lead.conductor.cable_type, cables, "no such cable"),
    }
    if lead.ends.plug_scheme is not None:
        known["lead.ends.plug_scheme"] = (lead.ends.plug_scheme, list(schemes()), NO_SCHEME)
    faults = [
        *_own_faults(lead.ends.own),
        *_size_faults(lead.conductor.size),
        *_load_faults(lead.brief.loads),
    ]
    for i, circuit in enumerate(lead.circuits):
        where = f"lead.circuits.{i}.conductor"
        known[f"{where}.cable_type"] = (circuit.conductor.cable_type, cables, "no such cable")
        faults += _size_faults(circuit.conductor.size, f"{where}.size")
    for i, cable in enumerate(lead.cables):
        where = f"lead.cables.{i}"
        if cable.type is not None:
            known[f"{where}.type"] = (cable.type, cables, "no such cable")
        faults += _size_faults(cable.size, f"{where}.size")
    return [*_unknown(known), *faults] or _assembly_faults(lead)


def _assembly_faults(lead: Lead) -> list[Fault]:
    """What the lead is made of makes no sense, each with its path."""
    own = [p.id for p in lead.ends.own]
    faults = []
    for i, fitting in enumerate(lead.fittings):
        if fitting.part is not None and fitting.part not in (*shelf(), *own):
            what = f"{fitting.part!r}: the shelf has no such part"
            wanted = "one of: " + ", ".join((*shelf(), *own))
            faults.append(Fault(f"lead.fittings.{i}.part", what, wanted))
        if fitting.part is None and not (fitting.existing and fitting.cavities):
            what = "it has no part"
            wanted = "a part, or existing with the cavities it gives"
            faults.append(Fault(f"lead.fittings.{i}.part", what, wanted))
    sides = [place.side for place in lead.places]
    if not {"supply", "load"} <= set(sides):
        what = "a lead has an end on the supply side and one on the load side"
        faults.append(Fault("lead.places", what, "a place on each side"))
    if faults:
        return faults
    parts = {f.id: part_of(lead, f) for f in lead.fittings}
    circuits = (POWER, *(c.id for c in lead.circuits))
    return [
        *(replace(f, field=f"lead.{f.field}") for f in faults_in(lead.assembly, parts, circuits)),
        *_sides_without_a_fitting(lead),
    ]


def _sides_without_a_fitting(lead: Lead) -> list[Fault]:
    """A side where nothing stands, or a lead without power."""
    sides = {p.id: p.side for p in lead.places}
    there = {sides[f.place] for f in lead.fittings if f.place in sides}
    found = [
        Fault("lead.fittings", f"nothing stands on the {side} side", "a fitting at a place there")
        for side in ("supply", "load")
        if side not in there
    ]
    if not lead.assembly.of_circuit(POWER):
        found.append(Fault("lead.cables", "no cable carries the power", "a cable of that circuit"))
    return found


def _sealed_lead(seal: Seal) -> Lead | None:
    """The lead a record froze, read as today's program reads it."""
    try:
        return kept_lead(dict(seal.record.get("lead") or {}))
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
    try:
        told = facts_in(found.seal.record)
        return _fact_faults(told, plan_of(found.lead).tag.facts(told.made_on, told.made_by))
    except Refused as refused:
        return list(refused.faults)


def _fact_faults(told: TagFacts, worked: TagFacts) -> list[Fault]:
    """What a record says on its tag, against what its own lead works out at. Words may be put otherwise
    by now; what it is, what it carries and how long may not.
    """
    found = []
    for name, what in OF_THE_TAG.items():
        says, is_ = getattr(told, name), getattr(worked, name)
        same = says == is_
        if isinstance(says, float) and isinstance(is_, float):
            same = math.isclose(says, is_, rel_tol=0.01, abs_tol=1e-6)
        if not same:
            problem = f"the record says {what} {says}; its own lead works out at {is_}"
            fix = "the file as it was exported, or the lead without its seal, to be proven here"
            found.append(Fault(f"seal.record.tag.{name}", problem, fix))
    return found
