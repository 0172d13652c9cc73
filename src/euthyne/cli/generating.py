"""A believable log of ten years for a bench that does not exist: to try lists, search, copies on."""

import json
import random
from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime, timedelta
from typing import Any

from sqlalchemy import Engine, insert, select, text

from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.lead import PROOF_RULE, RULE, Lead, Look, Reading, Reason, StepDone
from euthyne.core.plan import Plan
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.stages.tag.audit import SEALED
from euthyne.core.stages.tag.seal import journal_sum, seal
from euthyne.core.stages.tag.tag import months_on, retest_months
from euthyne.core.standing.progress import progress
from euthyne.core.standing.summary import summary
from euthyne.core.stores import needs
from euthyne.exchange.lead_file import lead_adapter
from euthyne.exchange.record import record_of
from euthyne.store.database import writing
from euthyne.store.leads import LeadStore
from euthyne.store.listing import NO_DAY
from euthyne.store.models import JournalRow, LeadRow, ListedRow, NeedRow, SealRow, SettingRow
from euthyne.store.sealing import head_of, keep_head, seal_text

SEED = 2016
BEGUN = datetime(2016, 11, 1, 8, 0, tzinfo=UTC)
YEARS = 10
# Of how many leads one is still in hand, and how many are at most.
IN_HAND, MOST_IN_HAND = 3, 40
AT_ONCE = 200
WHOSE = (
    "warm hut", "dome", "mount", "weather mast", "workshop", "car park", "battery store",
    "visitor room", "darkroom", "log store", "fabrication shed", "kitchen", "generator house",
    "radio hut", "clean bench", "spectrograph room",
)  # fmt: skip
WHAT = (
    "heater", "fan", "pump", "bench lights", "charger", "dehumidifier", "lathe", "drill press",
    "kettle corner", "server shelf", "vacuum", "compressor", "soldering bench", "projector",
)  # fmt: skip
PEOPLE = ("RM", "AF", "TK", "JO", "SV")
SAID = "Looked at, and agreed at the bench."


@dataclass(frozen=True)
class Made:
    """A lead that was made once, for others to be like it: the lead, its record where it is sealed,
    what lists show of it, what it needs, the days it took and the lines of its journal.
    """

    lead: Lead
    document: dict[str, Any]
    record: dict[str, Any] | None
    listed: dict[str, Any]
    words: str
    needs: tuple[Any, ...]
    journal: tuple[str, ...]


