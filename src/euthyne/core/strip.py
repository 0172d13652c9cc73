"""The strip plan: how long each core must be, and how much sheath and insulation comes off."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.part import Part

STEP_MM = 5.0  # each core that must part later is given this much more than the one before
FIRST_SLACK_MM = 3.0
PARTS_FIRST_TO_LAST = ("L", "N", "E")


@dataclass(frozen=True)
class CoreStrip:
    """One core at one end, in mm: path to its terminal, slack, bare copper (aim, least, most), length, trim."""

    core: str
    cavity: str
    path_mm: float
    slack_mm: float
    strip_mm: float
    strip_low_mm: float
    strip_high_mm: float
    core_mm: float
    trim_mm: float


@dataclass(frozen=True)
class StripPlan:
    """An end's strip plan: cores, the sheath to take off, and what the end swallows beyond the grip, in mm.

    ``earth_last`` is False when the body has no room to let the earth part last.
    """

    cores: tuple[CoreStrip, ...]
    inside_mm: float
    sheath_mm: float
    swallows_mm: float
    earth_last: bool


def slacks(cores: tuple[str, ...], room_mm: float) -> tuple[dict[str, float], bool]:
    """Spare length for each core in mm, so that the live parts first and the earth last, as the body's room allows.

    Returns: slack by core, and whether the wanted steps fit.
    """
    wanted = {c: FIRST_SLACK_MM + STEP_MM * i for i, c in enumerate(x for x in PARTS_FIRST_TO_LAST if x in cores)}
    if max(wanted.values(), default=0.0) <= room_mm:
        return wanted, True
    share = room_mm / max(wanted.values())
    return {c: s * share for c, s in wanted.items()}, "E" not in cores


def strip_plan(part: Part, landing: dict[str, str]) -> StripPlan:
    """The strip plan of an end.

    Parameters: part; landing, the cavity each core lands in. Returns: StripPlan, in mm.
    Source: core = path + slack + strip; sheath = longest core - inside; the part's own dimensions.
    """
    slack, earth_last = slacks(tuple(landing), part.room_mm)
    path = dict(part.path_mm)
    bare = sum(part.strip_mm) / 2
    length = {core: path[cavity] + slack.get(core, 0.0) + bare for core, cavity in landing.items()}
    longest = max(length.values(), default=0.0)
    cores = tuple(
        CoreStrip(
            core,
            cavity,
            path[cavity],
            slack.get(core, 0.0),
            bare,
            *part.strip_mm,
            length[core],
            longest - length[core],
        )
        for core, cavity in landing.items()
    )
    return StripPlan(cores, part.inside_mm, max(longest - part.inside_mm, 0.0), longest, earth_last)


Judged = Literal["good", "trim", "cut-back"]


@dataclass(frozen=True)
class StripVerdict:
    """A measured strip: good, to be trimmed, or to be cut back and done again; what to do, and the length it costs."""

    word: Judged
    words: str
    costs_mm: float = 0.0


def judge_strip(core: CoreStrip, bare_mm: float) -> StripVerdict:
    """Bare copper as measured, against what the terminal wants.

    Parameters: core, its strip plan; bare_mm as measured. Returns: StripVerdict. Too long is trimmed at the tip; too
    short is cut back and stripped again, which the core's slack pays for while there is some.
    """
    if core.strip_low_mm <= bare_mm <= core.strip_high_mm:
        return StripVerdict("good", f"{bare_mm:g} mm: good.")
    if bare_mm > core.strip_high_mm:
        off = bare_mm - core.strip_mm
        return StripVerdict("trim", f"{bare_mm:g} mm is too long: trim {off:.1f} mm off the tip.", off)
    spare = core.slack_mm - core.strip_mm
    paid = "its slack pays for it" if spare >= 0 else f"the end is {-spare:.0f} mm short then: cut every core back"
    words = f"{bare_mm:g} mm is too short: cut it back and strip again; {paid}."
    return StripVerdict("cut-back", words, core.strip_mm)
