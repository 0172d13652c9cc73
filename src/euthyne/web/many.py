"""Working through many: one operation over all leads of a job that wait for it; and the next one to be proven."""

from dataclasses import dataclass

from flask import Blueprint, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.jobs.job import alike
from euthyne.core.jobs.kit import KitLine, kit
from euthyne.core.jobs.rows import Row, apart, changes_left, rows, set_up
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.store.clock import now
from euthyne.store.jobs import KeptJob
from euthyne.store.stores import draw_down
from euthyne.web.articles import LONGEST
from euthyne.web.build import judged, picture, taken_before, with_step
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, jobs, lead_page, store, who
from euthyne.web.jobs import NUMBER, pages_of
from euthyne.web.leads import as_tag
from euthyne.web.people import initials_given
from euthyne.web.standstill import promised_elsewhere, refuse_set_aside
from euthyne.web.stores import usable

blueprint = Blueprint("many", __name__)


@blueprint.get(f"/jobs/<{NUMBER}>/bench")
def show(number: int) -> str:
    """One operation over all leads that wait for it."""
    return _bench(jobs().get(number))


@dataclass(frozen=True)
class RowShown:
    """A row with the lead that stands for it, and whether it is taken here or at a place of its own."""

    row: Row
    first: Plan

    @property
    def elsewhere(self) -> str:
        """Where the step is done that no row takes: the cutting list, or each lead's own bench."""
        if self.row.step.key == "cut":
            return "cutting"
        return "own" if self.row.step.reads or apart(self.first) else ""


def _unsettled(pages: list[LeadPage]) -> dict[str, str]:
    """What is to be settled before anything is built, of each lead that is not so far, by its tag."""
    return {
        p.tag: p.progress.next_action
        for p in pages
        if p.progress.next_stage.number < Stage.BUILD.number and not p.held.lead.build.done
    }


def _rows(pages: list[LeadPage]) -> list[RowShown]:
    open_ones = [p for p in pages if not p.held.sealed and p.tag not in _unsettled(pages)]
    by_tag = {p.tag: p.plan for p in open_ones}
    found = []
    for like in alike(p.held.lead for p in open_ones):
        plans = [by_tag[lead.tag] for lead in like.leads]
        found += [RowShown(row, row.plans[0]) for row in rows(plans)]
    # What shares a die or a tool stands side by side, whoever's plan it is of.
    first = {set_up(one.row.step): n for n, one in reversed(list(enumerate(found)))}
    return sorted(found, key=lambda one: first[set_up(one.row.step)])


def _bench(kept: KeptJob, problems: dict[str, str] | None = None, tool: str = "") -> str:
    pages = pages_of(kept)
    found = _rows(pages)
    # What keeps its step open is shown, wherever the others went on to.
    asked = next(iter(problems or {}), request.values.get("like", ""))
    here = next((w for w in found if asked in w.row.tags), found[0] if found else None)
    drawing = Markup(picture(here.first.lead, here.row.step.key)) if here else None
    return render_template(
        "jobs/bench.html",
        kept=kept,
        found=found,
        here=here,
        drawing=drawing if here and here.row.step.kind != "lay-out" else None,
        judged=judged(here.first, here.row.step) if here else None,
        short=_short(kept, here) if here and here.row.step.kind == "lay-out" else [],
        shut={p.tag: p.progress.shut[0] for p in pages if p.progress.shut},
        unsettled=_unsettled(pages),
        problems=problems or {},
        tool=tool or (_last_tool(here, pages) if here else ""),
        changes=changes_left([plan for one in found for plan in one.row.plans]),
        to_prove=[p for p in pages if not p.held.sealed and not p.plan.build.steps_left],
        who=who(),
    )


def _short(kept: KeptJob, here: RowShown) -> list[KitLine]:
    """What Stores do not have for all leads of a row that is laid out."""
    lines = kit(here.row.plans, usable(), jobs().promises(), kept.number)
    return [line for line in lines if line.short > 1e-9 and line.need.kind != "cable"]


def _last_tool(here: RowShown, pages: list[LeadPage]) -> str:
    """The tool that such a terminal was pressed with last, on any lead of the job."""
    step = here.row.step
    if step.pressed is None:
        return ""
    used = (taken_before(page.plan, step).text for page in pages)
    return next(filter(None, used), "")


@blueprint.post(f"/jobs/<{NUMBER}>/bench")
def done(number: int) -> Response | str | tuple[str, int]:
    """A step is done on each lead that was ticked; one that lacks something keeps its own step open."""
    kept, initials, key = jobs().get(number), initials_given(), request.form.get("step", "")
    only = request.form.get("only", "")
    tags = [only] if only else request.form.getlist("tag")
    tool = " ".join(request.form.get("tool", "").split())[:LONGEST]
    tags = [tag for tag in tags if tag in kept.tags]
    if (asked := promised_elsewhere({tag: [key] for tag in tags}, initials)) is not None:
        return asked
    problems: dict[str, str] = {}
    for tag in tags:
        if problem := _done(tag, key, initials, set(request.form.getlist(f"on-{tag}")), tool):
            problems[tag] = problem
    if problems:
        return _bench(kept, problems, tool), 422
    return redirect(url_for("many.show", number=number, like=request.form.get("like")), 303)


def _done(tag: str, key: str, initials: str, touched: set[str], tool: str) -> str:
    """Confirm a step of one lead of a row; what keeps it open, empty where it is done."""
    plan = lead_page(tag).plan
    step = next(iter(plan.build.steps_left), None)
    if step is None or step.key != key:
        return "" if key in {d.step for d in plan.lead.build.done} else "it waits for another step"
    if key == "cut" or step.reads or apart(plan):
        return "this step has a page of its own"
    if step.pressed is not None and (problem := step.pressed.other_die(tool)):
        return problem
    try:
        refuse_set_aside(tag)
        store().change(
            tag,
            lambda lead: with_step(lead, key, initials, touched, tool),
            now(),
            initials,
            f"Build: {key} done, in a row{f', with {tool}' if tool else ''}",
            also=draw_down,
        )
    except NotNow as still:
        return still.why
    return ""


@blueprint.get(f"/jobs/<{NUMBER}>/prove")
def prove(number: int) -> Response:
    """The tester stands still, and a lead comes by: its proof, by the tag that was typed or scanned."""
    kept = jobs().get(number)
    typed = request.args.get("tag", "").strip()[:120].rpartition("/")[2]
    tag = as_tag(typed, store().setting("tag_prefix") or "L")
    if tag not in kept.tags:
        raise NotNow(
            f"{tag or 'Nothing'} is not of this job. What would do: one of {', '.join(kept.tags[:12])}.",
            url_for("many.show", number=number),
            "Back to the bench of the job",
        )
    return redirect(url_for("screens.show", tag=tag), 303)
