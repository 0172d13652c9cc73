"""The steps of a lead's build: its parts and cores put in an order, in words for the bench."""

from dataclasses import dataclass
from functools import cache

from euthyne.core.part import Part, ThreadedPart
from euthyne.core.sleeve import Sleeve, copper_mm, covered_on_lug_mm, cut_mm, sleeve_for
from euthyne.core.strip import StripPlan
from euthyne.core.termination import TERMINATIONS
from euthyne.core.threading import CABLE, HAND, BuildPlan, End, Event, Gate, Order, Threaded, gates, order
from euthyne.core.wiremap import colour, function_of

MISTAKES = {
    "lay-out": "Parts not counted before the cut are found missing after it.",
    "cut": "Cut from the wrong mark, a lead is only ever shorter.",
    "thread": "Forgotten more often than anything else: then every core comes out of its terminal again.",
    "strip": "A blade that rings the sheath too deep marks a core. A marked core is cut back and done again.",
    "cores": "A nicked strand is a hot strand. None may be lost of up to six.",
    "land": "A strand outside the terminal, or insulation under its screw, is a fault waiting for a load.",
    "grip": "A grip on the cores instead of the sheath pulls them from their terminals.",
    "fuse": "A bigger fuse than the lead carries protects nothing.",
    "gate": "This is where a forgotten part costs a connector and an evening.",
    "shrink": "Heat in one place burns the sleeve and leaves its end loose.",
    "close": "A core pinched under a boss is cut through by the last turn of the screw.",
}


@dataclass(frozen=True)
class BuildStep:
    """One step as the bench shows it: what to do, its numbers, the mistake people make here."""

    key: str
    kind: str
    end: End | None
    headline: str
    detail: str
    mistake: str
    button: str
    core: str | None = None
    part: str | None = None
    judge: tuple[str, ...] = ()


@dataclass(frozen=True)
class EndToBuild:
    """An end as the build needs it: its part, its strip plan, the colour scheme, the fuse it takes."""

    part: Part
    strip: StripPlan
    scheme: str
    fuse_amps: float | None


@dataclass(frozen=True)
class CableToBuild:
    """The cable as the build needs it: over all and each core in mm, whether a sheath is round them, the conductor."""

    over_all_mm: float
    core_mm: float
    sheathed: bool
    size: str
    copper_mm2: float


def threading_plan(cable: CableToBuild, a: EndToBuild, b: EndToBuild) -> BuildPlan:
    """The build as the order solver takes it: parts and events of both ends, on the cable and on its cores."""
    ends: tuple[tuple[End, EndToBuild], ...] = (("A", a), ("B", b))
    cores = {c.core: cable.core_mm for _, e in ends for c in e.strip.cores}
    return BuildPlan(
        cable.over_all_mm,
        tuple(t for end, e in ends for t in _threaded(end, e, cable)),
        tuple(v for end, e in ends for v in _events(end, e, cable)),
        cores,
    )


def sleeve_on(e: EndToBuild, cable: CableToBuild) -> Sleeve | None:
    """The sleeve for each core of an end: over its insulation, gripping the copper's barrel; None where none is used.

    Barrels are taken half as wide again as their copper: generic, check your part.
    """
    if not TERMINATIONS[e.part.joint].sleeved:
        return None
    barrel = 1.5 * copper_mm(cable.copper_mm2)
    return sleeve_for(max(cable.core_mm, barrel), min(cable.core_mm, barrel), adhesive=e.part.joint == "lug")


def _threaded(end: End, e: EndToBuild, cable: CableToBuild) -> list[Threaded]:
    total = len(e.part.threaded)
    found = [
        Threaded(f"{end}-{t.id}", end, total - i, t.bore_mm, needed_by=f"{end}-close", facing=t.facing)
        for i, t in enumerate(e.part.threaded)
    ]
    sleeve = sleeve_on(e, cable)
    first = (f"{end}-strip",) if cable.sheathed else ()
    for core in e.strip.cores:
        if sleeve is not None:
            needed = f"{end}-shrink-{core.core}"
            found.append(Threaded(f"{end}-sleeve-{core.core}", end, 1, sleeve.expanded_mm, needed, first, on=core.core))
        elif e.part.joint == "wire-seal":
            needed = f"{end}-land-{core.core}"
            bore = e.part.grip_mm[1]
            found.append(Threaded(f"{end}-wireseal-{core.core}", end, 1, bore, needed, first, on=core.core))
    return found


