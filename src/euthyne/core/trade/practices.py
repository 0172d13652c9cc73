"""Working practices: where good builders differ, what each school says for itself, and what it
changes.
"""

from dataclasses import dataclass, field, replace
from typing import Annotated, Any, Literal

from annotated_types import MaxLen

from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import metres

Crimp = Literal["crimp-only", "crimp-then-solder"]
FirstCore = Literal["longest", "neutral", "earth-last"]
Stripper = Literal["knife", "ring", "automatic"]


@dataclass(frozen=True)
class PracticeReason:
    """Why a practice that asks for a reason was taken up."""

    practice: Annotated[str, MaxLen(40)]  # which
    text: Annotated[str, MaxLen(200)]  # why it was taken up


@dataclass(frozen=True)
class Practices:
    """How this bench works, one choice for each practice."""

    crimp: Crimp = "crimp-only"  # whether a crimp is left as pressed, or soldered
    pressed_with: Literal["press", "hammer"] = "press"  # a die or a hammer
    first_core: FirstCore = "longest"  # which core is landed first
    heat: Literal["gun", "flame"] = "gun"  # how sleeving is shrunk
    stripper: Stripper = "knife"  # what insulation is taken off with
    # what becomes of a press that closed too far
    over_pressed: Literal["redone", "sleeved-over"] = "redone"
    flash: Literal["dressed", "left"] = "dressed"  # what becomes of what a die squeezes out
    torque: Literal["tool", "feel"] = "tool"  # how screws are turned
    iron_hand: Literal["right", "left"] = "right"  # the hand the iron is in
    sleeve_colour: Literal["of-core", "black"] = "of-core"  # of sleeving
    labels: Literal["wrap", "printed-sleeve"] = "wrap"  # how cores are labelled
    labels_every: Literal["0", "0.6", "2", "5", "10"] = (
        "0"  # m between labels; 0 for the ends alone
    )
    pulled_by: Literal["builder", "someone-else"] = "builder"  # how a joint is pulled
    # months to the next test, or by where it lives
    tested_again: Literal["by-place", "3", "6", "12"] = field(default="by-place", repr=False)
    reasons: tuple[PracticeReason, ...] = ()  # why, where a practice asks for it

    def reason(self, practice: str) -> str:
        """The reason given for a practice; empty when none was."""
        return next((r.text for r in self.reasons if r.practice == practice), "")

    @property
    def of_build(self) -> "Practices":
        """Those a build rests on, without what comes after the seal."""
        reasons = tuple(r for r in self.reasons if r.practice != "tested_again")
        return replace(self, tested_again="by-place", reasons=reasons)

    @property
    def unusual(self) -> tuple[str, ...]:
        """The choices that are not the usual ones, in words."""
        chosen = ((p, getattr(self, p.name)) for p in PRACTICES)
        return tuple(c.words for p, value in chosen for c in p.choices[1:] if c.value == value)


@dataclass(frozen=True)
class Choice:
    """One school: its value, in words, what speaks for it, and whether it wants a reason of one's
    own.
    """

    value: str
    words: str
    because: str
    asks_reason: bool = False


@dataclass(frozen=True)
class Practice:
    """A practice: the field of Practices it sets, the question, its choices (the default first),
    what it changes.
    """

    name: str
    question: str
    choices: tuple[Choice, ...]
    changes: str


