"""Insulation of each way of a sealed lead, dry, and again when it has lain in water."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.apart import ROUND_IT, way_lines
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.megohm import RELEASE, InsulationLine


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each way, and one for the wet lead."""
    limits = proof_limits().ways
    volts, source = limits.test_volts, limits.source
    wet = InsulationLine(
        id="wet",
        words="insulation, all ways joined to the water it lies in",
        fail_under=limits.wet_fail_megohm,
        watch_under=limits.alone_megohm / 10,
        volts=(float(volts),),
        how=f"Ten minutes under water, mated and blanked, its ends out; {volts} V. {RELEASE}",
        why="under a tenth of the dry reading is watched, under 1 megohm refused",
        source=source,
        mandatory=subject.in_wet,
        between=(tuple(x.a for x in subject.carrying), (ROUND_IT,)),
    )
    return (*way_lines(subject, volts, source, limits.alone_megohm), wet)
