"""Every check fires on a lead that has its fault, and is silent on one that has not."""

from dataclasses import replace

import pytest
from leads import (
    AT,
    CURRENT,
    INVERTER,
    SIGNAL,
    SOLAR,
    TAPE,
    WELDING,
    codes,
    extension,
    made,
    plan,
    with_done,
)

from euthyne.core.checks import checks, listed
from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import (
    Build,
    Look,
    Probe,
    Proof,
    Reading,
    Reason,
    Rework,
    StepDone,
)
from euthyne.core.lead.paths import with_value
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import part, shelf
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.standing.progress import progress
from euthyne.core.trade.cable import cords
from euthyne.core.trade.practices import Practices, taken_up
from euthyne.core.trade.quantity import OHMS
from euthyne.exchange.version1 import Joint

STRAIGHT = {"L": ("L", "L"), "N": ("N", "N"), "E": ("E", "E")}


def mapped(**changes):
    return tuple(Joint(core, *ends) for core, ends in (STRAIGHT | changes).items())


def probes(**heard):
    return Proof(probes=tuple(Probe(*pair.split("_"), sounds) for pair, sounds in heard.items()))


OUTDOORS = {"brief__place": "outdoor", "brief__rcd": "30 mA"}
CEE = {"ends__a": "cee7-7-plug", "ends__b": "cee7-3-socket"}
CELLS = {
    **CURRENT,
    "kind": "charger-lead",
    "ends__a": "charger-3s-device",
    "ends__b": "charger-3s-battery",
    "brief__cells": 3,
    "brief__taps": True,
    "brief__amps": 6.0,
    "conductor__cable_type": "RV-105",
}
CHAIN = {
    "kind": "linking-lead",
    "ends__a": "power-out",
    "ends__b": "power-in",
    "brief__feeds": "loads",
    "brief__loads": (OneLoad("fan", amps=1.6, quantity=3),),
}
FIRES = {
    "crimp-soldered": {**INVERTER, "build__practices": Practices(crimp="crimp-then-solder")},
    "hammer-crimp": {**INVERTER, "build__practices": Practices(pressed_with="hammer")},
    "bent-too-tight": {"cut__bend_mm": 40.0},
    "no-longer-reaches": {
        "build": Build(reworks=(Rework("A-cover", "cut-back", (), (), 400.0, AT, "RM"),))
    },
    "flame-near-sleeves": {**INVERTER, "build__practices": Practices(heat="flame")},
    "torque-by-feel": {
        "ends__own": (replace(part("bs1363-plug"), torque_nm=0.8),),
        "build__practices": taken_up(Practices(), "torque", "feel", "no driver fits"),
    },
    "one-pair-of-hands": {
        "build__done": (StepDone("A-land-L", AT, "RM"), StepDone("pull", AT, "RM")),
        "build__practices": Practices(pulled_by="someone-else"),
    },
    "live-contact": {"ends__b": "c14"},
    "pins-both-ends": {"ends__b": "bs1363-plug"},
    "holes-both-ends": {"ends__a": "bs1363-socket"},
    "no-earth": {"ends__joints": mapped(E=("E", None))},
    "neutral-earth": {"ends__joints": mapped(E=("N", "E"))},
    "crossed": {"ends__joints": mapped(L=("L", "N"), N=("N", "L"))},
    "left-out": {"ends__joints": mapped(N=("N", None))},
    "shared-cavity": {"ends__joints": mapped(N=("L", "N"))},
    "beyond-tables": {"brief__ambient_c": 60.0},
    "no-residual-current-device": {"brief__place": "outdoor", "brief__rcd": "none"},
    "no-protection": CEE,
    "copper-clad-refused": {"conductor__metal": "cca-15"},
    "copper-clad": {
        **WELDING,
        "ends__a": "bayonet-pin",
        "ends__b": "bayonet-socket",
        "conductor__metal": "cca-15",
        "conductor__size": "50 mm2",
    },
    "vehicle-charging": {"kind": "vehicle-charger"},
    "no-size-fits": {"brief__run_m": 400.0},
    "under-rated-cord": {"conductor__size": "1 mm2"},
    "not-made": {"conductor__size": "1.25 mm2"},
    "protection-too-large": {**CEE, "brief__upstream_amps": 20.0},
    "under-rated-part": {
        "ends__b": "c13",
        "brief__feeds": "loads",
        "brief__loads": (OneLoad("oven", amps=12.0),),
    },
    "volts-over-part": {"ends__b": "nema-5-15r"},
    "cord-in-grip": {"conductor__cable_type": "H07RN-F", "conductor__measured_od_mm": 10.4},
    "conductor-in-terminal": {"conductor__size": "4 mm2"},
    "terminal-overfull": {"ends__joints": mapped(N=("L", "N"))},
    "trapped": {"conductor__measured_od_mm": 12.0},
    "looked-bad": {"proof": Proof(looks=(Look("A-pull", False, AT, "RM"),))},
    "wrong-grid": {"proof": probes(**{"A.L_B.L": False, "A.L_B.N": True})},
    "failed-reading": {"proof": Proof(readings=(Reading("earth", 3.0, AT, "RM"),))},
    "untested": {},
    "unbuilt": {},
    "drop-over-limit": {"conductor__drop_percent": 0.5},
    "starting-dip": {"brief__start_multiple": 6.0, "brief__run_m": 60.0, "brief__rcd": "30 mA"},
    "protection-over-part": {
        "ends__a": "cee7-7-plug",
        "ends__b": "c13",
        "brief__upstream_amps": 16.0,
    },
    "long-for-its-size": {"brief__run_m": 16.0},
    "drum-use": {"brief__drum_layers": 1},
    "cord-for-the-place": OUTDOORS,
    "ingress": OUTDOORS,
    "measure-the-cord": {"ends__a": "c20", "ends__b": "bs1363-socket"},
    "diameter-unknown": {"conductor__cable_type": "H07BQ-F"},
    "old-colours": {"ends__scheme": "uk-old"},
    "plan-changed-after-build": {},
    "plan-changed-after-proof": {},
    "simulated-copy": {"proof": Proof(stand_in="sound")},
    "watched-reading": {"proof": Proof(readings=(Reading("insulation-LN", 50.0, AT, "RM"),))},
    "near-rating": {"conductor__size": "1.5 mm2", "brief__ambient_c": 38.0},
    "try-the-button": OUTDOORS,
    "reversible": CEE,
    "marks-decide": {"ends__a": "iec60309-16-plug", "ends__b": "iec60309-16-connector"},
    "earth-last": {"ends__b": "c13"},
    "hot-sheath": {"brief__drum_layers": 4},
    "tables-and-physics": {"conductor__size": "1 mm2"},
    "already-under-rated": {**WELDING, "brief__already_m": 3.0, "brief__already_size": "10 mm2"},
    "battery-unfused": {**INVERTER, "brief__fuse_family": "none"},
    "fuse-volts": {**INVERTER, "brief__fuse_family": "blade-32v", "brief__volts": 48.0},
    "fuse-too-small": {**INVERTER, "brief__fuse_family": "blade-32v"},
    "solar-cable": {**SOLAR, "conductor__cable_type": "battery-105"},
    "volts-over-cable": {**SOLAR, "brief__volts": 1500.0, "conductor__cable_type": "USE-2"},
    "precharge": INVERTER,
    "solar-is-live": SOLAR,
    "lithium": {**WELDING, "kind": "charger-lead"},
    "welding-return": WELDING,
    "far-end-short": {**CEE, "brief__upstream_amps": 16.0, "brief__loop_ohms": 2.0},
    "far-end-earth": {**CEE, "brief__upstream_amps": 16.0, "brief__loop_ohms": 2.0},
    "weakest-part": {},
    "wrong-kind": {"ends__b": "flat-50"},
    "rating-interpolated": {
        "conductor__cable_type": "H07BQ-F",
        "conductor__unit": "AWG",
        "conductor__size": None,
    },
    "nearest-is-smaller": {"brief__run_m": 26.0, "conductor__size": None},
    "switch-in-neutral": {"ends__switch": "N"},
    "fuse-in-neutral": {"ends__fuse_in": "all"},
    "single-pole-switch": {**CEE, "ends__switch": "L"},
    "lit-switch": {"ends__switch": "L", "ends__switch_lit": True},
    "lines-differ": {"ends__b": "iec60309-32-red5-connector"},
    "volts-under-part": {"ends__a": "iec60309-16-plug", "brief__volts": 120.0},
    "chain-too-long": {**CHAIN, "brief__units_allowed": 2},
    "chain-limit": CHAIN,
    "tape-without-device": TAPE,
    "tape-end": TAPE,
    "from-a-generator": {"brief__generator": True},
    "extension-of-extension": {"brief__already_m": 10.0, "brief__already_size": "1.5 mm2"},
    "salvaged-cable": {"conductor__salvaged": True},
    "repair-in-damp": {"kind": "repair", **OUTDOORS},
    "repair-ways": {"kind": "repair"},
    "part-without-load": SOLAR,
    "who-decides": {"brief__system": "ac-split"},
    "false-friend": {"ends__scheme": "uk-old", "ends__plug_scheme": "north-america"},
    "core-re-marked": {"ends__a": "nema-6-15p", "ends__b": "nema-6-15r", "brief__volts": 240.0},
    "shield-landing": {**SIGNAL, "ends__joints": (Joint("S", "S", "S"),)},
    "open-cavities": {
        **SIGNAL,
        "ends__a": "sealed-6-way",
        "ends__b": "sealed-6-way",
        "brief__ways": 5,
    },
    "looped-cavity": {**SIGNAL, "ends__joints": (Joint("1", "1", "1"), Joint("2", "1", "2"))},
    "cell-count": {**CELLS, "brief__charger_cells": 4},
    "taps-out-of-order": {
        **CELLS,
        "ends__joints": (Joint("T1", "T1", "T2"), Joint("T2", "T2", "T1")),
    },
    "fuse-breaking": {
        **INVERTER,
        "brief__fuse_family": "bolt-down-32v",
        "brief__battery_short_amps": 5000.0,
    },
    "lug-hole-small": {**INVERTER, "ends__stud_a": "M10"},
    "lug-hole-large": {**INVERTER, "ends__stud_b": "M6"},
    "lugs-on-post": {**INVERTER, "ends__lugs_on_post": 5},
    "fuse-far-from-post": {**INVERTER, "brief__fuse_to_post_m": 0.3},
    "blade-over-share": {
        **CELLS,
        "brief__fuse_family": "blade-32v",
        "conductor__fuse_amps": 7.5,
        "brief__amps": 6.5,
    },
    "packs-unequal": {**INVERTER, "brief__packs": 2, "brief__packs_apart_volts": 0.2},
    "solar-untinned": {**SOLAR, "conductor__tinned": False},
    "one-make": SOLAR,
    "one-at-a-time": INVERTER,
    "connecting-order": CELLS,
    "cut-off-above": {**INVERTER, "brief__at_volts": 26.0},
    "cut-off-low": {**INVERTER, "brief__volts": 24.0},
    "short-unknown": INVERTER,
    "string-fuse-over-module": {
        **SOLAR,
        "brief__fuse_family": "solar-gPV",
        "brief__module_fuse_amps": 10.0,
        "ends__a": "solar-pair",
        "ends__b": "solar-pair-far",
    },
    "working-point": SOLAR,
    "moulded-only": {"ends__a": "cee7-16-plug", "brief__earthed": False},
    "seldom-wired": {"ends__b": "c5"},
    "rod-without-device": {"brief__earth_path": "rod"},
    "hours-on-a-coupler": {"brief__continuous": True},
    "loop-unknown": {},
    "colour-against-function": {"ends__joints": mapped(L=("N", "N"), N=("L", "L"))},
    "lug-too-big": {**INVERTER, "conductor__unit": "AWG", "conductor__size": "3 AWG"},
    "same-mix-up": {**SIGNAL, "ends__joints": (Joint("1", "2", "2"), Joint("2", "1", "1"))},
    "lands-once": {**SIGNAL, "ends__joints": (Joint("1", "1", None),)},
}
OLD_CABLE = {"cable__salvaged": True, "cable__length_m": 2.5}
PACK_TAIL = {"brief__tail_of": "pack", "brief__live_battery": "yes"}
MADE = {
    "damp-joints": ("damp-lead", {}),
    "alike-contacts": ("charger-lead", {"fit__pack": "tee-socket"}),
    "balance-ways": (
        "charger-lead",
        {"brief__taps": True, "brief__cells": 3, "fittings__pack-taps__part": "balance-5-pin"},
    ),
    "live-work": ("conversion", {"brief__tail_of": "pack"}),
    "nothing-limits": ("conversion", PACK_TAIL),
    "both-poles-open": ("conversion", PACK_TAIL),
    "circuit-under-rated": (
        "charger-lead",
        {
            "brief__taps": True,
            "brief__cells": 3,
            "circuit__taps__amps": 90.0,
            "circuit__taps__size": "18 AWG",
        },
    ),
    "taps-unfused": ("charger-lead", {"brief__taps": True, "brief__cells": 3}),
    "source-at-each-end": ("inverter-link", {"places__inverter__source": True}),
    "room-in-box": ("extension-box-bs", {"conductor__size": "4 mm2"}),
    "open-unmated": ("solar-string", {"brief__place": "outdoor"}),
    "salvaged-too-short": ("welding-extension", {**OLD_CABLE, "cable__cut_back_mm": 600.0}),
}
ALWAYS = {"untested", "unbuilt", "weakest-part", "loop-unknown"}
NEARLY = {
    "crimp-soldered": {"build__practices": Practices(crimp="crimp-then-solder")},
    "flame-near-sleeves": {"build__practices": Practices(heat="flame")},
    "torque-by-feel": {
        "build__practices": taken_up(Practices(), "torque", "feel", "no driver fits")
    },
    "one-pair-of-hands": {
        "build__done": (StepDone("A-land-L", AT, "RM"), StepDone("pull", AT, "AF"))
    },
    "switch-in-neutral": {"ends__switch": "all"},
    "fuse-in-neutral": {"ends__fuse_in": "L"},
    "single-pole-switch": {**CEE, "ends__switch": "all"},
    "chain-too-long": {**CHAIN, "brief__units_allowed": 3},
    "tape-without-device": {**TAPE, "brief__rcd": "30 mA"},
    "repair-in-damp": {"kind": "repair", "brief__repair_by": "resin", **OUTDOORS},
    "false-friend": {"ends__scheme": "uk-old", "ends__plug_scheme": "uk-old"},
    "core-re-marked": {"ends__a": "nema-5-15p", "ends__b": "nema-5-15r", "brief__volts": 120.0},
    "shield-landing": {**SIGNAL, "ends__joints": (Joint("S", "S", None),)},
    "open-cavities": {
        **SIGNAL,
        "ends__a": "sealed-6-way",
        "ends__b": "sealed-6-way",
        "ends__blanked": True,
    },
    "looped-cavity": {**SIGNAL, "ends__joints": (Joint("1", "1", "1"), Joint("2", "2", "2"))},
    "cell-count": {**CELLS, "brief__charger_cells": 3},
    "taps-out-of-order": CELLS,
    "fuse-breaking": {**INVERTER, "brief__battery_short_amps": 5000.0},
    "lug-hole-small": {**INVERTER, "ends__stud_a": "M8"},
    "lug-hole-large": {**INVERTER, "ends__stud_b": "M8"},
    "lugs-on-post": {**INVERTER, "ends__lugs_on_post": 4},
    "fuse-far-from-post": {**INVERTER, "brief__fuse_to_post_m": 0.2},
    "blade-over-share": {
        **CELLS,
        "brief__fuse_family": "blade-32v",
        "conductor__fuse_amps": 10.0,
        "brief__amps": 6.5,
    },
    "packs-unequal": {**INVERTER, "brief__packs": 2, "brief__packs_apart_volts": 0.04},
    "solar-untinned": SOLAR,
    "wrong-kind": {"ends__b": "c13"},
    "live-contact": {**INVERTER},
    "connecting-order": INVERTER,
    "terminal-overfull": {"ends__joints": mapped(N=("N", "L")), "conductor__size": "1 mm2"},
    "copper-clad": {**WELDING, "conductor__metal": "cca-15"},
    "cut-off-above": {**INVERTER, "brief__at_volts": 12.0},
    "cut-off-low": {**INVERTER, "brief__at_volts": 9.6},
    "short-unknown": {**INVERTER, "brief__battery_short_amps": 4000.0},
    "working-point": {**SOLAR, "brief__working_volts": 96.0, "brief__working_amps": 8.4},
    "rod-without-device": {"brief__earth_path": "rod", "brief__rcd": "30 mA"},
    "loop-unknown": {"brief__loop_ohms": 0.4},
    "lug-too-big": INVERTER,
    "volts-over-part": {"ends__a": "c14", "brief__volts": 250.0},
}
NEARLY_MADE = {
    "room-in-box": ("extension-box-bs", {"conductor__size": "2.5 mm2"}),
    "open-unmated": ("solar-string", {"brief__place": "indoor"}),
    "salvaged-too-short": ("welding-extension", {**OLD_CABLE, "cable__cut_back_mm": 80.0}),
}


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
    from euthyne.core.stages.prove.provegrid import all_pairs

    readings = tuple(Reading(x.id, sound(x), AT, "AF") for x in p.prove.lines)
    proof = Proof(
        looks=tuple(Look(x.id, True, AT, "AF") for x in p.prove.looks),
        probes=tuple(
            Probe(min(x), max(x), x in p.ends.wanted_pairs) for x in all_pairs(p.ends.points)
        ),
        readings=readings,
    )
    return with_value(lead, "proof", proof)


