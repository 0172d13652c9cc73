"""The tag: nothing sealed that is not built and proven."""

from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.tag.tag import retest_months
from euthyne.core.trade.shown import at_most


@check(
    "note",
    Stage.TAG,
    why="A chain is rated by its weakest link.",
    clears="Nothing to clear.",
    laws=(29,),
)
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
    clears="Every mandatory line of Prove, answered.",
    laws=(24,),
)
def untested(plan: Plan) -> Said | None:
    """No lead is sealed with a mandatory line untested."""
    if not plan.prove.lines:
        return None
    missing = plan.prove.unanswered
    if not missing:
        return None
    rest = ""
    if len(missing) > 1:
        rest = f", and {len(missing) - 1} more"
    return Said("Not everything is proven", f"Still open: {missing[0]}{rest}.")


@check(
    "stop",
    Stage.TAG,
    why="The record would say more than was done.",
    clears="Every step of Build, done.",
)
def unbuilt(plan: Plan) -> Said | None:
    """A lead is not sealed while steps are open."""
    if not plan.kind.proof:
        return None
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


@check(
    "caution",
    Stage.TAG,
    why="What the weather does to a lead does not wait for the day in the book.",
    clears="The months the place asks for, or a reason.",
)
def tested_late(plan: Plan) -> Said | None:
    """The next test later than the kind of place asks."""
    brief, own = plan.lead.brief, plan.tag.retest_months
    asked = retest_months(plan.tag.retest_place)
    if own <= asked:
        return None
    why = plan.lead.build.practices.reason("tested_again")
    where = "outdoors" if brief.place == "outdoor" else "in the wet"
    return Said(
        "Tested again late",
        f"Used {where}, it is due after {asked} months (in-service practice, AS/NZS 3760); this "
        f"bench tests after {own}: {why}",
        figures=(asked, own),
    )
