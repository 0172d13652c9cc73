"""Opening the data file: write-ahead log, foreign keys, full syncs, and its migrations."""

import sqlite3
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from pathlib import Path
from threading import Lock
from typing import Any

from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session

from euthyne.store.faults import (
    SQLITE_ERRORS,
    DataFault,
    fault_of,
    foreign,
    look_at_file,
    newer,
    older,
)
from euthyne.store.models import Base
from euthyne.store.open_file import OpenFile
from euthyne.store.reached import NEWEST, note_reached
from euthyne.store.rights import keep_to_oneself
from euthyne.store.unchanged import Reads

FILE = "euthyne.sqlite3"
COPIES = "copies"
# A file that is to take the data file's place.
RESTORED = "restored.sqlite3"
# The first and the newest version of the tables: what was before the first was never given to anybody.
FIRST, HEAD = "0013", "0015"
VERSIONS = tuple(f"{number:04d}" for number in range(int(FIRST), int(HEAD) + 1))
MIGRATIONS = Path(__file__).parent / "migrations"
# Seconds a writer waits for another to be done.
PATIENCE = 15
# Stands behind a text that was damaged: nothing that is kept ends with it.
SPOILED = "\0"


def open_database(folder: Path, before_migration: Callable[[Path], None] | None = None) -> Engine:
    """The data file of a folder, made or migrated when needed. Only its first bytes and the version
    of its tables are looked at.

    Parameters: folder; before_migration, called with the file before one that was written by an
    older program is changed.
    Returns: an engine whose every commit is on disk when it returns.
    Raises: DataFault, saying what is the matter and what to do.
    """
    file = folder / FILE
    try:
        folder.mkdir(parents=True, exist_ok=True)
        keep_to_oneself(folder)
        _finish_restoring(folder)
        look_at_file(file)
        version = _version(file)
        engine = create_engine(f"sqlite:///{file}", connect_args={"timeout": PATIENCE})
        reads = Reads(file)
        engine.update_execution_options(turn=Lock(), reads=reads)
        event.listen(engine, "connect", _prepare)
        event.listen(engine, "begin", _begin)
        # Where every connection is closed, the next one begins another write-ahead log.
        event.listen(engine, "engine_disposed", _forget_log)
        event.listen(engine, "engine_disposed", lambda _: reads.close())
        if version != HEAD:
            if version is not None and before_migration is not None:
                before_migration(file)
            _migrate(engine)
        engine.update_execution_options(open_file=OpenFile.of(file))
    except (DBAPIError, *SQLITE_ERRORS, OSError) as error:
        fault = fault_of(error)
        if fault is None:
            raise
        raise fault from error
    return engine


def _finish_restoring(folder: Path) -> None:
    """A restore that was cut short after it had put the old file aside is finished. Raises DataFault
    where there are copies and no data file.
    """
    file, restored = folder / FILE, folder / RESTORED
    if file.exists():
        return
    if restored.exists():
        restored.replace(file)
    elif any((folder / COPIES).glob("*.sqlite3")):
        raise DataFault(
            f"There is no data file in {folder}, though there are copies of one.",
            "The copies are as they were.",
            f"Put one in its place with: euthyne restore FILE; or move the folder {COPIES} away to "
            "begin a new log.",
        )


@contextmanager
def writing(engine: Engine) -> Iterator[Session]:
    """A transaction that writes: it has the file to itself, and is on disk when it is done. What stands
    in ``session.info["afterwards"]`` is called with the engine once it is.

    Raises: DataFault where the file did not pass its check, or is not the one of that name any more.
    """
    # Those of this program take turns; SQLite would have them sleep and try again.
    turn: Lock = engine.get_execution_options()["turn"]
    with turn, Session(engine.execution_options(writing=True)) as session:
        afterwards: list[Callable[[Engine], None]] = []
        session.info["afterwards"] = afterwards
        with session.begin():
            yield session
            session.flush()
            newest = session.execute(NEWEST).first()
            open_file: OpenFile = engine.get_execution_options()["open_file"]
            open_file.hold()
        if newest is not None:
            note_reached(engine, newest.id, newest.at)
        for work in dict.fromkeys(afterwards):
            work(engine)


def shut(engine: Engine, fault: DataFault) -> None:
    """From now on nothing more is written to the file: it did not pass its check."""
    engine.update_execution_options(shut=fault)


def checkpoint(engine: Engine) -> None:
    """Bring everything from the write-ahead log into the file itself, and close it."""
    with engine.connect() as connection:
        driver: Any = connection.connection.driver_connection
        connection.rollback()
        driver.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    engine.dispose()


def _prepare(connection: Any, _record: Any) -> None:
    # The driver would open a transaction late, on the first write; `_begin` does it when asked.
    connection.isolation_level = None
    connection.text_factory = _text
    # FULL: a commit has reached the disk before it returns, so what was answered is kept.
    for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
        connection.execute(f"PRAGMA {pragma}")


def _text(kept: bytes) -> str:
    """A text as it is kept; of one with a byte that is no letter everything else, and a mark by which
    it is known: one flipped bit does not take every list with it.
    """
    try:
        return kept.decode()
    except UnicodeDecodeError:
        return kept.decode(errors="replace") + SPOILED


def _forget_log(engine: Engine) -> None:
    open_file: OpenFile | None = engine.get_execution_options().get("open_file")
    if open_file is not None:
        open_file.log_mark = None


def _begin(connection: Connection) -> None:
    options = connection.get_execution_options()
    is_writing = options.get("writing", False)
    if is_writing and "shut" in options:
        raise options["shut"]
    # A writer takes its lock before it reads. Two that read first and then both want to write would
    # each wait for the other.
    connection.exec_driver_sql("BEGIN IMMEDIATE" if is_writing else "BEGIN")


def _version(file: Path) -> str | None:
    """The version of the tables; None for a file that is new. The file is only read. Raises
    DataFault.
    """
    if not file.exists():
        return None
    with closing(sqlite3.connect(f"{file.absolute().as_uri()}?mode=ro", uri=True)) as opened:
        tables = {row[0] for row in opened.execute("select name from sqlite_master")}
        if "alembic_version" not in tables:
            if tables:
                raise foreign(file)
            return None
        row = opened.execute("select version_num from alembic_version").fetchone()
    if row is None:
        return None
    return known_version(str(row[0]))


def known_version(version: str) -> str:
    """A version of the tables. Raises DataFault for one that this program can not bring up to its own."""
    if version in VERSIONS:
        return version
    raise older(version, FIRST) if version < FIRST else newer(version, HEAD)


def _migrate(engine: Engine) -> None:
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS).replace("%", "%%"))
    with engine.connect().execution_options(writing=True) as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
        connection.commit()


METADATA = Base.metadata
