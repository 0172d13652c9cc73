"""A believable log of ten years for a bench that does not exist: to try lists, search and copies on. It goes
into an empty folder through the store's own doors, and the Bench says that all of it is made up.

Run: .venv/bin/python benchmarks/made_up.py MANY FOLDER
"""

import random
import sys
from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta
from functools import cache
from pathlib import Path
from typing import Any

from euthyne.cli import open_store
from euthyne.core.kinds import starts
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.lead import Lead, Look, Reading, Reason, StepDone
from euthyne.core.plan import Plan
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.stages.tag.seal import FIRST, journal_sum, seal
from euthyne.core.standing.progress import progress
from euthyne.exchange.lead_file import LeadFile, file_of_lead, lead_values
from euthyne.exchange.record import record_of
from euthyne.store.leads import LeadStore

SEED = 2016
BEGUN = datetime(2016, 11, 1, 8, 0, tzinfo=UTC)
YEARS = 10
# Of how many leads one is still in hand, and how many are at most.
IN_HAND, MOST_IN_HAND = 3, 40
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
class Pattern:
    """A lead that was made once, for others to be like it, and its record where it can be sealed."""

    lead: Lead
    record: dict[str, Any] | None


@dataclass(frozen=True)
class MadeUp:
    """A made-up lead: who was at it, when it was begun and when it was done, and its record where it is
    sealed.
    """

    lead: Lead
    record: dict[str, Any] | None
    by: str
    begun: str
    done: str


def made_up(many: int, prefix: str = "L", first: int = 1) -> Iterator[MadeUp]:
    """So many leads: begun over ten years, most of them sealed, the last ones in hand."""
    draw = random.Random(SEED)
    sealed, in_hand = _by_state()
    # A bench has a few leads in hand, however many it has made.
    open_ones = min(many // IN_HAND, MOST_IN_HAND)
    step = timedelta(days=365.25 * YEARS) / max(many, 1)
    for number in range(many):
        like = draw.choice(in_hand if number >= many - open_ones else sealed)
        yield _like(like, f"{prefix}-{first + number:04d}", BEGUN + step * number, draw)


@cache
def _by_state() -> tuple[list[Pattern], list[Pattern]]:
    """What every start makes, once a process: sealed, and in hand."""
    patterns = [one for each in starts() for one in _patterns(*each)]
    sealed = [one for one in patterns if one.record is not None]
    return sealed, [one for one in patterns if one.record is None and not _stopped(one.lead)]


def _stopped(lead: Lead) -> bool:
    """True where more stands in its way than that it is not built and not proven yet."""
    stops = (f.code for f in progress(Plan(lead), False).found if f.level == "stop")
    return bool(set(stops) - {"unbuilt", "untested"})


def _like(one: Pattern, tag: str, begun: datetime, draw: random.Random) -> MadeUp:
    where, what, by = draw.choice(WHOSE), draw.choice(WHAT), draw.choice(PEOPLE)
    done = (begun + timedelta(minutes=draw.randint(40, 900))).isoformat(timespec="seconds")
    at = begun.isoformat(timespec="seconds")
    lead = replace(
        one.lead,
        tag=tag,
        name=f"{where[0].upper()}{where[1:]} {what} {int(tag.rpartition('-')[2])}",
        made_for=f"Tarn Ridge Observatory, {where}",
        created_at=at,
    )
    record = None
    if one.record is not None:
        due = f"{int(done[:4]) + 1}{done[4:10]}".replace("-02-29", "-02-28")
        tagged = {
            "tag": tag,
            "name": lead.name,
            "made_on": done[:10],
            "made_by": by,
            "next_test": due,
        }
        record = one.record | {"lead": lead_values(lead), "tag": one.record["tag"] | tagged}
    return MadeUp(lead, record, by, at, done)


def begin_with_made_up(store: LeadStore, many: int) -> None:
    """Fill an empty log. Raises Refused where anything is in it."""
    store.set("made_up", "yes")
    store.begin_with(_documents(many), BEGUN.isoformat(), "", "made up, to try it on")


def _documents(many: int) -> Iterator[LeadFile]:
    number, previous = 0, FIRST
    for one in made_up(many):
        if one.record is None:
            yield file_of_lead(one.lead)
            continue
        number += 1
        sealed = seal(number, one.done, one.by, previous, one.record, journal_sum(()))
        previous = sealed.sha256
        yield file_of_lead(one.lead, replace(sealed))


def add_made_up(store: LeadStore, many: int) -> None:
    """Add so many to a log that is in use, one by one: for tests."""
    prefix = store.setting("tag_prefix", "L")
    first = int(store.next_tag().rpartition("-")[2])
    for one in made_up(many, prefix, first):
        store.add(file_of_lead(one.lead), one.begun, one.by, "begun")
        if (record := one.record) is not None:
            store.seal(one.lead.tag, one.done, one.by, lambda _lead, record=record: record)


def _patterns(kind: Any, start: Any) -> list[Pattern]:
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
        said = [(p, v) for p, v in paths.items() if hasattr(lead.brief, p.removeprefix("brief."))]
        lead = changed(lead, said)
        sizing = Plan(lead).conductor.sizing
        if sizing is None or sizing.chosen is None:
            continue
        lead = changed(lead, [("conductor.size", sizing.chosen.size)])
        found.append(Pattern(lead, None))
        done = _finished(lead)
        standing = progress(Plan(done), False)
        if all(s.finished or s.stage.value == "tag" for s in standing.standings) and not any(
            f.open for f in standing.found
        ):
            plan = Plan(done)
            record = record_of(plan, plan.tag.facts(BEGUN.date().isoformat(), "RM"))
            found.append(Pattern(done, record))
    return found


def _finished(lead: Lead) -> Lead:
    """A lead made as a good builder makes it: every step done, every look good, every reading as it
    should be, every caution answered.
    """
    at, by = lead.created_at, "RM"
    lead = changed(lead, [("ends.accepted", True), ("cut.accepted", True)])
    plan = Plan(lead)
    steps = tuple(StepDone(step.key, at, by) for step in plan.build.steps)
    built = replace(lead.build, done=steps, plan_stamp=plan.build.stamp)
    lead = replace(lead, build=built)
    plan = Plan(lead)
    proof = replace(
        lead.proof,
        looks=tuple(Look(line.id, True, at, by) for line in plan.prove.looks),
        probes=tuple(x.answered(x.sounds) for x in plan.prove.probe_plan),
        readings=tuple(
            Reading(
                line=line.id,
                value=line.sound,
                at=at,
                by=by,
                at_volts=line.test_volts[0] if line.test_volts else None,
            )
            for line in plan.prove.lines
        ),
        plan_stamp=plan.build.stamp,
    )
    lead = replace(lead, proof=proof)
    open_now = [f for f in progress(Plan(lead), False).found if f.level == "caution"]
    reasons = tuple(Reason(f.code, SAID, at, by, f.text, f.about, f.kept_figures) for f in open_now)
    return replace(lead, reasons=reasons)


if __name__ == "__main__":
    begin_with_made_up(open_store(Path(sys.argv[2])), int(sys.argv[1]))
