"""Roles, and what each may do: a reader looks, a builder makes, a prover also proves and seals, a
keeper also keeps the people, the copies and how the bench works. Each may what those before it may.
"""

from enum import StrEnum

from euthyne.core.trade.fault import Fault, Refused


class Role(StrEnum):
    """What somebody is on a bench, from the one who may least to the one who may most."""

    READER = "reader"
    BUILDER = "builder"
    PROVER = "prover"
    KEEPER = "keeper"

    @property
    def may_words(self) -> str:
        """What this role may do, in words."""
        return WORDS[self]


class Act(StrEnum):
    """What somebody does: looks at a page; plans, builds and keeps Stores; proves and seals; keeps the
    bench itself.
    """

    LOOK = "look"
    MAKE = "make"
    PROVE = "prove"
    KEEP = "keep"

    @property
    def needs(self) -> Role:
        """The first role that may do it."""
        return NEEDS[self]


NEEDS = {
    Act.LOOK: Role.READER,
    Act.MAKE: Role.BUILDER,
    Act.PROVE: Role.PROVER,
    Act.KEEP: Role.KEEPER,
}
WORDS = {
    Role.READER: "looks at everything, and changes nothing",
    Role.BUILDER: "plans and builds leads, and keeps Stores and the Shelf",
    Role.PROVER: "does what a builder does, and proves and seals",
    Role.KEEPER: "does all of that, and keeps the people, the copies and how the bench works",
}
_ORDER = tuple(Role)


def may(role: Role, act: Act) -> bool:
    """True where a role may do something.

    >>> may(Role.BUILDER, Act.MAKE), may(Role.BUILDER, Act.PROVE), may(Role.KEEPER, Act.PROVE)
    (True, False, True)
    """
    return _ORDER.index(role) >= _ORDER.index(act.needs)


def read_role(text: str) -> Role:
    """The role of a word. Raises Refused."""
    try:
        return Role(text)
    except ValueError as error:
        known = ", ".join(_ORDER[:-1]) + f" or {_ORDER[-1]}"
        raise Refused(Fault("role", f"{text[:20]!r} is no role", known)) from error
