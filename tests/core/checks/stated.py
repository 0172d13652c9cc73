"""The laws of a lead stated a second time, in the tests' own words and with their own sums: what a lead
must never be. Each law is a function of the facts of a lead: True where it is broken, None where these
sums do not reach.
"""

import csv
import math
from functools import cached_property
from importlib.resources import files
from itertools import combinations, product

from euthyne.core.kinds import Trait, kind_named
from euthyne.core.lead import part_of
from euthyne.core.plan import plan_of
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.cable import cable_types, outside_diameter
from euthyne.core.trade.colours import schemes

LINES = ("L", "L1", "L2", "L3")
POWER_NAMES = (*LINES, "N", "+", "-")
SIGNAL_SCHEMES = ("din-47100", "numbered")
GREEN_EARTH = ("north-america", "au-nz-old", "uk-old", "dc-boat")
COUNTRY = {
    "BS 1363": "uk",
    "CEE 7": "eu",
    "IEC 60884, CEE 7": "eu",
    "SEV 1011": "ch",
    "AS/NZS 3112": "au",
    "NEMA WD 6": "us",
}


def table(name):
    text = files("euthyne.data").joinpath(name).read_text(encoding="utf-8")
    return list(csv.DictReader(text.splitlines()))


RATINGS = table("ratings.csv")
METRIC_OHM = {float(r["cross_section_mm2"]): r for r in table("conductors-metric.csv")}
FUSES = {r["family"]: r for r in table("fuses.csv")}
LET_THROUGH = table("breaker-let-through.csv")
GATES = table("fuse-curves.csv")


def meaning(name):
    """What a colour may mean: a line, the neutral, the earth, plus, minus; nothing else."""
    own = name.rpartition(".")[2]
    if own in LINES:
        return "line"
    return {"N": "neutral", "E": "earth", "bond": "earth", "+": "plus", "-": "minus"}.get(own, "")


