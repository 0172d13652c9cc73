"""What is said of a lead stays said when the lead is made worse: more to carry, further, in a hotter place, of a
poorer metal. One finding may give way to a graver one, and to no other.
"""

from collections import Counter
from random import Random

import pytest
from drawn import drawn_lead
from sampling import LONG

from euthyne.core.checks import found_before_proof
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead.paths import value_at
from euthyne.core.plan import Plan
from euthyne.core.questions import brief, conductor

GRAVITY = {"note": 0, "caution": 1, "stop": 2}
# Of a lead with its size held, each by what makes it worse.
WORSE = {
    "brief.run_m": lambda m: m * 1.5,
    "brief.amps": lambda amps: amps * 1.3,
    "brief.watts": lambda watts: watts * 1.3,
    "brief.watts_per_m": lambda watts: watts * 1.3,
    "brief.plate_amps": lambda amps: amps * 1.2,
    "brief.ambient_c": lambda celsius: celsius + 5,
    "brief.circuits_together": lambda many: many + 2,
    "brief.drum_layers": lambda layers: layers + 1,
    "brief.upstream_amps": lambda amps: amps * 1.6,
    "conductor.metal": lambda _: "cca-15",
}
# Where no size is left, or no table goes so far, that is the stop, and there is no copper to judge by.
NOTHING_TO_JUDGE_BY = {"no-size-fits", "beyond-tables"}
GIVES_WAY = {"near-rating": "under-rated-cord", "solar-untinned": "copper-clad-refused"}
DRAWN, PARTS = (4000, 20) if LONG else (120, 4)


def held_to_its_size(lead):
    """A lead whose size is said, as it was found: what is worse may not be met with more copper. None where nobody
    knows yet what it is made of.
    """
    plan = Plan(lead)
    found = {one.code for one in found_before_proof(plan)}
    if "cord-not-said" in found or plan.given.flex_is_there:
        return None if "cord-not-said" in found else lead
    sizing = plan.conductor.sizing
    offered = sizing.chosen.size if sizing is not None and sizing.chosen else None
    name = plan.conductor.size_name or offered
    return lead if name is None else changed(lead, [("conductor.size", name)])


def gravest(lead):
    """What is found, each code with the gravest level it has."""
    found = {}
    for one in found_before_proof(Plan(lead)):
        found[one.code] = max(found.get(one.code, "note"), one.level, key=GRAVITY.get)
    return found


def worsened(lead):
    """The lead made worse in each way that it is asked of, with what was changed."""
    asked = {q.path: q for page in (brief, conductor) for q in page.asked(Plan(lead))}
    for path in WORSE.keys() & asked.keys():
        stands = value_at(lead, path)
        if stands is None or (path == "conductor.metal" and stands != "copper"):
            continue
        worse, question = WORSE[path](stands), asked[path]
        measure = question.measure
        if question.reads != "quantity" or measure.low <= worse <= measure.high:
            yield path, worse, changed(lead, [(path, worse)])


def silenced(before, after):
    """What was found of a lead and is found no more, though nothing graver took its place."""
    for code, level in before.items():
        if level == "note" or GRAVITY[after.get(code, "note")] >= GRAVITY[level]:
            continue
        if code in ("far-end-short", "far-end-earth") and after.get(code) == "caution":
            continue  # less flows at a farther end: from burning to a time that its curve would settle
        if NOTHING_TO_JUDGE_BY & after.keys() or GIVES_WAY.get(code) in after:
            continue
        yield code


@pytest.mark.parametrize("part", range(PARTS))
def test_whatever_is_said_of_a_lead_is_said_of_a_worse_one(part):
    rng, wrong, worse_ones = Random(f"worse {part}"), [], 0
    for _ in range(DRAWN // PARTS):
        lead = held_to_its_size(drawn_lead(rng))
        if lead is None:
            continue
        before = gravest(lead)
        for path, value, worse in worsened(lead):
            worse_ones += 1
            wrong += [(code, path, value, lead) for code in silenced(before, gravest(worse))]
    assert worse_ones > DRAWN // PARTS
    assert not wrong, Counter((code, path) for code, path, *_ in wrong)
