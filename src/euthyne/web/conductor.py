"""Conductor: which size carries it, what decided, which fuse."""

from dataclasses import dataclass
from functools import lru_cache

from flask import Blueprint, render_template, request, url_for
from markupsafe import Markup

from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import Conductor, Lead
from euthyne.core.lead.paths import value_at
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.questions.conductor import asked, beside_the_ladder
from euthyne.core.questions.conductor import closer as closer_asked
from euthyne.core.stages.conductor.working import working
from euthyne.core.stages.cut.metal import Neighbour, metal_kg, neighbours, price_of
from euthyne.core.standing.at_hand import at_hand, taking
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.heat import Warmth
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.sizes import read_size
from euthyne.core.trade.wire import size_words
from euthyne.core.trade.worked import Working
from euthyne.drawing.ladder import ladder
from euthyne.drawing.reach import reach
from euthyne.drawing.section import section
from euthyne.store.clock import now
from euthyne.web.entry import Answer, Sent, StageForm, back, onward
from euthyne.web.fields import (
    Entered,
    put_in,
    read_form,
    show_fields,
    texts_of,
    without_typed,
)
from euthyne.web.frame import LeadPage, lead_page, not_reached, show_stage, store, wants_part, who
from euthyne.web.stores import on_hand

blueprint = Blueprint("conductor", __name__)
DECIDED = {
    "current": "Decided by current.",
    "drop": "Decided by volt drop.",
    "start": "Decided by the dip at the start.",
    "protection": "Decided by the fuse or breaker.",
    "smallest": "Decided by the least size such a lead is made in.",
    "ends": "Decided by its ends.",
    "smallest-made": "The smallest made.",
}


@blueprint.get("/leads/<tag>/conductor")
def show(tag: str) -> str:
    """The ladder of sizes."""
    page = lead_page(tag)
    if not page.reached(Stage.CONDUCTOR):
        return not_reached(page, Stage.CONDUCTOR)
    return _show(page)


@blueprint.get("/leads/<tag>/conductor/preview")
def preview(tag: str) -> str:
    """What the figures being typed or dragged would do; nothing is kept."""
    lead = store().get(tag).lead
    specs = asked(plan_of(lead))
    entered = read_form(specs, request.args)
    tried = put_in(lead, entered)
    plan = plan_of(tried)
    if plan.conductor.sizing is None:
        return render_template("conductor/unsized.html", plan=plan)
    return render_template(
        "conductor/moving.html",
        plan=plan,
        drawing=_ladder(tried, False),
        decided=_decided(plan),
        sealed=False,
        fields=show_fields(
            tuple(s for s in specs if s.path in entered.typed or entered.drafts),
            tried,
            entered.drafts,
        ),
        part=True,
    )


def _show(page: LeadPage) -> str:
    """The stage as it stands."""
    plan = page.plan
    specs, closer = beside_the_ladder(plan), closer_asked(plan)
    fields = show_fields(specs + closer, page.held.lead, page.held.drafts)
    return show_stage(
        page,
        Stage.CONDUCTOR,
        texts=texts_of(fields),
        fields=fields,
        first=[fields[s.path] for s in specs],
        closer=[fields[s.path] for s in closer],
        apart=any(_off_default(page.held.lead, s.path) for s in closer),
        plan=plan,
        sealed=page.held.sealed,
        drawing=_ladder(page.held.lead, page.held.sealed),
        read=lambda: _beside(page),
        decided=_decided(plan),
    )


def _off_default(lead: Lead, path: str) -> bool:
    section, name = path.split(".")
    usual = {"brief": type(lead.brief), "conductor": Conductor}.get(section)
    return bool(value_at(lead, path) != (getattr(usual, name) if usual else False))


@lru_cache(maxsize=256)
def _ladder(lead: Lead, sealed: bool) -> Markup:
    """The ladder of a lead."""
    plan = plan_of(lead)
    if plan.conductor.sizing_brief is None or plan.conductor.sizing is None:
        return Markup()
    post = None if sealed else url_for("conductor.take", tag=lead.tag)
    metal = {
        c.size: (metal_kg(plan.cut, c), price_of(plan.cut, c))
        for c in plan.conductor.sizing.candidates
    }
    rungs = ladder(
        brief=plan.conductor.sizing_brief,
        sizing=plan.conductor.sizing,
        taken=plan.conductor.size_name,
        settled=lead.conductor.size is not None,
        post=post,
        metal=metal,
    )
    return Markup(rungs)


