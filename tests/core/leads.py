"""Small lead documents for the tests of the core."""

from collections.abc import Iterable
from dataclasses import replace

from euthyne.core.assembly.joints import Joint
from euthyne.core.checks import checks
from euthyne.core.kinds import kind_named, starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.kinds.makeup import MakeUpInput, circuits_of
from euthyne.core.lead import Conductor, Ends, Lead
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import part
from euthyne.core.sizing.brief import OneLoad

AT = "2026-11-02T09:00:00"


def extension(**changes) -> Lead:
    """A 10 m indoor extension that draws no stop and no caution; change values by ``stage__field``.

    Beside the fields of a lead: ``ends__a``, ``ends__b`` the part on each end, ``ends__joints`` what lands
    where (``joint``), ``ends__tints`` pairs of a core and its colour, ``ends__stud_a``, ``ends__stud_b``,
    ``ends__blanked`` whether empty ways are closed, ``conductor__salvaged``.
    """
    kind = kind_named(changes.pop("kind", "extension"))
    values = {
        "brief__run_m": 10.0,
        "conductor__size": "1.5 mm2",
        "ends__a": "bs1363-plug",
        "ends__b": "bs1363-socket",
        "ends__accepted": True,
    } | changes
    sections = {"brief": kind.brief(), "conductor": Conductor(), "ends": Ends("iec")}
    rest = {}
    for path, value in values.items():
        section, _, name = path.partition("__")
        if section in sections and hasattr(sections[section], name):
            sections[section] = replace(sections[section], **{name: value})
        else:
            rest[path] = value
    first, last = kind.places[0].id, kind.places[-1].id
    own = {p.id: p for p in sections["ends"].own}
    names = {first: rest.pop("ends__a"), last: rest.pop("ends__b")}
    parts = {place: own.get(name) or part(name) for place, name in names.items()}
    ends = sections["ends"]
    brief, conductor = sections["brief"], sections["conductor"]
    told = MakeUpInput(brief, conductor, kind.places, parts, ends.switch, ends.switch_lit)
    made = kind.make_up(told)
    lead = Lead(
        tag="TR-0001",
        name="Workbench extension",
        kind=kind.id,
        created_at=AT,
        places=made.places,
        fittings=made.fittings,
        cables=made.cables,
        wires=made.wires,
        circuits=circuits_of(made),
        **sections,
    )
    return _more(lead, rest, {"ends__stud_a": first, "ends__stud_b": last})


def _more(lead: Lead, rest: dict, studs: dict[str, str]) -> Lead:
    """What is said of an extension beside the fields of its brief, its conductor and its ends."""
    for path, value in rest.items():
        if path == "ends__joints":
            lead = _mapped(lead, value)
        elif path == "ends__tints":
            for core, colour in value:
                lead = with_value(lead, f"tint.{core}", colour)
        elif path in studs:
            lead = with_value(lead, f"stud.{studs[path]}", value)
        elif path == "ends__blanked":
            for fitting in lead.fittings:
                lead = with_value(lead, f"blank.{fitting.id}", value)
        else:
            lead = with_value(
                lead, path.replace("conductor__sal", "cable__sal").replace("__", "."), value
            )
    return lead


def _mapped(lead: Lead, joints: Iterable[Joint]) -> Lead:
    """The lead with its cores where the joints say; what no joint names lands nowhere."""
    there = Plan(lead).given.map
    said = {one.core: one for one in joints}
    told = [
        replace(one, a=said[one.core].a, b=said[one.core].b)
        if one.core in said
        else replace(one, a=None, b=None)
        for one in there.joints
    ]
    return replace(lead, wires=there.wires(told)) if said else lead


def made(start, **changes) -> Lead:
    """A lead begun at a start, with what it draws and how far, changed by ``section__field``."""
    lead = new_lead(*next(pair for pair in starts() if pair[1].id == start), "TR-0001", AT)
    said = {
        "brief__run_m": 2.0,
        "brief__loads": (OneLoad("lamp", watts=150.0),),
        "brief__watts": 1500.0,
        "brief__amps": 3.0,
        "brief__tape_m": 9.0,
        "brief__watts_per_m": 15.0,
    }
    lead = answering(lead, [(p.replace("__", "."), v) for p, v in said.items() if p not in changes])
    paths = {path.replace("__", "."): value for path, value in changes.items()}
    briefed = {path: value for path, value in paths.items() if path.startswith("brief.")}
    rest = {path: value for path, value in paths.items() if path not in briefed}
    return changed(changed(lead, briefed.items()), rest.items())


def answering(lead, said):
    """A lead with those of some answers in its Brief that its kind is asked."""
    asked = [(path, value) for path, value in said if hasattr(lead.brief, path.partition(".")[2])]
    return changed(lead, asked)


def with_done(lead, done) -> Lead:
    """A lead with some steps of its build done."""
    return replace(lead, build=replace(lead.build, done=done))


def plan(**changes) -> Plan:
    return Plan(extension(**changes))


def codes(p):
    return {f.code for f in checks(p)}


LUGS = {"ends__a": "lug-m8", "ends__b": "lug-m8", "ends__scheme": "dc-red-black"}
DIRECT = {
    **LUGS,
    "kind": "inverter-link",
    "brief__system": "dc",
    "brief__volts": 12.0,
    "brief__run_m": 1.8,
    "conductor__cable_type": "battery-105",
    "conductor__size": None,
    "conductor__drop_percent": 3.0,
}
INVERTER = {
    **DIRECT,
    "brief__feeds": "power",
    "brief__watts": 1500.0,
    "brief__efficiency_percent": 88.0,
    "brief__at_volts": 10.5,
    "brief__fuse_family": "high-breaking-dc",
}
CURRENT = {**DIRECT, "brief__feeds": "current", "brief__fuse_family": "none"}
SOLAR = {
    **CURRENT,
    "kind": "solar-string",
    "brief__amps": 9.0,
    "brief__margin": 1.25,
    "brief__volts": 118.0,
    "brief__run_m": 18.0,
    "brief__ambient_c": 60.0,
    "conductor__cable_type": "H1Z2Z2-K",
    "conductor__tinned": True,
}
WELDING = {
    **CURRENT,
    "kind": "welding-extension",
    "brief__amps": 150.0,
    "brief__duty_percent": 40.0,
    "brief__volts": 26.0,
    "brief__poles": 1,
    "brief__run_m": 14.0,
    "brief__ambient_c": 35.0,
    "conductor__cable_type": "H01N2-D",
    "conductor__drop_percent": 8.0,
}
SIGNAL = {
    **CURRENT,
    "kind": "signal-lead",
    "ends__a": "d25-pin",
    "ends__b": "round-8",
    "ends__scheme": "din-47100",
    "brief__amps": 0.4,
    "brief__volts": 24.0,
    "brief__ways": 6,
    "brief__shield": True,
    "conductor__cable_type": "screened-multicore",
}
TAPE = {
    "kind": "heating-tape",
    "ends__b": "tape-joint",
    "brief__feeds": "tape",
    "brief__tape_m": 14.0,
    "brief__watts_per_m": 18.0,
}
