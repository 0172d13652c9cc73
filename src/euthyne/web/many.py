"""Working through many: the cutting list of a job, reel by reel; and one operation over all its leads."""

from dataclasses import dataclass, replace
from functools import partial
from typing import Any

from flask import Blueprint, g, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response
from wtforms import Form, SelectField

from euthyne.core.jobs.cuts import CuttingList, CuttingRule, ListedCut, cable_needs, cutting_list
from euthyne.core.jobs.job import alike, is_cut
from euthyne.core.jobs.rows import Row, apart, changes_of_set_up, rows, set_up
from euthyne.core.lead import Lead
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import LEG, SHORT
from euthyne.store.clock import now
from euthyne.store.jobs import KeptJob
from euthyne.store.stores import draw_down
from euthyne.web.articles import LONGEST
from euthyne.web.build import picture, promised_elsewhere, refuse_set_aside, with_step
from euthyne.web.errors import NotNow
from euthyne.web.fields import say
from euthyne.web.frame import LeadPage, jobs, lead_page, store, who
from euthyne.web.jobs import NUMBER, cut_from, keep_rules, open_plans, pages_of, rules
from euthyne.web.leads import as_tag
from euthyne.web.measures import read_here
from euthyne.web.people import initials_given
from euthyne.web.stores import kept as stores
from euthyne.web.stores import on_hand
from euthyne.web.takein import ReadField

blueprint = Blueprint("many", __name__)
REST = replace(SHORT, high=100_000)
WHY = {
    "short": "it ended early",
    "kink": "a kink was cut out",
    "bad": "a cut went wrong",
    "counted": "it was measured anew",
}


@dataclass(frozen=True)
class CutShown:
    """A cut of the list as it is shown: itself, whether its lead is to be cut now, what comes first where it
    is not, all cuts of that lead, and whether its piece is squared for it.
    """

    cut: ListedCut
    ready: bool
    first: str
    own: tuple[ListedCut, ...]
    begins: bool


@blueprint.get(f"/jobs/<{NUMBER}>/cutting")
def cutting(number: int) -> str:
    """The cutting list: which piece, what length, which tag; the next one large."""
    return _cutting(jobs().get(number))


