"""What a kind of termination is: one value with all that is done, obstructed, judged and pulled
when a core is ended.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from euthyne.core.acts.records import JoinedBy
from euthyne.core.trade.practices import Practices
from euthyne.core.trade.sleeve import covered_on_lug_mm

Grips = Literal["always", "with a body", "never"]
PAST_JOINT_MM = 15.0  # of insulation under a sleeve, beyond a joint that is no lug; generic


def past_the_joint(barrel_mm: float, bare_mm: float) -> float:
    """What a sleeve covers of a joint, in mm: its bare copper and a way past it."""
    return bare_mm + PAST_JOINT_MM


def barrel_and_insulation(barrel_mm: float, bare_mm: float) -> float:
    """What a sleeve covers on a lug, in mm: its barrel and 12 mm of insulation, never the palm."""
    return covered_on_lug_mm(barrel_mm)


def nothing_more(practices: Practices, mains: bool) -> str:
    """What a bench's practices add to the words of a step: nothing."""
    return ""


@dataclass(frozen=True, kw_only=True)
class Insertion:
    """How what is on a core goes into its housing, once it was looked at: the words of that step."""

    headline: str
    detail: str
    mistake: str
    judge: tuple[str, ...]
    done: str = "{tint} has clicked"


@dataclass(frozen=True, kw_only=True)
class Termination:
    """A kind of termination.

    ``tool`` ends it, ``lasting`` where it can not be undone; ``headline``, ``detail`` and
    ``mistake`` are the words of its step, ``done`` what its button says, ``bared`` how its
    strands are left, ``then`` when nothing passes it any more, ``practised`` what this bench's
    practices add; ``judge`` is what good looks like. ``grips`` says whether its body holds
    the cord; ``sleeved`` joints get a sleeve that ``covers`` so many mm and lies ``under_sleeve``,
    adhesive where ``lined``. ``sealed`` joints have a seal threaded on the core. ``pull_tested``
    joints have a figure to hold, ``crimped`` ones refuse aluminium, ``solderable`` ones may be
    soldered after the press, ``hammered`` ones may be indented by hammer, ``coloured`` ones are
    picked by colour. ``by_size`` is counted for each core and by its size; ``from_afar`` is done
    far row first, one after another; ``settles`` where its strands
    give way, so that it is turned again.
    """

    joint: str
    words: str
    tool: str
    lasting: bool
    headline: str
    detail: str
    mistake: str
    judge: tuple[str, ...]
    # what is said where the cores are made ready and nothing of them is bared: what to do, how, the mistake,
    # its button
    unbared: tuple[str, str, str, str] | None = None
    joined_by: JoinedBy  # how, as a walk over the build names it
    scrap: str = ""  # what is thrown away when it was not right; empty where nothing is
    insertion: Insertion | None = (
        None  # how it goes into its housing; None where it is in it by then
    )
    grips: Grips = "never"
    done: str = "{tint} is in {cavity}"
    bared: str = "Twist the strands; never tin them."
    then: str = "the cores are in their terminals"
    practised: Callable[[Practices, bool], str] = nothing_more
    sleeved: bool = False
    lined: bool = False
    covers: Callable[[float, float], float] = past_the_joint
    under_sleeve: str = "over the joint"
    sealed: bool = False
    pull_tested: bool = True
    crimped: bool = False
    solderable: bool = False
    hammered: bool = False
    coloured: bool = False
    by_size: bool = False
    from_afar: bool = False
    settles: bool = False

    @property
    def inserted(self) -> bool:
        """True where what is on the core clicks into a housing afterwards."""
        return self.insertion is not None

    @property
    def undone(self) -> str:
        """What a part that was forgotten costs, where it does not go over what is made by then."""
        if self.joint == "solder":
            return "every joint is unsoldered"
        if self.lasting:
            return f"every {self.scrap or 'joint'} of this end is cut off"
        return "every core comes out of its terminal"

    @property
    def undone_one(self) -> str:
        """What a sleeve or a seal that was forgotten costs: its own core alone."""
        if self.joint == "solder":
            return "this joint is unsoldered"
        if self.lasting:
            return f"its {self.scrap or 'joint'} is cut off"
        return "this core comes out of its terminal"

    def holds_the_cord(self, has_loose_parts: bool) -> bool:
        """True where the body round such joints holds the cord itself."""
        return self.grips == "always" or (self.grips == "with a body" and has_loose_parts)
