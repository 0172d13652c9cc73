"""The laws of a lead stated a second time, in the tests' own words and with their own sums: what a lead
must never be. Each law is a function of the facts of a lead: True where it is broken, None where these
sums do not reach.
"""

from itertools import combinations

import stated_amps
from facts import (
    COUNTRY,
    GREEN_EARTH,
    POWER_NAMES,
    SIGNAL_SCHEMES,
    STUDS,
    feeds_power,
    into_its_terminals,
    meaning,
)

from euthyne.core.kinds import Trait
from euthyne.core.plan import plan_of
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.cable import outside_diameter


def law_1(x):
    """Green-yellow, a green earth's green, a bare core: the earth and nothing else; and the earth is so."""
    thick = (
        x.ends.scheme == "north-america"
        and x.lead.conductor.size is not None
        and plan_of(x.lead).conductor.size.cross_section_mm2 >= 21.14
    )
    for cable, core, _, fitting, cavity in x.landed:
        laid = x.plan.conductor.laid[cable]
        signal = not x.mains and (laid.type.screened or x.ends.scheme in SIGNAL_SCHEMES)
        tint = x.tint(cable, core)
        kept = {
            "green-yellow": not signal and (x.mains or (laid.type.cord and not laid.cable.jumper)),
            "green": x.ends.scheme in GREEN_EARTH,
            "bare": not signal,
        }.get(tint, False)
        uses = {meaning(core), meaning(x.purpose(fitting, cavity))}
        if (
            kept
            and (uses - {"", "earth"} or core.isdigit())
            and not (core == "S" and tint == "bare")
        ):
            return True
        if "earth" in uses and tint not in ("green-yellow", "green", "bare") and not thick:
            return True
    return False


def law_2(x):
    """Two cores of one place, each in the other's colour; a thin core marked into a neutral."""
    places = {}
    for cable, core, _, fitting, cavity in x.landed:
        if fitting in x.ours:
            place = x.fitting[fitting].place or fitting
            borne = (
                x.says(x.tint(cable, core)),
                meaning(x.purpose(fitting, cavity)),
                (cable, core),
            )
            places.setdefault(place, []).append((*borne, x.parts[fitting].face.reversible))
    exchanged = []
    for cores in places.values():
        for (says, use, one, both_ways), (says2, use2, other, _) in combinations(cores, 2):
            if (
                use2 in says
                and use in says2
                and use not in says
                and use2 not in says2
                and use
                and use2
            ):
                exchanged.append((frozenset((one, other)), both_ways))
    pairs = {pair for pair, _ in exchanged}
    if any(not all(b for p, b in exchanged if p == pair) for pair in pairs):
        return True
    if x.ends.scheme != "north-america":
        return False
    size = x.lead.conductor.size
    thick = size is not None and x.plan.conductor.size.cross_section_mm2 >= 21.14
    return not thick and any(
        core == "N"
        and x.says(x.tint(cable, core)) - {"neutral"}
        and "neutral" not in x.says(x.tint(cable, core))
        and x.tint(cable, core) != "green-yellow"
        for cable, core, *_ in x.landed
    )


def law_3(x):
    """Two cores that carry current, of unlike functions, in one colour: said, with their marking."""
    if Trait.APART in x.traits:
        return False  # each is a cable by itself, and bears its number
    if x.ends.scheme != "numbered" and _numbers_alike(x):
        return True
    if x.ends.scheme in SIGNAL_SCHEMES:
        return False
    # The bus wires of a tape have no colour: either of them is either line.
    own = [(cable, core) for cable, core, *_ in x.landed if x.cables[cable].type != "heating-tape"]
    here = {(x.tint(cable, core), core) for cable, core in own if core in POWER_NAMES}
    return any(a[0] == b[0] and a[1] != b[1] for a, b in combinations(here, 2))


def _numbers_alike(x):
    """Cores known by their numbers alone, and one of them set by hand to the colour of another."""
    numbers = [
        (x.tint(cable.id, core.id), cable.id, core)
        for cable in x.cables.values()
        for core in cable.cores
        if core.id.isdigit()
    ]
    return any(
        a[0] == b[0] and (a[2].colour == a[0] or b[2].colour == b[0])
        for a, b in combinations(numbers, 2)
    )


