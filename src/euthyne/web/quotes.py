"""What a job costs by heading; quotes of it, kept as they were given; actual against quoted."""

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

from flask import Blueprint, Response, abort, redirect, render_template, url_for
from flask import request as asked
from werkzeug.wrappers import Response as Answer
from wtforms import Form, StringField
from wtforms.validators import Length

from euthyne.core.jobs.job import alike
from euthyne.core.jobs.quote import Quote, QuotedLead, actual, differences, headings_of
from euthyne.core.plan import Plan
from euthyne.core.standing.cost import Cost, minutes_of
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import metres
from euthyne.core.trade.measures import tell
from euthyne.core.trade.quantity import PERCENT, read_quantity
from euthyne.drawing.ribbon import end_to_end
from euthyne.exchange.quote_page import quote_pdf
from euthyne.store.clock import now
from euthyne.store.jobs import KeptJob
from euthyne.web.cost import cost, rates
from euthyne.web.cut import drawing_style
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, jobs, who
from euthyne.web.jobs import NUMBER, pages_of
from euthyne.web.measures import measures, usual_paper
from euthyne.web.takein import ReadField, one_line, read_day

blueprint = Blueprint("quotes", __name__)
VALID = timedelta(days=30)


MARGIN = replace(PERCENT, low=0.0, high=1000.0)
TAX = replace(PERCENT, low=0.0)


def _margin(text: str) -> float:
    return read_quantity(text, MARGIN, "margin").value if text else 0.0


def _tax(text: str) -> float:
    return read_quantity(text, TAX, "tax").value if text else 0.0


def _until(text: str) -> Any:
    day = read_day(text)
    if day is None or day < date.today().isoformat():
        raise Refused(Fault("valid_until", "that day is over", "a day that comes"))
    return day


class QuoteForm(Form):
    """A quote that is to be given."""

    margin = ReadField("Margin, percent", read=_margin)
    tax = ReadField("Tax, percent", read=_tax)
    valid_until = ReadField("Valid until", read=_until)
    included = StringField("Included", [Length(0, 300, "300 letters at most")])
    not_included = StringField("Not included", [Length(0, 300, "300 letters at most")])


@blueprint.get(f"/jobs/<{NUMBER}>/cost")
def show(number: int) -> str:
    """What a job costs, and its quotes."""
    until = (date.today() + VALID).isoformat()
    before = next((k.quote for k in jobs().quotes(number)), None)
    form = QuoteForm(
        margin=f"{before.margin_percent:g}" if before else "",
        tax=f"{before.tax_percent:g}" if before else f"{rates().tax_percent:g}",
        valid_until=until,
        included=before.included if before else "",
        not_included=before.not_included if before else "",
    )
    return _shown(jobs().get(number), form)


def _shown(kept: KeptJob, form: QuoteForm) -> str:
    pages = pages_of(kept)
    headings = headings_of(_costs(pages))
    taken = actual([p.held.lead for p in pages], jobs().metres_taken(kept.number))
    return render_template(
        "jobs/cost.html",
        kept=kept,
        headings=headings,
        total=sum(h.total for h in headings),
        unpriced=sum(h.unpriced for h in headings),
        rates=rates(),
        quotes=jobs().quotes(kept.number),
        taken=taken,
        form=form,
    )


def _costs(pages: list[LeadPage]) -> list[Cost]:
    """What each lead costs; those made to one plan cost the same."""
    by_tag = {p.tag: p for p in pages}
    groups = alike(p.held.lead for p in pages)
    return [one for g in groups for one in [cost(by_tag[g.first.tag].plan)] * len(g.leads)]


@blueprint.post(f"/jobs/<{NUMBER}>/quote")
def give(number: int) -> Answer | tuple[str, int]:
    """Give a quote: from now on it stays as it is."""
    kept, form = jobs().get(number), QuoteForm(asked.form)
    if not form.validate():
        return _shown(kept, form), 422
    pages = pages_of(kept)
    headings = headings_of(_costs(pages))
    if not pages or any(h.unpriced for h in headings):
        raise NotNow(
            "There is no quote while a price lacks. What would do: a price of each line, at what each lead costs.",
            url_for("quotes.show", number=number),
            "Back to what it costs",
        )
    quote = Quote(
        given_on=now()[:10],
        valid_until=form.valid_until.value,
        money=rates().money,
        leads=_quoted(pages),
        headings=headings,
        margin_percent=form.margin.value,
        tax_percent=form.tax.value,
        minutes=sum(minutes_of(page.plan) for page in pages),
        metres=sum(_metres(page.plan) for page in pages),
        included=one_line(form.included.data),
        not_included=one_line(form.not_included.data),
    )
    before = next((k.quote for k in jobs().quotes(number)), None)
    differs = differences(before, quote) if before else ()
    by_tag = {p.tag: p for p in pages}
    firsts = [by_tag[like.first.tag] for like in alike(p.held.lead for p in pages)]
    drawings = [end_to_end(p.plan) for p in firsts]
    page = quote_pdf(kept.job, quote, drawings, drawing_style(), differs, usual_paper(), measures())
    jobs().give_quote(number, quote, page, now(), who())
    return redirect(url_for("quotes.show", number=number), 303)


def _quoted(pages: list[LeadPage]) -> tuple[QuotedLead, ...]:
    by_tag = {p.tag: p for p in pages}
    found = []
    for like in alike(p.held.lead for p in pages):
        plan = by_tag[like.first.tag].plan
        long = like.first.brief.run_m
        words = f"{plan.conductor.written}, {metres(long):.2f} from end to end" if long else ""
        found.append(QuotedLead(len(like.leads), like.first.name, tell(words, measures())[:200]))
    return tuple(found)


def _metres(plan: Plan) -> float:
    return sum(length.cut_m for length in plan.cut.lengths.values())


@blueprint.get(f"/jobs/<{NUMBER}>/quote-<int(max=999999999):quote>.pdf")
def page(number: int, quote: int) -> Response:
    """The page of a quote, as it was given."""
    found = jobs().quote_page(number, quote)
    if found is None:
        abort(404)
    return Response(found, mimetype="application/pdf")
