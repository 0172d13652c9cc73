"""Run it on this machine, with one's own leads or with the demonstration."""

import os
import sys
from pathlib import Path
from typing import TYPE_CHECKING

import click

from euthyne.cli.common import DATA, data_folder, open_store, told
from euthyne.cli.demonstration import load_demo
from euthyne.cli.doors import EVERYWHERE, IN_THE_CLEAR, OWN, Doors

if TYPE_CHECKING:
    from euthyne.store.leads import LeadStore

PORT = 8460
PORT_OPTION = click.option("--port", default=PORT, show_default=True, help="Port to listen on.")

NAMES = click.option(
    "--host-name",
    "names",
    metavar="NAME",
    multiple=True,
    help="A name it answers to, beside 127.0.0.1 and localhost; may be given again.",
)


PATH = click.Path(exists=True, dir_okay=False, path_type=Path)


AT_THE_START = 0.5  # seconds that the days of the demonstration are looked for


@click.command()
@PORT_OPTION
@NAMES
@click.option(
    "--lan", is_flag=True, help="Let other devices of the network in, once there is a keeper."
)
@click.option("--host", metavar="ADDRESS", help="Listen on this address of the machine alone.")
@click.option("--cert", type=PATH, help="Certificate of this machine, PEM: speak TLS.")
@click.option("--key", type=PATH, help="The key of that certificate, PEM.")
@click.option(
    "--behind", metavar="ADDRESS", help="Of a proxy whose word is taken on who asks, and how."
)
@DATA
def serve(
    port: int,
    names: tuple[str, ...],
    lan: bool,
    host: str | None,
    cert: Path | None,
    key: Path | None,
    behind: str | None,
    data: str | None,
) -> None:
    """Run Euthyne on this machine, for itself or for the devices of its network."""
    if (cert is None) != (key is None):
        raise click.ClickException("TLS wants both: --cert FILE and --key FILE.")
    if host is not None and not host.strip():
        raise click.ClickException("--host wants an address of this machine, such as 192.168.1.20.")
    if lan and host:
        raise click.ClickException("Say --lan, or --host with one address; not both.")
    doors = Doors(EVERYWHERE if lan else host or OWN, port, cert, key, behind or "")
    _listen(data_folder(data), doors, names)


@click.command()
@PORT_OPTION
@DATA
def demo(port: int, data: str | None) -> None:
    """Run Euthyne with the leads of Tarn Ridge Observatory."""
    from euthyne.cli.demo_job import load_job

    folder = data_folder(data, demo=True)
    with told():
        load_demo(folder)
        load_job(folder)
    _listen(folder, Doors(OWN, port), days=True)


def _listen(folder: Path, doors: Doors, names: tuple[str, ...] = (), days: bool = False) -> None:
    """Serve a folder; ``days``, whether the days are laid first, where nobody laid them yet."""
    from euthyne.cli.server import server_for
    from euthyne.store.copies import Copies, Daily
    from euthyne.store.database import checkpoint
    from euthyne.store.lock import take
    from euthyne.store.people import PeopleStore
    from euthyne.store.reached import fallen_back
    from euthyne.web import create_app
    from euthyne.web.days import lay_first

    with told(), take(folder, f"Euthyne on {doors.address}, process {os.getpid()}"):
        copies = Copies(folder)
        store = open_store(folder)
        if doors.let_others_in:
            _wants_a_keeper(store, folder)
            names = (*names, *doors.names)
        elif doors.host != OWN:
            names = (*names, doors.host)
        copies.fell_back = fallen_back(store.engine)
        if copies.fell_back:
            PeopleStore(store.engine).note("", copies.fell_back)
        app = create_app(store, folder, copies, names, doors.let_others_in)
        if days:
            with app.test_request_context():
                lay_first(AT_THE_START)
        server = server_for(app, doors)
        click.echo(f"Euthyne is on {doors.address}  (data in {folder}; stop with Ctrl-C)")
        if doors.let_others_in:
            click.echo(
                f"It answers to: {', '.join(dict.fromkeys(names))}; others with --host-name."
            )
        if doors.in_the_clear:
            click.echo(IN_THE_CLEAR)
        sys.stdout.flush()
        daily = Daily(store.engine, copies, store.faults_of_log)
        daily.start()
        server.run()
        daily.end()
        checkpoint(store.engine)


def _wants_a_keeper(store: "LeadStore", folder: Path) -> None:
    """Raises ClickException, saying how to enter one, where there is none."""
    from euthyne.store.people import PeopleStore

    if not PeopleStore(store.engine).has_keeper:
        raise click.ClickException(
            "Other devices are let in only once somebody keeps this bench, so that each has to sign "
            f'in. Enter the keeper first: euthyne people add "NAME" --data "{folder}". Or start it '
            "for this machine alone, and enter them under Who is here. Then start it so again."
        )


SERVING = (serve, demo)
