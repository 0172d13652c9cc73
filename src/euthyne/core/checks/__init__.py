"""Every check, in one place: each a function of the plan that is silent, or says what it found."""

from dataclasses import replace

from euthyne.core.checks import battery, cutting, direct, fit, place, practice, proof, rating, switching, touch, wiring
from euthyne.core.checks.found import Check, Fix, Found, Level
from euthyne.core.plan import Plan

__all__ = ["CHECKS", "Check", "Fix", "Found", "Level", "checks"]

EVERYWHERE: tuple[Check, ...] = (
    place.beyond_tables,
    touch.live_contact,
    rating.no_size_fits,
    rating.under_rated_cord,
    rating.not_made,
    rating.protection_too_large,
    rating.under_rated_part,
    rating.wrong_kind,
    rating.volts_over_part,
    rating.volts_over_cable,
    rating.copper_clad_refused,
    wiring.crossed,
    wiring.left_out,
    wiring.shared_cavity,
    fit.cord_in_grip,
    fit.conductor_in_terminal,
    fit.terminal_overfull,
    fit.trapped,
    rating.drop_over_limit,
    rating.starting_dip,
    rating.already_under_rated,
    place.drum_use,
    rating.near_rating,
    rating.hot_sheath,
    rating.copper_clad,
    place.salvaged_cable,
    place.ingress,
    fit.measure_the_cord,
    fit.diameter_unknown,
    wiring.false_friend,
    wiring.old_colours,
    rating.tables_and_physics,
    rating.nearest_is_smaller,
    rating.rating_interpolated,
    rating.weakest_part,
    place.part_without_load,
    cutting.bent_too_tight,
    cutting.no_longer_reaches,
    practice.crimp_soldered,
    practice.hammer_crimp,
    practice.flame_near_sleeves,
    practice.torque_by_feel,
    practice.one_pair_of_hands,
)
MAINS: tuple[Check, ...] = (
    touch.pins_both_ends,
    touch.holes_both_ends,
    wiring.no_earth,
    wiring.neutral_earth,
    switching.switch_in_neutral,
    switching.fuse_in_neutral,
    switching.single_pole_switch,
    switching.lines_differ,
    switching.chain_too_long,
    place.no_residual_current_device,
    place.tape_without_device,
    place.vehicle_charging,
    rating.no_protection,
    switching.volts_under_part,
    proof.looked_bad,
    proof.wrong_grid,
    proof.failed_reading,
    proof.untested,
    proof.unbuilt,
    rating.protection_over_part,
    rating.long_for_its_size,
    place.from_a_generator,
    place.extension_of_extension,
    place.repair_in_damp,
    place.cord_for_the_place,
    wiring.core_re_marked,
    proof.plan_changed_after_build,
    proof.plan_changed_after_proof,
    proof.watched_reading,
    place.try_the_button,
    place.tape_end,
    place.repair_ways,
    place.who_decides,
    switching.lit_switch,
    switching.chain_limit,
    wiring.reversible,
    wiring.marks_decide,
    fit.earth_last,
    rating.far_end_short,
    rating.far_end_earth,
)
DIRECT: tuple[Check, ...] = (
    battery.cell_count,
    battery.taps_out_of_order,
    battery.fuse_breaking,
    battery.lug_hole_small,
    direct.battery_unfused,
    direct.fuse_volts,
    direct.fuse_too_small,
    direct.solar_cable,
    direct.solar_untinned,
    battery.fuse_far_from_post,
    battery.blade_over_share,
    battery.packs_unequal,
    battery.lug_hole_large,
    battery.lugs_on_post,
    wiring.shield_landing,
    wiring.open_cavities,
    wiring.looped_cavity,
    direct.precharge,
    direct.solar_is_live,
    direct.one_make,
    direct.lithium,
    direct.welding_return,
    battery.one_at_a_time,
    battery.connecting_order,
)
CHECKS = (*EVERYWHERE, *MAINS, *DIRECT)
GRAVITY = {"stop": 0, "caution": 1, "note": 2}


def checks(plan: Plan) -> tuple[Found, ...]:
    """Everything the checks of its kind found, stops first; a caution that was given a reason carries it."""
    reasons = {r.check: r.text for r in plan.lead.reasons}
    found = (look(plan) for look in (*EVERYWHERE, *(MAINS if plan.mains else DIRECT)))
    told = (replace(f, reason=reasons.get(f.code)) for f in found if f is not None)
    return tuple(sorted(told, key=lambda f: GRAVITY[f.level]))
