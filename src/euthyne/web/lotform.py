"""The form of a lot: what is known of a reel or a bag beside how much is left."""

from typing import Any

from wtforms import BooleanField, Form, SelectField, StringField
from wtforms.validators import Length

from euthyne.core.stores.lot import Lot
from euthyne.core.trade.quantity import OHMS, read_quantity, read_whole
from euthyne.web.takein import ReadField, one_line, read_day

LENGTH = {"measured": "measured", "printed": "only printed"}
MAGNET = {"": "not tried", "no": "does not hold", "yes": "holds"}


def _strands(text: str) -> int | None:
    return read_whole(text, 1, 100_000, "strands", "how many strands") if text else None


def _milliohms(text: str) -> float | None:
    if not text:
        return None
    told = text if text[-1:].isalpha() else f"{text} mohm"
    return read_quantity(told.removesuffix("/m").strip(), OHMS, "mohm_per_m").value * 1000


class LendForm(Form):
    """A tool that is lent."""

    whom = StringField("Lent to", [Length(1, 60, "1 to 60 letters, whom it is lent to")])
    back_on = ReadField("Back on", read=read_day)


class LotForm(Form):
    """What is known of a lot."""

    number = StringField("Lot, as it is printed", [Length(0, 40, "40 letters at most")])
    supplier = StringField("From whom", [Length(0, 60, "60 letters at most")])
    came_on = ReadField("Came on", read=read_day)
    printed = StringField("Printed on it", [Length(0, 120, "120 letters at most")])
    length = SelectField(
        "Its length is", choices=[("measured", "measured"), ("printed", "only printed")]
    )
    strands = ReadField("Strands counted", read=_strands)
    mohm_per_m = ReadField("Milliohm a metre", read=_milliohms)
    magnetic = SelectField("A magnet", choices=list(MAGNET.items()))
    waits = BooleanField("Nothing is cut before its sample is measured")

    def __init__(self, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        # A choice that was not sent is the first.
        for field, choices in ((self.length, LENGTH), (self.magnetic, MAGNET)):
            if field.data not in choices:
                field.data, field.process_errors = next(iter(choices)), []

    def lot(self) -> Lot:
        """The lot it says."""
        return Lot(
            number=one_line(self.number.data),
            supplier=one_line(self.supplier.data),
            came_on=self.came_on.value,
            printed=one_line(self.printed.data),
            length="printed" if self.length.data == "printed" else "measured",
            strands=self.strands.value,
            mohm_per_m=self.mohm_per_m.value,
            magnetic={"yes": True, "no": False}.get(self.magnetic.data or ""),
            waits=bool(self.waits.data),
        )


def lot_form(lot: Lot) -> LotForm:
    """The form as it says a lot."""
    magnet = "" if lot.magnetic is None else "yes" if lot.magnetic else "no"
    return LotForm(
        number=lot.number,
        supplier=lot.supplier,
        came_on=lot.came_on or "",
        printed=lot.printed,
        length=lot.length,
        strands="" if lot.strands is None else str(lot.strands),
        mohm_per_m="" if lot.mohm_per_m is None else f"{lot.mohm_per_m:g}",
        magnetic=magnet,
        waits=lot.waits,
    )
