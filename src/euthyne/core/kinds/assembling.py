"""Making a lead up as its kind is made, and again when its brief, its cable or a part changes: what
was set stays where it still has a place.
"""

from collections.abc import Iterable
from dataclasses import fields, replace
from typing import Any

from euthyne.core.assembly.joints import WireMap, by_function, mapped
from euthyne.core.assembly.records import (
    Assembly,
    Cable,
    Core,
    Existing,
    Fitting,
    Place,
    WireCourse,
    parted,
)
from euthyne.core.kinds import kind_named
from euthyne.core.kinds.makeup import MakeUpInput, circuits_of, only_there
from euthyne.core.lead import Lead, part_of
from euthyne.core.lead.paths import KNOWN_OF_OLD, SALVAGED, value_at, with_value
from euthyne.core.shelf.part import Part

Changes = Iterable[tuple[str, Any]]


def changed(lead: Lead, changes: Changes) -> Lead:
    """The lead with some values changed, and made up anew where they call for it."""
    after = lead
    for path, value in changes:
        after = with_value(after, path, value)
    return landed_there(made_up(after, lead))


def landed_there(lead: Lead) -> Lead:
    """The lead with its cores landed in cavities that are there: what landed where a part that was changed
    has none is cut back.
    """
    parts = {f.id: part_of(lead, f) for f in lead.fittings}
    if all(_lands(wire, parts) for wire in lead.wires):
        return lead
    return replace(lead, wires=only_there(lead.assembly, parts).wires)


def usual(lead: Lead, but: frozenset[str] = frozenset()) -> Assembly:
    """What a lead of this kind, brief, cable and parts is made of, wired by function.

    Parameters: lead; but, fittings whose part is not kept: they take the one that its kind gives them.
    """
    made = kind_named(lead.kind).make_up(_told(lead, but))
    return only_there(made, {f.id: part_of(lead, f) for f in made.fittings})


def wired_anew(lead: Lead) -> tuple[WireCourse, ...]:
    """The wires of a lead as its kind wires them; by function, where it is made up otherwise."""
    made = usual(lead)
    same = {f.id for f in made.fittings} == {f.id for f in lead.fittings}
    parts = {f.id: part_of(lead, f) for f in lead.fittings}
    if same and {c.id for c in made.cables} == {c.id for c in lead.cables}:
        # A part that somebody put there may have other ways than the usual one.
        return only_there(made, parts).wires
    there = WireMap(lead.assembly, parts)
    return there.wires(mapped(there, by_function))


def _told(lead: Lead, but: frozenset[str] = frozenset()) -> MakeUpInput:
    kind = kind_named(lead.kind)
    parts: dict[str, Part] = {}
    for fitting in lead.fittings:
        if fitting.id in but:
            continue
        part = part_of(lead, fitting)
        parts[fitting.id] = part
        if fitting.place is not None:
            parts.setdefault(fitting.place, part)
    return MakeUpInput(
        lead.brief, lead.conductor, kind.places, parts, lead.ends.switch, lead.ends.switch_lit
    )


def made_up(lead: Lead, before: Lead) -> Lead:
    """The lead made up anew where its make-up is another than before; what was set is kept.

    A part, a stud, a colour, a length, a piece that was there, a wire of one's own stay with what
    they belong to while it is there.
    """
    was, now = usual(before), usual(lead, _asked_otherwise(lead, before))
    if was == now:
        return lead
    fittings = tuple(_fitting(lead, made) for made in now.fittings)
    before_it = {cable.id: cable for cable in was.cables}
    cables = tuple(_cable(lead, made, before_it.get(made.id, made)) for made in now.cables)
    parts = {f.id: part_of(replace(lead, fittings=fittings), f) for f in fittings}
    wires = _wires(lead, was, now, parts)
    circuits = circuits_of(now, lead.circuits)
    places = _places(lead, was, now)
    made = replace(
        lead, places=places, fittings=fittings, cables=cables, wires=wires, circuits=circuits
    )
    return _with_what_is_known(made, lead)


