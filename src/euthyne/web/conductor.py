"""Conductor: which size carries it, what decided, which fuse."""

from functools import lru_cache

from flask import Blueprint, render_template, request, url_for
from markupsafe import Markup

from euthyne.core.kinds import Kind
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.kind import EVERY_CORD
from euthyne.core.lead import Brief, Conductor, Lead
from euthyne.core.lead.paths import value_at
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.stages.conductor.working import working
from euthyne.core.stages.cut.metal import metal_kg, neighbours, price_of
from euthyne.core.standing.at_hand import at_hand, taking
from euthyne.core.trade.cable import CableType, cable_types, cords
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import celsius
from euthyne.core.trade.heat import Warmth
from euthyne.core.trade.protection import families
from euthyne.core.trade.quantity import (
    CELSIUS,
    CURRENT,
    DIAMETER,
    LENGTH,
    MONEY,
    PERCENT,
    POWER,
    VOLTS,
    Measure,
    read_size,
)
from euthyne.core.trade.question import Question
from euthyne.core.trade.rating import bases
from euthyne.core.trade.shown import at_most
from euthyne.core.trade.wire import size_words
from euthyne.drawing.ladder import ladder
from euthyne.drawing.reach import reach
from euthyne.drawing.section import section
from euthyne.store.clock import now
from euthyne.web.entry import Answer, Sent, StageForm, back, enter
from euthyne.web.fields import (
    Entered,
    put_in,
    read_form,
    show_fields,
    texts_of,
    without_typed,
)
from euthyne.web.frame import LeadPage, lead_page, show_stage, store, wants_part, who
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


METALS = (
    ("copper", "copper"),
    ("aluminium", "aluminium"),
    ("cca-15", "copper-clad aluminium, 15 %"),
    ("cca-10", "copper-clad aluminium, 10 %"),
)
WEAKEST = (
    (None, "as its table"),
    (90.0, f"{celsius(90)} terminals"),
    (75.0, f"{celsius(75)} terminals"),
    (60.0, f"{celsius(60)} terminals"),
)
SCHOOL_K = Measure(word="constant", unit="", low=9, high=25, example="10.4 or 12.9", shown="")
SERIES = (("mm2", "mm²"), ("AWG", "gauge"))
CLOSER = (
    Question("conductor.metal", "Metal", "choice", choices=METALS),
    Question("conductor.tinned", "Tinned", "choice", choices=((False, "plain"), (True, "tinned"))),
    Question("cable.salvaged", "Cable is", "choice", choices=((False, "new"), (True, "salvaged"))),
    Question("brief.circuits_together", "Circuits lying together", "whole", bounds=(1, 20)),
    Question("conductor.school_k", "K, the circular-mil school", measure=SCHOOL_K, hint="12.9"),
    Question("conductor.start_drop_percent", "Dip at the start", measure=PERCENT),
    Question(
        "conductor.price_per_kg",
        "Its metal costs, a kg",
        measure=MONEY,
        optional=True,
        hint="11.50",
    ),
    Question("brief.hours_a_year", "Used, hours a year", "whole", bounds=(1, 8784)),
)


def _cables(kind: Kind) -> list[CableType]:
    """The cables offered for a kind of lead."""
    if kind.cables == EVERY_CORD:
        return list(cords())
    return [cable_types()[name] for name in kind.cables]


def _cable_words(cable: CableType) -> str:
    """A cable as one picks it: its designation and what it is, or what it is alone."""
    if cable.called == cable.name:
        return f"{cable.name}, {cable.words}"
    return cable.words


def fields_of(plan: Plan) -> tuple[Question, ...]:
    """The fields beside the ladder; a fused plug adds its fuse."""
    cord_choices = tuple((c.name, _cable_words(c)) for c in _cables(plan.kind))
    brief = plan.lead.brief
    found = [
        Question("brief.run_m", "Run, one way", measure=LENGTH, drag=(0.2, 200.0)),
        *_load_fields(brief),
        Question(
            "conductor.cable_type",
            "Cord" if plan.mains else "Cable",
            "choice",
            choices=cord_choices,
        ),
        Question(
            "conductor.drop_percent",
            "Loss allowed",
            measure=PERCENT,
            of_volts=plan.brief.sent_volts,
        ),
        Question("brief.ambient_c", "Around it", measure=CELSIUS),
    ]
    if plan.given.fused_plug and plan.ends["A"].part.fuse_family:
        amps = families()[plan.ends["A"].part.fuse_family].amps
        choices = ((None, "3 or 13 A, else what fits"), *((a, f"{a:g} A") for a in amps))
        found.append(Question("conductor.fuse_amps", "Fuse in the plug", "choice", choices=choices))
    elif not plan.mains:
        found.append(Question("conductor.unit", "Sizes in", "choice", choices=SERIES))
        if brief.fuse_family != "none":
            usual = (
                (None, "what carries it"),
                *((a, f"{a:g} A") for a in families()[brief.fuse_family].amps),
            )
            found.append(
                Question("conductor.fuse_amps", "Fuse at the source", "choice", choices=usual)
            )
        found.append(
            Question("conductor.measured_od_mm", "Cable over all", measure=DIAMETER, optional=True)
        )
    elif brief.feeds == "socket":
        found.append(
            Question(
                "brief.own_breaker_amps", "Breaker on the lead", measure=CURRENT, optional=True
            )
        )
    return (*found, *_circuit_fields(plan))


