"""Cables that share nothing are ordered one by one, and not at the price of all of them together."""

import time

from leads import made

from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.cable_set import usual_bank
from euthyne.core.order.order import order
from euthyne.core.plan import Plan


def threading(batteries, strings):
    lead = made("cable-set", brief__amps=100.0, brief__run_m=0.3, conductor__size="35 mm2")
    rows = usual_bank(batteries, strings, switched=True, feeds="winch")
    return Plan(changed(lead, [("brief.set_cables", rows)])).build.threading


def test_a_set_is_made_cable_by_cable():
    solved = order(threading(3, 1))
    cables = [step.at[0].cable for step in solved.steps]
    first = list(dict.fromkeys(cables))
    assert cables == sorted(cables, key=first.index)
    assert solved.possible
    assert solved.proven


def test_what_is_done_already_is_left_out_of_its_own_cable():
    build = threading(2, 1)
    whole = order(build)
    rest = order(build, whole.steps[:7])
    assert {s.what for s in rest.steps} == {s.what for s in whole.steps[7:]}


def test_three_times_the_cables_take_no_more_than_their_share():
    small, large = threading(2, 1), threading(6, 2)
    order(small)
    begun = time.perf_counter()
    few = len(order(threading(2, 1)).steps)
    between = time.perf_counter()
    many = len(order(large).steps)
    ended = time.perf_counter()
    assert (ended - between) / max(between - begun, 1e-4) < 4 * many / few
