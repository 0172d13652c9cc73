"""What a check is, and what it says when it fires."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import wraps
from typing import Any, Literal, Protocol

from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan

Level = Literal["stop", "caution", "note"]


@dataclass(frozen=True)
class Fix:
    """One press that puts it right: its words and the values it sets, as (path, value)."""

    words: str
    changes: tuple[tuple[str, Any], ...]


@dataclass(frozen=True)
class Said:
    """What a check found in one lead: a title, the numbers, a fix where there is one, a graver or lighter level."""

    title: str
    text: str
    fix: Fix | None = None
    level: Level | None = None


@dataclass(frozen=True)
class Found:
    """A check that fired: stable code, level, stage, title, the numbers, why it matters, what would clear it."""

    code: str
    level: Level
    stage: Stage
    title: str
    text: str
    why: str
    clears: str
    fix: Fix | None = None
    reason: str | None = None

    @property
    def open(self) -> bool:
        """True while it stands in the way: a stop, or a caution nobody has given a reason for."""
        return self.level == "stop" or (self.level == "caution" and self.reason is None)


class Check(Protocol):
    """A check: silent, or what it found; with what is known of it before any lead is."""

    code: str
    level: Level
    stage: Stage
    watches: str
    why: str
    clears: str

    def __call__(self, plan: Plan) -> Found | None: ...  # noqa: D102


def check(
    level: Level, stage: Stage, why: str, clears: str
) -> Callable[[Callable[[Plan], Said | None]], Check]:
    """Make a check of a function: its code is the function's name, what it watches its docstring."""

    def make(look: Callable[[Plan], Said | None]) -> Check:
        code = look.__name__.replace("_", "-")

        @wraps(look)
        def looked(plan: Plan) -> Found | None:
            said = look(plan)
            if said is None:
                return None
            return Found(
                code, said.level or level, stage, said.title, said.text, why, clears, said.fix
            )

        made: Any = looked
        made.code, made.level, made.stage, made.why, made.clears = code, level, stage, why, clears
        made.watches = (look.__doc__ or "").strip()
        done: Check = made
        return done

    return make
