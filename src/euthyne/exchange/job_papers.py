"""The papers of a job in one file: a first page that lists its leads, then the papers themselves; labels side
by side on a sheet; what goes out, as a delivery note.
"""

from collections.abc import Iterable, Sequence
from io import BytesIO
from typing import Any

from euthyne.core.jobs.job import Job
from euthyne.core.trade.measures import Measures
from euthyne.drawing.template import PAPERS
from euthyne.exchange.paper import MARGIN_MM, Rows, mono, plain, printed, sheet_of

GAP_MM = 3.0
MM = 72 / 25.4


def list_pdf(
    title: str,
    job: Job,
    head: Sequence[str],
    rows: Rows,
    widths: Sequence[float],
    paper: str,
    words: Sequence[str] = (),
    measures: Measures = "metric",
) -> bytes:
    """A page that lists leads of a job.

    Parameters: title; job; head and rows of the table, the first of each a tag; widths, shares of the whole;
    paper, ``"a4"`` or ``"letter"``; words, below the table; measures of the bench.
    """
    from reportlab.platypus import Spacer

    name = f"{title}: {job.name}"
    sheet = sheet_of("", paper, measures)
    told = [[mono(row[0]), *map(plain, row[1:])] for row in rows]
    story: list[Any] = [
        sheet.words(plain(name), "title"),
        sheet.words(plain(_asked(job))),
        Spacer(1, 8),
        sheet.table([[plain(word) for word in head], *told], widths, head=True),
        Spacer(1, 8),
        *(sheet.words(plain(line)) for line in words),
    ]
    return printed(name, paper, story)


def _asked(job: Job) -> str:
    said = [f"for {job.made_for or 'nobody named'}"]
    said += [f"order {job.order}"] if job.order else []
    said += [f"drawing {job.drawing}"] if job.drawing else []
    said += [f"wanted by {job.wanted_by}"] if job.wanted_by else []
    return ", ".join(said)


def joined(files: Iterable[bytes], title: str) -> bytes:
    """Several files as one, in their order."""
    from pypdf import PdfReader, PdfWriter

    writer = PdfWriter()
    for file in files:
        writer.append(PdfReader(BytesIO(file)), import_outline=False)
    writer.add_metadata({"/Title": title})
    return _written(writer)


def on_sheets(labels: Iterable[bytes], paper: str, title: str) -> bytes:
    """Labels at their true size side by side, to be cut out: row after row, sheet after sheet."""
    from pypdf import PageObject, PdfReader, PdfWriter

    wide, tall = (side * MM for side in PAPERS[paper])
    margin, gap = MARGIN_MM * MM, GAP_MM * MM
    writer = PdfWriter()
    sheet: PageObject | None = None
    x, y, row = margin, tall - margin, 0.0
    for page in (page for file in labels for page in PdfReader(BytesIO(file)).pages):
        w, h = float(page.mediabox.width), float(page.mediabox.height)
        if x + w > wide - margin:
            x, y, row = margin, y - row - gap, 0.0
        if sheet is None or y - h < margin:
            sheet = writer.add_blank_page(wide, tall)
            x, y, row = margin, tall - margin, 0.0
        sheet.merge_translated_page(page, x, y - h)
        x, row = x + w + gap, max(row, h)
    writer.add_metadata({"/Title": title})
    return _written(writer)


def _written(writer: Any) -> bytes:
    out = BytesIO()
    writer.write(out)
    return out.getvalue()
