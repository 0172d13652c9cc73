"""Prove, one thing a screen: what was judged in the build, a look, a probe, a reading; by thumb, pedal or keys."""

from dataclasses import dataclass, replace

from flask import Blueprint, Response, abort, redirect, render_template, request, url_for
from markupsafe import Markup

from euthyne.core.lead import Look, Reading
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.lookover import LookLine
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.stages.prove.readings.typed import asked_about, read_reading
from euthyne.core.stages.prove.verdict import Verdict
from euthyne.core.standing.judged import judged_by, steps_of
from euthyne.core.standing.screens import Screen, next_screen, screens
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.quantity import VOLTS, read_quantity
from euthyne.drawing.bench import bench_drawing
from euthyne.drawing.judge import row
from euthyne.drawing.probing import reading_drawing
from euthyne.store.clock import now
from euthyne.web.entry import Answer
from euthyne.web.errors import NotNow
from euthyne.web.fields import say
from euthyne.web.frame import LeadPage, lead_page, not_reached, wants_part, who
from euthyne.web.probing import last_heard, next_probe
from euthyne.web.proof import change

blueprint = Blueprint("screens", __name__)


@dataclass(frozen=True)
class ShownReading:
    """A reading on its screen: what was typed, at what volts, what is wrong with it, whether that is only asked
    about, and the verdict.
    """

    line: ProofLine
    drawing: Markup
    text: str = ""
    volts: str = ""
    problem: str = ""
    asked: bool = False
    verdict: Verdict | None = None
    locked: bool = False


@blueprint.get("/leads/<tag>/prove/bench")
def show(tag: str, at: str = "") -> str | Response:
    """The screen that is asked for, or the next that is to be done."""
    page = lead_page(tag)
    if not page.reached(Stage.PROVE):
        return not_reached(page, Stage.PROVE)
    if page.held.sealed:
        return redirect(url_for("prove.show", tag=tag))  # type: ignore[return-value]
    return _screen(page, at or request.args.get("at", ""))


def _screen(page: LeadPage, at: str = "", reading: ShownReading | None = None) -> str:
    """One screen of the proof; where none is left, what comes after it."""
    plan, all_of_them = page.plan, screens(page.plan, who())
    here = next((s for s in all_of_them if s.key == at), None) or next_screen(all_of_them)
    shown: dict[str, object] = {}
    if here is not None:
        shown = _shown(plan, here, reading)
    places = [s.key for s in all_of_them]
    number = places.index(here.key) if here else len(places)
    return render_template(
        "prove/screen_part.html" if wants_part() else "prove/screen.html",
        page=page,
        screen=here,
        number=number + 1,
        many=len(places),
        left=sum(s.open and s.must for s in all_of_them),
        before=places[number - 1] if number else "",
        after=places[number + 1] if number + 1 < len(places) else "",
        onward=next_screen(all_of_them, here.key) if here else None,
        last=last_heard(plan),
        who=who(),
        **shown,
    )


def _shown(plan: Plan, here: Screen, reading: ShownReading | None) -> dict[str, object]:
    """What a screen shows beside its keys."""
    name = here.key.partition("-")[2]
    if here.kind == "judged":
        return {"judged": judged_by(plan, who())}
    if here.kind == "look":
        return _look(plan, _looked(plan, name))
    if here.kind == "probe":
        return {"probing": next_probe(plan), "faults": plan.prove.wiring_faults}
    line = _line(plan, name)
    return {"reading": reading or _kept(plan, line)}


def _look(plan: Plan, line: LookLine) -> dict[str, object]:
    """A look: its good and bad drawn where its joint has them, else the end as its step left it."""
    steps = steps_of(plan, line)
    answer = next((a for a in plan.lead.proof.looks if a.line == line.id), None)
    drawing = Markup(row(line.joint)) if line.joint else None
    if drawing is None and steps:
        drawing = Markup(bench_drawing(plan, steps[-1]))
    return {"look": line, "answer": answer, "drawing": drawing}


def _looked(plan: Plan, name: str) -> LookLine:
    return next((x for x in plan.prove.looks if x.id == name), None) or abort(404)


