"""The name of a step: what is done, at which end, on what. Documents and journals keep it as text;
only here is it read.
"""

from dataclasses import dataclass
from typing import Literal, get_args

from euthyne.core.order.laid import End as End

WholeEnd = Literal["strip", "cores", "grip", "fuse", "close"]
OnSomething = Literal["layer", "land", "solder", "shrink", "sleeve", "wireseal"]
Does = WholeEnd | OnSomething | Literal["thread"]
DONE_TO_AN_END: tuple[WholeEnd, ...] = get_args(WholeEnd)
DONE_TO_SOMETHING: tuple[OnSomething, ...] = get_args(OnSomething)
GATE = "gate-"


@dataclass(frozen=True)
class StepName:
    """A step of a build: ``on`` is the core, the layer or the threaded part it is done to, empty
    for the whole end.
    """

    end: End
    does: Does
    on: str = ""

    @property
    def key(self) -> str:
        """The name as documents keep it.

        >>> StepName("A", "land", "L").key, StepName("B", "thread", "nut").key, StepName("A", "strip").key
        ('A-land-L', 'B-nut', 'A-strip')
        """
        if self.does == "thread":
            return f"{self.end}-{self.on}"
        return "-".join(word for word in (self.end, self.does, self.on) if word)

    @property
    def gate(self) -> str:
        """The name of the gate before this step, as documents keep it."""
        return f"{GATE}{self.key}"


def step_named(key: str) -> StepName | None:
    """The step of a name as documents keep it; None for what is done to neither end, such as the
    laying out.

    What is no verb, or lacks what its verb is done to, is the name of a threaded part: a body may
    have a part of its own that is called as a verb is.

    >>> step_named("A-land-L"), step_named("B-lock-nut").on, step_named("lay-out")
    (StepName(end='A', does='land', on='L'), 'lock-nut', None)
    >>> step_named("B-shrink")
    StepName(end='B', does='thread', on='shrink')
    """
    end, _, rest = key.removeprefix(GATE).partition("-")
    home: End = "A" if end == "A" else "B"
    if end not in ("A", "B") or not rest:
        return None
    verb, _, on = rest.partition("-")
    for whole in DONE_TO_AN_END:
        if rest == whole:
            return StepName(home, whole)
    for does in DONE_TO_SOMETHING:
        if verb == does and on:
            return StepName(home, does, on)
    return StepName(home, "thread", rest)


def is_step(key: str, does: Does) -> bool:
    """True for the name of a step that does this; the gate before it is another step."""
    name = step_named(key)
    return name is not None and name.does == does and name.key == key


def steps_named(keys: tuple[str, ...], end: End, does: Does) -> tuple[StepName, ...]:
    """Those of many names that do one thing at one end."""
    found = (step_named(key) for key in keys)
    return tuple(s for s in found if s is not None and (s.end, s.does) == (end, does))
