"""A cutting plan drawn: bars to one scale, each length with its tag, what is lost never hidden."""

import re

import pytest

from euthyne.core.cutting.cutting import propose
from euthyne.core.cutting.piece import Coil, Piece, Wanted, WantedCut
from euthyne.core.trade.measures import tell
from euthyne.drawing.cutplan import cut_plan


@pytest.fixture
def drawn():
    cuts = (WantedCut("TR-0001", 9000), WantedCut("TR-0002", 600), WantedCut("TR-0003", 19_000))
    stock, coils = (Piece("Reel 4", 20_000),), (Coil("coil of 25 m", 25_000, 3341),)
    proposal = propose(Wanted("", stock, cuts, coils, 500, 0, 10))
    assert not proposal.plan.left_out
    return tell(cut_plan(proposal.plan.laid, "how good"), "metric")


def bars(drawn, kind):
    found = re.findall(
        rf'<rect x="([\d.]+)" y="([\d.]+)" width="([\d.]+)"[^>]*class="{kind}"', drawn
    )
    return [tuple(map(float, one)) for one in found]


def test_bars_and_lengths_are_to_one_scale(drawn):
    whole = sorted(w for _, _, w in bars(drawn, "cut-plan-rest"))
    assert whole[0] / whole[1] == pytest.approx(20 / 25, rel=0.01)
    cut = sorted(w for _, _, w in bars(drawn, "cut-plan-cut"))
    assert [w / whole[1] for w in cut] == pytest.approx([0.6 / 25, 9 / 25, 19 / 25], rel=0.01)


def test_what_is_too_short_to_be_written_on_stands_below(drawn):
    assert ">TR-0001<" in drawn
    assert "TR-0002 0.60 m" in drawn


def test_what_is_lost_is_hatched_however_little_and_what_is_bought_comes_last(drawn):
    assert len(bars(drawn, "cut-plan-lost")) == 2
    assert all(w >= 3 for _, _, w in bars(drawn, "cut-plan-lost"))
    assert drawn.index(">Reel 4<") < drawn.index(">coil of 25 m<")
    assert "25.00 m, to buy" in drawn
