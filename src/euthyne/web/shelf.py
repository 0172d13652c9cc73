"""Shelf: parts with their faces, the finder, cables and colours, and every check with its reasons."""

import re
from dataclasses import dataclass, replace
from functools import lru_cache

from flask import Blueprint, abort, current_app, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.checks import listed
from euthyne.core.shelf.faults import faults_of
from euthyne.core.shelf.finder import QUESTIONS, left, matching, shelved_under
from euthyne.core.shelf.loose import read_loose, written
from euthyne.core.shelf.making import CLOSINGS
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.shelf.terminations.finishes import FINISHES
from euthyne.core.trade.barrel import lug_strips
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.colours import schemes
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import mm
from euthyne.core.trade.quantity import AREA, CURRENT, SHORT, TORQUE, VOLUME, Measure
from euthyne.core.trade.sizes import read_size
from euthyne.data.tables import rows
from euthyne.drawing.judge import row
from euthyne.drawing.shelfpiece import piece, sides
from euthyne.exchange.part_file import read_part, write_part
from euthyne.exchange.photograph import leaflet as as_kept
from euthyne.store.clock import now
from euthyne.store.shelf import ShelfStore
from euthyne.web.downloads import download
from euthyne.web.frame import wants_part, who
from euthyne.web.measures import in_gauge, read_here

blueprint = Blueprint("shelf", __name__)
MOST_PATHS = 6
MOST_PRESSES = 12
# A torque for one size of conductor: 4 mm2 2.5 N m, 8 AWG 25 in-lb.
BY_SIZE = re.compile(r"(?i)^([\d./]+ *(?:mm2|mm²|awg)):? +(.+)$")
# Parts of a family that are drawn before anything is looked for.
FIRST = 8
RANGES = (
    ("grip_mm", "Cord its grip holds", "mm", SHORT),
    ("terminal_mm2", "Conductor its terminals take", "mm²", AREA),
    ("strip_mm", "Bare copper wanted", "mm", SHORT),
)


def added() -> ShelfStore:
    """What people added to the shelf of this application."""
    found: ShelfStore = current_app.extensions["shelf"]
    return found


def every_part() -> dict[str, Part]:
    """The whole shelf: the parts that come with it, then those that were added."""
    return shelf() | added().parts()


def _part(name: str) -> Part:
    return every_part().get(name) or abort(404)


def tile(part: Part, under: str, own: bool = False) -> Markup:
    """A part in a list: drawn, named, with what one sees or what it mates under it."""
    return _tile(request.script_root, part, under, own)


@lru_cache(maxsize=2048)
def _tile(_root: str, part: Part, under: str, own: bool) -> Markup:
    drawing = Markup(piece(part))
    told = render_template("shelf/tile.html", part=part, drawing=drawing, under=under, own=own)
    return Markup(told)


@blueprint.get("/shelf")
def show() -> str:
    """Every part, or those whose words, standard and source hold every word."""
    words = request.args.get("q", "").strip()[:100]
    own, away = added().all_parts()
    wanted = words.lower().split()
    found = [p for p in (shelf() | own).values() if all(w in p.searched for w in wanted)]
    template = "shelf/parts.html" if wants_part() else "shelf/page.html"
    return render_template(
        template,
        families=_families(found, None if words else FIRST),
        many=len(found),
        words=words,
        own=own,
        tile=tile,
        away=away.values(),
    )


@dataclass(frozen=True)
class PartFamily:
    """Parts that stand under one heading: those drawn, and how many more there are."""

    title: str
    parts: list[Part]
    more: int


def _families(parts: list[Part], shown: int | None) -> list[PartFamily]:
    """Parts by the standard they are made to, those made to none by what they are; so many of each
    are drawn, all of them where it is None.
    """
    found: dict[str, list[Part]] = {}
    for part in parts:
        generic = part.standard == "generic"
        found.setdefault(shelved_under(part) if generic else part.standard, []).append(part)
    standing = {part.standard for part in parts}
    order = sorted(found.items(), key=lambda family: family[0] not in standing)
    return [
        PartFamily(title, them[:shown], max(len(them) - (shown or len(them)), 0))
        for title, them in order
    ]


