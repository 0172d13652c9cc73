"""What a lead will want to be proven with, and what to do without: said before its cable is cut."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from euthyne.core.stages.prove.readings import ProofLine

Tester = Literal["multimeter", "milliohms", "insulation", "current"]
# Meters and testers in the words of a shop, as a bench is asked which it has.
TESTERS: dict[Tester, str] = {
    "multimeter": "a multimeter with a sounder",
    "insulation": "an insulation tester, 250 and 500 V",
    "milliohms": "a meter that reads milliohms, four wires",
    "current": "a source of 10 A or more, with a millivoltmeter",
}


@dataclass(frozen=True)
class MeterWanted:
    """A meter or a tester, which it is and in the words of a shop, why it is wanted, and what does in its place."""

    tester: Tester
    words: str
    what_for: str
    without: str


METER = MeterWanted(
    "multimeter",
    TESTERS["multimeter"],
    "every contact to every other",
    "a lamp and a battery sound as well, and read nothing",
)
MILLIOHM = MeterWanted(
    "milliohms",
    "a meter that reads milliohms",
    "what must be read of its cores and its earth",
    "borrow one, or drive a known current and read millivolts at the joint: four wires",
)


def instruments_wanted(lines: Iterable[ProofLine]) -> tuple[MeterWanted, ...]:
    """What the lines that must be read are read with, each once.

    Parameters: lines of a proof. Returns: the instruments, the commonest first.
    """
    found: dict[str, MeterWanted] = {METER.words: METER}
    for line in lines:
        if not line.mandatory:
            continue
        one = _for(line)
        found.setdefault(one.words, one)
    return tuple(found.values())


def _for(line: ProofLine) -> MeterWanted:
    """What one line is read with."""
    amps = getattr(line, "amps", None)
    if line.test_volts:
        volts = f"{line.test_volts[0]:g} V"
        return MeterWanted(
            "insulation",
            f"an insulation tester, {volts}",
            "what must not touch",
            "borrow one, or have it tested: a multimeter of a few volts shows nothing of it",
        )
    if line.measure.word == "volts":
        return METER
    if amps is not None:
        return MeterWanted(
            "current",
            f"a source of {amps:g} A and a meter that reads millivolts",
            "each pole or joint, by four wires",
            "a battery and a known load drive the current as well",
        )
    return MILLIOHM
