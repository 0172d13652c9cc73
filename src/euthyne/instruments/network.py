"""A network of resistances and sources, and what a meter reads between its nodes.

Nodes are taken out one by one, star to mesh, their currents shared out with them: nothing is ever
subtracted, so that milliohms and gigohms stand in one network and both come out right.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass, field

METER_OHM = 1e7  # of a voltmeter


@dataclass(frozen=True)
class Resistor:
    """A resistance between two nodes, in ohm."""

    a: str
    b: str
    ohm: float


@dataclass(frozen=True)
class VoltageSource:
    """Volts between two nodes, plus first, behind a resistance in ohm."""

    plus: str
    minus: str
    volts: float
    ohm: float = 0.01


@dataclass
class Network:
    """Nodes by name, joined by resistances; sources between some of them."""

    resistors: list[Resistor] = field(default_factory=list)
    sources: list[VoltageSource] = field(default_factory=list)

    def join(self, a: str, b: str, ohm: float) -> None:
        """Put a resistance between two nodes."""
        self.resistors.append(Resistor(a, b, ohm))

    @property
    def nodes(self) -> tuple[str, ...]:
        """Every node, in the order it was first named."""
        named = [n for r in self.resistors for n in (r.a, r.b)]
        named += [n for s in self.sources for n in (s.plus, s.minus)]
        return tuple(dict.fromkeys(named))

    def ohm(self, one: Iterable[str], other: Iterable[str]) -> float:
        """The resistance between two groups of nodes, each strapped together, every source out, in
        ohm; infinite where nothing joins them.

        Raises: ValueError for the same node in both.
        """
        ones, others = set(one), set(other)
        if ones & others:
            raise ValueError("one node is in both groups")
        strap = dict.fromkeys(ones, ONE) | dict.fromkeys(others, OTHER)
        strapped = [(strap.get(r.a, r.a), strap.get(r.b, r.b), 1 / r.ohm) for r in self.resistors]
        siemens, _ = _between(strapped, {}, ONE, OTHER)
        return 1 / siemens if siemens else math.inf

    def volts(self, plus: str, minus: str) -> float:
        """Volts between two nodes with every source in, by a meter of ten megohm."""
        joins = [(r.a, r.b, 1 / r.ohm) for r in self.resistors]
        amps: dict[str, float] = {}
        for s in self.sources:
            joins.append((s.plus, s.minus, 1 / s.ohm))
            amps[s.plus] = amps.get(s.plus, 0.0) + s.volts / s.ohm
            amps[s.minus] = amps.get(s.minus, 0.0) - s.volts / s.ohm
        siemens, flowing = _between([*joins, (plus, minus, 1 / METER_OHM)], amps, plus, minus)
        return flowing / siemens

    def drop(self, one: str, other: str, amps: float) -> float:
        """Volts between two nodes while amps are driven through them, every source out."""
        return amps * self.ohm((one,), (other,))


ONE, OTHER = "(one)", "(other)"


def _between(
    joins: Iterable[tuple[str, str, float]], amps: dict[str, float], one: str, other: str
) -> tuple[float, float]:
    """What is left between two nodes when all others are taken out: siemens, and the amps that flow in
    at the first.

    Parameters: joins as (node, node, siemens); amps driven into nodes, adding up to nothing; the two.
    """
    near: dict[str, dict[str, float]] = {one: {}, other: {}}
    for a, b, siemens in joins:
        if a != b:
            near.setdefault(a, {})
            near.setdefault(b, {})
            near[a][b] = near[a].get(b, 0.0) + siemens
            near[b][a] = near[a][b]
    flowing = dict.fromkeys(near, 0.0) | amps
    left = set(near) - {one, other}
    while left:
        node = min(left, key=lambda n: (len(near[n]), n))
        left.remove(node)
        star = near.pop(node)
        total = sum(star.values())
        ends = list(star)
        for i, a in enumerate(ends):
            del near[a][node]
            flowing[a] += flowing[node] * star[a] / total
            for b in ends[:i]:
                near[a][b] = near[a].get(b, 0.0) + star[a] * star[b] / total
                near[b][a] = near[a][b]
    return near[one].get(other, 0.0), flowing[one]
