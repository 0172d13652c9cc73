"""Sums behind the screens: systems, reactance, what is there already, the working, the neighbours."""

import math
import re

import pytest
from hypothesis import given
from hypothesis import strategies as st
from leads import plan

from euthyne.core.sizing.brief import (
    AlreadyThere,
    ConductorWanted,
    Limits,
    Load,
    OneLoad,
    ProtectionWanted,
    SizingBrief,
    Supply,
    Surroundings,
)
from euthyne.core.sizing.demand import amps_of_watts, demand
from euthyne.core.sizing.drop import impedance_per_m, longest_run_m, nearest_school
from euthyne.core.sizing.size import rating_of, size
from euthyne.core.stages.conductor.working import working
from euthyne.core.stages.cut.metal import neighbours
from euthyne.core.trade.wire import Wire, metric
from in_metric import in_metric


def brief(system="ac-single", volts=230.0, amps=16.0, run_m=20.0, basis="rubber-60", **more):
    return SizingBrief(
        Supply(system, volts), Load(amps=amps), run_m, ConductorWanted(basis), **more
    )


def of(answer, name):
    return next(c for c in answer.candidates if c.size == name)


def test_each_system_counts_its_own_conductors():
    single, split = of(size(brief()), "2.5 mm2"), of(size(brief("ac-split", 240)), "2.5 mm2")
    three = of(size(brief("ac-three", 400)), "2.5 mm2")
    assert single.drop_volts == pytest.approx(16 * 2 * 20 * single.ohms_per_m)
    assert split.drop_volts == pytest.approx(single.drop_volts)
    assert three.drop_volts == pytest.approx(16 * math.sqrt(3) * 20 * three.ohms_per_m)
    assert three.rating_amps == 20 < single.rating_amps == 25
    assert three.loss_watts == pytest.approx(16**2 * three.ohms_per_m * 20 * 3)


def test_one_pole_of_a_direct_current_lead_counts_once():
    two = size(brief("dc", 26, 150, 14, "welding"))
    one = size(brief("dc", 26, 150, 14, "welding", poles=1))
    assert of(one, "50 mm2").drop_volts == pytest.approx(of(two, "50 mm2").drop_volts / 2)
    assert of(one, "50 mm2").loss_watts == pytest.approx(of(two, "50 mm2").loss_watts / 2)


def test_reactance_counts_from_sixteen_on_alternating_current_only():
    assert impedance_per_m(0.001, 10, "ac-single", 0.8) == 0.001
    assert impedance_per_m(0.001, 16, "ac-single", 0.8) == pytest.approx(0.0008 + 0.00008 * 0.6)
    assert impedance_per_m(0.001, 16, "ac-single", 1.0) == pytest.approx(0.001)
    assert impedance_per_m(0.001, 70, "dc", 0.8) == 0.001


def test_what_is_there_already_takes_its_share():
    there = (AlreadyThere(10, "1.5 mm2"),)
    alone, after = of(size(brief()), "2.5 mm2"), of(size(brief(already=there)), "2.5 mm2")
    warm = Wire(metric(1.5)).ohms_per_m(50)
    assert after.drop_volts - alone.drop_volts == pytest.approx(16 * 2 * 10 * warm)
    assert after.loss_watts == alone.loss_watts
    assert "already-under-rated" not in {f.code for f in size(brief(already=there)).findings}
    thin = size(brief(already=(AlreadyThere(2, "0.75 mm2"),)))
    assert ("already-under-rated", "stop") in {(f.code, f.level) for f in thin.findings}


def test_loads_add_with_their_number_and_their_diversity():
    loads = (
        OneLoad("heater", watts=1150, quantity=2, diversity=0.5),
        OneLoad("lamps", amps=0.5, quantity=4),
    )
    asked = SizingBrief(
        Supply("ac-single", 230), Load(loads=loads), 10, ConductorWanted("light-cord")
    )
    assert demand(asked).running_amps == pytest.approx(5 + 2)


@pytest.mark.parametrize(
    ("system", "volts", "amps"),
    [("dc", 12, 100.0), ("ac-single", 230, 5.217), ("ac-three", 400, 1.732)],
)
def test_watts_become_amps_on_each_system(system, volts, amps):
    assert amps_of_watts(1200, system, volts) == pytest.approx(amps, rel=1e-3)


