"""A bank of batteries: what its cables make of it, and how much cable its current passes."""

from itertools import pairwise
from random import Random

import pytest

from euthyne.core.kinds.cable_set import SetBrief, SetCable, usual_bank
from euthyne.core.trade.bank import Bank, parted


def banked(batteries, strings, switched=True):
    cables = usual_bank(batteries, strings, switched=switched, feeds="inverter")
    return SetBrief(run_m=1.0, set_cables=cables)


@pytest.mark.parametrize(
    ("batteries", "strings", "cables", "around"),
    [
        (1, 1, 4, 4.0),
        (4, 1, 7, 7.0),
        # Two rows side by side: fuse, switch, load and back are passed by all, a row and a link by half.
        (1, 2, 6, 4.5),
        (2, 2, 8, 5.0),
    ],
)
def test_a_usual_bank_has_so_many_cables_and_so_much_to_pass(batteries, strings, cables, around):
    told = banked(batteries, strings)
    assert len(told.set_cables) == cables
    assert told.bank.ring is None
    assert told.bank.half_joined == ()
    assert told.bank.batteries_between("inverter minus", "inverter plus") == batteries
    assert told.around_m == pytest.approx(around)


def test_a_cable_that_is_said_otherwise_counts_as_it_is():
    cables = usual_bank(2, 1, switched=False, feeds="motor")
    longer = (SetCable(cables[0].a, cables[0].b, 0.5), *cables[1:])
    assert SetBrief(run_m=0.2, set_cables=longer).around_m == pytest.approx(0.5 + 3 * 0.2)


def test_a_run_nobody_said_leaves_the_whole_unknown():
    assert SetBrief(set_cables=usual_bank(2, 1, switched=False, feeds="motor")).around_m is None


def adds_up(cables):
    """Whether volts can be given to every post, tried battery by battery and cable by cable until nothing
    changes: told again, without a net.
    """
    posts = {post for cable in cables for post in cable}
    joined = [(a, b, 0) for a, b in cables]
    for post in posts:
        thing, which = parted(post)
        if thing.startswith("battery") and which == "minus":
            joined.append((post, f"{thing} plus", 1))
        if which == "in":
            joined.append((post, f"{thing} out", 0))
    volts = {}
    for first in sorted(posts):
        volts.setdefault(first, 0)
        for _ in range(len(joined)):
            for a, b, up in joined:
                if a in volts and b not in volts:
                    volts[b] = volts[a] + up
                if b in volts and a not in volts:
                    volts[a] = volts[b] - up
    return all(volts[b] - volts[a] == up for a, b, up in joined)


def test_whatever_is_bolted_up_is_stopped_where_it_shorts_a_battery_and_nowhere_else():
    dice = Random(30)
    things = [f"battery {n} {pole}" for n in range(1, 5) for pole in ("plus", "minus")]
    things += ["fuse in", "fuse out", "bar", "motor plus", "motor minus"]
    shorted = 0
    for _ in range(400):
        cables = [tuple(dice.sample(things, 2)) for _ in range(dice.randint(1, 8))]
        ring = Bank(cables).ring
        assert (ring is None) == adds_up(cables), cables
        shorted += ring is not None
        if ring is not None:
            assert 1 <= ring.cable <= len(cables)
            assert ring.batteries >= 1
    assert 40 < shorted < 360


def test_the_cable_that_closes_a_ring_is_named():
    chain = [f"battery {n}" for n in (1, 2, 3)]
    cables = [(f"{a} plus", f"{b} minus") for a, b in pairwise(chain)]
    ring = Bank([*cables, ("battery 3 plus", "battery 1 minus")]).ring
    assert ring is not None
    assert (ring.cable, ring.batteries) == (3, 3)
