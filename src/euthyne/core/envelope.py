"""Quick sums on the back of an envelope: one function an instrument, no lead attached."""

import math
from dataclasses import dataclass, field, replace
from typing import Literal

from euthyne.core.sizing.brief import ConductorWanted, Limits, Load, SizingBrief, Supply, System
from euthyne.core.sizing.demand import amps_of_watts
from euthyne.core.sizing.drop import longest_run_m
from euthyne.core.sizing.size import Candidate, Sizing, size
from euthyne.core.trade.clearing import (
    Guard,
    amps_to_clear,
    earth_fault_seconds,
    let_through_a2s,
    longest_m,
    withstand_a2s,
)
from euthyne.core.trade.die import LOOSE_BELOW, USUAL_FROM, USUAL_TO, hexagon_mm2, pressed
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.heat import Cable, amps_at, warmth
from euthyne.core.trade.protection import families, smallest_carrying
from euthyne.core.trade.rating import bases, k_drum, units_of
from euthyne.core.trade.sleeve import SHRINKS, SHRINKS_LINED, cut_mm, ratio_wanted, sleeve_for
from euthyne.core.trade.wire import (
    GAUGES,
    Size,
    awg,
    circular_mils,
    materials,
    metric,
    metric_resistances,
    ohms_per_m_20,
)
from euthyne.core.trade.worked import Working, put, root, worked
from euthyne.data.tables import rows

Marked = str  # "given", "answer", "limit" or "quiet"


@dataclass(frozen=True)
class Figure:
    """A number that answers: what it is, its value, its unit, how many places are worth showing.

    ``limit`` says that it is the most or the least there may be, and is then rounded to the side of caution.
    """

    words: str
    value: float | str
    unit: str = ""
    places: int = 1
    limit: Literal["", "most", "least"] = ""


@dataclass(frozen=True)
class ScaleMark:
    """A place on an instrument's scale, or a stretch of it when ``upto`` is given."""

    value: float
    words: str
    kind: Marked = "quiet"
    upto: float | None = None


@dataclass(frozen=True)
class Disc:
    """Something round, drawn to scale: its outside and bore in mm, what fills the bore in mm2, its words and figure."""

    words: str
    figure: str
    outside_mm: float
    bore_mm: float = 0.0
    filled_mm2: float = 0.0


@dataclass(frozen=True)
class Sum:
    """What an instrument answers: figures, a sentence, the marks of its scale, the working, the brief behind it."""

    figures: tuple[Figure, ...]
    sentence: str
    marks: tuple[ScaleMark, ...] = ()
    unit: str = ""
    log: bool = False
    workings: tuple[Working, ...] = ()
    brief: SizingBrief | None = None
    sizing: Sizing | None = None
    taken: str | None = None
    extra: tuple[str, ...] = field(default_factory=tuple)
    discs: tuple[Disc, ...] = ()


def path_brief(
    system: System,
    volts: float,
    amps: float,
    run_m: float,
    basis: str,
    drop_percent: float,
    unit: str | None = None,
) -> SizingBrief:
    """A brief of the few things an envelope knows. Raises Refused when they make no sense together."""
    wanted = ConductorWanted(basis, unit if unit in units_of(basis) or unit == "AWG" else None)  # type: ignore[arg-type]
    return SizingBrief(
        Supply(system, volts), Load(amps=amps), run_m, wanted, limits=Limits(drop_percent)
    )


def what_size(brief: SizingBrief) -> Sum:
    """The smallest size that carries a current over a run within a loss."""
    answer = size(brief)
    if answer.chosen is None:
        return Sum((Figure("Size", "none"),), answer.findings[-1].text, brief=brief, sizing=answer)
    taken = _candidate(answer, answer.chosen.size)
    return Sum(
        (
            Figure("Size", taken.size),
            Figure("Loses", taken.drop_percent, "%"),
            Figure("Carries", taken.rating_amps, "A", limit="most"),
            Figure("Goes at most", longest_run_m(brief, taken.drop_percent), "m", limit="most"),
        ),
        f"Decided by {answer.chosen.decided_by.replace('-', ' ')}.",
        workings=(_drop_working(brief, taken),),
        brief=brief,
        sizing=answer,
        taken=taken.size,
    )


