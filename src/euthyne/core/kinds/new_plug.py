"""A new plug on the flex that a tool or an appliance has already."""

from euthyne.core.assembly.records import Assembly, Cable, Existing, Fitting, Place
from euthyne.core.kinds.asked import (
    AROUND,
    BY_ITS_MARK,
    FROM_MAINS,
    OF_LOADS,
    PLACE,
    WHOSE,
    loaded_by,
)
from euthyne.core.kinds.kind import EVERY_CORD, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import SUPPLY, MakeUpInput, cores_named, lines_and_earth, straight
from euthyne.core.lead import Brief, Conductor
from euthyne.core.trade.quantity import LENGTH
from euthyne.core.trade.question import Question

TOOL = Place("tool", "load", ours=False)
FLEX = Question("brief.run_m", "Its flex, about", measure=LENGTH, hint="2.5 m, 8 ft")
BRIEF = Brief(feeds="loads", run_m=2.0, upstream_family="breaker-iec")


def on_its_flex(told: MakeUpInput) -> Assembly:
    """One cord that is there already, shut in its tool: only its plug is made."""
    plug = Fitting(SUPPLY.id, told.parts[SUPPLY.id].id, SUPPLY.id)
    cores = lines_and_earth(told)
    tool = Fitting(TOOL.id, None, TOOL.id, existing=True, cavities=cores)
    flex = Cable("flex", cores_named(cores), existing=Existing(finished="b"))
    wires = straight(flex, plug.id, tool.id, {})
    return Assembly(told.places, (plug, tool), (flex,), wires)


def _start(name: str, words: str, plug: str, brief: Brief, conductor: Conductor) -> Start:
    return Start(name, words, a=plug, b="there-before", brief=brief, conductor=conductor)


WORDS = "New plug on a tool's own flex"
KIND = Kind(
    id="new-plug",
    name=WORDS,
    family=KindFamily.DEVICES,
    headline="What does the tool draw, and what flex has it?",
    wanted_for="broken plug change drill tool vacuum cleaner",
    source="supply",
    starts=(
        _start("plug-bs", WORDS, "bs1363-plug", BRIEF, Conductor()),
        _start("plug-cee", WORDS, "cee7-7-plug", BRIEF, Conductor()),
        _start("plug-as", WORDS, "as3112-10-plug", BRIEF, Conductor()),
        _start(
            "plug-na",
            WORDS,
            "nema-5-15p",
            Brief(feeds="loads", run_m=2.0, volts=120.0, upstream_family="breaker-na"),
            Conductor(cable_type="SJOOW", unit="AWG"),
        ),
    ),
    groups=(
        WHOSE,
        QuestionGroup("The tool", (loaded_by(("loads", "the tool")), *OF_LOADS, BY_ITS_MARK)),
        FROM_MAINS,
        QuestionGroup("Its flex, and where", (FLEX, PLACE, AROUND)),
    ),
    places=(SUPPLY, TOOL),
    make_up=on_its_flex,
    cables=EVERY_CORD,
    traits=frozenset({Trait.MOVED}),
    proof=("tool",),
    cautions=(),
)
