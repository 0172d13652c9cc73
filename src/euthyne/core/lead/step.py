"""The name of a step: what is done, at which end, on what. Documents and journals keep it as text;
only here is it read.
"""

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal, get_args

from euthyne.core.order.laid import End as End

WholeEnd = Literal["dead", "off", "strip", "mark", "cores", "spare", "grip", "fuse", "close"]
OnSomething = Literal["layer", "land", "insert", "solder", "shrink", "sleeve", "wireseal", "make"]
Does = WholeEnd | OnSomething | Literal["thread"]
DONE_TO_AN_END: tuple[WholeEnd, ...] = get_args(WholeEnd)
DONE_TO_SOMETHING: tuple[OnSomething, ...] = get_args(OnSomething)
GATE = "gate-"
AT = "@"


@dataclass(frozen=True)
class StepName:
    """A step of a build: ``on`` is the core, the layer or the threaded part it is done to, empty
    for the whole end; ``where`` the cable or the fitting, where the end alone does not say which.
    """

    end: End
    does: Does
    on: str = ""
    where: str = ""

    @property
    def key(self) -> str:
        """The name as documents keep it.

        >>> StepName("A", "land", "L").key, StepName("B", "thread", "nut").key, StepName("A", "strip").key
        ('A-land-L', 'B-nut', 'A-strip')
        >>> StepName("A", "cores", where="plus").key
        'A-cores@plus'
        """
        if self.does == "thread":
            key = f"{self.end}-{self.on}"
        else:
            key = "-".join(word for word in (self.end, self.does, self.on) if word)
        if self.where:
            return f"{key}{AT}{self.where}"
        return key

    @property
    def gate(self) -> str:
        """The name of the gate before this step, as documents keep it."""
        return f"{GATE}{self.key}"


@lru_cache(maxsize=4096)
def step_named(key: str) -> StepName | None:
    """The step of a name as documents keep it; None for what is done to neither end, such as the
    laying out.

    What is no verb, or lacks what its verb is done to, is the name of a threaded part: a body may
    have a part of its own that is called as a verb is.

    >>> step_named("A-land-L"), step_named("B-lock-nut").on, step_named("lay-out")
    (StepName(end='A', does='land', on='L', where=''), 'lock-nut', None)
    >>> step_named("B-shrink")
    StepName(end='B', does='thread', on='shrink', where='')
    >>> step_named("A-cores@plus")
    StepName(end='A', does='cores', on='', where='plus')
    """
    whole, _, where = key.removeprefix(GATE).partition(AT)
    end, _, rest = whole.partition("-")
    home: End = "A" if end == "A" else "B"
    if end not in ("A", "B") or not rest:
        return None
    verb, _, on = rest.partition("-")
    for done in DONE_TO_AN_END:
        if rest == done:
            return StepName(home, done, where=where)
    for does in DONE_TO_SOMETHING:
        if verb == does and on:
            return StepName(home, does, on, where)
    return StepName(home, "thread", rest, where)


def is_step(key: str, does: Does) -> bool:
    """True for the name of a step that does this; the gate before it is another step."""
    name = step_named(key)
    return name is not None and name.does == does and name.key == key


def steps_named(keys: tuple[str, ...], does: Does) -> tuple[StepName, ...]:
    """Those of many names that do one thing."""
    found = (step_named(key) for key in keys)
    return tuple(s for s in found if s is not None and s.does == does)
