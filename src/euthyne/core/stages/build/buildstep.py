"""A step of a build as the bench shows it, and what people get wrong there."""

import re
from dataclasses import dataclass
from functools import cached_property

from euthyne.core.lead.step import End, StepName
from euthyne.core.stages.build.jobs import AT_BODY, Body, BuildJob, EndToBuild
from euthyne.core.stages.build.kit import Kit
from euthyne.core.trade.barrel import die_codes
from euthyne.core.trade.corewords import cable_said
from euthyne.core.trade.practices import Stripper

MISTAKES = {
    "lay-out": "Parts not counted before the cut are found missing after it.",
    "cut": "Cut from the wrong mark, a lead is only ever shorter.",
    "cores": "A nicked strand is a hot strand. Of up to six strands none may be nicked, of 7 to 15 "
    "one, above that six in a hundred.",
    "fuse": "A bigger fuse than the lead carries protects nothing.",
    "gate": "This is where a forgotten part costs a connector and an evening.",
    "shrink": "Heat in one place burns the sleeve and leaves its end loose.",
    "solder": "Solder wicks up the strands; where it ends they break when flexed.",
    "flame": "Flame burns adhesive and marks insulation; a battery beside it vents.",
    "tags": "A lead without a name is tested by nobody.",
    "pull": "One does not pull hard at one's own work.",
}

SHEATH_OFF: dict[Stripper, tuple[str, str]] = {
    "knife": (
        "Scored round, not through: bend the cord until it parts, and look.",
        "A blade that rings the sheath too deep marks a core. A marked core is cut back and "
        "done again.",
    ),
    "ring": (
        "Set the depth on an offcut first, turn once, bend and pull.",
        "A ring set for another cord cuts to the core all round, and nobody sees it.",
    ),
    "automatic": (
        "Stop at the length first; the jaws square to the cord.",
        "Jaws that slip stretch the sheath: it creeps back out of the grip later.",
    ),
}


@dataclass(frozen=True)
class StepFigure:
    """A number the hands need at a step: what it is, and the number with its unit."""

    words: str
    value: str


@dataclass(frozen=True)
class GatePart:
    """A part a gate asks for: its id, and in words."""

    part: str
    words: str


@dataclass(frozen=True)
class PressedTerminal:
    """What is pressed at a step: the terminal in words, its conductor, how it is ended, and the code of the
    die that is made for it, empty where no table says one.
    """

    terminal: str
    size: str
    joint: str
    die: str = ""

    def other_die(self, tool: str) -> str:
        """What is wrong with a tool that was taken, by the code of its die; empty where nothing is, or none
        was read on it.
        """
        codes = set(re.findall(r"\b\d+(?:/0)?\b", tool)) & die_codes()
        if not self.die or not codes or self.die in codes:
            return ""
        return f"This {self.terminal} takes die {self.die}; die {' and '.join(sorted(codes))} is for another."


@dataclass(frozen=True)
class BuildStep:
    """One step as the bench shows it: what to do, its numbers, the mistake people make here.

    ``figures`` are shown large; ``asks`` are the parts a gate wants touched, each of them; ``reads`` the
    lines of the proof that are measured here, since they cannot be later; ``kits`` what is laid out.
    """

    key: str
    kind: str
    end: End | None
    headline: str
    detail: str
    mistake: str
    button: str
    core: str | None = None
    part: str | None = None
    judge: tuple[str, ...] = ()
    figures: tuple[StepFigure, ...] = ()
    asks: tuple[GatePart, ...] = ()
    reads: tuple[str, ...] = ()
    pressed: PressedTerminal | None = None
    ready: bool = False  # True where a core lies ready for one that is joined with it
    kits: tuple[Kit, ...] = ()

    @property
    def short(self) -> str:
        """What tells it from the same work on another core."""
        return self.button[0].upper() + self.button[1:]

    @property
    def numbers(self) -> str:
        """Its figures in one line."""
        return "; ".join(f"{f.words} {f.value}" for f in self.figures)


@dataclass(frozen=True)
class Turn:
    """A step whose turn has come: its name, the job it belongs to, the end a part is fed from."""

    name: StepName
    job: BuildJob
    fed_from: End
    beside: tuple[str, ...] = ()  # what lies ready for the same barrel
    more: bool = False  # True where another core comes into that barrel later

    @property
    def end(self) -> End:
        """The end it is done at."""
        return self.name.end

    @cached_property
    def e(self) -> EndToBuild:
        """The cable end as the build needs it."""
        return self.job.end_of(self.name)

    @cached_property
    def body(self) -> Body:
        """The fitting it is done to."""
        return self.job.body_of(self.name)

    @property
    def said(self) -> str:
        """The end as it is said at the bench; of several cables in one body, the cable as well."""
        alone = len(self.body.at) < 2 or not self.e.cable.sheathed
        if alone or self.name.does in AT_BODY:
            return self.body.said
        return f"{self.body.said}, {cable_said(self.e.cable.id)}"

    @property
    def told_apart(self) -> str:
        """Which end it is, where another is made with the same part, or takes another cable."""
        shorts = [body.part.short for body in self.job.bodies]
        if shorts.count(self.body.part.short) > 1 or len(self.body.at) > 1:
            return f", {self.said}"
        return ""

    @property
    def tint(self) -> str:
        """The colour of the core it is done to, as it is said at the bench."""
        return self.e.called(self.name.on)

    @property
    def thing(self) -> str:
        """The core it is done to, as it is said at the bench."""
        return self.e.thing(self.name.on)

    @property
    def single(self) -> str:
        """A single, as it is said at the bench."""
        return self.e.thing(self.e.strip.cores[0].core)
