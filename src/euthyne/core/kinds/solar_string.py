"""Runs from a string of panels."""

from dataclasses import dataclass, replace
from typing import Annotated, Literal

from annotated_types import Ge, Le

from euthyne.core.assembly.records import Place
from euthyne.core.kinds.asked import FUSE, LIES_SOMEWHERE, WHOSE
from euthyne.core.kinds.cautions import PART_WITHOUT_LOAD
from euthyne.core.kinds.kind import Caution, Kind, KindFamily, QuestionGroup, Start, Trait
from euthyne.core.kinds.makeup import poles, two_ended
from euthyne.core.lead import Brief, Conductor, Count
from euthyne.core.lead.stage import Stage
from euthyne.core.sizing.brief import Positive
from euthyne.core.trade.protection import STRING_MARGIN, fuse_for
from euthyne.core.trade.quantity import CURRENT, VOLTS
from euthyne.core.trade.question import Question


@dataclass(frozen=True)
class SolarBrief(Brief):
    """What is asked of a run from a string of panels."""

    working_volts: Positive | None = None  # V of a string at work
    working_amps: Positive | None = None  # A of a string at work
    # times what it is sized for: the sun may exceed its rating
    margin: Annotated[float, Ge(1), Le(2)] = 1.0
    strings: Count = 1  # in parallel with this one
    module_plus: Literal["unknown", "pin", "socket"] = "unknown"  # what a module's plus shows
    module_fuse_amps: Positive | None = None  # A of the largest fuse a module may have in series
    # where those strings meet: each in a fuse box of its own run, or in branch couplers whose trunk this is
    meets: Literal["apart", "branches"] = "apart"
    line_fuses: bool = False  # True where each string has a fuse in its line, between couplers

    @property
    def strings_in_it(self) -> int:
        """How many strings this run carries."""
        return self.strings if self.meets == "branches" else 1

    @property
    def line_fuse_amps(self) -> float | None:
        """A of the fuse in the line of each string; None where there is none, or none is large enough."""
        if not self.line_fuses or self.amps is None:
            return None
        return fuse_for("solar-gPV", self.amps, self.amps, max(STRING_MARGIN, self.margin))


# How many times the amps of a string are counted: IEC 62548; NFPA 70, 690.8.
IEC, NORTH_AMERICA = 1.25, 1.56

COLDEST = Question("brief.volts", "Volts on the coldest morning", measure=VOLTS)
SHORT_CIRCUIT = Question(
    "brief.amps", "Short-circuit current", measure=CURRENT, optional=True, hint="11.2 A"
)
WORKS_AT_VOLTS = Question(
    "brief.working_volts",
    "Works at, volts",
    measure=VOLTS,
    optional=True,
    hint="98 V, for the loss",
)
WORKS_AT_AMPS = Question(
    "brief.working_amps",
    "Works at, amps",
    measure=CURRENT,
    optional=True,
    hint="10.4 A, for the loss",
)
COUNTED = Question(
    "brief.margin",
    "Counted",
    "choice",
    choices=((IEC, "1.25 times, IEC"), (NORTH_AMERICA, "1.56 times, North America")),
)
STRINGS = Question("brief.strings", "Strings in parallel", "whole", bounds=(1, 64))
MEETS = Question(
    "brief.meets",
    "They meet",
    "choice",
    choices=(
        ("apart", "at the controller, own runs"),
        ("branches", "at the panels, in branch couplers: this is their trunk"),
    ),
)
LINE_FUSES = Question(
    "brief.line_fuses",
    "A fuse in each string's line",
    "choice",
    choices=((False, "no"), (True, "yes, in-line, between couplers")),
)
MODULE_PLUS = Question(
    "brief.module_plus",
    "A module's plus shows",
    "choice",
    choices=(("unknown", "not looked at yet"), ("pin", "a pin"), ("socket", "a hole")),
)
MODULES_ALLOW = Question(
    "brief.module_fuse_amps", "Its modules allow", measure=CURRENT, optional=True, hint="20 A"
)

ON_A_ROOF = SolarBrief(
    feeds="current", system="dc", volts=118.0, margin=IEC, place="outdoor", ambient_c=60.0
)
BY_ITS_TOOL = replace(
    PART_WITHOUT_LOAD,
    text="Switch off first, then part the couplers, with the parting tool of their make alone.",
)


ONE_MAKE = Caution(
    code="one-make",
    level="caution",
    stage=Stage.ENDS,
    watches="The halves of a solar coupler are of one make.",
    title="Both halves of one make",
    text="Look at the mark on each half, the string's own and the regulator's too.",
    why="Halves of two makes look as if they fit; the contact between them heats.",
    clears="Both halves of one make, crimped with that make's tool; or a reason.",
)

ROOF_RUN = Start(
    "solar-string",
    "Solar string run",
    a="solar-socket",
    b="solar-pin",
    more=(("panels-", "solar-pin"), ("controller-", "solar-socket")),
    brief=ON_A_ROOF,
    conductor=Conductor(cable_type="H1Z2Z2-K", drop_percent=3.0, tinned=True),
    scheme="dc-red-black",
    gauge_cable="PV-wire",
    gauge_brief=replace(ON_A_ROOF, margin=NORTH_AMERICA),
)

KIND = Kind(
    id="solar-string",
    name="Solar string run",
    family=KindFamily.DIRECT,
    headline="What do the panels give on the coldest, brightest morning?",
    wanted_for="panel panels roof photovoltaic pv extension",
    source="panels",
    starts=(ROOF_RUN,),
    groups=(
        WHOSE,
        QuestionGroup(
            "The string",
            (
                COLDEST,
                SHORT_CIRCUIT,
                WORKS_AT_VOLTS,
                WORKS_AT_AMPS,
                COUNTED,
                STRINGS,
                MEETS,
                LINE_FUSES,
                MODULE_PLUS,
            ),
        ),
        QuestionGroup("Guarded by", (FUSE, MODULES_ALLOW)),
        LIES_SOMEWHERE,
    ),
    places=(
        Place("panels", "supply", source=True, ours=False),
        Place("controller", "load", ours=False),
    ),
    make_up=two_ended(poles),
    cables=("H1Z2Z2-K", "PV-wire", "USE-2", "battery-105"),
    traits=frozenset({Trait.LIES_STILL, Trait.LIVE_BY_DAY}),
    proof=("string", "apart", "sun", "pull"),
    cautions=(
        ONE_MAKE,
        BY_ITS_TOOL,
    ),
)
