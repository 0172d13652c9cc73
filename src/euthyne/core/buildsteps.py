"""The steps of a lead's build: its parts and cores put in an order, in words for the bench."""

from dataclasses import dataclass
from functools import cache

from euthyne.core.part import Part, ThreadedPart
from euthyne.core.strip import StripPlan
from euthyne.core.threading import BuildPlan, End, Event, Order, Threaded, order
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


@dataclass(frozen=True)
class EndToBuild:
    """An end as the build needs it: its part, its strip plan, the colour scheme, the fuse it takes."""

    part: Part
    strip: StripPlan
    scheme: str
    fuse_amps: float | None


def threading_plan(cable_od_mm: float, a: EndToBuild, b: EndToBuild) -> BuildPlan:
    """The build as the order solver takes it: parts and events of both ends."""
    ends: tuple[tuple[End, EndToBuild], ...] = (("A", a), ("B", b))
    return BuildPlan(
        cable_od_mm,
        tuple(t for end, e in ends for t in _threaded(end, e)),
        tuple(v for end, e in ends for v in _events(end, e)),
    )


def _threaded(end: End, e: EndToBuild) -> list[Threaded]:
    total = len(e.part.threaded)
    return [
        Threaded(f"{end}-{t.id}", end, total - i, t.bore_mm, needed_by=f"{end}-close")
        for i, t in enumerate(e.part.threaded)
    ]


def _events(end: End, e: EndToBuild) -> list[Event]:
    body = e.part.height_mm
    found = [Event(f"{end}-strip", end, "knife"), Event(f"{end}-cores", end, "stripper", after=(f"{end}-strip",))]
    last = f"{end}-cores"
    for core in sorted(e.strip.cores, key=lambda c: -c.core_mm):
        found.append(Event(f"{end}-land-{core.core}", end, "driver", od_mm=body, after=(last,)))
        last = found[-1].id
    found.append(Event(f"{end}-grip", end, "driver", od_mm=body, after=(last,)))
    last = f"{end}-grip"
    if e.fuse_amps is not None:
        found.append(Event(f"{end}-fuse", end, "hand", od_mm=body, after=(last,)))
        last = f"{end}-fuse"
    return [*found, Event(f"{end}-close", end, "driver", od_mm=body, after=(last,))]


@cache
def order_of(build: BuildPlan) -> Order:
    """The solved order of a build; the same build is solved once."""
    return order(build)


def steps(a: EndToBuild, b: EndToBuild, cable_od_mm: float, cable_words: str, cut_m: float) -> tuple[BuildStep, ...]:
    """Every step of a build, in order.

    Parameters: both ends; the cord's outside diameter in mm; its words; the cut length in m.
    Returns: the steps, lay-out and cut first; empty when no order exists.
    """
    solved = order_of(threading_plan(cable_od_mm, a, b))
    if solved.trapped:
        return ()
    ends = {"A": a, "B": b}
    first = (_lay_out(a, b), _cut(cable_words, cut_m))
    return first + tuple(_step(s.what, s.end, ends[s.what[0]], s.threads) for s in solved.steps)


def _lay_out(a: EndToBuild, b: EndToBuild) -> BuildStep:
    parts = [t.words for e in (a, b) for t in e.part.threaded]
    threaded = f" Loose parts to find now: {', '.join(parts)}." if parts else ""
    return BuildStep(
        "lay-out",
        "lay-out",
        None,
        "Lay everything out and try it dry",
        f"{a.part.words}. {b.part.words}.{threaded}",
        MISTAKES["lay-out"],
        "all here",
    )


def _cut(cable_words: str, cut_m: float) -> BuildStep:
    detail = "Square, with a cable shear. Measure twice along the cord lying straight."
    return BuildStep("cut", "cut", None, f"Cut {cut_m:.2f} m of {cable_words}", detail, MISTAKES["cut"], "it is cut")


def _step(what: str, fed_from: End, e: EndToBuild, threads: bool) -> BuildStep:
    home: End = "A" if what[0] == "A" else "B"
    _, kind, *rest = what.split("-")
    if threads:
        return _thread(what, home, fed_from, e, next(t for t in e.part.threaded if t.id == kind))
    if kind == "land":
        return _land(what, home, e, rest[0])
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


def _land(what: str, home: End, e: EndToBuild, core: str) -> BuildStep:
    cavity = next(c.cavity for c in e.strip.cores if c.core == core)
    tint = colour(e.scheme, core)
    astray = "" if cavity == core else f" The map puts the {function_of(core)} core in {cavity}."
    return BuildStep(
        what,
        "land",
        home,
        f"Put the {tint} core in the {e.part.short}, terminal {cavity}",
        f"Screw slack first, strands in to the insulation, tighten, tug. Again after ten minutes.{astray}",
        MISTAKES["land"],
        f"{tint} is in {cavity}",
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
