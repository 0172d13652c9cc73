"""Building and proving: nothing out of step, nothing untested, nothing failed."""

from euthyne.core.checks.found import Found
from euthyne.core.lookover import look_list
from euthyne.core.plan import Plan
from euthyne.core.stage import Stage


def plan_changed_after_build(plan: Plan) -> Found | None:
    """A plan changed after steps were done makes them doubtful."""
    build = plan.lead.build
    if not build.done or build.plan_stamp in (None, plan.stamp):
        return None
    return Found(
        "plan-changed-after-build",
        "caution",
        Stage.BUILD,
        "The plan changed after building began",
        f"{len(build.done)} steps were done to another plan. Look at what is on the bench against this one.",
        "A strip length or a terminal may not be what the record says.",
        "Doing the changed steps again, or a reason why they stand.",
    )


def plan_changed_after_proof(plan: Plan) -> Found | None:
    """Readings taken to another plan were held against another expectation."""
    proof = plan.lead.proof
    if proof.plan_stamp in (None, plan.stamp) or not (proof.readings or proof.probes):
        return None
    return Found(
        "plan-changed-after-proof",
        "caution",
        Stage.PROVE,
        "The plan changed after the proof began",
        "Readings were taken when the plan said something else. They are now judged against this one.",
        "A verdict is worth what its expectation is worth.",
        "Taking the readings again, or a reason why they stand.",
    )


def looked_bad(plan: Plan) -> Found | None:
    """Something looked wrong."""
    answers = {a.line: a.good for a in plan.lead.proof.looks}
    bad = [line for line in look_list(plan.a, plan.b) if answers.get(line.id) is False]
    if not bad:
        return None
    return Found(
        "looked-bad",
        "stop",
        Stage.PROVE,
        "Something looked wrong",
        f"Answered no: {bad[0].question}",
        "What is seen to be wrong does not get better by measuring.",
        "Putting it right, then looking again.",
    )


def wrong_grid(plan: Plan) -> Found | None:
    """The polarity grid does not match the map."""
    if not plan.diagnoses:
        return None
    first = plan.diagnoses[0]
    return Found(
        "wrong-grid",
        "stop",
        Stage.PROVE,
        first.fault.capitalize(),
        f"{first.sentence} {first.look}",
        "It would pass a lamp test, and kill on the day something fails.",
        "Putting it right, then probing again.",
    )


def failed_reading(plan: Plan) -> Found | None:
    """A reading outside its band."""
    failed = [(line, plan.verdicts[line.id]) for line in plan.lines if line.id in plan.verdicts]
    bad = next(((line, v) for line, v in failed if v.word == "fail"), None)
    if bad is None:
        return None
    return Found(
        "failed-reading",
        "stop",
        Stage.PROVE,
        f"Failed: {bad[0].words}",
        bad[1].reason,
        "A reading outside its band has a cause; find it before anyone leans on this lead.",
        "Finding the joint, then measuring again.",
    )


def watched_reading(plan: Plan) -> Found | None:
    """A reading that passes with nothing to spare."""
    watched = next((x for x in plan.lines if x.id in plan.verdicts and plan.verdicts[x.id].word == "watch"), None)
    if watched is None:
        return None
    return Found(
        "watched-reading",
        "caution",
        Stage.PROVE,
        f"To watch: {watched.words}",
        plan.verdicts[watched.id].reason,
        "It will be the first to fail.",
        "Mending it now, or a reason and a note to look sooner.",
    )


def untested(plan: Plan) -> Found | None:
    """No lead is sealed with a mandatory line untested."""
    if not plan.lines:
        return None
    answered = {a.line for a in plan.lead.proof.looks if a.good}
    missing = [x.question for x in look_list(plan.a, plan.b) if x.id not in answered]
    missing += [f"{len(plan.grid.unprobed)} squares of the polarity grid"] if plan.grid.unprobed else []
    missing += [x.words for x in plan.lines if x.id not in plan.verdicts or plan.verdicts[x.id].word == "unsure"]
    if not missing:
        return None
    rest = f", and {len(missing) - 1} more" if len(missing) > 1 else ""
    return Found(
        "untested",
        "stop",
        Stage.TAG,
        "Not everything is proven",
        f"Still open: {missing[0]}{rest}.",
        "What was not tested is not known.",
        "Every line of Prove, answered.",
    )


def unbuilt(plan: Plan) -> Found | None:
    """A lead is not sealed while steps are open."""
    if plan.size_name is not None and plan.steps and not plan.steps_left:
        return None
    return Found(
        "unbuilt",
        "stop",
        Stage.TAG,
        "Not built yet",
        f"{len(plan.steps_left)} steps of the build are open."
        if plan.steps
        else "The plan is not far enough to build.",
        "The record would say more than was done.",
        "Every step of Build, done.",
    )