def generate(store: LeadStore, many: int) -> None:
    """Add so many leads to a log: begun over ten years, most of them sealed, the last ones in hand."""
    draw = random.Random(SEED)
    patterns = [made for each in starts() for made in _patterns(*each)]
    sealed = [made for made in patterns if made.record is not None]
    in_hand = [made for made in patterns if made.record is None and not made.listed["stopped"]]
    # A bench has a few leads in hand, however many it has made.
    open_ones = min(many // IN_HAND, MOST_IN_HAND)
    step = timedelta(days=365.25 * YEARS) / max(many, 1)
    first = int(store.next_tag().rpartition("-")[2])
    prefix = store.setting("tag_prefix", "L")
    numbered = range(first, first + many)
    for some in (numbered[i : i + AT_ONCE] for i in range(0, many, AT_ONCE)):
        _Writer(store.engine, draw, prefix).write(
            (number, draw.choice(in_hand if number >= first + many - open_ones else sealed),
             BEGUN + step * (number - first))
            for number in some
        )  # fmt: skip
    with writing(store.engine) as session:
        session.merge(SettingRow(key=f"last {prefix}", value=str(first + many - 1)))
    keep_head(store.engine)


class _Writer:
    """Writes leads like those that were made, each with a name, days and people of its own."""

    def __init__(self, engine: Engine, draw: random.Random, prefix: str) -> None:
        self.engine, self.draw, self.prefix = engine, draw, prefix

    def write(self, leads: Iterator[tuple[int, Made, datetime]]) -> None:
        """Write some leads in one transaction."""
        with writing(self.engine) as session:
            last = session.scalar(select(LeadRow.id).order_by(LeadRow.id.desc()).limit(1)) or 0
            head = head_of(session)
            rows: dict[Any, list[dict[str, Any]]] = {
                table: [] for table in (LeadRow, ListedRow, NeedRow, SealRow, JournalRow)
            }
            words = []
            for row_id, (number, made, begun) in enumerate(leads, last + 1):
                tag = f"{self.prefix}-{number:04d}"
                where, what = self.draw.choice(WHOSE), self.draw.choice(WHAT)
                own = {
                    "tag": tag,
                    "name": f"{where[0].upper()}{where[1:]} {what} {number}",
                    "made_for": f"Tarn Ridge Observatory, {where}",
                }
                told = _Times(begun, self.draw)
                lines = [(told.next(), told.who, what) for what in ("begun", *made.journal)]
                document = made.document | own | {"created_at": lines[0][0]}
                rows[LeadRow].append(
                    own
                    | {
                        "id": row_id,
                        "document": _json(document),
                        "changed_at": lines[-1][0],
                        "revision": len(lines),
                        "sealed": made.record is not None,
                        "put_away": False,
                    }
                )
                listed = made.listed | {
                    "lead_id": row_id,
                    "created": lines[0][0],
                    "changed": lines[-1][0],
                }
                if made.record is not None:
                    day = lines[-1][0][:10]
                    due = months_on(
                        date.fromisoformat(day), retest_months(made.lead.brief.place)
                    ).isoformat()
                    tagged = made.record["tag"] | {
                        "tag": tag, "name": own["name"], "made_on": day, "made_by": told.who,
                        "next_test": due,
                    }  # fmt: skip
                    sealed = seal(
                        number=head.number + 1,
                        at=lines[-1][0],
                        by=told.who,
                        previous=head.sha256,
                        record=made.record | {"lead": document, "tag": tagged},
                        journal=journal_sum(lines),
                    )
                    head = replace(head, number=sealed.number, sha256=sealed.sha256)
                    rows[SealRow].append(
                        {"lead_id": row_id, "document": seal_text(sealed), "own": True}
                    )
                    lines.append((lines[-1][0], told.who, f"{SEALED}{sealed.number}"))
                    listed["next_test"] = due
                rows[ListedRow].append(listed)
                rows[NeedRow] += [need | {"lead_id": row_id} for need in made.needs]
                rows[JournalRow] += [
                    {"lead_id": row_id, "at": at, "by": by, "what": what, "changes": ""}
                    for at, by, what in lines
                ]
                found = f"{tag} {number} {own['name']} {own['made_for']} {made.words}"
                words.append({"id": row_id, "words": found})
            for table, some in rows.items():
                if some:
                    session.execute(insert(table), some)
            session.execute(text("insert into found (rowid, words) values (:id, :words)"), words)


class _Times:
    """The moments of a lead's journal, an hour or so apart, and who was at it."""

    def __init__(self, begun: datetime, draw: random.Random) -> None:
        self.at, self.draw, self.who = begun, draw, draw.choice(PEOPLE)

    def next(self) -> str:
        """The next moment."""
        self.at += timedelta(minutes=self.draw.randint(4, 90))
        return self.at.isoformat(timespec="seconds")


def _patterns(kind: Any, start: Any) -> list[Made]:
    """A start made in some lengths: sized and waiting, half built, and sealed where it can be."""
    found = []
    for run_m in (2.0, 5.0, 12.0):
        lead = new_lead(kind, start, "TR-0000", BEGUN.isoformat(timespec="seconds"))
        paths = {
            "brief.run_m": run_m,
            "brief.loads": (OneLoad("lamp", watts=150.0),),
            "brief.watts": 1500.0,
            "brief.amps": 3.0,
            "brief.tape_m": 9.0,
            "brief.watts_per_m": 15.0,
        }
        lead = changed(lead, list(paths.items()))
        sizing = Plan(lead).conductor.sizing
        if sizing is None or sizing.chosen is None:
            continue
        lead = changed(lead, [("conductor.size", sizing.chosen.size)])
        found.append(_made(lead, None, ("Brief: kept", f"Conductor: took {sizing.chosen.size}")))
        done = _finished(lead)
        standing = progress(Plan(done), False)
        if all(s.finished or s.stage.value == "tag" for s in standing.standings) and not any(
            f.open for f in standing.found
        ):
            plan = Plan(done)
            record = record_of(plan, plan.tag.facts(BEGUN.date().isoformat(), "RM"))
            steps = tuple(f"Build: {step.step} done" for step in done.build.done)
            found.append(_made(done, record, ("Brief: kept", *steps, "Prove: all read")))
    return found


def _finished(lead: Lead) -> Lead:
    """A lead made as a good builder makes it: every step done, every look good, every reading as it
    should be, every caution answered.
    """
    at, by = lead.created_at, "RM"
    lead = changed(lead, [("ends.accepted", True), ("cut.accepted", True)])
    plan = Plan(lead)
    steps = tuple(StepDone(step.key, at, by) for step in plan.build.steps)
    built = replace(lead.build, done=steps, plan_stamp=plan.build.stamp, rule=RULE)
    lead = replace(lead, build=built)
    plan = Plan(lead)
    proof = replace(
        lead.proof,
        rule=PROOF_RULE,
        looks=tuple(Look(line.id, True, at, by) for line in plan.prove.looks),
        probes=tuple(x.answered(x.sounds) for x in plan.prove.probe_plan),
        readings=tuple(
            Reading(line=line.id, value=line.sound, at=at, by=by) for line in plan.prove.lines
        ),
        plan_stamp=plan.build.stamp,
    )
    lead = replace(lead, proof=proof)
    open_now = [f for f in progress(Plan(lead), False).found if f.level == "caution"]
    reasons = tuple(Reason(f.code, SAID, at, by, f.text, f.about, f.kept_figures) for f in open_now)
    return replace(lead, reasons=reasons)


def _made(lead: Lead, record: dict[str, Any] | None, journal: tuple[str, ...]) -> Made:
    said = summary(lead, record is not None)
    listed = {
        "in_hand": record is None,
        "sealed": record is not None,
        "put_away": False,
        "wanted_by": NO_DAY,
        "next_test": NO_DAY,
        "stage": said.stage.number,
        "action": said.action[:200],
        "stopped": said.stopped,
        "begins_as": said.begins_as[:200],
        "why": "",
    }
    wanted = () if record is not None else needs(Plan(lead))
    rows = tuple(
        {"kind": n.kind, "what": n.what, "words": n.words, "amount": n.amount, "waiting": True}
        for n in wanted
    )
    document = dict(lead_adapter().dump_python(lead, mode="json"))
    return Made(lead, document, record, listed, said.words, rows, journal)


def _json(document: dict[str, Any]) -> str:
    return json.dumps(document, ensure_ascii=False, separators=(",", ":"))
