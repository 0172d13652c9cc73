"""Picking the part of an end by its face: every part that can be there, drawn, what fits first."""

from dataclasses import dataclass

from flask import Blueprint, abort, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.lead.paths import value_at
from euthyne.core.lead.stage import Stage
from euthyne.core.questions.ends import asked
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.trade.question import Question
from euthyne.drawing.shelfpiece import piece
from euthyne.store.clock import now
from euthyne.web.ends import PARTS, with_part
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, lead_page, not_reached, store, wants_part, who
from euthyne.web.shelf import added

blueprint = Blueprint("picking", __name__)
# Tiles of a heading that are drawn at once; the rest is found by typing.
AT_ONCE = 12


@dataclass(frozen=True)
class Tile:
    """A part that can be there: itself, its drawing, whether it is the one that is there."""

    part: Part
    drawing: Markup
    taken: bool


@dataclass(frozen=True)
class TileGroup:
    """Tiles under a heading, and how many more there are."""

    head: str
    tiles: tuple[Tile, ...]
    more: int


@blueprint.get("/leads/<tag>/ends/pick")
def show(tag: str) -> str | Response:
    """The tiles for an end, those that fit it first; what is typed narrows them."""
    page = lead_page(tag)
    if not page.reached(Stage.ENDS):
        return not_reached(page, Stage.ENDS)
    question = _question(page, request.args.get("at", ""))
    typed = request.args.get("q", "").strip()
    template = "ends/tiles.html" if wants_part() else "ends/pick.html"
    return render_template(
        template,
        page=page,
        question=question,
        typed=typed,
        groups=_groups(page, question, typed.lower().split()),
        who=who(),
    )


@blueprint.post("/leads/<tag>/ends/pick")
def pick(tag: str) -> Response:
    """A tile was pressed: its part is at that end."""
    page = lead_page(tag)
    question = _question(page, request.form.get("at", ""))
    name = request.form.get("picked", "")
    words = dict(question.choices).get(name)
    if words is None:
        raise NotNow(
            "That part is not among those.", url_for("ends.show", tag=tag), "Back to the ends"
        )
    store().change(
        tag=tag,
        change=lambda lead: with_part(lead, question.path, name),
        at=now(),
        by=who(),
        what=f"Ends: {question.label.lower()}, {words}",
    )
    return redirect(url_for("ends.show", tag=tag), 303)


def _question(page: LeadPage, path: str) -> Question:
    """The question of an end, by its path; 404 where the lead has none."""
    asks = asked(page.plan, added().parts().values())
    found = next((q for q in asks if q.path == path and path.startswith(PARTS)), None)
    return found or abort(404)


def _groups(page: LeadPage, question: Question, typed: list[str]) -> list[TileGroup]:
    """The parts that agree with every word that is typed, under their headings."""
    own = added().parts() | {p.id: p for p in page.held.lead.ends.own}
    there = value_at(page.held.lead, question.path)
    standard = own[there].standard if there in own else shelf()[there].standard if there else ""
    found = []
    for head, options in question.groups:
        parts = [own.get(name) or shelf()[name] for name, _ in options if name]
        agree = [p for p in parts if all(word in p.searched for word in typed)]
        # The one that is there stands first, then what it is exchanged for in the same country.
        agree.sort(key=lambda p: (p.id != there, p.standard != standard))
        shown = agree if typed else agree[:AT_ONCE]
        tiles = tuple(Tile(p, Markup(piece(p)), p.id == there) for p in shown)
        if tiles:
            found.append(TileGroup(head, tiles, len(agree) - len(shown)))
    return found
