"""A page or a drawing told in gauge and feet: its words, never its tags, nor what a person wrote."""

import re
from functools import lru_cache

from euthyne.core.trade.measures import NUMBER, retold, split

TAG = re.compile(r"(<!--.*?-->|<[^>]*>)", re.DOTALL)
# A page, its drawings whole.
PAGE = re.compile(r"(<svg\b.*?</svg>|<!--.*?-->|<[^>]*>)", re.DOTALL)
LAST_NUMBERS = re.compile(rf"(?<![\w.,/+-])({NUMBER}(?:\s?(?:to|by)\s?{NUMBER})*)(\s*)$")
FIRST_UNIT = re.compile(r"^(\s*)([^\s\d]+(?: m| metre)?)")
# What a person wrote, or a machine reads, is not told anew.
KEPT = ("script", "style", "textarea", "title")
# A figure and its unit may stand in two of these, side by side.
WITHIN_A_LINE = re.compile(r"</?(?:b|i|em|small|span|strong|output)\b[^>]*>")
VERBATIM = 'translate="no"'
SHORT = "data-short"
VOID = ("br", "hr", "img", "input", "link", "meta")
SAID = ("aria-label=", "placeholder=", "alt=")
SAID_IN = re.compile(r'((?:aria-label|placeholder|alt)=")([^"]*)(")')


def told_anew(markup: str) -> str:
    """Markup with every figure of its words in gauge and feet.

    Parameters: markup, a page, a part of one, or a drawing. In a drawing, and within an element marked
    ``data-short``, the metric figure does not stand beside; an element marked ``translate="no"`` is
    left as it is.
    """
    return _told(PAGE.split(markup))


@lru_cache(maxsize=2048)
def _drawing(svg: str) -> str:
    """A drawing told shortly; the same one is told once."""
    return _told(TAG.split(svg))


def _told(tokens: list[str]) -> str:
    """Words and tags, turn about, told anew."""
    zones = _zones(tokens)
    _join_apart(tokens, zones)
    for i, (token, zone) in enumerate(zip(tokens, zones, strict=True)):
        if zone == "kept" or not token:
            continue
        if i % 2 == 0:
            tokens[i] = retold(token, beside=zone != "short")
        elif token.startswith("<svg") and token.endswith("</svg>"):
            tokens[i] = _drawing(token)
        elif any(said in token for said in SAID):
            tokens[i] = SAID_IN.sub(_said, token)
    return "".join(tokens)


def _zones(tokens: list[str]) -> list[str]:
    """For each token whether it is left as it is (``kept``), told shortly (``short``), or neither."""
    zones = []
    kept = short = 0  # how deep in such an element
    for i, token in enumerate(tokens):
        if i % 2 == 0:
            zones.append("kept" if kept else "short" if short else "")
            continue
        if token.startswith("</"):
            kept, short = max(kept - 1, 0), max(short - 1, 0)
            zones.append("")
            continue
        zones.append("kept" if kept else "")
        if token.endswith(("/>", "</svg>")) or token[1] == "!":
            continue
        name = token[1:-1].partition(" ")[0].strip()
        if name in VOID:
            continue
        kept = kept + 1 if kept or name in KEPT or VERBATIM in token else 0
        short = short + 1 if short or name == "svg" or SHORT in token else 0
    return zones


def _said(found: re.Match[str]) -> str:
    return f"{found[1]}{retold(found[2])}{found[3]}"


def _join_apart(tokens: list[str], zones: list[str]) -> None:
    """Tell anew the figures whose unit stands in the next element: both are changed where they stand."""
    for i in range(0, len(tokens) - 2, 2):
        if zones[i] == "kept" or not tokens[i].rstrip()[-1:].isdigit():
            continue
        ends = LAST_NUMBERS.search(tokens[i])
        if ends is None:
            continue
        later = next((j for j in range(i + 2, len(tokens), 2) if tokens[j].strip()), None)
        if later is None or not all(
            WITHIN_A_LINE.fullmatch(tag) for tag in tokens[i + 1 : later : 2]
        ):
            continue
        unit = FIRST_UNIT.match(tokens[later])
        if unit is None:
            continue
        for said in (unit[2], unit[2].split(" ")[0]):
            apart = split(ends[1], said.rstrip(".,;:)"))
            if apart is not None:
                rest = tokens[later][unit.end(1) + len(said.rstrip(".,;:)")) :]
                tokens[i] = tokens[i][: ends.start(1)] + apart[0] + ends[2]
                tokens[later] = unit[1] + apart[1] + rest
                break
