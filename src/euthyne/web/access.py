"""Who is here, and what they may do: with nobody entered, whoever is at this machine may everything;
with people entered, a device is signed in and somebody is at it, and every page and press belongs to
an act that their role may or may not.
"""

from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any
from urllib.parse import urlencode

from flask import (
    Flask,
    Response,
    abort,
    current_app,
    g,
    redirect,
    request,
    session,
    url_for,
)
from flask_login import LoginManager, current_user, login_user, logout_user
from werkzeug.exceptions import SecurityError

from euthyne.core.lead.stage import Stage
from euthyne.core.people.roles import Act, may
from euthyne.store.known_people import Device, Person
from euthyne.store.leads import LeadStore
from euthyne.store.people import PeopleStore
from euthyne.web.errors import back_to, page, typed_in

# What may be opened before anybody is signed in.
OPEN = frozenset(
    {
        "static",
        "assets.bundle",
        "signin.show",
        "signin.sign_in",
        "afterlife.feed_by_key",
        "days.feed_by_key",
    }
)
# What belongs to the device and whoever is at it.
OWN = frozenset(
    {
        "people.show",
        "people.save_light",
        "signin.pick",
        "signin.change",
        "signin.leave",
        "signin.sign_out",
        "people.set_pin",
        "people.set_passphrase",
    }
)
# Presses by their room, and those of it that are otherwise; looking is for everybody who is signed in.
PRESSES = {
    "actions": Act.MAKE, "afterlife": Act.MAKE, "articles": Act.MAKE, "brief": Act.MAKE,
    "build": Act.MAKE, "callback": Act.MAKE, "cableset": Act.MAKE,
    "conductor": Act.MAKE, "copies": Act.KEEP, "cost": Act.MAKE, "cut": Act.MAKE, "cutting": Act.MAKE, "days": Act.MAKE,
    "ends": Act.MAKE, "envelope": Act.MAKE, "picking": Act.MAKE,
    "handing": Act.MAKE, "hours": Act.MAKE, "jobs": Act.MAKE, "job_papers": Act.MAKE, "leads": Act.MAKE,
    "many": Act.MAKE, "one": Act.MAKE, "people": Act.MAKE, "practices": Act.KEEP,
    "probing": Act.PROVE, "prove": Act.PROVE, "quotes": Act.MAKE,
    "rework": Act.MAKE, "screens": Act.PROVE, "shelf": Act.MAKE,
    "standin": Act.PROVE, "stores": Act.MAKE, "tag": Act.PROVE, "house": Act.KEEP, "shop": Act.KEEP,
    "shopping": Act.MAKE,
    "measures": Act.KEEP,
}  # fmt: skip
OTHERWISE = {
    "afterlife.aside": Act.PROVE,
    "practices.take_up": Act.MAKE,
    "tag.print_label": Act.MAKE,
    "tag.say_address": Act.KEEP,
    "copies.show": Act.KEEP,
    "copies.take": Act.KEEP,
    "house.show": Act.KEEP,
}
# What a tag's address shows without sign-in, where the keeper said so.
TAGGED = {"leads.lead": "tag.facts", "tag.facts": "tag.facts", "tag.certificate": "tag.certificate"}
OPEN_TAGS, SOMEONE_ELSE = "open_tags", "someone_else_proves"
# The stages whose fields are proof.
PROVEN = (Stage.PROVE,)


@dataclass(frozen=True)
class Somebody:
    """A person as Flask-Login knows them."""

    person: Person
    is_authenticated: bool = True
    is_active: bool = True
    is_anonymous: bool = False

    def get_id(self) -> str:
        """What the session keeps of them."""
        return str(self.person.id)


class NotYours(Exception):
    """An act that the role of whoever is here may not."""

    def __init__(self, act: Act, person: Person) -> None:
        super().__init__(act)
        self.act, self.person = act, person


def people() -> PeopleStore:
    """The people of this application."""
    found: PeopleStore = current_app.extensions["people"]
    return found


def moment() -> datetime:
    """This moment, in UTC."""
    return datetime.now(UTC)


def device() -> Device | None:
    """The device this is, while it is signed in."""
    if "signed_in" not in g:
        secret = session.get("signed_in", "")
        g.signed_in = people().device_of(secret, moment()) if secret else None
    found: Device | None = g.signed_in
    return found


def here() -> Person | None:
    """Who is at this device; None where nobody is, or where nobody is entered at all."""
    user: Any = current_user
    return user.person if user.is_authenticated else None


def allowed(act: str) -> bool:
    """True where whoever is here may do something."""
    if not people().known.entered:
        return True
    person = here()
    return person is not None and may(person.role, Act(act))


def wants(act: Act) -> None:
    """Go on where whoever is here may do something. Raises NotYours."""
    person = here()
    if person is not None and not may(person.role, act):
        raise NotYours(act, person)


def allowed_at(stage: Stage) -> bool:
    """True where whoever is here may fill in a stage."""
    return allowed(Act.PROVE if stage in PROVEN else Act.MAKE)


