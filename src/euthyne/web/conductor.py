"""Conductor: which size carries it, what decided, which fuse."""

from functools import lru_cache

from flask import Blueprint, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.cable import CableType, cable_types, cords
from euthyne.core.heat import Warmth
from euthyne.core.lead import Lead, with_value
from euthyne.core.plan import plan_of
from euthyne.core.protection import families
from euthyne.core.quantity import CELSIUS, CURRENT, DIAMETER, LENGTH, PERCENT, read_size
from euthyne.core.stage import Stage
from euthyne.core.working import neighbours, working
from euthyne.drawing.ladder import ladder
from euthyne.drawing.reach import reach
from euthyne.drawing.section import section
from euthyne.web.entry import back, enter
from euthyne.web.fields import Entered, Field, show_fields, without_typed
from euthyne.web.frame import LeadPage, lead_page, now, show_stage, store, who

blueprint = Blueprint("conductor", __name__)
DECIDED = {
    "current": "Decided by current.",
    "drop": "Decided by volt drop.",
    "start": "Decided by the dip at the start.",
    "protection": "Decided by the fuse or breaker.",
    "smallest": "Decided by the smallest size asked for.",
    "smallest-made": "The smallest made.",
}


CABLES = {
    "inverter-link": ("battery-105", "RV-105", "H01N2-D"),
    "solar-string": ("H1Z2Z2-K", "battery-105"),
    "welding-extension": ("H01N2-D", "battery-105"),
    "charger-lead": ("RV-105", "battery-105"),
}


def _cables(page: LeadPage) -> list[CableType]:
    """The cables offered for a kind of lead."""
    names = CABLES.get(page.held.lead.kind)
    return [cable_types()[n] for n in names] if names else list(cords())


def fields_of(page: LeadPage) -> tuple[Field, ...]:
    """The fields beside the ladder; a fused plug adds its fuse."""
    cord_choices = tuple((c.name, f"{c.name}, {c.sheath.split(' (')[0]}") for c in _cables(page))
    found = [
        Field("brief.run_m", "Run, one way", measure=LENGTH),
        Field("conductor.cable_type", "Cord" if page.plan.mains else "Cable", "choice", choices=cord_choices),
        Field("conductor.drop_percent", "Loss allowed", measure=PERCENT),
        Field("brief.ambient_c", "Around it", measure=CELSIUS),
    ]
    if page.plan.fused_plug and page.plan.a.fuse_family:
        amps = families()[page.plan.a.fuse_family].amps
        choices = ((None, "smallest"), *((a, f"{a:g} A") for a in amps))
        found.append(Field("conductor.fuse_amps", "Fuse in the plug", "choice", choices=choices))
    elif not page.plan.mains:
        weakest = ((None, "as its table"), (75.0, "75 °C terminals"), (60.0, "60 °C terminals"))
        found.append(Field("conductor.terminal_c", "Weakest part", "choice", choices=weakest))
        found.append(Field("conductor.measured_od_mm", "Cable over all", measure=DIAMETER, optional=True))
    elif page.held.lead.brief.feeds == "socket":
        found.append(Field("brief.own_breaker_amps", "Breaker on the lead", measure=CURRENT, optional=True))
    return tuple(found)


@blueprint.get("/leads/<tag>/conductor")
def show(tag: str) -> str:
    """The ladder of sizes."""
    page = lead_page(tag)
    plan = page.plan
    drawing, section_drawing, reach_drawing = _drawings(page.held.lead, page.held.sealed)
    return show_stage(
        page,
        Stage.CONDUCTOR,
        fields=show_fields(fields_of(page), page.held.lead, page.held.drafts),
        drawing=drawing,
        working=working(plan),
        neighbours=neighbours(plan),
        section=section_drawing,
        reach=reach_drawing,
        warm=_warm(page),
        decided=_decided(page),
    )


@lru_cache(maxsize=256)
def _drawings(lead: Lead, sealed: bool) -> tuple[Markup, Markup, Markup]:
    """The ladder, the cord cut across, and how far each size goes."""
    plan = plan_of(lead)
    if plan.sizing_brief is None or plan.sizing is None:
        return Markup(), Markup(), Markup()
    post = None if sealed else url_for("conductor.take", tag=lead.tag)
    rungs = ladder(plan.sizing_brief, plan.sizing, plan.size_name, lead.conductor.size is not None, post)
    across = section(plan) if plan.candidate else ""
    return Markup(rungs), Markup(across), Markup(reach(plan.sizing_brief, plan.sizing, plan.size_name))


def _warm(page: LeadPage) -> list[tuple[str, Warmth]]:
    """The cord straight, as it lies, and forgotten in a heap: what each settles at."""
    layers = page.held.lead.brief.drum_layers
    states = {0: "laid out straight", 4: "left coiled, four layers"}
    if layers:
        states[layers] = "as it lies on its drum"
    return [(words, warm) for layers, words in sorted(states.items()) if (warm := page.plan.warmth(layers)) is not None]


def _decided(page: LeadPage) -> tuple[str, str]:
    """The limit that decided, and what the next smaller size would have done."""
    sizing = page.plan.sizing
    if sizing is None or sizing.chosen is None:
        return "", ""
    names = [c.size for c in sizing.candidates]
    smaller = [c for c in sizing.candidates[: names.index(sizing.chosen.size)] if "not-made" not in c.fails]
    if not smaller:
        return DECIDED[sizing.chosen.decided_by], ""
    c = smaller[-1]
    size = c.size.replace("mm2", "mm²")
    words = {
        "current": f"{size} carries {c.rating_amps:.3g} A.",
        "drop": f"{size} would lose {c.drop_percent:.1f} %.",
        "start": f"{size} would dip {c.start_drop_percent:.1f} % at the start.",
        "protection": f"{size} carries {c.rating_amps:.3g} A, less than what guards it.",
    }
    return DECIDED[sizing.chosen.decided_by], words.get(sizing.chosen.decided_by, "")


@blueprint.post("/leads/<tag>/conductor")
def save(tag: str) -> str | Response:
    """Keep what was typed beside the ladder."""
    page = lead_page(tag)
    cord = request.form.get("conductor.cable_type", page.held.lead.conductor.cable_type)
    other = Entered({"conductor.size": None}) if cord != page.held.lead.conductor.cable_type else None
    return enter(tag, Stage.CONDUCTOR, fields_of(page), other)


@blueprint.post("/leads/<tag>/conductor/take")
def take(tag: str) -> str | Response:
    """Take a size."""
    size = read_size(request.form.get("size", ""), "size").name
    words = f"Conductor: took {size}"
    store().change(
        tag,
        lambda lead: without_typed(with_value(lead, "conductor.size", size), ["conductor.size"]),
        now(),
        who(),
        words,
    )
    return back(tag, Stage.CONDUCTOR)
