"""What is taken away as a file: under its name, a table as every spreadsheet reads it."""

import csv
from collections.abc import Iterable, Sequence
from io import StringIO

from flask import Response


def download(text: str, kind: str, name: str) -> Response:
    """A text as a file of a kind (its media type) under a name."""
    answer = Response(text, mimetype=kind)
    answer.headers.set("Content-Disposition", "attachment", filename=name)
    return answer


def table(head: Sequence[str], rows: Iterable[Sequence[str]], name: str) -> Response:
    """A table as CSV, under a name."""
    out = StringIO()
    writer = csv.writer(out)
    writer.writerow(head)
    writer.writerows([harmless(cell) for cell in row] for row in rows)
    return download(out.getvalue(), "text/csv", name)


def harmless(cell: str) -> str:
    """A cell that no spreadsheet takes for a sum."""
    return f"'{cell}" if cell[:1] and cell[0] in "=+-@\t\r" else cell
