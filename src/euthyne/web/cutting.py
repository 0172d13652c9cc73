"""The cutting list of a job, reel by reel: a cut confirmed, a piece that is not what it should be, how this bench cuts;
and what all in hand are cut from.
"""

from dataclasses import dataclass, replace
from functools import partial

from flask import Blueprint, g, redirect, render_template, request, url_for
from werkzeug.wrappers import Response
from wtforms import Form, SelectField

from euthyne.core.jobs.cuts import CuttingList, CuttingRule, ListedCut, cable_needs, cutting_list
from euthyne.core.jobs.job import MOST_ALIKE, is_cut
from euthyne.core.lead import Lead
from euthyne.core.lead.stage import Stage
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import LEG, SHORT
from euthyne.store.clock import now
from euthyne.store.jobs import KeptJob
from euthyne.web.build import with_step
from euthyne.web.errors import NotNow
from euthyne.web.fields import say
from euthyne.web.frame import LeadPage, jobs, rows, store, who
from euthyne.web.jobs import NUMBER, cable_shown, cut_from, open_plans, pages_of
from euthyne.web.measures import read_here
from euthyne.web.people import initials_given
from euthyne.web.standstill import promised_elsewhere, refuse_set_aside
from euthyne.web.stores import kept as stores
from euthyne.web.stores import on_hand
from euthyne.web.takein import ReadField

blueprint = Blueprint("cutting", __name__)
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
def show(number: int) -> str:
    """The cutting list: which piece, what length, which tag; the next one large."""
    return _shown(jobs().get(number))


MOST_MM = {"keep": 100_000, "kerf": 100, "trim": 1000}


def _whole_mm(field: str, text: str) -> int:
    value = 0.0 if text.strip() in ("", "0") else read_here(text, REST, field)
    if not 0 <= value <= MOST_MM[field]:
        limit = MOST_MM[field]
        raise Refused(Fault(field, f"{value:g} mm cannot be", f"0 to {limit} mm"))
    return round(value)


class RuleForm(Form):
    """How this bench cuts: all cables, or one of them."""

    cable = SelectField("Which cable", choices=[("", "all cables")], validate_choice=False)
    keep = ReadField("Shortest rest worth keeping", read=partial(_whole_mm, "keep"))
    kerf = ReadField("Lost at each cut", read=partial(_whole_mm, "kerf"))
    trim = ReadField("Cut off square first", read=partial(_whole_mm, "trim"))

    def rule(self) -> CuttingRule:
        """The rule it says."""
        return CuttingRule(self.keep.value, self.kerf.value, self.trim.value)


def _rule_form(kept: KeptJob) -> RuleForm:
    rule = jobs().rules()[""]
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
        return _shown(kept, rule_form=form), 422
    chosen = form.cable.data if form.cable.data in dict(form.cable.choices) else ""
    jobs().keep_rules(jobs().rules() | {chosen or "": form.rule()})
    return redirect(url_for("cutting.show", number=number), 303)


def _shown(
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
    first = _what_comes_first(cut, listed, pages.get(cut.tag))
    return CutShown(cut, not first, first, own, listed.begins(cut))


def _what_comes_first(cut: ListedCut, listed: CuttingList, page: LeadPage | None) -> str:
    """What keeps a cut from being made now; empty where nothing does."""
    if page is None:
        return "its lead is of this job no more"
    own = listed.of(cut.tag)
    left = page.plan.build.steps_left
    if page.progress.shut or page.progress.next_stage.number < Stage.BUILD.number:
        return f"first: {page.progress.next_action}"
    if own and is_cut(page.held.lead):
        return "it was cut at its own bench: list it anew"
    if own and not listed.as_planned(page.plan):
        return "it is planned otherwise now: list it anew"
    if any(one.bought for one in own):
        return "it is to be bought first"
    if not left or left[0].key != "cut":
        return f"first: {left[0].headline}" if left else "it is built"
    return "" if own[0] is cut else "with the other cuts of its lead"


@blueprint.post(f"/jobs/<{NUMBER}>/cutting")
def lay(number: int) -> Response:
    """The plan of now becomes the list; what is cut already stays as it is."""
    _lay(jobs().get(number))
    return redirect(url_for("cutting.show", number=number), 303)


def _lay(kept: KeptJob) -> None:
    before = jobs().cutting(kept.number) or CuttingList(())
    listed = cutting_list(cut_from(open_plans(pages_of(kept))))
    jobs().lay_cutting(kept.number, before.anew(listed), now(), who())


@blueprint.post(f"/jobs/<{NUMBER}>/cut")
def cut(number: int) -> Response | str:
    """A lead's lengths are cut: its Cut step, the list and Stores in one transaction."""
    kept, tag, initials = jobs().get(number), request.form.get("tag", ""), initials_given()
    listed = jobs().cutting(number) or CuttingList(())
    own = listed.of(tag)
    page = next((p for p in pages_of(kept) if p.tag == tag), None)
    if not own or (first := _what_comes_first(own[0], listed, page)):
        raise NotNow(
            f"{tag or 'That'} is not to be cut by this list{f': {first}' if own else ''}.",
            url_for("cutting.show", number=number),
            "Back to the cutting list",
        )
    refuse_set_aside(tag)
    if (asked := promised_elsewhere({tag: ["cut"]}, initials)) is not None:
        return asked

    def cut_here(lead: Lead) -> Lead:
        lead = replace(lead, cut=replace(lead.cut, piece=own[0].piece))
        return with_step(lead, "cut", initials, set(), "")

    words = f"Build: cut from {', '.join(dict.fromkeys(one.piece for one in own))}"
    store().change(tag, cut_here, now(), initials, words, also=jobs().cut(kept.number, tag))
    return redirect(url_for("cutting.show", number=number), 303)


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
        return _shown(kept, say(refused.faults[0]), typed), 422
    jobs().say(
        number, now(), who(), f"{name}: {why}; {left:g} m are left, and the rest is listed anew"
    )
    g.pop("on_hand", None)  # read before it was counted
    _lay(kept)
    return redirect(url_for("cutting.show", number=number), 303)


@blueprint.get("/stores/cutting")
def all_in_hand() -> str:
    """What all leads in hand are cut from together, whatever job they are of."""
    pages = rows(store().in_hand(MOST_ALIKE)).pages
    plans = [p.plan for p in pages if p.held.lead.conductor.size is not None]
    return render_template(
        "jobs/all_cut.html", cables=[cable_shown(cable) for cable in cut_from(plans)]
    )
