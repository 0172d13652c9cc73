"""What was read of the file is right until somebody writes: it is read once until then."""

import sqlite3
from collections.abc import Callable
from functools import wraps
from pathlib import Path
from threading import Lock
from typing import Any, ParamSpec, TypeVar

from sqlalchemy import Engine

P = ParamSpec("P")
T = TypeVar("T")
# Answers that are held at most: a page asks for a dozen, a search for one of its own each time.
HELD = 400


class Reads:
    """The answers of one data file since it was last written, by whichever program wrote it.

    SQLite itself says whether it was: the version of the data, as a connection sees it that never writes.
    """

    def __init__(self, file: Path) -> None:
        self.file = file
        self._lock = Lock()
        self._watch: sqlite3.Connection | None = None
        self._version = 0
        self._answers: dict[Any, Any] = {}

    def answer(self, asked: Any, read: Callable[[], Any]) -> Any:
        """What was read before, or what is read now. Raises what ``read`` raises, which is not held."""
        with self._lock:
            version = self._now()
            if asked in self._answers:
                return self._answers[asked]
        found = read()
        with self._lock:
            # Written meanwhile: what was read is right for whoever asked, and for nobody after them.
            if version == self._version and len(self._answers) < HELD:
                self._answers[asked] = found
        return found

    def close(self) -> None:
        """Let go of the file: it is closed, or another is put in its place."""
        with self._lock:
            if self._watch is not None:
                self._watch.close()
            self._watch = None
            self._answers.clear()

    def _now(self) -> int:
        """The version of the data; what was read of another is forgotten."""
        if self._watch is None:
            self._watch = sqlite3.connect(self.file, check_same_thread=False)
            self._answers.clear()
        version = int(self._watch.execute("PRAGMA data_version").fetchone()[0])
        if version != self._version:
            self._version = version
            self._answers.clear()
        return version


def while_unchanged(read: Callable[P, T]) -> Callable[P, T]:
    """A reading whose answer holds until the file is written. Its first argument is the engine or a store
    of one; its answer is for looking at, not for changing.
    """

    @wraps(read)
    def held(*asked: P.args, **named: P.kwargs) -> T:
        owner: Any = asked[0]
        engine: Engine = getattr(owner, "engine", owner)
        reads: Reads | None = engine.get_execution_options().get("reads")
        if reads is None:
            return read(*asked, **named)
        key = (read.__qualname__, asked[1:], tuple(sorted(named.items())))
        answer: T = reads.answer(key, lambda: read(*asked, **named))
        return answer

    return held
