"""The shortest list of probes that proves the map of a lead: what is left of it, and what comes next."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

from euthyne.core.kinds import Trait
from euthyne.core.lead import Probe
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.wiring.grid import Gang, Heard, Pair, Point, Wiring, grouped, pair
from euthyne.core.wiring.probes import probe_plan


@dataclass(frozen=True)
class ToProbe:
    """A probe to take: a point, what it is held against, strapped together where they are several, and
    what should be heard; ``position`` of the switches, by their fitting, where it matters.
    """

    one: Point
    against: tuple[Point, ...]
    sounds: bool
    position: tuple[tuple[str, str], ...] = ()

    @property
    def key(self) -> str:
        """Its name in an address, the same whatever was probed before."""
        where = "+".join(f"{fitting}={name}" for fitting, name in self.position)
        return " ".join((where or "-", self.one.name, *self.names))

    @cached_property
    def pairs(self) -> tuple[tuple[Point, Pair], ...]:
        """Each point it is held against, and the pair the two are."""
        return tuple((p, pair(self.one, p)) for p in self.against)

    @cached_property
    def names(self) -> tuple[str, ...]:
        """The points it is held against, by name."""
        return tuple(p.name for p in self.against)

    def answered(self, sounds: bool) -> Probe:
        """The probe as it is kept, once it was heard."""
        gang = self.names if len(self.names) > 1 else ()
        return Probe(self.one.name, self.names[0], sounds, gang, self.position)


@lru_cache(maxsize=1024)
def point_of(name: str) -> Point:
    """A point from its name, fitting.cavity."""
    fitting, _, cavity = name.partition(".")
    return Point(fitting, cavity)


@lru_cache(maxsize=64)
def planned(ends: EndsStage, gangs: bool) -> tuple[ToProbe, ...]:
    """Every probe of the shortest plan, switches closed; then what a switch parts, open.

    Parameters: ends with their map; gangs, whether points are strapped together.
    """
    joined = [(point_of(a), point_of(b)) for a, b in map(sorted, ends.wanted_pairs)]
    points = tuple(point_of(name) for name in ends.points)
    closed = Wiring(points, tuple(joined))
    last = ends.positions[-1].positions
    plan = probe_plan(closed, gangs).probes
    if Trait.APART in ends.given.kind.traits:
        # Cables that lie apart on a table touch nothing but themselves.
        plan = tuple(probe for probe in plan if probe.sounds)
    found = [ToProbe(p.one, p.against, p.sounds, last) for p in plan]
    return tuple(_without_devices(ends, (*found, *_open(ends, closed, gangs))))


def _without_devices(ends: EndsStage, probes: Iterable[ToProbe]) -> Iterable[ToProbe]:
    """Probes without those across somebody else's device or pack: what stands between is no fault of
    the lead, and a pack is live.
    """
    for probe in probes:
        if probe.sounds:
            yield probe
            continue
        across = {name for group in ends.bridged if probe.one.name in group for name in group}
        against = tuple(p for p in probe.against if p.name not in across)
        if against:
            yield replace(probe, against=against)


def _open(ends: EndsStage, closed: Wiring, gangs: bool) -> Iterable[ToProbe]:
    """With a switch in another position: what it parts stays silent."""
    there = set(closed.points)
    for switched in ends.positions[:-1]:
        nets = [[Point(*p) for p in net if Point(*p) in there] for net in switched.nets]
        joins = [(net[0], p) for net in nets for p in net[1:]]
        for whole in closed.nets:
            parts = grouped(whole, [j for j in joins if set(j) <= set(whole)])
            for i, part in enumerate(parts[1:], start=1):
                earlier = tuple(p[0] for p in parts[:i])
                strapped = (earlier,) if gangs else ((p,) for p in earlier)
                for against in strapped:
                    yield ToProbe(part[0], against, False, switched.positions)


def heard(probes: Iterable[Probe], position: tuple[tuple[str, str], ...]) -> Heard:
    """What was heard with the switches in a position; a gang that sounded says not which of it did."""
    told = [p for p in probes if p.position in ((), position)]
    # A pair that was probed again is as it was heard last.
    single = {pair(point_of(p.one), point_of(p.other)): p.sounds for p in told if not p.gang}
    gangs = tuple(
        Gang(tuple(map(point_of, p.gang)), point_of(p.one)) for p in told if p.gang and not p.sounds
    )
    return Heard(
        tuple(x for x, sounds in single.items() if sounds),
        tuple(x for x, sounds in single.items() if not sounds),
        gangs,
    )


def by_pair(told: Heard) -> dict[frozenset[str], bool]:
    """What was heard, pair by pair of points by their names."""
    silent = {frozenset(p.name for p in x): False for x in told.silences}
    return silent | {frozenset(p.name for p in x): True for x in told.sounds}


def left(plan: Iterable[ToProbe], probes: tuple[Probe, ...]) -> tuple[ToProbe, ...]:
    """The probes of a plan that were not taken; a gang that sounded is gone through point by point."""
    known: dict[tuple[tuple[str, str], ...], set[Pair]] = {}
    sounded = {(p.one, p.gang, p.position) for p in probes if p.gang and p.sounds}
    found = []
    for one in plan:
        if one.position not in known:
            told = heard(probes, one.position)
            known[one.position] = {*told.sounds, *told.silences}
        answered = known[one.position]
        open_ = [p for p, x in one.pairs if x not in answered]
        if open_ and sounded and (one.one.name, one.names, one.position) in sounded:
            found += [ToProbe(one.one, (p,), one.sounds, one.position) for p in open_]
        elif open_:
            found.append(one)
    return tuple(found)