def come_in(person: Person, secret: str = "") -> None:
    """Somebody is at this device; with the secret of a device that was just signed in. Forms that were
    opened before are of somebody else.
    """
    turn = 1
    if secret:
        session["signed_in"] = secret
        g.pop("signed_in", None)
    elif (at := device()) is not None:
        turn = people().come_to(at.id, person.id)
        g.pop("signed_in", None)
    session["turn"] = turn
    _begin_anew()
    session.permanent = True
    login_user(Somebody(person))


def go_out() -> None:
    """Nobody is at this device any more, whatever cookie somebody kept of it."""
    at = device()
    if at is not None:
        people().come_to(at.id, None)
        g.pop("signed_in", None)
    _begin_anew()
    logout_user()


def _begin_anew() -> None:
    """The tokens of forms are of whoever is here: others are drawn."""
    session.pop("csrf_token", None)
    for kept in ("csrf_token", "token"):
        g.pop(kept, None)


def setting(key: str) -> bool:
    """A rule of this bench, on or off."""
    kept: LeadStore = current_app.extensions["leads"]
    return kept.setting(key) == "yes"


def attend(app: Flask) -> None:
    """Ask of every request who it is, before anything else is made of it."""
    manager = LoginManager(app)
    manager.session_protection = None  # a telephone's address changes; its secret is what counts
    manager.user_loader(_loaded)
    app.before_request(_let_in)
    app.after_request(_not_kept)
    app.register_error_handler(NotYours, _not_yours)


def complete(app: Flask) -> None:
    """Hold every page and press against what is said of it. Raises RuntimeError for one of which nothing
    is said.
    """
    for rule in app.url_map.iter_rules():
        for method in (rule.methods or set()) - {"HEAD", "OPTIONS"}:
            if rule.endpoint not in OPEN | OWN and act_of(rule.endpoint, method) is None:
                raise RuntimeError(f"nobody said who may {method} {rule.endpoint}")


def act_of(endpoint: str, method: str) -> Act | None:
    """What a page or a press is; None where nothing is said of it."""
    if endpoint in OTHERWISE:
        return OTHERWISE[endpoint]
    if method in ("GET", "HEAD", "OPTIONS"):
        return Act.LOOK
    return PRESSES.get(endpoint.partition(".")[0])


def _loaded(name: str) -> Somebody | None:
    """Somebody by the name of their session, while their device is signed in."""
    person = people().known.people.get(int(name)) if name.isdigit() else None
    at = device()
    if person is None or person.put_away or at is None:
        return None
    # Who is at a device stands beside it: a cookie of before they left is nobody's.
    if at.here != person.id or session.get("turn") != at.turn:
        return None
    return Somebody(person)


def _let_in() -> Any:
    endpoint = request.endpoint or ""
    if not people().known.entered:
        return _shut() if current_app.config["LETS_OTHERS_IN"] and endpoint != "static" else None
    if endpoint in OPEN:
        return None
    if isinstance(request.routing_exception, SecurityError):
        return None  # of a name that is not ours: refused as it is
    person = here()
    if person is None:
        if endpoint in TAGGED and request.method == "GET" and setting(OPEN_TAGS):
            tag = (request.view_args or {})["tag"]
            return current_app.view_functions[TAGGED[endpoint]](tag)
        return _who_is_it(endpoint)
    if endpoint in OWN or not endpoint:
        return None
    act = act_of(endpoint, request.method)
    if act is None:
        abort(405)
    if not may(person.role, act):
        raise NotYours(act, person)
    return None


def _shut() -> tuple[str, int]:
    """Others can reach this program, and nobody is entered who could let them in."""
    return page(
        code=503,
        title="Nobody is entered here who may sign in.",
        why="Other devices can reach this program, so it shows nothing until somebody keeps it. On the "
        'machine that runs it, stop it and enter the keeper: euthyne people add "NAME".',
        address=url_for("signin.show"),
        link="Try again",
    )


def _who_is_it(endpoint: str) -> Any:
    """To the sign-in, and from there to where it was going; what was typed is not lost by it."""
    if device() is not None and endpoint in OWN:
        return None
    way = "signin.pick" if device() is not None else "signin.show"
    if request.method == "GET" and request.headers.get("HX-Request") != "true":
        whole = request.full_path.rstrip("?")
        return redirect(f"{url_for(way)}?{urlencode({'back': whole})}", 303)
    if request.headers.get("HX-Request") == "true":
        return Response("Nobody is signed in on this device.", 401, {"Sign-In": url_for(way)})
    return page(
        code=401,
        title="Nobody is signed in on this device.",
        why="What you typed is below; nothing of it was kept.",
        address=url_for(way),
        link="Sign in",
        typed=typed_in(),
    )


def _not_yours(error: NotYours) -> tuple[str, int]:
    role, needs = error.person.role, error.act.needs
    return page(
        code=403,
        title=f"That is for a {needs}; {error.person.name} is here as a {role}.",
        why=f"A {role} {role.may_words}. Nothing was changed.",
        address=back_to() or url_for("bench.show"),
        link="Back",
    )


def _not_kept(answer: Response) -> Response:
    """Pages of a shared device are not kept by its browser for whoever comes after."""
    if people().known.entered and request.endpoint not in ("static", "assets.bundle"):
        answer.headers.setdefault("Cache-Control", "no-store")
    return answer
