"""Who is there when, what there is one of, which jobs count more, what comes when."""

from collections.abc import Callable
from dataclasses import replace
from functools import partial
from typing import Any

from flask import Blueprint, redirect, render_template, request, url_for
from werkzeug.wrappers import Response
from wtforms import BooleanField, Form, HiddenField, StringField
from wtforms.validators import Length, ValidationError

from euthyne.core.days.workshop import (
    MOST_HANDS,
    STATIONS,
    WEEKDAYS,
    Coming,
    Hand,
    Station,
    StationCount,
    Weight,
    Workshop,
    days_off_words,
    hours_words,
    read_days_off,
    read_hours,
)
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import read_whole
from euthyne.store import days as kept
from euthyne.web.access import people
from euthyne.web.days import short_now
from euthyne.web.fields import say
from euthyne.web.frame import jobs, store
from euthyne.web.takein import ReadField, one_line, read_day

blueprint = Blueprint("hours", __name__)
Answer = Response | tuple[str, int]


class HandForm(Form):
    """Somebody, with the hours of their week."""

    was = HiddenField()
    name = StringField("Name or initials, as they sign", [Length(1, 40, "1 to 40 letters")])
    monday = ReadField("Monday", read=lambda text: read_hours(text, "monday"))
    tuesday = ReadField("Tuesday", read=lambda text: read_hours(text, "tuesday"))
    wednesday = ReadField("Wednesday", read=lambda text: read_hours(text, "wednesday"))
    thursday = ReadField("Thursday", read=lambda text: read_hours(text, "thursday"))
    friday = ReadField("Friday", read=lambda text: read_hours(text, "friday"))
    saturday = ReadField("Saturday", read=lambda text: read_hours(text, "saturday"))
    sunday = ReadField("Sunday", read=lambda text: read_hours(text, "sunday"))
    off = ReadField("Days off", read=lambda text: read_days_off(text, "off"))
    makes = BooleanField("makes")
    proves = BooleanField("proves")

    def validate_makes(self, field: BooleanField) -> None:
        """Whoever does neither has nothing to do here."""
        if not field.data and not self.proves.data:
            raise ValidationError("Neither ticked: one of them, or nobody is planned here.")

    def validate_name(self, field: StringField) -> None:
        """Each is there once."""
        name = one_line(field.data)
        if not name:
            raise ValidationError("1 to 40 letters")
        if name != self.was.data and name in _names():
            raise ValidationError(f"{name} is there already. What would do: another name.")

    @property
    def days(self) -> list[Any]:
        """The fields of the week, Monday first."""
        return [self[day.lower()] for day in WEEKDAYS]

    def hand(self) -> Hand:
        """Who it says."""
        return Hand(
            one_line(self.name.data),
            tuple(field.value for field in self.days),
            self.off.value,
            bool(self.makes.data),
            bool(self.proves.data),
        )


def _names() -> set[str]:
    return {hand.name for hand in kept.workshop(store()).hands}


def _form_of(hand: Hand) -> HandForm:
    week = {day.lower(): hours_words(own) for day, own in zip(WEEKDAYS, hand.week, strict=True)}
    return HandForm(
        data=week
        | {
            "was": hand.name,
            "name": hand.name,
            "off": days_off_words(hand.off),
            "makes": hand.makes,
            "proves": hand.proves,
        }
    )


@blueprint.get("/jobs/hours")
def show() -> str:
    """All of it."""
    return _page()


def _page(wrong: HandForm | None = None, faults: dict[str, tuple[str, str]] | None = None) -> str:
    """The page; ``wrong``, the form of somebody that cannot be; ``faults``, what was typed at other fields and what
    is wrong with it, by the field.
    """
    workshop = kept.workshop(store())
    forms = [_form_of(hand) for hand in workshop.hands]
    fresh = HandForm(data={"makes": True, "proves": True})
    if wrong is not None:
        forms = [wrong if form.was.data == wrong.was.data else form for form in forms]
        fresh = wrong if not wrong.was.data else fresh
    for place, form in enumerate((fresh, *forms)):
        _at(form, place)
    return render_template(
        "days/hours.html",
        workshop=workshop,
        forms=forms,
        fresh=fresh if len(workshop.hands) < MOST_HANDS else None,
        stations=STATIONS,
        jobs=jobs().all(),
        short=list(short_now().values()),
        people=[p.name for p in people().here() if p.name not in _names()],
        faults=faults or {},
    )


