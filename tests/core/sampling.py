"""Random examples: always the same few in the gate, twenty times as many new ones in a long run."""

import os

from hypothesis import settings

LONG = bool(os.environ.get("EUTHYNE_LONG"))


def examples(many: int) -> settings:
    """Settings of a test that draws so many examples."""
    return settings(max_examples=many * 20 if LONG else many, deadline=None, derandomize=not LONG)
