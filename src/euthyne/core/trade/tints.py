"""Colours a core may have: one, or a ground and a stripe on it."""

PLAIN = (
    "brown",
    "blue",
    "green-yellow",
    "green",
    "black",
    "white",
    "red",
    "yellow",
    "grey",
    "orange",
    "violet",
    "pink",
    "bare",
)
# What a stripe may be, and what it may lie on: bare copper and the colours of an earth are neither.
STRIPES = tuple(tint for tint in PLAIN if tint not in ("bare", "green-yellow"))


def striped(name: str) -> tuple[str, str] | None:
    """The ground and the stripe of a core of two colours; None of one that has one, or of no colour.

    >>> striped("white-green"), striped("brown")
    (('white', 'green'), None)
    """
    ground, dash, stripe = name.partition("-")
    if not dash or {ground, stripe} == {"green", "yellow"}:
        return None
    if ground == stripe or not {ground, stripe} <= set(STRIPES):
        return None
    return ground, stripe


def is_tint(name: str) -> bool:
    """True for a colour that a core may have."""
    return name in PLAIN or striped(name) is not None