@dataclass(frozen=True)
class _Beside:
    """What says more of a size that is taken: the cord cut across, how far each size goes, what the sizes beside it
    would be, how warm it settles, and how each figure came about.
    """

    section: Markup
    reach: Markup
    neighbours: tuple[Neighbour, ...]
    warm: list[tuple[str, Warmth]]
    workings: tuple[Working, ...]


def _beside(page: LeadPage) -> _Beside:
    plan, sized = page.plan, page.plan.conductor
    if sized.sizing_brief is None or sized.sizing is None:
        raise LookupError(f"{page.tag} is not sized yet")
    return _Beside(
        section=Markup(section(plan) if sized.candidate else ""),
        reach=Markup(reach(sized.sizing_brief, sized.sizing, sized.size_name)),
        neighbours=neighbours(plan.cut),
        warm=_warm(page),
        workings=working(sized),
    )


def _warm(page: LeadPage) -> list[tuple[str, Warmth]]:
    """The cord straight, as it lies, and forgotten in a heap: what each settles at."""
    layers = page.held.lead.brief.drum_layers
    states = {0: "laid out straight"}
    if page.plan.conductor.can_be_rolled_up:
        states[4] = "left coiled, four layers"
    if layers:
        states[layers] = "as it lies on its drum"
    return [
        (words, warm)
        for layers, words in sorted(states.items())
        if (warm := page.plan.conductor.warmth(layers)) is not None
    ]


def _decided(plan: Plan) -> tuple[str, str]:
    """The limit that decided, and what the next smaller size would have done."""
    sizing = plan.conductor.sizing
    if sizing is None or sizing.chosen is None:
        return "", ""
    names = [c.size for c in sizing.candidates]
    smaller = [
        c for c in sizing.candidates[: names.index(sizing.chosen.size)] if "not-made" not in c.fails
    ]
    if not smaller:
        return DECIDED[sizing.chosen.decided_by], ""
    c = smaller[-1]
    size = size_words(c.size)
    words = {
        "current": f"{size} carries {at_most(c.rating_amps)} A.",
        "drop": f"{size} would lose {c.drop_percent:.1f} %.",
        "start": f"{size} would dip {c.start_drop_percent:.1f} % at the start.",
        "ends": f"{size} does not go into them.",
        "protection": f"{size} carries {at_most(c.rating_amps)} A, less than what guards it.",
    }
    return DECIDED[sizing.chosen.decided_by], words.get(sizing.chosen.decided_by, "")


def _read(page: LeadPage, sent: Sent) -> Entered:
    """What was typed beside the ladder; a size was taken of one cable, or one series, and is
    open in another.
    """
    entered = read_form(FORM.questions(page), sent.changed)
    made_of = page.held.lead.conductor
    for path, was in (
        ("conductor.cable_type", made_of.cable_type),
        ("conductor.unit", made_of.unit),
    ):
        if sent.changed.get(path, was) != was:
            entered.values["conductor.size"] = None
    return entered


FORM = StageForm(Stage.CONDUCTOR, read=_read)
FORM.keep_at(blueprint)


@blueprint.get("/leads/<tag>/conductor/there")
def there(tag: str) -> str:
    """What Stores have with the cores of a lead."""
    page = lead_page(tag)
    found = at_hand(page.plan, on_hand()) if page.plan.conductor.sizing else []
    template = "conductor/at_hand.html" if wants_part() else "conductor/at_hand_page.html"
    return render_template(template, page=page, at_hand=found)


@blueprint.post("/leads/<tag>/conductor/take")
def take(tag: str) -> Answer:
    """Take a size; from Stores, the cable it is of as well."""
    size = read_size(request.form.get("size", ""), "size")
    cable = request.form.get("cable", "")
    if cable and cable not in cable_types():
        raise Refused(Fault("cable", f"{cable!r} is no type of cable", "one that Stores have"))

    def changed_to(lead: Lead) -> Lead:
        taken = taking(lead, cable, size) if cable else (("conductor.size", size.name),)
        return without_typed(changed(lead, taken), [path for path, _ in taken])

    words = f"Conductor: took {f'{cable}, ' if cable else ''}{size.words}"
    store().change(tag=tag, change=changed_to, at=now(), by=who(), what=words)
    return (onward if request.form.get("on") else back)(tag, Stage.CONDUCTOR)
