"""Prove: look, probe, measure; each reading judged as it is typed."""

from dataclasses import dataclass, replace
from functools import lru_cache

from flask import Blueprint, abort, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.wrappers import Response

from euthyne.core.assembly.records import parted
from euthyne.core.lead import Look, Probe, Proof, Reading
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.lookover import LookLine
from euthyne.core.stages.prove.probing import by_pair, heard
from euthyne.core.stages.prove.provegrid import all_pairs
from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.stages.prove.readings.typed import asked_about, read_reading
from euthyne.core.stages.prove.verdict import Verdict
from euthyne.core.standing.taken_in import proof_taken_in
from euthyne.core.trade.fault import Fault, Refused
from euthyne.drawing.judge import row
from euthyne.drawing.probing import reading_drawing
from euthyne.exchange.photograph import prepared
from euthyne.exchange.readings_file import read_readings, written
from euthyne.store.clock import now
from euthyne.web.downloads import download
from euthyne.web.entry import Answer, Sent, StageForm, back
from euthyne.web.errors import NotNow
from euthyne.web.fields import Entered, read_form, say
from euthyne.web.frame import LeadPage, lead_page, not_reached, show_stage, wants_part, who
from euthyne.web.measures import in_gauge
from euthyne.web.probing import next_probe
from euthyne.web.proof import begun, change, keep_look, refuse_own
from euthyne.web.shelf import added
from euthyne.web.standin import hidden_words

blueprint = Blueprint("prove", __name__)
# Contacts of a lead whose whole grid stands on the page; of more, it is a page of its own.
MOST_IN_GRID = 16


@dataclass(frozen=True)
class ReadLine:
    """A line of the table of readings, with what was typed and the verdict; ``asked`` where what was
    typed is only asked about, ``locked`` while tests with nothing connected are open before it.
    """

    line: ProofLine
    text: str
    verdict: Verdict | None
    problem: str = ""
    asked: bool = False
    locked: bool = False


@dataclass(frozen=True)
class Cell:
    """A square of the polarity grid: its two points, what was heard, what should be."""

    one: str
    other: str
    heard: bool | None
    wanted: bool

    @property
    def agrees(self) -> bool:
        """True when what was heard is what should be."""
        return self.heard == self.wanted


@blueprint.get("/leads/<tag>/prove")
def show(tag: str) -> str:
    """The proof of a lead."""
    page = lead_page(tag)
    if not page.reached(Stage.PROVE):
        return not_reached(page, Stage.PROVE)
    plan, drafts = page.plan, page.held.drafts
    small = len(plan.ends.points) <= MOST_IN_GRID
    cells = _cells(plan) if small else {}
    return show_stage(
        page,
        Stage.PROVE,
        **FORM.shown(page),
        looks=_looks(plan),
        photographs=added().photographs(tag),
        came_in=proof_taken_in(page.held.lead),
        probing=next_probe(plan),
        hidden=hidden_words(plan) if request.args.get("hidden") else "",
        small=small,
        by_grid=_by_grid(plan),
        cells=cells,
        sides={side: _points(plan, side) for side in ("A", "B")},
        said={"A": plan.lead.places[0].said, "B": plan.lead.places[-1].said},
        readings=[_read_line(plan, x, drafts) for x in plan.prove.lines],
    )


def _by_grid(plan: Plan) -> bool:
    """True where the map is probed square by square: more was heard than the shortest list asks."""
    return len(plan.prove.probes) > len(plan.prove.probe_plan)


@dataclass(frozen=True)
class LookGroup:
    """What is looked at in one place: its end, what it is called, each line with its answer, and the
    pictures of what is good and bad there.
    """

    end: str
    named: str
    lines: tuple[tuple[LookLine, bool | None], ...]
    judged: Markup | None

    @property
    def unanswered(self) -> int:
        """How many lines have no answer yet."""
        return sum(good is None for _, good in self.lines)


