"""Stores: reels and offcuts drawn by their length, parts and sleeves counted, tools and dies; what
is short.
"""

from dataclasses import dataclass, replace
from functools import partial

from flask import Blueprint, current_app, g, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.stores.laying import laid_out, shortages
from euthyne.core.stores.lot import MISCOUNTED
from euthyne.core.stores.naming import counted_by_size, part_what, words_of
from euthyne.core.stores.needs import needs
from euthyne.core.stores.stock import (
    BY_LENGTH,
    KNOWN_TOOLS,
    USED_UP,
    Need,
    Stock,
    StockKind,
    StockNeed,
)
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import tell
from euthyne.core.trade.sleeve import Sleeve, sleeves
from euthyne.core.trade.wire import all_sizes
from euthyne.drawing.reel import length_left
from euthyne.exchange.stores_file import write_stores
from euthyne.store.clock import now
from euthyne.store.lots import Lent, LotStore
from euthyne.store.stores import StoresStore
from euthyne.web.downloads import download
from euthyne.web.fields import say
from euthyne.web.frame import store, who
from euthyne.web.lotform import LendForm, LotForm, lot_form
from euthyne.web.takein import TakeIn, read_amount, take_in

blueprint = Blueprint("stores", __name__)
KINDS: dict[StockKind, str] = {
    "cable": "cable",
    "part": "connectors and lugs",
    "sleeve": "sleeves",
    "consumable": "consumables",
    "tool": "a tool",
    "die": "a die",
}


def kept() -> StoresStore:
    """The Stores of this application."""
    found: StoresStore = current_app.extensions["stores"]
    return found


def on_hand() -> tuple[Stock, ...]:
    """Everything in Stores; asked of the file once for a page that only shows."""
    if request.method != "GET":
        return kept().all()
    if "on_hand" not in g:
        g.on_hand = kept().all()
    found: tuple[Stock, ...] = g.on_hand
    return found


def lots() -> LotStore:
    """The lots of this application."""
    found: LotStore = current_app.extensions["lots"]
    return found


def usable() -> tuple[Stock, ...]:
    """What may be taken: nothing of a lot that is barred, or waits for its sample."""
    held_back = lots().held_back()
    return tuple(s for s in on_hand() if s.name not in held_back) if held_back else on_hand()


def laid(plan: Plan) -> tuple[StockNeed, ...]:
    """What a lead needs, held against Stores; of what is there and may not be taken, why."""
    found = laid_out(needs(plan), usable(), plan.lead.cut.piece)
    held_back = lots().held_back()
    if not held_back:
        return found
    return tuple(_with_why(x, held_back) if x.lacking else x for x in found)


def _with_why(lacking: StockNeed, held_back: dict[str, str]) -> StockNeed:
    need = lacking.need
    same = [s for s in on_hand() if (s.kind, s.what) == (need.kind, need.what)]
    why = [f"{s.name}: {held_back[s.name]}" for s in same if s.name in held_back]
    said = [*why, lacking.instead] if lacking.instead else why
    return replace(lacking, instead="; ".join(said))


def short() -> list[tuple[Need, float]]:
    """What Stores lack for the leads that are sized and not begun yet, with what there is of it."""
    return shortages([tuple(store().wanted())], usable())


@dataclass(frozen=True)
class OnHand:
    """Something on hand as a row: its words, its drawing where it has a length."""

    stock: Stock
    words: str
    drawing: Markup | None


@blueprint.get("/stores")
def show() -> str:
    """Everything on hand, and what is short."""
    kind = next((k for k in KINDS if k == request.args.get("add")), None)
    if kind is None:
        return _shown(None)
    return _shown(take_in(kind, _choices(kind), what=request.args.get("what", "")))


def _shown(form: TakeIn | None) -> str:
    stock = on_hand()
    choices: list[tuple[str, str]] = []
    if form is not None:
        choices = _choices(form.asked)
    return render_template(
        "stores/page.html",
        cables=_cables(stock),
        counted=_listed(stock, set(USED_UP) - {"cable"}),
        tools=_listed(stock, {"tool", "die"}),
        kinds=KINDS,
        by_length=BY_LENGTH,
        form=form,
        choices=choices,
        short=short(),
    )


def _cables(stock: tuple[Stock, ...]) -> list[OnHand]:
    """Cables by make-up, whole ones before offcuts, each drawn against the longest."""
    cables = [s for s in stock if s.kind == "cable"]
    longest = max((s.left for s in cables), default=1.0)
    cables.sort(key=lambda s: (s.what, s.offcut, -s.left))
    return [OnHand(s, words_of(s.kind, s.what), Markup(length_left(s, longest))) for s in cables]


def _listed(stock: tuple[Stock, ...], kinds: set[StockKind]) -> list[OnHand]:
    return [OnHand(s, words_of(s.kind, s.what), None) for s in stock if s.kind in kinds]


