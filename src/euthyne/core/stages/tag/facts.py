"""What a tag says of a kind beside its size and its amps: the facts of direct current and of many cores."""

from textwrap import wrap

from euthyne.core.kinds import Trait
from euthyne.core.kinds.linking_lead import LinkingBrief
from euthyne.core.kinds.repair import RepairBrief
from euthyne.core.lead import Brief
from euthyne.core.stages.brief.brief import BriefStage
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.stages.given import Given
from euthyne.core.trade.figure import newton_metres
from euthyne.core.trade.protection import families
from euthyne.core.trade.shown import three

MOST, LETTERS = 6, 62


def kind_facts(
    given: Given, brief: BriefStage, conductor: ConductorStage, ends: EndsStage
) -> tuple[str, ...]:
    """Facts of a lead as lines of its tag, six at most, whole words; limits of use first.

    Parameters: what is given, and its stages before the tag.
    """
    traits, told = given.kind.traits, given.lead.brief
    found = _limits_of_use(given, brief, conductor)
    if Trait.LIVE_BY_DAY in traits:
        found.append(f"open volts {three(brief.volts)} V, live in daylight")
    if Trait.WELDS in traits:
        duty = f" at {told.duty_percent:g} % duty" if told.duty_percent < 100 else ""
        found.append(f"{told.amps or 0:g} A{duty}, either pole")
    if Trait.CHARGES in traits and told.cells:
        full = told.cells * told.cell_volts
        found += [
            f"{told.cells} cells, {three(full)} V full",
            "pack last, charger off before it is out",
        ]
    if Trait.FUSED_AT_THE_POST in traits:
        found.append(_fuse(conductor, told))
    if Trait.TWO_SOURCES in traits:
        found.append("two sources: isolate both")
    if Trait.MENDED in traits:
        found.append(_mended(given, ends))
    if Trait.APART in traits:
        found.append(
            f"one of a set of {len(given.assembly.cables)}, each between its own two posts"
        )
    elif not given.mains and len(ends.through) <= 2:
        found += _poles(ends)
    elif not given.mains:
        found += _ways(ends)
    return tuple(line for one in found if one for line in wrap(one, LETTERS))[:MOST]


def _limits_of_use(given: Given, brief: BriefStage, conductor: ConductorStage) -> list[str]:
    """What it is for and no more: what guards it rests on that."""
    traits, told = given.kind.traits, given.lead.brief
    found = []
    guard, taken = conductor.protection.amps, conductor.candidate
    over = taken is not None and guard is not None and guard > taken.rating_amps
    if given.mains and told.feeds == "loads" and brief.duty_percent < 100 and over:
        found.append(f"WELDER ONLY, {brief.duty_percent:.0f} % duty at most")
    if Trait.CHAINED in traits:
        allowed = LinkingBrief.of(told).units_allowed
        units = f", {allowed} units at most" if allowed else ""
        found.append(f"part it without load{units}")
    if given.mains and told.behind_device and told.place != "indoor":
        found.append(f"behind {told.rcd}: press its test button first")
    if Trait.LIVE_BY_DAY in traits:
        found.append("never part it under load")
    if told.drum_layers == 0 and given.mains and conductor.can_be_rolled_up and over:
        found.append("unwound")
    return found


def _fuse(conductor: ConductorStage, told: Brief) -> str:
    """The fuse at the source, and its family; nothing of one that is not there."""
    amps = conductor.protection.amps
    if told.fuse_family == "none":
        return "no fuse in it" if told.unfused != "no" else ""
    if amps is None:
        return ""
    return f"{families()[told.fuse_family].words} {amps:g} A at its source"


def _mended(given: Given, ends: EndsStage) -> str:
    """Where and by what it was mended."""
    joint = next((end.part.words for end in ends.all if end.side is None), "")
    damage = RepairBrief.of(given.lead.brief).damage
    by = f"mended: {joint}" if joint else "mended: shortened, its end made anew"
    return f"{by}; {damage}" if damage else by


def _poles(ends: EndsStage) -> list[str]:
    """Plus and minus, with the studs they go on."""
    found = []
    for end in ends.all:
        if end.side is not None and end.stud:
            torque = f", {newton_metres(end.part.torque_nm):three}" if end.part.torque_nm else ""
            found.append(f"{end.named}: {end.stud}{torque}")
    return ["; ".join(found[:2]), "; ".join(found[2:4])]


def _ways(ends: EndsStage) -> list[str]:
    """Way by way, where each goes, with its colour."""
    told = [
        f"{a.cavity}-{b.cavity} {ends.colours.of(core)}" for (a, b), core in ends.courses.items()
    ]
    lines = [""]
    for one in told:
        if len(lines[-1]) + len(one) + 2 > LETTERS:
            lines.append("")
        lines[-1] = f"{lines[-1]}, {one}".strip(", ")
    return lines
