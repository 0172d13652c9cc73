"""Words of the glossary, drawn."""

import re
from xml.etree import ElementTree as ET

import pytest

from euthyne.core.trade.glossary import glossary
from euthyne.drawing.glossary import DRAWN, word_drawing

SVG = "{http://www.w3.org/2000/svg}"
LETTER = 6.2  # px of a letter of 12.5 px, at most in the middle of words


@pytest.mark.parametrize("word", sorted(DRAWN))
def test_it_is_a_word_that_is_explained_and_says_what_is_to_be_seen(word):
    assert word in glossary()
    label = ET.fromstring(word_drawing(word)).get("aria-label")
    assert label.startswith(f"{word}, drawn: ")
    assert len(label) > len(word) + 30


@pytest.mark.parametrize("word", sorted(DRAWN))
def test_its_words_stay_on_the_sheet_and_apart(word):
    drawn = ET.fromstring(word_drawing(word))
    wide, high = (float(v) for v in drawn.get("viewBox").split()[2:])
    boxes = []
    for at in drawn.iter(f"{SVG}text"):
        x, y, long = float(at.get("x")), float(at.get("y")), LETTER * len(at.text or "")
        left = x - {"start": 0, "middle": long / 2, "end": long}[at.get("text-anchor")]
        assert left >= -1, at.text
        assert left + long <= wide + 1, at.text
        assert y <= high, at.text
        boxes.append((left, left + long, y, at.text))
    for n, (left, right, y, text) in enumerate(boxes):
        for other_left, other_right, other_y, other in boxes[:n]:
            beside = right <= other_left + 1 or other_right <= left + 1
            assert beside or abs(y - other_y) >= 11, (text, other)


def test_a_word_that_no_drawing_helps_has_none():
    assert not word_drawing("neutral")


def test_of_two_gauges_the_smaller_number_is_the_thicker():
    drawn = ET.fromstring(word_drawing("gauge"))
    radii = [float(c.get("r")) for c in drawn.iter(f"{SVG}circle")]
    numbers = [int(t.text) for t in drawn.iter(f"{SVG}text") if re.fullmatch(r"\d+", t.text)]
    assert numbers == sorted(numbers, reverse=True)
    assert radii == sorted(radii)