def law_4(x):
    """Colours of another country than that of its couplers, old colours, a cord that the country of its
    plug does not take: said.
    """
    if not x.mains or x.ends.plug_scheme is not None:
        return None
    if "-old" in x.ends.scheme:
        return True
    lands = {COUNTRY[x.parts[f].standard] for f in x.ours if x.parts[f].standard in COUNTRY}
    if len(lands) != 1 or x.ends.scheme in SIGNAL_SCHEMES:
        return None
    american = lands == {"us"}
    colours = american != (x.ends.scheme == "north-america")
    flex_is_there = any(c.existing is not None for c in x.lead.cables)
    if flex_is_there or x.plug.standard not in COUNTRY:
        return colours or None
    return colours or american != (x.type.basis == "cord-na")


def law_5(x):
    """A core of power lands at both its ends; one net has one function; a terminal is not overfull."""
    for w in x.lead.wires:
        if w.core.split(".")[1] in POWER_NAMES and not (w.a and w.b):
            return True
    at = {}
    for cable, core, _, fitting, cavity in x.landed:
        at.setdefault((fitting, cavity), []).append((cable, core))
    own = {
        p: {c for k, c in cores if not x.cables[k].jumper and c in (*POWER_NAMES, "E")}
        for p, cores in at.items()
    }
    for nets in x.nets:
        for net in nets:
            if len(set().union(*(own.get(p, set()) for p in net))) > 1:
                return True
    for (fitting, _), cores in at.items():
        if (
            not x.parts[fitting].positions
            and len({c for _, c in cores if c in (*POWER_NAMES, "E")}) > 1
        ):
            return True
        full = (
            x.size
            and len(cores) * x.size.cross_section_mm2
            > (6.0 if x.parts[fitting].joint == "blade" else x.parts[fitting].terminal_mm2[1])
            * 1.005
        )
        if full and len(cores) > 1 and fitting in x.ours:
            return True
    return False


def law_6(x):
    """Something lands in everything; a switch breaks every live, never the neutral alone."""
    used = {f for *_, f, _ in x.landed}
    if any(f.id not in used and not f.blanked for f in x.lead.fittings):
        return True
    if not x.mains or x.ends.switch == "none":
        return False
    cores = {c.id for k in x.cables.values() for c in k.cores}
    both_live = {"L1", "L2"} <= cores or any(
        x.parts[f].face.reversible for f in x.parts if x.fitting[f].part is not None and f in used
    )
    if x.ends.switch == "N" or (x.ends.switch == "L" and both_live):
        return True
    if len(x.nets) < 2:
        return False
    return any(
        {"supply", "load"} <= {x.side[f] for f, m in net if meaning(x.purpose(f, m)) == "line"}
        for net in x.nets[0]
    )


def law_7(x):
    """An earth that is needed runs through, whatever way its switches stand."""
    if not x.mains or not (x.brief.earthed or x.far[0].has_earth):
        return False

    def through(nets):
        for net in nets:
            here = {x.side[f] for f, m in net if x.purpose(f, m) == "E"}
            if {"supply", "load"} <= here:
                return True
            if Trait.BUS_WIRES in x.traits and "supply" in here and None in here:
                return True
        return False

    return not all(through(nets) for nets in x.nets)


def law_9(x):
    """No pin that a hand can reach is live, and no mains lead has pins at both ends."""
    dry = x.brief.place == "indoor"
    most = (25.0 if dry else 12.0) if x.mains else (60.0 if dry else 30.0)
    for f in x.ours:
        p, side = x.parts[f], x.side[f]
        bare = p.finger_safe not in ("yes", "recessed", "boot", "cover", "insulated")
        if side and bare and p.contact != "clamp" and x.sources - {side} and x.volts > most:
            return True
    return pins_at_both(x)


def pins_at_both(x, contact="pin"):
    ends = {x.side[f] for f, p in x.parts.items() if p.contact == contact}
    return x.mains and {"supply", "load"} <= ends


