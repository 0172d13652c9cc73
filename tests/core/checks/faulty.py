"""Leads on which each check fires, and leads that come near it."""

from dataclasses import replace

from leads import (
    AT,
    CURRENT,
    INVERTER,
    SIGNAL,
    SOLAR,
    TAPE,
    WELDING,
)

from euthyne.core.assembly.joints import Joint
from euthyne.core.kinds.cable_set import SetCable, usual_bank
from euthyne.core.lead import (
    Build,
    Look,
    Probe,
    Proof,
    Reading,
    Rework,
    StepDone,
)
from euthyne.core.shelf.parts import part
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.trade.practices import Practices, taken_up


def a_set(*more):
    """A bank of four, with cables more."""
    return {
        **CURRENT,
        "kind": "cable-set",
        "ends__a": "lug-m8",
        "ends__b": "lug-m8",
        "brief__amps": 100.0,
        "brief__volts": 48.0,
        "brief__poles": 1,
        "brief__run_m": 0.3,
        "brief__set_cables": (*usual_bank(4, 1, switched=True, feeds="winch"), *more),
        "conductor__size": "35 mm2",
    }


STRAIGHT = {"L": ("L", "L"), "N": ("N", "N"), "E": ("E", "E")}


def mapped(**changes):
    return tuple(Joint(core, *ends) for core, ends in (STRAIGHT | changes).items())


def probes(**heard):
    return Proof(probes=tuple(Probe(*pair.split("_"), sounds) for pair, sounds in heard.items()))


