"""The keeper's page: who is of this bench and what they may, the devices, the rules of the house."""

import secrets

from flask import Blueprint, redirect, render_template, request, url_for
from werkzeug.wrappers import Response
from wtforms import Form, PasswordField, StringField

from euthyne.core.people.roles import Role, read_role
from euthyne.core.trade.fault import Fault, Refused
from euthyne.web.access import (
    OPEN_TAGS,
    SOMEONE_ELSE,
    come_in,
    device,
    here,
    moment,
    people,
    setting,
)
from euthyne.web.afterlife import CALENDAR, calendar_address
from euthyne.web.errors import NotNow
from euthyne.web.frame import store, who
from euthyne.web.signin import told

blueprint = Blueprint("house", __name__)
LOOPBACK = ("127.0.0.1", "::1")
RULES = {
    SOMEONE_ELSE: "Someone else proves",
    OPEN_TAGS: "A tag's address opens without sign-in",
}
LINES = 25
Answer = str | Response | tuple[str, int]


class Enter(Form):
    """Somebody to be entered."""

    name = StringField("Name, as it is to stand beside what they sign")
    role = StringField("Role")
    passphrase = PasswordField("Passphrase")
    again = PasswordField("The passphrase again")


@blueprint.get("/people")
def show() -> str:
    """The people, the devices, the rules; the first keeper where nobody is entered."""
    role = Role.BUILDER if people().known.entered else Role.KEEPER
    return _shown(Enter(role=role.value))


def _shown(form: Enter) -> str:
    everybody = people().known.people
    return render_template(
        "house/page.html",
        form=form,
        entered=people().known.entered,
        everybody=people().all(),
        roles=tuple(Role),
        devices=[(d, everybody[d.person_id].name) for d in people().devices(moment())],
        this=device(),
        rules=RULES,
        lines=people().lines(LINES),
        me=here(),
        someone_else=setting(SOMEONE_ELSE),
        open_tags=setting(OPEN_TAGS),
        calendar=calendar_address(),
    )


@blueprint.post("/people")
def add() -> Answer:
    """Enter somebody; the first keeper is signed in on this device at once."""
    form = Enter(request.form)
    first = not people().known.entered
    if first and request.remote_addr not in LOOPBACK:
        raise NotNow(
            "The first keeper is entered on the machine that holds the file.",
            url_for("bench.show"),
            "To the bench",
        )
    name, passphrase = form.name.data or "", form.passphrase.data or ""
    try:
        if form.again.data != passphrase:
            raise Refused(Fault("again", "the two are not the same", "the same passphrase twice"))
        people().add(name, read_role(form.role.data or ""), passphrase, moment(), who())
    except Refused as refused:
        told(form, refused)
        return _shown(form), 422
    if first:
        here_of = ("This machine", request.remote_addr or "", moment())
        come_in(*people().sign_in(name, passphrase, *here_of))
    return redirect(url_for("house.show"), 303)


@blueprint.post("/people/<int(max=999999999):person>")
def change(person: int) -> Response:
    """Give somebody another role, put them away or let them in again."""
    role, away = request.form.get("role"), request.form.get("away")
    if role is not None:
        people().set_role(person, read_role(role), who())
    elif away in ("yes", "no"):
        people().put_away(person, away == "yes", who())
    return redirect(url_for("house.show"), 303)


@blueprint.post("/people/<int(max=999999999):person>/passphrase")
def set_passphrase(person: int) -> Response:
    """Give somebody who forgot theirs another passphrase."""
    at, me = device(), here()
    own = at.id if at and me and me.id == person else None
    people().set_passphrase(person, request.form.get("passphrase", ""), who(), own)
    return redirect(url_for("house.show"), 303)


@blueprint.post("/devices/<int(max=999999999):which>/throw-out")
def throw_out(which: int) -> Response:
    """Sign a device out."""
    people().throw_out(which, who())
    return redirect(url_for("house.show"), 303)


@blueprint.post("/people/rules")
def rule() -> Response:
    """Set a rule of the house."""
    name, on = request.form.get("rule"), request.form.get("on")
    if name not in RULES or on not in ("yes", "no"):
        raise Refused(Fault("rule", "there is no such rule", "one of this page"))
    store().set(name, on)
    people().note(who(), f"{RULES[name]}: {'a rule here' if on == 'yes' else 'no rule here'}")
    return redirect(url_for("house.show"), 303)


@blueprint.post("/people/calendar")
def calendar() -> Response:
    """Make the re-tests an address of their own for calendar programs, another one, or none."""
    make = request.form.get("make")
    if make not in ("new", "none"):
        raise Refused(Fault("make", "there is no such press", "a new address, or none"))
    store().set(CALENDAR, secrets.token_urlsafe(24) if make == "new" else "")
    said = "made anew" if make == "new" else "ended"
    people().note(who(), f"Address of the calendar of re-tests {said}")
    return redirect(url_for("house.show"), 303)
