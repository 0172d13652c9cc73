"""The lead ribbon: a lead end to end, its stages as sleeves printed along the cord."""

from dataclasses import replace

from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.standing.progress import Progress, Standing
from euthyne.core.trade.figure import metres
from euthyne.drawing.laidout import Form, LaidOut, before_the_middle, lay, said_of, stages_along
from euthyne.drawing.pen import element, letters, line, mark, path, rect, sheet, text

MARK_WORDS = {"done": "done", "open": "open", "caution": "needs a reason", "stop": "stopped"}


PAGE = Form(
    width=1232, height=140, cord_y=80, end_tall=82, cord=17, band=36, words=True, dimension=True
)
ROW = Form(
    width=640, height=88, cord_y=56, end_tall=58, cord=9, band=22, words=False, dimension=False
)
BENCH = Form(
    width=720, height=42, cord_y=27, end_tall=29, cord=6, band=18, words=False, dimension=False
)
START = Form(
    width=280, height=70, cord_y=50, end_tall=44, cord=7, band=18, words=False, dimension=False
)
ON_PAPER = replace(PAGE, height=118, cord_y=60, end_tall=78)
# Seven marks a thumb can press, and the name of the one that is shown under them.
FOLD = Form(
    width=390,
    height=98,
    cord_y=46,
    end_tall=40,
    cord=8,
    band=46,
    words=False,
    dimension=False,
    tight=True,
)
# As wide as a tablet held upright: the word of each stage under its number.
TABLET = replace(
    FOLD,
    width=772,
    height=124,
    cord_y=56,
    end_tall=62,
    cord=12,
    band=52,
    dimension=True,
    stacked=True,
)
LIST = Form(
    width=470, height=40, cord_y=26, end_tall=28, cord=6, band=18, words=False, dimension=False
)


def ribbon(plan: Plan, progress: Progress, form: Form, base: str, here: Stage | None = None) -> str:
    """The ribbon of a lead.

    Parameters: plan; progress; form, its size; base, the address its bands link under; here, the
    stage being shown.
    Returns: SVG text.
    """
    shown = tuple(s for s in progress.standings if s.stage in progress.reach)
    laid = lay(plan, form, len(shown))
    start, end = laid.start, laid.end
    bands = _bands(shown, form=form, laid=laid, base=base, here=here)
    ends = " to ".join(said_of(plan, side) for side in ("A", "B"))
    label = f"{plan.lead.name}: {ends}; next: {progress.next_action}"
    size = "page" if form.words else "row"
    if form is TABLET:
        size = "tablet"
    if form is FOLD:
        size = "row ribbon-fold"
        bands += _named(shown, laid, form, here)
    told = form.dimension and not progress.one_end
    body = laid.drawn + bands + (_dimension(plan, form, start, end) if told else "")
    return sheet(form.width, form.height, body, f"ribbon ribbon-{size}", label, role="group")


def end_to_end(plan: Plan) -> str:
    """A lead drawn end to end with its length, and nothing printed on it: for paper."""
    laid = lay(plan, ON_PAPER, 1)
    body = laid.drawn + _dimension(plan, ON_PAPER, laid.start, laid.end)
    label = " to ".join(said_of(plan, side) for side in ("A", "B"))
    return sheet(ON_PAPER.width, ON_PAPER.height, body, "ribbon", label)


def _bands(
    standings: tuple[Standing, ...],
    form: Form,
    laid: LaidOut,
    base: str,
    here: Stage | None,
) -> str:
    first, wide, gap = stages_along(laid.start, laid.end, form, laid.middle, len(standings))
    before = before_the_middle(len(standings))
    return "".join(
        _band(
            s=s,
            number=i + 1,
            form=form,
            x=first + i * (wide + gap) + (laid.middle if i >= before else 0),
            wide=wide,
            base=base,
            here=s.stage == here,
        )
        for i, s in enumerate(standings)
    )


def _named(standings: tuple[Standing, ...], laid: LaidOut, form: Form, here: Stage | None) -> str:
    """The name of the stage that is shown, under its mark, within the sheet."""
    first, wide, gap = stages_along(laid.start, laid.end, form, laid.middle, len(standings))
    for i, s in enumerate(standings):
        if s.stage == here:
            x = (
                first
                + i * (wide + gap)
                + (laid.middle if i >= before_the_middle(len(standings)) else 0)
                + wide / 2
            )
            x = min(max(x, 50.0), form.width - 50.0)
            words = f"{i + 1} {s.stage.word}"
            return text(x, form.height - 8, words, "fold-word", "middle")
    return ""


# px of a band that has room for its word and its mark in the usual size.
ROOMY = 124.0


def _band(
    s: Standing, number: int, form: Form, x: float, wide: float, base: str, here: bool
) -> str:
    top, y = form.cord_y - form.band / 2, form.cord_y
    shape = rect(x, top, wide, form.band, "sleeve", rx=3)
    if form.words:
        place = element("tspan", str(number), class_="sleeve-number")
        tight = " sleeve-tight" if wide < ROOMY else ""
        word = element("tspan", s.stage.word, x=x + 27, class_=f"sleeve-word{tight}")
        name = element("text", f"{place} {word}", x=x + 11, y=y + 5)
        if here:
            sign = ""
        else:
            sign = mark(s.mark, x + wide - 14, y, 6)
        pointer = ""
        if here:
            pointer = path(f"M{x + wide / 2 - 9:g} {top + form.band:g}h18l-9 9z", "sleeve-pointer")
    elif form.stacked:
        name = text(x + 9, y - 6, f"{number} ", "sleeve-number")
        name += text(x + wide / 2, y + 16, s.stage.word, "sleeve-word", "middle")
        sign, pointer = ("" if here else mark(s.mark, x + wide - 13, y - 11, 6)), ""
    else:
        name = text(x + wide * 0.3, y + 4.5, str(number), "sleeve-number", "middle")
        sign, pointer = mark(s.mark, x + wide * 0.68, y, 5), ""
    if here:
        standing = "here"
    else:
        standing = s.mark
    return element(
        "a",
        shape + name + sign + pointer,
        class_=f"band band-{standing}",
        href=f"{base}/{s.stage.value}",
        aria_label=f"{number} {s.stage.word}, {MARK_WORDS[s.mark]}",
        aria_current="step" if here else None,
    )


def _dimension(plan: Plan, form: Form, start: float, end: float) -> str:
    y = form.height - 12
    run = plan.lead.brief.run_m
    words = "length not said yet"
    told = SetBrief.of(plan.lead.brief)
    if told.runs_m:
        least, most = min(told.runs_m), max(told.runs_m)
        each = (
            f"{metres(least):.2f}"
            if least == most
            else f"{metres(least):.2f} to {metres(most):.2f}"
        )
        words = f"{len(told.runs_m)} cables, {each} · {metres(sum(told.runs_m)):.2f} in all"
    elif run is not None:
        if plan.lead.cut.accepted and plan.cut.length:
            last = f"{metres(plan.cut.length.cut_m):.2f} to cut"
        else:
            last = f"{metres(round(plan.lead.brief.poles * run, 2)):g} of copper"
        words = f"{metres(round(run, 2)):g} run · {last}"
    middle, half = (start + end) / 2, letters(words) * 4.4 + 14
    ticks = line(start, y - 6, start, y + 6, "dimension") + line(
        end, y - 6, end, y + 6, "dimension"
    )
    lines = line(start, y, middle - half, y, "dimension") + line(
        middle + half, y, end, y, "dimension"
    )
    return ticks + lines + text(middle, y + 5, words, "dimension-words", "middle")
