"""Copies of the data file: made by SQLite's own backup, checked, kept by day, week and month."""

import os
import re
import shutil
import sqlite3
import threading
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from datetime import date, datetime
from pathlib import Path

from sqlalchemy import Engine

from euthyne.store.database import COPIES, FILE, HEAD, RESTORED, known_version, shut
from euthyne.store.faults import (
    SQLITE_ERRORS,
    DataFault,
    damaged,
    fault_of,
    look_at_file,
    said_by,
)

# How many of each are kept; those from before a change of the tables beside them.
KEPT = {"daily": 14, "weekly": 8, "monthly": 24, "before": 6, "taken": 4}
# Seconds from the start to the first copy, and from one look to the next.
AFTER_START, BETWEEN = 5.0, 3600.0
# Seconds that the end of the program waits for a copy under way.
ENDING = 20.0
NAME = re.compile(r"(daily|weekly|monthly|before|taken)-[\w-]+\.sqlite3")


@dataclass(frozen=True)
class Copy:
    """A copy that passed its check: its file, what kind it is, when it was made, its size in bytes."""

    file: Path
    kind: str
    made: datetime
    size: int


class Copies:
    """The copies of one data folder, in a folder beside the data."""

    def __init__(self, folder: Path) -> None:
        self.data = folder / FILE
        self.folder = folder / COPIES
        # What went wrong with the last one; what of the log does not hold against its seals.
        self.trouble = ""
        self.unsealed: list[str] = []
        # What is told where the log came back at an earlier state.
        self.fell_back = ""

    def all(self) -> list[Copy]:
        """Every copy, newest first."""
        found = []
        for file in self.folder.glob("*.sqlite3"):
            named = NAME.fullmatch(file.name)
            if named:
                told = file.stat()
                made = datetime.fromtimestamp(told.st_mtime).astimezone()
                found.append(Copy(file, named[1], made, told.st_size))
        return sorted(found, key=lambda copy: (copy.made, copy.file.name), reverse=True)

    @property
    def last(self) -> Copy | None:
        """The newest copy that is good."""
        return next(iter(self.all()), None)

    def of_day(self, day: date) -> Path:
        """The file of a day's copy, there or not."""
        return self.folder / f"daily-{day.isoformat()}.sqlite3"

    def keep(self, today: date) -> Copy | None:
        """Make the copy of a day where there is none yet, and of its week and month; let the oldest
        go. What went wrong is in ``trouble``.

        Returns: the copy of the day.
        """
        year, week, _ = today.isocalendar()
        daily = self.of_day(today)
        try:
            if not daily.exists():
                copy_checked(self.data, daily)
            for name in (f"weekly-{year}-W{week:02d}", f"monthly-{today:%Y-%m}"):
                self._same(daily, self.folder / f"{name}.sqlite3")
            self._let_go()
            self.trouble = ""
        except (DataFault, OSError, *SQLITE_ERRORS) as error:
            fault = fault_of(error)
            self.trouble = fault.what if fault else f"The copy could not be made: {said_by(error)}"
            return None
        return next(c for c in self.all() if c.file == daily)

    def make_now(self, moment: datetime) -> Path:
        """A copy of the log as it is now, checked, to be taken away. Raises DataFault."""
        file = self.folder / f"taken-{moment:%Y%m%d-%H%M%S}.sqlite3"
        try:
            copy_checked(self.data, file)
        except (OSError, *SQLITE_ERRORS) as error:
            raise fault_of(error) or error from error
        self._let_go()
        return file

    def before_migration(self, file: Path) -> None:
        """Keep the file as it is before its tables are changed. Raises DataFault."""
        stamp = datetime.now().strftime("%Y%m%d-%H%M%S")
        try:
            copy_checked(file, self.folder / f"before-{HEAD}-{stamp}.sqlite3")
        except (OSError, *SQLITE_ERRORS) as error:
            raise fault_of(error) or error from error
        self._let_go()

    def _same(self, copy: Path, other: Path) -> None:
        if not other.exists():
            with _whole(other) as made:
                shutil.copyfile(copy, made)

    def _let_go(self) -> None:
        for kind, many in KEPT.items():
            # Their names go by the calendar, whatever became of their times on the disk.
            names = sorted(self.folder.glob(f"{kind}-*.sqlite3"), key=lambda f: f.name)
            for old in names[:-many]:
                old.unlink()


