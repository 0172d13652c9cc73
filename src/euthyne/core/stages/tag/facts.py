"""What a tag says of a kind beside its size and its amps: the facts of direct current and of many cores."""

from euthyne.core.kinds import Trait
from euthyne.core.stages.brief.brief import BriefStage
from euthyne.core.stages.conductor.conductor import ConductorStage
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.stages.given import Given

MOST, LETTERS = 4, 62


def kind_facts(
    given: Given, brief: BriefStage, conductor: ConductorStage, ends: EndsStage
) -> tuple[str, ...]:
    """Facts of a lead as lines of its tag, four at most.

    Parameters: what is given, and its stages before the tag.
    """
    traits, told = given.kind.traits, given.lead.brief
    found: list[str] = []
    if Trait.LIVE_BY_DAY in traits:
        found += ["live in daylight; never part it under load", f"open volts {brief.volts:g} V"]
    if Trait.WELDS in traits:
        duty = f" at {told.duty_percent:g} % duty" if told.duty_percent < 100 else ""
        found.append(f"{told.amps or 0:g} A{duty}, either pole")
    if Trait.CHARGES in traits and told.cells:
        full = told.cells * told.cell_volts
        found += [f"{told.cells} cells, {full:g} V full", "pack last, charger off before it is out"]
    if Trait.FUSED_AT_THE_POST in traits:
        found.append(_fuse(conductor, told.fuse_family))
    if Trait.TWO_SOURCES in traits:
        found.append("two sources: isolate both; plus first on, minus first off")
    if not given.mains and len(ends.through) <= 2:
        found += _poles(ends)
    elif not given.mains:
        found += _ways(ends)
    return tuple(line[:LETTERS] for line in found if line)[:MOST]


def _fuse(conductor: ConductorStage, family: str) -> str:
    """The fuse at the post, and its family."""
    amps = conductor.protection.amps
    if amps is None:
        return "no fuse is said: fuse it at the post"
    return f"fuse {amps:g} A {family.replace('-', ' ')} at the post"


def _poles(ends: EndsStage) -> list[str]:
    """Plus and minus, with the studs they go on."""
    found = []
    for end in ends.all:
        if end.side is not None and end.stud:
            torque = f", {end.part.torque_nm:g} N m" if end.part.torque_nm else ""
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
