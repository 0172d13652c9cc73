"""Run it on this machine, with one's own leads or with the demonstration."""

import os
import sys
from pathlib import Path

import click

from euthyne.cli.common import DATA, data_folder, open_store, told
from euthyne.cli.demonstration import load_demo

PORT = 8460
PORT_OPTION = click.option("--port", default=PORT, show_default=True, help="Port to listen on.")

NAMES = click.option(
    "--host-name",
    "names",
    metavar="NAME",
    multiple=True,
    help="A name it answers to, beside 127.0.0.1 and localhost; may be given again.",
)


@click.command()
@PORT_OPTION
@NAMES
@DATA
def serve(port: int, names: tuple[str, ...], data: str | None) -> None:
    """Run Euthyne on this machine."""
    _listen(data_folder(data), port, names)


@click.command()
@PORT_OPTION
@DATA
def demo(port: int, data: str | None) -> None:
    """Run Euthyne with the leads of Tarn Ridge Observatory."""
    folder = data_folder(data, demo=True)
    with told():
        load_demo(folder)
    _listen(folder, port)


def _listen(folder: Path, port: int, names: tuple[str, ...] = ()) -> None:
    from euthyne.cli.server import Server
    from euthyne.store.copies import Copies, Daily
    from euthyne.store.database import checkpoint
    from euthyne.store.lock import take
    from euthyne.web import create_app

    address = f"http://127.0.0.1:{port}"
    with told(), take(folder, f"Euthyne on {address}, process {os.getpid()}"):
        copies = Copies(folder)
        store = open_store(folder)
        server = Server(create_app(store, folder, copies, names), port)
        click.echo(f"Euthyne is on {address}  (data in {folder}; stop with Ctrl-C)")
        sys.stdout.flush()
        daily = Daily(store.engine, copies, store.faults_of_log)
        daily.start()
        server.run()
        daily.end()
        checkpoint(store.engine)


SERVING = (serve, demo)