@blueprint.get("/shelf/find")
def find() -> str:
    """The finder: from what one sees to the part."""
    known = {q.id: {a for a, _ in q.answers} for q in QUESTIONS}
    answers = {q: a for q, a in request.args.items() if q in known and a in known[q]}
    parts = list(every_part().values())
    found = matching(parts, answers)
    template = "shelf/find.html"
    if wants_part():
        template = "shelf/found.html"
    return render_template(
        template,
        questions=QUESTIONS,
        answers=answers,
        counts=left(parts, answers),
        total=len(found),
        found=found[:12],
        tile=tile,
    )


@blueprint.get("/shelf/checks")
def checks() -> str:
    """Every check, with what it watches, why, and what clears it."""
    return render_template("shelf/checks.html", checks=listed())


@blueprint.get("/shelf/tables")
def tables() -> str:
    """Cables, colours, terminals, studs and sleeves."""
    return render_template(
        "shelf/tables.html",
        cables=cable_types().values(),
        schemes=schemes().values(),
        terminals=rows("insulated-terminals.csv"),
        studs=rows("stud-holes.csv"),
        sleeves=rows("heat-shrink.csv"),
    )


@blueprint.get("/shelf/sheet")
def sheet() -> str:
    """Every face and outline on one sheet, to be looked at part by part."""
    kinds = [(t.words, Markup(row(t.joint))) for t in TERMINATIONS.values()]
    parts = [(p, Markup(piece(p))) for p in every_part().values()]
    return render_template("shelf/sheet.html", parts=parts, kinds=kinds)


@blueprint.get("/shelf/terminations")
def terminations() -> str:
    """Every kind of termination: what to do, what people get wrong, good and bad side by side."""
    kinds = [(t, Markup(row(t.joint))) for t in TERMINATIONS.values()]
    finishes = [(f, Markup(row(f.kind))) for f in FINISHES.values()]
    return render_template("shelf/terminations.html", kinds=kinds, finishes=finishes)


@blueprint.get("/shelf/part/<name>")
def one(name: str) -> str:
    """A part: both its sides, its figures, and where they are from."""
    return _one(_part(name), {}, ())


def _one(part: Part, typed: dict[str, str], faults: tuple[Fault, ...]) -> str:
    own = part.id in added().parts()
    return render_template(
        "shelf/part.html",
        part=part,
        sides=Markup(sides(part)),
        ranges=RANGES,
        paths=_paths(part),
        closings=CLOSINGS.values(),
        loose=written(part.threaded),
        strips={mark: f"{mm(low, high):g}" for mark, low, high in part.strips_mm},
        torques=torque_written(part),
        joint=TERMINATIONS[part.joint].words,
        lugs=lug_strips() if part.lug_by_size else (),
        typed=typed,
        faults=faults,
        own=own,
        leaflets=added().sheets(part.id) if own else (),
    )


@blueprint.post("/shelf/part/<name>/correct")
def correct(name: str) -> str | Response | tuple[str, int]:
    """A part of one's own, like another but with the figures of its data sheet."""
    part, typed = _part(name), {k: v for k, v in request.form.items() if k != "csrf_token"}
    try:
        mine = _corrected(part, typed)
        added().add(mine, now(), who())
    except Refused as refused:
        return _one(part, typed, refused.faults), 422
    return redirect(url_for("shelf.one", name=mine.id), 303)


