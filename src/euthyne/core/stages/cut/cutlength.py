"""Cut length: the measured run, what the ends swallow, slack, loops and reworks."""

from dataclasses import dataclass
from typing import TypedDict

LEAST_SLACK_M = 0.05


class Allowed(TypedDict):
    """What is added to a run: what each end takes in and adds (mm), slack (percent), loops (mm), spare tries."""

    swallows_mm: tuple[float, float]
    adds_mm: tuple[float, float]
    slack_percent: float
    loops_mm: float
    reworks: int


@dataclass(frozen=True)
class CutLength:
    """What a cut is made of, in metres, and the whole."""

    run_m: float
    ends_m: float
    slack_m: float
    loops_m: float
    rework_m: float

    @property
    def cut_m(self) -> float:
        """The length to cut."""
        return self.run_m + self.ends_m + self.slack_m + self.loops_m + self.rework_m


def cut_length(
    run_m: float,
    swallows_mm: tuple[float, float],
    slack_percent: float = 3.0,
    loops_mm: float = 0.0,
    reworks: int = 0,
    adds_mm: tuple[float, float] | None = None,
) -> CutLength:
    """Cut length from a measured run.

    Parameters: run_m; swallows_mm, what each end takes in; slack_percent, at least 50 mm in all;
    loops_mm; reworks, spare tries at the ends, each costing what the longer end takes in; adds_mm,
    what each end adds where that is not what it takes in. Returns: CutLength in metres.

    >>> round(cut_length(25, (57, 57)).cut_m, 3)
    25.864
    """
    slack = max(run_m * slack_percent / 100, LEAST_SLACK_M)
    return CutLength(
        run_m=run_m,
        ends_m=sum(adds_mm or swallows_mm) / 1000,
        slack_m=slack,
        loops_m=loops_mm / 1000,
        rework_m=reworks * max(swallows_mm) / 1000,
    )


def run_of(
    piece_m: float,
    swallows_mm: tuple[float, float],
    slack_percent: float = 3.0,
    loops_mm: float = 0.0,
    reworks: int = 0,
    adds_mm: tuple[float, float] | None = None,
) -> float:
    """The longest run that a piece gives: ``cut_length`` the other way round.

    Parameters: piece_m, its old ends off; the others as there. Returns: m, nothing at least.

    >>> round(run_of(25.864, (57, 57)), 3)
    25.0
    """
    fixed = sum(adds_mm or swallows_mm) + loops_mm + reworks * max(swallows_mm)
    left = piece_m - fixed / 1000
    share = slack_percent / 100
    # Below so long a run the least slack is more than its share.
    least = left - LEAST_SLACK_M
    run = left / (1 + share) if share and least * share > LEAST_SLACK_M else least
    return max(run, 0.0)
