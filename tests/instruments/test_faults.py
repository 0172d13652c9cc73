"""Random faults of every kind of lead, judged from the readings of the simulated bench alone."""

import random
from collections import Counter
from dataclasses import replace
from functools import cache

import pytest
from proving import NAMES, built, proven
from sampling import LONG

from euthyne.core.lead import Proof
from euthyne.core.plan import Plan
from euthyne.core.trade.corewords import function_of, own_name
from euthyne.instruments.bench import SimulatedBench
from euthyne.instruments.faults import KINDS, OPEN_OHM, fault_words, hidden_in, random_fault
from euthyne.instruments.model import Broken

MANY = 3000 if LONG else 60
SHARES = 10
# Where no probe comes to the far end, opens and exchanges are for the tug and for the colours to show.
UNSEEN = (
    *("plug-bs", "plug-cee", "plug-as", "plug-na", "conversion", "solar-tail"),
    *("repair-tool", "repair-tool-cee", "repair-tool-nema"),
)

# Cables that lie apart have nothing between them that could be bridged.
APART = ("cable-set",)
BETWEEN = ("joined", "leak", "short", "spare")

plan_of = cache(built)


def names_it(p, fault):
    """Whether what the program says first names the kind of a fault and its nets."""
    said = " ".join(f"{f.title} {f.text}" for f in p.prove.wiring_faults[:1]).lower()
    failed = [x for x in p.prove.lines if (v := p.prove.verdicts.get(x.id)) and v.word == "fail"]
    if fault.kind in ("open", "joint"):
        core = fault.at[0].partition("@")[0].partition(".")[2]
        if fault.kind == "open" and said:
            return "does not get through" in said and function_of(core) in said
        whole = ("bus", "one") if core != "E" else ("earth",)
        return any(own_name(x.core or "") == core or x.id.split("-")[0] in whole for x in failed)
    if fault.kind == "exchanged":
        return "exchanged" in said or "face" in said
    if fault.kind == "joined" and said:
        return "joined" in said
    touched = {point for x in failed for group in x.between for point in group}
    return bool(set(fault.at) & touched)


@pytest.mark.parametrize("share", range(SHARES))
def test_faults_are_named_and_none_is_called_good(share):
    rng = random.Random(f"faults {share}")
    told, named = Counter(), Counter()
    while sum(told.values()) < MANY // SHARES:
        start = rng.choice([name for name in NAMES if name not in UNSEEN])
        plan, kind = plan_of(start), rng.choice(KINDS)
        fault = random_fault(plan, rng, kind)
        if fault is None or (start in APART and kind in BETWEEN):
            continue
        p = proven(plan, (fault,), seed=rng.randrange(10**6))
        assert not p.prove.sound, (start, fault)
        told[kind] += 1
        named[kind] += names_it(p, fault)
    assert sum(named.values()) >= 0.95 * sum(told.values()), (told, named)


@pytest.mark.parametrize("start", [name for name in NAMES if name.startswith("heating-tape")])
def test_an_earth_that_is_open_anywhere_on_a_tape_is_found(start):
    plan = plan_of(start)
    for at in ("tape.E@A", "cord.E@B", "cord.E@A"):
        p = proven(plan, (Broken("open", (at,), OPEN_OHM),))
        assert not p.prove.sound, at
        assert [x.id for x in p.prove.lines if p.prove.verdicts[x.id].word == "fail"] == [
            "earth"
        ], at


@pytest.mark.parametrize("start", UNSEEN)
def test_what_no_probe_reaches_is_for_the_tug_and_the_colours_to_show(start):
    plan = plan_of(start)
    asked = [x.question for x in plan.prove.looks]
    assert any("by its colours" in q for q in asked)
    assert any("when tugged" in q for q in asked)
    assert all(f"{x.words}" in plan.prove.unanswered for x in plan.prove.lines if x.mandatory)


@pytest.mark.parametrize("start", ["inverter-link", "charger-lead", "extension-bs"])
def test_a_seed_hides_the_same_fault_each_time_and_says_it_in_words(start):
    plan = plan_of(start)
    for seed in range(20):
        hidden = hidden_in(plan, seed)
        assert hidden == hidden_in(plan, seed)
        assert hidden.at[0] in fault_words(hidden)


@pytest.mark.parametrize("gangs", [False, True])
@pytest.mark.parametrize("start", ["charger-lead", "signal-lead", "sealed-multiway"])
def test_with_clips_or_without_every_fault_of_the_map_is_gone_through_to_its_end(start, gangs):
    plan = plan_of(start)
    for seed in range(12 if LONG else 4):
        bench = SimulatedBench(plan, (hidden_in(plan, seed),), seed=1)
        proof, told, taken = Proof(gangs=gangs), plan, 0
        while (asked := told.prove.next_probe) is not None:
            taken += 1
            assert taken < 400, (seed, asked)
            heard = bench.sounds(asked.one.name, tuple(x.name for x in asked.against))
            proof = replace(proof, probes=(*proof.probes, asked.answered(heard)))
            told = Plan(replace(plan.lead, proof=proof))
