"""Each kind as it is built: its cables, what they land in, what conducts to what, in which order."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import AT, answering, made, with_done
from sampling import LONG, examples

from euthyne.core.assembly.faults import faults_in
from euthyne.core.checks import checks
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import StepDone
from euthyne.core.plan import Plan
from euthyne.core.standing.rework import back_to
from euthyne.core.stores.needs import needs

OVER_ALL_MM = {"supply-three": 20.0, "sealed-multiway": 2.2}  # thinner than the standard's fattest


def nets(p, position=-1):
    """What conducts to what, with the switch as it is, named fitting.cavity."""
    found = p.ends.positions[position].nets
    return {frozenset(".".join(x) for x in net) for net in found if len(net) > 1}


def keys(p):
    return [s.key for s in p.build.steps]


def before(p, *steps):
    """True when steps come in this order."""
    places = [keys(p).index(step) for step in steps]
    return places == sorted(places)


def codes(p, level="stop"):
    return {f.code for f in checks(p) if f.level == level} - {"untested", "unbuilt"}


@pytest.mark.parametrize("start", [start.id for _, start in starts()])
def test_every_start_is_made_up_without_a_fault_and_can_be_built(start):
    lead = made(start, conductor__measured_od_mm=OVER_ALL_MM.get(start))
    p = Plan(lead)
    circuits = ("power", *(c.id for c in lead.circuits))
    assert faults_in(lead.assembly, p.given.parts, circuits) == []
    assert p.build.steps
    assert len(set(keys(p))) == len(keys(p))
    said = [s.headline for s in p.build.steps if s.kind != "gate"]
    assert len(set(said)) == len(said), [x for x in said if said.count(x) > 1]


def test_an_inverter_link_is_two_singles_and_four_lugs_on_their_studs():
    p = Plan(made("inverter-link", stud__battery="M8", stud__inverter="M10"))
    assert [c.id for c in p.lead.cables] == ["plus", "minus"]
    assert {e.id: e.stud for e in p.ends.all} == {
        "battery+": "M8",
        "battery-": "M8",
        "inverter+": "M10",
        "inverter-": "M10",
    }
    assert nets(p) == {
        frozenset({"battery+.1", "inverter+.1"}),
        frozenset({"battery-.1", "inverter-.1"}),
    }
    assert "lug-hole-small" in codes(p)
    assert p.cut.measured(p.lead.cables[0]) == "battery plus stud to inverter plus stud"


def test_a_solar_string_has_a_pin_and_a_hole_a_pole_and_each_is_chosen():
    p = Plan(made("solar-string", **{"fittings__panels+__part": "solar-pin"}))
    assert {e.id: e.part.contact for e in p.ends.all} == {
        "panels+": "pin",
        "panels-": "pin",
        "controller+": "pin",
        "controller-": "socket",
    }


def test_a_welding_lead_is_one_single_or_two():
    assert len(made("welding-extension").cables) == 1
    both = made("welding-extension", brief__poles=2)
    assert [f.id for f in both.fittings] == ["welder+", "welder-", "arc+", "arc-"]


def test_a_repair_keeps_both_pieces_and_takes_nothing_from_a_reel():
    p = Plan(made("repair"))
    assert [c.existing.finished for c in p.lead.cables] == ["a", "b"]
    assert [n.what for n in needs(p) if n.kind in ("cable", "part")] == ["inline-junction"]
    assert "cut" not in keys(p)
    assert {frozenset(x) for x in p.ends.wanted_pairs} == {
        frozenset((f"supply.{c}", f"load.{c}")) for c in "LNE"
    }
    for side in ("B-{}@plug-side", "A-{}@tool-side"):
        assert before(p, *(side.format(part) for part in ("nut", "seal", "ring", "strip", "grip")))
    assert keys(p)[-1] == "B-close"


def test_a_repair_by_shortening_makes_one_end_again():
    p = Plan(made("repair", brief__repair_by="shorten"))
    assert [c.id for c in p.lead.cables] == ["cord"]
    assert {s.end for s in p.build.steps if s.end} == {"B"}
    assert [n.what for n in needs(p) if n.kind == "part"] == ["bs1363-socket"]


def test_a_plug_goes_on_a_tools_own_flex_in_one_short_build():
    p = Plan(made("plug-bs"))
    assert keys(p) == [
        "lay-out",
        "A-dead",
        "A-off",
        "A-strip",
        "A-cores",
        "A-land-E",
        "A-land-N",
        "A-land-L",
        "again",
        "A-grip",
        "A-fuse",
        "A-close",
    ]
    assert "live-contact" not in codes(p), "the tool is not ours to open"


@pytest.mark.parametrize("cells", range(2, 9) if LONG else [3])
def test_a_charger_lead_sizes_its_taps_apart_and_mates_with_its_pack(cells):
    p = Plan(made("charger-lead", brief__taps=True, brief__cells=cells))
    taps = [f"T{i}" for i in range(cells + 1)]
    assert [c.id for c in p.lead.cables] == ["plus", "minus", *taps]
    assert p.conductor.laid["T1"].copper_mm2 < p.conductor.laid["plus"].copper_mm2
    plug = p.ends.by_id["pack-taps"].part
    assert [m for m in plug.marks if m.startswith("T")] == taps
    assert p.ends.by_id["pack"].part.contact == "pin"
    assert not codes(p) & {"alike-contacts", "balance-ways", "live-contact", "taps-out-of-order"}
    assert nets(p) >= {frozenset((f"pack-taps.{t}", f"charger-taps.{t}")) for t in taps}


def test_the_short_form_loops_both_ends_of_the_pack_at_the_charger():
    p = Plan(made("charger-lead", brief__taps=True, brief__cells=2, brief__tap_form="short"))
    assert nets(p) == {
        frozenset({"pack.T0", "charger.-", "charger-taps.T0"}),
        frozenset({"pack.T1", "charger-taps.T1"}),
        frozenset({"pack.T2", "charger.+", "charger-taps.T2"}),
    }
    assert not codes(p) & {"crossed", "taps-out-of-order"}


def test_a_switch_box_has_its_switch_in_the_live_and_its_neutral_joined():
    p = Plan(made("switch-harness", ends__switch="L", ends__switch_lit=True))
    opened, closed = nets(p, 0), nets(p, 1)
    assert frozenset({"inlet.L", "switch.in"}) in opened
    assert frozenset({"inlet.L", "switch.in", "switch.out", "box.L"}) in closed
    assert frozenset({"inlet.N", "switch.N", "box.N"}) in opened & closed
    assert not codes(p) & {"shared-cavity", "crossed"}
    assert [n.what for n in needs(p) if n.kind == "cable"] == ["H05VV-F 3G0.75"]
    double = Plan(made("switch-harness", ends__switch="all"))
    assert frozenset({"inlet.N", "switch.N-in"}) in nets(double, 0)
    assert frozenset({"inlet.N", "switch.N-in", "switch.N-out", "box.N"}) in nets(double, 1)


def test_a_conversion_keeps_the_tail_and_opens_one_pole_after_the_other():
    p = Plan(made("conversion"))
    assert all(c.existing.finished == "b" for c in p.lead.cables)
    live = Plan(made("conversion", brief__tail_of="pack", brief__live_battery="yes"))
    opens, covers = keys(live).index("A-cores@tail-minus"), keys(live).index("A-shrink-+")
    assert covers < opens
    asked = Plan(made("conversion", brief__tail_of="pack"))
    assert "live-work" in codes(asked)
    high = made(
        "conversion",
        brief__tail_of="pack",
        brief__live_battery="yes",
        brief__volts=96.0,
    )
    assert "live-work" in codes(Plan(high))


def test_a_spliced_piece_has_one_sleeve_a_splice():
    p = Plan(made("conversion", brief__tail_by="piece"))
    into_splices = [k for k in keys(p) if "-sleeve-" in k and "tail" in k]
    assert len(into_splices) == 2
    for pole, name in (("+", "plus"), ("-", "minus")):
        shrink = f"A-shrink-tail-{name}.{pole}"
        for land in (f"A-land-tail-{name}.{pole}", f"B-land-{name}.{pole}"):
            assert before(p, land, shrink)


def test_a_heating_tape_is_spliced_to_its_cord_and_its_far_end_sealed_apart():
    p = Plan(made("heating-tape"))
    assert nets(p) == {
        frozenset({"wall.L", "splice-L.a", "splice-L.b", "roof.L"}),
        frozenset({"wall.N", "splice-N.a", "splice-N.b", "roof.N"}),
        frozenset({"wall.E", "braid.a", "braid.b"}),
    }
    assert "no-earth" not in codes(p)
    assert [n.pieces for n in needs(p) if n.kind == "cable"] == [1]
    assert before(p, "A-layer-jacket@tape", "A-layer-bus@tape", "A-land-tape.L")


def test_a_sleeve_forgotten_on_the_second_single_costs_nothing_while_its_far_end_is_bare():
    p = Plan(made("inverter-link"))
    upto = [k for k in keys(p) if not k.startswith("B-") and k != "A-shrink--"]
    done = tuple(StepDone(k, AT, "RM") for k in upto)
    p = Plan(with_done(p.lead, done))
    way = back_to(p, "A-sleeve--")
    assert (way.how, way.scrap, way.length_lost_mm) == ("other-end", (), 0.0)


@examples(40)
@given(
    start=st.sampled_from([s.id for _, s in starts()]),
    brief=st.fixed_dictionaries(
        {},
        optional={
            "earthed": st.booleans(),
            "cells": st.integers(2, 8),
            "taps": st.booleans(),
            "tap_form": st.sampled_from(["through", "short"]),
            "repair_by": st.sampled_from(["coupler", "resin", "shorten"]),
            "tail_by": st.sampled_from(["straight", "piece"]),
            "tail_of": st.sampled_from(["device", "pack"]),
            "poles": st.sampled_from([1, 2]),
            "ways": st.integers(1, 6),
            "shield": st.booleans(),
        },
    ),
    switch=st.sampled_from(["none", "L", "N", "all"]),
)
def test_whatever_changes_a_lead_stays_whole(start, brief, switch):
    lead = made(start)
    for name, value in brief.items():
        lead = answering(lead, [(f"brief.{name}", value)])
    lead = changed(lead, [("ends.switch", switch)])
    p = Plan(lead)
    faults = faults_in(lead.assembly, p.given.parts, ("power", *(c.id for c in lead.circuits)))
    assert [f for f in faults if "lands in" not in f.problem] == []
    checks(p)


def test_salvaged_cable_is_cut_to_length_and_not_taken_from_a_reel():
    p = Plan(made("welding-extension", cable__salvaged=True))
    assert "salvaged" in next(s for s in p.build.steps if s.key == "cut").headline
    assert p.cut.length is not None
    assert not [n for n in needs(p) if n.kind == "cable"]
    assert "salvaged-cable" in codes(p, "caution")


def test_a_tag_says_what_each_end_is():
    facts = Plan(made("inverter-link")).tag.facts("2026-11-02", "RM")
    assert facts.end_a == "battery: ring lug, M8"
    assert facts.end_b == "inverter: ring lug, M8"


def test_a_circuit_beside_the_power_carries_what_its_own_wire_does():
    lead = made("charger-lead", brief__taps=True, brief__cells=3, circuit__taps__size="18 AWG")
    p = Plan(lead)
    assert p.conductor.laid["T1"].size_name == "18 AWG"
    assert p.conductor.laid["plus"].size_name != "18 AWG"
    assert 0 < p.conductor.circuit_amps("taps") < 25


def test_a_cable_of_its_own_run_is_cut_by_it():
    lead = made("inverter-link", cables__minus__legs_m=(0.5, 0.4))
    lengths = Plan(lead).cut.lengths
    assert lengths["minus"].run_m == pytest.approx(0.9)
    assert lengths["plus"].run_m == 2.0
    cut = next(s for s in Plan(lead).build.steps if s.key == "cut")
    assert " and " in cut.headline
    assert len([n for n in needs(Plan(lead)) if n.kind == "cable"]) == 2


def test_a_core_coloured_as_a_neutral_that_is_a_line_is_re_marked_at_both_ends():
    p = Plan(made("supply-240-50"))
    marked = [s for s in p.build.steps if s.kind == "mark"]
    assert [s.end for s in marked] == ["A", "B"]
    assert marked[0].headline == "Mark the white core red, plug end"
    assert before(p, "A-mark", "A-land-L2")
    assert not [s for s in Plan(made("supply-split")).build.steps if s.kind == "mark"]


def test_a_spare_core_is_cut_back_and_covered_where_it_lands_nowhere():
    lead = made("signal-lead", brief__ways=8)
    wires = tuple(
        replace(w, a=None, b=None, spare=True) if w.core == "cord.8" else w for w in lead.wires
    )
    p = Plan(replace(lead, wires=wires))
    spare = [s for s in p.build.steps if s.kind == "spare"]
    assert [s.end for s in sorted(spare, key=lambda s: s.key)] == ["A", "B"]
    assert "red" in spare[0].detail.lower()
    assert not [s for s in Plan(lead).build.steps if s.kind == "spare"]


def test_the_inner_ring_of_a_seal_comes_out_for_the_fatter_cord():
    said = {}
    for od_mm in (6.5, 11.0):
        p = Plan(made("extension-box-bs", conductor__measured_od_mm=od_mm))
        said[od_mm] = next(s.detail for s in p.build.steps if s.key == "B-grip")
    assert "stays in for this cord" in said[6.5]
    assert "comes out for this cord" in said[11.0]


def test_a_booted_lug_has_its_boot_on_before_the_press_and_over_it_after_the_sleeve():
    p = Plan(made("inverter-link", fit__battery="lug-m8-booted"))
    assert before(p, "A-boot@plus", "A-land-+", "A-shrink-+", "A-make-boot@battery+")
    gate = next(s for s in p.build.steps if s.key == "gate-A-land-+")
    assert "A-boot@plus" in {a.part for a in gate.asks}


def test_screws_wait_once_for_all_of_them():
    p = Plan(made("extension-bs"))
    steps = keys(p)
    assert steps.count("again") == 1
    lands = [i for i, k in enumerate(steps) if "-land-" in k]
    assert max(lands) < steps.index("again") < min(steps.index("A-close"), steps.index("B-close"))
