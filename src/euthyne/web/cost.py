"""What a lead costs, line by line; and the rates this bench counts by."""

from collections.abc import Mapping
from dataclasses import replace
from types import MappingProxyType
from typing import Any

from flask import Blueprint, redirect, render_template, request, url_for
from werkzeug.wrappers import Response
from wtforms import Form, StringField

from euthyne.core.lead import Lead, Price
from euthyne.core.plan import Plan
from euthyne.core.standing.cost import Cost, CostLine, Rates, cost_of
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import tell
from euthyne.core.trade.quantity import PERCENT, read_quantity, read_whole
from euthyne.exchange.reading import adapter_for
from euthyne.store.clock import now
from euthyne.web.frame import lead_page, store, who
from euthyne.web.measures import price_as_typed, priced_by, read_price
from euthyne.web.stores import on_hand
from euthyne.web.takein import ReadField

blueprint = Blueprint("cost", __name__)
KEPT = "rates"
TAX = replace(PERCENT, low=0.0)
MONEY_LETTERS = 8


def rates() -> Rates:
    """The rates this bench counts by."""
    kept = store().setting(KEPT)
    return adapter_for(Rates).validate_json(kept) if kept else Rates()


def keep_rates(**said: Any) -> None:
    """Keep some of the rates this bench counts by, the others as they are."""
    counted = replace(rates(), **said)
    store().set(KEPT, adapter_for(Rates).dump_json(counted).decode())


def cost(plan: Plan) -> Cost:
    """What a lead costs here."""
    return cost_of(plan, on_hand(), rates())


def _money(text: str, by_length: bool = False) -> float | None:
    return read_price(text, by_length) if text else None


def _percent(text: str) -> float:
    return read_quantity(text, TAX, "tax").value if text else 0.0


class CostForm(Form):
    """What one like it is bought for, and how this bench counts."""

    bought = ReadField("Or buy one for")
    money = StringField("Money is written", render_kw={"placeholder": "EUR"})
    tax = ReadField("Tax on top of prices, %")
    hour = ReadField("An hour is worth")
    one_in = ReadField("One rework in so many leads")


def _form(plan: Plan, typed: dict[str, str] | None = None) -> CostForm:
    own, bought = rates(), plan.lead.cut.bought_for
    stands = {
        "bought": f"{bought:g}" if bought else "",
        "money": own.money,
        "tax": f"{own.tax_percent:g}",
        "hour": f"{own.hour:g}" if own.hour else "",
        "one_in": str(own.rework_one_in),
    }
    form = CostForm(data=stands | (typed or {}))
    for field in (form.bought, form.hour):
        field.label.text = ", ".join(filter(None, (field.label.text, own.money)))
    form.bought.read, form.tax.read, form.hour.read = _money, _percent, _money
    form.one_in.read = lambda text: read_whole(
        text=text, low=1, high=1000, field="one_in", word="one rework in"
    )
    return form


@blueprint.get("/leads/<tag>/cost")
def show(tag: str) -> str:
    """The lines, the total, and what the difference to a bought one is for."""
    page = lead_page(tag)
    return _page(tag, _form(page.plan))


def _page(
    tag: str,
    form: CostForm,
    typed: Mapping[str, str] = MappingProxyType({}),
    wrong: Mapping[str, Fault] = MappingProxyType({}),
) -> str:
    """The page; ``typed`` prices of a form that is shown again, and what is ``wrong`` with some."""
    page = lead_page(tag)
    shown = cost(page.plan)
    asked = _without_price(shown)
    said = {
        price.what: price_as_typed(price.each, asked[price.what].by_length)
        for price in page.held.lead.cut.prices
        if price.what in asked
    }
    return render_template(
        "cost/page.html",
        page=page,
        cost=shown,
        rates=rates(),
        form=form,
        asked=[(what, line.words, priced_by(line.by_length)) for what, line in asked.items()],
        typed=said | dict(typed),
        notes=wrong,
    )


def _without_price(of: Cost) -> dict[str, CostLine]:
    """What a price is asked for, by the words it is kept under."""
    return {tell(line.words, "metric"): line for line in of.without_stores}


@blueprint.post("/leads/<tag>/cost/prices")
def prices(tag: str) -> Response | tuple[str, int]:
    """Prices of what Stores have none of, for this lead alone; an empty one takes it back."""
    page = lead_page(tag)
    asked = _without_price(cost(page.plan))
    typed = {what: request.form.get(f"price.{what}", "").strip() for what in asked}
    found, wrong = [], {}
    for what, text in typed.items():
        try:
            each = _money(text, asked[what].by_length)
        except Refused as refused:
            wrong[what] = refused.faults[0]
            continue
        if each is not None:
            found.append(Price(what, each))
    if wrong:
        return _page(tag, _form(page.plan), typed, wrong), 422
    words = ", ".join(f"{price.what} {price.each:g}" for price in found) or "none"

    def said(lead: Lead) -> Lead:
        return replace(lead, cut=replace(lead.cut, prices=tuple(found)))

    if not page.held.sealed:
        store().change(tag=tag, change=said, at=now(), by=who(), what=f"Cost: prices, {words}")
    return redirect(url_for("cost.show", tag=tag), 303)


@blueprint.post("/leads/<tag>/cost")
def save(tag: str) -> Response | tuple[str, int]:
    """Keep what was typed."""
    page = lead_page(tag)
    form = _form(
        page.plan, {name: request.form.get(name, "") for name in CostForm(data={})._fields}
    )
    if not form.validate():
        return _page(tag, form), 422
    keep_rates(
        money=str(form.money.data or "").strip()[:MONEY_LETTERS],
        tax_percent=form.tax.value,
        hour=form.hour.value or 0.0,
        rework_one_in=form.one_in.value,
    )
    bought = form.bought.value

    def priced(lead: Lead) -> Lead:
        return replace(lead, cut=replace(lead.cut, bought_for=bought))

    if not page.held.sealed and bought != page.held.lead.cut.bought_for:
        words = f"Cost: or buy one for {bought:g}" if bought else "Cost: no price of a bought one"
        store().change(tag=tag, change=priced, at=now(), by=who(), what=words)
    return redirect(url_for("cost.show", tag=tag), 303)
