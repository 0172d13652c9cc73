"""Every kind of lead: its cores, what it draws, what lies together, and the answer a builder would
expect.
"""

import pytest
from leads import plan

from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.plan import Plan
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.stages.conductor.working import working
from euthyne.core.stages.cut.metal import neighbours
from euthyne.core.trade.colours import colour
from euthyne.core.trade.corewords import function_of


def begun(start, **brief):
    lead = new_lead(
        *next(pair for pair in starts() if pair[1].id == start), "TR-0001", "2026-11-02T09:00:00"
    )
    return Plan(changed(lead, [(f"brief.{name}", value) for name, value in brief.items()]))


@pytest.mark.parametrize(
    ("start", "brief", "cores"),
    [
        ("extension-bs", {}, ("L", "N", "E")),
        ("extension-bs", {"earthed": False}, ("L", "N")),
        ("supply-three", {}, ("L1", "L2", "L3", "N", "E")),
        ("supply-split", {}, ("L1", "L2", "N", "E")),
        ("inverter-link", {}, ("+", "-")),
        ("welding-extension", {}, ("+",)),
        ("charger-lead", {"taps": True, "cells": 3}, ("+", "-", "T0", "T1", "T2", "T3")),
        ("signal-lead", {"ways": 3}, ("1", "2", "3", "S")),
        ("sealed-multiway", {"ways": 2}, ("1", "2")),
    ],
)
def test_the_cores_follow_from_the_brief(start, brief, cores):
    assert begun(start, **brief).cores == cores


def test_two_hots_have_no_neutral():
    p = plan(ends__a="nema-6-15p", ends__b="nema-6-15r", brief__volts=240.0)
    assert p.cores == ("L1", "L2", "E")


def test_cores_are_named_and_coloured_one_by_one():
    assert [function_of(c) for c in ("L", "L2", "T3", "7", "S")] == [
        "live",
        "line 2",
        "balance tap 3",
        "number 7",
        "shield",
    ]
    assert [colour("din-47100", str(n)) for n in (1, 2, 3, 11)] == [
        "white",
        "brown",
        "green",
        "grey-pink",
    ]
    assert (colour("iec", "L2"), colour("dc-red-black", "T0"), colour("din-47100", "S")) == (
        "black",
        "black",
        "bare",
    )


@pytest.mark.parametrize(
    ("start", "brief", "amps", "size"),
    [
        (
            "heating-tape",
            {"tape_m": 14.0, "watts_per_m": 18.0, "run_m": 3.0, "rcd": "30 mA"},
            252 / 230,
            "1 mm2",
        ),
        (
            "linking-lead",
            {"loads": (OneLoad("fan", amps=1.6, quantity=3),), "run_m": 6.0},
            4.8,
            "1 mm2",
        ),
        (
            "linking-lead",
            {"loads": (OneLoad("fan", amps=4.0, quantity=3, diversity=0.5),), "run_m": 6.0},
            6.0,
            "1 mm2",
        ),
        ("switch-harness", {"loads": (OneLoad("heater", watts=2300.0),)}, 10.0, "1.5 mm2"),
        ("signal-lead", {"amps": 0.4, "run_m": 14.0}, 0.4, "0.25 mm2"),
        ("sealed-multiway", {"amps": 1.5, "ways": 5, "run_m": 7.0}, 1.5, "1.5 mm2"),
        ("conversion", {"amps": 4.0, "already_m": 0.3, "already_size": "1 mm2"}, 4.0, "0.75 mm2"),
        ("supply-split", {"run_m": 10.0}, 50.0, "6 AWG"),
        ("supply-three", {"run_m": 20.0, "upstream_amps": 32.0}, 32.0, "6 mm2"),
        ("vehicle-charger", {"run_m": 8.0, "upstream_amps": 16.0}, 16.0, "1.5 mm2"),
    ],
)
def test_each_kind_is_sized_as_a_builder_would_expect(start, brief, amps, size):
    p = begun(start, **brief)
    assert p.brief.demand_amps == pytest.approx(amps, rel=1e-6)
    assert p.conductor.sizing.chosen.size == size


def test_cores_of_one_cable_that_are_all_loaded_warm_each_other():
    of = (begun("signal-lead", amps=1.0, run_m=2.0, ways=n).lead for n in (2, 24))
    few, many = (Plan(changed(lead, [("conductor.size", "0.75 mm2")])) for lead in of)
    assert (few.brief.circuits, many.brief.circuits) == (1, 12)
    assert many.conductor.candidate.rating_amps == pytest.approx(
        few.conductor.candidate.rating_amps * 0.45
    )
    bunched = begun("extension-bs", run_m=10.0, circuits_together=4)
    assert (
        "0.65" in next(w for w in working(bunched.conductor) if w.title.startswith("What")).put_in
    )


def test_three_phases_lose_by_the_root_of_three():
    p = begun(
        "supply-three",
        feeds="loads",
        loads=(OneLoad("lathe", watts=6000.0),),
        run_m=20.0,
        upstream_amps=16.0,
    )
    c = p.conductor.candidate
    assert p.brief.demand_amps == pytest.approx(6000 / (3**0.5 * 400))
    assert c.drop_volts == pytest.approx(3**0.5 * p.brief.demand_amps * 20 * c.ohms_per_m)
    assert any("sqrt(3)" in w.put_in for w in working(p.conductor))


def test_a_cable_that_is_not_made_with_so_many_cores_is_said_to_be_so():
    p = begun("supply-three", run_m=5.0, earthed=False)
    assert p.conductor.sizing.chosen is None
    assert "not made with so many cores" in p.conductor.sizing.findings[-1].text


def test_metal_is_weighed_and_priced_for_every_core_of_the_lead():
    one, taken, three = neighbours(plan(conductor__price_per_kg=10.0).cut)
    assert taken.metal_kg == pytest.approx(1.5 * 8.89 * plan().cut.length.cut_m * 3 / 1000)
    assert taken.price == pytest.approx(10 * taken.metal_kg)
    assert one.price < taken.price < three.price
    assert all(n.price is None for n in neighbours(plan().cut))


def test_hours_of_use_burn_in_proportion():
    rare, often = (neighbours(plan(brief__hours_a_year=h).cut)[1].kwh for h in (500.0, 2000.0))
    assert often == pytest.approx(4 * rare)