def _events(end: End, e: EndToBuild, cable: CableToBuild) -> list[Event]:
    body, kind = e.part.height_mm, TERMINATIONS[e.part.joint]
    found = [Event(f"{end}-strip", end, "knife")] if cable.sheathed else []
    found.append(Event(f"{end}-cores", end, "stripper", after=tuple(v.id for v in found)))
    last, sleeve = f"{end}-cores", sleeve_on(e, cable)
    closes = e.part.grips or bool(e.part.threaded)
    for core in sorted(e.strip.cores, key=lambda c: -c.core_mm):
        on = CABLE if closes and not kind.lasting else (core.core,)
        wide = body if on == CABLE else max(2.2 * cable.core_mm, body / 2)
        lost = core.strip_mm + cable.core_mm
        land = Event(f"{end}-land-{core.core}", end, kind.tool, wide, (last,), kind.lasting, on, lost)
        found.append(land)
        if sleeve is not None:
            found.append(Event(f"{end}-shrink-{core.core}", end, "heat gun", wide, (land.id,), on=(core.core,)))
        last = land.id if on == CABLE else last
    landed = tuple(v.id for v in found if v.id.split("-")[1] in ("land", "shrink"))
    if e.part.grips:
        found.append(Event(f"{end}-grip", end, "driver", body, landed))
        landed = (f"{end}-grip",)
    if e.fuse_amps is not None:
        found.append(Event(f"{end}-fuse", end, HAND, body, landed))
        landed = (f"{end}-fuse",)
    return [*found, Event(f"{end}-close", end, "driver", body, landed)] if closes else found


@cache
def order_of(build: BuildPlan) -> Order:
    """The solved order of a build; the same build is solved once."""
    return order(build)


def steps(
    a: EndToBuild, b: EndToBuild, cable: CableToBuild, cable_words: str, cut_m: float, pieces: int = 1
) -> tuple[BuildStep, ...]:
    """Every step of a build, in order, with a gate before each that can not be undone.

    Parameters: both ends; the cable, its words; the cut length in m and how many pieces of it.
    Returns: the steps, lay-out and cut first; empty when no order exists.
    """
    build = threading_plan(cable, a, b)
    solved = order_of(build)
    if not solved.possible:
        return ()
    ends = {"A": a, "B": b}
    shut = {g.before: g for g in gates(build, solved.steps)}
    found = [_lay_out(a, b, build, cable), _cut(cable_words, cut_m, pieces)]
    for s in solved.steps:
        e = ends[s.what[0]]
        if s.what in shut and (shut[s.what].on_cable_from_tip or shut[s.what].on_core_from_tip):
            found.append(_gate(shut[s.what], e))
        found.append(_step(s.what, s.end, e, s.threads, cable))
    return tuple(found)


def part_words(part_id: str, a: EndToBuild, b: EndToBuild) -> str:
    """A threaded part in words: the gland nut of the plug, the sleeve of the + core."""
    end, kind, *rest = part_id.split("-", 2)
    e, which = (a, "supply end") if end == "A" else (b, "load end")
    if kind in ("sleeve", "wireseal") and rest:
        name = "sleeve" if kind == "sleeve" else "wire seal"
        return f"the {name} on the {colour(e.scheme, rest[0])} core, {function_of(rest[0])}, {which}"
    return f"the {next((t.words for t in e.part.threaded if t.id == part_id[2:]), kind)} of the {e.part.short}, {which}"


