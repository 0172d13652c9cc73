"""What can be the matter with a data file: what happened, what is kept all the same, what to do."""

import errno
import sqlite3
from pathlib import Path

from sqlalchemy.exc import DBAPIError


class DataFault(Exception):
    """The data file can not be used as it should be. ``what`` happened; ``kept`` is what is there all
    the same; ``to_do`` is the way on.
    """

    def __init__(self, what: str, kept: str, to_do: str) -> None:
        super().__init__(f"{what} {kept} {to_do}")
        self.what, self.kept, self.to_do = what, kept, to_do


RESTORE = "Look with: euthyne doctor. Put a copy in its place with: euthyne restore FILE."
NOTHING_WRITTEN = "Nothing was written to it."
ALL_BEFORE = "What was acknowledged before is kept; this last press is not."

# What it raises; where it names something whose letters are damaged, its own message can not be read as text.
SQLITE_ERRORS = (sqlite3.Error, UnicodeDecodeError)

# What SQLite says, and what it means to a person.
SAID = (
    (
        "database or disk is full",
        "The disk is full.",
        ALL_BEFORE,
        "Make room on the disk of the data folder, then press again.",
    ),
    (
        "readonly database",
        "The data file can only be read.",
        ALL_BEFORE,
        "Let whoever runs this program write to the data folder, then start it again.",
    ),
    (
        "database is locked",
        "Another program holds the data file and does not let go.",
        ALL_BEFORE,
        "Close what else has it open (a copy under way, a database browser), then press again.",
    ),
    (
        "disk i/o error",
        "The disk of the data folder does not do what it is asked.",
        ALL_BEFORE,
        "Look at the disk and its connection first; then start this program again.",
    ),
    (
        "unable to open database file",
        "The data file can not be opened.",
        "Nothing is known to be lost.",
        "See that its folder is there and that whoever runs this program may write to it.",
    ),
    (
        "file is not a database",
        "The data file is not one of this program: it is damaged from its first bytes, or another file.",
        NOTHING_WRITTEN,
        RESTORE,
    ),
    *(
        (words, "The data file is damaged.", NOTHING_WRITTEN, RESTORE)
        # The last three: a name in its tables is another than this program gave it.
        for words in ("malformed", "no such column", "no such table", "has no column named")
    ),
)


def said_by(error: BaseException) -> str:
    """What SQLite said, as far as it can be read."""
    if isinstance(error, UnicodeDecodeError):
        return bytes(error.object).decode(errors="replace")
    return str(getattr(error, "orig", None) or error)


def fault_of(error: BaseException) -> DataFault | None:
    """The fault of a data file that an error tells of; None for an error that tells of none."""
    if isinstance(error, DataFault):
        return error
    if isinstance(error, OSError):
        return _of_system(error)
    if not isinstance(error, (DBAPIError, *SQLITE_ERRORS)):
        return None
    text = said_by(error).lower()
    told = next((rest for words, *rest in SAID if words in text), None)
    return DataFault(*told) if told else None


def _of_system(error: OSError) -> DataFault | None:
    words = {
        errno.ENOSPC: "database or disk is full",
        errno.EROFS: "readonly database",
        errno.EACCES: "unable to open database file",
        errno.EPERM: "unable to open database file",
        errno.ENOTDIR: "unable to open database file",
        errno.EEXIST: "unable to open database file",
        errno.EIO: "disk i/o error",
    }.get(error.errno or 0)
    told = next((rest for said, *rest in SAID if said == words), None)
    return DataFault(*told) if told else None


def look_at_file(file: Path) -> None:
    """Look at the first bytes of a data file. Raises DataFault where it can not be one."""
    try:
        with file.open("rb") as opened:
            head = opened.read(16)
    except FileNotFoundError:
        return
    except OSError as error:
        raise _of_system(error) or error from error
    if not head:
        raise DataFault(
            f"{file} is empty: not one byte of it is there.", "Nothing was written to it.", RESTORE
        )
    if head != b"SQLite format 3\0":
        raise DataFault(
            f"{file} is not a data file of this program, or is damaged from its first bytes.",
            NOTHING_WRITTEN,
            RESTORE,
        )


def newer(version: str, known: str) -> DataFault:
    """The fault of a file that a newer program wrote."""
    return DataFault(
        f"This data file was written by a newer Euthyne (its tables are {version}, this one knows "
        f"them up to {known}).",
        NOTHING_WRITTEN,
        "Run the newer program; or restore a copy from before it, with: euthyne restore FILE.",
    )


def older(version: str, first: str) -> DataFault:
    """The fault of a data file from before the first program that keeps its files."""
    return DataFault(
        f"This data file is older than this program can read (its tables are {version or 'unnamed'}, "
        f"the first that it knows are {first}).",
        NOTHING_WRITTEN,
        "Open it with the program that wrote it, and bring its leads over one by one: euthyne export TAG.",
    )


def damaged(what: str) -> DataFault:
    """The fault of a data file that did not pass its check."""
    return DataFault(
        f"The data file did not pass its check: {what}.",
        "Nothing more is written to it; what can be read of it is shown.",
        RESTORE,
    )


def foreign(file: Path) -> DataFault:
    """The fault of a data file of some other program."""
    return DataFault(
        f"{file} is a data file of another program.",
        NOTHING_WRITTEN,
        "Give another folder with --data, or move that file away.",
    )
