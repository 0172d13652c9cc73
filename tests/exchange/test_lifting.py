"""Documents of version 1: lifted to what a lead is now, with the same sizes, lengths and map; sealed
records stay what they were.
"""

import json
from importlib.resources import files
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import made
from sampling import examples

from euthyne.cli import DEMO_ORDER
from euthyne.core.checks import checks
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.plan import Plan, plan_of
from euthyne.core.stages.tag.seal import holds
from euthyne.core.trade.fault import Refused
from euthyne.exchange.lead_file import kept_lead, lead_values, read_lead, write_lead

VERSION1 = Path(__file__).parent / "version1"
NAMES = sorted(path.stem for path in VERSION1.glob("*.json"))

# What version 1 worked out of each of its own documents: size, cut in m, pieces, pairs that sound.
THEN = json.loads((Path(__file__).parent / "version1-worked-out.json").read_text())
NOW_RIGHT = {
    # The taps go 4 mm further in than the power: that was added to the power's cable as well.
    "three-cell-charger": {"cut_m": 1.277},
    # No probe comes to what its tail goes into.
    "finder-battery": {"pairs": 0},
    # It is measured from stud to stud, and a ring's eye stands 16 mm beyond its barrel at either end.
    "battery-inverter": {"cut_m": 1.822},
}


def lifted(name):
    return Plan(read_lead((VERSION1 / f"{name}.json").read_text()).lead)


@pytest.mark.parametrize("name", NAMES)
def test_a_lifted_lead_is_sized_cut_and_wired_as_it_was(name):
    p, then = lifted(name), THEN[name] | NOW_RIGHT.get(name, {})
    assert p.conductor.size_name == then["size"]
    assert p.conductor.pieces == then["pieces"]
    assert len(p.ends.wanted_pairs) == then["pairs"]
    if then["cut_m"] is not None:
        assert p.cut.length.cut_m == pytest.approx(then["cut_m"], abs=5e-4)


@pytest.mark.parametrize("name", NAMES)
def test_its_steps_keep_their_names(name):
    p = lifted(name)
    now = {key.partition("@")[0] for key in (s.key for s in p.build.steps)}
    # A step that was one for several cables is one of each now; bodies have steps of their own since,
    # which a build that was begun before is not asked for.
    then = set(THEN[name]["steps"])
    assert then <= now
    assert now == then or not p.lead.build.done


@pytest.mark.parametrize("name", NAMES)
def test_what_was_done_and_proved_stays_done(name):
    document = json.loads((VERSION1 / f"{name}.json").read_text())["lead"]
    p = lifted(name)
    done = {d.step.partition("@")[0] for d in p.lead.build.done}
    assert done == {d["step"] for d in document["build"]["done"]}
    assert len(p.lead.proof.probes) == len(document["proof"]["probes"])
    assert len(p.lead.proof.readings) == len(document["proof"]["readings"])
    assert "plan-changed-after-build" not in {f.code for f in checks(p)}
    assert "plan-changed-after-proof" not in {f.code for f in checks(p)}


@pytest.mark.parametrize("name", NAMES)
def test_its_checks_are_those_it_had(name):
    then = {tuple(x) for x in THEN[name]["checks"]}
    now = {(f.code, f.level) for f in checks(lifted(name))}
    # Holes where the pack shows holes, and taps of a circuit of their own: version 1 knew neither
    # what an end goes into nor what guards a tap.
    charger = {("alike-contacts", "stop"), ("taps-unfused", "note")}
    # Nor what a coupler keeps out while nothing is in it, nor how direct current is proven.
    free = {("open-unmated", "note"), ("unbuilt", "stop"), ("untested", "stop")} - then
    # Nor that bare lugs of a battery are to be covered, nor how thin a cord set may be for its length.
    more = {
        "three-cell-charger": charger,
        "battery-inverter": {("lugs-uncovered", "caution")},
        "mount-controller": {("cord-set-thin", "caution")},
        "dew-heater-box": {("more-loads-than-sockets", "note")},
    }
    assert now - free == then | more.get(name, set())


def test_a_sealed_record_is_what_it_was_and_holds():
    text = (VERSION1 / "mount-controller.json").read_text()
    found = read_lead(text)
    assert holds(found.seal)
    assert found.seal.record == json.loads(text)["seal"]["record"]
    assert kept_lead(found.seal.record["lead"]) == found.lead
    again = read_lead(write_lead(found.lead, found.seal))
    assert (again.lead, again.seal) == (found.lead, found.seal)


