"""Build: the steps in order; and bench mode, one step a screen."""

from dataclasses import replace

from flask import Blueprint, redirect, render_template, request, session, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.buildsteps import BuildStep, part_words
from euthyne.core.lead import Lead, Rework, StepDone
from euthyne.core.plan import plan_of
from euthyne.core.stage import Stage
from euthyne.drawing.bench import bench_drawing
from euthyne.drawing.judge import row
from euthyne.store.stores import draw_down
from euthyne.web.entry import back
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, lead_page, not_reached, now, show_stage, store, wants_part, who
from euthyne.web.stores import laid

blueprint = Blueprint("build", __name__)


@blueprint.get("/leads/<tag>/build")
def show(tag: str) -> str:
    """Every step, done and open."""
    page = lead_page(tag)
    if not page.reached(Stage.BUILD):
        return not_reached(page, Stage.BUILD)
    done = {d.step: d for d in page.held.lead.build.done}
    left = page.plan.steps_left
    drawing = Markup(bench_drawing(page.plan, left[0])) if left else None
    return show_stage(
        page,
        Stage.BUILD,
        steps=page.plan.steps,
        done=done,
        next_step=left[0] if left else None,
        drawing=drawing,
        laid=laid(page.plan),
        ticked=page.held.lead.build.ticked,
        otherwise=page.held.lead.build.practices.unusual,
        as_the_bench=page.held.lead.build.practices == store().practices(),
    )


@blueprint.get("/leads/<tag>/build/bench")
def bench(tag: str) -> str | Response:
    """One step, filling the screen: the one asked for, or the next."""
    page = lead_page(tag)
    steps, left = page.plan.steps, page.plan.steps_left
    if not steps or not page.reached(Stage.BUILD):
        return redirect(url_for("build.show", tag=tag))
    asked = request.args.get("step", left[0].key if left else "")
    step = next((s for s in steps if s.key == asked), None)
    if step is None and asked:
        raise NotNow("This step is not in the plan any more.", url_for("build.bench", tag=tag), "Go to the next step")
    return _bench_page(page, step)


def _bench_page(page: LeadPage, step: BuildStep | None) -> str:
    steps = page.plan.steps
    at = steps.index(step) if step else len(steps)
    done = {d.step: d for d in page.held.lead.build.done}
    return render_template(
        "build/bench_part.html" if wants_part() else "build/bench.html",
        page=page,
        step=step,
        at=at,
        steps=steps,
        done=done,
        who=who(),
        laid=laid(page.plan) if step and step.kind == "lay-out" else (),
        ticked=page.held.lead.build.ticked,
        drawing=Markup(bench_drawing(page.plan, step)) if step and step.kind != "lay-out" else None,
        judged=Markup(row((page.plan.a if step.end == "A" else page.plan.b).joint)) if step and step.judge else None,
        before=steps[at - 1] if at > 0 else None,
        after=steps[at + 1] if step and at + 1 < len(steps) else None,
    )


@blueprint.post("/leads/<tag>/build/done")
def done(tag: str) -> str | Response:
    """A step is done: kept before the answer goes out."""
    key, initials = request.form.get("step", ""), request.form.get("initials", "").strip()[:12] or who() or "?"
    session["who"], session.permanent = initials, True

    def with_step(lead: Lead) -> Lead:
        plan = plan_of(lead)
        if key not in {s.key for s in plan.steps}:
            raise NotNow(
                "This step is not in the plan any more.", url_for("build.bench", tag=tag), "Go to the next step"
            )
        waiting = plan.steps_left
        if key in {d.step for d in lead.build.done}:
            return lead
        if waiting[0].key != key:
            words = f"First comes: {waiting[0].headline}."
            raise NotNow(words, url_for("build.bench", tag=tag), "Go to that step")
        stamp = lead.build.plan_stamp or plan.stamp
        done = (*lead.build.done, StepDone(key, now(), initials))
        return replace(lead, build=replace(lead.build, done=done, plan_stamp=stamp))

    held = store().change(tag, with_step, now(), initials, f"Build: {key} done", draw_down)
    if wants_part():
        left = plan_of(held.lead).steps_left
        return _bench_page(lead_page(tag), left[0] if left else None)
    return redirect(url_for("build.bench", tag=tag), 303)


