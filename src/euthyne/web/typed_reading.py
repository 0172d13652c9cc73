"""A reading as its field shows it, wherever it is asked: at a step of the build or on a screen of the proof."""

from dataclasses import dataclass, replace

from euthyne.core.lead import Reading
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.stages.prove.readings.typed import asked_about, read_reading
from euthyne.core.stages.prove.verdict import Verdict
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.quantity import VOLTS, read_quantity
from euthyne.store.clock import now
from euthyne.web.fields import say
from euthyne.web.frame import who
from euthyne.web.measures import in_gauge


@dataclass(frozen=True)
class TypedReading:
    """A line of the proof with what was typed, at what volts, its verdict and what is wrong with it;
    ``asked`` where that is only a question, ``fresh`` the reading where it can be kept.
    """

    line: ProofLine
    text: str = ""
    volts: str = ""
    verdict: Verdict | None = None
    problem: str = ""
    asked: bool = False
    fresh: Reading | None = None


def kept_reading(plan: Plan, line: ProofLine) -> TypedReading:
    """A line as it is kept, with its verdict."""
    read = plan.prove.reading(line.id)
    if read is None:
        return TypedReading(line)
    volts = plan.prove.volts_of(line) if line.test_volts else None
    return TypedReading(
        line,
        line.written(read.value, read.above, read.amps),
        f"{volts:g} V" if volts else "",
        plan.prove.verdicts.get(line.id),
    )


def typed_reading(line: ProofLine, text: str, volts: str, sure: str) -> TypedReading:
    """A line as it was typed: with its reading where that can be kept, told what is wrong with it where not.

    Parameters: text and volts as they were typed, the text not empty; sure, the text that somebody said is
    really so.
    """
    typed = TypedReading(line, text, volts)
    try:
        read = read_reading(line, text, in_gauge())
        at_volts = read_quantity(volts, VOLTS, line.id).value if line.test_volts and volts else None
    except Refused as refused:
        return replace(typed, problem=say(refused.faults[0]))
    if line.test_volts and at_volts is None:
        usual = f"{line.test_volts[0]:g} V"
        return replace(typed, problem=f"At what volts? This is a test at {usual}.")
    question = asked_about(line, read)
    if question and sure != text:
        return replace(typed, problem=question, asked=True)
    fresh = Reading(line.id, read.value, now(), who(), read.above, read.amps, at_volts=at_volts)
    return replace(typed, fresh=fresh)
