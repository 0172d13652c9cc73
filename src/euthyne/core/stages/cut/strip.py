"""The strip plan: how long each core must be, and how much sheath and insulation comes off."""

from dataclasses import dataclass, replace
from typing import Literal

from euthyne.core.shelf.part import Part
from euthyne.core.trade.barrel import Bare, closed_bare, lug_for, open_bare
from euthyne.core.trade.corewords import own_name
from euthyne.core.trade.figure import mm
from euthyne.core.trade.layers import Layered, Stair, layered, staircase, without_shield
from euthyne.core.trade.route import round_post_mm
from euthyne.core.trade.sleeve import copper_mm

THE_CORD = "the cord"  # whose layers are those below its sheath; a tape has its own
STEP_MM = 5.0  # each core that must part later is given this much more than the one before
FIRST_SLACK_MM = 3.0
PARTS_FIRST_TO_LAST = ("L", "N", "E")


@dataclass(frozen=True)
class CoreStrip:
    """One core at one end, in mm: path to its terminal, slack, bare copper (aim, least, most),
    length, trim; how much of its path lies round posts; and the fitting it lands in.
    """

    core: str
    cavity: str
    path_mm: float
    slack_mm: float
    strip_mm: float
    strip_low_mm: float
    strip_high_mm: float
    core_mm: float
    trim_mm: float
    round_mm: float = 0.0
    fitting: str = ""

    @property
    def bare_words(self) -> str:
        """Least and most bare copper, in words."""
        return f"{mm(self.strip_low_mm, self.strip_high_mm):.3g}"


@dataclass(frozen=True)
class StripPlan:
    """An end's strip plan: cores, the sheath to take off, and what the end swallows beyond the
    grip, in mm.

    ``earth_last`` is False when the body has no room to let the earth part last; ``stairs`` are the
    layers of what is stripped in steps, and ``whose`` they are.
    """

    cores: tuple[CoreStrip, ...]
    inside_mm: float
    sheath_mm: float
    swallows_mm: float
    earth_last: bool
    stairs: tuple[Stair, ...] = ()
    whose: str = ""

    @property
    def is_of_a_tape(self) -> bool:
        """True where its layers are its own: it has no sheath of a cord, and no cores in colours."""
        return bool(self.stairs) and self.whose != THE_CORD

    @property
    def below_sheath(self) -> tuple[Stair, ...]:
        """The layers that are steps of their own: all of another's, of the cord's own those below
        its sheath.
        """
        if self.whose == THE_CORD:
            return self.stairs[1:]
        return self.stairs


def slacks(cores: tuple[str, ...], room_mm: float) -> tuple[dict[str, float], bool]:
    """Spare length for each core in mm, so that the live parts first and the earth last, as the
    body's room allows.

    Returns: slack by core, and whether the wanted steps fit.
    """
    wanted = {
        c: FIRST_SLACK_MM + STEP_MM * i
        for i, c in enumerate(x for x in PARTS_FIRST_TO_LAST if x in cores)
    }
    if max(wanted.values(), default=0.0) <= room_mm:
        return wanted, True
    share = room_mm / max(wanted.values())
    return {c: s * share for c, s in wanted.items()}, "E" not in cores


def bare_wanted(part: Part, mark: str, copper_mm2: float = 0.0) -> Bare:
    """Bare copper a part's terminal wants, in mm: as its barrel asks, or as its sheet says.

    Parameters: part; mark of the terminal; copper_mm2 of each core, 0 while it is unknown.
    """
    own = any(name == mark for name, *_ in part.strips_mm)
    lug = lug_for(copper_mm2) if part.lug_by_size and copper_mm2 else None
    if lug is not None and not own:
        return closed_bare(lug.barrel_mm, copper_mm(copper_mm2))
    if part.wings is not None and not own:
        return open_bare(part.wings)
    low, high = part.strip_of(mark)
    return Bare(low, (low + high) / 2, high)


def _round_posts_mm(part: Part, mark: str, core_mm: float) -> float:
    """How much longer a core is for being led round the posts on its way."""
    posts = [p for p in part.posts if p.cavity == mark]
    return sum(round_post_mm(p.radius_mm, p.degrees, core_mm) for p in posts)


