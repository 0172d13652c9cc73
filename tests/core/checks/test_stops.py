"""Stops that must stand, and figures that must hold, each recomputed by hand."""

import pytest
from leads import CURRENT, INVERTER, SIGNAL, SOLAR, codes, plan

from euthyne.core.assembly.joints import Joint
from euthyne.core.checks import checks
from euthyne.core.sizing.brief import ConductorWanted, Load, OneLoad, SizingBrief, Supply
from euthyne.core.sizing.size import size
from euthyne.core.trade.identify import Measured, Strands, Weighed, WireQuestion, identify
from euthyne.core.trade.protection import FuseWanted, fuse_for, plug_fuse
from euthyne.core.trade.volts import excess, made_for, on_lead
from in_metric import in_metric

STRING = {**SOLAR, "ends__a": "solar-pair", "ends__b": "solar-pair-far"}
RED_ON_MINUS = (Joint("+", "-", "-"), Joint("-", "+", "+"))


@pytest.mark.parametrize(
    ("lead", "code"),
    [
        ({**STRING, "brief__volts": 1200.0}, "volts-over-part"),
        (
            {**CURRENT, "ends__a": "bullet-socket", "ends__b": "bullet-pin", "brief__volts": 600.0},
            "volts-over-part",
        ),
        (
            {**SIGNAL, "ends__a": "sealed-6-way", "ends__b": "sealed-6-way", "brief__volts": 48.0},
            "volts-over-part",
        ),
        ({**INVERTER, "conductor__metal": "aluminium"}, "copper-clad-refused"),
        ({"conductor__metal": "aluminium"}, "copper-clad-refused"),
        ({**INVERTER, "ends__joints": RED_ON_MINUS}, "colour-against-function"),
        ({**INVERTER, "brief__at_volts": 26.0}, "cut-off-above"),
        (
            {"conductor__cable_type": "SJOOW", "brief__system": "ac-three", "brief__volts": 400.0},
            "volts-over-cable",
        ),
    ],
)
def test_it_stops(lead, code):
    found = {f.code: f for f in checks(plan(**lead))}
    assert found[code].level == "stop"


@pytest.mark.parametrize(
    ("lead", "code"),
    [
        ({**STRING, "brief__volts": 900.0}, "volts-over-part"),
        ({"brief__system": "ac-three", "brief__volts": 400.0}, "volts-over-cable"),
        ({**INVERTER, "ends__joints": ()}, "colour-against-function"),
        ({**INVERTER, "brief__at_volts": 10.5}, "cut-off-above"),
    ],
)
def test_it_does_not_stop_what_is_right(lead, code):
    assert code not in codes(plan(**lead))


@pytest.mark.parametrize(
    ("cable", "system", "volts", "over"),
    [
        ("300/500", "ac-three", 400, None),
        ("300/500", "ac-single", 230, None),
        ("300", "ac-three", 400, (400, 300)),
        ("125/250", "ac-split", 240, None),
        ("125/250", "ac-single", 240, (240, 125)),
        ("1500 DC", "dc", 1600, (1600, 1500)),
        ("600 or 1000 or 2000 DC", "dc", 900, (900, 600)),
        ("0", "dc", 48, None),
        ("600", "dc", 800, (800, 600)),
    ],
)
def test_volts_are_held_to_earth_and_between(cable, system, volts, over):
    assert excess(made_for(cable), on_lead(system, volts)) == over


def test_harmonised_cable_takes_half_as_much_again_on_direct_current_and_no_other_does():
    assert excess(made_for("450/750"), on_lead("dc", 1100), harmonised=True) is None
    assert excess(made_for("600"), on_lead("dc", 800), harmonised=True) == (800, 600)


def test_rolled_up_is_four_layers_whatever_the_brief_leaves_on_its_drum():
    one = plan(
        brief__run_m=25.0, brief__drum_layers=1, conductor__cable_type="H07RN-F", brief__rcd="30 mA"
    )
    facts = one.tag.facts("2026-11-23", "AF")
    assert facts.rolled_layers == 4
    assert facts.amps_rolled == pytest.approx(16 * 0.35)
    assert facts.amps == 13


def test_a_short_cord_is_never_rolled_up():
    assert not plan(brief__run_m=1.8).tag.facts("2026-11-23", "AF").rolls