def _at(form: HandForm, place: int) -> None:
    """Give each field of a form an id of its own: several stand on the page."""
    for field in form:
        field.id = field.label.field_id = f"{field.name}-{place}"


def _kept(change: Callable[[Workshop], Workshop]) -> Response:
    kept.keep_workshop(store(), change(kept.workshop(store())))
    return redirect(url_for("hours.show"), 303)


@blueprint.post("/jobs/hours")
def keep_hand() -> Answer:
    """Somebody's hours, as they are from now on."""
    form = HandForm(request.form)
    if not form.validate():
        return _page(form), 422
    hand, was = form.hand(), form.was.data

    def change(workshop: Workshop) -> Workshop:
        there = [h.name for h in workshop.hands]
        if was in there:
            hands = tuple(hand if h.name == was else h for h in workshop.hands)
        else:
            hands = (*workshop.hands, hand)
        return replace(workshop, hands=hands[:MOST_HANDS])

    return _kept(change)


@blueprint.post("/jobs/hours/leave")
def leave() -> Response:
    """Somebody is planned here no more; what they did stays."""
    name = request.form.get("name", "")
    return _kept(lambda w: replace(w, hands=tuple(hand for hand in w.hands if hand.name != name)))


def _numbers(
    fields: dict[Any, tuple[str, str]], read: Callable[[str], int]
) -> tuple[dict[Any, int], dict[str, tuple[str, str]]]:
    """Whole numbers by what they are of; and the texts that are none, with what is wrong, by their field."""
    found, faults = {}, {}
    for key, (field, text) in fields.items():
        try:
            found[key] = read(text)
        except Refused as refused:
            faults[field] = (text, say(refused.faults[0]))
    return found, faults


@blueprint.post("/jobs/hours/stations")
def keep_stations() -> Answer:
    """How many of each station there are."""
    fields = {s: (f"station-{s}", request.form.get(f"station-{s}", "1").strip()) for s in STATIONS}
    many: dict[Station, int]
    many, faults = _numbers(
        fields, partial(read_whole, low=0, high=20, field="many", word="stations")
    )
    if faults:
        return _page(faults=faults), 422
    counted = tuple(StationCount(s, n) for s, n in many.items() if n != 1)
    return _kept(lambda w: replace(w, stations=counted))


@blueprint.post("/jobs/hours/weights")
def keep_weights() -> Answer:
    """How much a day late of each job counts."""
    fields = {
        k.number: (f"weight-{k.number}", request.form.get(f"weight-{k.number}", "1").strip())
        for k in jobs().all()
    }
    counts: dict[int, int]
    counts, faults = _numbers(
        fields, partial(read_whole, low=1, high=9, field="counts", word="times")
    )
    if faults:
        return _page(faults=faults), 422
    weights = tuple(Weight(number, n) for number, n in counts.items() if n != 1)
    return _kept(lambda w: replace(w, weights=weights))


@blueprint.post("/jobs/hours/coming")
def keep_coming() -> Answer:
    """The day something comes that is short; nothing where nobody knows."""
    kind, what = request.form.get("kind", "")[:12], request.form.get("what", "")[:80]
    text = request.form.get("on", "").strip()
    try:
        on = read_day(text)
        if on is None and text:
            raise Refused(Fault("on", f"{text[:20]!r} is no day", "such as 2026-12-09"))
    except Refused as refused:
        return _page(faults={f"coming-{kind}:{what}": (text, say(refused.faults[0]))}), 422

    def change(workshop: Workshop) -> Workshop:
        others = tuple(c for c in workshop.coming if (c.kind, c.what) != (kind, what))
        new = (Coming(kind, what, on),) if on is not None else ()
        return replace(workshop, coming=(*others, *new))

    return _kept(change)
