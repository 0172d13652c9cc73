"""A lot called back: it is barred, every lead that has some of it is named, those at the bench stand still,
those handed out are written to, and ticked as they return.
"""

from flask import Blueprint, Response, redirect, render_template, request, url_for
from werkzeug.wrappers import Response as Answer

from euthyne.core.jobs.job import Job
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.job_papers import list_pdf
from euthyne.store.afterlife import set_aside
from euthyne.store.clock import now
from euthyne.store.lots import WithSome
from euthyne.web.downloads import table
from euthyne.web.fields import say
from euthyne.web.frame import store, who
from euthyne.web.measures import measures, usual_paper
from euthyne.web.stores import lots

blueprint = Blueprint("callback", __name__)


def _number() -> str:
    return request.values.get("number", "").strip()[:40]


@blueprint.get("/stores/lot")
def show() -> str:
    """A lot: what there is of it, every lead that has some of it."""
    return _shown(_number())


def _shown(number: str, typed: str = "", wrong: str = "") -> str:
    of_it = [kept for kept in lots().all() if kept.lot.number == number and number]
    return render_template(
        "stores/lot.html",
        number=number,
        of_it=of_it,
        barred=next((kept.barred for kept in of_it if kept.barred), ""),
        leads=lots().with_some(number),
        typed=typed,
        wrong=wrong,
    )


@blueprint.post("/stores/lot/bar")
def bar() -> Answer | tuple[str, int]:
    """Nothing of a lot is used any more, and every lead with some of it is in quarantine."""
    number, why = _number(), request.form.get("why", "").strip()[:150]
    try:
        if len(why) < 3:
            raise Refused(Fault("why", "no reason is given", "a few words: what was found"))
        lots().bar(number, why)
    except Refused as refused:
        return _shown(number, why, say(refused.faults[0])), 422
    for lead in lots().with_some(number):
        if not lead.set_aside:
            said = f"lot {number} is barred: {why}"
            set_aside(store().engine, lead.tag, "quarantine", said, now(), who())
    return redirect(url_for("callback.show", number=number), 303)


@blueprint.post("/stores/lot/free")
def free() -> Answer:
    """A lot may be used again; what is in quarantine is taken up lead by lead."""
    lots().bar(_number(), "")
    return redirect(url_for("callback.show", number=_number()), 303)


@blueprint.post("/stores/lot/returned")
def returned() -> Answer:
    """One that was handed out is back; or is not after all."""
    tag, back = request.form.get("tag", ""), request.form.get("back") == "yes"
    lots().came_back(_number(), tag, back, now(), who())
    return redirect(url_for("callback.show", number=_number()), 303)


HEAD = ("Tag", "Name", "For", "Piece", "Stands")


def _rows(leads: tuple[WithSome, ...]) -> list[list[str]]:
    return [[x.tag, x.name, x.made_for or "nobody named", x.stock, _stands(x)] for x in leads]


def _stands(lead: WithSome) -> str:
    if not lead.sealed:
        return "at the bench"
    return "came back" if lead.returned else "handed out or here, sealed"


@blueprint.get("/stores/lot.csv")
def as_csv() -> Response:
    """The call-back list as CSV."""
    return table(HEAD, _rows(lots().with_some(_number())), "call-back.csv")


@blueprint.get("/stores/lot.pdf")
def letter() -> Response:
    """The letter to whoever has some of it."""
    number = _number()
    leads = tuple(x for x in lots().with_some(number) if x.sealed and not x.returned)
    barred = next((k.barred for k in lots().all() if k.lot.number == number and k.barred), "")
    words = [
        f"These leads have some of lot {number} in them{f', which is barred: {barred}' if barred else ''}.",
        "Take them out of use, unplugged, and bring or send them back. Do not mend them.",
        "Each will be looked at, and comes back mended and proven anew, or is replaced.",
    ]
    job = Job(f"lot {number}")
    widths = [0.13, 0.3, 0.24, 0.12, 0.21]
    paper = usual_paper()
    content = list_pdf("Call-back", job, HEAD, _rows(leads), widths, paper, words, measures())
    return Response(content, mimetype="application/pdf")