SIX = tuple(Joint(str(n), str(n), str(n)) for n in range(1, 7))
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
LATE = "All of them on the first Sunday of spring."
FIRES = {
    "tested-late": {
        **OUTDOORS,
        "build__practices": taken_up(Practices(), "tested_again", "12", LATE),
    },
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
    "wrong-grid": {"proof": probes(**{"supply.L_load.L": False, "supply.L_load.N": True})},
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
    "watched-reading": {
        "proof": Proof(readings=(Reading("insulation-LN", 50.0, AT, "RM"),), tested_volts=500.0)
    },
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
    "repair-ways": {"kind": "repair"},
    "part-without-load": SOLAR,
    "who-decides": {"brief__system": "ac-split"},
    "false-friend": {"ends__scheme": "uk-old", "ends__plug_scheme": "north-america"},
    "colour-says-otherwise": {
        "ends__a": "nema-6-15p",
        "ends__b": "nema-6-15r",
        "ends__scheme": "north-america",
        "brief__volts": 240.0,
    },
    "shield-landing": {**SIGNAL, "ends__joints": (*SIX, Joint("S", "S", "S"))},
    "cores-spare": {**SIGNAL, "ends__joints": (*SIX[:5], Joint("6", None, None))},
    "nothing-lands": {**SIGNAL, "ends__joints": (Joint("S", "S", None),)},
    "functions-joined": {"ends__joints": mapped(N=("L", "N"))},
    "colours-of-another-country": {"ends__scheme": "north-america"},
    "cord-of-another-country": {"conductor__cable_type": "SJT", "conductor__unit": "AWG"},
    "cord-set-thin": {
        "ends__b": "c13",
        "brief__feeds": "loads",
        "brief__loads": (OneLoad("lamp", watts=100.0),),
        "conductor__size": "0.75 mm2",
    },
    "fuse-below-load": {
        "brief__feeds": "loads",
        "brief__loads": (OneLoad("heater", watts=2000.0),),
        "conductor__fuse_amps": 3.0,
    },
    "string-unfused": {**SOLAR, "brief__strings": 3},
    "terminal-temperature": {**SOLAR, "conductor__cable_type": "PV-wire"},
    "lugs-uncovered": INVERTER,
    "two-countries": {"ends__a": "bs1363-plug", "ends__b": "as3112-10-socket"},
    "open-cavities": {
        **SIGNAL,
        "ends__a": "sealed-6-way",
        "ends__b": "sealed-6-way",
        "brief__ways": 5,
    },
    "looped-cavity": {
        **SIGNAL,
        "ends__joints": (Joint("1", "1", "1"), Joint("2", "1", "2")),
    },
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
    "bank-shorted": a_set(SetCable("battery 1 minus", "battery 4 plus")),
    "bank-not-whole": a_set(SetCable("battery 4 plus", "battery 5 plus")),
    "bank-volts": {**a_set(), "brief__volts": 60.0},
    "lugs-of-a-set": a_set(*[SetCable("battery 4 plus", f"bar {n}") for n in range(4)]),
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
    "same-mix-up": {
        **SIGNAL,
        "ends__joints": (Joint("1", "2", "2"), Joint("2", "1", "1")),
    },
    "lands-once": {**SIGNAL, "ends__joints": (Joint("1", "1", None),)},
    "more-loads-than-sockets": {
        "brief__feeds": "loads",
        "brief__loads": (OneLoad("lamp", watts=40.0), OneLoad("fan", watts=60.0)),
    },
}
DRY = replace(part("inline-junction"), id="dry-junction", ip="IP40")
OLD_CABLE = {"cable__salvaged": True, "cable__length_m": 2.5}
PACK_TAIL = {"brief__tail_of": "pack", "brief__live_battery": "yes"}
PLATE = {"brief__feeds": "loads", "brief__loads": (), "brief__plate_amps": 20.0}
SEALED = {
    "brief__ways": 2,
    "fit__supply": "sealed-8-socket",
    "fit__load": "open-2-ferrules",
    "conductor__cable_type": "H05RN-F",
}
MADE = {
    "welder-breaker": ("supply-240-50", {**PLATE, "brief__upstream_amps": 50.0}),
    "welder-plate": ("supply-240-50", {**PLATE, "brief__upstream_amps": 40.0}),
    "vehicle-device": ("vehicle-charger", {"brief__rcd_type": "A"}),
    "cord-not-said": ("repair", {}),
    "cord-measures-otherwise": (
        "repair",
        {"conductor__size": "2.5 mm2", "old__printed": "1.5 mm2"},
    ),
    "damage-past-the-end": ("repair", {"brief__damage_m": 1.9, "brief__cut_out_m": 0.2}),
    "what-is-left": ("repair", {"brief__damage_m": 0.5}),
    "mended-again": ("repair", {"brief__mended_before": 1}),
    "mended-otherwise": ("repair", {"fittings__junction.part": "resin-joint"}),
    "numbers-crossed": ("sealed-multiway", {}),
    "made-in-mm2": (
        "solar-string",
        {"conductor__cable_type": "H1Z2Z2-K", "conductor__unit": "AWG", "conductor__size": None},
    ),
    "thin-afloat": ("damp-lead", {"conductor__size": "0.75 mm2", "conductor__fuse_amps": 3.0}),
    "repair-in-damp": (
        "repair",
        {
            "brief__place": "outdoor",
            "brief__rcd": "30 mA",
            "ends__own": (DRY,),
            "fittings__junction__part": DRY.id,
        },
    ),
    "earth-colour-elsewhere": ("extension-bs", {"tint__L": "green-yellow"}),
    "earth-in-another-colour": ("extension-bs", {"tint__E": "red"}),
    "cores-alike": ("solar-string", {"tint__+": "black"}),
    "white-solar-pole": ("solar-string", {"tint__-": "white"}),
    "solar-genders": ("solar-string", {"fittings__panels+__part": "solar-pin"}),
    "plain-in-the-wet": ("damp-lead", {"fit__load": "ring-blue-m5"}),
    "nothing-grips": ("extension-bs", {"fit__load": "device-blades"}),
    "core-in-seal": ("sealed-multiway", {**SEALED, "conductor__size": "1 mm2"}),
    "ways-crossed": (
        "sealed-multiway",
        {"brief__supply_ways": "1 plus, 2 minus", "brief__load_ways": "2 plus, 1 minus"},
    ),
    "no-such-way": ("one-termination", {"brief__connector_ways": 16, "brief__cavity": 17}),
    "half-a-pair": ("signal-lead", {"conductor__cable_type": "pair-screens", "brief__ways": 7}),
    "way-unfed": ("sealed-multiway", {"brief__ways": 2, "brief__supply_ways": "1 plus, 5 lamp"}),
    "parallel-couplers": ("cord-bs", {}),
    "switch-passed-by": ("switch-harness", {"ends__switch": "L"}),
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
    "piece-gives": ("welding-extension", {**OLD_CABLE, "cable__length_m": 30.0}),
    "salvaged-too-short": ("welding-extension", {**OLD_CABLE, "cable__cut_back_mm": 600.0}),
}
ALWAYS = {"untested", "unbuilt", "weakest-part", "loop-unknown"}
NEARLY = {
    "tested-late": {**OUTDOORS, "build__practices": Practices(tested_again="6")},
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
    "repair-in-damp": {"kind": "repair", **OUTDOORS},
    "false-friend": {"ends__scheme": "uk-old", "ends__plug_scheme": "uk-old"},
    "colour-says-otherwise": {
        "ends__a": "nema-5-15p",
        "ends__b": "nema-5-15r",
        "ends__scheme": "north-america",
        "brief__volts": 120.0,
    },
    "shield-landing": {**SIGNAL, "ends__joints": (*SIX, Joint("S", "S", None))},
    "cores-spare": {**SIGNAL, "ends__joints": SIX},
    "colours-of-another-country": {"ends__scheme": "iec"},
    "string-unfused": {**SOLAR, "brief__strings": 2},
    "open-cavities": {
        **SIGNAL,
        "ends__a": "sealed-6-way",
        "ends__b": "sealed-6-way",
        "ends__blanked": True,
    },
    "more-loads-than-sockets": {
        "brief__feeds": "loads",
        "brief__loads": (OneLoad("lamp", watts=40.0),),
    },
    "looped-cavity": {
        **SIGNAL,
        "ends__joints": (Joint("1", "1", "1"), Joint("2", "2", "2")),
    },
    "cell-count": {**CELLS, "brief__charger_cells": 3},
    "taps-out-of-order": CELLS,
    "fuse-breaking": {**INVERTER, "brief__battery_short_amps": 5000.0},
    "lug-hole-small": {**INVERTER, "ends__stud_a": "M8"},
    "lug-hole-large": {**INVERTER, "ends__stud_b": "M8"},
    "lugs-on-post": {**INVERTER, "ends__lugs_on_post": 4},
    "bank-shorted": a_set(SetCable("battery 2 minus", "battery 1 plus")),
    "bank-not-whole": a_set(),
    "bank-volts": a_set(),
    "lugs-of-a-set": a_set(*[SetCable("battery 4 plus", f"bar {n}") for n in range(3)]),
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
    "core-in-seal": ("sealed-multiway", {**SEALED, "conductor__cable_type": "RV-105"}),
    "ways-crossed": (
        "sealed-multiway",
        {"brief__supply_ways": "1 plus, 2 minus", "brief__load_ways": "1 Plus, 2 minus"},
    ),
    "no-such-way": ("one-termination", {"brief__connector_ways": 16, "brief__cavity": 16}),
    "half-a-pair": ("signal-lead", {"conductor__cable_type": "pair-screens", "brief__ways": 8}),
    "way-unfed": ("sealed-multiway", {"brief__ways": 5, "brief__supply_ways": "1 plus, 5 lamp"}),
    "welder-breaker": ("supply-240-50", {**PLATE, "brief__upstream_amps": 40.0}),
    "welder-plate": ("supply-240-50", {"brief__upstream_amps": 40.0}),
    "vehicle-device": ("vehicle-charger", {"brief__rcd_type": "A-6mA"}),
    "cord-not-said": ("repair", {"conductor__size": "1.5 mm2"}),
    "cord-measures-otherwise": (
        "repair",
        {"conductor__size": "1.5 mm2", "old__printed": "1.5 mm2"},
    ),
    "damage-past-the-end": ("repair", {"brief__damage_m": 1.7, "brief__cut_out_m": 0.2}),
    "what-is-left": ("repair", {"brief__damage_m": 0.5, "brief__repair_by": "shorten-plug"}),
    "mended-again": ("repair", {"brief__mended_before": 1, "brief__repair_by": "shorten"}),
    "mended-otherwise": ("repair", {"fittings__junction.part": "inline-junction-9-14"}),
    "numbers-crossed": ("sealed-multiway", {}),
    "made-in-mm2": (
        "solar-string",
        {"conductor__cable_type": "PV-wire", "conductor__unit": "AWG", "conductor__size": None},
    ),
    "thin-afloat": ("damp-lead", {"conductor__size": "1 mm2", "conductor__fuse_amps": 3.0}),
    "repair-in-damp": ("repair", {"brief__place": "outdoor", "brief__rcd": "30 mA"}),
    "earth-colour-elsewhere": ("extension-bs", {"tint__E": "green"}),
    "earth-in-another-colour": ("extension-bs", {"tint__E": "green"}),
    "cores-alike": ("solar-string", {}),
    "white-solar-pole": ("solar-string", {"tint__-": "grey"}),
    "solar-genders": ("solar-string", {"brief__module_plus": "pin"}),
    "plain-in-the-wet": ("damp-lead", {"fit__load": "ring-blue-m5", "brief__place": "outdoor"}),
    "parallel-couplers": ("splitter-bs", {}),
    "switch-passed-by": ("switch-harness", {"ends__switch": "L"}),
    "room-in-box": ("extension-box-bs", {"conductor__size": "2.5 mm2"}),
    "open-unmated": ("solar-string", {"brief__place": "indoor"}),
    "piece-gives": ("welding-extension", {**OLD_CABLE, "cable__length_m": None}),
    "salvaged-too-short": ("welding-extension", {**OLD_CABLE, "cable__cut_back_mm": 80.0}),
}
