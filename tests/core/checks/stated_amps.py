"""Laws 12 to 15, stated by the tests: what a lead carries, what guards it, what a short does to it."""

import itertools
import math

from facts import (
    FUSES,
    GATES,
    LET_THROUGH,
    METRIC_OHM,
    feeds_power,
    into_its_terminals,
    outlet,
)

from euthyne.core.kinds import Trait
from euthyne.core.kinds.conversion import TailBrief


def law_12(x):
    """What is asked of it is no more than its size and each of its parts carry."""
    old = [c for c in x.plan.lead.cables if c.existing and not (c.existing.salvaged or c.type)]
    nobody = x.plan.lead.conductor.size is None
    if x.mains and any(len(c.cores) > 1 for c in old) and nobody:
        return True  # nobody said what is there
    whole = isinstance(x.brief, TailBrief) and len(old) == len(x.plan.lead.cables)
    if whole and nobody:
        return True  # a tail that gets its coupler straight on it
    if x.rating is None or x.amps is None:
        return None
    design = x.amps * (1.25 if x.brief.continuous and x.type.basis == "cord-na" else 1.0)
    if design > x.rating * (1 + 1e-9):
        return True
    guard = x.plan.conductor.protection
    for f, p in x.parts.items():
        if x.fitting[f].part is None or not feeds_power(x, f):
            continue
        carries = p.amps * math.sqrt(p.duty_percent / 100)
        held = guard.in_lead and (guard.amps or math.inf) <= carries
        if carries < x.amps * (1 - 1e-9) and not held:
            return True
    return into_its_terminals(x)


def law_13(x):
    """The device upstream is no more than the size carries, or one of the rules is met."""
    amps = x.plan.conductor.protection.amps
    if x.rating is None:
        return None
    most = x.rating
    if x.type.basis == "wet-na-90":
        area = x.size.cross_section_mm2
        most = min(
            most, 15.0 if area <= 2.1 else 20.0 if area <= 3.4 else 30.0 if area <= 5.3 else most
        )
    family = x.brief.fuse_family
    if not x.mains and family != "none" and x.lead.conductor.fuse_amps is None:
        largest = max(float(a) for a in FUSES[family]["amps"].split())
        if x.amps is not None and x.amps > largest:
            return True
    if amps is None:
        return False
    if amps <= most * (1 + 1e-9):
        return False
    return not _may_be_larger(x, amps)


def _may_be_larger(x, amps):
    b = x.brief
    if b.feeds == "loads" and b.duty_percent < 100 and amps <= 2 * x.rating:
        return True  # 630.12
    upstream = x.mains and x.plug.fuse_family is None and b.own_breaker_amps is None
    if not upstream or amps > max(20.0, 1.25 * x.plug.amps):
        return False
    if len({x.fitting[f].place for f in x.parts if x.side[f] == "load"}) > 1:
        return False
    named = b.feeds in ("loads", "tape") and x.plan.brief.demand_amps is not None
    american = b.upstream_family == "breaker-na" or (
        b.upstream_family == "unknown" and x.plan.brief.volts < 200
    )
    if any(outlet(p) for p in x.far):
        thick = x.size.cross_section_mm2 >= 1.309 * 0.995
        return american and amps <= 20 and x.type.basis == "cord-na" and thick
    if named:
        return True
    far = x.far[0]
    return not american and thick_as_a_cord_set(x, far)


def thick_as_a_cord_set(x, far):
    """True for a cord as thick as IEC 60799 has it for its coupler and length."""
    b = x.brief
    if far.standard != "IEC 60320" or b.run_m is None or x.size is None:
        return False
    short = b.run_m <= 2
    least = {
        2.5: 0.5 if short else 0.75,
        6.0: 0.75,
        10.0: 0.75 if short else 1.0,
        16.0: 1.0 if short else 1.5,
    }
    wanted = next((mm2 for top, mm2 in least.items() if far.amps <= top), None)
    return wanted is not None and x.size.cross_section_mm2 >= wanted * 0.995


def law_14(x):
    """A short passes no more than the copper stands; an earth fault is cleared in its time."""
    b = x.brief
    guard = x.plan.conductor.guard
    if x.mains and b.run_m is not None and x.plan.conductor.protection.amps is None:
        return bool(b.feeds != "loads" or b.loads)
    if x.plan.conductor.candidate is None or guard is None:
        return False
    if not x.mains:
        return None if b.battery_short_amps else False
    if not b.loop_ohms:
        return False
    if x.lead.conductor.metal not in ("copper", "aluminium"):
        return None
    short, earth = x_faults(x, guard)
    return short or earth


def ohm_per_m(x):
    size, c = x.size, x.lead.conductor
    hot = c.terminal_c or x._basis["limit_c"]
    alpha = 0.00393 if c.metal == "copper" else 0.00403
    if size.unit == "mm2" and c.metal == "copper":
        row = METRIC_OHM[size.cross_section_mm2]
        cold = float(row["r20_tinned_ohm_per_km" if c.tinned else "r20_plain_ohm_per_km"]) / 1000
    elif size.unit == "mm2":
        cold = (
            float(METRIC_OHM[size.cross_section_mm2]["r20_plain_ohm_per_km"])
            / 1000
            * 0.028264
            / 0.017241
        )
    else:
        rho = {"copper": 0.0176 if c.tinned else 0.017241}.get(c.metal, 0.028264)
        cold = rho / size.cross_section_mm2 * 1.02
    return cold * (1 + alpha * (hot - 20))


