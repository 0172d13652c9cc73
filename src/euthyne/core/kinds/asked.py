"""Questions that more than one kind of lead asks, in the same words."""

from dataclasses import replace

from euthyne.core.kinds.kind import QuestionGroup
from euthyne.core.trade.quantity import CELSIUS, CURRENT, LENGTH, NEAR, OHMS, SHORTED_AMPS, VOLTS
from euthyne.core.trade.question import Question

YES_NO = ((True, "yes"), (False, "no"))
NO_YES = ((False, "no"), (True, "yes"))

NAME = Question("name", "Called", "text", bounds=(1, 80))
MADE_FOR = Question("made_for", "Made for", "text", bounds=(0, 80))
WANTED_BY = Question("wanted_by", "Wanted by", "date", optional=True)
WHOSE = QuestionGroup("Whose", (NAME, MADE_FOR, WANTED_BY))

RUN = Question("brief.run_m", "Run, one way", measure=LENGTH, hint="25 m, 80 ft or 3 ft 6 in")
PLACE = Question(
    "brief.place",
    "Where it lives",
    "choice",
    choices=(("indoor", "indoors, dry"), ("outdoor", "outdoors"), ("wet", "lying in wet")),
)
AROUND = Question("brief.ambient_c", "Around it", measure=CELSIUS)
BUNCH = Question(
    "brief.circuits_together", "Circuits lying together", "whole", bounds=(1, 20), expert=True
)
DRUM_LAYERS = Question(
    "brief.drum_layers",
    "Layers left on a drum",
    "choice",
    choices=(
        (0, "none, laid out"),
        (1, "1 layer"),
        (2, "2 layers"),
        (3, "3 layers"),
        (4, "4 layers"),
    ),
    expert=True,
)
LIES_SOMEWHERE = QuestionGroup("How far, and where", (RUN, PLACE, AROUND))
LIES_BESIDE_OTHERS = QuestionGroup("How far, and where", (RUN, PLACE, AROUND, BUNCH))
MOVES_ABOUT = QuestionGroup("How far, and where", (RUN, PLACE, AROUND, BUNCH, DRUM_LAYERS))

SUPPLY_VOLTS = Question("brief.volts", "Supply", measure=VOLTS)
POWER_FACTOR = Question(
    "brief.power_factor",
    "Power factor",
    "choice",
    choices=((1.0, "1, heaters"), (0.9, "0.9"), (0.8, "0.8, motors"), (0.6, "0.6")),
    expert=True,
)
STARTING_SURGE = Question(
    "brief.start_multiple",
    "Starting surge",
    "choice",
    choices=((1.0, "none"), (2.5, "2.5 times, hand tools"), (6.0, "6 times, compressors")),
    expert=True,
)
FOR_HOURS = Question("brief.continuous", "Runs for three hours or more", "choice", choices=NO_YES)
OF_LOADS = (POWER_FACTOR, STARTING_SURGE, FOR_HOURS)
EARTH_CORE = Question("brief.earthed", "Earth core", "choice", choices=YES_NO, expert=True)
BY_ITS_MARK = Question(
    "brief.earthed",
    "By the mark on it",
    "choice",
    choices=((True, "class I: an earth, or no mark"), (False, "class II: a square in a square")),
)


def loaded_by(*choices: tuple[str, str]) -> Question:
    """What loads a lead: the ways of saying it that a kind knows, as (value, words)."""
    return Question("brief.feeds", "What loads it", "choice", choices=choices)


def there_already(words: str, length: str, size: str) -> tuple[Question, Question]:
    """The length and the size of what is in the path before this lead.

    Parameters: words for it; length and size, examples of each.
    """
    return (
        Question("brief.already_m", words, measure=LENGTH, optional=True, hint=length),
        Question("brief.already_size", "Its size", "size-name", optional=True, hint=size),
    )


