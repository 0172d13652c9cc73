"""What a check is, and what it says when it fires. A check is listed by its decorator."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from hashlib import sha256
from typing import Any, Literal

from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.fault import Level
from euthyne.core.trade.figure import written
from euthyne.core.trade.measures import tell

Current = Literal["AC", "DC"]


Figure = float | str
"""What a finding stands on: an amount in SI, or the name of what it is about."""


@dataclass(frozen=True)
class Fix:
    """One press that puts it right."""

    words: str
    changes: tuple[tuple[str, Any], ...]  # the values it sets, as (path, value)
    brings: tuple[str, ...] = ()  # titles of the cautions that come with it, once it was tried


@dataclass(frozen=True)
class Said:
    """What a check found in one lead."""

    title: str
    text: str  # the numbers, in a sentence or two
    fix: Fix | None = None
    level: Level | None = None  # where it is graver or lighter than the check usually is
    figures: tuple[Figure, ...] = ()  # what it stands on: a reason holds while these are the same
    about: str = ""  # the line, end or core it is about, where one lead may have several


@dataclass(frozen=True)
class Found:
    """A check that fired on a lead."""

    code: str
    level: Level
    stage: Stage
    title: str
    text: str
    why: str  # why it matters
    clears: str  # what would clear it
    fix: Fix | None = None
    figures: tuple[Figure, ...] = ()
    about: str = ""
    reason: str | None = None  # what passed it
    lapsed: str | None = None  # what passed it while its figures were others

    @property
    def open(self) -> bool:
        """True while it stands in the way: a stop, or a caution nobody has given a reason for."""
        return self.level == "stop" or (self.level == "caution" and self.reason is None)

    @property
    def key(self) -> str:
        """What tells it from every other finding of a lead: its code, and what it is about."""
        return f"{self.code}:{self.about}" if self.about else self.code

    @property
    def kept_figures(self) -> tuple[str, ...]:
        """Its figures as a reason keeps them: what differs by less than a millionth is the same."""
        told = (tell(f, "metric") if isinstance(f, str) else f"{f:.6g}" for f in self.figures)
        return tuple(f if len(f) <= LONGEST_FIGURE else _sum_of(f) for f in told)


LONGEST_FIGURE = 200  # letters of a figure that a reason keeps; a longer one is kept by its sum


def _sum_of(figure: str) -> str:
    return f"sha256 {sha256(figure.encode()).hexdigest()}"


@dataclass(frozen=True)
class Check:
    """A check: what is known of it before any lead is, and the function that looks. Called with a plan
    it gives what it found, nothing where it is silent.
    """

    code: str
    level: Level
    stage: Stage
    watches: str
    why: str
    clears: str
    on: Current | None  # the kind of current it watches, None for either
    look: Callable[[Plan], Said | Iterable[Said] | None]
    laws: tuple[int, ...] = field(default=())  # the laws of a lead that it holds, laws.py

    def __call__(self, plan: Plan) -> tuple[Found, ...]:
        """What it found in a plan; nothing where it has nothing to say."""
        said = self.look(plan)
        if said is None:
            return ()
        each = (said,) if isinstance(said, Said) else said
        return tuple(self._found(one) for one in each)

    def _found(self, said: Said) -> Found:
        return Found(
            code=self.code,
            level=said.level or self.level,
            stage=self.stage,
            title=said.title,
            text=said.text,
            why=self.why,
            clears=self.clears,
            fix=said.fix,
            figures=said.figures,
            about=said.about,
        )


LISTED: dict[str, Check] = {}


def check(
    level: Level,
    stage: Stage,
    why: str,
    clears: str,
    on: Current | None = None,
    laws: tuple[int, ...] = (),
) -> Callable[[Callable[[Plan], Said | Iterable[Said] | None]], Check]:
    """Make a check of a function and list it: its code is the function's name, what it watches its
    docstring.

    Parameters: level and stage; why it matters; what clears it; on, the current it watches, None
    for either; laws, the numbers of the laws it holds.
    Raises: ValueError when its code is taken.
    """

    def make(look: Callable[[Plan], Said | Iterable[Said] | None]) -> Check:
        code = look.__name__.replace("_", "-")
        if code in LISTED:
            raise ValueError(f"two checks are called {code}")
        LISTED[code] = Check(
            code=code,
            level=level,
            stage=stage,
            watches=" ".join((look.__doc__ or "").split()),
            why=written(why),
            clears=written(clears),
            on=on,
            look=look,
            laws=laws,
        )
        return LISTED[code]

    return make