class RuleForm(Form):
    """How this bench cuts: all cables, or one of them."""

    cable = SelectField("Which cable", choices=[("", "all cables")], validate_choice=False)
    keep = ReadField("Shortest rest worth keeping")
    kerf = ReadField("Lost at each cut")
    trim = ReadField("Cut off square first")

    def __init__(self, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        for field in (self.keep, self.kerf, self.trim):
            field.read = partial(_whole_mm, field.name)

    def rule(self) -> CuttingRule:
        """The rule it says."""
        return CuttingRule(self.keep.value, self.kerf.value, self.trim.value)


MOST_MM = {"keep": 100_000, "kerf": 100, "trim": 1000}


def _whole_mm(field: str, text: str) -> int:
    value = 0.0 if text.strip() in ("", "0") else read_here(text, REST, field)
    if not 0 <= value <= MOST_MM[field]:
        limit = MOST_MM[field]
        raise Refused(Fault(field, f"{value:g} mm cannot be", f"0 to {limit} mm"))
    return round(value)


def _rule_form(kept: KeptJob) -> RuleForm:
    rule = rules()[""]
    form = RuleForm(keep=f"{rule.keep_mm} mm", kerf=f"{rule.kerf_mm} mm", trim=f"{rule.trim_mm} mm")
    form.cable.choices = _cables_of(kept)
    return form


def _cables_of(kept: KeptJob) -> list[tuple[str, str]]:
    plans = open_plans(pages_of(kept))
    whats = sorted({need.what for plan in plans for need in cable_needs(plan)})
    return [("", "all cables"), *((what, what) for what in whats)]


@blueprint.post(f"/jobs/<{NUMBER}>/rule")
def keep_rule(number: int) -> Response | tuple[str, int]:
    """How a cable is cut from now on; the list of now stays until it is made anew."""
    kept, form = jobs().get(number), RuleForm(request.form)
    form.cable.choices = _cables_of(kept)
    if not form.validate():
        return _cutting(kept, rule_form=form), 422
    chosen = form.cable.data if form.cable.data in dict(form.cable.choices) else ""
    keep_rules(rules() | {chosen or "": form.rule()})
    return redirect(url_for("many.cutting", number=number), 303)


def _cutting(
    kept: KeptJob, problem: str = "", typed: str = "", rule_form: RuleForm | None = None
) -> str:
    listed = jobs().cutting(kept.number)
    pages = {page.tag: page for page in pages_of(kept)}
    shown = [_cut_shown(c, listed, pages) for c in listed.cuts] if listed else []
    now_cut = next((s for s in shown if s.ready and not s.cut.done), None)
    waiting = [p.tag for p in pages.values() if not p.held.sealed and not is_cut(p.held.lead)]
    return render_template(
        "jobs/cutting.html",
        kept=kept,
        listed=listed,
        shown=shown,
        now_cut=now_cut,
        unlisted=[t for t in waiting if t not in {s.cut.tag for s in shown}],
        pieces=[s for s in on_hand() if s.kind == "cable" and s.left > 0],
        at_hand=now_cut.cut.piece
        if now_cut
        else next((c.piece for c in listed.left), "")
        if listed
        else "",
        why=WHY,
        who=who(),
        problem=problem,
        typed=typed,
        rule_form=rule_form or _rule_form(kept),
    )


def _cut_shown(cut: ListedCut, listed: CuttingList, pages: dict[str, LeadPage]) -> CutShown:
    own = listed.of(cut.tag)
    first = _what_comes_first(cut, own, pages.get(cut.tag))
    return CutShown(cut, not first, first, own, listed.begins(cut))


def _what_comes_first(cut: ListedCut, own: tuple[ListedCut, ...], page: LeadPage | None) -> str:
    """What keeps a cut from being made now; empty where nothing does."""
    if page is None:
        return "its lead is of this job no more"
    left = page.plan.build.steps_left
    if page.progress.shut or page.progress.next_stage.number < Stage.BUILD.number:
        return f"first: {page.progress.next_action}"
    if any(one.bought for one in own):
        return "it is to be bought first"
    if not left or left[0].key != "cut":
        return f"first: {left[0].headline}" if left else "it is built"
    return "" if own[0] is cut else "with the other cuts of its lead"


@blueprint.post(f"/jobs/<{NUMBER}>/cutting")
def lay(number: int) -> Response:
    """The plan of now becomes the list; what is cut already stays as it is."""
    _lay(jobs().get(number))
    return redirect(url_for("many.cutting", number=number), 303)


def _lay(kept: KeptJob) -> None:
    before = jobs().cutting(kept.number) or CuttingList(())
    listed = cutting_list(cut_from(open_plans(pages_of(kept))))
    jobs().lay_cutting(kept.number, before.anew(listed), now(), who())


@blueprint.post(f"/jobs/<{NUMBER}>/cut")
def cut(number: int) -> Response | str:
    """A lead's lengths are cut: its Cut step, the list and Stores in one transaction."""
    kept, tag, initials = jobs().get(number), request.form.get("tag", ""), initials_given()
    listed = jobs().cutting(number)
    own = listed.of(tag) if listed else ()
    if not own or any(one.bought for one in own):
        raise NotNow(
            f"{tag or 'That'} is not to be cut by this list.",
            url_for("many.cutting", number=number),
            "Back to the cutting list",
        )

    refuse_set_aside(tag)
    if (asked := promised_elsewhere(tag, ["cut"], initials)) is not None:
        return asked

    def cut_here(lead: Lead) -> Lead:
        lead = replace(lead, cut=replace(lead.cut, piece=own[0].piece))
        return with_step(lead, "cut", initials, set(), "")

    words = f"Build: cut from {', '.join(dict.fromkeys(one.piece for one in own))}"
    store().change(tag, cut_here, now(), initials, words, also=jobs().cut(kept.number, tag))
    return redirect(url_for("many.cutting", number=number), 303)


@blueprint.post(f"/jobs/<{NUMBER}>/piece")
def piece(number: int) -> Response | tuple[str, int]:
    """A piece is not what it should be: what is left of it is kept with its reason, and the rest is planned
    anew.
    """
    kept, name = jobs().get(number), request.form.get("piece", "")
    why, typed = WHY.get(request.form.get("why", ""), WHY["counted"]), request.form.get("left", "")
    try:
        left = 0.0 if typed.strip() in ("0", "nothing", "none") else read_here(typed, LEG, "left")
        before = next((s.left for s in on_hand() if s.name == name), None)
        if before is None:
            raise Refused(Fault("piece", f"Stores have no {name}", "one of those listed"))
        if left > before and why != WHY["counted"]:
            raise Refused(Fault("left", f"{name} had {before:g} m", "no more than that"))
        stores().count(name, left, now(), initials_given(), why)
    except Refused as refused:
        return _cutting(kept, say(refused.faults[0]), typed), 422
    jobs().say(
        number, now(), who(), f"{name}: {why}; {left:g} m are left, and the rest is listed anew"
    )
    g.pop("on_hand", None)  # read before it was counted
    _lay(kept)
    return redirect(url_for("many.cutting", number=number), 303)


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
    steps = here.first.build.steps_left if here else ()
    return render_template(
        "jobs/bench.html",
        kept=kept,
        found=found,
        here=here,
        drawing=drawing if here and here.row.step.kind != "lay-out" else None,
        shut={p.tag: p.progress.shut[0] for p in pages if p.progress.shut},
        unsettled=_unsettled(pages),
        problems=problems or {},
        tool=tool or (_last_tool(here) if here else ""),
        changes=changes_of_set_up(steps),
        to_prove=[p for p in pages if not p.held.sealed and not p.plan.build.steps_left],
        who=who(),
    )


def _last_tool(here: RowShown) -> str:
    """The tool the last lead of the row was pressed with at this step."""
    used = [
        d.tool
        for plan in here.row.plans
        for d in plan.lead.build.done
        if d.tool and here.row.step.pressed is not None
    ]
    return used[-1] if used else ""


@blueprint.post(f"/jobs/<{NUMBER}>/bench")
def done(number: int) -> Response | str | tuple[str, int]:
    """A step is done on each lead that was ticked; one that lacks something keeps its own step open."""
    kept, initials, key = jobs().get(number), initials_given(), request.form.get("step", "")
    only = request.form.get("only", "")
    tags = [only] if only else request.form.getlist("tag")
    tool = " ".join(request.form.get("tool", "").split())[:LONGEST]
    for tag in (t for t in tags if t in kept.tags):
        if (asked := promised_elsewhere(tag, [key], initials)) is not None:
            return asked
    problems: dict[str, str] = {}
    for tag in tags:
        if tag not in kept.tags:
            continue
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