SOCKET_OR_LOADS = loaded_by(
    ("socket", "whatever is plugged in"), ("loads", "these loads, and no others")
)
FEEDS = QuestionGroup("Feeds", (SOCKET_OR_LOADS, *OF_LOADS, EARTH_CORE))
FROM_MAINS = QuestionGroup(
    "From",
    (
        Question(
            "brief.system",
            "System",
            "choice",
            choices=(
                ("ac-single", "single phase"),
                ("ac-split", "120/240, two hots"),
                ("ac-three", "three phase, volts between lines"),
            ),
            expert=True,
        ),
        SUPPLY_VOLTS,
        Question(
            "brief.upstream_amps",
            "Breaker upstream",
            measure=CURRENT,
            optional=True,
            hint="16 A, or empty",
        ),
        Question(
            "brief.upstream_curve",
            "Its curve, if IEC",
            "choice",
            choices=(("B", "B"), ("C", "C"), ("D", "D")),
            expert=True,
        ),
        Question(
            "brief.own_breaker_amps",
            "Breaker on the lead",
            measure=CURRENT,
            optional=True,
            hint="empty if none",
            expert=True,
        ),
        Question(
            "brief.rcd",
            "Residual-current device",
            "choice",
            choices=(
                ("unknown", "not known"),
                ("none", "none"),
                ("30 mA", "30 mA, upstream"),
                ("5 mA", "5 mA ground-fault, upstream"),
            ),
        ),
        Question("brief.generator", "From a generator", "choice", choices=NO_YES, expert=True),
        Question(
            "brief.loop_ohms",
            "Fault loop up to the lead",
            measure=OHMS,
            optional=True,
            hint="0.8 ohm",
            expert=True,
        ),
        Question(
            "brief.earth_path",
            "Its earth",
            "choice",
            choices=(
                ("unknown", "not known"),
                ("wire", "a wire back to the supply"),
                ("rod", "an earth rod"),
            ),
            expert=True,
        ),
    ),
)

# What an extension hangs on may be a lead itself: the loss of both is counted.
FROM_MAINS_OR_A_LEAD = QuestionGroup(
    "From",
    (
        *FROM_MAINS.questions,
        *(
            replace(question, expert=True)
            for question in there_already("Another lead before it", "10 m", "1.5 mm2")
        ),
    ),
)

FUSE = Question(
    "brief.fuse_family",
    "Fuse at the source",
    "choice",
    choices=(
        ("none", "none"),
        ("blade-32v", "blade, 32 V"),
        ("bolt-down-32v", "bolt-down, 32 V"),
        ("high-breaking-dc", "high-breaking, 125 V DC"),
        ("solar-gPV", "solar gPV, 1000 V DC"),
    ),
)
UNFUSED = Question(
    "brief.unfused",
    "Where there is none",
    "choice",
    choices=(
        ("no", "one is wanted"),
        ("choice", "none by choice: a small pack"),
        ("cranking", "none: it cranks an engine"),
    ),
)
FUSE_TO_POST = Question("brief.fuse_to_post_m", "Fuse to post", measure=NEAR)
FUSE_SHEATHED = Question(
    "brief.fuse_sheathed",
    "That length",
    "choice",
    choices=((False, "as it is"), (True, "in a sheath or conduit of its own")),
)
SHORTED = Question(
    "brief.battery_short_amps",
    "Gives when shorted",
    measure=SHORTED_AMPS,
    optional=True,
    hint="5000 A, lithium bank",
)
LIVE = QuestionGroup(
    "On a battery",
    (
        Question(
            "brief.live_battery",
            "Is it on a battery now, and can it not be unplugged?",
            "choice",
            choices=(
                ("unknown", "not said"),
                ("no", "no: it is unplugged, proven dead"),
                ("yes", "yes, it stays live"),
            ),
        ),
        Question(
            "brief.fuse_out",
            "Its fuse",
            "choice",
            choices=((False, "none, or left in"), (True, "taken out first")),
        ),
    ),
)
WAYS = Question("brief.ways", "Cores", "whole", bounds=(1, 36))
EACH_CARRIES = Question(
    "brief.amps", "Each core carries", measure=CURRENT, optional=True, hint="2 A"
)
