"""The cutting plan: against a search through everything, on stock that is divided without rest, with a true
bound; what cannot be cut says why.
"""

import subprocess
import sys
from collections import Counter
from random import Random

import pytest
from cutting import bought, divided
from sampling import LONG
from searched import best_counts, loses, small_task

from euthyne.core.cutting import patterns
from euthyne.core.cutting.cutting import propose
from euthyne.core.cutting.piece import Coil, Piece, Wanted, WantedCut
from euthyne.core.cutting.task import figures
from euthyne.core.cutting.why import how_good, why_left_out
from euthyne.core.trade.measures import tell


def sound(proposal):
    """A plan keeps what it promises: every length placed once or left out, no piece overfull or used twice,
    what stays together on one piece, its counts its own; and no bound above it.
    """
    plan, wanted = proposal.plan, proposal.plan.wanted
    placed, pieces = Counter(), Counter()
    lost = 0
    for one in plan.laid:
        pieces[one.source.name, one.source.bought] += 1
        cuts = [u.cut for u in one.portions for _ in range(u.many)]
        mm = loses(wanted, one.source.length_mm, sum(c.length_mm for c in cuts), len(cuts))
        assert cuts and mm is not None, one
        assert [c.length_mm for c in cuts] == sorted((c.length_mm for c in cuts), reverse=True)
        lost += mm
        here = Counter(c.id for c in cuts)
        placed += here
        assert all(here[c.id] == c.count for c in cuts if c.together)
    assert placed + Counter(plan.missing) == Counter({c.id: c.count for c in wanted.cuts})
    most = {(p.name, False): 1 for p in wanted.stock}
    most |= {(c.name, True): 10**6 if c.most is None else c.most for c in wanted.buy}
    assert all(many <= most[piece] for piece, many in pieces.items())
    counts = figures(plan.counts)
    assert counts[2] == lost
    for mine, least in zip(counts, proposal.best.figures, strict=True):
        if least is None:
            break
        assert least <= mine
    return counts


@pytest.mark.parametrize("block", range(10))
def test_small_plans_are_the_best_there_are(block):
    for seed in range(block * 50, block * 50 + 50):
        proposal = propose(small_task(seed))
        assert sound(proposal) == best_counts(small_task(seed)), seed
        assert proposal.proven, seed


@pytest.mark.parametrize(
    ("lengths", "kinds", "pieces"), [(14, 4, 6), (40, 8, 10), (100, 10, 20), (200, 12, 40)]
)
def test_stock_that_is_divided_without_rest_is_found(lengths, kinds, pieces):
    for seed in range(3):
        proposal = propose(divided(Random(seed), lengths, kinds, pieces))
        assert sound(proposal) == (0, 0, 0, pieces, pieces)
        assert proposal.proven


def ticking(looks):
    """A clock that goes on by one at each look: a plan has to end, on any machine."""
    left = [looks]

    def seconds_left():
        left[0] -= 1
        return float(left[0]) / looks * 9

    return seconds_left


@pytest.mark.parametrize("kerf", [0, 2])
def test_four_hundred_lengths_are_all_placed_at_a_proven_price(kerf):
    proposal = propose(bought(Random(4), kerf), ticking(60_000))
    left_out, price, lost, *_ = sound(proposal)
    best = proposal.best
    assert (left_out, price) == (0, best.price_cents)
    if not kerf:
        assert lost - best.lost_mm <= max(lost / 100, 20)


def test_more_than_there_is_leaves_out_the_fewest():
    """Eight lengths on a reel that takes five: the short ones, and a pair is not torn."""
    reel, shorts = Piece("Reel 1", 10_000), WantedCut("short", 1500, 6)
    pair = WantedCut("pair", 3000, 2, together=True)
    proposal = propose(Wanted("", (reel,), (shorts, pair)))
    assert sound(proposal)[0] == 2
    assert proposal.plan.missing == {"pair": 2}
    assert not why_left_out(proposal.plan.wanted, proposal.plan.left_out[0])


