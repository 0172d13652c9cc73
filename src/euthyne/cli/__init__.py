"""The commands: run it, answer a document, write and take in leads, keep the log."""

import os

import click

from euthyne import __version__
from euthyne.cli.common import data_folder, open_store
from euthyne.cli.demonstration import DEMO_ORDER, load_demo
from euthyne.cli.documents import DOCUMENTS
from euthyne.cli.keeping import KEEPING
from euthyne.cli.people import people_command
from euthyne.cli.serving import SERVING


@click.group()
@click.version_option(__version__, prog_name="euthyne")
def main() -> None:
    """Euthyne: from a brief to a proven, tagged and recorded lead."""
    os.umask(0o077)  # what it writes is for whoever runs it


for command in (*SERVING, *DOCUMENTS, *KEEPING, people_command):
    main.add_command(command)

__all__ = ["DEMO_ORDER", "data_folder", "load_demo", "main", "open_store"]