def _corrected(part: Part, typed: dict[str, str]) -> Part:
    """The part with what its sheet says. Raises Refused with every fault."""
    faults: list[Fault] = []
    figures = _figures_of_sheet(part, typed, faults)
    words = typed.get("words", "").strip()[:80]
    if len(words) < 3:
        what = "what is printed on it, in a few words"
        faults.append(Fault("part.words", "it has no name", what))
    loose, closing = part.threaded, typed.get("closing", part.closing)
    try:
        if "loose" in typed:
            loose = read_loose(typed["loose"], part.threaded, "part.threaded", in_gauge())
    except Refused as refused:
        faults += refused.faults
    strips = _strips(part, typed, faults)
    torque_nm, torques_nm = _torques(part, typed, faults)
    presses = _presses(part, typed, faults)
    if faults:
        raise Refused(*faults)
    there = {t.id for t in loose}
    strip = (figures["strip_mm.least"], figures["strip_mm.most"])
    as_before = strip == part.strip_mm
    mine = replace(
        part,
        id=_fresh_id(part),
        words=words,
        amps=figures["amps"],
        source=typed.get("source", "").strip()[:200],
        corrects=part.corrects or part.id,
        grip_mm=(figures["grip_mm.least"], figures["grip_mm.most"]),
        terminal_mm2=(figures["terminal_mm2.least"], figures["terminal_mm2.most"]),
        strip_mm=strip,
        lug_by_size=part.lug_by_size and as_before,
        wings=part.wings if as_before else None,
        path_mm=tuple((mark, figures.get(f"path.{mark}", mm)) for mark, mm in part.path_mm),
        torque_nm=torque_nm,
        torques_nm=torques_nm,
        sheet_tool=typed.get("tool", part.sheet_tool).strip()[:80],
        sheet_presses=presses,
        strips_mm=strips,
        volume_ml=figures["volume"],
        threaded=loose,
        closing=closing,
        making=tuple(m for m in part.making if not m.seats or m.seats in there),
        ip=typed.get("ip", part.ip).strip(),
        ip_unmated=typed.get("ip_unmated", part.ip_unmated).strip(),
    )
    if found := faults_of(mine):
        raise Refused(*found)
    return mine


def _figures_of_sheet(part: Part, typed: dict[str, str], faults: list[Fault]) -> dict[str, float]:
    """Every figure of the form by its field; what can not be read is added to ``faults``."""
    figures: dict[str, float] = {}
    wanted = [
        (f"{name}.{end}", measure) for name, _, _, measure in RANGES for end in ("least", "most")
    ]
    for field, measure in (("amps", CURRENT), *wanted):
        try:
            figures[field] = read_here(typed.get(field, ""), measure, f"part.{field}")
        except Refused as refused:
            faults += refused.faults
    before = {f"path.{mark}": (mm, SHORT) for mark, mm in _paths(part)}
    before["volume"] = (part.volume_ml, VOLUME)
    for field, (value, measure) in before.items():
        figures[field] = _figure(
            typed=typed, field=field, measure=measure, before=value, faults=faults
        )
    return figures


def _strips(
    part: Part, typed: dict[str, str], faults: list[Fault]
) -> tuple[tuple[str, float, float], ...]:
    """Bare copper of the terminals that want their own: ``8 to 10 mm``, empty where they want what
    the others do; what can not be read is added to ``faults``.
    """
    found = []
    for mark, _ in _paths(part):
        text = typed.get(f"strip.{mark}", "").strip()
        if not text:
            continue
        low, _, high = text.partition(" to ")
        try:
            pair = [read_here(x, SHORT, f"part.strips_mm.{mark}") for x in (low, high or low)]
            found.append((mark, pair[0], pair[1]))
        except Refused as refused:
            faults += refused.faults
    return tuple(found)


def _torques(
    part: Part, typed: dict[str, str], faults: list[Fault]
) -> tuple[float, tuple[tuple[str, float], ...]]:
    """The torque of a sheet: one for all, or by the size of the conductor, ``4 mm2 2.5 N m, 6 mm2 3 N m``; as it
    was where the form leaves it empty.
    """
    text = typed.get("torque", "").strip()
    if not text:
        return part.torque_nm, part.torques_nm
    one, by_size = 0.0, []
    for each in text.split(","):
        sized = BY_SIZE.match(each.strip())
        try:
            if sized:
                size = read_size(sized[1].replace("²", "2"), "part.torque").name
                by_size.append((size, read_here(sized[2], TORQUE, "part.torque")))
            else:
                one = read_here(each, TORQUE, "part.torque")
        except Refused as refused:
            faults += refused.faults
    return one, tuple(by_size)