def _gate(gate: Gate, e: EndToBuild) -> BuildStep:
    home: End = "A" if gate.before[0] == "A" else "B"
    on = [part_words(x, e, e) for x in gate.on_cable_from_tip]
    core = gate.before.split("-", 2)[2] if gate.before.count("-") > 1 else ""
    on += [part_words(x, e, e) for c, ids in gate.on_core_from_tip.items() if c == core or not core for x in ids]
    locked = [part_words(x, e, e) for x in gate.locked_out_after]
    after = f" After the next step {' and '.join(locked)} can not go on any more." if locked else ""
    return BuildStep(
        f"gate-{gate.before}",
        "gate",
        home,
        "Stop. Is everything on?",
        f"From the tip inwards: {', then '.join(on)}. Touch each one.{after}",
        MISTAKES["gate"],
        "all of it is on",
        core=core or None,
    )


def _lay_out(a: EndToBuild, b: EndToBuild, build: BuildPlan, cable: CableToBuild) -> BuildStep:
    parts = [t.words for e in (a, b) for t in e.part.threaded]
    tools = ["cable shear", *dict.fromkeys(e.tool for e in build.events if e.tool != HAND)]
    threaded = f" Loose parts to find now: {', '.join(parts)}." if parts else ""
    return BuildStep(
        "lay-out",
        "lay-out",
        None,
        "Lay everything out and try it dry",
        f"{a.part.words}. {b.part.words}.{threaded}{_sleeves(a, b, cable)} Tools: {', '.join(tools)}.",
        MISTAKES["lay-out"],
        "all here",
    )


def _sleeves(a: EndToBuild, b: EndToBuild, cable: CableToBuild) -> str:
    """The sleeves to lay out, counted by size; what would do where no single size does."""
    wanted: dict[str, int] = {}
    lacking = False
    for e in (a, b):
        sleeve = sleeve_on(e, cable)
        if sleeve is not None:
            name = f"{sleeve.expanded_mm:g} mm {sleeve.ratio}"
            wanted[name] = wanted.get(name, 0) + len(e.strip.cores)
        lacking = lacking or (sleeve is None and TERMINATIONS[e.part.joint].sleeved)
    counted = f" Sleeves: {', '.join(f'{n} of {name}' for name, n in wanted.items())}." if wanted else ""
    return counted + (" No single sleeve does both here: two layers, or a higher ratio." if lacking else "")


def _cut(cable_words: str, cut_m: float, pieces: int) -> BuildStep:
    many = f"{pieces} times " if pieces > 1 else ""
    detail = "Square, with a cable shear. Measure twice along the cord lying straight."
    return BuildStep(
        "cut", "cut", None, f"Cut {many}{cut_m:.2f} m of {cable_words}", detail, MISTAKES["cut"], "it is cut"
    )


def _step(what: str, fed_from: End, e: EndToBuild, threads: bool, cable: CableToBuild) -> BuildStep:
    home: End = "A" if what[0] == "A" else "B"
    _, kind, *rest = what.split("-", 2)
    if threads and kind in ("sleeve", "wireseal"):
        return _on_core(what, home, e, rest[0], cable)
    if threads:
        return _thread(what, home, fed_from, e, next(t for t in e.part.threaded if t.id == what[2:]))
    if kind == "land":
        return _land(what, home, e, rest[0], cable)
    if kind == "shrink":
        return _shrink(what, home, e, rest[0], cable)
    return {"strip": _strip, "cores": _cores, "grip": _grip, "fuse": _fuse, "close": _close}[kind](what, home, e)


def _thread(what: str, home: End, fed_from: End, e: EndToBuild, t: ThreadedPart) -> BuildStep:
    way = f"from the {e.part.short} end" if fed_from == home else f"from the far end, for the {e.part.short}"
    return BuildStep(
        what,
        "thread",
        home,
        f"Thread the {t.words} {way}",
        f"{t.facing[0].upper()}{t.facing[1:]}. Once the cores are in their terminals it can not go on any more.",
        MISTAKES["thread"],
        f"{t.words} is on",
        part=t.id,
    )


def _strip(what: str, home: End, e: EndToBuild) -> BuildStep:
    headline = f"Take {e.strip.sheath_mm:.0f} mm of sheath off the {e.part.short} end"
    detail = f"The sheath must reach {e.strip.inside_mm:.0f} mm past the grip. Bend the cord and look: no core marked."
    return BuildStep(what, "strip", home, headline, detail, MISTAKES["strip"], "sheath is off")