@lru_cache(maxsize=128)
def _looks(plan: Plan) -> tuple[LookGroup, ...]:
    """The look list, end by end, then the cable."""
    ends: dict[str, list[LookLine]] = {}
    for line in plan.prove.looks:
        ends.setdefault(line.end, []).append(line)
    found = []
    for end, lines in ends.items():
        joint = next((x.joint for x in lines if x.joint), "")
        judged = Markup(row(joint)) if joint else None
        answers = tuple((x, _answer(plan, x.id)) for x in lines)
        found.append(LookGroup(end, _headed(lines[0]), answers, judged))
    return tuple(found)


def _headed(line: LookLine) -> str:
    """The heading of what is looked at in a place: ``The plug end``, but ``Socket 2``."""
    return f"{line.place[:1].upper()}{line.place[1:]}" if line.by_name else f"The {line.place}"


@blueprint.get("/leads/<tag>/prove/grid")
def whole_grid(tag: str) -> str:
    """The grid of a lead of many contacts: one of them against all others at a time."""
    page = lead_page(tag)
    points = page.plan.ends.points
    if not page.reached(Stage.PROVE) or not points:
        return not_reached(page, Stage.PROVE)
    at = request.args.get("at", points[0])
    if at not in points:
        raise NotNow("This contact is not on the lead.", f"/leads/{tag}/prove", "Back to Prove")
    cells = _cells(page.plan)
    others = [(other, cells[frozenset((at, other))]) for other in points if other != at]
    named = {p: page.plan.ends.contact_said(p) for p in points}
    return render_template(
        "prove/row.html", page=page, at=at, others=others, named=named, points=points, who=who()
    )


def _points(plan: Plan, side: str) -> list[tuple[str, str]]:
    """The points of a side, each with the mark it is known by."""
    return [(name, plan.given.map.mark(parted(name)) or name) for name in plan.ends.points_on(side)]


def _answer(plan: Plan, line: str) -> bool | None:
    return next((a.good for a in plan.lead.proof.looks if a.line == line), None)


def _cells(plan: Plan) -> dict[frozenset[str], Cell]:
    told = by_pair(heard(plan.prove.closed_probes, ()))
    return {
        pair: Cell(min(pair), max(pair), told.get(pair), pair in plan.ends.wanted_pairs)
        for pair in all_pairs(plan.ends.points)
    }


def _read_line(plan: Plan, line: ProofLine, drafts: dict[str, str]) -> ReadLine:
    draft = drafts.get(f"prove.{line.id}")
    kept = plan.prove.reading(line.id)
    locked = line.powered and bool(plan.prove.dead_open)
    if draft is not None:
        return ReadLine(line, draft, None, *_problem(line, draft), locked)
    text = line.written(kept.value, kept.above, kept.amps) if kept else ""
    return ReadLine(line, text, plan.prove.verdicts.get(line.id), locked=locked)


def _problem(line: ProofLine, text: str) -> tuple[str, bool]:
    """What is wrong with a reading as it was typed, and whether it is only asked about."""
    try:
        question = asked_about(line, read_reading(line, text, in_gauge()))
    except Refused as refused:
        return say(refused.faults[0]), False
    return question or "Read before the dead tests were through: type it again.", bool(question)


@blueprint.get("/leads/<tag>/prove/where/<line>")
def where(tag: str, line: str) -> str:
    """Where the probes of a reading go."""
    page = lead_page(tag)
    asked = next((x for x in page.plan.prove.lines if x.id == line), None) or abort(404)
    template = "prove/where.html" if wants_part() else "prove/where_page.html"
    return render_template(
        template, page=page, line=asked, drawing=Markup(reading_drawing(page.plan, asked))
    )


@blueprint.post("/leads/<tag>/prove/look")
def look(tag: str) -> Answer:
    """An answer to a line of the look list."""
    line, _, said = request.form.get("look", "").partition(" ")
    keep_look(tag, line, said == "yes")
    return back(tag, Stage.PROVE)


