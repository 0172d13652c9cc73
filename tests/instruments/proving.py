"""A lead proven from the readings of the simulated bench alone."""

from dataclasses import replace

from leads import AT, made, with_done

from euthyne.core.kinds import starts
from euthyne.core.lead import Look, Proof, Reading, StepDone
from euthyne.core.plan import Plan
from euthyne.core.sizing.brief import OneLoad
from euthyne.instruments.bench import SimulatedBench

SAID = {
    "heating-tape": {"brief__tape_m": 12.0, "brief__watts_per_m": 18.0},
    "charger-lead": {"brief__taps": True, "brief__cells": 3, "brief__amps": 6.0},
    "signal-lead": {"brief__shield": True},
    "inverter-link": {"brief__volts": 12.0},
    "switch-harness": {"ends__switch": "all"},
    "conversion": {"brief__cells": 3},
    "solar-string": {"brief__volts": 120.0},
}
TAPES = ("heating-tape-cee", "heating-tape-nema", "heating-tape-240")
SAID |= dict.fromkeys(TAPES, SAID["heating-tape"])
LOADED = {"brief__loads": (OneLoad("lamp", watts=150.0),)}
MOST_PROBES = 600
NAMES = [s.id for k, s in starts() if k.proof]


def built(start):
    """A lead of a start, sized and with every step of its build done."""
    lead = made(start, **SAID.get(start, {}))
    p = Plan(lead)
    return Plan(with_done(lead, tuple(StepDone(s.key, AT, "RM") for s in p.build.steps)))


def proven(plan, broken=(), seed=1):
    """The plan after every look, probe and reading; it stops probing at the first fault it names."""
    bench = SimulatedBench(plan, tuple(broken), seed=seed)
    looks = tuple(Look(x.id, True, AT, "AF") for x in plan.prove.looks)
    proof = Proof(
        looks=looks,
        gangs=False,
        meter_percent=0.5,
        meter_step_mv=0.01,
        tested_volts=1000.0,
    )
    told = Plan(replace(plan.lead, proof=proof))
    while (probe := told.prove.next_probe) is not None and len(proof.probes) < MOST_PROBES:
        if probe.position == plan.ends.positions[-1].positions:
            heard = bench.sounds(probe.one.name, tuple(p.name for p in probe.against))
        else:
            heard = False
        proof = replace(proof, probes=(*proof.probes, probe.answered(heard)))
        told = Plan(replace(told.lead, proof=proof))
    for line in told.prove.lines:
        value, above, amps = bench.take(line)
        reading = Reading(line.id, value, AT, "AF", above, amps)
        proof = replace(proof, readings=(*proof.readings, reading))
    return Plan(replace(told.lead, proof=proof))
