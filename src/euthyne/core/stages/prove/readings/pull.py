"""A sample of a pressed joint, pulled by a gauge: for batches, and for a new die."""

import math
from dataclasses import dataclass

from euthyne.core.shelf.pull import pull_out_n
from euthyne.core.stages.prove.readings.band import Band
from euthyne.core.stages.prove.readings.line import At, ProofLine, Subject
from euthyne.core.stages.prove.verdict import Meter, Verdict
from euthyne.core.trade.figure import newtons
from euthyne.core.trade.quantity import PULL, Measure

HOW = (
    "A sample, not this joint: the same cable, terminal, die and hand. Pull steadily in line until it "
    "lets go, or holds the figure for a minute; write what it held."
)


@dataclass(frozen=True, kw_only=True)
class PullLine(ProofLine):
    """Newtons a joint has to hold; ``behind`` the core's end it is on."""

    least: float
    behind: str

    @property
    def bounds(self) -> Band:
        """What it has to hold."""
        return Band(self.least, math.inf, self.least)

    @property
    def measure(self) -> Measure:
        """A force, in newtons."""
        return PULL

    @property
    def example(self) -> str:
        """A reading as it is typed."""
        return f"{self.sound:.0f} N"

    @property
    def band(self) -> str:
        """What a sound one holds."""
        return f"{newtons(self.least):.0f} at least"

    @property
    def sound(self) -> float:
        """A good third more than it has to."""
        return self.least * 1.3

    def judge(self, value: float, meter: Meter, above: bool) -> Verdict:
        """Judge what a sample held; a gauge at its end held more than it can show."""
        if above:
            return Verdict("unsure", "The gauge stands at its end: one that goes further.")
        give = value * meter.pull_percent / 100
        if value + give < self.least:
            said = f"It let go at {newtons(value):.0f}, {newtons(self.least):.0f} is the least."
            return Verdict("fail", f"{said} Another die, or another strip: then every joint anew.")
        if value - give < self.least:
            said = (
                f"{newtons(value):.0f}, give or take {newtons(give):three}: "
                f"the least, {newtons(self.least):.0f}, lies inside."
            )
            return Verdict("unsure", f"{said} Pull another.")
        return Verdict(
            "pass", f"It held {newtons(value):.0f}, {newtons(self.least):.0f} is the least."
        )


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each size and way of pressing, where a table says what it has to hold."""
    found: dict[tuple[str, str], ProofLine] = {}
    for end in subject.ends:
        least = pull_out_n(end.wire.size.name, end.joint)
        if least is not None:
            found.setdefault((end.joint, end.wire.size.name), _line(end, least))
    return tuple(found.values())


def _line(end: At, least: float) -> ProofLine:
    standard = "UL 486A" if end.wire.size.unit == "AWG" else "IEC 60352-2"
    return PullLine(
        id=f"pull-{end.fitting}",
        words=f"a sample of {end.wire.words}, pressed as at {end.named}",
        how=HOW,
        why=f"what {end.wire.words} pressed so has to hold",
        source=standard,
        least=least,
        behind=end.behind,
        mandatory=False,
    )
