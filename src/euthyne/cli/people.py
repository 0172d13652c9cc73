"""The people of a bench, entered at the terminal of the machine that holds the file."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from typing import TYPE_CHECKING

import click

from euthyne.cli.common import DATA, data_folder, open_store, told
from euthyne.core.trade.fault import Refused

if TYPE_CHECKING:
    from euthyne.store.people import PeopleStore


# Who did it, in the log of the house.
HERE = "at the terminal"
PASSPHRASE = click.password_option(
    "--passphrase",
    prompt="Passphrase, 12 letters at least",
    help="Asked for where it is not given.",
)


@contextmanager
def _kept(data: str | None, command: str) -> Iterator["PeopleStore"]:
    """The people of a folder that no other program has; what is refused is told."""
    from euthyne.store.lock import take
    from euthyne.store.people import PeopleStore

    folder = data_folder(data)
    with told(), take(folder, command):
        try:
            yield PeopleStore(open_store(folder).engine)
        except Refused as refused:
            fault = refused.faults[0]
            words = f"{fault.problem[0].upper()}{fault.problem[1:]}. What would do: {fault.fix}."
            raise click.ClickException(words) from refused


@click.group("people")
def people_command() -> None:
    """Who is of this bench: the first keeper, before other devices are let in; and everybody after."""


@people_command.command("add")
@click.argument("name")
@click.option(
    "--role", default="keeper", show_default=True, help="reader, builder, prover or keeper."
)
@click.password_option(
    "--passphrase",
    prompt="Passphrase, 12 letters at least",
    help="Asked for where it is not given.",
)
@DATA
def add(name: str, role: str, passphrase: str, data: str | None) -> None:
    """Enter NAME, as it is to stand beside what they sign."""
    from euthyne.core.people.roles import read_role

    with _kept(data, "euthyne people add") as known:
        person = known.add(name, read_role(role), passphrase, datetime.now(UTC), HERE)
    click.echo(f"{person.name} is entered as {person.role}, who {person.role.may_words}.")


@people_command.command("passphrase")
@click.argument("name")
@PASSPHRASE
@DATA
def passphrase(name: str, passphrase: str, data: str | None) -> None:
    """Give NAME another passphrase, where even the keeper forgot theirs."""
    from euthyne.store.people import NO_SUCH_PERSON

    with _kept(data, "euthyne people passphrase") as known:
        person = known.named(name)
        if person is None:
            raise Refused(NO_SUCH_PERSON)
        known.set_passphrase(person.id, passphrase, HERE)
    click.echo(f"{person.name} signs in with the new passphrase.")


@people_command.command("list")
@DATA
def everybody(data: str | None) -> None:
    """Everybody, with their role."""
    from euthyne.store.people import PeopleStore

    with told():
        for person in PeopleStore(open_store(data_folder(data)).engine).all():
            click.echo(f"{person.name}, {person.role}{', put away' if person.put_away else ''}")