class Facts:
    """A lead as somebody finds it on the bench: fittings, what lands where, what conducts to what."""

    def __init__(self, lead):
        self.lead, self.brief, self.ends = lead, lead.brief, lead.ends
        self.mains = lead.brief.system != "dc"
        self.traits = kind_named(lead.kind).traits
        self.parts = {f.id: part_of(lead, f) for f in lead.fittings}
        self.fitting = {f.id: f for f in lead.fittings}
        self.cables = {c.id: c for c in lead.cables}
        sides = {p.id: p.side for p in lead.places}
        self.side = {f.id: sides.get(f.place) for f in lead.fittings}
        self.ours = [f.id for f in lead.fittings if not f.existing]
        self.landed = [
            (*w.core.split("."), end, *point.split(".", 1))
            for w in lead.wires
            for end, point in (("a", w.a), ("b", w.b))
            if point is not None
        ]
        self.scheme = schemes()[lead.ends.scheme]
        self.type = cable_types()[lead.conductor.cable_type]
        self.plan = plan_of(lead)
        self.size = self.plan.conductor.size

    def name(self, cable, core):
        ids = [c.id for x in self.cables.values() for c in x.cores]
        return core if ids.count(core) == 1 else f"{cable}.{core}"

    def purpose(self, fitting, cavity):
        own = self.fitting[fitting].function
        if own is not None:
            return own
        inside = {m for p in self.parts[fitting].positions for pair in p.joins for m in pair}
        if cavity in inside and cavity[-1] in "ab" and cavity[:-1]:
            return cavity[:-1]
        return cavity

    def tint(self, cable, core):
        own = next(c.colour for c in self.cables[cable].cores if c.id == core)
        if own:
            return own
        cores = list(dict.fromkeys(c.id for x in self.cables.values() for c in x.cores))
        sheathed = any(len(x.cores) > 1 for x in self.cables.values())
        if core == "L2" and cores[:2] == ["L1", "L2"] and "N" not in cores and sheathed:
            core = "N"
        return self.plan.ends.colours.__class__(self.ends.scheme, {}, ()).of(core)

    def says(self, tint):
        """What a colour says in the scheme of the cord."""
        if self.scheme.name in SIGNAL_SCHEMES:
            return set()
        found = {meaning(f) for f, t in self.scheme.colours.items() if t == tint}
        return found | ({"minus"} if self.scheme.name == "dc-boat" and tint == "black" else set())

    @cached_property
    def nets(self):
        """What conducts to what, one list of nets for each stand of the switches."""
        switches = [f for f, p in self.parts.items() if len(p.positions) > 1]
        found = []
        for stand in product(*(self.parts[f].positions for f in switches)):
            group = {}

            def root(x, group=group):
                while group.setdefault(x, x) != x:
                    x = group[x]
                return x

            for f, p in self.parts.items():
                for mark in p.marks:
                    root((f, mark))
                position = dict(zip(switches, stand, strict=True)).get(f) or next(
                    iter(p.positions), None
                )
                for one, other in position.joins if position else ():
                    group[root((f, one))] = root((f, other))
            by_core = {}
            for cable, core, _, fitting, cavity in self.landed:
                by_core.setdefault((cable, core), []).append((fitting, cavity))
            for points in by_core.values():
                for p in points[1:]:
                    group[root(points[0])] = root(p)
            nets = {}
            for point in list(group):
                nets.setdefault(root(point), set()).add(point)
            found.append(list(nets.values()))
        return found

    @property
    def volts(self):
        b = self.brief
        volts = b.cells * b.cell_volts if b.cells else b.volts
        return max(volts, 113.0) if Trait.WELDS in self.traits else volts

    @property
    def to_earth(self):
        b = self.brief
        cores = list(dict.fromkeys(c.id for x in self.cables.values() for c in x.cores))
        if b.system == "ac-three":
            return self.volts / math.sqrt(3)
        if b.system == "ac-split" or (b.system == "ac-single" and cores[:2] == ["L1", "L2"]):
            return self.volts / 2
        return self.volts

    @cached_property
    def amps(self):
        """What the lead has to carry for long, by its Brief."""
        return self.plan.brief.steady_amps

    @cached_property
    def rating(self):
        """What the taken size carries where it lies, from the table by hand; None where these sums do not
        reach: between rows, on drums, in bunches.
        """
        b, c = self.brief, self.lead.conductor
        if self.size is None or b.drum_layers or self.plan.brief.circuits > 1:
            return None
        if self.plan.conductor.candidate is None:
            return None
        loaded = {"ac-three": "3"}.get(b.system, "2")
        rows = [r for r in RATINGS if r["basis"] == self.type.basis and r["unit"] == self.size.unit]
        columns = {r["loaded_conductors"] for r in rows}
        column = (
            loaded if loaded in columns else ("1" if loaded == "2" and "1" in columns else None)
        )
        row = next(
            (r for r in rows if r["size"] == self.size.label and r["loaded_conductors"] == column),
            None,
        )
        if row is None:
            return None
        bases = self.plan.conductor.sizing_brief
        basis = self._basis
        most = c.terminal_c or basis["limit_c"]
        factor = min(
            1.0, math.sqrt(max(most - b.ambient_c, 0) / (basis["limit_c"] - basis["reference_c"]))
        )
        metal = {"copper": 1.0, "aluminium": 0.78}.get(c.metal, 0.80)
        assert bases is not None
        return float(row["amps"]) * factor * metal

    @cached_property
    def _basis(self):
        import tomllib

        text = files("euthyne.data").joinpath("bases.toml").read_text(encoding="utf-8")
        return tomllib.loads(text)[self.type.basis]

    @property
    def plug(self):
        return next(self.parts[f.id] for f in self.lead.fittings if self.side[f.id] == "supply")

    @property
    def far(self):
        return [self.parts[f.id] for f in self.lead.fittings if self.side[f.id] == "load"]

    @property
    def sources(self):
        found = {p.side for p in self.lead.places if p.source}
        return found or {"supply"}


def outlet(p):
    return p.mains and p.contact == "socket" and p.standard in COUNTRY | {"IEC 60309": ""}


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
    if x.ends.scheme != "numbered" and _numbers_alike(x):
        return True
    if x.ends.scheme in SIGNAL_SCHEMES:
        return False
    here = {(x.tint(cable, core), core) for cable, core, *_ in x.landed if core in POWER_NAMES}
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
            and len(cores) * x.size.cross_section_mm2 > x.parts[fitting].terminal_mm2[1] * 1.005
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
    for w in x.lead.wires:
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
        if p.stud and stud and not x.mains and x.lug_hole(p.stud) <= x.stud(stud):
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
    return x.brief.module_plus != "unknown" and shown.get(("supply", "+")) == x.brief.module_plus


def law_11(x):
    """One net does not run to two couplers of one place from another."""
    real = {(f, m) for cable, _, _, f, m in x.landed if not x.cables[cable].jumper}
    for net in x.nets[-1]:
        at = {f for f, m in net if (f, m) in real}
        for side in ("supply", "load"):
            here = [f for f in at if x.side[f] == side]
            there = [f for f in at if x.side[f] not in (side, None)]
            if (
                len(here) > 1
                and there
                and any(x.parts[f].contact in ("pin", "socket") for f in here)
            ):
                return True
    return False


