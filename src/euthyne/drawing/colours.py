"""Core colours: used for cores only, and always beside their name."""

import re

from euthyne.core.trade.tints import striped

CORE_COLOURS = {
    "brown": "#7A4A26",
    "blue": "#2C6CB0",
    "green": "#3F8F4A",
    "black": "#23262A",
    "white": "#FFFFFF",
    "red": "#B5322C",
    "yellow": "#E8C63A",
    "grey": "#8C9296",
    "orange": "#D9822B",
    "violet": "#6E4B9E",
    "pink": "#DE9CB0",
    "bare": "#C58A54",
}
EARTH = "green-yellow"  # its two colours are as wide as each other
ALONG, GROUND = (
    22,
    15,
)  # px of a pattern of two colours, and of its ground where the other is a stripe
PAINT = re.compile(r"url\(#([a-z]+-[a-z]+)\)")


def in_two(colour: str) -> tuple[str, str, int] | None:
    """The paints of a core of two colours and how much of a pattern its first takes, in px; None of one
    colour.
    """
    if colour == EARTH:
        return CORE_COLOURS["green"], CORE_COLOURS["yellow"], ALONG // 2
    both = striped(colour)
    if both is None:
        return None
    return CORE_COLOURS[both[0]], CORE_COLOURS[both[1]], GROUND


def core_paint(colour: str) -> str:
    """The paint of a core by its colour's name."""
    if in_two(colour) is not None:
        return f"url(#{colour})"
    return CORE_COLOURS.get(colour, CORE_COLOURS["grey"])


def patterns(body: str) -> str:
    """What a drawing needs for every core of two colours in it."""
    return "".join(_pattern(name) for name in dict.fromkeys(PAINT.findall(body)))


def _pattern(name: str) -> str:
    found = in_two(name)
    if found is None:
        return ""
    first, second, wide = found
    return (
        f'<defs><pattern id="{name}" width="{ALONG}" height="10" patternUnits="userSpaceOnUse">'
        f'<rect width="{ALONG}" height="10" fill="{second}"/>'
        f'<rect width="{wide}" height="10" fill="{first}"/></pattern></defs>'
    )
