"""Build: the steps in order; and bench mode, one step a screen."""

from dataclasses import dataclass, replace
from functools import lru_cache, partial

from flask import Blueprint, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.lead import Lead, Rework, StepDone
from euthyne.core.lead.stage import Stage
from euthyne.core.lead.step import step_named
from euthyne.core.plan import Plan, plan_of
from euthyne.core.shelf.article import FirstArticle
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.build.buildsteps import part_words
from euthyne.core.stages.build.joinsteps import judged_kind
from euthyne.core.standing.progress import progress
from euthyne.core.standing.rework import thrown_away
from euthyne.core.trade.figure import mm
from euthyne.drawing.bench import bench_drawing
from euthyne.drawing.judge import row
from euthyne.store.clock import now
from euthyne.store.leads import WORDS
from euthyne.store.stores import draw_down
from euthyne.web.articles import LONGEST, article_at
from euthyne.web.entry import Answer, back
from euthyne.web.errors import NotNow
from euthyne.web.frame import (
    LeadPage,
    lead_page,
    not_reached,
    show_stage,
    store,
    wants_part,
    who,
)
from euthyne.web.measured import held_up, keep_readings, step_readings
from euthyne.web.people import initials_given
from euthyne.web.pulse import here
from euthyne.web.standstill import promised_elsewhere, refuse_set_aside
from euthyne.web.stores import laid
from euthyne.web.typed_reading import TypedReading

blueprint = Blueprint("build", __name__)
# Steps that are judged beside pictures of their termination, or of how a body is gripped and shut.
JUDGED = ("land", "grip", "close")
LIDS = {"lid", "cover"}


@blueprint.get("/leads/<tag>/build")
def show(tag: str) -> str:
    """Every step, done and open."""
    page = lead_page(tag)
    if not page.reached(Stage.BUILD):
        return not_reached(page, Stage.BUILD)
    done = {d.step: d for d in page.held.lead.build.done}
    left = page.plan.build.steps_left
    drawing = picture(page.held.lead, left[0].key) if left else None
    return show_stage(
        page,
        Stage.BUILD,
        steps=page.plan.build.steps,
        done=done,
        next_step=left[0] if left else None,
        drawing=drawing,
        laid=laid(page.plan),
        ticked=page.held.lead.build.ticked,
        otherwise=page.held.lead.build.practices.unusual,
        as_the_bench=page.held.lead.build.practices == store().practices(),
        rework_words=partial(rework_words, page.plan),
    )


HOW_PUT_RIGHT = {
    "still-time": "there was still time",
    "other-end": "fed along from the other end",
    "split": "a split one put over what was there",
    "undo": "what stood in its way taken back",
    "alone": "this one joint cut off and made anew",
    "cut-back": "the end cut off and begun again",
    "cut-again": "cut again from a fresh piece",
}


def rework_words(plan: Plan, done_again: Rework) -> str:
    """What had to be done again, in words: a part or step by its name, how it was put right, what
    it cost.
    """
    named = {s.key: s.headline for s in plan.build.steps}

    def called(key: str) -> str:
        return named.get(key) or (part_words(key, plan.build.job) if "-" in key else key)

    forgotten = done_again.cause == "forgotten"
    if forgotten:
        what = part_words(done_again.part, plan.build.job)
    else:
        what = f"“{called(done_again.part)}”"
    why = ""
    if done_again.why:
        why = f" ({done_again.why})"
    verb = "was not right"
    if forgotten:
        verb = "was forgotten"
    said = f"{what} {verb}{why}: {HOW_PUT_RIGHT.get(done_again.how, done_again.how)}"
    if done_again.scrap:
        said += f"; scrapped: {', '.join(thrown_away(plan, done_again.scrap))}"
    if done_again.length_lost_mm:
        said += f"; {mm(done_again.length_lost_mm):.0f} lost"
    return said[0].upper() + said[1:]


@blueprint.get("/leads/<tag>/build/bench")
def bench(tag: str) -> str | Response:
    """One step, filling the screen: the one asked for, or the next."""
    page = lead_page(tag)
    steps, left = page.plan.build.steps, page.plan.build.steps_left
    if not steps or not page.reached(Stage.BUILD):
        return redirect(url_for("build.show", tag=tag))
    asked = request.args.get("step", left[0].key if left else "")
    step = next((s for s in steps if s.key == asked), None)
    if step is None and asked:
        raise NotNow(
            "This step is not in the plan any more.",
            url_for("build.bench", tag=tag),
            "Go to the next step",
        )
    return _bench_page(page, step)