@blueprint.post("/leads/<tag>/build/tick")
def tick(tag: str) -> str | Response:
    """Something is here although Stores do not say so; or it is not after all."""
    key = request.form.get("key", "")
    if key not in {x.need.key for x in laid(lead_page(tag).plan)}:
        raise NotNow("This lead needs no such thing.", url_for("build.show", tag=tag), "Back to the build")

    def ticked(lead: Lead) -> Lead:
        had = lead.build.ticked
        now_here = tuple(k for k in had if k != key) if key in had else (*had, key)
        return replace(lead, build=replace(lead.build, ticked=now_here))

    store().change(tag, ticked, now(), who(), f"Build: {key} ticked")
    return back(tag, Stage.BUILD)


@blueprint.post("/leads/<tag>/build/back")
def take_back(tag: str) -> str | Response:
    """The last step was not right: it is open again, and the log keeps that it was."""

    def without_last(lead: Lead) -> Lead:
        kept = lead.build.done[:-1]
        return replace(lead, build=replace(lead.build, done=kept, plan_stamp=lead.build.plan_stamp if kept else None))

    last = lead_page(tag).held.lead.build.done[-1:]
    words = f"Build: {last[0].step} taken back" if last else "Build: nothing to take back"
    store().change(tag, without_last, now(), who(), words, draw_down)
    return redirect(url_for("build.bench", tag=tag), 303)


WAYS = {
    "still-time": "There is still time: it goes on now, from its own end.",
    "other-end": "It can still go on from the other end and be fed along.",
    "split": "A split one goes on over what is there.",
    "undo": "Take back what stands in its way, then put it on.",
    "cut-back": "Cut this end off and begin it again.",
    "impossible": "There is no way back: not with this cable, not with this part.",
}


@blueprint.get("/leads/<tag>/build/forgot")
def forgot(tag: str) -> str:
    """Which part is not on, and the cheapest way back for each."""
    page = lead_page(tag)
    if not page.reached(Stage.BUILD) or not page.plan.steps:
        raise NotNow("There is no build to go back in.", url_for("build.show", tag=tag), "Back to the build")
    asked = request.args.get("part", "")
    way = page.plan.way_back(asked) if asked else None
    words = [(p.id, part_words(p.id, page.plan.job)) for p in page.plan.build_plan.parts]
    named = {s.key: s.headline for s in page.plan.steps}
    return render_template(
        "build/forgot.html",
        page=page,
        stage=Stage.BUILD,
        stages=list(Stage),
        part=False,
        parts=words,
        asked=asked,
        way=way,
        ways=WAYS,
        named=named,
        who=who(),
    )


@blueprint.post("/leads/<tag>/build/forgot")
def go_back(tag: str) -> Response:
    """Take the way back: what it undoes is open again, what it scraps and loses is recorded."""
    asked = request.form.get("part", "")
    initials = request.form.get("initials", "").strip()[:12] or who() or "?"

    def gone_back(lead: Lead) -> Lead:
        plan = plan_of(lead)
        way = plan.way_back(asked)
        if way is None or way.how == "impossible":
            raise NotNow(WAYS["impossible"], url_for("build.show", tag=tag), "Back to the build")
        again = {s.what for s in way.steps}
        undone = tuple(d.step for d in lead.build.done if d.step in again or d.step.removeprefix("gate-") in again)
        kept = tuple(d for d in lead.build.done if d.step not in undone)
        rework = Rework(asked, way.how, undone, way.scrap, way.length_lost_mm, now(), initials)
        return replace(lead, build=replace(lead.build, done=kept, reworks=(*lead.build.reworks, rework)))

    store().change(tag, gone_back, now(), initials, f"Build: {asked} was forgotten", draw_down)
    return redirect(url_for("build.bench", tag=tag), 303)
