"""What is measured at a step of the build: asked there, judged there, kept before the step is ticked."""

from collections.abc import Mapping
from dataclasses import replace

from euthyne.core.lead import Lead
from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.store.clock import now
from euthyne.web.frame import store
from euthyne.web.proof import begun
from euthyne.web.typed_reading import TypedReading, kept_reading, typed_reading

FIELD, VOLTS_FIELD, SURE = "reading.", "volts.", "sure."
UNREAD = "Type what the meter says. Once this step is done it is covered, and measured no more."


def step_readings(
    plan: Plan, step: BuildStep, sent: Mapping[str, str] | None = None
) -> tuple[TypedReading, ...]:
    """The lines of a step; with what was sent, where anything was."""
    lines = (line for line in plan.prove.lines if line.id in step.reads)
    return tuple(_kept(plan, line) if sent is None else _sent(plan, line, sent) for line in lines)


def _kept(plan: Plan, line: ProofLine) -> TypedReading:
    """A line as it is kept; what a simulated copy read is nothing that was measured here."""
    read = plan.prove.reading(line.id)
    simulated = read is not None and read.simulated
    return TypedReading(line) if simulated else kept_reading(plan, line)


def _sent(plan: Plan, line: ProofLine, sent: Mapping[str, str]) -> TypedReading:
    """A line as it was typed; the same reading once more is none that is new."""
    text, volts, sure = (sent.get(x + line.id, "").strip() for x in (FIELD, VOLTS_FIELD, SURE))
    if not text:
        return TypedReading(line, text, volts, problem=UNREAD if line.mandatory else "")
    typed, kept = typed_reading(line, text, volts, sure), plan.prove.reading(line.id)
    if typed.fresh is None or kept is None or kept.simulated:
        return typed
    told = [(x.value, x.above, x.at_volts) for x in (kept, typed.fresh)]
    return replace(typed, fresh=None) if told[0] == told[1] else typed


def keep_readings(tag: str, asked: tuple[TypedReading, ...], initials: str) -> None:
    """Keep what was read, whether the step can be ticked or not."""
    fresh = tuple(replace(x.fresh, by=initials) for x in asked if x.fresh is not None)
    if not fresh:
        return

    def with_readings(lead: Lead) -> Lead:
        proof = replace(lead.proof, readings=(*lead.proof.readings, *fresh))
        return replace(lead, proof=begun(lead, proof))

    words = f"Build: measured {', '.join(x.line for x in fresh)}"
    store().change(tag=tag, change=with_readings, at=now(), by=initials, what=words)


def held_up(plan: Plan, asked: tuple[TypedReading, ...]) -> tuple[TypedReading, ...]:
    """The lines with their verdicts by now, those that keep the step from being ticked told why: what fails is
    not built on.
    """
    return tuple(x if x.problem else _judged(plan, x) for x in asked)


def _judged(plan: Plan, asked: TypedReading) -> TypedReading:
    verdict = plan.prove.verdicts.get(asked.line.id) if asked.text else None
    bad = verdict is not None and verdict.word in ("fail", "unsure")
    problem = f"{verdict.reason} The step stays open." if verdict is not None and bad else ""
    return replace(asked, verdict=verdict, problem=problem)