@blueprint.post("/leads/<tag>/prove/good")
def all_good(tag: str) -> Answer:
    """Every line of an end that has no answer yet is good; one that was answered no stays."""
    end, at, by = request.form.get("end", ""), now(), who()
    lines = [x for x in lead_page(tag).plan.prove.looks if x.end == end]
    if not lines:
        raise NotNow("Nothing is looked at there.", f"/leads/{tag}/prove", "Back to Prove")

    def answered(p: Proof) -> Proof:
        known = {x.line for x in p.looks}
        more = tuple(Look(x.id, True, at, by) for x in lines if x.id not in known)
        return replace(p, looks=(*p.looks, *more))

    change(tag, answered, f"Prove: all of {end or 'the cable'} looked at, good")
    return back(tag, Stage.PROVE)


@blueprint.get("/leads/<tag>/prove/readings.csv")
def readings_file(tag: str) -> Response:
    """The lines of the proof as a file to be filled in."""
    page = lead_page(tag)
    return download(written(page.plan.prove.lines), "text/csv", f"{page.tag}-readings.csv")


@blueprint.post("/leads/<tag>/prove/readings.csv")
def take_readings(tag: str) -> Answer:
    """Readings from a file: all of it, or none and every fault."""
    plan, sent = lead_page(tag).plan, request.files.get("readings")
    if not sent or not sent.filename:
        raise Refused(Fault("readings", "no file was chosen", "a CSV file"))
    read = read_readings(sent.read().decode("utf-8", "replace"), plan.prove.lines)
    if plan.prove.dead_open and (early := [x.id for x, _ in read if x.powered]):
        what = f"{early[0]} is read before the tests with nothing connected are through"
        raise Refused(Fault("readings", what, "the others first"))
    at, by = now(), who()
    volts = plan.lead.proof.tested_volts
    fresh = tuple(
        Reading(x.id, t.value, at, by, t.above, t.amps, at_volts=volts if x.test_volts else None)
        for x, t in read
    )
    change(
        tag,
        lambda p: replace(p, readings=(*p.readings, *fresh)),
        f"Prove: {len(fresh)} readings from {sent.filename[:60]}",
    )
    return redirect(url_for("prove.show", tag=tag), 303)


@blueprint.post("/leads/<tag>/prove/photograph/<int(max=999999999999999999):number>/put-away")
def put_photograph_away(tag: str, number: int) -> Answer:
    """Take a photograph off the proof; not once it is sealed."""
    added().put_leaflet_away(tag, number, True, now(), who(), photograph=True)
    return redirect(url_for("prove.show", tag=tag), 303)


@blueprint.post("/leads/<tag>/prove/photograph")
def photograph(tag: str) -> Answer:
    """Keep a photograph beside a line of the look list."""
    page, line = lead_page(tag), request.form.get("line", "")
    sent = request.files.get("photograph")
    if page.held.sealed:
        raise NotNow("The record is sealed.", f"/leads/{tag}/tag", "See the seal")
    if line not in {x.id for x in page.plan.prove.looks}:
        raise NotNow("This line is not on the look list.", f"/leads/{tag}/prove", "Back to Prove")
    if not sent or not sent.filename:
        raise Refused(Fault("photograph", "no file was chosen", "a JPEG, PNG or WebP"))
    picture = prepared(sent.read())
    added().keep_leaflet(tag, f"{line}.jpg", picture, now(), who(), line)
    return redirect(url_for("prove.show", tag=tag), 303)


