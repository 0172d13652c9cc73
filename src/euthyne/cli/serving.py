"""Run it on this machine, with one's own leads or with the demonstration."""

import sys
from pathlib import Path

import click

from euthyne.cli.common import DATA, data_folder, open_store
from euthyne.cli.demonstration import load_demo

PORT = 8460
# Bytes of a body, half-open connections, and seconds that one may say nothing.
LIMITS = {"max_request_body_size": 2_100_000, "connection_limit": 400, "channel_timeout": 30}
PORT_OPTION = click.option("--port", default=PORT, show_default=True, help="Port to listen on.")


@click.command()
@PORT_OPTION
@DATA
def serve(port: int, data: str | None) -> None:
    """Run Euthyne on this machine."""
    _listen(data_folder(data), port)


@click.command()
@PORT_OPTION
@DATA
def demo(port: int, data: str | None) -> None:
    """Run Euthyne with the leads of Tarn Ridge Observatory."""
    folder = data_folder(data, demo=True)
    load_demo(folder)
    _listen(folder, port)


def _listen(folder: Path, port: int) -> None:
    from waitress import create_server

    from euthyne.web import create_app

    app = create_app(open_store(folder), folder)
    try:
        server = create_server(app, host="127.0.0.1", port=port, threads=4, **LIMITS)
    except OSError as error:
        raise click.ClickException(
            f"Port {port} is taken. Give another: --port {port + 1}"
        ) from error
    click.echo(f"Euthyne is on http://127.0.0.1:{port}  (data in {folder}; stop with Ctrl-C)")
    sys.stdout.flush()
    server.run()


SERVING = (serve, demo)