def sound(line):
    """What a sound lead reads on a line."""
    return (line.low + line.watch) / 2 if line.measure is OHMS else 999.0


def test_every_check_has_its_case():
    every = {*FIRES, *MADE}
    found = {f.code for code in every for f in checks(changed_plan(code))}
    assert found == every
    assert {c.code for c in listed()} == every


LIGHTER = {"near-rating": "note", "far-end-short": "note", "far-end-earth": "note"}


@pytest.mark.parametrize("code", [*FIRES, *MADE])
def test_it_fires_as_it_is_listed(code):
    found = next(f for f in checks(changed_plan(code)) if f.code == code)
    known = next(c for c in listed() if c.code == code)
    assert (found.stage, found.why, found.clears) == (known.stage, known.why, known.clears)
    assert found.level in (known.level, LIGHTER.get(code))
    assert found.open == (found.level != "note")
    assert not found.title.endswith(".")


@pytest.mark.parametrize(("fuse_in", "said"), [("N", "the neutral."), ("all", "the live and the")])
def test_a_fuse_in_the_neutral_says_where_it_is(fuse_in, said):
    found = {f.code: f for f in checks(plan(ends__fuse_in=fuse_in))}["fuse-in-neutral"]
    assert f"a fuse in {said}" in found.text


def test_table_and_physics_are_told_apart_from_a_quarter_on():
    told = {}
    for tenths in range(50, 260):
        p = plan(conductor__size="1 mm2", conductor__measured_od_mm=tenths / 10)
        ratio = p.conductor.physics_amps / p.conductor.cord_amps
        told[abs(ratio - 1)] = "tables-and-physics" in codes(p)
    within = [apart for apart, said in told.items() if not said]
    beyond = [apart for apart, said in told.items() if said]
    assert max(within) <= 0.25 < min(beyond)
    assert min(beyond) - max(within) < 0.02


