"""Every check, in one place: each a function of the plan that is silent, or says what it found."""

from collections.abc import Callable
from dataclasses import replace

from euthyne.core.checks import direct, fit, place, proof, rating, touch, wiring
from euthyne.core.checks.found import Fix, Found, Level
from euthyne.core.plan import Plan

__all__ = ["CHECKS", "Fix", "Found", "Level", "checks"]

Check = Callable[[Plan], Found | None]

EVERYWHERE: tuple[Check, ...] = (
    place.beyond_tables,
    rating.no_size_fits,
    rating.under_rated_cord,
    rating.not_made,
    rating.protection_too_large,
    rating.drop_over_limit,
    rating.starting_dip,
    rating.already_under_rated,
    place.drum_use,
    rating.near_rating,
    rating.hot_sheath,
    rating.tables_and_physics,
    rating.copper_clad_refused,
    rating.copper_clad,
)
MAINS: tuple[Check, ...] = (
    touch.live_contact,
    touch.pins_both_ends,
    touch.holes_both_ends,
    wiring.no_earth,
    wiring.neutral_earth_joined,
    wiring.crossed,
    wiring.left_out,
    wiring.shared_cavity,
    place.no_residual_current_device,
    place.vehicle_charging,
    rating.no_protection,
    rating.under_rated_part,
    rating.volts_over_part,
    fit.cord_in_grip,
    fit.conductor_in_terminal,
    fit.trapped,
    proof.looked_bad,
    proof.wrong_grid,
    proof.failed_reading,
    proof.untested,
    proof.unbuilt,
    rating.part_above_protection,
    rating.long_for_its_size,
    place.cord_for_the_place,
    place.ingress,
    fit.measure_the_cord,
    fit.diameter_unknown,
    wiring.old_colours,
    proof.plan_changed_after_build,
    proof.plan_changed_after_proof,
    proof.watched_reading,
    place.try_the_button,
    wiring.reversible,
    wiring.marks_decide,
    fit.earth_last,
    rating.far_end_short,
    rating.far_end_earth,
    rating.weakest_part,
)
DIRECT: tuple[Check, ...] = (
    direct.battery_unfused,
    direct.fuse_volts,
    direct.no_fuse_large_enough,
    direct.solar_cable,
    direct.volts_over_cable,
    direct.precharge,
    direct.solar_is_live,
    direct.lithium,
    direct.welding_return,
)
CHECKS = (*EVERYWHERE, *MAINS, *DIRECT)
GRAVITY = {"stop": 0, "caution": 1, "note": 2}


def checks(plan: Plan) -> tuple[Found, ...]:
    """Everything the checks of its kind found, stops first; a caution that was given a reason carries it."""
    reasons = {r.check: r.text for r in plan.lead.reasons}
    found = (check(plan) for check in (*EVERYWHERE, *(MAINS if plan.mains else DIRECT)))
    told = (replace(f, reason=reasons.get(f.code)) for f in found if f is not None)
    return tuple(sorted(told, key=lambda f: GRAVITY[f.level]))
