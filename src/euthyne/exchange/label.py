"""The tag's label as files: SVG, and PDF true to the millimetre, with the record's address as a QR
code.
"""

from collections.abc import Sequence
from functools import lru_cache
from io import BytesIO

from euthyne.core.stages.tag.tag import TagFacts
from euthyne.core.trade.figure import shortly
from euthyne.core.trade.measures import Measures, tell
from euthyne.drawing import label as drawn


@lru_cache(maxsize=256)
def qr_rows(address: str) -> tuple[tuple[bool, ...], ...]:
    """The QR code of an address, row by row, dark cells True; none for an address nobody has said."""
    if not address:
        return ()
    import segno

    return tuple(
        tuple(bool(cell) for cell in row)
        for row in segno.make(address, error="m", micro=False).matrix
    )


def svg(facts: TagFacts, address: str, sealed: drawn.Sealed, form: str = "tag") -> str:
    """The label as SVG text, in one of its forms; its figures are told where it is shown."""
    return drawn.label_svg(facts, qr_rows(address), sealed, form)


def pdf(
    tags: Sequence[TagFacts],
    address: str,
    sealed: drawn.Sealed,
    form: str = "tag",
    measures: Measures = "metric",
) -> bytes:
    """The labels as a PDF, a page of its own size for each, in one of its forms, as its bench measures."""
    from reportlab.lib.units import mm
    from reportlab.pdfgen.canvas import Canvas

    out = BytesIO()
    canvas = Canvas(out, invariant=1)
    canvas.setTitle(f"Label {tags[0].tag}")
    for facts in tags:
        label = drawn.formed(facts, qr_rows(address), sealed, form)
        canvas.setPageSize((label.width * mm, label.height * mm))
        for item in label.items:
            if isinstance(item, drawn.Square):
                top = label.height - item.y - item.h
                canvas.rect(item.x * mm, top * mm, item.w * mm, item.h * mm, stroke=0, fill=1)
            else:
                canvas.setFont("Helvetica-Bold" if item.heavy else "Helvetica", item.size * mm)
                words = tell(shortly(item.words), measures)
                canvas.drawString(item.x * mm, (label.height - item.y) * mm, words)
        canvas.showPage()
    canvas.save()
    return out.getvalue()
