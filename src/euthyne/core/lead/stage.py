"""The seven stages of a lead, in the order people work."""

from enum import StrEnum


class Stage(StrEnum):
    """A stage; its value is the word used for it everywhere."""

    BRIEF = "brief"
    CONDUCTOR = "conductor"
    ENDS = "ends"
    CUT = "cut"
    BUILD = "build"
    PROVE = "prove"
    TAG = "tag"

    @property
    def word(self) -> str:
        """The stage as it is written on a band."""
        return self.value.capitalize()

    @property
    def number(self) -> int:
        """Its place, from 1."""
        return _PLACES[self]


_PLACES = {stage: place for place, stage in enumerate(Stage, 1)}

NEXT_ACTION = {
    Stage.BRIEF: "Say what it feeds and how far",
    Stage.CONDUCTOR: "Take a size",
    Stage.ENDS: "Settle the ends and the wire map",
    Stage.CUT: "Settle the cut length",
    Stage.BUILD: "Build it",
    Stage.PROVE: "Prove it",
    Stage.TAG: "Tag and seal it",
}
