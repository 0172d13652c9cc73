"""The shopping list: what is short over all leads, in the packs it is sold in, by supplier; what has come goes
into Stores from here.
"""

from collections.abc import Iterable
from functools import partial
from typing import Any

from flask import Blueprint, Response, redirect, render_template, request, url_for
from werkzeug.wrappers import Response as Answer
from wtforms import Form, HiddenField, StringField
from wtforms.validators import Length

from euthyne.core.jobs.cuts import Pack
from euthyne.core.jobs.job import Job
from euthyne.core.jobs.kit import KitLine, ToBuy, to_buy
from euthyne.core.stores.lot import Lot
from euthyne.core.stores.stock import USED_UP, Stock, StockKind
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import metres
from euthyne.core.trade.quantity import MONEY, read_quantity, read_whole
from euthyne.exchange.job_papers import list_pdf
from euthyne.store.clock import now
from euthyne.web.cost import rates
from euthyne.web.downloads import table
from euthyne.web.fields import say
from euthyne.web.frame import jobs, who
from euthyne.web.measures import measures, usual_paper
from euthyne.web.stores import fresh_name, kept, lots, short
from euthyne.web.takein import ReadField, one_line, read_amount

blueprint = Blueprint("shopping", __name__)
NOBODY = "Supplier not said"


def wanted() -> tuple[ToBuy, ...]:
    """What is short for the leads that are sized and not begun, in the packs it is sold in."""
    lines = [KitLine(need, there, 0.0, 0.0) for need, there in short() if need.kind in USED_UP]
    return to_buy(lines, [kept_pack.pack for kept_pack in jobs().packs()])


def by_supplier(listed: Iterable[ToBuy]) -> dict[str, list[ToBuy]]:
    """The list by who sells it; what nobody said last."""
    found: dict[str, list[ToBuy]] = {}
    for one in listed:
        found.setdefault((one.pack.supplier if one.pack else "") or NOBODY, []).append(one)
    return dict(sorted(found.items(), key=lambda pair: (pair[0] == NOBODY, pair[0])))