@pytest.mark.parametrize("code", sorted(set(FIRES) - ALWAYS))
def test_it_is_silent_on_a_sound_lead(code):
    assert code not in codes(plan())


@pytest.mark.parametrize("code", NEARLY)
def test_it_is_silent_just_inside_its_limit(code):
    assert code not in codes(plan(**NEARLY[code]))


@pytest.mark.parametrize("code", NEARLY_MADE)
def test_it_is_silent_on_one_that_is_made_and_nearly_has_its_fault(code):
    start, changes = NEARLY_MADE[code]
    assert code not in codes(Plan(made(start, **changes)))


@pytest.mark.parametrize("look", listed(), ids=lambda c: c.code)
def test_what_a_check_watches_is_written_down(look):
    assert look.watches.endswith(".")
    assert look.why.endswith((".", "!"))
    assert look.clears.endswith(".")


def test_nothing_stands_against_a_lead_that_is_done():
    p = Plan(done_lead())
    assert codes(p) <= {"weakest-part", "loop-unknown"}
    assert [s.mark for s in progress(p, False).standings] == ["done"] * 6 + ["open"]
    assert progress(p, False).next_stage is Stage.TAG


OFFERING = sorted(
    code for code in FIRES if any(f.code == code and f.fix for f in checks(changed_plan(code)))
)