@blueprint.post("/leads/<tag>/prove/probe")
def probe(tag: str) -> Answer:
    """A square of the grid was probed; pressing again goes from sounds to silent to not probed."""
    pair = frozenset(request.form.get("pair", "").split())
    page = lead_page(tag)
    if pair not in all_pairs(page.plan.ends.points):
        raise NotNow(
            "These two points are not on this lead.", f"/leads/{tag}/prove", "Back to Prove"
        )
    before = _cells(page.plan)[pair].heard
    after = {None: True, True: False, False: None}[before]
    said = {True: "sounds", False: "silent", None: "not probed"}[after]

    def probed(p: Proof) -> Proof:
        others = tuple(x for x in p.probes if x.gang or frozenset((x.one, x.other)) != pair)
        return replace(
            p, probes=others if after is None else (*others, Probe(min(pair), max(pair), after))
        )

    change(tag, probed, f"Prove: {min(pair)} to {max(pair)} {said}")
    at = request.form.get("at")
    if at in page.plan.ends.points:
        return redirect(url_for("prove.whole_grid", tag=tag, at=at), 303)
    return back(tag, Stage.PROVE)


@blueprint.post("/leads/<tag>/prove/silent")
def rest_silent(tag: str) -> Answer:
    """Every square not pressed was probed and stayed silent."""
    at, page = request.form.get("at", ""), lead_page(tag)
    rest = [p for p in page.plan.prove.grid.unprobed if at in p or not at]
    more = tuple(Probe(min(p), max(p), False) for p in sorted(rest, key=sorted))
    change(
        tag,
        lambda p: replace(p, probes=(*p.probes, *more)),
        f"Prove: the other {len(more)} squares silent",
    )
    if at in page.plan.ends.points:
        return redirect(url_for("prove.whole_grid", tag=tag, at=at), 303)
    return back(tag, Stage.PROVE)


def _readings(page: LeadPage) -> dict[str, str]:
    """What the field of each reading says."""
    read = (_read_line(page.plan, x, page.held.drafts) for x in page.plan.prove.lines)
    return {f"reading.{r.line.id}": r.text for r in read}


def _lines(page: LeadPage) -> dict[str, str]:
    """What the field of each reading is called."""
    return {f"reading.{x.id}": x.words for x in page.plan.prove.lines}


def _read(page: LeadPage, sent: Sent) -> Entered:
    """The meter and the readings; a reading is only ever added to those before it."""
    entered, lead = read_form(FORM.questions(page), sent.changed), page.held.lead
    sure = sent.changed.get("sure", "")
    fresh: list[Reading] = []
    for line in page.plan.prove.lines:
        path = f"reading.{line.id}"
        text = sent.whole.get(path) if line.id == sure else sent.changed.get(path)
        if text is None:
            continue
        entered.cleared.add(f"prove.{line.id}")
        if not text.strip():
            continue
        read = _taken(page, line, text, line.id == sure)
        if read is None:
            entered.drafts[f"prove.{line.id}"] = text
            continue
        kept = page.plan.prove.reading(line.id)
        if kept is None or (kept.value, kept.above) != (read.value, read.above):
            fresh.append(read)
    if fresh:
        proof = replace(lead.proof, readings=(*lead.proof.readings, *fresh))
        refuse_own(lead, proof)
        kept_proof = begun(lead, proof)
        for name in ("readings", "plan_stamp"):
            entered.values[f"proof.{name}"] = getattr(kept_proof, name)
    return entered


def _taken(page: LeadPage, line: ProofLine, text: str, sure: bool) -> Reading | None:
    """A reading as it is kept; None where it can not be read, is so far off that it is asked about, or
    its turn has not come.
    """
    try:
        typed = read_reading(line, text, in_gauge())
    except Refused:
        return None
    if (line.powered and page.plan.prove.dead_open) or (asked_about(line, typed) and not sure):
        return None
    volts = page.held.lead.proof.tested_volts if line.test_volts else None
    return Reading(line.id, typed.value, now(), who(), typed.above, typed.amps, at_volts=volts)


FORM = StageForm(Stage.PROVE, read=_read, beside=_readings, words=_lines)
FORM.keep_at(blueprint)
