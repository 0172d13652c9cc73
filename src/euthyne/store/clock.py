"""The moment something is recorded at."""

from datetime import datetime


def now() -> str:
    """This moment, to the second, with its zone."""
    return datetime.now().astimezone().isoformat(timespec="seconds")
