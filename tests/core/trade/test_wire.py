"""Conductors and ratings: worked values, and what the tables take off."""

import pytest

from euthyne.core.trade.protection import families, far_end_fault_amps, smallest_carrying
from euthyne.core.trade.rating import (
    bases,
    k_ambient,
    k_bunch,
    k_drum,
    k_metal,
    loaded_conductors,
    table,
)
from euthyne.core.trade.wire import Wire, awg, circular_mils, metric


def test_twelve_gauge_copper():
    size = awg("12")
    assert size.cross_section_mm2 == pytest.approx(3.309, rel=0.001)
    assert circular_mils(size.cross_section_mm2) == pytest.approx(6530, rel=0.001)
    assert Wire(size).ohms_per_m_20 * 1000 == pytest.approx(5.315, rel=0.001)


def test_two_and_a_half_at_sixty():
    assert Wire(metric(2.5)).ohms_per_m(60) * 1000 == pytest.approx(9.234, rel=0.001)


def test_tin_and_aluminium_cost_resistance():
    plain = Wire(metric(6)).ohms_per_m_20
    assert Wire(metric(6), tinned=True).ohms_per_m_20 > plain
    assert Wire(metric(6), "aluminium").ohms_per_m_20 == pytest.approx(plain * 0.028264 / 0.017241)


def test_every_basis_has_sizes_that_carry_more_as_they_grow():
    for name in bases():
        for loaded in (1, 2, 3):
            amps = [r.amps for r in table(name, "mm2", loaded)]
            assert amps == sorted(amps)


def test_a_gauge_on_a_metric_basis_lies_between_its_neighbours():
    rated = {r.size.label: r.amps for r in table("rubber-60", "AWG", 2)}
    assert 25 < rated["12"] < 30
    assert all(r.interpolated for r in table("rubber-60", "AWG", 2))
    assert not any(r.interpolated for r in table("cord-na", "AWG", 2))


@pytest.mark.parametrize(
    ("ambient", "factor"), [(30, 1.0), (20, 1.0), (45, 0.7071), (60, 0.0), (75, 0.0)]
)
def test_a_hotter_place_takes_off(ambient, factor):
    assert k_ambient(bases()["light-cord"], ambient, 60) == pytest.approx(factor, abs=1e-4)


def test_a_weaker_terminal_takes_off():
    boat = bases()["boat-vehicle-105"]
    assert k_ambient(boat, 30, 75) == pytest.approx((45 / 75) ** 0.5)


@pytest.mark.parametrize(
    ("circuits", "factor"), [(1, 1.0), (3, 0.7), (10, 0.45), (20, 0.38), (21, None)]
)
def test_bunching_takes_the_next_listed_count_up(circuits, factor):
    assert k_bunch(circuits) == factor


@pytest.mark.parametrize(("layers", "factor"), [(0, 1.0), (1, 0.85), (4, 0.35), (5, None)])
def test_more_layers_than_the_table_knows_is_none(layers, factor):
    assert k_drum(layers) == factor


def test_copper_clad_and_three_phase():
    assert (k_metal("copper"), k_metal("cca-10"), k_metal("aluminium")) == (1.0, 0.80, 0.78)
    assert loaded_conductors("light-cord", "ac-three") == 3
    assert loaded_conductors("welding", "ac-three") is None
    assert loaded_conductors("welding", "dc") == 1


def test_the_smallest_fuse_that_carries_it():
    assert smallest_carrying("bs1362-plug", 3.0) == 3.0
    assert smallest_carrying("bs1362-plug", 3.1) == 5.0
    assert smallest_carrying("bs1362-plug", 14) is None
    assert all(f.amps == tuple(sorted(f.amps)) and f.source for f in families().values())


def test_a_dead_short_far_away_is_smaller():
    assert (
        far_end_fault_amps(230, 0.8, 0.0)
        > far_end_fault_amps(230, 0.8, 1.13)
        == pytest.approx(113.3, rel=0.005)
    )


def test_the_fuse_of_an_inlet_is_the_smallest_that_carries_and_the_cord_stands():
    from euthyne.core.trade.protection import FuseWanted, families, plug_fuse

    ascending = families()["cartridge-5x20"].amps
    for load in (0.1, 0.5, 0.9, 1.7, 3.0, 5.5):
        found = plug_fuse(FuseWanted(load, load, False, 10.0), "cartridge-5x20")
        assert found == next(a for a in ascending if a >= load)
    # What starts hard wants a larger one; one for hours keeps its share.
    calm = plug_fuse(FuseWanted(1.0, 1.0, False, 10.0), "cartridge-5x20")
    hard = plug_fuse(FuseWanted(1.0, 8.0, False, 10.0), "cartridge-5x20")
    assert calm < hard
    # A plug's own is as before: 3 A, else 13 A.
    assert plug_fuse(FuseWanted(0.4, 0.4, False, 13.0)) == 3.0
    assert plug_fuse(FuseWanted(8.0, 8.0, False, 13.0)) == 13.0