def _line(plan: Plan, name: str) -> ProofLine:
    return next((x for x in plan.prove.lines if x.id == name), None) or abort(404)


def _kept(plan: Plan, line: ProofLine) -> ShownReading:
    """A reading as it is kept, with its verdict."""
    read = plan.prove.reading(line.id)
    volts = plan.prove.volts_of(line) if read else plan.lead.proof.tested_volts
    return ShownReading(
        line,
        Markup(reading_drawing(plan, line)),
        line.written(read.value, read.above, read.amps) if read else "",
        f"{volts:g} V" if volts and line.test_volts else "",
        verdict=plan.prove.verdicts.get(line.id),
        locked=line.powered and bool(plan.prove.dead_open),
    )


def _on(tag: str, at: str = "") -> str | Response:
    """On to a screen, or to the next that is to be done: shown at once where a part is asked for."""
    if wants_part():
        return show(tag, at)
    return redirect(url_for("screens.show", tag=tag, at=at or None), 303)  # type: ignore[return-value]


@blueprint.post("/leads/<tag>/prove/stand")
def stand(tag: str) -> str | Response:
    """What whoever is here judged at its step of the build stands as they saw it."""
    lines, at, by = judged_by(lead_page(tag).plan, who()), now(), who()
    if not lines:
        raise NotNow(
            "Nothing of it was judged by you.", url_for("screens.show", tag=tag), "To the next look"
        )
    more = tuple(Look(line.id, True, at, by) for line in lines)
    words = f"Prove: {len(more)} looks stand as {by} judged them in the build"
    change(tag, lambda p: replace(p, looks=(*p.looks, *more)), words)
    return _on(tag)


@blueprint.post("/leads/<tag>/prove/bench/look")
def look(tag: str) -> str | Response:
    """An answer to one look: on to the next where it is good, and here until it is put right where not."""
    name, good = request.form.get("look", ""), request.form.get("good") == "yes"
    line = next((x for x in lead_page(tag).plan.prove.looks if x.id == name), None)
    if line is None:
        raise NotNow(
            "This line is not on the look list.", url_for("screens.show", tag=tag), "To the next"
        )
    answer = Look(line.id, good, now(), who())
    change(
        tag,
        lambda p: replace(p, looks=(*(x for x in p.looks if x.line != line.id), answer)),
        f"Prove: looked at {line.id}, {'good' if good else 'bad'}",
    )
    return _on(tag, "" if good else f"look-{line.id}")


@blueprint.post("/leads/<tag>/prove/bench/read")
def read(tag: str) -> Answer:
    """A reading, kept and judged; what cannot be read is shown as it was typed, with what would do."""
    page = lead_page(tag)
    line = _line(page.plan, request.form.get("line", ""))
    text, volts = (request.form.get(x, "").strip() for x in ("reading", "volts"))
    shown = replace(_kept(page.plan, line), text=text, volts=volts, verdict=None)
    if shown.locked:
        raise NotNow(
            "The tests with nothing connected come first.",
            url_for("screens.show", tag=tag),
            "To the next of them",
        )
    if not text:
        problem = f"Type what the meter says, such as {line.example}."
        return _screen(page, f"read-{line.id}", replace(shown, problem=problem))
    try:
        typed = read_reading(line, text)
        at_volts = read_quantity(volts, VOLTS, line.id).value if line.test_volts and volts else None
    except Refused as refused:
        return _screen(page, f"read-{line.id}", replace(shown, problem=say(refused.faults[0])))
    if line.test_volts and at_volts is None:
        problem = f"At what volts? This is a test at {line.test_volts[0]:g} V."
        return _screen(page, f"read-{line.id}", replace(shown, problem=problem))
    question = asked_about(line, typed)
    if question and request.form.get("sure") != text:
        return _screen(page, f"read-{line.id}", replace(shown, problem=question, asked=True))
    fresh = Reading(line.id, typed.value, now(), who(), typed.above, typed.amps, at_volts=at_volts)
    change(
        tag,
        lambda p: replace(
            p, readings=(*p.readings, fresh), tested_volts=at_volts or p.tested_volts
        ),
        f"Prove: read {line.id}",
    )
    return _on(tag, f"read-{line.id}")
