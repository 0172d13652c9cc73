"""What is done to a body beside its terminals, and how it is closed: each in the words of that body."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Len, MaxLen

When = Literal["first", "bared", "landed", "gripped", "closed"]
WHENS: tuple[When, ...] = ("first", "bared", "landed", "gripped", "closed")
Said = Annotated[str, MaxLen(300)]


@dataclass(frozen=True)
class Making:
    """Something that is done to a body once, beside its joints."""

    id: Annotated[str, Len(1, 24)]  # its name
    when: When  # at which time of the build
    do: Said  # what to do
    detail: Said  # how, and how far
    mistake: Said  # what goes wrong here
    done: Annotated[str, MaxLen(60)]  # what its button says
    tool: Annotated[str, MaxLen(40)] = "hand"  # what it is done with
    lasting: bool = False  # True where it can not be undone
    seats: str = ""  # the loose part that comes to its place
    judge: tuple[Said, ...] = ()  # the picture of good and bad
    figures: tuple[tuple[str, str], ...] = ()  # figures in words
    only: Literal["", "spare ways"] = (
        ""  # where it is not always done: spare ways, where a cavity is left empty
    )
    ahead: bool = False  # True where other cables wait for it
    beside: bool = False  # True where the joints beside this body come first
    after_all: bool = False  # True where every joint of the lead is made first
    after_far: bool = False  # True where the far ends of its cables are joined first
    reads: tuple[str, ...] = ()  # the lines of the proof that are measured then
    of_a_cord: Annotated[str, MaxLen(200)] = (
        ""  # what is to be said besides where a cord comes in, not single wires
    )


@dataclass(frozen=True)
class Closing:
    """How a body is closed: what to do, the mistake made, what good looks like. ``has`` are the
    things its words speak of; ``grip_last`` where the cord is gripped once it is closed, ``grips`` where
    it is what closes it that does; ``tool`` is what it is closed with.
    """

    id: str
    words: str
    headline: str
    detail: str
    mistake: str
    judge: tuple[str, ...]
    has: tuple[str, ...] = ()
    grip_last: bool = False
    grips: str = ""
    tool: str = "driver"


PINCHED = "A core pinched in the joint of the body is cut through as it closes."
CLOSINGS: dict[str, Closing] = {
    c.id: c
    for c in (
        Closing(
            id="plain",
            words="closes as it was made to",
            headline="Close the {short}",
            detail=(
                "Every core in its place, none across the joint of the body. It closes without "
                "force, as it was made to."
            ),
            mistake=PINCHED,
            judge=("nothing pinched", "closes without force", "what holds it is home and firm"),
        ),
        Closing(
            id="cover-screw",
            words="a cover with one screw",
            headline="Close the {short}",
            detail=(
                "Cores down in their channels, clear of the screw's way. The cover lies down by "
                "itself, then its screw: firm, not forced."
            ),
            mistake="A screw run down through a core that lay across its way.",
            judge=("nothing pinched", "the cover down all round", "screw firm, not stripped"),
            has=("cover", "screw"),
        ),
        Closing(
            id="lid-screws",
            words="a lid with screws",
            headline="Close the {short}",
            detail=(
                "Earth round its screw's way, not over it; cores clear of both screws. The lid "
                "down by itself, then the screws in turn."
            ),
            mistake="A core across a lid screw is cut through as it goes down.",
            judge=("nothing pinched", "the lid down all round", "screws firm, not stripped"),
            has=("lid", "screw"),
        ),
        Closing(
            id="cover-pushed",
            words="a rubber cover pushed on",
            headline="Push the cover on the {short}",
            detail=(
                "The rubber over the rim, all the way round, its marks in line; then its screw."
            ),
            mistake="A rubber cover that sits on its rim at one side lets water in there.",
            judge=("rim covered all round", "marks in line", "screw firm"),
            has=("cover", "screw"),
        ),
        Closing(
            id="shell-screwed",
            tool="hand",
            words="a shell screwed to the insert",
            headline="Screw the {short} together",
            detail=(
                "The insert square in its shell, key in its notch; screwed up to the stop without "
                "turning the cores with it."
            ),
            mistake="Cores that turn with the shell wind up, and pull at their terminals.",
            judge=("key in its notch", "up to the stop", "cores lie straight"),
            has=("shell", "notch"),
            grip_last=True,
        ),
        Closing(
            id="end-cap",
            tool="hand",
            words="an end cap that clicks",
            headline="Push the insert into the {short}, and turn its end cap home",
            detail=(
                "The notch of the insert to the key, pushed in flush. The end cap on over the "
                "grip chuck, turned until it clicks: it is the cap that grips the cord."
            ),
            mistake="A cap left short of its click lets go of the cord at the first pull.",
            judge=("insert flush", "cap clicked", "coloured mark seen all round"),
            has=("cap", "notch"),
            grip_last=True,
            grips="cap",
        ),
        Closing(
            id="hood-halves",
            words="a hood in two halves",
            headline="Close the hood of the {short}",
            detail=(
                "The boot in its groove, the connector's flange in its slot, no wire across the "
                "joint; both halves together, then their screws."
            ),
            mistake="A wire across the joint of the hood is cut by its edge.",
            judge=("nothing pinched", "no gap between the halves", "boot held all round"),
            has=("hood", "boot", "screw"),
        ),
        Closing(
            id="box-cover",
            words="a cover on a box",
            headline="Put the cover on the {short}",
            detail=(
                "Cores folded, not forced, the hardest first and earth deepest. The cover's seal "
                "or edge bears all round; screws in turn."
            ),
            mistake="A cover that has to be pushed presses a core on an edge.",
            judge=("closes without force", "bears all round", "screws firm"),
            has=("cover", "screw", "box"),
        ),
        Closing(
            id="barrel",
            tool="hand",
            words="a barrel screwed together",
            headline="Screw the barrel of the {short} together",
            detail=(
                "The block in the way its arrow shows. Teeth of the lock rings engaged, then the two "
                "halves of the barrel to the stop. The cords do not turn with it."
            ),
            mistake="A barrel that is not up to its stop lets water in at its middle.",
            judge=("teeth engaged", "up to the stop", "cords did not turn"),
            has=("barrel", "teeth"),
        ),
        Closing(
            id="back-nut",
            tool="hand",
            words="a back nut over all the wires",
            headline="Tighten the back nut of the {short}",
            detail="By hand until it stops. Every wire straight behind its own seal.",
            mistake="A wire bent behind its seal opens the seal on one side.",
            judge=("wires straight", "nut at its stop", "every way filled or blanked"),
            has=("nut", "seal"),
        ),
        Closing(
            id="clip-over",
            tool="hand",
            words="a second lock pushed home",
            headline="Push the second lock of the {short} home",
            detail="It goes home only when every contact is at its depth. It is never forced.",
            mistake="A lock that will not go home says that one contact has not clicked.",
            judge=("lock flush", "every contact at one depth"),
            has=("lock",),
        ),
        Closing(
            id="shell-clocked",
            tool="spanner",
            words="a keyed shell",
            headline="Close the shell of the {short}, its key turned where it is wanted",
            detail=(
                "The keyed pin to the mark, then the back nut on the seal, without turning the shell. "
                "Far end: the same clocking."
            ),
            mistake="Keyed one step off, the lead leaves its connector twisted for good.",
            judge=("key where it is wanted", "both ends keyed alike", "nut at its stop"),
            has=("shell", "nut", "seal"),
        ),
        Closing(
            id="none",
            words="nothing to close",
            headline="",
            detail="",
            mistake="",
            judge=(),
        ),
    )
}
