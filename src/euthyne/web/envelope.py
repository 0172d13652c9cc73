"""Envelope: quick sums with no lead attached, each at an address of its own that can be sent to
someone.
"""

from collections.abc import Mapping
from typing import Any

from flask import Blueprint, abort, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.envelope import INSTRUMENTS, Instrument
from euthyne.core.envelope.answer import Sum
from euthyne.core.kinds.beginning import QuickSum, new_lead, starts_for, with_known, words_of
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.question import read_answer
from euthyne.drawing.barrel import discs
from euthyne.drawing.ladder import ladder
from euthyne.drawing.reach import reach
from euthyne.drawing.scale import scale
from euthyne.store.clock import now
from euthyne.web.fields import ShownField, as_here, say
from euthyne.web.frame import begin_lead, wants_part
from euthyne.web.measures import measures

blueprint = Blueprint("envelope", __name__)


def _instrument(name: str) -> Instrument:
    found = next((i for i in INSTRUMENTS if i.id == name), None)
    if found is None:
        abort(404)
    return found


@blueprint.get("/envelope")
def home() -> Response:
    """The first instrument."""
    return redirect(url_for("envelope.show", name=INSTRUMENTS[0].id))


@blueprint.get("/envelope/<name>")
def show(name: str) -> str:
    """An instrument with what was typed in its address, and what that gives."""
    instrument = _instrument(name)
    shown, values = [], {}
    for field, start in instrument.fields:
        text = request.args.get(field.path, start)
        try:
            values[field.path], note = read_answer(as_here(field), text)
            shown.append(ShownField(field, text, note))
        except Refused as refused:
            shown.append(ShownField(field, text, say(refused.faults[0]), bad=True))
    if len(values) == len(shown):
        answer, trouble = _work(instrument, values | {"unit": _unit()})
    else:
        answer, trouble = (None, "")
    template = "envelope/page.html"
    if wants_part():
        template = "envelope/answer.html"
    return render_template(
        template,
        instrument=instrument,
        instruments=INSTRUMENTS,
        shown=shown,
        answer=answer,
        trouble=trouble,
        drawings=_drawings(answer) if answer else [],
        asked=request.query_string.decode(),
        starts=_starts(instrument) if answer else [],
    )


def _starts(instrument: Instrument) -> list[tuple[str, str]]:
    """The kinds of lead a sum can be; none where it knows neither volts, amps nor a run."""
    known = _known(instrument, request.args)
    if known.volts is None or (known.amps is None and known.watts is None):
        return []
    return [(start.id, words_of(start)) for _, start in starts_for(known, measures())]


def _unit() -> str | None:
    """The unit of sizes that this bench buys; None where their table's own is."""
    return "AWG" if measures() == "gauge" else None


def _work(instrument: Instrument, values: dict[str, object]) -> tuple[Sum | None, str]:
    try:
        return instrument.work(values), ""
    except Refused as refused:
        return None, say(refused.faults[0])


def _drawings(answer: Sum) -> list[Markup]:
    if answer.marks:
        drawn = [Markup(scale(answer.marks, answer.unit, answer.log, measures()))]
    else:
        drawn = []
    drawn += [Markup(discs(answer.discs))] if answer.discs else []
    if answer.brief is not None and answer.sizing is not None:
        taken = answer.taken or answer.sizing.candidates[-1].size
        drawn.append(
            Markup(
                ladder(
                    brief=answer.brief, sizing=answer.sizing, taken=taken, settled=False, post=None
                )
            )
        )
        if answer.taken:
            drawn.append(Markup(reach(answer.brief, answer.sizing, taken)))
    return drawn


def _known(instrument: Instrument, given: Mapping[str, str]) -> QuickSum:
    """What an instrument's fields know of a lead; a field that cannot be read says nothing."""
    found: dict[str, Any] = {}
    for field, start in instrument.fields:
        try:
            found[field.path] = read_answer(as_here(field), given.get(field.path, start))[0]
        except Refused:
            continue
    size = found.get("size")
    return QuickSum(
        system=found.get("system"),
        volts=found.get("volts"),
        amps=found.get("amps"),
        watts=found.get("watts"),
        run_m=found.get("run"),
        drop_percent=found.get("loss"),
        size=size.name if size is not None and "run" in found else None,
        basis=found.get("basis"),
    )


@blueprint.post("/envelope/<name>/lead")
def begin(name: str) -> Response:
    """Begin a lead of a kind that the sum can be, with everything the instrument knows of it."""
    known = _known(_instrument(name), request.form)
    able = starts_for(known, measures())
    begun = next((pair for pair in able if pair[1].id == request.form.get("start")), None)
    if begun is None:
        kinds = ", ".join(words_of(start) for _, start in able)
        raise Refused(Fault("start", "this sum cannot be a lead of that kind", f"one of: {kinds}"))
    lead = begin_lead(
        lambda tag: with_known(new_lead(*begun, tag, now()), known),
        f"begun from the envelope, {name}",
    )
    return redirect(url_for("brief.show", tag=lead.tag), 303)
