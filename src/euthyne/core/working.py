"""Showing the working: each number with its formula, the figures put in, and where they come from."""

from dataclasses import dataclass

from euthyne.core.conductor import in_other_series, materials, ohms_per_m_20, size_named
from euthyne.core.plan import Plan
from euthyne.core.rating import bases, k_ambient, loaded_conductors, table
from euthyne.core.sizing import Candidate, carrying, factors
from euthyne.core.sizing_brief import SizingBrief
from euthyne.core.voltdrop import conductors_in_loop


@dataclass(frozen=True)
class Neighbour:
    """A size beside the taken one: what it loses (percent), burns in a year of use (kWh), weighs in metal (kg).

    ``price`` is what its metal costs, None while no price is given; ``nearest`` is its like in the other series.
    """

    size: str
    place: str
    drop_percent: float
    kwh: float
    metal_kg: float
    price: float | None
    nearest: str


def neighbours(plan: Plan) -> tuple[Neighbour, ...]:
    """The taken size with the one below and the one above it; empty while none is taken."""
    if plan.sizing is None or plan.candidate is None or plan.lead.brief.run_m is None:
        return ()
    made = [c for c in plan.sizing.candidates if "not-made" not in c.fails or c.size == plan.size_name]
    at = next(i for i, c in enumerate(made) if c.size == plan.size_name)
    near = ((at - 1, "one smaller"), (at, "taken"), (at + 1, "one larger"))
    return tuple(_neighbour(plan, made[i], words) for i, words in near if 0 <= i < len(made))


def metal_kg(plan: Plan, c: Candidate) -> float:
    """What the metal of a size weighs over the whole lead, every core counted, in kg."""
    run = plan.cut.cut_m if plan.cut else plan.lead.brief.run_m or 0.0
    metal = materials()[plan.lead.conductor.metal]
    return c.cross_section_mm2 * metal.density_g_cm3 * run * len(plan.cores) / 1000


def priced(plan: Plan, c: Candidate) -> tuple[float, float | None]:
    """What the metal of a size weighs in kg, and what it costs where a price is given."""
    kg, price = metal_kg(plan, c), plan.lead.conductor.price_per_kg
    return kg, None if price is None else kg * price


def _neighbour(plan: Plan, c: Candidate, words: str) -> Neighbour:
    kwh = c.loss_watts * plan.lead.brief.hours_a_year / 1000
    return Neighbour(c.size, words, c.drop_percent, kwh, *priced(plan, c), in_other_series(size_named(c.size)).name)


@dataclass(frozen=True)
class Working:
    """One number: its name, the formula in words, the figures put in, the answer, the source."""

    title: str
    formula: str
    put_in: str
    answer: str
    source: str


def working(plan: Plan) -> tuple[Working, ...]:
    """The working behind the taken size, in the order a person would do the sums; empty while nothing is taken."""
    brief, taken = plan.sizing_brief, plan.candidate
    if brief is None or taken is None or plan.sizing is None:
        return ()
    return (_demand(plan), _rating(plan, brief), _temperature(plan, brief), _ohms(plan, brief), *_drop(plan, brief))


def _demand(plan: Plan) -> Working:
    amps = f"{plan.demand_amps or 0:.2f} A"
    if plan.lead.brief.feeds == "socket":
        return Working(
            "Demand",
            "the rating of its socket, or of the fuse or breaker it carries, whichever is less",
            f"{plan.b.words}; {plan.protection.words}",
            amps,
            plan.b.standard,
        )
    each = "; ".join(
        f"{one.quantity:g} x {one.watts or one.amps:g} {'W' if one.watts else 'A'} x {one.diversity:g}"
        for one in plan.lead.brief.loads
    )
    brief = plan.lead.brief
    if brief.feeds in ("power", "current"):
        return _demand_direct(plan, amps)
    if brief.feeds == "tape":
        put_in = f"{brief.tape_m or 0:g} m x {brief.watts_per_m or 0:g} W / {brief.volts:g} V"
        return Working("Demand", "metres of tape x watts a metre / volts", put_in, amps, "Ohm's law; its maker's sheet")
    return Working(
        "Demand",
        "watts / (volts x power factor), added up with how many and how many at once",
        f"{each}; {brief.volts:g} V, power factor {brief.power_factor:g}",
        amps,
        "Ohm's law",
    )


def _demand_direct(plan: Plan, amps: str) -> Working:
    brief = plan.lead.brief
    if brief.feeds == "current":
        put_in = f"{brief.amps or 0:g} A x {brief.margin:g}"
        return Working("Demand", "amps x the margin its kind wants", put_in, amps, "IEC 62548 1.25; NEC 690.8 1.56")
    put_in = f"{brief.watts or 0:g} W / ({brief.at_volts or plan.volts:g} V x {brief.efficiency_percent / 100:g})"
    return Working("Demand", "watts / (lowest volts it runs at x efficiency)", put_in, amps, "Ohm's law")


