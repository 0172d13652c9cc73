"""A cord that is there: nobody chose its size, so it is read or measured, and both have to agree."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.wire import size_words


@check(
    "stop",
    Stage.CONDUCTOR,
    why="The size that would be wanted is not the size that is there: a thin cord would be rated as a thick one.",
    clears="What is printed on it, or its strands counted; then the size taken in the ladder.",
    laws=(12,),
)
def cord_not_said(plan: Plan) -> Said | None:
    """A cord that is there has a size that somebody read off it or measured."""
    there = plan.conductor.there
    if there is None or plan.lead.conductor.size is not None:
        return None
    if not there.may_be:
        return Said("Which size is the cord that is there?", " ".join(there.said) or UNREAD)
    thinnest = there.may_be[0]
    words = "It is" if len(there.may_be) == 1 else "Take it as the thinnest of these,"
    return Said(
        "Which size is the cord that is there?",
        " ".join(there.said),
        Fix(f"{words} {size_words(thinnest)}", (("conductor.size", thinnest),)),
    )


UNREAD = "Read its print, count and measure the strands of one core, or measure it over all."


@check(
    "caution",
    Stage.CONDUCTOR,
    why="A print can be false, and a caliper can be read wrong: the thinner of two answers is the one that holds.",
    clears="The size that it measures as; or a reason.",
    laws=(12,),
)
def cord_measures_otherwise(plan: Plan) -> Said | None:
    """The size that is taken for a cord that is there agrees with all that is known of it."""
    there, taken = plan.conductor.there, plan.lead.conductor.size
    if there is None or taken is None or not there.is_known or taken in there.may_be:
        return None
    fix = None
    if there.may_be:
        thinnest = there.may_be[0]
        fix = Fix(f"Take it as {size_words(thinnest)}", (("conductor.size", thinnest),))
    return Said(
        "The cord does not measure as its size",
        f"{' '.join(there.said)} {size_words(taken)} is taken.",
        fix,
        figures=(taken, *there.said),
    )
