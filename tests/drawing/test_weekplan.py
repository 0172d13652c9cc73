"""The days drawn: everybody who is there has a strip, and what they do lies on it to scale."""

import re

import pytest

from euthyne.core.days.days import Days, PlannedStretch
from euthyne.core.days.workshop import Hand, read_hours
from euthyne.drawing.weekplan import week_plan

MONDAY, TUESDAY = "2026-11-30", "2026-12-01"
NOBODY = ((), (), (), (), ())


def stretch(hand, on, begin, end, delivery=0, tags=("TR-0043",)):
    words = "Terminate ends A & B"
    return PlannedStretch(
        hand, on, begin, end, "make", words, tags, delivery, "driver", 0, ("cut",)
    )


@pytest.fixture
def drawn():
    hands = (
        Hand("RM", (read_hours("8-12", ""), read_hours("8-12", ""), *NOBODY)),
        Hand("AK", (read_hours("10-16", ""), (), *NOBODY)),
    )
    done = (
        stretch("RM", MONDAY, 480, 540),
        stretch("RM", MONDAY, 540, 660, 1, ("TR-0044", "TR-0045", "TR-0046")),
        stretch("AK", MONDAY, 600, 610),
    )
    return week_plan(
        Days("2026-11-30T07:00:00+00:00", done), hands, (MONDAY, TUESDAY), frozenset({1})
    )


def rects(drawn, kind):
    found = re.findall(
        rf'<rect x="([\d.]+)" y="([\d.]+)" width="([\d.]+)"[^>]*class="{kind}', drawn
    )
    return [tuple(map(float, one)) for one in found]


def test_everybody_has_a_strip_on_the_days_they_are_there(drawn):
    assert len(rects(drawn, "week-there")) == 3
    assert drawn.count(">AK<") == 1
    assert drawn.count(">RM<") == 2
    assert "Mon 30 Nov" in drawn


def test_what_is_done_lies_to_scale_within_the_hours_of_its_hand(drawn):
    hour, two, ten = (w for _, _, w in rects(drawn, "week-bar"))
    assert two == pytest.approx(2 * hour, abs=0.05)
    assert ten == pytest.approx(hour / 6, abs=0.05)
    (x, y, _), *_ = rects(drawn, "week-bar")
    (there, its_y, _), *_ = rects(drawn, "week-there")
    assert (x, y) == (there, its_y)


def test_a_bar_says_its_leads_where_there_is_room_and_all_of_it_to_who_points_at_it(drawn):
    assert ">TR-0044 to TR-0046<" in drawn
    assert "8:00 to 9:00, Terminate ends A &amp; B, driver" in drawn


def test_what_will_be_late_is_marked(drawn):
    assert len(re.findall(r'class="week-bar week-make week-late"', drawn)) == 1
