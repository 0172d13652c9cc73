"""A reading as it is typed: a figure with its unit, the meter's end, or amps and millivolts."""

import re
from dataclasses import dataclass

from euthyne.core.stages.prove.readings.line import AT_ITS_END, ProofLine
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import CURRENT, MEGOHMS, MILLIVOLTS, OHMS, read_quantity

DRIVEN = re.compile(
    r"(?i)^(.+?a(?:mps?)?)\s*[,;]?\s+(.+?m?v)$|^(.+?m?v)\s*(?:at|@|,|;)?\s*(.+?a(?:mps?)?)$"
)


@dataclass(frozen=True)
class Typed:
    """What was typed: the value in the line's unit, whether the meter stood at its end, the amps that
    were driven through it where it was read by millivolts.
    """

    value: float
    above: bool = False
    amps: float | None = None


def read_reading(line: ProofLine, text: str, gauge: bool = False) -> Typed:
    """A reading from what was typed. Raises Refused with what would do.

    Parameters: line it is a reading of; text, ``0.42 ohm``, ``>999``, ``OL``, ``20 A 16.2 mV``,
    ``13 A 2.9 V``; gauge, True on a bench in gauge and feet.
    """
    typed = text.strip()
    if typed.lower() in AT_ITS_END:
        if line.measure is MEGOHMS:  # how far a tester goes is what counts there
            what = f"{typed} does not say how far the tester goes"
            raise Refused(Fault(line.id, what, "the top of its range, such as >200 or >999"))
        return Typed(0.0, above=True)
    driven = DRIVEN.match(typed) if line.measure is OHMS else None
    if driven is not None:
        amps_text = driven[1] or driven[4]
        amps = read_quantity(amps_text, CURRENT, line.id).value
        millivolts = read_quantity(driven[2] or driven[3], MILLIVOLTS, line.id).value
        return Typed(millivolts / 1000 / amps, amps=amps)
    if line.measure is OHMS and re.search(r"(?i)\d\s*(m?v|a)$", typed):
        what = f"{typed} is half of it"
        raise Refused(Fault(line.id, what, "amps and millivolts together, such as 20 A 16.2 mV"))
    above = typed.startswith(">")
    return Typed(read_quantity(typed.lstrip("> "), line.measure, line.id, gauge).value, above)


def asked_about(line: ProofLine, typed: Typed) -> str:
    """The question about a reading that is so far from what is expected that its unit may be another;
    empty where it is not.
    """
    times = None if typed.above else line.far_off(typed.value)
    if times is None:
        return ""
    off = f"{times:.0f} times as much as" if times > 1 else f"{1 / times:.0f} times less than"
    said = line.written(typed.value, False)
    return f"{said} is {off} a sound one gives. Is the unit right? If it does read so, say so."
