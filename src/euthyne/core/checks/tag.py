"""The tag: nothing sealed that is not built and proven."""

from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.shown import at_most


@check("note", Stage.TAG, why="A chain is rated by its weakest link.", clears="Nothing to clear.")
def weakest_part(plan: Plan) -> Said | None:
    """Which link sets the rating on the label."""
    if plan.conductor.candidate is None:
        return None
    return Said(
        "What sets the rating",
        f"The weakest link is {plan.conductor.weakest.words}, "
        f"{at_most(plan.conductor.weakest.amps)} A. That figure goes on the tag.",
    )


@check(
    "stop",
    Stage.TAG,
    why="What was not tested is not known.",
    clears="Every line of Prove, answered.",
    on="AC",
)
def untested(plan: Plan) -> Said | None:
    """No lead is sealed with a mandatory line untested."""
    if not plan.prove.lines:
        return None
    missing = _unanswered(plan)
    if not missing:
        return None
    rest = ""
    if len(missing) > 1:
        rest = f", and {len(missing) - 1} more"
    return Said("Not everything is proven", f"Still open: {missing[0]}{rest}.")


def _unanswered(plan: Plan) -> list[str]:
    """The looks, the squares and the lines of Prove that are still open, in the order of the page."""
    answered = {a.line for a in plan.lead.proof.looks if a.good}
    missing = [x.question for x in plan.prove.looks if x.id not in answered]
    squares = len(plan.prove.grid.unprobed)
    if squares:
        missing.append(f"{squares} squares of the polarity grid")
    for line in plan.prove.lines:
        verdict = plan.prove.verdicts.get(line.id)
        if verdict is None or verdict.word == "unsure":
            missing.append(line.words)
    return missing


@check(
    "stop",
    Stage.TAG,
    why="The record would say more than was done.",
    clears="Every step of Build, done.",
    on="AC",
)
def unbuilt(plan: Plan) -> Said | None:
    """A lead is not sealed while steps are open."""
    if plan.conductor.size_name is not None and plan.build.steps and not plan.build.steps_left:
        return None
    return Said(
        "Not built yet",
        f"{len(plan.build.steps_left)} steps of the build are open."
        if plan.build.steps
        else "The plan is not far enough to build.",
    )


@check(
    "note",
    Stage.TAG,
    why="Tables are not rules: rules differ from place to place.",
    clears="Nothing to clear.",
    on="AC",
)
def who_decides(plan: Plan) -> Said | None:
    """Fixed wiring, three phases and heavy supplies belong to a licensed person in many places."""
    if plan.lead.brief.system == "ac-single" or not plan.mains:
        return None
    return Said(
        "A licensed person decides",
        "Leads on more than one line are licensed work in many places. Ask first.",
    )
