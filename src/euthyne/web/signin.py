"""Signing a device in, and who is at it."""

import re

from flask import Blueprint, abort, redirect, render_template, request, url_for
from werkzeug.wrappers import Response
from wtforms import Form, PasswordField, StringField

from euthyne.core.trade.fault import Refused
from euthyne.web.access import come_in, device, go_out, here, moment, people
from euthyne.web.fields import say

blueprint = Blueprint("signin", __name__)
# A path of this program: browsers drop control signs and take a backslash for a slash.
WITHIN = re.compile(r"/(?:[!-.0-\[\]-~][!-\[\]-~]*)?")
# What browsers call themselves, and what such a device is called until somebody says better.
DEVICES = (
    ("iPad", "Tablet"), ("iPhone", "Telephone"), ("Android", "Telephone or tablet"), ("", "Desk machine"),
)  # fmt: skip
Answer = str | Response | tuple[str, int]


class SignIn(Form):
    """Signing a device in."""

    name = StringField("Your name")
    passphrase = PasswordField("Your passphrase")
    device = StringField("What this device is called")


def told(form: Form, refused: Refused) -> None:
    """Say what was refused beside its field; beside the first where it has none."""
    for fault in refused.faults:
        field = form[fault.field] if fault.field in form else next(iter(form))
        field.errors = [*field.errors, say(fault)]


def goal() -> str:
    """Where somebody was going before the sign-in."""
    given = request.values.get("back", "")
    if WITHIN.fullmatch(given) and not given.startswith(url_for("signin.show")):
        return given
    return url_for("bench.show")


@blueprint.get("/sign-in")
def show() -> Answer:
    """The sign-in of a device; nothing of it where nobody is entered."""
    if not people().known.entered:
        return redirect(url_for("bench.show"), 303)
    called = next(words for sign, words in DEVICES if sign in (request.user_agent.string or ""))
    return _sign_in(SignIn(device=called))


def _sign_in(form: SignIn) -> str:
    return render_template("signin/page.html", form=form, back=goal())


@blueprint.post("/sign-in")
def sign_in() -> Answer:
    """Sign this device in for thirty days."""
    if not people().known.entered:
        return redirect(url_for("bench.show"), 303)
    form = SignIn(request.form)
    typed = (form.name.data or "", form.passphrase.data or "", form.device.data or "")
    try:
        person, secret = people().sign_in(*typed, request.remote_addr or "", moment())
    except Refused as refused:
        told(form, refused)
        return _sign_in(form), 422
    come_in(person, secret)
    return redirect(goal(), 303)


@blueprint.get("/at-this-device")
def pick() -> Answer:
    """Everybody who may be at this device, to pick from."""
    if not people().known.entered:
        return redirect(url_for("people.show"), 303)
    return _pick()


def _pick(picked: int = 0, wrong: str = "") -> str:
    at = device()
    if at is None:
        abort(401)
    return render_template(
        "signin/pick.html",
        everybody=people().here(),
        shut=[p.id for p in people().here() if people().pin_shut(p)],
        at=at,
        me=here(),
        back=goal(),
        picked=picked,
        wrong=wrong,
    )


@blueprint.post("/at-this-device")
def change() -> Answer:
    """Somebody else is at this device, by their PIN or their passphrase."""
    at, picked = device(), request.form.get("person", "")
    if at is None:
        return redirect(url_for("signin.show"), 303)
    if not re.fullmatch(r"[0-9]{1,9}", picked):
        return _pick(wrong="Nobody is picked. What would do: one of the list."), 422
    try:
        passphrase = request.form.get("passphrase", "")
        if passphrase:
            other = people().change_by_passphrase(int(picked), passphrase, at, moment())
        else:
            other = people().change_to(int(picked), request.form.get("pin", ""), at, moment())
        come_in(other)
    except Refused as refused:
        return _pick(int(picked), say(refused.faults[0])), 422
    return redirect(goal(), 303)


@blueprint.post("/at-this-device/leave")
def leave() -> Response:
    """Nobody is at this device; it stays signed in."""
    go_out()
    return redirect(url_for("signin.pick" if device() else "signin.show"), 303)


@blueprint.post("/sign-out")
def sign_out() -> Response:
    """Sign this device out."""
    at, me = device(), here()
    go_out()
    if at is not None:
        people().throw_out(at.id, me.name if me else "")
    return redirect(url_for("signin.show"), 303)
