"""What a check is, and what it says when it fires. A check is listed by its decorator."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Literal

from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.fault import Level

Current = Literal["AC", "DC"]


@dataclass(frozen=True)
class Fix:
    """One press that puts it right: its words and the values it sets, as (path, value)."""

    words: str
    changes: tuple[tuple[str, Any], ...]


@dataclass(frozen=True)
class Said:
    """What a check found in one lead: a title, the numbers, a fix where there is one, a graver or
    lighter level.
    """

    title: str
    text: str
    fix: Fix | None = None
    level: Level | None = None


@dataclass(frozen=True)
class Found:
    """A check that fired: stable code, level, stage, title, the numbers, why it matters, what would
    clear it. ``reason`` is what passed it; ``lapsed`` one that passed it while it said otherwise.
    """

    code: str
    level: Level
    stage: Stage
    title: str
    text: str
    why: str
    clears: str
    fix: Fix | None = None
    reason: str | None = None
    lapsed: str | None = None

    @property
    def open(self) -> bool:
        """True while it stands in the way: a stop, or a caution nobody has given a reason for."""
        return self.level == "stop" or (self.level == "caution" and self.reason is None)


@dataclass(frozen=True)
class Check:
    """A check: what is known of it before any lead is, and the function that looks.

    ``on`` the kind of current it watches, None for either. Called with a plan it is silent, or says
    what it found.
    """

    code: str
    level: Level
    stage: Stage
    watches: str
    why: str
    clears: str
    on: Current | None
    look: Callable[[Plan], Said | None]

    def __call__(self, plan: Plan) -> Found | None:
        """What it found in a plan; None where it has nothing to say."""
        said = self.look(plan)
        if said is None:
            return None
        return Found(
            code=self.code,
            level=said.level or self.level,
            stage=self.stage,
            title=said.title,
            text=said.text,
            why=self.why,
            clears=self.clears,
            fix=said.fix,
        )


LISTED: dict[str, Check] = {}


def check(
    level: Level, stage: Stage, why: str, clears: str, on: Current | None = None
) -> Callable[[Callable[[Plan], Said | None]], Check]:
    """Make a check of a function and list it: its code is the function's name, what it watches its
    docstring.

    Parameters: level and stage; why it matters; what clears it; on, the current it watches, None
    for either.
    Raises: ValueError when its code is taken.
    """

    def make(look: Callable[[Plan], Said | None]) -> Check:
        code = look.__name__.replace("_", "-")
        if code in LISTED:
            raise ValueError(f"two checks are called {code}")
        LISTED[code] = Check(
            code=code,
            level=level,
            stage=stage,
            watches=" ".join((look.__doc__ or "").split()),
            why=why,
            clears=clears,
            on=on,
            look=look,
        )
        return LISTED[code]

    return make