def torque_written(part: Part) -> str:
    """The torques of a part as its form takes them."""
    one = [f"{part.torque_nm:g} N m"] if part.torque_nm else []
    return ", ".join([*one, *(f"{size} {nm:g} N m" for size, nm in part.torques_nm)])


def _presses(part: Part, typed: dict[str, str], faults: list[Fault]) -> int:
    text = typed.get("presses", "").strip()
    if not text:
        return part.sheet_presses
    if text.isdigit() and 0 < int(text) <= MOST_PRESSES:
        return int(text)
    faults.append(
        Fault("part.presses", f"{text!r} is not how often a barrel is pressed", "such as 2")
    )
    return part.sheet_presses


def _paths(part: Part) -> tuple[tuple[str, float], ...]:
    """The ways to each terminal that a form asks for: those of a part with few."""
    if len(part.path_mm) <= MOST_PATHS:
        return part.path_mm
    return ()


def _figure(
    typed: dict[str, str], field: str, measure: Measure, before: float, faults: list[Fault]
) -> float:
    """A figure of the sheet; as it was where the form leaves it empty."""
    if not typed.get(field, "").strip():
        return before
    try:
        return read_here(typed[field], measure, f"part.{field}")
    except Refused as refused:
        faults += refused.faults
        return before


def _fresh_id(part: Part) -> str:
    base = part.corrects or part.id
    own, away = added().all_parts()
    taken = shelf() | own | away
    return next(name for n in range(1, 1000) if (name := f"{base}-own-{n}") not in taken)


@blueprint.post("/shelf/part/<name>/put-away")
def put_away(name: str) -> Response:
    """Put a part of one's own away, or take it out again."""
    if not added().put_away(name, request.form.get("away") == "yes"):
        abort(404)
    return redirect(url_for("shelf.show"), 303)


@blueprint.post("/shelf/part/<name>/leaflet")
def keep_leaflet(name: str) -> Response:
    """Keep a leaflet with a part of one's own: a PDF, or a photograph of it."""
    sent = request.files.get("leaflet")
    if sent is None or not sent.filename:
        raise Refused(Fault("leaflet", "no file was chosen", "a PDF, or a photograph"))
    added().keep_sheet(name, sent.filename, as_kept(sent.read()), now(), who())
    return redirect(url_for("shelf.one", name=name), 303)


@blueprint.get("/shelf/part/<name>/leaflet/<int(max=999999999999999999):number>")
def leaflet(name: str, number: int) -> Response:
    """A leaflet of a part."""
    found = added().sheet(name, number)
    if found is None:
        abort(404)
    kind, content = found
    return Response(content, mimetype=kind)


@blueprint.get("/shelf/part/<name>/document.json")
def document(name: str) -> Response:
    """A part's open document."""
    part = _part(name)
    return download(write_part(part), "application/json", f"{part.id}.json")


@blueprint.get("/shelf/import")
def bring() -> str:
    """Where a part's document is taken in."""
    return render_template("import.html", what="part", faults=(), text="")


@blueprint.post("/shelf/import")
def take_in() -> Response | tuple[str, int]:
    """Take a part in whole, or list everything that is wrong with it."""
    sent = request.files.get("file")
    if sent and sent.filename:
        text = sent.read().decode("utf-8", "replace")
    else:
        text = request.form.get("text", "")
    try:
        part = read_part(text)
        added().add(part, now(), who())
    except Refused as refused:
        return render_template("import.html", what="part", faults=refused.faults, text=text), 422
    return redirect(url_for("shelf.one", name=part.id), 303)
