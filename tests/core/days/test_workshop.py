"""Who is there when: hours as they are typed, days off, what cannot be."""

from datetime import date

import pytest

from euthyne.core.days.workshop import (
    DAY_MINUTES,
    Hand,
    Span,
    days_off_words,
    hours_words,
    presence,
    read_days_off,
    read_hours,
)
from euthyne.core.trade.fault import Refused

MONDAY = date(2026, 11, 30)


@pytest.mark.parametrize(
    ("typed", "spans"),
    [
        ("8-12, 13:30-17", [(480, 720), (810, 1020)]),
        ("13-17; 8.15-12", [(495, 720), (780, 1020)]),
        ("18 to 21", [(1080, 1260)]),
        ("0-24", [(0, 1440)]),
        ("", []),
    ],
)
def test_hours_are_read_as_people_write_them_and_written_so_again(typed, spans):
    read = read_hours(typed, "monday")
    assert [(s.begin, s.end) for s in read] == spans
    assert read_hours(hours_words(read), "monday") == read


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ("all day", "no hours"),
        ("8-25", "past a day"),
        ("8:70-9", "past a day"),
        ("12-8", "ends before it begins"),
        ("8-12, 11-13", "overlap"),
        ("0-1,2-3,4-5,6-7,8-9,10-11,12-13", "so many pieces"),
    ],
)
def test_hours_that_cannot_be_are_said(typed, said):
    with pytest.raises(Refused) as refused:
        read_hours(typed, "monday")
    assert said in refused.value.faults[0].problem


def test_days_off_are_days_and_days_in_a_row():
    read = read_days_off("2026-12-24 to 2026-12-26, 2026-12-31", "off")
    assert read == ("2026-12-24", "2026-12-25", "2026-12-26", "2026-12-31")
    assert days_off_words(read) == "2026-12-24 to 2026-12-26, 2026-12-31"


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ("Christmas", "is no day"),
        ("2026-12-26 to 2026-12-24", "ends before"),
        ("2026-01-01 to 2028-01-01", "more than a year"),
    ],
)
def test_days_off_that_cannot_be_are_said(typed, said):
    with pytest.raises(Refused) as refused:
        read_days_off(typed, "off")
    assert said in refused.value.faults[0].problem


def test_a_week_repeats_but_for_days_off_and_nothing_is_begun_before_now():
    hand = Hand("RM", ((Span(480, 720), Span(720, 900)), *[()] * 6), off=("2026-12-07",))
    there = presence((hand,), MONDAY, 22, after=600).spans[0]
    third = 14 * DAY_MINUTES
    # Hours that touch are one; the Monday off is not there.
    assert there == (
        (600, 900),
        (third + 480, third + 900),
        (third + 7 * DAY_MINUTES + 480, third + 7 * DAY_MINUTES + 900),
    )