@pytest.mark.parametrize("code", OFFERING)
def test_every_fix_that_is_offered_clears_its_check_and_raises_no_stop(code):
    p = changed_plan(code)
    fix = next(f for f in checks(p) if f.code == code).fix
    lead = p.lead
    lead = changed(lead, fix.changes)
    after = {f.code: f.level for f in checks(Plan(lead))}
    assert code not in after
    stops = {c for c, level in after.items() if level == "stop"}
    assert stops <= {f.code for f in checks(p) if f.level == "stop"}


def test_most_checks_that_can_be_put_right_offer_to():
    assert len(OFFERING) > 30


def test_a_caution_passes_with_a_reason_and_a_stop_does_not():
    reasons = (
        Reason("drum-use", "Never more than half unrolled.", AT, "RM"),
        Reason("no-earth", "no", AT, "RM"),
    )
    p = plan(brief__drum_layers=1, ends__joints=mapped(E=("E", None)), reasons=reasons)
    found = {f.code: f for f in checks(p)}
    assert not found["drum-use"].open
    assert found["no-earth"].open


def test_the_stage_shows_the_worst_of_its_checks():
    p = plan(ends__scheme="uk-old", ends__joints=mapped(E=("E", None)))
    assert progress(p, False).mark(Stage.ENDS) == "stop"
    assert progress(plan(ends__scheme="uk-old"), False).mark(Stage.ENDS) == "caution"
    assert all(s.mark == "done" for s in progress(p, True).standings)


