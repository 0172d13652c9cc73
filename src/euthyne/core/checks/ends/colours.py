"""Core colours: old ones, false friends, re-marked cores."""

from euthyne.core.checks.ends.wiring import as_it_should, has_one_place
from euthyne.core.checks.found import Said, check
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.trade.colours import false_friends, schemes
from euthyne.core.trade.corewords import function_of


@check(
    "stop",
    Stage.ENDS,
    why="The meter finds nothing wrong, and the next person trusts the colour.",
    clears="Each core in the cavity of its own colour, at both ends.",
)
def colour_against_function(plan: Plan) -> Said | None:
    """A core that lands on another function's cavity at both ends alike: red on minus, blue on
    live.
    """
    for j in plan.ends.joints:
        there = j.for_a or ""
        alike = j.for_a == j.for_b and there and there != j.function
        if alike and has_one_place(j.function) and has_one_place(there):
            tint = plan.ends.colours.of(j.core)
            text = (
                f"The {tint} core, {function_of(j.core)}, lands on {function_of(there)} "
                "at both ends."
            )
            title = f"{tint.capitalize()} on {function_of(there)} at both ends"
            return Said(title, text, as_it_should(plan))
    return None


@check(
    "caution",
    Stage.ENDS,
    why="Whoever follows the leaflet with this cable in hand swaps two cores.",
    clears=(
        "A cable in the leaflet's colours; or a reason, with the list of cores kept beside "
        "the leaflet."
    ),
)
def false_friend(plan: Plan) -> Said | None:
    """The same colour means another core on the cable than on the plug's leaflet."""
    ends = plan.lead.ends
    if ends.plug_scheme is None or ends.plug_scheme == ends.scheme:
        return None
    friends = false_friends(ends.scheme, ends.plug_scheme, plan.cores)
    if not friends:
        return None
    words = "; ".join(
        f"{tint} is {here} on this cable and {there} on that leaflet"
        for tint, here, there in friends
    )
    return Said("A colour that means two things", f"{words[0].upper()}{words[1:]}.")


@check(
    "caution",
    Stage.ENDS,
    why="The next person may read the colours the other way.",
    clears="A cord in today's colours, or a note of why this one is used.",
)
def old_colours(plan: Plan) -> Said | None:
    """Old core colours mean other things today."""
    scheme = plan.lead.ends.scheme
    if not scheme.endswith("-old"):
        return None
    return Said(
        "Old core colours",
        f"Black is neutral on this cord ({schemes()[scheme].source}); black is live in North "
        "America.",
    )


@check(
    "caution",
    Stage.ENDS,
    why="The next person takes it for the neutral.",
    clears="A re-marked core at both ends, sleeved in a line colour; or a cable whose colours fit.",
    on="AC",
)
def core_re_marked(plan: Plan) -> Said | None:
    """A cord made with a neutral, used where there are two hots and none: its neutral core is a
    line.
    """
    if plan.ends.re_marked is None:
        return None
    tint = plan.ends.re_marked[1]
    return Said(
        f"The {tint} core is a line",
        f"There is no neutral here: re-mark the {tint} core at both ends.",
    )
