"""The certificate of a sealed lead: one page, from what the seal froze."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from io import BytesIO
from typing import Any

from euthyne.core.stages.tag.audit import Head
from euthyne.core.stages.tag.seal import Seal
from euthyne.core.stages.tag.tag import TagFacts, facts_in
from euthyne.core.trade.figure import metres
from euthyne.core.trade.measures import Measures
from euthyne.core.trade.shown import at_most
from euthyne.drawing.template import PAPERS
from euthyne.exchange.label import qr_rows
from euthyne.exchange.paper import MARGIN_MM, Sheet, mono, plain, printed, sheet_of

WORDS = {"pass": "pass", "watch": "watch", "fail": "FAIL", "unsure": "cannot say"}
NOT_CHECKED = "Sealed in another log, not checked here"
QR_MM, MOST_REASONS, SMALL = 24.0, 4, 26
PHOTOGRAPHS, PHOTOGRAPH_MM, GAP = 3, (42.0, 28.0), 8.0
SHARES = (1.0, 0.85, 0.7)  # of the width, of a drawing


@dataclass(frozen=True)
class Pictures:
    """What a certificate shows of its lead: drawings as SVG, with the style sheet they are shown with on screen;
    photographs, each with its words.
    """

    drawings: tuple[str, ...] = ()
    css: str = ""
    photographs: tuple[tuple[str, bytes], ...] = ()


def certificate_pdf(
    sealed: Seal,
    address: str,
    head: Head,
    paper: str = "a4",
    names: Mapping[str, str] | None = None,
    measures: Measures = "metric",
    elsewhere: bool = False,
    pictures: Pictures | None = None,
) -> bytes:
    """The certificate, one page: what it is, what it is good for, each reading beside its expectation,
    who built and who proved it, when it is tested again, its seal and the end of the log; drawn end to end, with
    its wire map and its photographs, as far as the page has room.

    Parameters: sealed; address its code opens, empty while nobody has said; head of the log of seals;
    paper, ``a4`` or ``letter``; names of lines, for records that kept only their ids;
    measures of its bench; elsewhere, where the seal is of another log; pictures of the lead that the seal froze.
    Raises: Refused for a record without a tag.
    """
    from reportlab.lib.units import mm
    from reportlab.platypus import KeepInFrame

    pictures = pictures or Pictures()
    facts = facts_in(sealed.record)
    _, tall = PAPERS[paper]
    sheet = sheet_of(pictures.css, paper, measures)
    high = (tall - 2 * MARGIN_MM) * mm - 14
    head_of_it = [
        sheet.words(plain(f"{facts.tag}  {facts.name}"), "title"),
        *([sheet.words(NOT_CHECKED, "title")] if elsewhere else []),
        sheet.words(
            "Certificate of a lead that was built, proven and sealed. Computed from the tables named in "
            "its record; local rules, the makers' sheets and a licensed person decide."
        ),
        _good_for(sheet, facts),
    ]
    rest = [
        *_what(sheet, facts),
        *_readings(sheet, sealed.record, names or {}),
        *_seen(sheet, sealed.record),
        *_passed(sheet, sealed.record),
        *_seal(sheet, sealed, facts, address, None if elsewhere else head),
    ]
    room = high - _height(sheet, [*head_of_it, *rest])
    drawn, room = _as_room_allows(sheet, _drawings(sheet, pictures), room)
    seen, _ = _as_room_allows(sheet, _photographs(sheet, pictures), room)
    story = [*head_of_it, *drawn, *rest, *seen]
    whole = KeepInFrame(sheet.wide, high, story, mode="shrink")
    return printed(f"Certificate {facts.tag}", paper, [whole])


def _height(sheet: Sheet, story: list[Any]) -> float:
    """How much of a page a story takes, in points; what only breaks pages takes none."""
    from reportlab.platypus import CondPageBreak

    laid = [flowable for flowable in story if not isinstance(flowable, CondPageBreak)]
    between = sum(max(x.getSpaceBefore(), x.getSpaceAfter()) for x in laid)
    return float(between + sum(x.wrap(sheet.wide, 10_000)[1] for x in laid))


def _as_room_allows(
    sheet: Sheet, pictures: Iterable[Iterable[list[Any]]], room: float
) -> tuple[list[Any], float]:
    """Of pictures those that the page still has room for, in their order, and the room left.

    Parameters: pictures, each as it may be laid, the largest first, and no smaller one drawn where that fits; room
    in points.
    """
    taken: list[Any] = []
    for sizes in pictures:
        for size in sizes:
            if (tall := _height(sheet, size)) <= room:
                taken += size
                room -= tall
                break
    return taken, room


def _drawings(sheet: Sheet, pictures: Pictures) -> Iterator[Iterator[list[Any]]]:
    """The lead end to end, and its wire map with its colours, each as large as there is room."""
    from reportlab.platypus import Spacer

    for svg in pictures.drawings:
        yield ([Spacer(1, GAP), sheet.drawing(svg, share)] for share in SHARES)


def _photographs(sheet: Sheet, pictures: Pictures) -> Iterator[Iterator[list[Any]]]:
    """The photographs of what was looked at, side by side, each with its words."""
    shown = pictures.photographs[:PHOTOGRAPHS]
    if shown:
        yield (_in_a_row(sheet, shown, tall) for tall in PHOTOGRAPH_MM)


def _in_a_row(sheet: Sheet, shown: Sequence[tuple[str, bytes]], tall_mm: float) -> list[Any]:
    from reportlab.lib.units import mm
    from reportlab.platypus import Image, Table

    wide = sheet.wide / PHOTOGRAPHS
    images = [
        Image(BytesIO(content), wide - 8, tall_mm * mm, kind="proportional", hAlign="LEFT")
        for _, content in shown
    ]
    words = [sheet.words(plain(name)) for name, _ in shown]
    table = Table([images, words], colWidths=[wide] * len(shown), hAlign="LEFT")
    table.setStyle([("LEFTPADDING", (0, 0), (-1, -1), 0), ("VALIGN", (0, 0), (-1, -1), "TOP")])
    return [sheet.words("Photographs", "section"), table]


def _good_for(sheet: Sheet, facts: TagFacts) -> Any:
    """The most it carries, as large as on its tag, and what goes with it."""
    from reportlab.platypus import Table

    rolled = f"{at_most(facts.amps_rolled)} A rolled up" if facts.rolls else ""
    fuse = f"fuse {facts.fuse_amps:g} A" if facts.fuse_amps else ""
    said = [
        plain(f"at {facts.volts:g} V, the most it carries; set by {facts.weakest}"),
        *([plain(", ".join(words for words in (rolled, fuse) if words))] if rolled or fuse else []),
        f"test again by <b>{plain(facts.next_test)}</b>",
    ]
    large = sheet.words(mono(f"{at_most(facts.amps)} A"), "large")
    table = Table(
        [[large, [sheet.words(words) for words in said]]],
        colWidths=[sheet.wide * 0.24, sheet.wide * 0.76],
    )
    table.setStyle([("LEFTPADDING", (0, 0), (-1, -1), 0), ("VALIGN", (0, 0), (-1, -1), "MIDDLE")])
    return table


def _what(sheet: Sheet, facts: TagFacts) -> list[Any]:
    """What it is."""
    rows = [
        ["From", plain(facts.end_a), "Cable", plain(facts.cord)],
        ["To", plain(facts.end_b), "Run", mono(f"{metres(facts.run_m):.2f}")],
    ]
    also = [["Also", plain("; ".join(facts.facts))]] if facts.facts else []
    return [
        *sheet.section("What it is"),
        sheet.table(rows, (0.09, 0.45, 0.09, 0.37)),
        *([sheet.table(also, (0.09, 0.91))] if also else []),
    ]


def _readings(sheet: Sheet, record: dict[str, Any], names: Mapping[str, str]) -> list[Any]:
    """Each reading beside its expectation; of a record that kept only verdicts, its reasons."""
    told = record.get("proof", [])
    widths = (0.34, 0.38, 0.2, 0.08) if told else (0.36, 0.02, 0.5, 0.12)
    if not told:
        rows = [
            [plain(names.get(key, key)), "", plain(v["reason"]), WORDS.get(v["word"], "")]
            for key, v in record["verdicts"].items()
        ]
    else:
        rows = [
            [
                plain(x["words"]),
                mono(x["band"]),
                mono(_as_read(x)),
                WORDS.get(x["verdict"], "") if x["reading"] else "",
            ]
            for x in told
        ]
    head = ["Measured", "A sound one reads" if told else "", "Reading", "Verdict"]
    return [
        *sheet.section("Readings"),
        sheet.table([head, *rows[:SMALL]], widths, head=True),
        *([sheet.words(f"and {len(rows) - SMALL} more in the record")] if rows[SMALL:] else []),
    ]


def _as_read(line: dict[str, Any]) -> str:
    """A reading with the volts it was taken at, where those are kept."""
    volts = line.get("at_volts")
    return (line["reading"] or "not taken") + (f" at {volts:g} V" if volts else "")


def _seen(sheet: Sheet, record: dict[str, Any]) -> list[Any]:
    """What was looked at and probed, in numbers."""
    if "looks" not in record:
        return []
    looks, probes = record["looks"], record["probes"]
    said = f"{looks} things looked at, all good; {probes} probes of the map, all as planned."
    if not probes:
        said = f"{looks} things looked at, all good; no probe comes to its contacts."
    if came := proof_came_in(record):
        said += f" What was seen and read came in with a document that {came} took in."
    if record.get("taken_with"):
        said += f" Read with {record['taken_with']}."
    own = record.get("own_sheets") or []
    by_sheet = [sheet.words(f"Made by one's own sheets: {'. '.join(own)}.")] if own else []
    tools = record.get("tools") or []
    pressed = [sheet.words(plain(f"Pressed with {'; '.join(tools)}."))] if tools else []
    return [sheet.words(said), *by_sheet, *pressed]


def proof_came_in(record: dict[str, Any]) -> str:
    """Who took in the proof that a record froze, where it came with a document."""
    proof = record.get("lead", {}).get("proof", {})
    entries = [x for name in ("looks", "probes", "readings") for x in proof.get(name, ())]
    return " and ".join(dict.fromkeys(x["taken_in_by"] for x in entries if x.get("taken_in_by")))


def _passed(sheet: Sheet, record: dict[str, Any]) -> list[Any]:
    """Cautions that stand, each with the reason it was passed with."""
    told = [f for f in record["checks"] if f["reason"]][:MOST_REASONS]
    rows = [[plain(_said(f)), plain(f["reason"])] for f in told]
    if not rows:
        return []
    return [
        *sheet.section("Cautions passed, with their reasons", 20),
        sheet.table(rows, (0.55, 0.45)),
    ]


def _said(found: dict[str, Any]) -> str:
    """What a caution says; with what it is about, where a lead may have several of one kind."""
    return f"{found['title']}: {found['text']}" if found.get("about") else str(found["text"])


def _seal(
    sheet: Sheet, sealed: Seal, facts: TagFacts, address: str, head: Head | None
) -> list[Any]:
    """Who answers for it, when it is tested again, the seal, and where the log ended."""
    rows = [
        ["Built by", mono(facts.made_by), "Proved by", mono(facts.proved_by or facts.made_by)],
        [
            "Sealed",
            mono(f"{sealed.sealed_at[:10]} by {sealed.sealed_by}"),
            "Test again by",
            mono(facts.next_test),
        ],
    ]
    sums = [
        ["Seal", mono(f"{sealed.number}: {sealed.sha256}")],
        ["After", mono(sealed.previous)],
    ]
    if head is not None:
        sums.append(["Log ends", mono(f"{head.number}:{head.sha256}")])
    from reportlab.platypus import Table

    words = [sheet.table(rows, (0.12, 0.26, 0.14, 0.28))]
    return [
        *sheet.section("Seal", 20),
        Table(
            [[words, _code(address)]],
            colWidths=[sheet.wide * 0.82, sheet.wide * 0.18],
            style=[("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (-1, -1), 0)],
        ),
        sheet.table(sums, (0.1, 0.9)),
    ]


def _code(address: str) -> Any:
    """The square code that opens the record; nothing while nobody has said where it is."""
    from reportlab.graphics.shapes import Drawing, Rect
    from reportlab.lib.units import mm

    rows = qr_rows(address)
    drawing = Drawing(QR_MM * mm, QR_MM * mm)
    cell = QR_MM * mm / max(len(rows), 1)
    for j, row in enumerate(rows):
        for i, dark in enumerate(row):
            if dark:
                y = QR_MM * mm - (j + 1) * cell
                drawing.add(Rect(i * cell, y, cell * 1.02, cell * 1.02, strokeWidth=0))
    return drawing