@dataclass(frozen=True)
class TakenTool:
    """The tool and die of a press as its field shows them: what was typed, what is wrong with it, the first
    article of that set-up.
    """

    text: str = ""
    problem: str = ""
    article: FirstArticle | None = None


def taken_before(plan: Plan, step: BuildStep) -> TakenTool:
    """The tool that stands in the field: what this very step was done with, or the last press like it."""
    taken = {x.step: x.tool for x in plan.lead.build.done if x.tool}
    like = [s.key for s in plan.build.steps if s.pressed == step.pressed and s.key in taken]
    return TakenTool(taken.get(step.key) or (taken[like[-1]] if like else ""))


@lru_cache(maxsize=256)
def picture(lead: Lead, key: str) -> Markup:
    """What the hands do at a step; looking back and forth draws it once."""
    plan = plan_of(lead)
    return Markup(bench_drawing(plan, next(s for s in plan.build.steps if s.key == key)))


def _bench_page(
    page: LeadPage,
    step: BuildStep | None,
    asked: tuple[TypedReading, ...] | None = None,
    tool: "TakenTool | None" = None,
) -> str:
    here(page.tag)
    steps = page.plan.build.steps
    at = len(steps)
    shown: dict[str, object] = {"laid": (), "drawing": None, "judged": None, "reads": asked or ()}
    shown["tool"] = TakenTool()
    if step:
        shown["reads"] = asked if asked is not None else step_readings(page.plan, step)
        at = steps.index(step)
        shown["judged"] = judged(page.plan, step)
        taken = tool or taken_before(page.plan, step)
        shown["tool"] = replace(taken, article=article_at(step, taken.text))
        if step.kind == "lay-out":
            shown["laid"] = laid(page.plan)
        else:
            shown["drawing"] = picture(page.held.lead, step.key)
    template = "build/bench.html"
    if wants_part():
        template = "build/bench_part.html"
    return render_template(
        template,
        page=page,
        step=step,
        at=at,
        steps=steps,
        done={d.step: d for d in page.held.lead.build.done},
        who=who(),
        ticked=page.held.lead.build.ticked,
        before=next(iter(steps[max(at - 1, 0) : at]), None),
        after=next(iter(steps[at + 1 :]), None),
        alike=page.plan.build.alike(step) if step else (),
        part=wants_part(),
        **shown,
    )


def judged(plan: Plan, step: BuildStep) -> Markup | None:
    """Good and bad of what a step makes, drawn side by side; None where there is nothing to judge
    by eye.
    """
    name = step_named(step.key)
    if not step.judge or name is None or step.kind not in JUDGED:
        return None
    part = plan.build.job.body_of(name).part
    if step.kind == "close" and not set(part.made.has) & LIDS:
        return None
    return Markup(row(judged_kind(part, step.kind, plan.build.job.practices)))


@blueprint.post("/leads/<tag>/build/done")
def done(tag: str) -> str | Response:
    """A step is done, and those that are the same on other cores with it: kept before the answer goes
    out.
    """
    refuse_set_aside(tag)
    keys, initials = _pressed(tag), initials_given()
    if (asked := promised_elsewhere({tag: keys}, initials)) is not None:
        return asked
    touched = set(request.form.getlist("on"))
    tool = " ".join(request.form.get("tool", "").split())[:LONGEST]
    if (still := _other_die(tag, keys, tool)) is not None:
        return still
    if (still := _measured_first(tag, keys, initials)) is not None:
        return still

    def with_steps(lead: Lead) -> Lead:
        order = [s.key for s in plan_of(lead).build.steps]
        for key in sorted(keys, key=lambda k: order.index(k) if k in order else -1):
            lead = with_step(lead, key, initials, touched, tool)
        return lead

    held = store().change(
        tag=tag,
        change=with_steps,
        at=now(),
        by=initials,
        what=f"Build: {', '.join(keys)} done{f', with {tool}' if tool else ''}"[:WORDS],
        also=draw_down,
    )
    if wants_part():
        left = plan_of(held.lead).build.steps_left
        answer = Response(
            _bench_page(lead_page(tag), left[0] if left else None), mimetype="text/html"
        )
        answer.headers["HX-Push-Url"] = url_for("build.bench", tag=tag)
        return answer
    return redirect(url_for("build.bench", tag=tag), 303)


