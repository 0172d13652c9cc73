"""A plug on a tool's own flex: what can be measured without opening the tool."""

from euthyne.core.stages.prove.contact import contact_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.apart import ROUND_IT
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.megohm import RELEASE, SURGE_VOLTS, InsulationLine
from euthyne.core.stages.prove.readings.resistance import ResistanceLine, band_of
from euthyne.core.trade.shown import three

JOINED = "Never live to neutral: its parts would be tested to death."


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Earth to bare metal, and live and neutral joined to earth; to its own metal where it has no
    earth.
    """
    earth = next((run for run in subject.runs if run.earth), None)
    limits = proof_limits()
    found: list[ProofLine] = []
    if earth is not None:
        low, high = band_of(earth, subject.room_c)
        each = contact_ohm(subject.heating_amps)
        limit = high + limits.earth.over_conductor_ohm
        found.append(
            ResistanceLine(
                id="earth",
                words="plug's earth pin to bare metal of the tool, 200 mA or more",
                bounds=Band(low, min(high + 3 * each, limit), limit),
                how="To a screw or scraped metal, flexing the plug and the cord where it goes in.",
                why=f"the flex is {three(high)} ohm at most; 0.1 ohm more is the limit",
                source=limits.earth.source,
                thinner=None,
                astray="Flex the plug, then the cord at the tool: where it moves is the bad joint.",
                between=((earth.a,), (earth.b,)),
            )
        )
    least = limits.insulation.class_i_megohm if earth else limits.insulation.class_ii_megohm
    to = "earth" if earth else "metal or foil round its body"
    volts = limits.insulation.mains_test_volts
    found.append(
        InsulationLine(
            id="insulation-E",
            words=f"insulation, live and neutral joined, to {to}",
            fail_under=least,
            watch_under=least,
            volts=(float(volts), SURGE_VOLTS),
            how=f"Its switch on. {volts} V, 250 V where it has electronics. {JOINED} {RELEASE}",
            why=f"{least:g} megohm is the least of a tool in use",
            source=limits.insulation.source,
            between=(
                tuple(run.a for run in subject.carrying),
                (earth.a if earth else ROUND_IT,),
            ),
        )
    )
    return tuple(found)