def law_10(x):
    """Each core in the cavity of its own function; each end the other half of what it goes into."""
    cells = x.brief.cells

    def pole(mark):
        return {"T0": "-", f"T{cells}": "+"}.get(mark, mark)

    def known(mark):
        return mark and (mark in (*POWER_NAMES, "E", "S") or mark.lstrip("LT").isdigit())

    exchanged, astray = [], False
    named = [
        dict(said.split(" ", 1) for said in getattr(x.brief, f"{end}_ways", "").split(", ") if said)
        for end in ("supply", "load")
    ]
    for w in x.lead.wires:
        one, other = (p.split(".", 1)[1] if p else "" for p in (w.a, w.b))
        if one in named[0] and other in named[1] and named[0][one] != named[1][other]:
            return True
        core = w.core.split(".")[1]
        a, b = (x.purpose(*p.split(".", 1)) if p else None for p in (w.a, w.b))
        if (
            core.startswith("T")
            and not x.mains
            and {pole(m or "") for m in (a, b, core)} != {pole(core)}
        ):
            astray = True
        if core in (*POWER_NAMES, "E") and known(a) and known(b) and pole(a) != pole(b):
            exchanged.append((core, a, b))
    for core, a, b in exchanged:
        own = meaning(core)
        if {meaning(a), meaning(b)} != {"line", "neutral"} or own not in ("line", "neutral"):
            return True
        wrong = "supply" if meaning(a) != own else "load"
        if not all(x.parts[f].face.reversible for f in x.parts if x.side[f] == wrong):
            return True
    lines = len({c.id for k in x.cables.values() for c in k.cores if c.id.startswith("L")})
    ends = [p for f, p in x.parts.items() if x.side[f]]
    if x.mains and any(len([m for m in p.marks if m.startswith("L")]) != lines for p in ends):
        return True
    if astray or pins_at_both(x, "socket"):
        return True
    for f in x.ours:
        place = next((p for p in x.lead.places if p.id == x.fitting[f].place), None)
        p = x.parts[f]
        if (
            place
            and place.shows == p.contact
            and not f.endswith("-taps")
            and p.contact in ("pin", "socket")
        ):
            return True
        if Trait.CHARGES in x.traits and cells and not x.mains and x.side[f] == "supply":
            ways = [m for m in p.marks if m.startswith("T")]
            if ways and len(ways) != cells + 1:
                return True
        stud = x.fitting[f].stud
        if p.stud and stud and not x.mains and STUDS[p.stud]["hole_mm"] <= STUDS[stud]["stud_mm"]:
            return True
    return Trait.LIVE_BY_DAY in x.traits and solar_halves_clash(x)


def solar_halves_clash(x):
    shown = {
        (x.side[f], x.fitting[f].function): x.parts[f].contact
        for f in x.ours
        if x.fitting[f].function in ("+", "-")
        and x.parts[f].contact in ("pin", "socket")
        and x.side[f]
    }
    for pole in "+-":
        if (
            len({k for k in shown if k[1] == pole}) == 2
            and shown["supply", pole] == shown["load", pole]
        ):
            return True
    for side in ("supply", "load"):
        if len({k for k in shown if k[0] == side}) == 2 and shown[side, "+"] == shown[side, "-"]:
            return True
    module = getattr(x.brief, "module_plus", "unknown")
    return module != "unknown" and shown.get(("supply", "+")) == module


def law_11(x):
    """One net does not run to two couplers of one place from another; a branch to an outlet is no such."""
    real = {(f, m) for cable, _, _, f, m in x.landed if not x.cables[cable].jumper}
    for net in x.nets[-1]:
        at = {f for f, m in net if (f, m) in real}
        for side in ("supply", "load"):
            here = [f for f in at if x.side[f] == side]
            there = [f for f in at if x.side[f] not in (side, None)]
            branches = all(
                x.parts[f].mains
                and x.parts[f].contact == "socket"
                and x.parts[f].standard != "IEC 60320"
                and not x.parts[f].appliance_coupler
                for f in here
            )
            mated = any(x.parts[f].contact in ("pin", "socket") for f in here)
            if len(here) > 1 and there and mated and not branches:
                return True
    return False