def _candidate(answer: Sizing, name: str) -> Candidate:
    found = next((c for c in answer.candidates if c.size == name), None)
    if found is None:
        listed = ", ".join(c.size for c in answer.candidates)
        raise Refused(Fault("size", f"{name} is not in this rating table", f"one of {listed}"))
    return found


def _drop_working(brief: SizingBrief, c: Candidate) -> Working:
    lengths = root(3) if brief.supply.system == "ac-three" else put(brief.poles)
    metre = put(c.ohms_per_m, "mohm", 1000)
    return worked(
        "Lost on the way",
        "amps x lengths in the loop x run x resistance of a metre, warm",
        put(brief.load.amps or 0.0, "A") * lengths * put(brief.run_m, "m") * metre,
        "V",
        bases()[brief.conductor.basis].source,
        f", {c.drop_percent:.2f} % of {brief.supply.volts:g} V",
    )


def what_drop(brief: SizingBrief, name: str) -> Sum:
    """What a size loses over a run, and how far it would go within the loss allowed."""
    answer = size(brief)
    c = _candidate(answer, name)
    fits = "It fits." if c.fits else "It fails on: " + ", ".join(c.fails) + "."
    return Sum(
        (
            Figure("Lost", c.drop_volts, "V", 2),
            Figure("of the supply", c.drop_percent, "%", 2),
            Figure("Arrives at", brief.supply.volts - c.drop_volts, "V", 1),
            Figure("Goes at most", longest_run_m(brief, c.drop_percent), "m", limit="most"),
            Figure("Heat in it", c.loss_watts, "W"),
        ),
        fits,
        workings=(_drop_working(brief, c),),
        brief=brief,
        sizing=answer,
        taken=name,
    )


def what_current(brief: SizingBrief, name: str) -> Sum:
    """The most a size may carry over a run: by its rating, and by the loss allowed, whichever is less."""
    rating = _candidate(size(brief), name).rating_amps
    low, high = 0.0, rating * 4
    for _ in range(50):
        middle = (low + high) / 2
        c = _candidate(size(replace(brief, load=Load(amps=max(middle, 1e-6)))), name)
        low, high = (middle, high) if c.drop_percent <= brief.drop_limit_percent else (low, middle)
    answer = min(low, rating)
    at_most = replace(brief, load=Load(amps=answer))
    taken = size(at_most)
    return Sum(
        (
            Figure("At most", answer, "A", limit="most"),
            Figure("by its rating", rating, "A", limit="most"),
            Figure("by the loss allowed", low, "A", limit="most"),
        ),
        "The rating decides." if rating <= low else "The loss decides.",
        (
            ScaleMark(rating, "rating", "limit"),
            ScaleMark(low, "loss allowed", "limit"),
            ScaleMark(answer, "at most", "answer"),
        ),
        "A",
        workings=(_drop_working(at_most, _candidate(taken, name)),),
        brief=at_most,
        sizing=taken,
        taken=name,
    )


def what_gauge(given: Size) -> Sum:
    """A size in the other units: mm2, gauge, circular mils, strands."""
    area = given.cross_section_mm2
    metrics, gauges = [metric(m) for m in metric_resistances()], [awg(g) for g in GAUGES]
    up_metric, up_gauge = _next_up(area, metrics), _next_up(area, gauges)
    near = [s for s in metrics + gauges if 0.35 <= s.cross_section_mm2 / area <= 2.6]
    marks = tuple(
        ScaleMark(s.cross_section_mm2, s.name.replace("mm2", "mm²"), "quiet")
        for s in near
        if s.name != given.name
    )
    strands = [
        r["usual_strands"]
        for r in rows("conductors-metric.csv")
        if float(r["cross_section_mm2"]) == area
    ]
    ohms = ohms_per_m_20(given) if given.unit == "AWG" or area in metric_resistances() else None
    figures = [
        Figure("Copper", area, "mm²", 3),
        Figure("Circular mils", circular_mils(area), "cmil", 0),
        Figure("Next metric up", up_metric),
        Figure("Next gauge up", up_gauge),
    ]
    if ohms is not None:
        figures.append(Figure("A metre at 20 °C", ohms * 1000, "mohm", 2))
    if strands:
        figures.append(Figure("Usual strands", strands[0].replace("x", " x ")))
    return Sum(
        tuple(figures),
        "A bigger gauge number is a thinner wire. A metric size is a maximum resistance; a gauge is nominal copper.",
        (*marks, ScaleMark(area, given.name.replace("mm2", "mm²"), "answer")),
        "mm²",
        log=True,
        workings=(
            Working(
                "Circular mils",
                "mm² / 0.0005067",
                f"{area:.4g} / 0.0005067",
                f"{circular_mils(area):.0f} cmil",
                "ASTM B258: a gauge n is 0.127 mm x 92^((36 - n) / 39) across",
            ),
        ),
    )


