"""Proving: what was seen, probed and read."""

from collections.abc import Iterator

from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.stages.prove.verdict import Judged, Verdict


@check(
    "stop",
    Stage.PROVE,
    why="What is seen to be wrong does not get better by measuring.",
    clears="Putting it right, then looking again.",
)
def looked_bad(plan: Plan) -> Said | None:
    """Something looked wrong."""
    answers = {a.line: a.good for a in plan.lead.proof.looks}
    bad = [line for line in plan.prove.looks if answers.get(line.id) is False]
    if not bad:
        return None
    return Said("Something looked wrong", f"Answered no: {bad[0].question}")


@check(
    "stop",
    Stage.PROVE,
    why="It would pass a lamp test, and kill on the day something fails.",
    clears="Putting it right, then probing again.",
)
def wrong_grid(plan: Plan) -> Said | None:
    """The polarity grid does not match the map."""
    if not plan.prove.wiring_faults:
        return None
    first = plan.prove.wiring_faults[0]
    return Said(first.title, first.text)


@check(
    "stop",
    Stage.PROVE,
    why="A reading outside its band has a cause; find it before anyone leans on this lead.",
    clears="Finding the joint, then measuring again.",
    laws=(22, 25),
)
def failed_reading(plan: Plan) -> Iterator[Said]:
    """Each reading outside its band."""
    for line, verdict in _judged(plan, "fail"):
        yield Said(f"Failed: {line.words}", verdict.reason, about=line.id)


def _judged(plan: Plan, word: Judged) -> Iterator[tuple[ProofLine, Verdict]]:
    """The lines that were read and judged so."""
    for line in plan.prove.lines:
        verdict = plan.prove.verdicts.get(line.id)
        if verdict is not None and verdict.word == word:
            yield line, verdict


@check(
    "caution",
    Stage.PROVE,
    why="A verdict is worth what its expectation is worth.",
    clears="Taking the readings again, or a reason why they stand.",
)
def plan_changed_after_proof(plan: Plan) -> Said | None:
    """Readings taken to another plan were held against another expectation."""
    proof = plan.lead.proof
    if proof.plan_stamp in (None, plan.build.stamp) or not (proof.readings or proof.probes):
        return None
    return Said(
        "The plan changed after the proof began",
        "Readings were taken when the plan said something else. They are now judged against "
        "this one.",
    )


@check(
    "caution",
    Stage.PROVE,
    why="It will be the first to fail.",
    clears="Mending it now, or a reason and a note to look sooner.",
    laws=(25,),
)
def watched_reading(plan: Plan) -> Iterator[Said]:
    """Each reading that passes with nothing to spare, with a reason of its own."""
    for line, verdict in _judged(plan, "watch"):
        read = plan.prove.reading(line.id)
        value = read.value if read is not None else 0.0
        yield Said(f"To watch: {line.words}", verdict.reason, about=line.id, figures=(value,))


@check(
    "note",
    Stage.PROVE,
    why="It answers for the earth fault only, never for a short between live and neutral.",
    clears="Nothing to clear.",
    on="AC",
)
def try_the_button(plan: Plan) -> Said | None:
    """The device upstream is only as good as its last test."""
    if plan.lead.brief.place == "indoor" or not plan.lead.brief.behind_device:
        return None
    return Said(
        "A residual-current device upstream",
        f"Used outdoors behind a {plan.lead.brief.rcd} device. Press its test button each time.",
    )


@check(
    "stop",
    Stage.TAG,
    why="It would be a certificate of a lead that is not there.",
    clears="The stand-in off, and this lead itself probed and measured.",
)
def simulated_copy(plan: Plan) -> Said | None:
    """Nothing is sealed on readings of a simulated copy."""
    proof = plan.lead.proof
    if not proof.stand_in and not any(r.simulated for r in proof.readings):
        return None
    return Said(
        "Proven on a simulated copy",
        "Its readings are of the stand-in, for practice. They say nothing of the lead in your hands.",
    )
