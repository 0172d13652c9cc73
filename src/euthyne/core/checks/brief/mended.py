"""A lead that is mended: where it is cut, and whether it is worth a junction."""

from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.kinds.repair import JUNCTIONS, MENDED_BY, RepairBrief
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.shelf.parts import part
from euthyne.core.trade.figure import metres

# A piece so short, or so small a share of the lead, is not missed; good practice, generic.
NOT_MISSED_M, NOT_MISSED_SHARE = 1.0, 0.1


def _told(plan: Plan) -> RepairBrief | None:
    """What is said of a lead that is mended; None of any other."""
    return RepairBrief.of(plan.lead.brief) if Trait.MENDED in plan.kind.traits else None


@check(
    "stop",
    Stage.BRIEF,
    why="What is left over would be worked out as less than nothing.",
    clears="The way from its plug to the damage, within its length.",
    on="AC",
)
def damage_past_the_end(plan: Plan) -> Said | None:
    """The damage lies within the lead, with what is cut out of it."""
    told = _told(plan)
    if told is None or told.run_m is None:
        return None
    at, out = told.damage_m or 0.0, told.cut_out_m or 0.0
    if at + out < told.run_m:
        return None
    said = (
        f"{metres(at):.2f} from its plug and {metres(out):.2f} cut out of {metres(told.run_m):.2f}."
    )
    return Said("The damage lies past the end of the lead", said)


@check(
    "note",
    Stage.BRIEF,
    why="A junction is two joints a core more; a short end that is missed by nobody is none.",
    clears="Nothing to clear: it says what is left.",
    on="AC",
)
def what_is_left(plan: Plan) -> Said | None:
    """What a cut leaves on either side, and whether shortening does as well."""
    told = _told(plan)
    if told is None or told.run_m is None or told.damage_m is None:
        return None
    near, far = told.damage_m, told.run_m - told.damage_m - (told.cut_out_m or 0.0)
    if far <= 0 or told.repair_by not in JUNCTIONS:
        return None
    left = f"{metres(near):.2f} is left at its plug, {metres(far):.2f} at its far end."
    short = min(near, far)
    if short > max(NOT_MISSED_M, NOT_MISSED_SHARE * told.run_m):
        return Said("What the cut leaves", left)
    end, words = ("shorten-plug", "plug") if near <= far else ("shorten", "far end")
    if plan.given.shut_in_a_tool and end == "shorten":
        return Said("What the cut leaves", left)
    return Said(
        "Shortened, it needs no junction",
        f"{left} Without the short piece its {words} is made again.",
        Fix(f"Shorten it at its {words}", (("brief.repair_by", end),)),
    )


@check(
    "caution",
    Stage.BRIEF,
    why="Each junction is two joints a core more, and the next place to be pulled at: it is a lead at its end.",
    clears="Shortened, or a new lead; or a reason.",
    on="AC",
)
def mended_again(plan: Plan) -> Said | None:
    """A lead that has a junction already is not given another without a word."""
    told = _told(plan)
    if told is None or not told.mended_before or told.repair_by not in JUNCTIONS:
        return None
    many = told.mended_before
    words = "junction" if many == 1 else "junctions"
    return Said(
        "It was mended before",
        f"It has {many} {words} already; this is one more.",
        figures=(float(many),),
    )


@check(
    "caution",
    Stage.ENDS,
    why="Whoever reads its record, and whoever mends it next, is told of a joint that it has not.",
    clears="The Brief as the junction is, or the junction the Brief speaks of.",
    on="AC",
)
def mended_otherwise(plan: Plan) -> Said | None:
    """The junction of a lead that is mended is of the sort its Brief speaks of."""
    told = _told(plan)
    joint = next((e.part for e in plan.ends.ours if e.side is None), None)
    if told is None or joint is None or told.repair_by not in JUNCTIONS:
        return None
    words = dict(MENDED_BY.choices)
    sort_of = {way: part(name).joint for way, name in JUNCTIONS.items()}
    if joint.joint == sort_of[told.repair_by]:
        return None
    fix = next(
        (
            Fix(f"It is {words[way]}", (("brief.repair_by", way),))
            for way, sort in sort_of.items()
            if sort == joint.joint
        ),
        None,
    )
    text = f"The Brief says {words[told.repair_by]}; in Ends stands: {joint.words}."
    return Said("Not mended as the Brief says", text, fix, figures=(joint.id, told.repair_by))