def seconds(guard, amps):
    if guard.family == "breaker-iec":
        gates = [({"B": 5.0, "C": 10.0, "D": 20.0}[guard.curve], 0.1)]
    else:
        own = [
            r for r in GATES if r["family"] == guard.family and guard.amps <= float(r["up_to_amps"])
        ]
        least = min((float(r["up_to_amps"]) for r in own), default=0)
        gates = [
            (float(r["multiple"]), float(r["seconds"]))
            for r in own
            if float(r["up_to_amps"]) == least
        ]
    times = amps / guard.amps
    if not gates or times < gates[0][0]:
        return None, gates
    for (m0, s0), (m1, s1) in itertools.pairwise(gates):
        if times <= m1:
            return s0 * (s1 / s0) ** (math.log(times / m0) / math.log(m1 / m0)), gates
    return gates[-1][1], gates


def passes(guard, amps):
    t, gates = seconds(guard, amps)
    if t is None:
        return amps**2 * 5
    last_m, last_s = gates[-1]
    if amps < last_m * guard.amps or last_s > 0.1:
        return amps**2 * t
    if guard.family.startswith("breaker"):
        rows = [
            r
            for r in LET_THROUGH
            if r["curve"] == guard.curve and guard.amps <= float(r["up_to_amps"])
        ]
        limit = float(rows[0]["a2s"]) if rows and guard.family == "breaker-iec" else math.inf
        return min(amps**2 * 0.01, limit)
    return 2 * (last_m * guard.amps) ** 2 * last_s


def x_faults(x, guard):
    b = x.brief
    cores = {c.id for k in x.cables.values() for c in k.cores}
    neutral = {"ac-split": x.volts / 2, "ac-three": x.volts / math.sqrt(3)}.get(b.system, x.volts)
    hot = 2 * b.run_m * ohm_per_m(x)
    if b.already_m:
        return None, None
    k = {"PVC": (115, 76), "rubber": (141, 94), "cross-linked": (143, 94)}[x.type.insulation]
    stands = (k[0 if x.lead.conductor.metal == "copper" else 1] * x.size.cross_section_mm2) ** 2
    drives = neutral if "N" in cores else x.volts
    far = 0.95 * drives / (b.loop_ohms + hot)
    near = x.volts / b.loop_ohms if b.system != "ac-three" else 2 * neutral / b.loop_ohms
    # A cord as its standard or its maker has it: what a breaker lets through as it opens at once, near the plug
    # or at the end of a short cord, is its maker's to say.
    made_so = guard.family.startswith("breaker") and (
        not any(k.existing is None or k.existing.salvaged for k in x.cables.values())
        or thick_as_a_cord_set(x, x.far[0])
    )

    def too_much(through, amps):
        instant = (seconds(guard, amps)[0] or 5) <= 0.1
        return through > stands and not (made_so and instant)

    short = any(too_much(passes(guard, a), a) for a in (far, near))
    if not b.earthed:
        return short, False
    far, near = 0.95 * x.to_earth / (b.loop_ohms + hot), x.to_earth / b.loop_ohms
    through = [passes(guard, a) for a in (far, near)]
    t = seconds(guard, far)[0]
    if b.rcd in ("30 mA", "5 mA"):
        through = [min(p, a**2 * 0.04) for p, a in zip(through, (far, near), strict=True)]
        t = min(t, 0.04) if t is not None else 0.04
    if any(too_much(*told) for told in zip(through, (far, near), strict=True)):
        return short, True
    rod = b.earth_path == "rod"
    if b.system == "ac-split" and x.volts <= 120:
        within = 5.0
    else:
        steps = ((53, 5, 5), (127.2, 0.8, 0.3), (243.8, 0.4, 0.2), (424, 0.2, 0.07))
        within = next(
            (r if rod else n for top, n, r in steps if x.to_earth <= top), 0.04 if rod else 0.1
        )
    late = t is None or t > within
    american = guard.family == "breaker-na"
    return short, late and not american


def law_15(x):
    """Each battery has its fuse, good for its volts and for what it gives; strings from three on."""
    b = x.brief
    if x.mains:
        return False
    if b.fuse_family == "none":
        battery = Trait.FUSED_AT_THE_POST in x.traits and b.unfused == "no"
        return battery or (Trait.LIVE_BY_DAY in x.traits and b.strings > 2 and not b.line_fuses)
    row = FUSES[b.fuse_family]
    volts = b.cells * b.cell_volts if b.cells else b.volts
    gives = b.battery_short_amps or 0
    if float(row["volts"]) < volts or float(row["breaking_capacity_ka"]) * 1000 < gives:
        return True
    fuse = x.plan.conductor.protection.amps
    panels = Trait.LIVE_BY_DAY in x.traits
    return bool(panels and fuse and b.module_fuse_amps and fuse > b.module_fuse_amps)