def test_what_comes_next_is_the_first_thing_that_is_missing():
    assert progress(plan(brief__run_m=None), False).next_action == "Say what it feeds and how far"
    assert progress(plan(conductor__size=None), False).next_action == "Take a size"
    assert progress(plan(ends__b="c14"), False).next_action == "A live contact can be touched"
    assert progress(plan(), False).next_stage is Stage.CUT


def test_a_size_of_another_table_is_said_to_be_not_made():
    assert "not-made" in codes(plan(conductor__cable_type="SJOOW"))


MAINS = [p.id for p in shelf().values() if p.mains]
PAIRS = [(a, b) for i, a in enumerate(MAINS) for j, b in enumerate(MAINS) if (7 * i + j) % 41 == 0]


@pytest.mark.parametrize("cable", [c.name for c in cords()])
def test_whatever_is_put_together_is_judged_and_never_breaks(cable):
    for a, b in PAIRS:
        for earthed in (True, False):
            p = plan(
                ends__a=a,
                ends__b=b,
                conductor__cable_type=cable,
                conductor__size=None,
                brief__earthed=earthed,
            )
            assert len(progress(p, False).standings) == 7
            assert p.build.steps or p.build.trapped or p.conductor.size_name is None


@pytest.mark.parametrize(
    ("given", "size", "decided", "amps"),
    [
        (INVERTER, "50 mm2", "drop", 162.34),
        (SOLAR, "4 mm2", "drop", 11.25),
        (WELDING, "35 mm2", "drop", 150.0),
    ],
)
def test_direct_current_leads_are_sized_as_the_worked_answers(given, size, decided, amps):
    already = {"brief__already_m": 3.0, "brief__already_size": "25 mm2"} if given is WELDING else {}
    p = plan(**given, **already)
    assert (p.conductor.sizing.chosen.size, p.conductor.sizing.chosen.decided_by) == (size, decided)
    assert p.brief.demand_amps == pytest.approx(amps, abs=0.01)
    found = progress(p, False)
    assert found.reach == tuple(Stage)
    assert (
        p.conductor.candidate.drop_percent == pytest.approx(7.9964, rel=0.005) if already else True
    )


def test_a_direct_current_lead_goes_on_to_its_proof():
    bayonets = {
        "ends__a": "bayonet-pin",
        "ends__b": "bayonet-socket",
        "ends__accepted": True,
        "cut__accepted": True,
    }
    p = plan(**WELDING | bayonets | {"conductor__size": "35 mm2"})
    assert progress(p, False).next_action == "Build it"
    p = Plan(with_done(p.lead, tuple(StepDone(s.key, AT, "RM") for s in p.build.steps)))
    assert progress(p, False).next_stage is Stage.PROVE
    p = Plan(
        replace(p.lead, reasons=(Reason("welding-return", "A return lead of its own.", AT, "RM"),))
    )
    assert progress(p, False).next_stage is Stage.PROVE
    assert progress(p, False).mark(Stage.TAG) == "open"


def test_a_mains_check_is_never_told_of_a_battery_lead():
    told = codes(plan(**INVERTER))
    assert not told & {"no-earth", "pins-both-ends", "no-protection", "live-contact"}
