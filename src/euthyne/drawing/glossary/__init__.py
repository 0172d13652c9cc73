"""Words of the trade drawn, where a drawing says it sooner than a sentence: a small one beside each such word."""

from functools import cache

from euthyne.drawing.glossary.circuit import CIRCUIT
from euthyne.drawing.glossary.making import MAKING
from euthyne.drawing.glossary.pieces import HEIGHT, WIDTH
from euthyne.drawing.pen import sheet

DRAWN = CIRCUIT | MAKING


@cache
def word_drawing(word: str) -> str:
    """What a word means, drawn; empty for one that a drawing does not help.

    Parameters: word, one of the glossary.
    Returns: SVG, 240 by 104 px.
    """
    if word not in DRAWN:
        return ""
    says, draw = DRAWN[word]
    return sheet(WIDTH, HEIGHT, draw(), "word-drawing", f"{word}, drawn: {says}")