@pytest.mark.parametrize(
    ("running", "start", "hours", "couplers", "cord", "fuse"),
    [
        (0.8, 0.8, False, 10, None, 3),
        (1.1, 2.75, True, 13, None, 3),
        (2.6, 15.6, False, 13, None, 13),
        (4.0, 4.0, False, 13, None, 13),
        (7.0, 7.0, False, 10, None, 10),
        (4.0, 4.0, False, 13, 6.0, 5),
        (10.0, 10.0, True, 13, None, 13),
    ],
)
def test_a_plug_fuse_is_what_shops_have_and_never_more_than_follows_it(
    running, start, hours, couplers, cord, fuse
):
    assert plug_fuse(FuseWanted(running, start, hours, couplers, cord)) == fuse


def test_blade_and_bolt_down_fuses_run_at_four_fifths():
    assert fuse_for("blade-32v", 6.0) == 7.5
    assert fuse_for("blade-32v", 6.1) == 10
    assert fuse_for("bolt-down-32v", 85) == 125
    assert fuse_for("high-breaking-dc", 162.3) == 175


def test_a_string_is_sized_by_its_short_circuit_and_loses_by_its_working_point():
    p = plan(**STRING, brief__working_volts=96.0, brief__working_amps=8.4)
    assert p.conductor.sizing.wanted_amps == pytest.approx(9 * 1.25)
    c = p.conductor.candidate
    assert c.drop_volts == pytest.approx(2 * 18 * 8.4 * c.ohms_per_m)
    assert c.drop_percent == pytest.approx(c.drop_volts / 96 * 100)


def test_duty_is_counted_on_both_sides():
    """150 A at 40 % heats as 94.9 A; a coupler for 200 A at 60 % is worth 154.9 A of it."""
    p = plan(
        **{
            **CURRENT,
            "kind": "welding-extension",
            "brief__amps": 150.0,
            "brief__duty_percent": 40.0,
            "brief__poles": 1,
            "conductor__cable_type": "H01N2-D",
            "ends__a": "welding-16-pin",
            "ends__b": "welding-16-socket",
        }
    )
    assert p.conductor.sizing.wanted_amps == pytest.approx(94.87, abs=0.01)
    assert p.ends["A"].part.steady_amps == pytest.approx(154.92, abs=0.01)
    assert "under-rated-part" not in codes(p)


def test_power_factor_and_efficiency_beside_loads_count_for_their_watts():
    load = Load(loads=(OneLoad("pump", watts=1000.0),), power_factor=0.8, efficiency=0.5)
    found = size(SizingBrief(Supply("ac-single", 230), load, 5, ConductorWanted("light-cord")))
    assert found.running_amps == pytest.approx(1000 / (230 * 0.8 * 0.5))


def test_a_size_that_is_there_already_in_the_other_unit_is_judged_too():
    p = plan(
        **{**CURRENT, "brief__amps": 150.0, "brief__already_m": 3.0, "brief__already_size": "8 AWG"}
    )
    assert "already-under-rated" in codes(p)


STRANDS = Strands(50, 0.25)


def test_copper_clad_wire_is_never_called_what_is_printed_on_it():
    """2.454 mm2 of it at 3.63 g/cm3 weigh 8.91 g a metre, and are worth 1.58 mm2 of copper."""
    found = identify(WireQuestion("2.5 mm2", STRANDS, Weighed(1.0, 8.91)))
    assert (found.verdict, found.metal) == ("not-copper", "cca-15")
    assert "Worth 1.58 mm² of copper" in in_metric(found.text)
    assert found.next_down_mm2 == "1.5 mm2"


def test_weight_and_resistance_name_the_metal_with_no_strand_counted():
    metre = Weighed(1.0, 2.454 * 3.63 * 1.02)
    ohms = Measured(1.0, 0.02676 / 2.454 * 1.02)
    found = identify(WireQuestion("2.5 mm2", weight=metre, resistance=ohms))
    assert (found.metal, found.verdict) == ("cca-15", "not-copper")
    copper = identify(
        WireQuestion(
            "2.5 mm2", weight=Weighed(1.0, 2.3 * 8.89), resistance=Measured(1.0, 0.017241 / 2.3)
        )
    )
    assert copper.metal in ("copper", "tinned-copper")
    assert copper.verdict != "not-copper"


def test_a_conforming_wire_may_have_86_hundredths_of_its_nominal_copper():
    found = identify(WireQuestion("2.5 mm2", Strands(44, 0.252, 0.0)))
    assert found.areas[0].mm2 == pytest.approx(2.195, abs=0.001)
    assert (found.verdict, found.next_down_mm2) == ("as-printed", "2.5 mm2")
