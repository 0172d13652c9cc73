"""What the simulated meter reads is what the network gives: held against a nodal solution of the tests'
own, in whole fractions.
"""

import itertools
import random
from fractions import Fraction

import pytest

from euthyne.instruments.network import Network, VoltageSource


def nodal(edges, one, other):
    """Ohm between two nodes: an ampere through them, Kirchhoff's law at every node but the last, solved
    in whole fractions.
    """
    names = sorted({n for a, b, _ in edges for n in (a, b)} - {other})
    at = {name: i for i, name in enumerate(names)}
    rows = [[Fraction(0)] * (len(names) + 1) for _ in names]
    for a, b, ohm in edges:
        for x, y in ((a, b), (b, a)):
            if x != other:
                rows[at[x]][at[x]] += 1 / Fraction(ohm)
                if y != other:
                    rows[at[x]][at[y]] -= 1 / Fraction(ohm)
    rows[at[one]][-1] = Fraction(1)
    for i in range(len(names)):
        pivot = next(j for j in range(i, len(names)) if rows[j][i])
        rows[i], rows[pivot] = rows[pivot], rows[i]
        for j in range(len(names)):
            if j != i and rows[j][i]:
                share = rows[j][i] / rows[i][i]
                rows[j] = [x - share * y for x, y in zip(rows[j], rows[i], strict=True)]
    return float(rows[at[one]][-1] / rows[at[one]][at[one]])


@pytest.mark.parametrize("seed", range(40))
def test_random_networks_read_as_the_tests_own_solution(seed):
    rng = random.Random(seed)
    nodes = [f"n{i}" for i in range(rng.randint(3, 9))]
    edges = [(a, b, Fraction(rng.randint(1, 4000), 1000)) for a, b in itertools.pairwise(nodes)]
    for _ in range(rng.randint(0, 8)):
        a, b = rng.sample(nodes, 2)
        edges.append((a, b, Fraction(rng.randint(1, 10**9), 1000)))
    network = Network()
    for a, b, ohm in edges:
        network.join(a, b, float(ohm))
    one, other = rng.sample(nodes, 2)
    wanted = nodal(edges, one, other)
    assert network.ohm((one,), (other,)) == pytest.approx(wanted, rel=1e-9)
    assert network.drop(one, other, 20.0) == pytest.approx(20 * wanted)


def test_what_nothing_joins_reads_open_and_groups_are_strapped():
    network = Network()
    network.join("a", "b", 2.0)
    network.join("c", "d", 2.0)
    assert network.ohm(("a",), ("c",)) == float("inf")
    network.join("b", "c", 1.0)
    assert network.ohm(("a", "b"), ("c", "d")) == pytest.approx(1.0, rel=1e-6)
    with pytest.raises(ValueError, match="both groups"):
        network.ohm(("a",), ("a", "b"))


def test_volts_have_a_sign_and_share_out():
    network = Network(sources=[VoltageSource("plus", "minus", 12.0, 1e-6)])
    network.join("plus", "tap", 100.0)
    network.join("tap", "minus", 300.0)
    assert network.volts("tap", "minus") == pytest.approx(9.0, rel=1e-4)
    assert network.volts("minus", "tap") == pytest.approx(-9.0, rel=1e-4)
