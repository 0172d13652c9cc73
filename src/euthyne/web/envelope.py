"""Envelope: quick sums with no lead attached, each at an address of its own that can be sent to someone."""

from dataclasses import replace

from flask import Blueprint, abort, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.envelope import Sum
from euthyne.core.fault import Refused
from euthyne.core.sizing_brief import OneLoad
from euthyne.drawing.barrel import discs
from euthyne.drawing.ladder import ladder
from euthyne.drawing.reach import reach
from euthyne.drawing.scale import scale
from euthyne.web.fields import Shown, read_text, say
from euthyne.web.frame import begin_lead, now, store, wants_part
from euthyne.web.instruments import INSTRUMENTS, Instrument
from euthyne.web.starts import STARTS, new_lead

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
            values[field.path], note = read_text(field, text)
            shown.append(Shown(field, text, note))
        except Refused as refused:
            shown.append(Shown(field, text, say(refused.faults[0]), bad=True))
    answer, trouble = _work(instrument, values) if len(values) == len(shown) else (None, "")
    template = "envelope/answer.html" if wants_part() else "envelope/page.html"
    return render_template(
        template,
        instrument=instrument,
        instruments=INSTRUMENTS,
        shown=shown,
        answer=answer,
        trouble=trouble,
        drawings=_drawings(answer) if answer else [],
        asked=request.query_string.decode(),
    )


def _work(instrument: Instrument, values: dict[str, object]) -> tuple[Sum | None, str]:
    try:
        return instrument.work(values), ""
    except Refused as refused:
        return None, say(refused.faults[0])


def _drawings(answer: Sum) -> list[Markup]:
    drawn = [Markup(scale(answer.marks, answer.unit, answer.log))] if answer.marks else []
    drawn += [Markup(discs(answer.discs))] if answer.discs else []
    if answer.brief is not None and answer.sizing is not None:
        taken = answer.taken or answer.sizing.candidates[-1].size
        drawn.append(Markup(ladder(answer.brief, answer.sizing, taken, False, None)))
        if answer.taken:
            drawn.append(Markup(reach(answer.brief, answer.sizing, taken)))
    return drawn


@blueprint.post("/envelope/<name>/lead")
def begin(name: str) -> Response:
    """Begin a lead with what the instrument knows of supply, run and load."""
    instrument = _instrument(name)
    known = {}
    for field, start in instrument.fields:
        try:
            known[field.path] = read_text(field, request.form.get(field.path, start))[0]
        except Refused:
            continue
    volts = known.get("volts") or 230.0
    begun = next(s for s in STARTS if s.kind == "mains-cord" and (s.volts < 200) == (volts < 200))
    lead = new_lead(begun, store().next_tag(), now())
    load = (
        OneLoad("from the envelope", watts=known["watts"])
        if "watts" in known
        else OneLoad("from the envelope", amps=known.get("amps") or 1.0)
    )
    brief = replace(lead.brief, volts=volts, run_m=known.get("run"), loads=(load,))
    begin_lead(replace(lead, brief=brief), f"begun from the envelope, {name}")
    return redirect(url_for("brief.show", tag=lead.tag), 303)