def _next_up(area: float, made: list[Size]) -> str:
    return next((s.name for s in made if s.cross_section_mm2 >= area * 0.999), "none")


def what_amps(watts: float, volts: float, power_factor: float, efficiency: float) -> Sum:
    """A power as a current, on each system of that voltage."""
    amps = {
        "DC": amps_of_watts(watts, "dc", volts, 1.0, efficiency),
        "single-phase": amps_of_watts(watts, "ac-single", volts, power_factor, efficiency),
        "three-phase": amps_of_watts(watts, "ac-three", volts, power_factor, efficiency),
    }
    single = amps["single-phase"]
    return Sum(
        tuple(Figure(name, value, "A", 2) for name, value in amps.items()),
        "A load that draws constant power draws most at the lowest volts it still runs at: size at those.",
        tuple(ScaleMark(value, name, "answer") for name, value in amps.items()),
        "A",
        workings=(
            Working(
                "Single-phase",
                "watts / (volts x power factor x efficiency)",
                f"{watts:g} / ({volts:g} x {power_factor:g} x {efficiency:g})",
                f"{single:.3g} A",
                "Ohm's law",
            ),
        ),
    )


def what_duty(amps: float, duty_percent: float) -> Sum:
    """The steady current that heats a lead as a duty cycle does."""
    heating = amps * math.sqrt(duty_percent / 100)
    return Sum(
        (Figure("Heats as", heating, "A"), Figure("Drops volts as", amps, "A")),
        "Volt drop goes by the full current. On a ten-minute cycle a thin lead heats more than this says.",
        (ScaleMark(amps, "while it works", "given"), ScaleMark(heating, "heats as", "answer")),
        "A",
        workings=(
            Working(
                "Heating current",
                "amps x square root of the duty",
                f"{amps:g} x sqrt({duty_percent / 100:g})",
                f"{heating:.1f} A",
                "equal heat over short cycles",
            ),
        ),
    )


def what_fuse(family: str, amps: float, rating_amps: float) -> Sum:
    """The smallest usual fuse that carries a load, held against what the cable carries."""
    fuse = smallest_carrying(family, amps)
    found = families()[family]
    if fuse is None:
        return Sum((Figure("Fuse", "none"),), f"{found.name} goes up to {max(found.amps):g} A.")
    fits = fuse <= rating_amps
    said = (
        "It carries the load and guards the cable."
        if fits
        else "It is larger than the cable carries: a larger cable, or a smaller load."
    )
    marks = [
        ScaleMark(amps, "load", "given"),
        ScaleMark(fuse, "fuse", "answer"),
        ScaleMark(rating_amps, "cable", "limit"),
    ]
    if family == "blade-32v":
        said += f" A blade carries 80 % of its figure for long: {fuse * 0.8:g} A."
        marks.append(ScaleMark(fuse * 0.8, "for long", "quiet"))
    return Sum(
        (
            Figure("Fuse", fuse, "A", 0),
            Figure("Made for", f"{found.volts:g} V {found.kind}"),
            Figure("Breaks", found.breaking_capacity_ka, "kA", 0),
        ),
        said,
        tuple(marks),
        "A",
        workings=(
            Working(
                "Fuse",
                "load <= fuse <= what the cable carries",
                f"{amps:g} <= {fuse:g} <= {rating_amps:g}",
                "holds" if fits else "does not hold",
                found.source,
            ),
        ),
    )


