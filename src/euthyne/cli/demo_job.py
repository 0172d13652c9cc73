"""The shop of the demonstration: a job of six leads alike and an odd one, half of them cut; a lot called back; a
week with two people.
"""

from dataclasses import replace
from pathlib import Path

from euthyne.cli.common import open_store
from euthyne.core.days.workshop import Hand, Workshop, read_hours
from euthyne.core.jobs.cuts import CuttingRule, Pack, cutting_list, cuttings
from euthyne.core.jobs.job import Job, one_more
from euthyne.core.lead import Lead, StepDone
from euthyne.core.plan import plan_of
from euthyne.core.stores.lot import Lot
from euthyne.core.stores.needs import needs
from euthyne.store.clock import now
from euthyne.store.database import checkpoint, writing
from euthyne.store.days import keep_workshop
from euthyne.store.jobs import JobStore
from euthyne.store.kept import row_of
from euthyne.store.leads import LeadStore
from euthyne.store.lots import LotStore
from euthyne.store.stores import StoresStore, draw_down, take_length

LIKE, ODD, MANY, CUT = "TR-0019", "TR-0034", 6, 3
TENTS = Job(
    name="Leads for the visitor tents",
    made_for="Visitor field",
    wanted_by="2026-12-18",
    order="VF 11",
    drawing="TR-D7 rev B",
    note="Five go up with the tents, one stays in the warm hut; the jetty wants its box with them.",
)
COILS = (
    Pack("cable", "H07RN-F 3G1.5", 25.0, 33.41, "Fell Cables", 3),
    Pack("cable", "H07RN-F 3G1.5", 50.0, 59.9, "Fell Cables", 3),
)
# A reel whose sample was counted after a lead was made of it.
CORD, CALLED_BACK, TAKEN_M = "Reel 3", "TR-0012", 2.4
CALLED = Lot("K 3308", "Fell Cables", printed="H05VV-F 3G0.75", strands=19)
WHY = "24 strands are its class, 19 were counted in a sample"
DAYTIME = read_hours("8:30-12, 13-16:30", "")
EVENING, SATURDAY = read_hours("18-21", ""), read_hours("9-13", "")
WORKSHOP = Workshop(
    (
        Hand("RM", (*[DAYTIME] * 5, (), ())),
        Hand("AK", ((), EVENING, (), EVENING, (), SATURDAY, ())),
    )
)


def load_job(folder: Path) -> None:
    """Begin the job beside the demonstration, make its leads, lay three of them out and cut them; call a lot back,
    say who is there when; nothing where it was begun before.
    """
    store = open_store(folder)
    jobs = JobStore(store.engine)
    if not jobs.all() and not jobs.all(put_away=True):
        _load(store, jobs)
        _call_back(store)
        keep_workshop(store, WORKSHOP)
    checkpoint(store.engine)


def _load(store: LeadStore, jobs: JobStore) -> None:
    number = jobs.begin(TENTS, now(), "demo")
    like = store.get(LIKE).lead
    tent = replace(like, name="Tent extension", made_for=TENTS.made_for, wanted_by=TENTS.wanted_by)
    made = [lambda tag: one_more(tent, tag, now())] * MANY
    tags = jobs.make(store, number, made, now(), "demo", "so many of the same")
    jobs.join(number, ODD, now(), "demo")
    for pack in COILS:
        jobs.keep_pack(pack)
    for need in needs(plan_of(store.get(tags[0]).lead)):
        if "trailing socket" in need.words:
            jobs.keep_pack(Pack("part", need.what, 5, 21.5, "Fell Cables", 3))
    for tag in tags[:CUT]:
        store.change(tag, with_next_step, now(), "RM", "Build: lay-out done", also=draw_down)
    plans = [plan_of(store.get(tag).lead) for tag in (*tags, ODD)]
    stock = StoresStore(store.engine).all()
    listed = cutting_list(cuttings(plans, stock, COILS, {"": CuttingRule()}))
    jobs.lay_cutting(number, listed, now(), "demo")
    for tag in tags[:CUT]:
        store.change(tag, with_next_step, now(), "RM", "Build: cut", also=jobs.cut(number, tag))


def _call_back(store: LeadStore) -> None:
    """The sealed cord has some of a reel that was found to be thinner than it says."""
    with writing(store.engine) as session:
        lead = row_of(session, CALLED_BACK)
        take_length(session, lead.id, CORD, TAKEN_M, 0.0, now(), "demo")
    lots = LotStore(store.engine)
    lots.keep(CORD, CALLED)
    lots.bar(CALLED.number, WHY)


def with_next_step(lead: Lead) -> Lead:
    """A lead with its next step done."""
    plan = plan_of(lead)
    done = (*lead.build.done, StepDone(plan.build.steps_left[0].key, now(), "RM"))
    stamp = lead.build.plan_stamp or plan.build.steps_stamp
    return replace(lead, build=replace(lead.build, done=done, plan_stamp=stamp))
