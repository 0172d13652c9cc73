"""Who is at this bench: initials where nobody is entered, else whoever is signed in, their PIN and
their passphrase; and what light there is.
"""

from flask import Blueprint, abort, redirect, render_template, request, session, url_for
from werkzeug.wrappers import Response
from wtforms import Form, PasswordField

from euthyne.core.trade.fault import Fault, Refused
from euthyne.web.access import device, here, moment, people
from euthyne.web.errors import NotNow
from euthyne.web.measures import measures
from euthyne.web.signin import goal, told

blueprint = Blueprint("people", __name__)
# Wrong PINs that everybody types now and then.
FEW_WRONG = 5
LIGHTS = ("paper", "sun", "dark")
Answer = str | Response | tuple[str, int]


class OwnPin(Form):
    """A PIN of one's own."""

    pin = PasswordField("PIN, 4 to 8 digits", render_kw={"inputmode": "numeric"})


class OwnPassphrase(Form):
    """Another passphrase of one's own."""

    now = PasswordField("The passphrase as it is")
    passphrase = PasswordField("The new one")
    again = PasswordField("The new one again")


@blueprint.get("/who")
def show() -> str:
    """Who is here, what they can set for themselves, and what light there is."""
    return _shown(OwnPin(), OwnPassphrase())


def _shown(pin: OwnPin, passphrase: OwnPassphrase, said: str = "") -> str:
    me = here()
    return render_template(
        "people/page.html",
        who=session.get("who", ""),
        me=me,
        wrong_pins=wrong_pins(),
        at=device(),
        pin=pin,
        passphrase=passphrase,
        said=said,
        back=request.values.get("back", ""),
        measures=measures(),
    )


def wrong_pins() -> list[str]:
    """What whoever is here is told of wrong PINs that were tried for them, on any device; nothing where
    there were few.
    """
    me = here()
    many = people().wrong_pins(me) if me else 0
    if me is None or many < FEW_WRONG:
        return []
    shut = " Your PIN is shut until it is given again." if people().pin_shut(me) else ""
    return [
        f"{many} wrong PINs were tried for you since your passphrase was last given.{shut} Was that not "
        "you? Tell the keeper, and set another."
    ]


@blueprint.post("/who")
def save() -> Response:
    """Keep the initials on this device; where people are entered, whoever is signed in signs."""
    if people().known.entered:
        raise NotNow(
            "What is signed here carries whoever is signed in, not initials.",
            url_for("people.show"),
            "Who is here",
        )
    session["who"], session.permanent = request.form.get("who", "").strip()[:12], True
    return redirect(goal(), 303)


@blueprint.post("/who/pin")
def set_pin() -> Answer:
    """A PIN of one's own, for devices that are signed in."""
    form, me = OwnPin(request.form), here()
    if me is None:
        abort(401)
    try:
        people().set_pin(me.id, form.pin.data or "")
    except Refused as refused:
        told(form, refused)
        return _shown(form, OwnPassphrase()), 422
    return _shown(OwnPin(), OwnPassphrase(), "Your PIN is kept.")


@blueprint.post("/who/passphrase")
def set_passphrase() -> Answer:
    """Another passphrase of one's own; the present one is asked for."""
    form, me, at = OwnPassphrase(request.form), here(), device()
    if me is None or at is None:
        abort(401)
    try:
        if form.again.data != form.passphrase.data:
            raise Refused(Fault("again", "the two are not the same", "the same passphrase twice"))
        people().check(me.id, form.now.data or "", at, moment())
        people().set_passphrase(me.id, form.passphrase.data or "", me.name, at.id)
    except Refused as refused:
        told(form, refused)
        return _shown(OwnPin(), form), 422
    return _shown(
        OwnPin(),
        OwnPassphrase(),
        "Your passphrase is changed. Every other device of yours is signed out.",
    )


@blueprint.post("/light")
def save_light() -> Response:
    """Keep on this device what light there is."""
    light = request.form.get("light")
    if light not in LIGHTS:
        abort(400)
    session["light"], session.permanent = light, True
    return redirect(url_for("people.show", back=request.form.get("back", "")), 303)


def initials_given() -> str:
    """Who signs a form: whoever is signed in; where nobody is entered, the initials of it, kept on this
    device; those kept already, or a question mark, where it has none.
    """
    me = here()
    if me is not None:
        return me.name
    given = request.form.get("initials", "").strip()[:12] or str(session.get("who", "")) or "?"
    session["who"], session.permanent = given, True
    return given
