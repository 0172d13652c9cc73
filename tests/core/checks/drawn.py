"""Leads put together at random through the doors a person has: starts, answers, parts of the lists, presses
and lines of the map, colours, fixes, documents.
"""

import json
from dataclasses import replace

from leads import answering

from euthyne.core.checks import found_before_proof
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.lead.paths import with_value
from euthyne.core.order.laid import CableEnd
from euthyne.core.plan import Plan, plan_of
from euthyne.core.shelf.parts import shelf
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.standing.fixes import tried_fix
from euthyne.core.standing.maps import offered_maps
from euthyne.core.trade.cable import cords
from euthyne.core.trade.colours import schemes_for
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.tints import PLAIN
from euthyne.exchange.lead_file import read_lead, write_lead

AT = "2026-11-02T09:00:00"
STARTS = tuple((m, kind, start) for m in ("metric", "gauge") for kind, start in starts(m))
# What people type into fields that take a quantity, by their path.
TYPED = {
    "brief.run_m": (0.4, 1.5, 2.5, 6.0, 12.0, 25.0),
    "brief.volts": (),
    "brief.ambient_c": (20.0, 30.0, 40.0),
    "brief.upstream_amps": (None, 10.0, 13.0, 15.0, 16.0, 20.0, 32.0, 40.0),
    "brief.own_breaker_amps": (None, None, None, 10.0, 16.0),
    "brief.loop_ohms": (None, None, 0.2, 0.5, 1.0, 1.8),
    "brief.watts": (300.0, 1500.0, 3000.0),
    "brief.amps": (0.5, 3.0, 9.0, 20.0),
    "brief.at_volts": (None, 10.5),
    "brief.duty_percent": (100.0, 60.0, 30.0),
    "brief.tape_m": (3.0, 12.0),
    "brief.watts_per_m": (10.0, 20.0),
    "brief.battery_short_amps": (None, 1000.0, 5000.0),
    "brief.module_fuse_amps": (None, 15.0),
    "brief.working_volts": (None, 96.0),
    "brief.working_amps": (None, 8.0),
    "brief.efficiency_percent": (85.0, 95.0),
    "brief.fuse_to_post_m": (0.0, 0.1, 0.5),
    "brief.cells": (3,),
    "brief.charger_cells": (None, 3, 4),
    "brief.ways": (2, 5),
    "brief.units_allowed": (None, 2, 6),
    "brief.already_m": (None,),
    "brief.already_size": (None,),
    "brief.permission": ("", "its maker's handbook, page 12"),
    "brief.strings": (1, 2, 4),
    "brief.supply_ways": ("", "1 plus, 2 minus"),
    "brief.load_ways": ("", "1 plus, 2 minus", "1 minus, 2 plus"),
    "brief.key_supply": (None, 90),
    "brief.key_load": (None, 0),
    "brief.circuits_together": (1, 1, 2),
}
LOADS = (OneLoad("lamp", watts=60.0), OneLoad("heater", watts=1500.0), OneLoad("saw", amps=9.0))


def begun(rng):
    """A lead at one of its starts, with what any lead is told: how far, and what draws from it."""
    _, kind, start = rng.choice(STARTS)
    lead = new_lead(kind, start, "TR-0001", AT)
    said = [("brief.run_m", 2.0), ("brief.loads", (rng.choice(LOADS),))]
    said += [("brief.watts", 600.0), ("brief.amps", 3.0), ("brief.tape_m", 9.0)]
    said.append(("brief.watts_per_m", 15.0))
    return answering(lead, said)


def answered(rng, lead, kind):
    """One question of its Brief, answered."""
    question = rng.choice(kind.questions)
    if question.reads == "choice":
        value = rng.choice(question.choices)[0]
    elif TYPED.get(question.path):
        value = rng.choice(TYPED[question.path])
    else:
        return lead
    return changed(lead, [(question.path, value)])


def usual_supply(rng, lead):
    """The supply told as it usually is: a breaker, its loop, a device where it lies outdoors; a battery
    with its fuse, its tail said to be dead.
    """
    if lead.brief.system == "dc":
        said = [("brief.live_battery", rng.choice(("no", "no", "yes", "unknown")))]
        if rng.random() < 0.2:
            said.append(
                ("brief.fuse_family", rng.choice(("none", "blade-32v", "high-breaking-dc")))
            )
            said.append(("brief.battery_short_amps", rng.choice((None, 500.0, 3000.0, 30000.0))))
            said.append(("brief.strings", rng.choice((1, 2, 4))))
        return answering(lead, said)
    american = lead.brief.volts < 200
    said = [
        ("brief.upstream_amps", rng.choice((15.0, 20.0) if american else (10.0, 16.0, 20.0))),
        ("brief.upstream_family", "breaker-na" if american else "breaker-iec"),
        ("brief.rcd", "30 mA"),
        ("brief.loop_ohms", rng.choice((None, None, 0.15, 0.4, 0.8, 1.6, 3.0))),
        ("brief.run_m", rng.choice((1.5, 2.5, 8.0, 20.0))),
    ]
    return changed(lead, said)


