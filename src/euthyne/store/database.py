"""Opening the data file: write-ahead log, foreign keys, full syncs, and its migrations."""

from pathlib import Path
from typing import Any

from sqlalchemy import Connection, Engine, create_engine, event, inspect, text

from euthyne.store.models import Base

FILE = "euthyne.sqlite3"
HEAD = "0006"
MIGRATIONS = Path(__file__).parent / "migrations"


def open_database(folder: Path) -> Engine:
    """The data file of a folder, made or migrated when needed.

    Returns: an engine whose every commit is on disk when it returns.
    """
    folder.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{folder / FILE}", connect_args={"timeout": 15})
    event.listen(engine, "connect", _prepare)
    event.listen(engine, "begin", _begin)
    if _version(engine) != HEAD:
        _migrate(engine)
    return engine


def _prepare(connection: Any, _record: Any) -> None:
    # The driver would open a transaction late, on the first write; `_begin` does it when asked.
    connection.isolation_level = None
    # FULL: a commit has reached the disk before it returns, so what was answered is kept.
    for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
        connection.execute(f"PRAGMA {pragma}")


def _begin(connection: Connection) -> None:
    # A writer takes its lock before it reads. Two that read first and then both want to write would
    # each wait for the other.
    writing = connection.get_execution_options().get("writing", False)
    connection.exec_driver_sql("BEGIN IMMEDIATE" if writing else "BEGIN")


def _version(engine: Engine) -> str | None:
    with engine.connect() as connection:
        if not inspect(connection).has_table("alembic_version"):
            return None
        return connection.execute(text("select version_num from alembic_version")).scalar()


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