def _asked_otherwise(lead: Lead, before: Lead) -> frozenset[str]:
    """The fittings between the ends of a lead, or beside one of them, that want another part than before by what is
    asked of it: a resin joint for a coupler, a junction of three for one of two, a balance plug of more ways. A part
    that was put there stays where it does as well.
    """
    names = {f.id for f in before.fittings}
    # What is called as one of its kind's places is always chosen, wherever it stands.
    places = {place.id for place in kind_named(lead.kind).places}
    more = frozenset(
        f.id
        for f in before.fittings
        if f.id not in places and (f.place is None or f.place in names - {f.id})
    )
    if not more:
        return more
    was = {f.id: f.part for f in usual(before, more).fittings}
    now = {f.id: part_of(lead, f) for f in usual(lead, more).fittings}
    found = set()
    for fitting in lead.fittings:
        wanted = now.get(fitting.id)
        if fitting.id not in more or wanted is None or wanted.id == was.get(fitting.id):
            continue
        there = part_of(lead, fitting)
        does = there.joint == wanted.joint and set(wanted.marks) <= set(there.marks)
        if there.id == was.get(fitting.id) or not does:
            found.add(fitting.id)
    return frozenset(found)


def _with_what_is_known(made: Lead, before: Lead) -> Lead:
    """A lead with what was known of the cord that is there, into whatever pieces it is parted now; and of what
    its cables are cut from, however many they are.
    """
    for path in (*KNOWN_OF_OLD, *SALVAGED):
        known = value_at(before, path)
        if known:
            made = with_value(made, path, known)
    return made


def _places(lead: Lead, was: Assembly, now: Assembly) -> tuple[Place, ...]:
    """The places as its kind has them now; one that is as it was keeps what was set of it."""
    set_here, before = {p.id: p for p in lead.places}, {p.id: p for p in was.places}
    return tuple(set_here.get(p.id, p) if before.get(p.id) == p else p for p in now.places)


def _fitting(lead: Lead, made: Fitting) -> Fitting:
    old = next((f for f in lead.fittings if f.id == made.id), None)
    if old is None:
        return made
    return replace(made, stud=old.stud)


def _cable(lead: Lead, made: Cable, usual: Cable) -> Cable:
    """A piece as its kind makes it now, with what was set of it; what nobody set otherwise than it was ``usual``
    follows the brief.
    """
    old = next((c for c in lead.cables if c.id == made.id), None)
    if old is None:
        return made
    tints = {core.id: core.colour for core in old.cores}
    cores = tuple(Core(core.id, tints.get(core.id, core.colour)) for core in made.cores)
    return replace(
        made,
        cores=cores,
        type=old.type or made.type,
        size=old.size or made.size,
        legs_m=made.legs_m if old.legs_m == usual.legs_m else old.legs_m or made.legs_m,
        existing=_existing(old.existing, usual.existing, made.existing),
    )


def _existing(
    old: Existing | None, usual: Existing | None, made: Existing | None
) -> Existing | None:
    """What is known of a piece that was there: which of its ends is shut goes by its kind, the rest as it was set."""
    if made == usual:
        return old
    if made is None:
        return old if old is not None and old.salvaged else None
    if old is None or old.salvaged:
        return made
    before = usual or Existing()
    told = {f.name: getattr(old, f.name) for f in fields(Existing) if f.name != "finished"}
    return replace(made, **{k: v for k, v in told.items() if v != getattr(before, k)})


def _wires(
    lead: Lead, was: Assembly, now: Assembly, parts: dict[str, Part]
) -> tuple[WireCourse, ...]:
    """The wires as they are usual now, but those that were set otherwise before, where their
    cavities are still there.
    """
    usually = {wire.core: wire for wire in was.wires}
    own = {w.core: w for w in lead.wires if usually.get(w.core) != w}
    return tuple(
        own[w.core] if w.core in own and _lands(own[w.core], parts) else w for w in now.wires
    )


def _lands(wire: WireCourse, parts: dict[str, Part]) -> bool:
    """True when both cavities of a wire are there."""
    points = (parted(name) for name in (wire.a, wire.b) if name is not None)
    return all(f in parts and cavity in parts[f].marks for f, cavity in points)