def law_16(x):
    """Each sheath lies within its grip's range, and there is a grip."""
    for cable, _, _, fitting, _ in x.landed:
        if fitting not in x.ours:
            continue
        p, laid = x.parts[fitting], x.plan.conductor.laid[cable]
        sheath = laid.type.cord and not x.cables[cable].jumper
        new = sheath and not x.cables[cable].existing and x.side[fitting]
        shut = "blind" in (p.closing, p.joint)
        # What goes into nothing yet is held by what it goes into.
        if new and not (p.grips or p.ties or p.panel_mm or p.open_end or shut):
            return True
        if p.panel_mm or not (x.side[fitting] or p.grips):
            continue
        od = laid.diameter
        if od is None and x.size is not None and sheath:
            od = outside_diameter(laid.type.name, laid.made_up)
        if od and (od.low_mm > p.grip_mm[1] or od.high_mm < p.grip_mm[0]):
            return True
    return False


def law_17(x):
    """Cable and parts are made for the volts and the kind of current."""
    for f, p in x.parts.items():
        if x.fitting[f].part is None or not feeds_power(x, f):
            continue
        if ("AC" if x.mains else "DC") not in p.kind.split("/") or _over(x, p.made_for, 1.0):
            return True
    return _over(x, x.type.made_for, 1.5 if x.type.source in ("EN 50525", "EN 50618") else 1.0)


def _over(x, made, share):
    if made.lowest and x.volts < made.lowest * 0.95:
        return True
    if not x.mains:
        most = made.dc if made.dc is not None else made.between * share
        return bool(most) and x.volts > most
    slack = 1.06 if made.lowest else 1.0
    if not made.between:
        return bool(made.dc)
    return x.volts > made.between * slack or x.to_earth > made.to_earth * slack


def law_18(x):
    """A solar run is of solar cable, tinned; PV wire and USE-2 may be plain, a device's own tail as it is."""
    if Trait.LIVE_BY_DAY not in x.traits or all(c.existing for c in x.lead.cables):
        return False
    c = x.lead.conductor
    sun = c.cable_type in ("H1Z2Z2-K", "PV-wire", "USE-2")
    plain = not c.tinned and c.metal == "copper" and c.cable_type not in ("PV-wire", "USE-2")
    return not sun or plain


def law_19(x):
    """Outdoors, on a tape, on an earth rod there is a residual-current device."""
    b = x.brief
    wants = (
        b.place != "indoor" or Trait.BUS_WIRES in x.traits or (b.earth_path == "rod" and b.earthed)
    )
    return x.mains and wants and b.rcd not in ("30 mA", "5 mA")


def law_20(x):
    """No fuse in a neutral; neutral and earth never joined; one plug, one source."""
    if x.mains and x.ends.fuse_in in ("N", "all"):
        return True
    if x.mains and x.ends.switch == "N":
        return True
    for net in x.nets[-1] if x.mains else ():
        if {"N", "E"} <= {x.purpose(f, m) for f, m in net}:
            return True
    two = {p.side for p in x.lead.places if p.source} == {"supply", "load"}
    if two and not {Trait.TWO_SOURCES, Trait.APART} & x.traits:
        return True
    return pins_at_both(x) or pins_at_both(x, "socket")


def law_21(x):
    """Copper into copper's terminals, of their range; a lug of its own size."""
    c = x.lead.conductor
    pressed = any(
        TERMINATIONS[p.joint].crimped
        for f, p in x.parts.items()
        if x.fitting[f].part is not None and feeds_power(x, f)
    )
    if c.metal != "copper" and (x.mains or pressed):
        return True
    return into_its_terminals(x)


def law_24(x):
    """What is cut on a source is dead; on a battery up to 60 V it is said to be live, and worked so."""
    shut = [
        k
        for k in x.cables.values()
        if k.existing and k.existing.finished
        for c, _, end, f, _ in x.landed
        if c == k.id and end == k.existing.finished
        for p in x.lead.places
        if p.source and p.id == x.fitting[f].place
    ]
    if not shut:
        return False
    said = x.brief.live_battery
    if said == "unknown":
        return not x.mains
    volts = x.brief.cells * x.brief.cell_volts if x.brief.cells else x.brief.volts
    return said == "yes" and (x.mains or volts > 60)


STATED = {
    int(name.removeprefix("law_")): law
    for name, law in sorted({**vars(stated_amps), **globals()}.items())
    if name.startswith("law_")
}