def law_12(x):
    """What is asked of it is no more than its size and each of its parts carry."""
    if x.rating is None or x.amps is None:
        return None
    design = x.amps * (1.25 if x.brief.continuous and x.type.basis == "cord-na" else 1.0)
    if design > x.rating * (1 + 1e-9):
        return True
    guard = x.plan.conductor.protection
    for f, p in x.parts.items():
        if x.fitting[f].part is None or not _feeds_power(x, f):
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
    for (m0, s0), (m1, s1) in zip(gates, gates[1:], strict=False):
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
    # A cord as its standard or its maker has it: what a breaker lets through near the plug is its maker's to say.
    made_so = guard.family.startswith("breaker") and (
        not any(k.existing is None or k.existing.salvaged for k in x.cables.values())
        or thick_as_a_cord_set(x, x.far[0])
    )
    short = passes(guard, far) > stands or (passes(guard, near) > stands and not made_so)
    if not b.earthed:
        return short, False
    far, near = 0.95 * x.to_earth / (b.loop_ohms + hot), x.to_earth / b.loop_ohms
    through = [passes(guard, a) for a in (far, near)]
    t = seconds(guard, far)[0]
    if b.rcd in ("30 mA", "5 mA"):
        through = [min(p, a**2 * 0.04) for p, a in zip(through, (far, near), strict=True)]
        t = min(t, 0.04) if t is not None else 0.04
    if through[0] > stands or (through[1] > stands and not made_so):
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
        return battery or (Trait.LIVE_BY_DAY in x.traits and b.strings > 2)
    row = FUSES[b.fuse_family]
    volts = b.cells * b.cell_volts if b.cells else b.volts
    gives = b.battery_short_amps or 0
    if float(row["volts"]) < volts or float(row["breaking_capacity_ka"]) * 1000 < gives:
        return True
    fuse = x.plan.conductor.protection.amps
    allowed = b.module_fuse_amps
    return bool(Trait.LIVE_BY_DAY in x.traits and fuse and allowed and fuse > allowed)


def law_16(x):
    """Each sheath lies within its grip's range, and there is a grip."""
    for cable, _, _, fitting, _ in x.landed:
        if fitting not in x.ours:
            continue
        p, laid = x.parts[fitting], x.plan.conductor.laid[cable]
        sheath = laid.type.cord and not x.cables[cable].jumper
        new = sheath and not x.cables[cable].existing and x.side[fitting]
        shut = "blind" in (p.closing, p.joint)
        if new and not (p.grips or p.panel_mm or shut):
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
        if x.fitting[f].part is None or not _feeds_power(x, f):
            continue
        if ("AC" if x.mains else "DC") not in p.kind.split("/") or _over(x, p.made_for, 1.0):
            return True
    return _over(x, x.type.made_for, 1.5 if x.type.source in ("EN 50525", "EN 50618") else 1.0)


def _feeds_power(x, fitting):
    own = {x.cables[c].circuit for c, _, _, f, _ in x.landed if f == fitting}
    return not own or "power" in own


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
    """A solar run is of solar cable, tinned; PV wire and USE-2 may be plain."""
    if Trait.LIVE_BY_DAY not in x.traits:
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
    if two and Trait.TWO_SOURCES not in x.traits:
        return True
    return pins_at_both(x) or pins_at_both(x, "socket")


def law_21(x):
    """Copper into copper's terminals, of their range; a lug of its own size."""
    c = x.lead.conductor
    pressed = any(
        TERMINATIONS[p.joint].crimped
        for f, p in x.parts.items()
        if x.fitting[f].part is not None and _feeds_power(x, f)
    )
    if c.metal != "copper" and (x.mains or pressed):
        return True
    return into_its_terminals(x)


def into_its_terminals(x):
    """True where a conductor is not of its terminal's range, or fills its lug too little."""
    for cable, _, _, fitting, _ in x.landed:
        laid = x.plan.conductor.laid[cable]
        p = x.parts[fitting]
        if fitting not in x.ours or laid.size is None:
            continue
        if (
            not p.terminal_mm2[0] * 0.995
            <= laid.size.cross_section_mm2
            <= p.terminal_mm2[1] * 1.005
        ):
            return True
        if p.lug_by_size and "LUG" and x.lug_share() < 0.58:
            return True
    return False


def _lug_share(x):
    from euthyne.core.trade.barrel import lugs

    if x.size is None:
        return 1.0
    area, unit = x.size.cross_section_mm2, x.size.unit
    own = sorted((g.size_mm2, g.bore_mm) for g in lugs() if g.size.unit == unit)
    fits = next(((a, bore) for a, bore in own if area <= a * 1.03), None)
    if fits is None or fits[0] <= area * 1.02:
        return 1.0
    return area / (math.pi / 4 * fits[1] ** 2)


STUDS = {r["stud"]: r for r in table("stud-holes.csv")}
Facts.lug_share = _lug_share
Facts.lug_hole = staticmethod(lambda name: float(STUDS[name]["hole_mm"]))
Facts.stud = staticmethod(lambda name: float(STUDS[name]["stud_mm"]))


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
    for name, law in list(globals().items())
    if name.startswith("law_")
}