def _table_amps(plan: Plan, brief: SizingBrief) -> float:
    loaded = loaded_conductors(brief.conductor.basis, brief.supply.system) or 2
    rows = table(brief.conductor.basis, brief.unit, loaded)
    return next(r.amps for r in rows if r.size.name == plan.size_name)


def _rating(plan: Plan, brief: SizingBrief) -> Working:
    basis = bases()[brief.conductor.basis]
    hot = k_ambient(basis, brief.place.ambient_c, brief.max_c)
    takes_off = factors(brief)
    assert plan.candidate is not None
    weakest = f", {brief.max_c:g} °C weakest part" if brief.max_c < basis.limit_c else ""
    crowd = f"{brief.place.circuits_together} together, {brief.place.drum_layers} layers on a drum"
    return Working(
        f"What {plan.size_name} carries here",
        "table value x ambient factor x the worse of bunching and drum x metal",
        f"{_table_amps(plan, brief):g} A x {hot:.3f} ({brief.place.ambient_c:g} °C{weakest}) x "
        f"{takes_off.crowding:g} ({crowd}) x {takes_off.metal:g} ({brief.conductor.metal})",
        f"{plan.candidate.rating_amps:.2f} A",
        f"{basis.source}; bunching: IEC 60364-5-52; drum: IEC 60204-1; ambient: root of the margin left",
    )


def _temperature(plan: Plan, brief: SizingBrief) -> Working:
    basis = bases()[brief.conductor.basis]
    assert plan.candidate is not None and plan.sizing is not None
    takes_off = factors(brief)
    return Working(
        "Conductor under load",
        "ambient + (limit - reference) x (amps / amps at the reference) squared",
        f"{brief.place.ambient_c:g} + ({basis.limit_c:g} - {basis.reference_c:g}) x "
        f"({plan.sizing.heating_amps:.2f} / {_table_amps(plan, brief) * takes_off.crowding * takes_off.metal:g})²",
        f"{plan.candidate.conductor_c:.1f} °C",
        basis.source,
    )


def _ohms(plan: Plan, brief: SizingBrief) -> Working:
    assert plan.candidate is not None
    cool = ohms_per_m_20(size_named(plan.candidate.size), brief.conductor.metal)
    return Working(
        "Resistance of a metre",
        "table value at 20 °C x (1 + 0.00393 x (conductor °C - 20))",
        f"{cool * 1000:.3g} mohm x (1 + 0.00393 x {plan.candidate.conductor_c - 20:.1f})",
        f"{plan.candidate.ohms_per_m * 1000:.4g} mohm",
        "IEC 60228 class 5, maximum" if "mm2" in plan.candidate.size else "ASTM B258, nominal",
    )


def _drop(plan: Plan, brief: SizingBrief) -> tuple[Working, ...]:
    assert plan.candidate is not None and plan.sizing is not None
    c, amps = plan.candidate, plan.sizing.running_amps
    n = conductors_in_loop(brief.supply.system, brief.poles)
    lengths = "1 (this pole only)" if n == 1 else "2 (out and back)" if n == 2 else "1.732 (three phases)"
    found = [
        Working(
            "Lost on the way",
            f"amps x {lengths} x run x resistance of a metre{', and what is there already' if brief.already else ''}",
            f"{amps:.2f} A x {n:.4g} x {brief.run_m:g} m x {c.ohms_per_m * 1000:.4g} mohm",
            f"{c.drop_volts:.2f} V, {c.drop_percent:.2f} % of {brief.supply.volts:g} V",
            "Ohm's law",
        ),
        Working(
            "Heat in the cord",
            "amps squared x resistance of a metre x run x conductors that carry it",
            f"{amps:.2f}² x {c.ohms_per_m * 1000:.4g} mohm x {brief.run_m:g} m x {carrying(brief)}",
            f"{c.loss_watts:.1f} W",
            "Joule's law",
        ),
    ]
    school = plan.sizing.nearest_school
    if school is not None:
        found.append(
            Working(
                "The circular-mil school, beside it",
                "10.4 x amps x feet of loop / volts allowed",
                f"10.4 x {amps:.2f} x {brief.poles * brief.run_m / 0.3048:.1f} / {plan.sizing.drop_limit_volts:.2f}",
                f"{school.circular_mils:.0f} cmil: nearest {school.nearest or '-'}, next up {school.next_up or '-'}",
                "drop alone, K = 10.4 at 20 °C; the table above decides",
            )
        )
    return tuple(found)
