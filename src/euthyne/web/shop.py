"""What this bench is: its plugs, what is made here, how it measures and what it proves with; asked once."""

from functools import cache, lru_cache
from typing import get_args

from flask import Blueprint, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.kinds import KindFamily, starts
from euthyne.core.shelf.parts import shelf
from euthyne.core.stages.prove.wanted import TESTERS, Tester
from euthyne.core.standing.cost import Rates
from euthyne.core.standing.shop import NO_PLUGS, PLUGS, Shop, first_of
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import Measures
from euthyne.drawing.shelfpiece import piece
from euthyne.exchange.reading import adapter_for
from euthyne.web.cost import keep_rates, rates
from euthyne.web.frame import store
from euthyne.web.measures import CHOICES, keep_measures, measures

blueprint = Blueprint("shop", __name__)
KEPT = "shop"
MONEY_LETTERS = 8
# A plug of each country, to be known by.
SHOWN = {
    "BS 1363": "bs1363-plug",
    "CEE 7": "cee7-7-plug",
    "AS/NZS 3112": "as3112-10-plug",
    "NEMA WD 6": "nema-5-15p",
}
MADE = {
    KindFamily.MAINS: "extensions, cords, boxes of outlets",
    KindFamily.DEVICES: "new plugs, repairs, leads in and on devices",
    KindFamily.DIRECT: "batteries, inverters, solar, welding, chargers",
    KindFamily.MANY_CORES: "many cores: signals, sealed connectors",
}


def shop() -> Shop:
    """What was said of this bench."""
    return _read(store().setting(KEPT) or "")


@lru_cache(maxsize=8)
def _read(kept: str) -> Shop:
    return adapter_for(Shop).validate_json(kept) if kept else Shop()


@lru_cache(maxsize=8)
def first_starts(said: Shop, told_in: Measures) -> tuple[str, ...]:
    """The starts that stand first at a bench."""
    return first_of(said, starts(told_in))


@blueprint.get("/bench/what")
def show() -> str:
    """What this bench is, to be said or said anew."""
    return render_template("shop/page.html", **bench_questions())


@blueprint.post("/bench/what")
def save() -> Response:
    """Keep what this bench is."""
    told = request.form
    plugs = told.get("plugs", "")
    if plugs not in PLUGS and plugs != NO_PLUGS:
        raise Refused(
            Fault("plugs", "which plugs go into its wall is not said", "one of those drawn")
        )
    measured = next((choice for choice in CHOICES if choice == told.get("measures")), measures())
    families = [family.name for family in KindFamily]
    made = tuple(name for name in families if name in told.getlist("makes"))
    there: tuple[Tester, ...] = tuple(t for t in get_args(Tester) if t in told.getlist("testers"))
    said = Shop(plugs, () if len(made) == len(families) else made, there)
    keep_measures(measured)
    keep_rates(money=told.get("money", "").strip()[:MONEY_LETTERS])
    store().set(KEPT, adapter_for(Shop).dump_json(said).decode())
    return redirect(url_for("leads.new"), 303)


def bench_questions() -> dict[str, object]:
    """What its form shows."""
    return {
        "shop": shop(),
        "plugs": [(name, words, _plug(SHOWN[name])) for name, words in PLUGS.items()],
        "no_plugs": NO_PLUGS,
        "made": [(family.name, words) for family, words in MADE.items()],
        "testers": TESTERS.items(),
        "money": rates().money,
        "measured": measures(),
        "usual_money": Rates().money,
    }


@cache
def _plug(name: str) -> Markup:
    return Markup(piece(shelf()[name]))
