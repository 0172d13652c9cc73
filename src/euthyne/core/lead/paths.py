"""The paths of a lead's values: what a question asks, what a fix changes, what a refusal names.

``name`` and ``brief.volts`` are fields; ``fittings.battery+.stud``, ``cables.cord.size`` are fields of
one thing it is made of; ``fit.battery`` and ``stud.battery`` are the part and the stud of all that
stands at a place; ``circuit.taps.size`` what a circuit beside the power is made of;
``blank.socket`` whether the empty ways of a fitting are closed; ``tint.L`` the colour of a core, by
its name in the lead; ``cable.salvaged`` whether the power cables were there before,
``cable.length_m`` how long they were found, ``cable.cut_back_mm`` what is cut off their old ends;
``loss.serves`` by what it feeds its loss is limited; ``every.part`` and ``every.stud`` those of every
end, None where they are not alike;
``old.od_mm`` and its like what is known of a cord that is there and goes on being used.
"""

from dataclasses import replace
from typing import Any

from euthyne.core.assembly.records import POWER, Cable, Core, Existing, Fitting
from euthyne.core.lead import Circuit, Lead, part_of

# the part of a fitting that is there and on no shelf: a tool, somebody's panel
THERE = "there-before"
# what may be known of a cord that is there: printed on it, over all, counted
KNOWN_OF_OLD = ("old.printed", "old.od_mm", "old.strands", "old.strand_mm")
# whether its cables are cut from what was found, how long that is, and what is cut off it
SALVAGED = ("cable.salvaged", "cable.length_m", "cable.cut_back_mm")
# How much may be lost, in %, by what a lead of a boat feeds. Source: ABYC E-11.
SERVES_BY_LOSS = {3.0: "critical", 10.0: "other"}


def value_at(lead: Lead, path: str) -> Any:
    """The value of a path in a lead. Raises AttributeError or KeyError where there is none."""
    section, _, rest = path.partition(".")
    match section:
        case "fit":
            there = (
                f.part or (THERE if f.existing else None) for f in lead.fittings if f.place == rest
            )
            return next(there, None)
        case "loss":
            return SERVES_BY_LOSS.get(lead.conductor.drop_percent, "own")
        case "every":
            alike = {getattr(f, rest) for f in lead.fittings}
            return alike.pop() if len(alike) == 1 else None
        case "tint":
            return _core(lead, rest).colour
        case "stud":
            return next((f.stud for f in lead.fittings if f.place == rest), None)
        case "blank":
            return bool(lead.assembly.fitting(rest).blanked)
        case "circuit":
            return _in_circuit(lead, rest)
        case "cable":
            told = (c.existing for c in lead.assembly.of_circuit(POWER))
            old = next((x for x in told if x is not None and x.salvaged), None)
            return old is not None if rest == "salvaged" else getattr(old, rest, None)
        case "old":
            cord = next((c for c in lead.cables if _goes_on(c)), None)
            return getattr(cord.existing, rest) if cord is not None else None
    held = getattr(lead, section)
    if not rest:
        return held
    if not isinstance(held, tuple):
        return getattr(held, rest)
    name, _, field_name = rest.rpartition(".")
    return getattr(next(one for one in held if one.id == name), field_name)


def with_value(lead: Lead, path: str, value: Any) -> Lead:
    """The lead with one value changed.

    Raises: TypeError when there is no such field, KeyError when there is nothing of that id.
    """
    section, _, rest = path.partition(".")
    match section:
        case "fit":
            return replace(lead, fittings=tuple(_fitted(f, rest, value) for f in lead.fittings))
        case "loss":
            limits = {serves: percent for percent, serves in SERVES_BY_LOSS.items()}
            limit = limits.get(value, lead.conductor.drop_percent)
            return replace(lead, conductor=replace(lead.conductor, drop_percent=limit))
        case "every":
            if value is None:
                return lead
            return replace(lead, fittings=tuple(replace(f, **{rest: value}) for f in lead.fittings))
        case "tint":
            return _tinted(lead, rest, value)
        case "stud":
            studs = (replace(f, stud=value) if f.place == rest else f for f in lead.fittings)
            return replace(lead, fittings=tuple(studs))
        case "blank":
            return _blanked(lead, rest, value)
        case "circuit":
            return _with_circuit(lead, rest, value)
        case "cable":
            return _salvaged(lead, rest, value)
        case "old":
            return _known_of_old(lead, rest, value)
    if not rest:
        return replace(lead, **{section: value})
    held = getattr(lead, section)
    if not isinstance(held, tuple):
        return replace(lead, **{section: replace(held, **{rest: value})})
    name, _, field_name = rest.rpartition(".")
    if name not in {one.id for one in held}:
        raise KeyError(path)
    changed: dict[str, Any] = {
        section: tuple(
            replace(one, **{field_name: value}) if one.id == name else one for one in held
        )
    }
    return replace(lead, **changed)


