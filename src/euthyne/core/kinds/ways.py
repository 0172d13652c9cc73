"""What is asked of a lead whose connectors have numbered ways: what each way is for, at both its places."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import MaxLen

from euthyne.core.lead import Brief
from euthyne.core.trade.question import Question
from euthyne.core.trade.waywords import LONGEST, ways_of


@dataclass(frozen=True)
class WaysBrief(Brief):
    """What is asked of a lead with numbered ways."""

    supply_ways: Annotated[str, MaxLen(LONGEST)] = ""  # what each way is for at the supply
    load_ways: Annotated[str, MaxLen(LONGEST)] = ""  # and at the load

    def says(self, place: str | None) -> dict[str, str]:
        """What the ways at a place are for, by their numbers; empty where nobody said."""
        return ways_of({"supply": self.supply_ways, "load": self.load_ways}.get(place or "", ""))


WAYS_SAID = (
    Question(
        "brief.supply_ways", "Ways at the supply", "ways", hint="1 plus, 2 minus", optional=True
    ),
    Question("brief.load_ways", "Ways at the load", "ways", hint="3 plus, 4 minus", optional=True),
)
