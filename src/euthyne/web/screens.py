"""Prove, one thing a screen: what was judged in the build, a look, a probe, a reading; by thumb, pedal or keys."""

from dataclasses import replace

from flask import Blueprint, Response, abort, redirect, render_template, request, url_for
from markupsafe import Markup

from euthyne.core.lead import Look
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.lookover import LookLine
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.standing.judged import judged_by, steps_of
from euthyne.core.standing.screens import Screen, next_screen, screens
from euthyne.drawing.bench import bench_drawing
from euthyne.drawing.judge import row
from euthyne.drawing.probing import reading_drawing
from euthyne.store.clock import now
from euthyne.web.entry import Answer
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, lead_page, not_reached, wants_part, who
from euthyne.web.probing import last_heard, next_probe
from euthyne.web.proof import change, keep_look
from euthyne.web.typed_reading import TypedReading, kept_reading, typed_reading

blueprint = Blueprint("screens", __name__)


@blueprint.get("/leads/<tag>/prove/bench")
def show(tag: str, at: str = "") -> str | Response:
    """The screen that is asked for, or the next that is to be done."""
    page = lead_page(tag)
    if not page.reached(Stage.PROVE):
        return not_reached(page, Stage.PROVE)
    if page.held.sealed:
        return redirect(url_for("prove.show", tag=tag))  # type: ignore[return-value]
    return _screen(page, at or request.args.get("at", ""))


def _screen(page: LeadPage, at: str = "", reading: TypedReading | None = None) -> str:
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


def _shown(plan: Plan, here: Screen, reading: TypedReading | None) -> dict[str, object]:
    """What a screen shows beside its keys."""
    name = here.key.partition("-")[2]
    if here.kind == "judged":
        return {"judged": judged_by(plan, who())}
    if here.kind == "look":
        return _look(plan, _looked(plan, name))
    if here.kind == "probe":
        return {"probing": next_probe(plan), "faults": plan.prove.wiring_faults}
    return _reading(plan, reading or _kept(plan, _line(plan, name)))


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


def _kept(plan: Plan, line: ProofLine) -> TypedReading:
    """A reading as it is kept; where there is none, at the volts that were tested at last."""
    kept, volts = kept_reading(plan, line), plan.lead.proof.tested_volts
    if kept.text or not (line.test_volts and volts):
        return kept
    return replace(kept, volts=f"{volts:g} V")


def _reading(plan: Plan, reading: TypedReading) -> dict[str, object]:
    """A reading, where its probes go, and whether others come before it."""
    return {
        "reading": reading,
        "drawing": Markup(reading_drawing(plan, reading.line)),
        "locked": _waits(plan, reading.line),
    }


def _waits(plan: Plan, line: ProofLine) -> bool:
    return line.powered and bool(plan.prove.dead_open)


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
    keep_look(tag, name, good)
    return _on(tag, "" if good else f"look-{name}")


@blueprint.post("/leads/<tag>/prove/bench/read")
def read(tag: str) -> Answer:
    """A reading, kept and judged; what cannot be read is shown as it was typed, with what would do."""
    page = lead_page(tag)
    line = _line(page.plan, request.form.get("line", ""))
    if _waits(page.plan, line):
        raise NotNow(
            "The tests with nothing connected come first.",
            url_for("screens.show", tag=tag),
            "To the next of them",
        )
    text, volts, sure = (request.form.get(x, "").strip() for x in ("reading", "volts", "sure"))
    if text:
        typed = typed_reading(line, text, volts, sure)
    else:
        problem = f"Type what the meter says, such as {line.example}."
        typed = TypedReading(line, text, volts, problem=problem)
    fresh = typed.fresh
    if fresh is None:
        return _screen(page, f"read-{line.id}", typed)
    change(
        tag,
        lambda p: replace(
            p, readings=(*p.readings, fresh), tested_volts=fresh.at_volts or p.tested_volts
        ),
        f"Prove: read {line.id}",
    )
    return _on(tag, f"read-{line.id}")
