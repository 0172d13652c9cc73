"""The moment something is recorded at."""

from datetime import UTC, datetime


def now() -> str:
    """This moment, to the second, with its zone."""
    return datetime.now().astimezone().isoformat(timespec="seconds")


def in_utc(moment: datetime) -> str:
    """A moment to the second, in UTC: such texts stand in the order of their moments. One without its
    zone is of this machine's.
    """
    return moment.astimezone(UTC).isoformat(timespec="seconds")