class PackForm(Form):
    """How something is sold."""

    kind, what = HiddenField(), HiddenField()
    amount = ReadField("In one pack")
    price = ReadField("Price of a pack")
    supplier = StringField("Sold by", [Length(0, 60, "60 letters at most")])
    days = ReadField("Days to come")
    least = ReadField("Least order, packs")

    def __init__(self, asked: StockKind, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        self.asked = asked
        self.amount.read = partial(read_amount, asked)
        self.price.read = lambda text: read_quantity(text, MONEY, "price").value
        self.days.read = lambda text: read_whole(text or "0", 0, 365, "days", "how many days")
        self.least.read = lambda text: read_whole(text or "1", 1, 10_000, "least", "how many")

    def pack(self) -> Pack:
        """The pack it says."""
        return Pack(
            kind=self.asked,  # type: ignore[arg-type]
            what=(self.what.data or "")[:80],
            amount=self.amount.value,
            price=self.price.value,
            supplier=one_line(self.supplier.data),
            days=self.days.value,
            least=self.least.value,
        )


class CameForm(Form):
    """Something that has come."""

    kind, what = HiddenField(), HiddenField()
    left = ReadField("What came")
    name = StringField("Called", [Length(0, 40, "40 letters at most")])
    number = StringField("Lot", [Length(0, 40, "40 letters at most")])
    supplier = StringField("From", [Length(0, 60, "60 letters at most")])
    price = ReadField("Price, each or a metre")

    def __init__(self, asked: StockKind, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        self.asked = asked
        self.left.read = partial(read_amount, asked)
        self.price.read = lambda text: read_quantity(text, MONEY, "price").value if text else None


@blueprint.get("/stores/shopping")
def show() -> str:
    """The list, by supplier; a form under the line it was asked for."""
    asked = request.args.get("form", "")
    one = next((x for x in wanted() if x.line.need.key == request.args.get("at")), None)
    if one is None or asked not in ("came", "pack"):
        return _shown()
    return _shown(_came_form(one) if asked == "came" else _pack_form(one))


def _shown(form: PackForm | CameForm | None = None) -> str:
    listed = wanted()
    priced = [one.price for one in listed if one.price is not None]
    return render_template(
        "stores/shopping.html",
        groups=by_supplier(listed),
        total=sum(priced),
        unpriced=len(listed) - len(priced),
        rates=rates(),
        form=form,
        form_at=f"{form.kind.data}:{form.what.data}" if form else "",
        form_is="came" if isinstance(form, CameForm) else "pack",
    )


def _pack_form(one: ToBuy) -> PackForm:
    need, pack = one.line.need, one.pack
    said = {"kind": need.kind, "what": need.what}
    if pack:
        unit = " m" if need.by_length else ""
        said |= {"amount": f"{pack.amount:g}{unit}", "price": f"{pack.price:.2f}"}
        said |= {"supplier": pack.supplier, "days": str(pack.days), "least": str(pack.least)}
    return PackForm(need.kind, **said)


def _came_form(one: ToBuy) -> CameForm:
    need = one.line.need
    supplier = one.pack.supplier if one.pack else ""
    return CameForm(need.kind, kind=need.kind, what=need.what, supplier=supplier)


def _kind() -> StockKind:
    kind = next((k for k in USED_UP if k == request.form.get("kind")), None)
    if kind is None:
        what = "nothing says what kind of thing it is"
        raise Refused(Fault("kind", what, "one of those on the list"))
    return kind


@blueprint.post("/stores/shopping/pack")
def keep_pack() -> Answer | tuple[str, int]:
    """How something is sold, kept with it."""
    form = PackForm(_kind(), request.form)
    if not form.validate():
        return _shown(form), 422
    if form.amount.value <= 0:
        form.amount.errors = ["Nothing is in it. What would do: how much one pack holds."]
        return _shown(form), 422
    jobs().keep_pack(form.pack())
    return redirect(url_for("shopping.show"), 303)


@blueprint.post("/stores/shopping/came")
def came() -> Answer | tuple[str, int]:
    """Something has come: it is in Stores, with its lot."""
    form = CameForm(_kind(), request.form)
    if not form.validate():
        return _shown(form), 422
    supplier = one_line(form.supplier.data)
    stock = Stock(
        name=(form.name.data or "").strip() or fresh_name(form.asked, form.what.data or ""),
        kind=form.asked,
        what=(form.what.data or "")[:80],
        left=form.left.value,
        price=form.price.value,
        source=supplier,
    )
    try:
        kept().add(stock, now(), who(), "came, from the shopping list")
    except Refused as refused:
        form.name.errors = [say(refused.faults[0])]
        return _shown(form), 422
    number = one_line(form.number.data)
    lots().keep(stock.name, Lot(number=number, supplier=supplier, came_on=now()[:10]))
    return redirect(url_for("shopping.show"), 303)


HEAD = ("Sold by", "What", "Short", "Packs", "Price", "Days")


def _rows() -> list[list[str]]:
    rows = []
    for supplier, them in by_supplier(wanted()).items():
        for one in them:
            need, pack = one.line.need, one.pack
            amount = f"{metres(one.line.short):.2f}" if need.by_length else f"{one.line.short:g}"
            of = f"{metres(pack.amount):g}" if pack and need.by_length else ""
            packs = f"{one.packs} of {of or format(pack.amount, 'g')}" if pack else ""
            price = "" if one.price is None else f"{one.price:.2f}"
            rows.append(
                [supplier, need.words, amount, packs, price, str(pack.days) if pack else ""]
            )
    return rows


@blueprint.get("/stores/shopping.csv")
def as_csv() -> Response:
    """The list as CSV."""
    return table(HEAD, _rows(), "shopping.csv")


@blueprint.get("/stores/shopping.pdf")
def on_paper() -> Response:
    """The list on paper."""
    title = "Shopping list"
    content = list_pdf(
        title,
        Job("all leads in hand"),
        HEAD,
        _rows(),
        [0.16, 0.36, 0.13, 0.15, 0.11, 0.09],
        usual_paper(),
        ["Prices are without tax; a pack is bought whole."],
        measures(),
    )
    return Response(content, mimetype="application/pdf")
