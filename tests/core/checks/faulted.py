"""Leads that have a fault of faulty.py, and one that has none."""

from dataclasses import replace

from faulty import FIRES, MADE
from leads import (
    AT,
    extension,
    made,
    plan,
    with_done,
)

from euthyne.core.lead import (
    Look,
    Probe,
    Proof,
    Reading,
    StepDone,
)
from euthyne.core.lead.paths import with_value
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.provegrid import all_pairs


def with_two_connectors(lead):
    """A cord whose live and neutral run to two appliance connectors at one place."""
    second = replace(lead.fittings[1], id="second")
    cable = replace(lead.cables[0], id="beside")
    wires = tuple(
        replace(w, core=w.core.replace("cord.", "beside."), b=w.b.replace("load.", "second."))
        for w in lead.wires
    )
    return replace(
        lead,
        fittings=(*lead.fittings, second),
        cables=(*lead.cables, cable),
        wires=(*lead.wires, *wires),
    )


def past_its_switch(lead):
    """A harness whose cord's live lands on the inlet, beside the jumper to the switch."""
    wires = tuple(replace(w, a="inlet.L") if w.core == "cord.L" else w for w in lead.wires)
    return replace(lead, wires=wires)


def crossed_over(lead):
    """Ways 1 and 2 exchanged at the far end."""
    other = {"load.1": "load.2", "load.2": "load.1"}
    return replace(lead, wires=tuple(replace(w, b=other.get(w.b, w.b)) for w in lead.wires))


def changed_plan(code):
    if code == "plan-changed-after-build":
        lead = extension()
        build = replace(lead.build, done=(StepDone("cut", AT, "RM"),), plan_stamp="another")
        return Plan(replace(lead, build=build))
    if code == "plan-changed-after-proof":
        proof = Proof(readings=(Reading("earth", 0.2, AT, "RM"),), plan_stamp="another")
        return plan(proof=proof)
    if code in MADE:
        start, changes = MADE[code]
        lead = made(start, **changes)
        if code == "parallel-couplers":
            lead = with_two_connectors(lead)
        if code == "switch-passed-by":
            lead = past_its_switch(lead)
        if code == "numbers-crossed":
            lead = crossed_over(lead)
        if code == "both-poles-open":
            begun = ("A-cores@tail-plus", "A-cores@tail-minus")
            done = tuple(StepDone(key, AT, "RM") for key in begun)
            lead = with_done(lead, done)
        return Plan(lead)
    return plan(**FIRES[code])


def done_lead():
    """A lead built and proven to its plan, nothing left but the seal."""
    lead = extension(cut__accepted=True)
    p = Plan(lead)
    lead = with_done(lead, tuple(StepDone(s.key, AT, "RM") for s in p.build.steps))
    readings = tuple(Reading(x.id, x.sound, AT, "AF") for x in p.prove.lines)
    proof = Proof(
        looks=tuple(Look(x.id, True, AT, "AF") for x in p.prove.looks),
        probes=tuple(
            Probe(min(x), max(x), x in p.ends.wanted_pairs) for x in all_pairs(p.ends.points)
        ),
        readings=readings,
        tested_volts=500.0,
    )
    return with_value(lead, "proof", proof)
