"""First articles: a sample that is pressed, pulled, sawn through and photographed before a tool and its die are
used on a terminal and a conductor.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Le, MaxLen, MinLen

from euthyne.core.shelf.pull import pull_out_n
from euthyne.core.trade.worded import Moment

Words = Annotated[str, MinLen(1), MaxLen(80)]


@dataclass(frozen=True)
class FirstArticle:
    """A sample: what was pressed on what, with which tool and die, what it held, whether its section was
    filled.
    """

    terminal: Words  # the terminal in words, as the shelf says it
    size: Annotated[str, MinLen(1), MaxLen(20)]  # of its conductor
    joint: Annotated[str, MaxLen(24)]  # how it is ended
    tool: Words  # the tool and die, as they were taken
    held_n: Annotated[float, Ge(0), Le(1e5)]  # N it held, or let go at
    filled: bool  # True where the sawn section shows no gap between strands
    at: Moment  # when
    by: Annotated[str, MaxLen(40)]  # who made it

    @property
    def least_n(self) -> float | None:
        """What it has to hold in N; None where no table says."""
        return pull_out_n(self.size, self.joint)

    @property
    def released(self) -> bool:
        """True where it holds what it has to, and its section is filled."""
        return self.filled and (self.least_n is None or self.held_n >= self.least_n)

    def is_of(self, terminal: str, size: str, tool: str) -> bool:
        """True where it was made with this tool, of this terminal on this conductor."""
        same = self.terminal.casefold(), self.size, self.tool.casefold()
        return same == (terminal.casefold(), size, tool.casefold())


def article_of(
    articles: Iterable[FirstArticle], terminal: str, size: str, tool: str
) -> FirstArticle | None:
    """The newest first article of a set-up; None where there is none.

    Parameters: articles, the oldest first; terminal in words; size of the conductor; tool as taken.
    """
    found = [one for one in articles if one.is_of(terminal, size, tool)]
    return found[-1] if found else None