def what_heat(cable: Cable, amps: float, ambient_c: float, limit_c: float) -> Sum:
    """How warm a cable gets straight, and coiled."""
    states = {0: "straight", 1: "one layer on a drum", 2: "two layers", 4: "coiled, four layers"}
    warm = {words: warmth(cable, amps / (k_drum(n) or 1), ambient_c) for n, words in states.items()}
    straight = warm["straight"]
    return Sum(
        (
            Figure("Copper, straight", straight.conductor_c, "°C", 0),
            Figure("Sheath, straight", straight.sheath_c, "°C", 0),
            Figure("Copper, coiled", warm["coiled, four layers"].conductor_c, "°C", 0),
            Figure("Reaches its limit at", amps_at(cable, limit_c, ambient_c), "A", limit="most"),
        ),
        "A heat balance in still air; coiled, as if the current were divided by the drum factor.",
        (
            ScaleMark(ambient_c, "around it", "given"),
            *(ScaleMark(w.conductor_c, words, "answer") for words, w in warm.items()),
            ScaleMark(limit_c, "limit", "limit"),
        ),
        "°C",
        workings=(
            Working(
                "Heat",
                "amps squared x ohm a metre x loaded cores = convection + radiation",
                f"{amps:g} A, {cable.outside_mm:g} mm over all, {ambient_c:g} °C",
                f"{straight.watts_per_m:.2f} W/m",
                "Churchill and Chu; Stefan and Boltzmann; IEC 60287-2-1, 5 K m/W",
            ),
        ),
    )


@dataclass(frozen=True)
class FaultPath:
    """A supply's fault path: volts to earth, the loop up to the lead (ohm), what guards it; the cable's insulation."""

    volts: float
    loop_ohms: float
    guard: Guard
    insulation: str = "rubber"
    max_c: float = 60.0


def what_earth_length(which: Size, path: FaultPath) -> Sum:
    """The longest lead at whose far end a fault to earth clears in time, and whether its copper outlasts a short.

    Parameters: which size; path, the supply's. Returns: Sum. Source: IEC 60364-4-41, IEC 60364-4-43.
    """
    guard, within = path.guard, earth_fault_seconds(path.volts)
    wanted = amps_to_clear(guard, within)
    if wanted is None:
        said = f"Nothing is known of how soon {guard.word} acts: only a residual-current device answers in time."
        return Sum((Figure("At most", "not known"),), said)
    cool = put(ohms_per_m_20(which), "mohm", 1000)
    alpha = put(materials()["copper"].alpha20_per_k)
    hot = put(2) * cool * (put(1) + alpha * (put(path.max_c) - put(20)))
    run = longest_m(path.volts, path.loop_ohms, wanted, hot.value)
    near = path.volts / path.loop_ohms if path.loop_ohms else math.inf
    stands = withstand_a2s(which.cross_section_mm2, path.insulation)
    passes = max(let_through_a2s(guard, a) for a in (wanted, near))
    loop = (put(0.95) * put(path.volts, "V") / put(wanted, "A") - put(path.loop_ohms, "ohm")) / hot
    said = f"{guard.word[0].upper()}{guard.word[1:]} clears a fault to earth within {within:g} s up to there."
    if not run:
        said = f"The supply's own loop lets too little through already for {within:g} s: a residual-current device."
    if passes > stands:
        said += f" But a short lets {passes:.0f} A²s through, and the copper stands {stands:.0f}: take a larger size."
    figures = (
        Figure("At most", run, "m", limit="most"),
        Figure("Current wanted", wanted, "A", 0, limit="least"),
        Figure("Within", within, "s"),
        Figure("A short lets through", passes, "A²s", 0),
        Figure("The copper stands", stands, "A²s", 0),
    )
    marks = (
        ScaleMark(0, "supply", "given"),
        ScaleMark(run, "the far end still clears", "answer", upto=0.0),
    )
    title = "(0.95 x volts / amps wanted - loop) / ohm of a metre, out and back, hot"
    source = (
        "IEC 60364-4-41: 0.8, 0.4, 0.2 s by volts to earth; let-through generic, its maker decides"
    )
    work = (worked("Longest run", title, loop, "m", source),) if run else ()
    return Sum(figures, said, marks, "m", workings=work)


