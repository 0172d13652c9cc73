"""Prove: look, probe, measure; each reading judged as it is typed."""

from collections.abc import Callable
from dataclasses import dataclass, replace

from flask import Blueprint, request

from euthyne.core.assembly.records import parted
from euthyne.core.lead import Lead, Look, Probe, Proof, Reading
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.stages.prove.provegrid import all_pairs
from euthyne.core.stages.prove.readings import Line
from euthyne.core.stages.prove.readings.line import AT_ITS_END
from euthyne.core.stages.prove.verdict import Verdict
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.quantity import CELSIUS, OHMS, PERCENT, read_quantity
from euthyne.core.trade.question import Question
from euthyne.store.clock import now
from euthyne.web.entry import Answer, Sent, StageForm, back, enter
from euthyne.web.errors import NotNow
from euthyne.web.fields import Entered, read_form, say, show_fields, texts_of
from euthyne.web.frame import LeadPage, lead_page, not_reached, show_stage, store, who

blueprint = Blueprint("prove", __name__)
FIELDS = (
    Question("proof.room_c", "Room", measure=replace(CELSIUS, high=60.0)),
    Question("proof.zero_ohm", "Test leads alone", measure=replace(OHMS, high=10.0)),
    Question(
        "proof.meter_percent", "Meter, accuracy", measure=replace(PERCENT, low=0.0, high=50.0)
    ),
    Question("proof.meter_step_ohm", "Meter, smallest step", measure=replace(OHMS, high=10.0)),
)


@dataclass(frozen=True)
class ReadLine:
    """A line of the table of readings, with what was typed and the verdict."""

    line: Line
    text: str
    verdict: Verdict | None
    problem: str


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
    cells = _cells(plan)
    return show_stage(
        page,
        Stage.PROVE,
        texts=_texts(page),
        fields=show_fields(FIELDS, page.held.lead, drafts),
        looks=[(x, _answer(plan, x.id)) for x in plan.prove.looks],
        cells=cells,
        sides={side: _points(plan, side) for side in ("A", "B")},
        said={"A": plan.lead.places[0].said, "B": plan.lead.places[-1].said},
        readings=[_read_line(plan, x, drafts) for x in plan.prove.lines],
    )


def _points(plan: Plan, side: str) -> list[tuple[str, str]]:
    """The points of a side, each with the mark it is known by."""
    return [(name, plan.given.map.mark(parted(name)) or name) for name in plan.ends.points_on(side)]


def _answer(plan: Plan, line: str) -> bool | None:
    return next((a.good for a in plan.lead.proof.looks if a.line == line), None)


def _cells(plan: Plan) -> dict[frozenset[str], Cell]:
    heard = {frozenset((p.one, p.other)): p.sounds for p in plan.lead.proof.probes}
    return {
        pair: Cell(min(pair), max(pair), heard.get(pair), pair in plan.ends.wanted_pairs)
        for pair in all_pairs(plan.ends.points)
    }


def _read_line(plan: Plan, line: Line, drafts: dict[str, str]) -> ReadLine:
    draft = drafts.get(f"prove.{line.id}")
    kept = plan.prove.reading(line.id)
    if draft is not None:
        return ReadLine(line, draft, None, _problem(line, draft))
    text = ""
    if kept:
        text = line.written(kept.value, kept.above)
    return ReadLine(line, text, plan.prove.verdicts.get(line.id), "")


def read_value(line: Line, text: str) -> tuple[float, bool]:
    """A reading from what was typed, and whether the meter stood at its end. Raises Refused."""
    typed = text.strip()
    if typed.lower() in AT_ITS_END:
        return 0.0, True
    above = typed.startswith(">")
    return read_quantity(typed.lstrip("> "), line.measure, line.id).value, above


def _problem(line: Line, text: str) -> str:
    try:
        read_value(line, text)
    except Refused as refused:
        return say(refused.faults[0])
    return ""


def _change(tag: str, change: Callable[[Proof], Proof], words: str) -> None:
    def stamped(lead: Lead) -> Lead:
        stamp = lead.proof.plan_stamp or plan_of(lead).build.stamp
        return replace(lead, proof=replace(change(lead.proof), plan_stamp=stamp))

    store().change(tag=tag, change=stamped, at=now(), by=who(), what=words)


