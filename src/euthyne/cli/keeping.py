"""The log: leads written and taken in, and held against their seals."""

from typing import BinaryIO

import click

from euthyne.cli.common import DATA, answer, data_folder, open_store
from euthyne.store.clock import now


@click.command("export")
@click.argument("lead")
@DATA
def export_command(lead: str, data: str | None) -> None:
    """Write a lead's JSON document to standard output."""
    from euthyne.exchange.lead_file import write_lead
    from euthyne.store.leads import NoSuchLead, file_of

    try:
        file = file_of(open_store(data_folder(data)), lead)
    except NoSuchLead as error:
        raise click.ClickException(f"No lead is tagged {lead}.") from error
    click.echo(write_lead(file.lead, file.seal), nl=False)


@click.command("import")
@click.argument("file", type=click.File("rb"))
@DATA
def import_command(file: BinaryIO, data: str | None) -> None:
    """Take in a lead's JSON document (- for standard input); a document with faults is not taken at
    all.
    """
    from euthyne.exchange.lead_file import read_lead

    def take_in() -> str:
        found = read_lead(file.read())
        open_store(data_folder(data)).add(found, now(), "import", "imported")
        return f"{found.lead.tag} is in the log."

    answer(take_in)


@click.command("verify-log")
@DATA
def verify_log(data: str | None) -> None:
    """Check that nothing sealed was changed, and say how many seals there are and the last of them."""
    from euthyne.store.database import FILE

    folder = data_folder(data)
    if not (folder / FILE).exists():
        raise click.ClickException(f"There is no log in {folder}. Say where it is: --data DIR")
    found = open_store(folder).audit()
    click.echo(
        f"{found.count} sealed; the log ends at seal {found.head.number}, {found.head.sha256}"
    )
    if found.faults:
        told = "\n".join(f"- {fault}" for fault in found.faults)
        raise click.ClickException(f"Not as it was sealed:\n{told}")
    click.echo("Every seal holds.")


KEEPING = (export_command, import_command, verify_log)
