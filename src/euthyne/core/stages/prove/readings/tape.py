"""A heating tape: bus to bus by its watts, its braid, and what lies between."""

from euthyne.core.stages.prove.contact import contact_ohm
from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.megohm import RELEASE, InsulationLine
from euthyne.core.stages.prove.readings.resistance import ResistanceLine, band_of
from euthyne.core.trade.shown import three


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Bus to bus, the braid, and the insulation before the cord is on and again after."""
    limits = proof_limits().tape
    found: list[ProofLine] = []
    if subject.tape_ohm is not None:
        hot = subject.tape_ohm
        found.append(
            ResistanceLine(
                id="bus",
                words="bus to bus through the tape: live pin to neutral pin",
                bounds=Band(
                    hot * limits.cold_share,
                    hot * limits.warm_share,
                    hot * limits.warm_share,
                ),
                danger=True,
                how="By ohmmeter at the plug, nothing powered.",
                why=f"{three(hot)} ohm by its watts; cold it reads lower",
                source=limits.source,
                thinner=None,
                astray="A bus is broken, a splice open, or the tape shorter than said.",
                short=(
                    "the bus wires meet: at its far end first, where they were not cut in steps or "
                    "the seal pressed them together; then at the splice."
                ),
                between=((subject.runs[0].a,), (subject.runs[-1].a,)) if subject.runs else ((), ()),
            )
        )
    pins = tuple(run.a for run in subject.runs)
    earth_pin = f"{pins[0].partition('.')[0]}.E" if pins else ""
    if subject.runs:
        cord = subject.runs[0]
        low, high = band_of(cord, subject.room_c)
        braid = limits.braid_ohm_per_m * subject.tape_m
        over = proof_limits().earth.over_conductor_ohm
        each, limit = contact_ohm(subject.heating_amps), high + braid + over
        found.append(
            ResistanceLine(
                id="earth",
                words="plug's earth pin to the braid at the far end, 200 mA or more",
                bounds=Band(low, min(high + braid + 3 * each, limit), limit),
                how="Before the end seal is shrunk, or to the braid at its last bared place.",
                why=f"the cord, and {braid:.2g} ohm of braid",
                source=limits.source,
                thinner=None,
                astray="The barrel on the braid, or a braid broken on the way.",
                between=((earth_pin,), (subject.braid,)),
            )
        )
    for key, when in (("before", "on the tape before the cord is on"), ("after", "again after")):
        found.append(
            InsulationLine(
                id=f"insulation-{key}",
                words=f"insulation, both buses joined to the braid, {when}",
                fail_under=limits.alone_megohm,
                watch_under=limits.alone_megohm,
                volts=(float(limits.test_volts),),
                how=f"{limits.test_volts} V; 2500 V once where its sheet asks. {RELEASE}",
                why=f"under {limits.alone_megohm:g} megohm it is refused",
                source=limits.source,
                between=(pins, (earth_pin,)),
            )
        )
    return tuple(found)