def _choices(kind: StockKind) -> list[tuple[str, str]]:
    """What a kind can be, where there is a list of it."""
    if kind == "part":
        whats = [w for p in shelf().values() for w in _sizes_of(p)]
        return sorted(((w, words_of("part", w)) for w in whats), key=lambda pair: pair[1])
    if kind == "sleeve":
        return [(s.name, _sleeve_words(s)) for s in sleeves()]
    known = store().whats(kind) | {s.what for s in on_hand() if s.kind == kind}
    if kind == "tool":
        known |= set(KNOWN_TOOLS)
    return [(x, x) for x in sorted(known)]


def _sleeve_words(sleeve: Sleeve) -> str:
    if sleeve.adhesive:
        return f"{sleeve.words}, adhesive-lined"
    return sleeve.words


def _sizes_of(part: Part) -> list[str]:
    """A part as it may be counted: once, or for a lug each size its barrels come in."""
    if not counted_by_size(part):
        return [part_what(part, "")]
    low, high = part.terminal_mm2
    return [part_what(part, s.name) for s in all_sizes() if low <= s.cross_section_mm2 <= high]


@blueprint.post("/stores")
def add() -> str | Response | tuple[str, int]:
    """Take something in; what can not be used is said beside its field, nothing typed is lost."""
    kind = next((k for k in KINDS if k == request.form.get("kind")), None)
    if kind is None:
        what = "nothing says what kind of thing it is"
        raise Refused(Fault("kind", what, "one of those under Take in"))
    form = take_in(kind, _choices(kind), given=request.form)
    if not form.validate():
        return _shown(form), 422
    try:
        kept().add(form.stock(partial(fresh_name, kind)), now(), who())
    except Refused as refused:
        for fault in refused.faults:
            form[fault.field].errors = [say(fault)]
        return _shown(form), 422
    return redirect(url_for("stores.show"), 303)


def fresh_name(kind: StockKind, what: str) -> str:
    """A name of its own for what was given none."""
    taken = {s.name for s in on_hand()}
    base = "Reel"
    if kind != "cable":
        base = tell(words_of(kind, what), "metric")[:34]
    numbered = (f"{base} {n}" for n in range(1 if kind == "cable" else 2, 10_000))
    if base not in taken and kind != "cable":
        return base
    return next(n for n in numbered if n not in taken)


@blueprint.get("/stores/one")
def one() -> str | tuple[str, int]:
    """One thing on hand: count it again, see where it went."""
    return _one(request.args.get("name", ""), "", "")


def _one(
    name: str,
    typed: str,
    wrong: str,
    form: LotForm | None = None,
    lend_form: LendForm | None = None,
) -> str | tuple[str, int]:
    stock = next((s for s in on_hand() if s.name == name), None)
    if stock is None:
        raise Refused(
            Fault("name", f"Stores have no {name or 'thing without a name'}", "one of those listed")
        )
    page = render_template(
        "stores/one.html",
        stock=stock,
        called=words_of(stock.kind, stock.what),
        lot=lots().of(name),
        lent=next((x for x in lots().lent() if x.stock == name), None),
        lend_form=lend_form or LendForm(),
        form=form or lot_form(lots().of(name).lot),
        reasons=MISCOUNTED,
        by_length=stock.kind in BY_LENGTH,
        moves=kept().movements(name),
        typed=typed,
        wrong=wrong,
    )
    if wrong or (form and form.errors) or (lend_form and lend_form.errors):
        return (page, 422)
    return page


@blueprint.post("/stores/one/count")
def count() -> str | Response | tuple[str, int]:
    """What is left, counted or measured again."""
    name, typed = request.form.get("name", ""), request.form.get("left", "")
    stock = next((s for s in on_hand() if s.name == name), None)
    try:
        left = read_amount(stock.kind if stock else "part", typed)
        why = next((w for w in MISCOUNTED if w == request.form.get("why")), "counted")
        kept().count(name, left, now(), who(), why)
    except Refused as refused:
        return _one(name, typed, say(refused.faults[0]))
    return redirect(url_for("stores.one", name=name), 303)


@blueprint.post("/stores/one/lot")
def keep_lot() -> str | Response | tuple[str, int]:
    """What is known of the lot something is of."""
    name, form = request.form.get("name", ""), LotForm(request.form)
    if not form.validate():
        return _one(name, "", "", form)
    lots().keep(name, form.lot())
    return redirect(url_for("stores.one", name=name), 303)


@blueprint.post("/stores/one/lend")
def lend() -> str | Response | tuple[str, int]:
    """A tool is lent; or it is back."""
    name, form = request.form.get("name", ""), LendForm(request.form)
    if request.form.get("back") == "yes":
        lots().take_back(name)
        return redirect(url_for("stores.one", name=name), 303)
    if not form.validate():
        return _one(name, "", "", lend_form=form)
    whom = " ".join((form.whom.data or "").split())
    lots().lend(Lent(name, whom, form.back_on.value or "", now(), who()))
    return redirect(url_for("stores.one", name=name), 303)


@blueprint.post("/stores/one/drop")
def drop() -> Response:
    """Take something off the list."""
    kept().drop(request.form.get("name", ""), now(), who())
    return redirect(url_for("stores.show"), 303)


@blueprint.get("/stores/document.json")
def document() -> Response:
    """Everything on hand as its open document."""
    return download(write_stores(on_hand()), "application/json", "stores.json")
