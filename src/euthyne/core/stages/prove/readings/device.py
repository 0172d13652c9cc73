"""A new coupler on a device that was there: that it is no short, before anything is mated."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.resistance import ResistanceLine, ohm_words
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.shown import three

MOST_OHM, USUAL_OHM = 1e5, 100.0


class DeviceLine(ResistanceLine):
    """What a device reads from plus to minus: anything but a short; open where it has a diode or a
    switch.
    """

    @property
    def band(self) -> str:
        """What a sound one reads, in words."""
        return f"more than {self.bounds.sound_from:g} ohm; a motor may read less"

    @property
    def sound(self) -> float:
        """What many devices read."""
        return USUAL_OHM

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge a reading in ohm."""
        if above:
            said = (
                "It reads open: a diode or a switch in it, or a joint that does not hold. Tug both."
            )
            return Verdict("watch", said)
        net, give = value - meter.zero_ohm, meter.uncertainty_ohm(value)
        short = float(proof_limits().device.short_ohm)
        if net - give > self.bounds.sound_from:
            return Verdict("pass", f"{three(net)} ohm: no short.")
        if net + give < short:
            return Verdict("fail", f"{ohm_words(max(net, 0.0))}: {self.short}")
        said = "a brushed motor reads so, and so does a strand across: turn the shaft, and the figure jumps."
        return Verdict("watch", f"{ohm_words(max(net, 0.0))}: {said}")


def _at(subject: Subject, name: str) -> tuple[str, ...]:
    return tuple(run.a for run in subject.runs if run.name == name)


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """Plus to minus of the device, where it is a device."""
    if subject.on_pack:
        return ()
    limits = proof_limits().device
    return (
        DeviceLine(
            id="device",
            words="plus to minus of the device, at its new end",
            bounds=Band(limits.watch_ohm, MOST_OHM, MOST_OHM),
            how="Nothing connected; red probe on plus. Wait until the figure stands still.",
            why=f"under {limits.short_ohm:g} ohm it is a short; motors read up to {limits.watch_ohm:g}",
            source=limits.source,
            thinner=None,
            astray="",
            short="a short: a strand across, or plus and minus in one barrel. Do not mate.",
            between=(_at(subject, "+"), _at(subject, "-")),
        ),
    )
