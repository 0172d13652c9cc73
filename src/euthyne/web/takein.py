"""The form that takes something into Stores: its fields, read as the core reads them."""

from collections.abc import Callable
from functools import partial
from typing import Any

from wtforms import BooleanField, Form, HiddenField, SelectField, StringField
from wtforms.form import BaseForm
from wtforms.validators import StopValidation

from euthyne.core.kinds.asked import WANTED_BY
from euthyne.core.stores.naming import what_of
from euthyne.core.stores.stock import BY_LENGTH, Stock, StockKind
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.quantity import LEG, read_whole
from euthyne.core.trade.question import read_answer
from euthyne.web.fields import say
from euthyne.web.measures import in_gauge, priced_by, read_here, read_price

Reader = Callable[[str], Any]
WHAT = {"cable": "Type and make-up", "die": "For lugs of"}
WHAT_EXAMPLE = {"cable": "H07RN-F 3G1.5", "die": "50 mm²"}
LISTED = ("part", "sleeve")


class _Read:
    """A field whose text is read when the form is sent; what a reader refuses is its error, and the
    text stays.
    """

    read: Reader
    data: Any
    value: Any = None

    def __init__(self, *given: Any, read: Reader | None = None, **named: Any) -> None:
        super().__init__(*given, **named)
        if read is not None:  # where it is the same on every form; else the form says it
            self.read = read

    def pre_validate(self, form: BaseForm) -> None:
        """Read what was typed. Raises StopValidation with the sentence that stands beside it."""
        try:
            self.value = self.read(str(self.data or "").strip())
        except Refused as refused:
            raise StopValidation(say(refused.faults[0])) from refused


def one_line(text: str | None) -> str:
    """What was typed without white space that says nothing: a name of blanks is none."""
    return " ".join((text or "").split())


class ReadField(_Read, StringField):
    """Typed freely."""


class ReadChoice(_Read, SelectField):
    """Chosen from a list."""


def read_day(text: str) -> Any:
    """A day, None where none is said. Raises Refused."""
    return read_answer(WANTED_BY, text)[0]


def read_amount(kind: StockKind, text: str) -> float:
    """How much of a kind: metres, or how many. Raises Refused."""
    if kind in BY_LENGTH:
        return read_here(text, LEG, "left")
    return float(read_whole(text=text, low=0, high=100_000, field="left", word="how many"))


def _price(kind: StockKind, text: str) -> float | None:
    return read_price(text, kind in BY_LENGTH) if text else None


class TakeIn(Form):
    """Something to take in, of a kind that is known: the one it was asked for."""

    asked: StockKind
    kind = HiddenField()
    what: ReadField | ReadChoice = ReadField("What it is", render_kw={"class": "words"})
    left = ReadField("How many", render_kw={"placeholder": "4"})
    name = StringField(
        "Called",
        render_kw={"class": "words", "maxlength": "40", "placeholder": "a name of its own"},
    )
    place = StringField("Kept at", render_kw={"class": "words", "maxlength": "60"})
    price = ReadField("Price each, if known")
    source = StringField(
        "From", render_kw={"class": "words", "maxlength": "120", "placeholder": "whom, and when"}
    )
    offcut = BooleanField("an offcut")

    def stock(self, fresh: Callable[[str], str]) -> Stock:
        """What the form says, once it is valid. Parameters: fresh, gives a name to what has none."""
        return Stock(
            name=_words(self.name, 40) or fresh(self.what.value),
            kind=self.asked,
            what=self.what.value,
            left=self.left.value,
            offcut=bool(self.offcut.data),
            place=_words(self.place, 60),
            price=self.price.value,
            source=_words(self.source, 120),
        )


class TakeInListed(TakeIn):
    """The same, of a kind there is a list of."""

    what: ReadChoice = ReadChoice("What it is", validate_choice=False)


def _words(field: StringField, most: int) -> str:
    return str(field.data or "").strip()[:most]


def take_in(
    kind: StockKind, choices: list[tuple[str, str]], given: Any = None, what: str = ""
) -> TakeIn:
    """The form for a kind.

    Parameters: kind; choices, what it can be, as (what, words); given, the form that was sent; what,
    filled in where nothing was sent. Returns: the form, not validated yet.
    """
    if kind in LISTED:
        listed = TakeInListed(given, kind=kind, what=what)
        listed.what.choices = choices
        form: TakeIn = listed
    else:
        form = TakeIn(given, kind=kind, what=what)
        form.what.label.text = WHAT.get(kind, "What it is")
        form.what.render_kw = {"class": "words", "placeholder": WHAT_EXAMPLE.get(kind, "")}
    form.asked = kind
    form.what.read = partial(what_of, kind, gauge=in_gauge())
    form.left.read = partial(read_amount, kind)
    form.price.read = partial(_price, kind)
    if kind in BY_LENGTH:
        form.left.label.text = "Length on it"
        form.left.render_kw = {"placeholder": "150 ft" if in_gauge() else "50 m"}
        form.price.label.text = f"Price {priced_by(True)}, if known"
    return form