PRACTICES = (
    Practice(
        "crimp",
        "Is a crimp left as pressed, or soldered too?",
        (
            Choice(
                "crimp-only",
                "crimp only",
                "A full press is gas-tight, and the strands stay free to flex.",
            ),
            Choice(
                "crimp-then-solder",
                "crimp, then solder",
                "Keeps damp out of a joint that is never flexed.",
            ),
        ),
        "A soldering step after each press, and a caution: solder wicks, and strands break at "
        "its edge.",
    ),
    Practice(
        "pressed_with",
        "What presses a lug?",
        (
            Choice("press", "a press, with the lug's own die", "The same joint each time."),
            Choice(
                "hammer",
                "a hammer or a vice, with an indenter",
                "No press within reach.",
                asks_reason=True,
            ),
        ),
        "The tool, the landing step and its pictures, and a caution: tug and resistance are not "
        "left out.",
    ),
    Practice(
        "first_core",
        "Which core goes into its terminal first?",
        (
            Choice(
                "longest",
                "the awkward, longest one",
                "It has the furthest to bend while nothing is in its way.",
            ),
            Choice("neutral", "neutral first", "The same order each time, whatever the body."),
            Choice("earth-last", "earth last", "It lies on top, where its spare length is seen."),
        ),
        "The order of the landing steps where terminals are screws.",
    ),
    Practice(
        "stripper",
        "What takes the sheath off?",
        (
            Choice("knife", "a knife", "Always at hand, and any diameter."),
            Choice("ring", "a ring stripper", "A depth that is set once and stays."),
            Choice(
                "automatic", "an automatic stripper", "Fast and even, within the range of its jaws."
            ),
        ),
        "The tool to lay out, the stripping step, and the mistake it warns of.",
    ),
    Practice(
        "torque",
        "How is a screw judged tight?",
        (
            Choice(
                "tool", "a torque driver, where a torque is given", "A figure anyone can repeat."
            ),
            Choice(
                "feel", "by feel, then a tug", "Where no driver fits the body.", asks_reason=True
            ),
        ),
        "The tool and the figure in each landing step of a part whose sheet gives a torque; by "
        "feel, a caution.",
    ),
    Practice(
        "heat",
        "What shrinks a sleeve?",
        (
            Choice("gun", "a heat gun", "Even heat, no soot, no flame near anything that burns."),
            Choice("flame", "a small flame", "Where there is no supply for a gun."),
        ),
        "The tool, the shrinking step, and a caution about flame near adhesive and batteries.",
    ),
    Practice(
        "iron_hand",
        "Which hand holds the iron?",
        (
            Choice(
                "right",
                "the right",
                "Far cups first, from the left: no wire is in the way of the next.",
            ),
            Choice("left", "the left", "Far cups first, from the right."),
        ),
        "The order of the soldered cups, as one looks at the wiring side.",
    ),
    Practice(
        "sleeve_colour",
        "Which colour is the sleeve on a direct-current core?",
        (
            Choice("of-core", "the colour of its core", "Polarity is seen at the lug itself."),
            Choice("black", "black", "One colour on the shelf, and it stands the sun."),
        ),
        "The sleeves to lay out, and the sleeve each step names.",
    ),
    Practice(
        "over_pressed",
        "An insulated crimp with metal through its plastic?",
        (
            Choice("redone", "cut off and done again", "The barrel is thin where it came through."),
            Choice(
                "sleeved-over",
                "sleeved over, off mains only",
                "A spare is far away.",
                asks_reason=True,
            ),
        ),
        "What the pressing step says of it. On mains it is always done again.",
    ),
    Practice(
        "flash",
        "Flash at the edges of a pressed lug?",
        (
            Choice(
                "dressed",
                "dressed by a second press turned 60 degrees",
                "No sharp edge under the sleeve.",
            ),
            Choice(
                "left",
                "left as it is",
                "A second press is a second stress, and strengthens nothing.",
            ),
        ),
        "What the pressing step says after the last press.",
    ),
    Practice(
        "labels",
        "What carries the tag?",
        (
            Choice(
                "wrap",
                "a flag wrapped on when the lead is done",
                "It can be written last and changed later.",
            ),
            Choice(
                "printed-sleeve",
                "a printed sleeve",
                "It can not peel; but it must be on before the ends are.",
            ),
        ),
        "Printed sleeves join the parts to thread, with their gate.",
    ),
    Practice(
        "labels_every",
        "Tags along a long run?",
        (
            Choice("0", "at both ends only", "Enough where both ends are in sight of each other."),
            Choice(
                "0.6",
                f"every {metres(0.6)}",
                "In a boat's bundles, where each is told by its name.",
            ),
            Choice("2", f"every {metres(2)}", "Through walls and ducts."),
            Choice("5", f"every {metres(5)}", "Along a tray with other leads."),
            Choice("10", f"every {metres(10)}", "Across open ground."),
        ),
        "A step that puts them on, with their number.",
    ),
    Practice(
        "pulled_by",
        "Who pulls the joints?",
        (
            Choice("builder", "whoever made them", "One person is all there is."),
            Choice("someone-else", "someone else", "One does not pull hard at one's own work."),
        ),
        "A last step in other hands, and a caution where the same initials stand at both.",
    ),
    Practice(
        "tested_again",
        "When is a lead tested again?",
        (
            Choice(
                "by-place",
                "by the place of its brief",
                "24 months indoors, 6 outdoors and in the wet: in-service practice, AS/NZS 3760.",
            ),
            Choice("3", "every 3 months", "Building sites, and leads that are hired out."),
            Choice("6", "every 6 months", "Workshops, and places the public comes to."),
            Choice(
                "12",
                "every 12 months",
                "One day a year for all of them, where they are used with care.",
                asks_reason=True,
            ),
        ),
        "The day of the next test on the tag, and a caution where it is later than the place asks.",
    ),
)
NOT_OFFERED = (
    (
        "Strands tinned before a screw or a crimp",
        "Solder creeps under pressure: the joint is loose within a year.",
    ),
    (
        "A size rounded to the nearest",
        "Always the next one up: the nearest may be the one too small.",
    ),
)


def practice(name: str) -> Practice:
    """A practice by its name. Raises Refused without one of that name."""
    found = next((p for p in PRACTICES if p.name == name), None)
    if found is None:
        raise Refused(
            Fault("practice", f"there is no practice {name!r}", "one of those on the page")
        )
    return found


def taken_up(now: Practices, name: str, value: str, reason: str = "") -> Practices:
    """The practices with one choice changed.

    Raises Refused for an unknown choice, or a reason that is lacking.
    """
    choice = next((c for c in practice(name).choices if c.value == value), None)
    if choice is None:
        raise Refused(Fault(name, f"{value!r} is not one of the choices", "one of those listed"))
    reason = reason.strip()[:200]
    if choice.asks_reason and len(reason) < 3:
        raise Refused(
            Fault(name, f"“{choice.words}” wants a reason", "a few words, kept with every lead")
        )
    others = tuple(r for r in now.reasons if r.practice != name)
    if choice.asks_reason:
        reasons = (*others, PracticeReason(name, reason))
    else:
        reasons = others
    changed: dict[str, Any] = {name: value, "reasons": reasons}
    return replace(now, **changed)