def _cores(what: str, home: End, e: EndToBuild) -> BuildStep:
    cut = ", ".join(f"{c.core} {c.core_mm:.0f} mm" for c in e.strip.cores)
    low, high = e.part.strip_mm
    return BuildStep(
        what,
        "cores",
        home,
        f"Trim the {e.part.short} cores to length, bare {low:.0f} to {high:.0f} mm",
        f"From the end of the grip: {cut}. Twist the strands; never tin them.",
        MISTAKES["cores"],
        "cores are bare",
    )


def _on_core(what: str, home: End, e: EndToBuild, core: str, cable: CableToBuild) -> BuildStep:
    sleeve = sleeve_on(e, cable)
    tint = colour(e.scheme, core)
    if sleeve is None:
        words, detail = "wire seal", "Its wide end to the tip. It holds the insulation, never bare copper."
    else:
        covered = covered_on_lug_mm(e.part.strip_mm[1]) if e.part.joint == "lug" else e.part.strip_mm[1] + 15
        long = cut_mm(covered, sleeve.adhesive)
        words = "sleeve"
        lined = ", adhesive-lined" if sleeve.adhesive else ""
        detail = (
            f"{sleeve.expanded_mm:g} mm bore, {sleeve.ratio}{lined}, cut {long:.0f} mm. Park it well back from heat."
        )
    return BuildStep(
        what, "on-core", home, f"Put the {words} on the {tint} core, {e.part.short} end", detail, MISTAKES["thread"],
        f"{words} is on", core=core, part=f"{'sleeve' if sleeve else 'wireseal'}-{core}",
    )  # fmt: skip


def _land(what: str, home: End, e: EndToBuild, core: str, cable: CableToBuild) -> BuildStep:
    cavity = next(c.cavity for c in e.strip.cores if c.core == core)
    kind, tint = TERMINATIONS[e.part.joint], colour(e.scheme, core)
    astray = "" if cavity == core else f" The map puts the {function_of(core)} core in {cavity}."
    low, high = e.part.strip_mm
    said = {"tint": tint, "short": e.part.short, "cavity": cavity, "size": cable.size, "low": low, "high": high}
    return BuildStep(
        what,
        "land",
        home,
        kind.headline.format(**said),
        kind.detail.format(**said) + astray,
        kind.mistake,
        f"{tint} is in {cavity}" if e.part.joint != "lug" else f"{tint} lug is on",
        core=core,
        judge=kind.judge,
    )


def _shrink(what: str, home: End, e: EndToBuild, core: str, cable: CableToBuild) -> BuildStep:
    tint = colour(e.scheme, core)
    where = "over the barrel and 12 mm of insulation, never the palm" if e.part.joint == "lug" else "over the joint"
    return BuildStep(
        what,
        "shrink",
        home,
        f"Slide the {tint} core's sleeve back and shrink it",
        f"It lies {where}. From the middle to the ends, turning all the while.",
        MISTAKES["shrink"],
        "sleeve is tight",
        core=core,
    )


def _grip(what: str, home: End, e: EndToBuild) -> BuildStep:
    low, high = e.part.grip_mm
    return BuildStep(
        what,
        "grip",
        home,
        f"Clamp the cord grip of the {e.part.short} on the sheath",
        f"It holds {low:g} to {high:g} mm. Pull 60 N, 80 N at 16 A: 2 mm of slip at most. Then twist.",
        MISTAKES["grip"],
        "grip holds",
    )


def _fuse(what: str, home: End, e: EndToBuild) -> BuildStep:
    return BuildStep(
        what,
        "fuse",
        home,
        f"Fit the {e.fuse_amps:g} A fuse in the {e.part.short}",
        "Read the figure on the fuse itself. It should sit tight in both clips.",
        MISTAKES["fuse"],
        f"{e.fuse_amps:g} A is in",
    )


def _close(what: str, home: End, e: EndToBuild) -> BuildStep:
    return BuildStep(
        what,
        "close",
        home,
        f"Close the {e.part.short}",
        "Cores down in their channels, clear of bosses and screws. The lid shuts without force.",
        MISTAKES["close"],
        f"{e.part.short} is closed",
    )