def test_a_continuous_load_counts_more_on_the_north_american_table_alone():
    for basis, factor in (("cord-na", 1.25), ("rubber-60", 1.0)):
        load = Load(amps=12, continuous=True)
        asked = SizingBrief(
            Supply("ac-single", 120), load, 5, ConductorWanted(basis), limits=Limits(5)
        )
        assert demand(asked).design_amps == 12 * factor


def test_duty_eases_the_heating_and_not_the_drop():
    asked = SizingBrief(
        Supply("dc", 26), Load(amps=160, duty_percent=35), 5, ConductorWanted("welding")
    )
    answer = size(asked)
    assert answer.heating_amps == pytest.approx(94.7, abs=0.05)
    assert answer.running_amps == 160


def test_a_breaker_that_is_there_sends_the_size_up():
    free = size(brief(amps=6))
    held = size(brief(amps=6, protection=ProtectionWanted(existing_amps=25)))
    assert (free.chosen.size, held.chosen.size, held.chosen.decided_by) == (
        "0.75 mm2",
        "2.5 mm2",
        "protection",
    )


@given(st.floats(1, 60), st.floats(0.5, 25))
def test_the_longest_run_loses_exactly_the_limit(run_m, amps):
    asked = brief(amps=amps, run_m=run_m)
    c = of(size(asked), "4 mm2")
    longest = longest_run_m(asked, c.drop_percent)
    assert of(size(brief(amps=amps, run_m=longest)), "4 mm2").drop_percent == pytest.approx(
        5, rel=1e-6
    )


@given(st.floats(0.5, 20), st.floats(0.5, 20))
def test_drop_rises_with_current(one, other):
    low, high = (of(size(brief(amps=a)), "2.5 mm2").drop_volts for a in sorted((one, other)))
    assert low <= high


def test_nearest_is_not_next_up():
    asked = brief("dc", 48, 16, 22, "boat-vehicle-105", limits=Limits(4))
    school = nearest_school(asked, 16, 1.92)
    assert school.circular_mils == pytest.approx(12511, rel=0.01)
    assert (school.nearest, school.next_up) == ("10 AWG", "8 AWG")


@pytest.mark.parametrize(("layers", "amps"), [(0, 25.0), (1, 21.25), (2, 16.25), (4, 8.75)])
def test_a_drum_takes_its_share_of_the_rating(layers, amps):
    assert rating_of(brief(place=Surroundings(drum_layers=layers)), "2.5 mm2") == pytest.approx(
        amps
    )


def test_when_nothing_fits_the_remedies_fit():
    asked = brief("dc", 12, 400, 6, "boat-vehicle-105", limits=Limits(3))
    told = {f.code: in_metric(f.text) for f in size(asked).findings}
    assert told["higher-volts"] == "24 V instead of 12 V would need 95 mm²."
    twice = brief("dc", 24, 200, 6, "boat-vehicle-105", limits=Limits(3))
    assert size(twice).chosen.size == "95 mm2"
    assert not [text for text in told.values() if "side by side" in text]
    text = told["no-size-fits"]
    longest = float(re.search(r"([\d.]+) m is the longest", text)[1])
    assert (
        of(
            size(brief("dc", 12, 400, longest * 0.99, "boat-vehicle-105", limits=Limits(3))),
            "150 mm2",
        ).drop_percent
        < 3
    )


def test_there_is_no_working_before_there_is_a_size():
    assert working(plan(brief__run_m=None).conductor) == ()
    assert neighbours(plan(brief__run_m=None).cut) == ()


def test_neighbours_lose_less_and_weigh_more_as_they_grow():
    smaller, taken, larger = neighbours(plan().cut)
    assert [n.place for n in (smaller, taken, larger)] == ["one smaller", "taken", "one larger"]
    assert smaller.kwh > taken.kwh > larger.kwh
    assert smaller.metal_kg < taken.metal_kg < larger.metal_kg
    assert (taken.size, taken.nearest) == ("1.5 mm2", "16 AWG")
    assert taken.metal_kg == pytest.approx(1.5 * 8.89 * 10.42 * 3 / 1000, rel=0.01)
