"""What the commands share: where the data lies, how it is opened, what is printed."""

import json
import sys
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import asdict
from pathlib import Path
from typing import TYPE_CHECKING

import click

if TYPE_CHECKING:
    from euthyne.store.leads import LeadStore

DATA = click.option("--data", metavar="DIR", help="Folder of the data file.")


def data_folder(given: str | None, demo: bool = False) -> Path:
    """The data folder: the one given, else the platform's own; the demo keeps apart from real
    leads.
    """
    if given:
        return Path(given)
    from platformdirs import user_data_path

    home = user_data_path("euthyne")
    if demo:
        return home / "tarn-ridge"
    return home


def open_store(folder: Path) -> "LeadStore":
    """The leads of a folder; a copy is kept before the tables of an older file are changed. Raises
    DataFault.
    """
    from euthyne.store.copies import Copies
    from euthyne.store.database import open_database
    from euthyne.store.leads import LeadStore

    return LeadStore(open_database(folder, Copies(folder).before_migration))


@contextmanager
def told() -> Iterator[None]:
    """A fault of the data file is told in words, without a traceback; exit status 1."""
    from euthyne.store.faults import DataFault, fault_of

    try:
        yield
    except click.ClickException:
        raise
    except Exception as error:
        fault = error if isinstance(error, DataFault) else fault_of(error)
        if fault is None:
            raise
        raise click.ClickException(str(fault)) from error


def answer(work: Callable[[], str]) -> None:
    """Print what the work answers; or its faults as JSON, with exit status 2."""
    from euthyne.core.trade.fault import Refused
    from euthyne.core.trade.measures import all_told, tell

    try:
        click.echo(tell(work(), "metric"))
    except Refused as refused:
        click.echo(json.dumps({"errors": [all_told(asdict(f)) for f in refused.faults]}, indent=1))
        sys.exit(2)
