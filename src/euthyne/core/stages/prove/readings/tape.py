"""A heating tape: bus to bus by its watts, its braid, and what lies between."""

from dataclasses import replace

from euthyne.core.stages.prove.contact import contact_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.megohm import RELEASE, InsulationLine
from euthyne.core.stages.prove.readings.resistance import ResistanceLine, band_of
from euthyne.core.trade.shown import three


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """The tape by itself, before a cord is on it; the earth at its splice, while that is open; bus to bus
    and the insulation at the plug.
    """
    limits = proof_limits().tape
    found: list[ProofLine] = []
    live = tuple(run.a for run in subject.runs if not run.earth)
    if subject.tape_ohm is not None:
        hot = subject.tape_ohm
        lines = [run.words for run in subject.runs if not run.earth]
        pins = f"{lines[0]} pin to {lines[-1]} pin" if lines else "pin to pin"
        alike = ResistanceLine(
            id="bus",
            words=f"bus to bus through the tape: {pins}",
            bounds=Band(hot * limits.cold_share, hot * limits.warm_share, hot * limits.warm_share),
            danger=True,
            how="By ohmmeter at the plug, nothing powered.",
            why=f"{three(hot)} ohm by its watts; cold it reads lower",
            source=limits.source,
            thinner=None,
            astray="A bus is broken, a splice open, or the tape shorter than said.",
            short=(
                "the bus wires meet: at its far end first, where they were not cut in steps or the seal "
                "pressed them together; then at the splice."
            ),
            between=((subject.runs[0].a,), (subject.runs[-1].a,)) if subject.runs else ((), ()),
        )
        found.append(
            replace(
                alike,
                id="bus-before",
                words="bus wire to bus wire, the tape by itself",
                how="By ohmmeter at the two bared bus wires, before a cord is on them.",
                astray="This tape is broken, or shorter than said. No cord goes on it.",
                short="the bus wires meet: at the far end first. Open its seal. No cord goes on it.",
                mandatory=False,
                in_build=True,
                between=(subject.buses[:1], subject.buses[1:2]),
            )
        )
        found.append(alike)
    if subject.runs:
        cord = subject.runs[0]
        low, high = band_of(cord, subject.room_c)
        over = proof_limits().earth.over_conductor_ohm
        each, limit = contact_ohm(subject.heating_amps), high + over
        earth_pin = f"{cord.a.partition('.')[0]}.E"
        found.append(
            ResistanceLine(
                id="earth",
                words="plug's earth pin to the braid at the splice, 200 mA or more",
                bounds=Band(low, min(high + 3 * each, limit), limit),
                how="While the splice is open: to the braid itself, beyond its barrel.",
                why="the cord's earth and its two joints",
                source=limits.source,
                thinner=None,
                astray="The barrel on the braid, or the earth's joint in the plug.",
                in_build=True,
                between=((earth_pin,), (subject.braid,)),
            )
        )
        found.append(
            InsulationLine(
                id="insulation-before",
                words="insulation, both bus wires to the braid, the tape by itself",
                fail_under=limits.alone_megohm,
                watch_under=limits.alone_megohm,
                if_bad="wet at a cut end, or cut through on its way. Cut back and dry; no cord goes on it.",
                volts=(float(limits.test_volts),),
                how=(
                    f"{limits.test_volts} V, both bus wires joined against the braid; 2500 V once where its "
                    f"sheet asks. {RELEASE}"
                ),
                why=f"under {limits.alone_megohm:g} megohm it is refused",
                source=limits.source,
                in_build=True,
                between=(subject.buses, (subject.braid,)),
            )
        )
        found.append(
            InsulationLine(
                id="insulation-after",
                words="insulation, both live pins joined, to the earth pin",
                fail_under=limits.alone_megohm,
                watch_under=limits.alone_megohm,
                if_bad="it was sound by itself: a splice, its sleeve, or the plug. Open the plug first.",
                volts=(float(limits.test_volts),),
                how=f"{limits.test_volts} V at the plug, tape and cord together. {RELEASE}",
                why=f"under {limits.alone_megohm:g} megohm it is refused",
                source=limits.source,
                between=(live, (earth_pin,)),
            )
        )
    return tuple(found)
