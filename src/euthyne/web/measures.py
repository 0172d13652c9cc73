"""How this bench measures: said once, and followed by every page."""

from typing import get_args

from flask import Blueprint, Response, abort, current_app, g, redirect, request, url_for
from werkzeug.wrappers import Response as Answer

from euthyne.core.trade.figure import CLOSE
from euthyne.core.trade.measures import M_PER_FOOT, Measures, tell
from euthyne.core.trade.quantity import MONEY, Measure, read_quantity
from euthyne.store.leads import LeadStore
from euthyne.web.assets import has_words

blueprint = Blueprint("measures", __name__)
CHOICES: tuple[Measures, ...] = get_args(Measures)
SIGN = CLOSE.encode()  # of a figure that is not told yet


def _settings() -> LeadStore:
    kept: LeadStore = current_app.extensions["leads"]
    return kept


def measures() -> Measures:
    """How this bench measures."""
    if "measures" not in g:
        said = _settings().setting("measures")
        g.measures = said if said in CHOICES else CHOICES[0]
    found: Measures = g.measures
    return found


def in_gauge() -> bool:
    """True on a bench in gauge and feet."""
    return measures() == "gauge"


def read_here(text: str, measure: Measure, field: str = "") -> float:
    """A quantity as it was typed at this bench, in the unit of its measure. Raises Refused."""
    return read_quantity(text, measure, field, in_gauge()).value


def read_price(text: str, by_length: bool) -> float:
    """A price as it was typed, of a piece or of what this bench measures length in; by length that of a metre.
    Raises Refused.
    """
    return read_quantity(text, MONEY, "price").value / _length_priced(by_length)


def price_as_typed(price: float, by_length: bool) -> str:
    """A price as this bench types it."""
    return f"{price * _length_priced(by_length):.6g}"


def priced_by(by_length: bool) -> str:
    """What a price is of, in words."""
    return f"a {'foot' if in_gauge() else 'metre'}" if by_length else "each"


def _length_priced(by_length: bool) -> float:
    return M_PER_FOOT if by_length and in_gauge() else 1.0


def usual_paper() -> str:
    """The paper that is offered first."""
    return "letter" if in_gauge() else "a4"


def papers() -> list[tuple[str, str]]:
    """Every paper with its words, the usual one first."""
    both = [("a4", "A4"), ("letter", "Letter")]
    return sorted(both, key=lambda paper: paper[0] != usual_paper())


def keep_measures(said: Measures) -> None:
    """Keep how this bench measures."""
    _settings().set("measures", said)
    g.measures = said


@blueprint.post("/measures")
def save() -> Answer:
    """Say how this bench measures; nothing that is kept changes by it."""
    said = request.form.get("measures")
    if said not in CHOICES:
        abort(400)
    keep_measures(said)
    return redirect(url_for("people.show", back=request.form.get("back", "")), 303)


def tell_figures(response: Response) -> Response:
    """A page, or a part of one, with its figures as this bench measures."""
    # What is packed is no text: its bytes may say anything.
    if not has_words(response) or response.content_encoding:
        return response
    page = response.get_data()
    if SIGN in page:
        response.set_data(tell(page.decode(), measures()))
    return response
