"""Texts that stand for more than themselves: a day, a moment, a tag. A predicate holds for one, or
raises WillNotDo with what would do.
"""

import re
from datetime import date, datetime
from typing import Annotated

from annotated_types import MaxLen, MinLen, Predicate

RESERVED = ("new", "import", "put-away", "document")
TAG = re.compile(r"\w(?:[\w.+ -]*\w)?")


class WillNotDo(ValueError):
    """A text is not what it stands for; ``fix`` says what would do."""

    def __init__(self, problem: str, fix: str) -> None:
        super().__init__(problem)
        self.problem, self.fix = problem, fix


def is_day(text: str) -> bool:
    """True for a day of the calendar. Raises WillNotDo.

    >>> is_day("2026-11-26")
    True
    """
    try:
        found = date.fromisoformat(text)
    except ValueError as error:
        raise WillNotDo(f"{text!r} is no day", "a day such as 2026-11-26") from error
    return _as_written(text, found.isoformat())


def is_moment(text: str) -> bool:
    """True for a day with a time of the clock. Raises WillNotDo.

    >>> is_moment("2026-11-26T10:07:00")
    True
    """
    try:
        datetime.fromisoformat(text)
    except ValueError as error:
        fix = "a moment such as 2026-11-26T10:07:00"
        raise WillNotDo(f"{text!r} is no moment", fix) from error
    return True


def _as_written(text: str, usual: str) -> bool:
    if text != usual:
        raise WillNotDo(f"{text!r} is no day as it is kept", f"written {usual}")
    return True


def is_tag(text: str) -> bool:
    """True for a tag that can stand on a label and in an address. Raises WillNotDo.

    >>> is_tag("TR-0014")
    True
    """
    if TAG.fullmatch(text) is None:
        problem = f"{text!r} can not stand on a label and in an address"
        raise WillNotDo(problem, "letters, figures, and between them - . _ + or a space")
    if text.lower() in RESERVED:
        raise WillNotDo(f"{text!r} is the name of a page", "another tag")
    return True


Day = Annotated[str, MaxLen(10), Predicate(is_day)]
Moment = Annotated[str, MinLen(16), MaxLen(32), Predicate(is_moment)]
Tag = Annotated[str, MinLen(1), MaxLen(24), Predicate(is_tag)]