@pytest.mark.parametrize(
    ("cut", "said"),
    [
        (WantedCut("a", 41_200), "41.2 m; the longest piece gives 28.19 m after its trim"),
        (WantedCut("a", 28_191), "28.191 m; the longest piece gives 28.19 m after its trim"),
        (
            WantedCut("a", 15_000, 2, together=True),
            "2 times 15 m together; the longest piece gives 28.19 m after its trim",
        ),
        (
            WantedCut("a", 14_095, 2, together=True),
            "2 times 14095 mm together, with 3 mm of kerf between them; the longest piece gives "
            "28190 mm after its trim",
        ),
    ],
)
def test_what_fits_no_piece_says_why(cut, said):
    wanted = Wanted("", (Piece("Reel 4", 28_200),), (cut,), (), 0, 3, 10)
    proposal = propose(wanted)
    assert proposal.proven
    assert proposal.plan.missing == {"a": cut.count}
    assert tell(why_left_out(wanted, proposal.plan.left_out[0]), "metric") == said


def test_where_there_is_nothing_to_cut_from_it_says_so():
    wanted = Wanted("", (), (WantedCut("a", 500),), (Coil("coil", 5000, 1, 0),))
    proposal = propose(wanted)
    assert why_left_out(wanted, proposal.plan.left_out[0]) == "there is no piece to cut it from"


def test_how_good_a_plan_is_stands_in_one_line():
    proposal = propose(small_task(1))
    assert how_good(proposal) == "Nothing better can be done."
    cut_short = propose(bought(Random(0)), lambda: 0.0)
    best, plan = cut_short.best, cut_short.plan.counts
    assert sound(cut_short)
    if best.lost_mm is not None and best.lost_mm < plan.lost_mm:
        more = plan.lost_mm - best.lost_mm
        assert tell(how_good(cut_short), "metric").startswith(f"At most {more} mm more is lost")
    else:
        assert "most" in how_good(cut_short)


def test_the_solver_is_loaded_only_where_sums_leave_something_open():
    code = (
        "import sys; from euthyne.core.cutting.cutting import propose;"
        "from euthyne.core.cutting.piece import Piece, Wanted, WantedCut;"
        "propose(Wanted('', (Piece('r', 9000),), (WantedCut('a', 4000, 2),), (), 300, 0, 10));"
        "print('highspy' in sys.modules, 'numpy' in sys.modules)"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
    assert done.stdout.split() == ["False", "False"]


def test_a_solver_that_ran_out_of_time_leaves_a_bound_that_can_be(monkeypatch):
    """One length of eight has to stay behind; which loses least is found out, whether fewer reels would do
    is not.
    """
    in_time = patterns._whole

    def whole(program, figure, *more):
        return in_time(program, figure, *more) if figure < patterns.REELS else (None, -(10**12))

    monkeypatch.setattr(patterns, "_whole", whole)
    stock = tuple(Piece(f"Reel {mm}", mm) for mm in (12_340, 7540, 10_260, 2110))
    lengths = {3180: 1, 880: 1, 6480: 3, 5750: 1, 630: 1, 6760: 1}
    cuts = tuple(WantedCut(str(mm), mm, many) for mm, many in lengths.items())
    proposal = propose(Wanted("", stock, cuts, (), 300))
    sound(proposal)
    assert not proposal.proven
    assert all(figure is None or figure >= 0 for figure in proposal.best.figures)


def test_a_bound_by_prices_of_lengths_is_never_above_the_truth(monkeypatch):
    """Where patterns are made as they are needed, as with hundreds of lengths, but small enough to search."""
    monkeypatch.setattr(patterns, "ALL_PATTERNS", 0)
    for seed in range(150 if LONG else 40):
        wanted = small_task(seed)
        proposal, truth = propose(wanted, lambda: 6.0), best_counts(wanted)
        counts = sound(proposal)
        for mine, least, best in zip(counts, proposal.best.figures, truth, strict=True):
            assert least is None or least <= best, seed
            if least is None or mine != best:
                break