def fitted(rng, lead):
    """A part of the list of one of its places."""
    mains = lead.brief.system != "dc"
    ours = [f for f in lead.fittings if not f.existing and f.part is not None]
    fitting = rng.choice(ours)
    now = shelf()[fitting.part]
    listed = [p for p in shelf().values() if p.mains == mains or p.kind == "AC/DC"]
    alike = [p for p in listed if set(p.marks) == set(now.marks)]
    part = rng.choice(alike if rng.random() < 0.8 else listed)
    return changed(lead, [(f"fittings.{fitting.id}.part", part.id)])


def mapped_anew(rng, lead):
    """A press of the map that is offered, or one core put elsewhere by its own list."""
    if rng.random() < 0.3:
        offered = offered_maps(lead)
        return with_value(lead, "wires", offered[rng.choice(sorted(offered))][1])
    plan = plan_of(lead)
    there = plan.given.map
    joints = list(there.joints)
    at = rng.randrange(len(joints))
    end = rng.choice("AB")
    marks = (None, *there.marks_at(CableEnd(joints[at].cable, end)))
    joints[at] = replace(joints[at], **{end.lower(): rng.choice(marks)})
    return with_value(lead, "wires", there.wires(joints))


def coloured(rng, lead):
    """A colour of one core, or another scheme of its cable."""
    plan = plan_of(lead)
    if rng.random() < 0.3:
        return changed(lead, [("ends.scheme", rng.choice(schemes_for(plan.cores)).name)])
    core = rng.choice(plan.ends.joints).core
    tints = (*PLAIN, "white-green", "red-black")
    if rng.random() < 0.3:
        tints = [plan.ends.tint(j.core) for j in plan.ends.joints]
    return changed(lead, [(f"tint.{core}", rng.choice(tints))])


def cabled(rng, lead, kind):
    """Another cable or another size of the ladder."""
    if rng.random() < 0.1:
        return changed(lead, [("conductor.tinned", not lead.conductor.tinned)])
    if rng.random() < 0.5:
        names = [c.name for c in cords()] if kind.cables == "every cord" else list(kind.cables)
        unit = rng.choice(("mm2", "AWG"))
        name = rng.choice(names)
        return changed(
            lead,
            [("conductor.cable_type", name), ("conductor.unit", unit), ("conductor.size", None)],
        )
    if rng.random() < 0.15:
        metal = rng.choice(("copper", "aluminium", "cca-15"))
        return changed(lead, [("conductor.metal", metal)])
    sizing = plan_of(lead).conductor.sizing
    if sizing is None:
        return lead
    made = [c.size for c in sizing.candidates if "not-made" not in c.fails]
    return changed(lead, [("conductor.size", rng.choice(made))]) if made else lead


def switched(rng, lead):
    """A switch, a lamp in it, a fuse of its own."""
    if lead.brief.system == "dc":
        return lead
    path, choices = rng.choice(
        (
            ("ends.switch", ("none", "L", "N", "all")),
            ("ends.fuse_in", ("none", "L", "N", "all")),
            ("ends.switch_lit", (False, True)),
        )
    )
    return changed(lead, [(path, rng.choice(choices))])


def fixed(rng, lead):
    """A press of what its checks offer."""
    keys = [f.key for f in found_before_proof(Plan(lead)) if f.fix]
    fix = tried_fix(lead, rng.choice(keys)) if keys else None
    return changed(lead, fix.changes) if fix else lead


def documented(rng, lead):
    """A document taken in, with something of it written over by hand."""
    document = json.loads(write_lead(lead, None))
    wires = document["lead"]["wires"]
    one, other = rng.choice(wires), rng.choice(wires)
    if rng.random() < 0.5:
        one["b"], other["b"] = other["b"], one["b"]
    else:
        place = rng.choice(document["lead"]["places"])
        place["source"] = not place["source"]
    return read_lead(json.dumps(document)).lead


def drawn_lead(rng):
    """A lead after some presses, most of them sound, some not."""
    lead = begun(rng)
    if rng.random() < 0.9:
        lead = usual_supply(rng, lead)
    kind = plan_of(lead).kind
    for _ in range(rng.choice((0, 0, 1, 1, 2, 3, 5))):
        door = rng.random()
        try:
            if door < 0.35:
                lead = answered(rng, lead, kind)
            elif door < 0.5:
                lead = fitted(rng, lead)
            elif door < 0.62:
                lead = mapped_anew(rng, lead)
            elif door < 0.74:
                lead = coloured(rng, lead)
            elif door < 0.86:
                lead = cabled(rng, lead, kind)
            elif door < 0.9:
                lead = switched(rng, lead)
            elif door < 0.96:
                lead = fixed(rng, lead)
            else:
                lead = documented(rng, lead)
        except (Refused, KeyError):
            continue  # refused with its path: the lead stays as it was
    return lead
