"""Why a length fits no piece, and how far a plan may be from the best, in words."""

from euthyne.core.cutting.piece import Portion, Wanted
from euthyne.core.cutting.task import Proposal, figures
from euthyne.core.trade.figure import Quantity, metres, mm


def why_left_out(wanted: Wanted, portion: Portion) -> str:
    """Why something fits no piece there is or could be bought; empty where it does.

    >>> from euthyne.core.cutting.piece import Piece, WantedCut, portions_of
    >>> from euthyne.core.trade.measures import tell
    >>> wanted = Wanted("", (Piece("Reel 4", 28200),), (WantedCut("TR-0040", 41200),), (), 0, 0, 10)
    >>> tell(why_left_out(wanted, portions_of(wanted)[0][0]), "metric")
    '41.2 m; the longest piece gives 28.19 m after its trim'
    """
    coils = [c.length_mm for c in wanted.buy if c.most != 0]
    longest = max([p.length_mm for p in wanted.stock] + coils, default=None)
    if longest is None:
        return "there is no piece to cut it from"
    gives = longest - wanted.trim_mm
    kerfs = wanted.kerf_mm * (portion.many - 1)
    if portion.cut.length_mm * portion.many + kerfs <= gives:
        return ""
    # With kerf between them they may add up to what the piece gives, and still not fit.
    alike = portion.cut.length_mm * portion.many <= gives
    say = mm if alike else _metres
    each = str(say(portion.cut.length_mm))
    if portion.many > 1:
        each = f"{portion.many} times {each} together"
    if alike:
        each += f", with {mm(kerfs)} of kerf between them"
    if gives <= 0:
        return f"{each}; nothing is left of the longest piece after its trim"
    return f"{each}; the longest piece gives {say(gives)} after its trim"


def _metres(length_mm: int) -> Quantity:
    return metres(length_mm / 1000)


def how_good(proposal: Proposal) -> str:
    """One line on how good a plan is."""
    if proposal.proven:
        return "Nothing better can be done."
    # Figure by figure, as plans are judged: the first that differs is what is left open.
    for name, here, least in zip(
        FIGURES, figures(proposal.plan.counts), proposal.best.figures, strict=True
    ):
        if least is None:
            break
        if here > least:
            return _apart(name, here - least)
    return "It is not known whether anything better can be done."


FIGURES = ("left out", "price", "lost", "reel", "piece")


def _apart(figure: str, more: int) -> str:
    """How far a plan may be from the best in one figure."""
    if figure == "lost":
        return f"At most {mm(more):.0f} more is lost than the best there can be."
    if figure == "price":
        return f"It costs at most {more / 100:.2f} more than the best there can be."
    if figure == "left out":
        return f"At most {more} {'length' if more == 1 else 'lengths'} more could find a piece."
    return f"At most {more} {figure}{'' if more == 1 else 's'} fewer would do."
