"""The log: leads written and taken in, and held against their seals."""

import shutil
import sys
from datetime import datetime
from io import BytesIO
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import BinaryIO

import click

from euthyne.cli.common import DATA, answer, data_folder, open_store, told
from euthyne.store.clock import now


@click.command("export")
@click.argument("lead", required=False)
@click.option(
    "--all",
    "archive",
    metavar="FILE",
    type=click.Path(dir_okay=False, path_type=Path),
    help="Write everything of the log to FILE, as one archive.",
)
@DATA
def export_command(lead: str | None, archive: Path | None, data: str | None) -> None:
    """Write a lead's JSON document to standard output; or everything to an archive."""
    from euthyne.exchange.lead_file import write_lead
    from euthyne.store.archive import write_archive
    from euthyne.store.leads import NoSuchLead, file_of

    if (lead is None) == (archive is None):
        raise click.ClickException("Say which lead, or --all FILE; not both.")
    with told():
        if archive is not None:
            if archive.exists():
                raise click.ClickException(f"{archive} is there already. Give another name.")
            write_archive(open_store(_with_a_log(data)), archive)
            click.echo(f"{archive}: {archive.stat().st_size:,} bytes.")
            return
        try:
            file = file_of(open_store(data_folder(data)), str(lead))
        except NoSuchLead as error:
            raise click.ClickException(f"No lead is tagged {lead}.") from error
        click.echo(write_lead(file.lead, file.seal), nl=False)


@click.command("import")
@click.argument("file", type=click.File("rb"))
@DATA
def import_command(file: BinaryIO, data: str | None) -> None:
    """Take in a lead's JSON document (- for standard input), or a whole archive into an empty log;
    what has faults is not taken at all.
    """
    from euthyne.exchange.lead_file import read_lead
    from euthyne.store.archive import take_in_archive
    from euthyne.store.lock import take

    def take_in() -> str:
        text = file.read()
        store = open_store(data_folder(data))
        if text.startswith(b"PK"):
            with take(data_folder(data), "euthyne import"):
                many = take_in_archive(store, BytesIO(text), now(), _so_far)
            return f"{many} leads are in the log."
        found = read_lead(text)
        with take(data_folder(data), "euthyne import"):
            store.take_in(found, now(), "import")
        return f"{found.lead.tag} is in the log."

    with told():
        answer(take_in)


def _so_far(many: int) -> None:
    click.echo(f"{many} leads so far", err=True)


@click.command("verify-log")
@click.option(
    "--head",
    "heads",
    metavar="NUMBER:SHA",
    multiple=True,
    help="Where the log is known to have ended, as a certificate prints it; may be given again.",
)
@DATA
def verify_log(heads: tuple[str, ...], data: str | None) -> None:
    """Check that nothing sealed was changed, and say how many seals there are and where the log ends."""
    from euthyne.core.stages.tag.audit import read_head

    known = []
    for text in heads:
        try:
            known.append(read_head(text))
        except ValueError as error:
            raise click.ClickException(
                f"{text!r} is no end of a log. What would do: what a certificate prints after Log ends, "
                "such as 12:9f2c and so on to 64 letters."
            ) from error
    folder = _with_a_log(data)
    with told():
        found = open_store(folder).audit(known)
    click.echo(
        f"{found.count} sealed; the log ends at number {found.head.number}, {found.head.sha256}"
    )
    if found.faults:
        faults = "\n".join(f"- {fault}" for fault in found.faults)
        raise click.ClickException(f"Not as it was sealed:\n{faults}")
    click.echo("Every seal holds.")


@click.command("backup")
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
@DATA
def backup(file: Path, data: str | None) -> None:
    """Copy the log to FILE, in use or not, and check the copy."""
    from euthyne.store.copies import copy_checked
    from euthyne.store.database import FILE

    folder = _with_a_log(data)
    if file.exists():
        raise click.ClickException(f"{file} is there already. Give another name.")
    with told():
        copy_checked(folder / FILE, file)
    click.echo(f"{file}: {file.stat().st_size:,} bytes, checked.")


@click.command("restore")
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@click.option("--yes", is_flag=True, help="Do not ask.")
@DATA
def restore(file: Path, yes: bool, data: str | None) -> None:
    """Put a copy in the place of the log; what it replaces is kept beside it."""
    from euthyne.store.copies import faults_within, put_in_place, version_of
    from euthyne.store.lock import take

    folder = data_folder(data)
    with told():
        version_of(file)
        if faults := faults_within(file):
            raise click.ClickException(
                f"{file} did not pass its check: {faults[0]}. Nothing was changed."
            )
        with take(folder, "euthyne restore"):
            if not yes:
                click.confirm(
                    f"Put {file} in the place of the log in {folder}? What is there is kept beside it",
                    abort=True,
                )
            _try_out(file, folder)
            aside = put_in_place(file, folder, datetime.now().strftime("%Y%m%d-%H%M%S"))
            store = open_store(folder)
            store.keep_head()
            found = store.audit()
    if aside:
        click.echo(f"What was there is in {aside}.")
    click.echo(f"The log of {file} is in place; it ends at number {found.head.number}.")
    for fault in found.faults:
        click.echo(f"- {fault}")


def _try_out(file: Path, folder: Path) -> None:
    """A copy is opened and read from end to end before it takes the place of anything. Raises what it can not do."""
    from euthyne.store.database import FILE

    with TemporaryDirectory(prefix="trial-", dir=folder) as trial:
        shutil.copyfile(file, Path(trial) / FILE)
        store = open_store(Path(trial))
        try:
            store.audit()
        finally:
            store.engine.dispose()


@click.command("doctor")
@DATA
def doctor(data: str | None) -> None:
    """Look at the data file from end to end, without changing it; exit status 1 for any fault."""
    from euthyne.store.doctor import examine

    lines = examine(_with_a_log(data))
    for line in lines:
        click.echo(f"{'fault' if line.bad else 'good ':5}  {line.what}: {line.found}")
    if any(line.bad for line in lines):
        sys.exit(1)


def _with_a_log(data: str | None) -> Path:
    """A data folder that has a log. Raises ClickException for one that has none."""
    from euthyne.store.database import FILE

    folder = data_folder(data)
    if not (folder / FILE).exists():
        raise click.ClickException(f"There is no log in {folder}. Say where it is: --data DIR")
    return folder


KEEPING = (export_command, import_command, verify_log, backup, restore, doctor)
