"""What is wrong with an entry, and what would be right: the form every refusal takes; how grave a
finding is.
"""

from dataclasses import dataclass
from typing import Literal

Level = Literal["stop", "caution", "note"]


@dataclass(frozen=True)
class Fault:
    """One wrong field: its path, what is wrong, and what would do."""

    field: str
    problem: str
    fix: str


class Refused(ValueError):
    """An entry cannot be used; ``faults`` lists every wrong field at once."""

    def __init__(self, *faults: Fault) -> None:
        super().__init__("; ".join(f"{f.field}: {f.problem}" for f in faults))
        self.faults = faults
