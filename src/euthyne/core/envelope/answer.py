"""What an instrument of the Envelope answers, and what an instrument is."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, Literal

from euthyne.core.sizing.brief import SizingBrief
from euthyne.core.sizing.size import Sizing
from euthyne.core.trade.figure import WRITTEN, rounded
from euthyne.core.trade.question import Question
from euthyne.core.trade.shown import places_of
from euthyne.core.trade.worked import Working

Marked = Literal["given", "answer", "limit", "quiet"]


@dataclass(frozen=True)
class AnswerFigure:
    """A number that answers: what it is, its value, its unit, how many places are worth showing.

    ``limit`` says that it is the most or the least there may be, and is then rounded to the side of
    caution.
    """

    words: str
    value: float | str
    unit: str = ""
    places: int = 1
    limit: Literal["", "most", "least"] = ""

    @property
    def number(self) -> str:
        """The number alone, as it is shown where its unit is said alike everywhere; or its words."""
        if isinstance(self.value, str):
            return self.value
        return rounded(self.value, self._form)

    @property
    def text(self) -> str:
        """The figure of a unit that a bench in gauge says otherwise; else the number alone."""
        if isinstance(self.value, str) or self.unit not in WRITTEN:
            return self.number
        return format(WRITTEN[self.unit](self.value), self._form)

    @property
    def _form(self) -> str:
        places = self.places
        if isinstance(self.value, float):
            places = places_of(self.value, places)
        return f"{self.limit}{places}" if self.limit else f".{places}f"


@dataclass(frozen=True)
class ScaleMark:
    """A place on an instrument's scale, or a stretch of it when ``upto`` is given."""

    value: float
    words: str
    kind: Marked = "quiet"
    upto: float | None = None


@dataclass(frozen=True)
class Disc:
    """Something round, drawn to scale: its outside and bore in mm, what fills the bore in mm2, its
    words and figure.
    """

    words: str
    figure: str
    outside_mm: float
    bore_mm: float = 0.0
    filled_mm2: float = 0.0


@dataclass(frozen=True)
class Sum:
    """What an instrument answers: figures, a sentence, the marks of its scale, the working, the
    brief behind it.
    """

    figures: tuple[AnswerFigure, ...]
    sentence: str
    marks: tuple[ScaleMark, ...] = ()
    unit: str = ""
    log: bool = False
    workings: tuple[Working, ...] = ()
    brief: SizingBrief | None = None
    sizing: Sizing | None = None
    taken: str | None = None
    extra: tuple[str, ...] = field(default_factory=tuple)
    discs: tuple[Disc, ...] = ()


@dataclass(frozen=True)
class Instrument:
    """One instrument: its name in an address, its question, its fields with what stands in them at
    first, its sum.

    ``place`` is where it stands in the row of instruments.
    """

    id: str
    name: str
    question: str
    fields: tuple[tuple[Question, str], ...]
    work: Callable[[dict[str, Any]], Sum]
    place: int
