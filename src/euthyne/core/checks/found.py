"""What a check says when it fires."""

from dataclasses import dataclass
from typing import Any, Literal

from euthyne.core.stage import Stage

Level = Literal["stop", "caution", "note"]


@dataclass(frozen=True)
class Fix:
    """One press that puts it right: its words and the values it sets, as (path, value)."""

    words: str
    changes: tuple[tuple[str, Any], ...]


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