def _pressed(tag: str) -> list[str]:
    """The steps that are said to be done: the one shown, those that were ticked; by one press all that are alike."""
    keys = request.form.getlist("step")
    if request.form.get("alike") != "all":
        return keys
    build = lead_page(tag).plan.build
    like = next((build.alike(step) for step in build.steps_left[:1] if step.key in keys), ())
    return [*keys, *(step.key for step in like if step.key not in keys)]


def _measured_first(tag: str, keys: list[str], initials: str) -> str | None:
    """What is measured at a step is kept before its tick; the step again where that keeps it open."""
    page = lead_page(tag)
    step = next(iter(page.plan.build.steps_left), None)
    if step is None or step.key not in keys or not step.reads or page.progress.shut:
        return None
    asked = step_readings(page.plan, step, request.form)
    keep_readings(tag, asked, initials)
    page = lead_page(tag)
    asked = held_up(page.plan, asked)
    return _bench_page(page, step, asked) if any(x.problem for x in asked) else None


def _other_die(tag: str, keys: list[str], tool: str) -> str | None:
    """The step again where the die that was taken is another lug's; None where nothing speaks against it."""
    page = lead_page(tag)
    step = next(iter(page.plan.build.steps_left), None)
    if step is None or step.key not in keys or step.pressed is None or page.progress.shut:
        return None
    problem = step.pressed.other_die(tool)
    return _bench_page(page, step, tool=TakenTool(tool, problem)) if problem else None


def with_step(lead: Lead, key: str, initials: str, touched: set[str], tool: str) -> Lead:
    """A lead with one more step done. Raises NotNow."""
    plan, tag = plan_of(lead), lead.tag
    if shut := progress(plan, False).shut:
        words = " ".join(
            f"Not to be built: {f.title}. {f.text} What clears it: {f.clears}" for f in shut
        )
        raise NotNow(
            words, url_for(f"{shut[0].stage.value}.show", tag=tag), f"Open {shut[0].stage.word}"
        )
    if key not in {s.key for s in plan.build.steps}:
        raise NotNow(
            "This step is not in the plan any more.",
            url_for("build.bench", tag=tag),
            "Go to the next step",
        )
    waiting = plan.build.steps_left
    if key in {d.step for d in lead.build.done}:
        return lead
    if waiting[0].key != key:
        words = f"First comes: {waiting[0].headline}."
        raise NotNow(words, url_for("build.bench", tag=tag), "Go to that step")
    if lacking := [a.words for a in waiting[0].asks if a.part not in touched]:
        words = f"Not asked for yet: {' and '.join(lacking)}. Touch each part, and tick it."
        raise NotNow(words, url_for("build.bench", tag=tag), "Back to the gate")
    stamp = lead.build.plan_stamp or plan.build.steps_stamp
    taken = tool if waiting[0].pressed is not None else ""
    done = (*lead.build.done, StepDone(key, now(), initials, tool=taken))
    return replace(lead, build=replace(lead.build, done=done, plan_stamp=stamp))


@blueprint.post("/leads/<tag>/build/tick")
def tick(tag: str) -> Answer:
    """Something is here although Stores do not say so; or it is not after all."""
    key = request.form.get("key", "")
    if key not in {x.need.key for x in laid(lead_page(tag).plan)}:
        raise NotNow(
            "This lead needs no such thing.", url_for("build.show", tag=tag), "Back to the build"
        )

    def ticked(lead: Lead) -> Lead:
        had = lead.build.ticked
        if key in had:
            now_here = tuple(k for k in had if k != key)
        else:
            now_here = (*had, key)
        return replace(lead, build=replace(lead.build, ticked=now_here))

    store().change(tag=tag, change=ticked, at=now(), by=who(), what=f"Build: {key} ticked")
    return back(tag, Stage.BUILD)
