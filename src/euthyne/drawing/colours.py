"""Core colours: used for cores only, and always beside their name."""

CORE_COLOURS = {
    "brown": "#7A4A26",
    "blue": "#2C6CB0",
    "green-yellow": "url(#green-yellow)",
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
STRIPES = (
    '<defs><pattern id="green-yellow" width="22" height="10" patternUnits="userSpaceOnUse">'
    '<rect width="22" height="10" fill="#E8C63A"/><rect width="11" height="10" fill="#3F8F4A"/></pattern></defs>'
)


def core_paint(colour: str) -> str:
    """The paint of a core by its colour's name."""
    return CORE_COLOURS.get(colour, CORE_COLOURS["grey"])