def _fitted(fitting: Fitting, place: str, part: str) -> Fitting:
    on_no_shelf = fitting.existing and fitting.part is None and part == THERE
    if fitting.place != place or on_no_shelf:
        return fitting
    return replace(fitting, part=part)


def _in_circuit(lead: Lead, rest: str) -> Any:
    """A value of a circuit beside the power: its amps, or what its cables are made of."""
    name, _, field_name = rest.partition(".")
    circuit = next(c for c in lead.circuits if c.id == name)
    if field_name == "amps":
        return circuit.amps
    return getattr(circuit.conductor, field_name)


def _with_circuit(lead: Lead, rest: str, value: Any) -> Lead:
    name, _, field_name = rest.partition(".")

    def told(circuit: Circuit) -> Circuit:
        if circuit.id != name:
            return circuit
        if field_name == "amps":
            return replace(circuit, amps=value)
        return replace(circuit, conductor=replace(circuit.conductor, **{field_name: value}))

    return replace(lead, circuits=tuple(told(circuit) for circuit in lead.circuits))


def _blanked(lead: Lead, name: str, blanked: bool) -> Lead:
    """A fitting with all its empty ways closed, or open."""
    used = {x.cavity for x in lead.assembly.landings if x.fitting == name}
    marks = part_of(lead, lead.assembly.fitting(name)).marks
    empty = tuple(mark for mark in marks if mark not in used) if blanked else ()
    told = (replace(f, blanked=empty) if f.id == name else f for f in lead.fittings)
    return replace(lead, fittings=tuple(told))


def _core(lead: Lead, name: str) -> Core:
    names = lead.assembly.core_names
    return next(core for c in lead.cables for core in c.cores if names[c.id, core.id] == name)


def _tinted(lead: Lead, name: str, tint: Any) -> Lead:
    names = lead.assembly.core_names

    def tinted(cable: Cable) -> Cable:
        cores = tuple(
            replace(core, colour=tint) if names[cable.id, core.id] == name else core
            for core in cable.cores
        )
        return replace(cable, cores=cores)

    return replace(lead, cables=tuple(tinted(cable) for cable in lead.cables))


def _goes_on(cable: Cable) -> bool:
    """True for a cord that is there, shut in something, and goes on being used; not for a tape, which is no cord."""
    old = cable.existing
    return cable.circuit == POWER and old is not None and old.finished is not None


def _known_of_old(lead: Lead, rest: str, value: Any) -> Lead:
    """What is known of a cord that is there, on every piece of it: they were one."""
    cables = tuple(
        replace(c, existing=replace(c.existing, **{rest: value}))
        if _goes_on(c) and c.existing is not None
        else c
        for c in lead.cables
    )
    return replace(lead, cables=cables)


def can_be_salvaged(lead: Lead) -> bool:
    """True where a cable of the power is cut on both ends: new, or from a piece that was found."""
    return any(_of_a_length(cable) for cable in lead.cables)


def _of_a_length(cable: Cable) -> bool:
    """True for a cable of the power that is cut to its length; not a cord that is shut in something, nor a tape."""
    return cable.circuit == POWER and cable.cut_here


def _salvaged(lead: Lead, rest: str, value: Any) -> Lead:
    """The power cables as they were there before, or cut new; or what is known of those from before."""

    def told(cable: Cable) -> Cable:
        old = cable.existing
        if not _of_a_length(cable):
            return cable
        if rest == "salvaged":
            kept = old or Existing(salvaged=True)
            return replace(cable, existing=kept if value else None)
        if old is None and value is None:
            return cable
        # Whoever says how long the piece is that was found has said that there is one.
        return replace(cable, existing=replace(old or Existing(salvaged=True), **{rest: value}))

    return replace(lead, cables=tuple(told(cable) for cable in lead.cables))