@blueprint.post("/leads/<tag>/prove/look")
def look(tag: str) -> Answer:
    """An answer to a line of the look list."""
    line, _, said = request.form.get("look", "").partition(" ")
    good = said == "yes"
    if line not in {x.id for x in lead_page(tag).plan.prove.looks}:
        raise NotNow("This line is not on the look list.", f"/leads/{tag}/prove", "Back to Prove")
    answer = Look(line, good, now(), who())
    _change(
        tag,
        lambda p: replace(p, looks=(*(x for x in p.looks if x.line != line), answer)),
        f"Prove: looked at {line}, {'good' if good else 'bad'}",
    )
    return back(tag, Stage.PROVE)


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
        others = tuple(x for x in p.probes if frozenset((x.one, x.other)) != pair)
        return replace(
            p, probes=others if after is None else (*others, Probe(min(pair), max(pair), after))
        )

    _change(tag, probed, f"Prove: {min(pair)} to {max(pair)} {said}")
    return back(tag, Stage.PROVE)


@blueprint.post("/leads/<tag>/prove/silent")
def rest_silent(tag: str) -> Answer:
    """Every square not pressed was probed and stayed silent."""
    rest = lead_page(tag).plan.prove.grid.unprobed
    more = tuple(Probe(min(p), max(p), False) for p in sorted(rest, key=sorted))
    _change(
        tag,
        lambda p: replace(p, probes=(*p.probes, *more)),
        f"Prove: the other {len(more)} squares silent",
    )
    return back(tag, Stage.PROVE)


@blueprint.post("/leads/<tag>/prove/afresh")
def afresh(tag: str) -> Answer:
    """The grid is probed again from the start; the log keeps that it was read before."""
    read = ", ".join(
        f"{p.one} {p.other}" for p in lead_page(tag).held.lead.proof.probes if p.sounds
    )
    _change(
        tag,
        lambda p: replace(p, probes=()),
        f"Prove: the grid begun afresh; these had sounded: {read or 'none'}",
    )
    return back(tag, Stage.PROVE)


def _questions(page: LeadPage) -> tuple[Question, ...]:
    """The meter, and a question for each line to be read, for its words."""
    lines = (Question(f"reading.{x.id}", x.words) for x in page.plan.prove.lines)
    return (*FIELDS, *lines)


def _texts(page: LeadPage) -> dict[str, str]:
    """What every control says: the meter, and each reading."""
    drafts = page.held.drafts
    read = [_read_line(page.plan, line, drafts) for line in page.plan.prove.lines]
    texts = texts_of(show_fields(FIELDS, page.held.lead, drafts))
    return texts | {f"reading.{r.line.id}": r.text for r in read}


def _read(page: LeadPage, sent: Sent) -> Entered:
    """The meter and the readings; a reading is only ever added to those before it."""
    entered, lead = read_form(FIELDS, sent.changed), page.held.lead
    fresh: list[Reading] = []
    for line in page.plan.prove.lines:
        text = sent.changed.get(f"reading.{line.id}")
        if text is None:
            continue
        entered.cleared.add(f"prove.{line.id}")
        if not text.strip():
            continue
        try:
            value, above = read_value(line, text)
        except Refused:
            entered.drafts[f"prove.{line.id}"] = text
            continue
        kept = page.plan.prove.reading(line.id)
        if kept is None or (kept.value, kept.above) != (value, above):
            fresh.append(Reading(line=line.id, value=value, at=now(), by=who(), above=above))
    if fresh:
        entered.values["proof.readings"] = (*lead.proof.readings, *fresh)
        entered.values["proof.plan_stamp"] = lead.proof.plan_stamp or page.plan.build.stamp
    return entered


FORM = StageForm(Stage.PROVE, texts=_texts, read=_read, questions=_questions)


@blueprint.post("/leads/<tag>/prove")
def save(tag: str) -> Answer:
    """Readings and the meter, as typed."""
    return enter(tag, FORM)