@pytest.mark.parametrize(
    ("change", "path", "words"),
    [
        (lambda d: d["ends"].update(a="nail"), "lead.ends.a", "no such part"),
        (lambda d: d.update(kind="rope"), "lead.kind", "no such kind"),
        (
            lambda d: d["ends"].update(joints=[{"core": "Q", "a": "L", "b": "L"}]),
            "lead.ends.joints.0.core",
            "no core",
        ),
        (
            lambda d: d["ends"].update(joints=[{"core": "L", "a": "L", "b": "Q"}]),
            "lead.ends.joints.0.b",
            "no cavity",
        ),
        (lambda d: d["conductor"].update(cable_type="rope"), "lead.conductor.cable_type", "cable"),
        (lambda d: d["brief"].update(colour="red"), "lead.brief.colour", "no such field"),
    ],
)
def test_what_can_not_be_lifted_says_which_path_and_why(change, path, words):
    document = json.loads((VERSION1 / "hut-to-dome.json").read_text())
    change(document["lead"])
    with pytest.raises(Refused) as refused:
        read_lead(json.dumps(document))
    told = {f.field: f for f in refused.value.faults}
    assert words in told[path].problem
    assert told[path].fix


@examples(40)
@given(
    start=st.sampled_from([s.id for _, s in starts()]),
    cells=st.integers(2, 8),
    taps=st.booleans(),
    words=st.text(max_size=20),
)
def test_whatever_a_lead_is_made_of_its_document_gives_back(start, cells, taps, words):
    lead = changed(
        made(start),
        [("brief.cells", cells), ("brief.taps", taps), ("made_for", words)],
    )
    assert read_lead(write_lead(lead, None)).lead == lead
    assert kept_lead(lead_values(lead)) == lead


FAULTS = {
    "a cavity that is not there": (
        lambda d: d["wires"][0].update(a="supply.Q"),
        "lead.wires.0.a",
    ),
    "a core that lands at neither end": (
        lambda d: d["wires"][0].update(a=None, b=None),
        "lead.wires.0",
    ),
    "a fitting nothing lands in": (
        lambda d: d["fittings"].append({"id": "third", "part": "c13", "place": "load"}),
        "lead.fittings.2",
    ),
    "both ends at one place": (lambda d: d["fittings"][1].update(place="supply"), "lead.cables.0"),
    "an id twice": (lambda d: d["cables"].append(d["cables"][0]), "lead.cables.1.id"),
    "a part that is unknown": (
        lambda d: d["fittings"][0].update(part="nail"),
        "lead.fittings.0.part",
    ),
    "a field that is unknown": (
        lambda d: d["places"][0].update(colour="red"),
        "lead.places.0.colour",
    ),
    "sources whose volts never meet": (
        lambda d: [
            place.update(source=True, volts=volts)
            for place, volts in zip(d["places"], ([220, 240], [10, 14]), strict=True)
        ],
        "lead.places.1.volts",
    ),
    "existing without cavities": (
        lambda d: d["fittings"][0].update(part=None, existing=True),
        "lead.fittings.0.part",
    ),
    "a circuit that is not there": (
        lambda d: d["cables"][0].update(circuit="taps"),
        "lead.cables.0.circuit",
    ),
}


@pytest.mark.parametrize("mistake", FAULTS)
def test_what_an_assembly_can_not_be_is_refused_with_its_path(mistake):
    change, path = FAULTS[mistake]
    document = json.loads(write_lead(made("extension-bs"), None))
    change(document["lead"])
    with pytest.raises(Refused) as refused:
        read_lead(json.dumps(document))
    assert path in [f.field for f in refused.value.faults]


def test_what_was_built_with_an_earlier_program_is_built_by_the_same_plan():
    """The sums that the demonstration's leads were kept with; a class may be renamed, they may not change."""
    for name in DEMO_ORDER:
        text = (files("euthyne.demo") / f"{name}.json").read_text("utf-8")
        plan = plan_of(read_lead(text).lead)
        kept = {plan.lead.build.plan_stamp, plan.lead.proof.plan_stamp} - {None}
        assert kept <= {plan.build.stamp}, name
