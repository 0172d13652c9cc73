"""Dies, lugs and sleeves: the arithmetic at the bench."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from euthyne.core.envelope.die import what_die
from euthyne.core.envelope.sleeve import what_sleeve
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.die import hexagon_mm2, pressed
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.sleeve import cut_mm, ratio_wanted, sleeve_for, sleeves


@pytest.mark.parametrize(
    ("die", "verdict"), [(160.0, "loose"), (144.0, "light"), (130.0, "usual"), (100.0, "heavy")]
)
def test_a_die_is_judged_by_the_metal_it_closes_on(die, verdict):
    found = pressed(outside_mm=15.0, bore_mm=10.0, copper_mm2=48.0, die_mm2=die)
    assert found.metal_mm2 == pytest.approx(math.pi / 4 * (225 - 100) + 48)
    assert found.ratio == pytest.approx(found.metal_mm2 / die)
    assert found.verdict == verdict


def test_a_lug_a_size_too_big_is_told_by_its_bore():
    assert "a size too big" in pressed(15.0, 11.0, 50.0, 130.0).words
    assert "a size too big" not in pressed(15.0, 10.0, 50.0, 130.0).words


@given(st.floats(5, 40), st.floats(10, 90))
def test_a_larger_die_never_presses_harder(outside, die):
    one, other = (pressed(outside, outside * 0.7, outside, d) for d in (die, die * 1.2))
    assert other.ratio < one.ratio
    assert hexagon_mm2(2 * outside) == pytest.approx(4 * hexagon_mm2(outside))


@given(st.floats(1, 30), st.floats(0.3, 1.0))
def test_a_sleeve_passes_the_widest_and_grips_the_thinnest(widest, share):
    found = sleeve_for(widest, widest * share)
    if found is None:
        fits = [
            s
            for s in sleeves()
            if s.expanded_mm >= 1.1 * widest and s.recovered_mm <= 0.9 * widest * share
        ]
        assert not fits
    else:
        assert found.expanded_mm >= 1.1 * widest
        assert found.recovered_mm <= 0.9 * widest * share
    assert ratio_wanted(widest, widest * share) >= 1.1 / 0.9 - 1e-9


def test_a_lined_sleeve_is_cut_longer_since_it_draws_in_more():
    assert cut_mm(45) == pytest.approx(50)
    assert cut_mm(45, adhesive=True) > cut_mm(45)


def test_every_part_of_the_shelf_is_ended_in_a_way_that_is_told():
    for part in shelf().values():
        kind = TERMINATIONS[part.joint]
        assert len(kind.judge) >= 3
        assert kind.mistake.endswith(".")
        said = kind.headline.format(
            thing="red wire", tint="red", short=part.short, cavity="+", size="50 mm2", staggered=""
        )
        assert "{" not in said


def test_the_envelope_answers_for_dies_and_sleeves():
    die = what_die(14.5, 10.2, 50.0, 12.0)
    assert die.figures[0].value == pytest.approx(
        (math.pi / 4 * (14.5**2 - 10.2**2) + 50) / hexagon_mm2(12.0)
    )
    assert [d.words for d in die.discs] == ["barrel and copper", "die, closed"]
    sleeve = what_sleeve(14.6, 11.0, 45.0, True)
    assert sleeve.figures[-1].value == pytest.approx(45 / 0.87)
    assert "No single size does both" in what_sleeve(30.0, 2.0, 45.0, False).sentence
    with pytest.raises(Refused, match="wider than the barrel"):
        what_die(10.0, 12.0, 50.0, 12.0)
    with pytest.raises(Refused, match="wider than the widest"):
        what_sleeve(5.0, 9.0, 45.0, False)