def strip_plan(
    part: Part,
    landing: dict[str, str],
    copper_mm2: float = 0.0,
    core_mm: float = 0.0,
    cable: Layered | None = None,
    fitting: str = "",
) -> StripPlan:
    """The strip plan of an end.

    Parameters: part; landing, the cavity each core lands in; copper_mm2 and diameter core_mm of
    each core, 0 while unknown; cable, its layers where there are more than a sheath; fitting, the id
    of what is at this end. Returns:
    StripPlan, in mm.
    Source: core = path + slack + strip; sheath = longest core - inside; the part's own dimensions.
    """
    slack, earth_last = slacks(tuple(landing), part.room_mm)
    used = set(landing.values())
    bent = {mark: _round_posts_mm(part, mark, core_mm) for mark in used}
    path = {mark: part.paths[mark] + bent[mark] for mark in used}
    bare = {mark: bare_wanted(part, mark, copper_mm2) for mark in used}
    length = {
        core: path[cavity] + slack.get(core, 0.0) + bare[cavity].aim_mm
        for core, cavity in landing.items()
    }
    longest = max(length.values(), default=0.0)
    cores = tuple(
        CoreStrip(
            core=core,
            cavity=cavity,
            path_mm=path[cavity],
            slack_mm=slack.get(core, 0.0),
            strip_mm=bare[cavity].aim_mm,
            strip_low_mm=bare[cavity].low_mm,
            strip_high_mm=bare[cavity].high_mm,
            core_mm=length[core],
            trim_mm=longest - length[core],
            round_mm=bent[cavity],
            fitting=fitting,
        )
        for core, cavity in landing.items()
    )
    sheath = max(longest - part.inside_mm, 0.0)
    braid = "S" if cable is None or cable.whose == THE_CORD else "E"
    if part.layers and cable is not None:
        cable = layered(part.layers) or cable
    if cable is not None and braid not in {own_name(core) for core in landing}:
        cable = without_shield(cable)
    steps = cable
    if steps:
        stairs, whose = (staircase(steps, sheath), steps.whose)
    else:
        stairs, whose = ((), "")
    return StripPlan(
        cores=cores,
        inside_mm=part.inside_mm,
        sheath_mm=sheath,
        swallows_mm=longest,
        earth_last=earth_last,
        stairs=stairs,
        whose=whose,
    )


NO_STRIP = StripPlan((), 0.0, 0.0, 0.0, earth_last=True)


def longer(plan: StripPlan, by_mm: float) -> StripPlan:
    """A strip plan with every core so much longer before its joint, in mm."""
    cores = tuple(
        replace(c, path_mm=c.path_mm + by_mm, core_mm=c.core_mm + by_mm) for c in plan.cores
    )
    return replace(
        plan,
        cores=cores,
        sheath_mm=plan.sheath_mm + by_mm,
        swallows_mm=plan.swallows_mm + by_mm,
    )


def joined(plans: dict[str, StripPlan]) -> StripPlan:
    """The strip plan of a cable end whose cores land in one fitting or several, by the fittings'
    ids: the sheath comes off for the longest of them.
    """
    if len(plans) < 2:
        return next(iter(plans.values()), NO_STRIP)
    longest = max(plans.values(), key=lambda plan: plan.swallows_mm)
    cores = tuple(c for plan in plans.values() for c in plan.cores)
    most = max((c.core_mm for c in cores), default=0.0)
    return replace(
        longest,
        cores=tuple(replace(c, trim_mm=most - c.core_mm) for c in cores),
        earth_last=all(plan.earth_last for plan in plans.values()),
    )


Judged = Literal["good", "trim", "cut-back"]


@dataclass(frozen=True)
class StripVerdict:
    """A measured strip: good, to be trimmed, or to be cut back and done again; what to do, and the
    length it costs.
    """

    word: Judged
    words: str
    costs_mm: float = 0.0


def judge_strip(core: CoreStrip, bare_mm: float) -> StripVerdict:
    """Bare copper as measured, against what the terminal wants.

    Parameters: core, its strip plan; bare_mm as measured. Returns: StripVerdict. Too long is
    trimmed at the tip; too short is cut back and stripped again, which the core's slack pays for
    while there is some.
    """
    if core.strip_low_mm <= bare_mm <= core.strip_high_mm:
        return StripVerdict("good", f"{mm(bare_mm):g}: good.")
    if bare_mm > core.strip_high_mm:
        off = bare_mm - core.strip_mm
        return StripVerdict(
            "trim", f"{mm(bare_mm):g} is too long: trim {mm(off):.1f} off the tip.", off
        )
    spare = core.slack_mm - core.strip_mm
    if spare >= 0:
        paid = "its slack pays for it"
    else:
        paid = f"the end is {mm(-spare):.0f} short then: cut every core back"
    words = f"{mm(bare_mm):g} is too short: cut it back and strip again; {paid}."
    return StripVerdict("cut-back", words, core.strip_mm)
