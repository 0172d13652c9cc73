"""The screens: one blueprint a place or stage, its templates in a folder of the same name."""

from datetime import timedelta
from functools import lru_cache
from pathlib import Path
from typing import Any

from flask import Flask, g, request, url_for
from flask_wtf.csrf import CSRFProtect, generate_csrf

from euthyne.core.days.workshop import clock
from euthyne.core.standing.reference import check_reference
from euthyne.instruments.printer import OutTray
from euthyne.store.copies import Copies
from euthyne.store.jobs import JobStore
from euthyne.store.leads import LeadStore
from euthyne.store.lots import LotStore
from euthyne.store.people import PeopleStore
from euthyne.store.practices import SPREADING
from euthyne.store.shelf import ShelfStore
from euthyne.store.stores import StoresStore
from euthyne.web import (
    access,
    actions,
    afterlife,
    articles,
    assets,
    bench,
    brief,
    build,
    cableset,
    callback,
    conductor,
    cost,
    cut,
    cutting,
    days,
    ends,
    envelope,
    errors,
    glossary,
    guide,
    handing,
    hours,
    house,
    job_papers,
    jobs,
    leads,
    many,
    measures,
    one,
    panel,
    people,
    picking,
    practices,
    probing,
    prove,
    pulse,
    quotes,
    remembered,
    rework,
    screens,
    shelf,
    shop,
    shopping,
    siblings,
    signin,
    standin,
    stores,
    tag,
)
from euthyne.web import copies as copies_room
from euthyne.web.guard import guard
from euthyne.web.words import filters


def create_app(
    store: LeadStore,
    folder: Path,
    copies: Copies | None = None,
    names: tuple[str, ...] = (),
    lets_others_in: bool = False,
) -> Flask:
    """The application on a store; ``folder`` keeps its secret key, and the copies of its data;
    ``names`` are host names it answers to beside those of this machine; ``lets_others_in`` where other
    machines reach it.
    """
    check_reference()
    app = Flask(__name__)
    app.config.update(
        PERMANENT_SESSION_LIFETIME=timedelta(days=365),
        WTF_CSRF_TIME_LIMIT=None,
        MAX_CONTENT_LENGTH=2_000_000,
        SEND_FILE_MAX_AGE_DEFAULT=3600,
        LETS_OTHERS_IN=lets_others_in,
    )
    assets.attend(app)
    guard(app, folder, names)
    app.extensions["leads"] = store
    app.extensions["copies"] = copies or Copies(folder)
    app.extensions["benches"] = pulse.Benches()
    app.extensions["label printer"] = OutTray(folder / "out-tray")
    app.extensions["stores"] = StoresStore(store.engine)
    app.extensions["lots"] = LotStore(store.engine)
    app.extensions["jobs"] = JobStore(store.engine)
    app.jinja_env.globals.update(
        job_of=app.extensions["jobs"].job_of, siblings_of=siblings.siblings_of
    )
    app.extensions["people"] = PeopleStore(store.engine)
    app.extensions["shelf"] = ShelfStore(store.engine)
    app.jinja_env.filters.update(filters())
    app.jinja_env.globals.update(papers=measures.papers, priced_by=measures.priced_by)
    app.jinja_env.globals.update(at_bench=pulse.others_at_bench, pulse_stamp=pulse.stamp)
    app.jinja_env.globals.update(
        signed_in=access.here, allowed=access.allowed, allowed_at=access.allowed_at
    )
    app.jinja_env.globals.update(handed_over=handing.handed_over, hand_to=handing.others)
    app.jinja_env.filters["clock"] = clock
    app.jinja_env.globals["pair"] = lambda one, other: frozenset((one, other))
    app.jinja_env.globals["remembered"] = remembered.remembered
    app.jinja_env.trim_blocks = app.jinja_env.lstrip_blocks = True
    access.attend(app)
    CSRFProtect(app)
    app.jinja_env.globals["csrf_token"] = _token
    app.jinja_env.globals["url_for"] = _address
    forms: Any = app.jinja_env.get_template("forms.html").module
    app.jinja_env.globals.update(
        post=forms.post,
        form_token=forms.form_token,
        form_field=forms.form_field,
        signed_by=forms.signed_by,
    )
    for room in (
        assets,
        bench,
        leads,
        envelope,
        brief,
        cableset,
        conductor,
        ends,
        cut,
        build,
        probing,
        screens,
        prove,
        picking,
        pulse,
        tag,
        actions,
        afterlife,
        articles,
        people,
        signin,
        house,
        guide,
        glossary,
        handing,
        measures,
        shelf,
        standin,
        rework,
        practices,
        stores,
        jobs,
        callback,
        cutting,
        job_papers,
        quotes,
        days,
        hours,
        many,
        copies_room,
        one,
        shop,
        shopping,
        panel,
        cost,
    ):
        app.register_blueprint(room.blueprint)
    access.complete(app)
    app.after_request(measures.tell_figures)
    errors.register(app)
    if store.setting(SPREADING):
        practices.spread(store)  # it was cut short by the end of the program
    return app


def _address(endpoint: str, **values: Any) -> str:
    """The address of a page, worked out once: a list asks for hundreds of them."""
    return _worked_out(request.script_root, endpoint, tuple(values.items()))


@lru_cache(maxsize=8192)
def _worked_out(_root: str, endpoint: str, values: tuple[tuple[str, Any], ...]) -> str:
    return url_for(endpoint, **dict(values))


def _token() -> str:
    """The form token of this request, signed once however many forms the page has."""
    if "token" not in g:
        g.token = generate_csrf()
    return str(g.token)