def _circuit_fields(plan: Plan) -> list[Question]:
    """What a circuit beside the power carries, and the size its wires are of."""
    found = []
    for circuit in plan.lead.circuits:
        words = circuit.id.capitalize()
        size = Question(f"circuit.{circuit.id}.size", f"{words}, size", "size-name", optional=True)
        amps = Question(
            f"circuit.{circuit.id}.amps",
            f"{words} carry",
            measure=CURRENT,
            optional=True,
            hint="0.5 A",
        )
        found += [size, amps]
    return found


def _load_fields(brief: Brief) -> list[Question]:
    """What may be pulled about beside the ladder: the load where it is one figure, and the volts."""
    asked = {
        "power": Question(
            "brief.watts", "Delivers", measure=POWER, optional=True, drag=(10.0, 10000.0)
        ),
        "current": Question(
            "brief.amps", "Amps", measure=CURRENT, optional=True, drag=(0.5, 500.0)
        ),
    }
    if brief.cells:
        counted = []
    else:
        counted = [Question("brief.volts", "Supply", measure=VOLTS)]
    return [*([asked[brief.feeds]] if brief.feeds in asked else []), *counted]


def closer_fields_of(plan: Plan) -> tuple[Question, ...]:
    """The fields a builder seldom needs; terminals only as hot as the cable's own table."""
    limit = bases()[plan.conductor.cable_type.basis].limit_c
    weakest = tuple((c, words) for c, words in WEAKEST if c is None or c < limit)
    return (Question("conductor.terminal_c", "Weakest part", "choice", choices=weakest), *CLOSER)


@blueprint.get("/leads/<tag>/conductor")
def show(tag: str) -> str:
    """The ladder of sizes."""
    return _show(lead_page(tag))


@blueprint.get("/leads/<tag>/conductor/preview")
def preview(tag: str) -> str:
    """What the figures being typed or dragged would do; nothing is kept."""
    lead = store().get(tag).lead
    specs = fields_of(plan_of(lead)) + closer_fields_of(plan_of(lead))
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
    section_drawing, reach_drawing = _drawings(page.held.lead)
    specs, closer = fields_of(plan), closer_fields_of(plan)
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
        working=working(plan.conductor),
        neighbours=neighbours(plan.cut),
        section=section_drawing,
        reach=reach_drawing,
        warm=_warm(page),
        decided=_decided(plan),
    )


def _off_default(lead: Lead, path: str) -> bool:
    section, name = path.split(".")
    usual = {"brief": Brief, "conductor": Conductor}.get(section)
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


@lru_cache(maxsize=256)
def _drawings(lead: Lead) -> tuple[Markup, Markup]:
    """The cord cut across, and how far each size goes."""
    plan = plan_of(lead)
    if plan.conductor.sizing_brief is None or plan.conductor.sizing is None:
        return Markup(), Markup()
    across = ""
    if plan.conductor.candidate:
        across = section(plan)
    return Markup(across), Markup(
        reach(plan.conductor.sizing_brief, plan.conductor.sizing, plan.conductor.size_name)
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


def _questions(page: LeadPage) -> tuple[Question, ...]:
    return fields_of(page.plan) + closer_fields_of(page.plan)


def _texts(page: LeadPage) -> dict[str, str]:
    return texts_of(show_fields(_questions(page), page.held.lead, page.held.drafts))


def _read(page: LeadPage, sent: Sent) -> Entered:
    """What was typed beside the ladder; a size was taken of one cable, or one series, and is
    open in another.
    """
    entered = read_form(_questions(page), sent.changed)
    made_of = page.held.lead.conductor
    for path, was in (
        ("conductor.cable_type", made_of.cable_type),
        ("conductor.unit", made_of.unit),
    ):
        if sent.changed.get(path, was) != was:
            entered.values["conductor.size"] = None
    return entered


FORM = StageForm(Stage.CONDUCTOR, texts=_texts, read=_read, questions=_questions)


@blueprint.post("/leads/<tag>/conductor")
def save(tag: str) -> Answer:
    """Keep what was typed beside the ladder."""
    return enter(tag, FORM)


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
    return back(tag, Stage.CONDUCTOR)
