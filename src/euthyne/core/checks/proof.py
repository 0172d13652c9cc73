"""Building and proving: nothing out of step, nothing untested, nothing failed."""

from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.lookover import look_list


@check(
    "caution",
    Stage.BUILD,
    why="A strip length or a terminal may not be what the record says.",
    clears="Doing the changed steps again, or a reason why they stand.",
)
def plan_changed_after_build(plan: Plan) -> Said | None:
    """A plan changed after steps were done makes them doubtful."""
    build = plan.lead.build
    if not build.done or build.plan_stamp in (None, plan.stamp):
        return None
    return Said(
        "The plan changed after building began",
        f"{len(build.done)} steps were done to another plan. Look at what is on the bench against this one.",
    )


@check(
    "caution",
    Stage.PROVE,
    why="A verdict is worth what its expectation is worth.",
    clears="Taking the readings again, or a reason why they stand.",
)
def plan_changed_after_proof(plan: Plan) -> Said | None:
    """Readings taken to another plan were held against another expectation."""
    proof = plan.lead.proof
    if proof.plan_stamp in (None, plan.stamp) or not (proof.readings or proof.probes):
        return None
    return Said(
        "The plan changed after the proof began",
        "Readings were taken when the plan said something else. They are now judged against this one.",
    )


@check(
    "stop",
    Stage.PROVE,
    why="What is seen to be wrong does not get better by measuring.",
    clears="Putting it right, then looking again.",
)
def looked_bad(plan: Plan) -> Said | None:
    """Something looked wrong."""
    answers = {a.line: a.good for a in plan.lead.proof.looks}
    bad = [line for line in look_list(plan.a, plan.b) if answers.get(line.id) is False]
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
    if not plan.wiring_faults:
        return None
    first = plan.wiring_faults[0]
    return Said(first.title, first.text)


@check(
    "stop",
    Stage.PROVE,
    why="A reading outside its band has a cause; find it before anyone leans on this lead.",
    clears="Finding the joint, then measuring again.",
)
def failed_reading(plan: Plan) -> Said | None:
    """A reading outside its band."""
    failed = [(line, plan.verdicts[line.id]) for line in plan.lines if line.id in plan.verdicts]
    bad = next(((line, v) for line, v in failed if v.word == "fail"), None)
    if bad is None:
        return None
    return Said(f"Failed: {bad[0].words}", bad[1].reason)


@check(
    "caution",
    Stage.PROVE,
    why="It will be the first to fail.",
    clears="Mending it now, or a reason and a note to look sooner.",
)
def watched_reading(plan: Plan) -> Said | None:
    """A reading that passes with nothing to spare."""
    watched = next(
        (x for x in plan.lines if x.id in plan.verdicts and plan.verdicts[x.id].word == "watch"),
        None,
    )
    if watched is None:
        return None
    return Said(f"To watch: {watched.words}", plan.verdicts[watched.id].reason)


@check(
    "stop",
    Stage.TAG,
    why="What was not tested is not known.",
    clears="Every line of Prove, answered.",
)
def untested(plan: Plan) -> Said | None:
    """No lead is sealed with a mandatory line untested."""
    if not plan.lines:
        return None
    answered = {a.line for a in plan.lead.proof.looks if a.good}
    missing = [x.question for x in look_list(plan.a, plan.b) if x.id not in answered]
    missing += (
        [f"{len(plan.grid.unprobed)} squares of the polarity grid"] if plan.grid.unprobed else []
    )
    missing += [
        x.words
        for x in plan.lines
        if x.id not in plan.verdicts or plan.verdicts[x.id].word == "unsure"
    ]
    if not missing:
        return None
    rest = f", and {len(missing) - 1} more" if len(missing) > 1 else ""
    return Said("Not everything is proven", f"Still open: {missing[0]}{rest}.")


@check(
    "stop",
    Stage.TAG,
    why="The record would say more than was done.",
    clears="Every step of Build, done.",
)
def unbuilt(plan: Plan) -> Said | None:
    """A lead is not sealed while steps are open."""
    if plan.size_name is not None and plan.steps and not plan.steps_left:
        return None
    return Said(
        "Not built yet",
        f"{len(plan.steps_left)} steps of the build are open."
        if plan.steps
        else "The plan is not far enough to build.",
    )
