"""A lead as somebody finds it on the bench, and the tables of the tests' own sums."""

import csv
import math
import tomllib
from functools import cached_property
from importlib.resources import files
from itertools import product

from euthyne.core.kinds import Trait, kind_named
from euthyne.core.lead import part_of
from euthyne.core.plan import plan_of
from euthyne.core.trade.barrel import lugs
from euthyne.core.trade.cable import cable_types
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
STUDS = {
    r["stud"]: {k: float(r[k]) for k in ("stud_mm", "hole_mm")} for r in table("stud-holes.csv")
}


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
        text = files("euthyne.data").joinpath("bases.toml").read_text(encoding="utf-8")
        return tomllib.loads(text)[self.type.basis]

    @property
    def lug_share(self):
        """How much of the bore of its lug the conductor fills, by area; 1 where a lug is its own size."""
        if self.size is None:
            return 1.0
        area, unit = self.size.cross_section_mm2, self.size.unit
        own = sorted((g.size_mm2, g.bore_mm) for g in lugs() if g.size.unit == unit)
        fits = next(((a, bore) for a, bore in own if area <= a * 1.03), None)
        if fits is None or fits[0] <= area * 1.02:
            return 1.0
        return area / (math.pi / 4 * fits[1] ** 2)

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


def feeds_power(x, fitting):
    own = {x.cables[c].circuit for c, _, _, f, _ in x.landed if f == fitting}
    return not own or "power" in own


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
        if p.lug_by_size and x.lug_share < 0.58:
            return True
    return False
