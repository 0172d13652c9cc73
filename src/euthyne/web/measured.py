"""What is measured at a step of the build: asked there, judged there, kept before the step is ticked."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from euthyne.core.lead import Lead, Reading
from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.stages.prove.readings.typed import asked_about, read_reading
from euthyne.core.stages.prove.verdict import Verdict
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.quantity import VOLTS, read_quantity
from euthyne.store.clock import now
from euthyne.web.fields import say
from euthyne.web.frame import store, who
from euthyne.web.proof import begun

FIELD, VOLTS_FIELD, SURE = "reading.", "volts.", "sure."


@dataclass(frozen=True)
class StepReading:
    """A line that is measured at a step, as its field shows it: what was typed, at what volts, its verdict,
    what keeps the step from being ticked; ``asked`` where that is only a question.
    """

    line: ProofLine
    text: str = ""
    volts: str = ""
    verdict: Verdict | None = None
    problem: str = ""
    asked: bool = False
    fresh: Reading | None = None


def step_readings(
    plan: Plan, step: BuildStep, sent: Mapping[str, str] | None = None
) -> tuple[StepReading, ...]:
    """The lines of a step; with what was sent, where anything was."""
    lines = (line for line in plan.prove.lines if line.id in step.reads)
    return tuple(_kept(plan, line) if sent is None else _sent(plan, line, sent) for line in lines)


def _kept(plan: Plan, line: ProofLine) -> StepReading:
    """A line as it is kept, with its verdict; what a simulated copy read is nothing that was measured here."""
    read = plan.prove.reading(line.id)
    if read is None or read.simulated:
        return StepReading(line)
    volts = plan.prove.volts_of(line)
    return StepReading(
        line,
        line.written(read.value, read.above, read.amps),
        f"{volts:g} V" if volts else "",
        plan.prove.verdicts.get(line.id),
    )


def _sent(plan: Plan, line: ProofLine, sent: Mapping[str, str]) -> StepReading:
    """A line as it was typed: kept where it can be read, told what is wrong with it where not."""
    text, volts = sent.get(FIELD + line.id, "").strip(), sent.get(VOLTS_FIELD + line.id, "").strip()
    typed = StepReading(line, text, volts)
    if not text:
        if not line.mandatory:
            return typed
        what = (
            "Type what the meter says. Once this step is done it is covered, and measured no more."
        )
        return replace(typed, problem=what)
    try:
        read = read_reading(line, text)
        at_volts = read_quantity(volts, VOLTS, line.id).value if line.test_volts and volts else None
    except Refused as refused:
        return replace(typed, problem=say(refused.faults[0]))
    if line.test_volts and at_volts is None:
        usual = f"{line.test_volts[0]:g} V"
        return replace(typed, problem=f"At what volts? This is a test at {usual}.")
    question = asked_about(line, read)
    if question and sent.get(SURE + line.id) != text:
        return replace(typed, problem=question, asked=True)
    kept = plan.prove.reading(line.id)
    same = kept is not None and not kept.simulated and kept.value == read.value
    if same and kept is not None and (kept.above, kept.at_volts) == (read.above, at_volts):
        return typed
    return replace(
        typed,
        fresh=Reading(line.id, read.value, now(), who(), read.above, read.amps, at_volts=at_volts),
    )


def keep_readings(tag: str, asked: tuple[StepReading, ...], initials: str) -> None:
    """Keep what was read, whether the step can be ticked or not."""
    fresh = tuple(replace(x.fresh, by=initials) for x in asked if x.fresh is not None)
    if not fresh:
        return

    def with_readings(lead: Lead) -> Lead:
        proof = replace(lead.proof, readings=(*lead.proof.readings, *fresh))
        return replace(lead, proof=begun(lead, proof))

    words = f"Build: measured {', '.join(x.line for x in fresh)}"
    store().change(tag=tag, change=with_readings, at=now(), by=initials, what=words)


def held_up(plan: Plan, asked: tuple[StepReading, ...]) -> tuple[StepReading, ...]:
    """The lines with their verdicts by now, those that keep the step from being ticked told why: what fails is
    not built on.
    """
    return tuple(x if x.problem else _judged(plan, x) for x in asked)


def _judged(plan: Plan, asked: StepReading) -> StepReading:
    verdict = plan.prove.verdicts.get(asked.line.id) if asked.text else None
    bad = verdict is not None and verdict.word in ("fail", "unsure")
    problem = f"{verdict.reason} The step stays open." if verdict is not None and bad else ""
    return replace(asked, verdict=verdict, problem=problem)
