"""Cautions that more than one kind carries."""

from euthyne.core.kinds.kind import Caution
from euthyne.core.lead.stage import Stage

PART_WITHOUT_LOAD = Caution(
    code="part-without-load",
    level="note",
    stage=Stage.TAG,
    watches="Couplers that must not be parted while current flows.",
    title="Part it without load",
    text="Switch off first, then part the couplers.",
    why="What is parted under load draws an arc that eats the contact.",
    clears="Nothing to clear: say it to whoever uses it.",
)
ONE_AT_A_TIME = Caution(
    code="one-at-a-time",
    level="note",
    stage=Stage.BUILD,
    watches="On a connected pack one conductor is cut, stripped and finished before the next.",
    title="One conductor at a time",
    text="The other stays insulated. Both bare on a connected pack is a stop.",
    why="Two bare ends on a connected pack meet sooner or later, and weld.",
    clears="Nothing to clear: the steps keep to it.",
)
