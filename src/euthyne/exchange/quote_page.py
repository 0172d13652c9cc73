"""A quote on one page, with its leads drawn."""

from collections.abc import Sequence
from typing import Any

from euthyne.core.jobs.job import Job
from euthyne.core.jobs.quote import Quote
from euthyne.core.trade.measures import Measures
from euthyne.exchange.paper import plain, printed, sheet_of

MOST_DRAWN = 4


def quote_pdf(
    job: Job,
    quote: Quote,
    drawings: Sequence[str],
    css: str,
    differs: Sequence[str],
    paper: str,
    measures: Measures = "metric",
) -> bytes:
    """A quote.

    Parameters: job; quote; drawings, one of each of its leads; css, the style sheet of those; differs, what
    it says otherwise than the one before it; paper, ``"a4"`` or ``"letter"``; measures of the bench.
    """
    from reportlab.platypus import Spacer

    name = f"Quote: {job.name}"
    sheet = sheet_of(css, paper, measures)
    whom = f"For {job.made_for or 'whom it concerns'}"
    order = f", their order {job.order}" if job.order else ""
    drawing = f", to drawing {job.drawing}" if job.drawing else ""
    money = quote.money
    story: list[Any] = [
        sheet.words(plain(name), "title"),
        sheet.words(
            plain(
                f"{whom}{order}{drawing}. Given {quote.given_on}, valid until {quote.valid_until}."
            )
        ),
        Spacer(1, 8),
    ]
    for n, one in enumerate(quote.leads):
        story.append(sheet.words(plain(f"{one.many} × {one.name}: {one.words}"), "head"))
        if n < min(len(drawings), MOST_DRAWN):
            story += [Spacer(1, 12), sheet.drawing(drawings[n]), Spacer(1, 8)]
    rows = [
        [plain("Price without tax"), plain(f"{quote.net:.2f} {money}")],
        [plain(f"Tax, {quote.tax_percent:g} %"), plain(f"{quote.price - quote.net:.2f} {money}")],
        [f"<b>{plain('Price')}</b>", f"<b>{plain(f'{quote.price:.2f} {money}')}</b>"],
    ]
    story += [Spacer(1, 8), sheet.table(rows, [0.7, 0.3]), Spacer(1, 8)]
    if quote.included:
        story.append(sheet.words(plain(f"Included: {quote.included}")))
    if quote.not_included:
        story.append(sheet.words(plain(f"Not included: {quote.not_included}")))
    if differs:
        story.append(sheet.words(plain(f"Otherwise than the quote before: {'; '.join(differs)}.")))
    story.append(
        sheet.words(
            plain(
                "Each lead comes with its tag, its sealed record and its certificate. Local rules, the makers' "
                "sheets and a licensed person decide."
            )
        )
    )
    return printed(name, paper, story)
