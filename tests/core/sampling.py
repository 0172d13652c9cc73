"""What the gate looks at of much, and what a long run does: in the gate always the same few."""

import os

import pytest
from hypothesis import settings

LONG = bool(os.environ.get("EUTHYNE_LONG"))
# Driven once more in a browser though a test below holds it: a page takes as long as fifty sums.
long_run = pytest.mark.skipif(
    not LONG, reason="in a long run; held below by a test of the core or the web"
)


def examples(many: int) -> settings:
    """Settings of a test that draws so many examples; a fifth of them in the gate, always the same ones, and
    twenty times as many new ones in a long run.
    """
    drawn = many * 20 if LONG else max(many // 5, 5)
    return settings(max_examples=drawn, deadline=None, derandomize=not LONG)


def some(everything, one_in: int) -> list:
    """All of it in a long run, in the gate one in so many, the first and the last among them."""
    listed = list(everything)
    if LONG or len(listed) <= 2:
        return listed
    return [one for i, one in enumerate(listed) if i % one_in == 0 or i == len(listed) - 1]
