"""Showing the working: each number with its formula, the figures put in, and where they come from."""

from euthyne.core.kinds import Trait
from euthyne.core.kinds.heating_tape import TapeBrief
from euthyne.core.kinds.inverter_link import InverterBrief
from euthyne.core.kinds.solar_string import SolarBrief
from euthyne.core.kinds.supply_extension import SupplyBrief
from euthyne.core.lead import Brief
from euthyne.core.sizing.brief import OneLoad, SizingBrief
from euthyne.core.sizing.drop import (
    REACTANCE_FROM_MM2,
    REACTANCE_OHMS_PER_M,
    ohms_already,
)
from euthyne.core.sizing.size import Candidate, carrying, factors
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.trade.figure import celsius, metres, milliohms_a_metre, watts_a_metre
from euthyne.core.trade.rating import bases, k_ambient, loaded_conductors, table
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.wire import Wire, materials, size_named, size_words
from euthyne.core.trade.worked import Figured, Working, put, root, worked

FEET_PER_M = 1 / 0.3048


def working(sized: ConductorStage) -> tuple[Working, ...]:
    """The working behind the taken size, in the order a person would do the sums; empty while
    nothing is taken.
    """
    brief, taken = sized.sizing_brief, sized.candidate
    if brief is None or taken is None or sized.sizing is None:
        return ()
    return (
        _demand(sized),
        _rating(sized, brief),
        _temperature(sized, brief, taken),
        _ohms(brief, taken),
        *_drop(sized, brief, taken),
    )


def _demand(sized: ConductorStage) -> Working:
    brief = sized.given.lead.brief
    if brief.feeds == "socket":
        return Working(
            title="Demand",
            formula=(
                "the rating of its socket, or of the fuse or breaker it carries, whichever is less"
            ),
            put_in=f"{sized.given.load.words}; {sized.protection.words}",
            answer=f"{sized.brief.demand_amps or 0:.2f} A",
            source=sized.given.load.standard,
        )
    if brief.feeds == "current":
        solar = SolarBrief.of(brief)
        amps = put(brief.amps or 0, "A") * put(solar.margin)
        formula = "amps x the margin its kind wants"
        if solar.strings_in_it > 1:
            amps, formula = (
                amps * put(solar.strings_in_it),
                f"{formula} x the strings that meet in it",
            )
        source = "as it is said"
        if Trait.LIVE_BY_DAY in sized.given.kind.traits:
            source = "IEC 62548 1.25; NEC 690.8 1.56"
        return worked(
            title="Demand",
            formula=formula,
            sum_of=amps,
            unit="A",
            source=source,
        )
    if brief.feeds == "power":
        inverter = InverterBrief.of(brief)
        lowest = put(sized.brief.cut_off_volts, "V")
        amps = put(inverter.watts or 0, "W") / (lowest * put(inverter.efficiency_percent / 100))
        return worked(
            title="Demand",
            formula="watts / (lowest volts it runs at x efficiency)",
            sum_of=amps,
            unit="A",
            source="Ohm's law",
        )
    if brief.feeds == "tape":
        amps = (
            put(TapeBrief.of(brief).tape_m or 0, metres)
            * put(TapeBrief.of(brief).watts_per_m or 0, watts_a_metre)
            / put(brief.volts, "V")
        )
        return worked(
            title="Demand",
            formula="length of tape x watts along it / volts",
            sum_of=amps,
            unit="A",
            source="Ohm's law; its maker's sheet",
        )
    if not brief.loads:
        return worked(
            title="Demand",
            formula="the largest amps on its plate, I1max",
            sum_of=put(SupplyBrief.of(brief).plate_amps or 0, "A"),
            unit="A",
            source="its maker's plate",
        )
    amps = _load(brief, brief.loads[0])
    for one in brief.loads[1:]:
        amps = amps + _load(brief, one)
    formula = "watts / (volts x power factor), added up with how many and how many at once"
    if brief.system == "ac-three":
        formula = formula.replace("volts x", "root of three x volts between lines x")
    return worked(title="Demand", formula=formula, sum_of=amps, unit="A", source="Ohm's law")


def _load(brief: Brief, one: OneLoad) -> Figured:
    """One load's amps, with how many there are and how many at once."""
    many = put(one.quantity) * put(one.diversity)
    if one.amps is not None:
        return many * put(one.amps, "A")
    volts = put(brief.volts, "V") * put(brief.power_factor)
    if brief.system == "ac-three":
        volts = root(3) * volts
    return many * put(one.watts or 0, "W") / volts


def _table_amps(sized: ConductorStage, brief: SizingBrief) -> float:
    loaded = loaded_conductors(brief.conductor.basis, brief.supply.system) or 2
    rows = table(brief.conductor.basis, brief.unit, loaded)
    return next(r.amps for r in rows if r.size.name == sized.size_name)


def _rating(sized: ConductorStage, brief: SizingBrief) -> Working:
    basis = bases()[brief.conductor.basis]
    takes_off = factors(brief)
    weakest = ""
    if brief.max_c < basis.limit_c:
        weakest = f", {celsius(brief.max_c):g} weakest part"
    crowd = f"{brief.place.circuits_together} together, {brief.place.drum_layers} layers on a drum"
    hot = put(k_ambient(basis, brief.place.ambient_c, brief.max_c))
    carries = (
        put(_table_amps(sized, brief), "A") * hot * put(takes_off.crowding) * put(takes_off.metal)
    )
    return Working(
        title=f"What {size_words(sized.size_name)} carries here",
        formula=f"table value x ambient factor ({celsius(brief.place.ambient_c):g}{weakest}) x the "
        "worse of bunching and drum "
        f"({crowd}) x metal ({brief.conductor.metal})",
        put_in=carries.text,
        answer=f"{at_most(carries.value, 2)} A",
        source=(
            f"{basis.source}; bunching: IEC 60364-5-52; drum: IEC 60204-1; ambient: root of "
            "the margin left"
        ),
    )


