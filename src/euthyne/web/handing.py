"""Handing a lead over to somebody, and taking it."""

from flask import Blueprint, g, redirect, request
from werkzeug.wrappers import Response

from euthyne.core.trade.fault import Fault, Refused
from euthyne.store.clock import now
from euthyne.store.handing import LONGEST_NAME, Handed, hand_over, handed, take_over, waiting_for
from euthyne.web.access import here, people
from euthyne.web.frame import store, who
from euthyne.web.signin import goal

blueprint = Blueprint("handing", __name__)


def handed_over(tag: str) -> Handed | None:
    """To whom a lead was handed, while it waits for them; asked of the file once for a page."""
    if "handed" not in g:
        g.handed = {}
    if tag not in g.handed:
        g.handed[tag] = handed(store().engine, tag)
    found: Handed | None = g.handed[tag]
    return found


def waiting() -> list[Handed]:
    """What waits for whoever is here."""
    name = who()
    return waiting_for(store().engine, name) if name else []


def others() -> list[str]:
    """To whom a lead can be handed, where people are entered."""
    me = here()
    return [p.name for p in people().here() if me is None or p.id != me.id]


@blueprint.post("/leads/<tag>/hand-over")
def give(tag: str) -> Response:
    """Hand a lead to somebody, with a word about it."""
    to = " ".join(request.form.get("to", "").split())
    if people().known.entered:
        person = people().named(to)
        if person is None or person.put_away:
            raise Refused(Fault("to", f"nobody here is called {to[:40]!r}", "one of the list"))
        to = person.name
    elif not 1 <= len(to) <= LONGEST_NAME:
        raise Refused(
            Fault("to", "nobody is named", f"initials or a name, {LONGEST_NAME} letters at most")
        )
    hand_over(store().engine, tag, to, request.form.get("note", "").strip(), now(), who())
    return redirect(goal(), 303)


@blueprint.post("/leads/<tag>/take-over")
def take(tag: str) -> Response:
    """Whoever is here has it now."""
    take_over(store().engine, tag, now(), who())
    return redirect(goal(), 303)