class Daily(threading.Thread):
    """Makes the copy of each day, beside the work. A data file that does not pass its check is written
    to no more; a log that does not hold against its seals is told of.
    """

    def __init__(self, engine: Engine, copies: Copies, audit: Callable[[], list[str]]) -> None:
        super().__init__(daemon=True, name="copies")
        self.engine, self.copies, self.audit = engine, copies, audit
        self.told = threading.Event()

    def run(self) -> None:
        """Once a while after the start, then each hour."""
        wait = AFTER_START
        while not self.told.wait(wait):
            self.look(date.today())
            wait = BETWEEN

    def end(self) -> None:
        """No more copies; one under way is waited for, and has let go of the file after it."""
        self.told.set()
        self.join(ENDING)

    def look(self, today: date) -> None:
        """Make the copy of a day where there is none yet, and look at what is copied."""
        if self.copies.of_day(today).exists():
            return
        if self.copies.keep(today) is None:
            faults = faults_within(self.copies.data)
            if faults:
                shut(self.engine, damaged(faults[0]))
                return
        self.copies.unsealed = self.audit()


def copy_checked(source: Path, target: Path) -> None:
    """Copy a data file, in use or not, and check the copy; a copy that does not pass is not kept.

    Raises: DataFault where it does not pass; OSError, sqlite3.Error.
    """
    target.parent.mkdir(parents=True, exist_ok=True)
    with _whole(target) as made:
        with (
            closing(sqlite3.connect(f"{source.absolute().as_uri()}?mode=ro", uri=True)) as taken,
            closing(sqlite3.connect(made)) as copy,
        ):
            taken.backup(copy)
            copy.execute("PRAGMA journal_mode=DELETE")
        faults = faults_within(made)
        if faults:
            raise DataFault(
                f"A copy of {source.name} did not pass its check: {faults[0]}.",
                "Nothing more is written to it, and the copies before are kept.",
                "Look with: euthyne doctor. Put a copy in its place with: euthyne restore FILE.",
            )


@contextmanager
def _whole(target: Path) -> Iterator[Path]:
    """A file that takes its name when it is whole and on disk, or not at all."""
    made = target.with_name(f"{target.name}.new")
    made.unlink(missing_ok=True)
    try:
        yield made
        with made.open("rb+") as written:
            os.fsync(written.fileno())
        made.replace(target)
    finally:
        made.unlink(missing_ok=True)


def faults_within(file: Path) -> list[str]:
    """What SQLite finds wrong within a file: its structure, and rows that belong to nothing."""
    try:
        with closing(sqlite3.connect(f"{file.absolute().as_uri()}?mode=ro", uri=True)) as opened:
            told = [str(row[0]) for row in opened.execute("PRAGMA integrity_check(20)")]
            lost = opened.execute("PRAGMA foreign_key_check").fetchall()
    except SQLITE_ERRORS as error:
        return [said_by(error)]
    found = [line for line in told if line != "ok"]
    return found + [f"a row of {row[0]} belongs to nothing" for row in lost[:20]]


def version_of(file: Path) -> str:
    """The version of a file's tables. Raises DataFault for a file that is none of ours."""
    look_at_file(file)
    try:
        with closing(sqlite3.connect(f"{file.absolute().as_uri()}?mode=ro", uri=True)) as opened:
            row = opened.execute("select version_num from alembic_version").fetchone()
    except SQLITE_ERRORS as error:
        # Of one on a disk that can only be read, nothing is known to be wrong.
        fault = fault_of(error)
        if fault is not None and "unable to open" in said_by(error):
            raise fault from error
        raise DataFault(
            f"{file} is no data file of this program: {said_by(error)}.",
            "Nothing was changed.",
            "Give a file that euthyne backup made, or one of the folder of copies.",
        ) from error
    return known_version(str(row[0]) if row else "")


def put_in_place(copy: Path, folder: Path, stamp: str) -> Path | None:
    """Put a copy in the place of a folder's data file; what was there is kept beside it.

    Parameters: copy, a file that passed its check; folder; stamp, for the name of what is kept.
    Returns: the folder that holds what was there; None where nothing was.
    """
    folder.mkdir(parents=True, exist_ok=True)
    names = (FILE, f"{FILE}-wal", f"{FILE}-shm", "sealed-head.json", "reached.json")
    there = [folder / name for name in names if (folder / name).exists()]
    aside = folder / f"replaced-{stamp}"
    with _whole(folder / RESTORED) as made:
        shutil.copyfile(copy, made)
    if there:
        aside.mkdir()
        for file in there:
            file.replace(aside / file.name)
    (folder / RESTORED).replace(folder / FILE)
    return aside if there else None