def what_die(outside_mm: float, bore_mm: float, copper_mm2: float, across_flats_mm: float) -> Sum:
    """What a hexagonal die makes of a lug and its copper. Raises Refused where the bore is wider than the barrel."""
    if bore_mm >= outside_mm:
        raise Refused(
            Fault(
                "bore",
                "the bore is wider than the barrel",
                "the bore, then the outside, both across",
            )
        )
    die = hexagon_mm2(across_flats_mm)
    found = pressed(outside_mm, bore_mm, copper_mm2, die)
    marks = (
        ScaleMark(found.ratio, "this die", "answer"),
        ScaleMark(LOOSE_BELOW, "loose below", "limit"),
        ScaleMark(USUAL_FROM, "usual", "quiet", upto=USUAL_TO),
        ScaleMark(max(USUAL_TO * 1.2, found.ratio * 1.1), "flash, cracks", "quiet"),
    )
    ring = Disc(
        "barrel and copper", f"{found.metal_mm2:.0f} mm² of metal", outside_mm, bore_mm, copper_mm2
    )
    hole = Disc("die, closed", f"{die:.0f} mm²", math.sqrt(4 * die / math.pi))
    work = Working(
        "Press ratio",
        "(barrel section + copper) / closed die area",
        f"(0.785 x ({outside_mm:g}² - {bore_mm:g}²) + {copper_mm2:g}) / {die:.1f}",
        f"{found.ratio:.3f}",
        "geometry; 1.02 to 1.20 usual: advice, the maker's die code decides",
    )
    figures = (
        Figure("Press ratio", found.ratio, "", 2),
        Figure("Copper fills", found.fill * 100, "% of the bore", 0),
        Figure("It is", found.verdict),
    )
    return Sum(figures, found.words, marks, workings=(work,), discs=(ring, hole))


def what_sleeve(widest_mm: float, thinnest_mm: float, covered_mm: float, adhesive: bool) -> Sum:
    """Which sleeve goes over the widest and grips the thinnest, and how long to cut it. Raises Refused."""
    if thinnest_mm > widest_mm:
        raise Refused(
            Fault(
                "thinnest", "the thinnest is wider than the widest", "the two the other way round"
            )
        )
    found, ratio = (
        sleeve_for(widest_mm, thinnest_mm, adhesive),
        ratio_wanted(widest_mm, thinnest_mm),
    )
    long = cut_mm(covered_mm, adhesive)
    work = Working(
        "Cut length",
        "covered length / (1 - what it draws in along its length)",
        f"{covered_mm:g} / (1 - {SHRINKS_LINED if adhesive else SHRINKS:g})",
        f"{long:.0f} mm",
        "10 % usual, 13 % adhesive-lined; generic, check your part",
    )
    cut = Figure("Cut it", long, "mm", 0)
    things = (
        Disc("widest", f"{widest_mm:g} mm", widest_mm),
        Disc("thinnest", f"{thinnest_mm:g} mm", thinnest_mm),
    )
    if found is None:
        said = f"No single size does both: {ratio:.1f} to 1 would. Take two layers, or a sleeve of a higher ratio."
        return Sum((Figure("Sleeve", "none"), cut), said, workings=(work,), discs=things)
    before = Disc(
        "sleeve, before", f"{found.expanded_mm:g} mm bore", found.expanded_mm + 1, found.expanded_mm
    )
    after = Disc(
        "sleeve, after",
        f"{found.recovered_mm:g} mm bore",
        found.recovered_mm + 1.6,
        found.recovered_mm,
    )
    lined = ", adhesive-lined" if found.adhesive else ""
    said = f"{found.expanded_mm:g} mm {found.ratio}{lined} passes the widest with a tenth to spare "
    said += "and grips the thinnest."
    figures = (Figure("Sleeve", f"{found.expanded_mm:g} mm"), Figure("Ratio", found.ratio), cut)
    return Sum(figures, said, workings=(work,), discs=(before, things[0], after, things[1]))