def _temperature(sized: ConductorStage, brief: SizingBrief, c: Candidate) -> Working:
    basis = bases()[brief.conductor.basis]
    assert sized.sizing is not None
    takes_off = factors(brief)
    at_reference = _table_amps(sized, brief) * takes_off.crowding * takes_off.metal
    share = (put(sized.sizing.heating_amps, "A") / put(at_reference, "A")).squared
    limit, reference = put(basis.limit_c, "°C"), put(basis.reference_c, "°C")
    warm = put(brief.place.ambient_c, "°C") + (limit - reference) * share
    over = ""
    if warm.value > c.conductor_c + 0.01:
        over = f": over {celsius(c.conductor_c):g}, which is as far as the sums go"
    formula = "ambient + (limit - reference) x (amps / amps at the reference) squared"
    return worked(
        title="Conductor under load",
        formula=formula,
        sum_of=warm,
        unit=celsius,
        source=basis.source,
        more=over,
    )


def _ohms(brief: SizingBrief, c: Candidate) -> Working:
    wanted = brief.conductor
    wire = Wire(size_named(c.size), wanted.metal, wanted.tinned)
    alpha = materials()[wanted.metal].alpha20_per_k
    cool = put(wire.ohms_per_m_20, milliohms_a_metre, 1000)
    warm = cool * (put(1) + put(alpha) * (put(c.conductor_c, "°C") - put(20, "°C")))
    kind = ""
    if wanted.tinned:
        kind = "tinned "
    formula = (
        f"table value of {kind}{wanted.metal} at 20 °C x (1 + {alpha:g} x (conductor °C - 20))"
    )
    source = "ASTM B258, nominal"
    if "mm2" in c.size:
        source = "IEC 60228 class 5, maximum"
    return worked(
        title="Resistance along it",
        formula=formula,
        sum_of=warm,
        unit=milliohms_a_metre,
        source=source,
        scale=1000,
    )


def _lengths(system: str, poles: int) -> tuple[Figured, str]:
    """How many lengths of the lead the drop counts, and in words."""
    if system == "ac-three":
        return root(3), "root of three (three phases)"
    if system == "dc" and poles == 1:
        return put(1), "1 (this pole only)"
    return put(2), "2 (out and back)"


def _impedance(brief: SizingBrief, c: Candidate) -> tuple[Figured, str]:
    """What a length of one conductor drops for each amp."""
    ohms = put(c.ohms_per_m, milliohms_a_metre, 1000)
    power_factor = brief.load.power_factor
    if brief.supply.system == "dc" or c.cross_section_mm2 < REACTANCE_FROM_MM2:
        return ohms, "resistance along it"
    reactance = put(REACTANCE_OHMS_PER_M, milliohms_a_metre, 1000) * root(1 - power_factor**2)
    return ohms * put(power_factor) + reactance, "impedance along it"


def _drop(sized: ConductorStage, brief: SizingBrief, c: Candidate) -> tuple[Working, ...]:
    assert sized.sizing is not None
    amps = put(sized.sizing.running_amps, "A")
    lengths, words = _lengths(brief.supply.system, brief.poles)
    impedance, along_it = _impedance(brief, c)
    lost = amps * lengths * put(brief.run_m, metres) * impedance
    formula = f"amps x {words} x run x {along_it}"
    for there in brief.already:
        metre = ohms_already(there, brief.place.ambient_c + 20) / there.run_m
        ahead, _ = _lengths(brief.supply.system, there.poles)
        lost = lost + amps * ahead * put(there.run_m, metres) * put(metre, milliohms_a_metre, 1000)
    if brief.already:
        formula += ", and the same of what is there already"
    share = f", {c.drop_percent:.2f} % of {brief.supply.volts:g} V"
    burnt = (
        amps.squared
        * put(c.ohms_per_m, milliohms_a_metre, 1000)
        * put(brief.run_m, metres)
        * put(carrying(brief))
    )
    duty = ""
    if brief.load.duty_percent < 100:
        duty = " while it works"
    return (
        worked(
            title="Lost on the way",
            formula=formula,
            sum_of=lost,
            unit="V",
            source="Ohm's law",
            more=share,
        ),
        worked(
            title="Heat in the cord",
            formula="amps squared x resistance along it x run x conductors that carry it",
            sum_of=burnt,
            unit="W",
            source="Joule's law",
            more=duty,
        ),
        *_school(sized, brief),
    )


def _school(sized: ConductorStage, brief: SizingBrief) -> tuple[Working, ...]:
    """The circular-mil school, where it has an answer."""
    assert sized.sizing is not None
    school = sized.sizing.nearest_school
    if school is None:
        return ()
    feet = put(brief.poles * brief.run_m * FEET_PER_M, "ft")
    k = brief.school_k
    mils = put(k) * put(sized.sizing.running_amps, "A") * feet
    return (
        worked(
            title="The circular-mil school, beside it",
            formula=f"{k:g} x amps x feet of loop / volts allowed",
            sum_of=mils / put(sized.sizing.drop_limit_volts, "V"),
            unit="cmil",
            source="drop alone, K = 10.4 at 20 °C, 12.9 at 75 °C; the table above decides",
            more=f": nearest {school.nearest or '-'}, next up {school.next_up or '-'}",
        ),
    )
