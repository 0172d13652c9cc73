"""How far the log had gone, beside the data file: a crash that took the newest with it is told of at the
next start. It is not waited for that it is on the disk, so it may be behind, and never ahead of what was
acknowledged.
"""

import json
from contextlib import suppress
from pathlib import Path

from sqlalchemy import Engine, select

from euthyne.store.models import JournalRow

NAME = "reached.json"
NEWEST = select(JournalRow.id, JournalRow.at).order_by(JournalRow.id.desc()).limit(1)


def _beside(engine: Engine) -> Path:
    return Path(str(engine.url.database)).parent / NAME


def note_reached(engine: Engine, line: int, at: str) -> None:
    """Write the newest line of the log beside the data file."""
    with suppress(OSError):  # what was acknowledged is on disk; this only tells of it
        _beside(engine).write_text(json.dumps({"line": line, "at": at}))


def fallen_back(engine: Engine) -> str:
    """What is told where the log is behind what it had reached; empty where it is not."""
    try:
        told = json.loads(_beside(engine).read_text())
        had, at = int(told["line"]), str(told["at"])
    except (OSError, ValueError, KeyError, TypeError):
        return ""
    with engine.connect() as db:
        newest = db.execute(NEWEST).first()
    line, when = (newest.id, newest.at) if newest else (0, "nothing")
    if line >= had:
        return ""
    return (
        f"The log came back at an earlier state: its newest line is {line}, of {when}; it had reached line "
        f"{had}, of {at}. What was done in between is not in it: a power cut, a copy put in its place, or "
        "a disk that lost what it had written."
    )
