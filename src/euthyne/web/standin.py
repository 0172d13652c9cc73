"""Practice: Prove takes what it hears and reads from a simulated copy of the lead."""

import secrets
from dataclasses import replace

from flask import Blueprint, request

from euthyne.core.lead import Proof, Reading
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.instruments.bench import SimulatedBench
from euthyne.instruments.faults import fault_words, hidden_in
from euthyne.store.clock import now
from euthyne.web.entry import Answer, back
from euthyne.web.errors import NotNow
from euthyne.web.frame import lead_page, who
from euthyne.web.proof import change

blueprint = Blueprint("standin", __name__)
SOUND = "sound"
SEEDS = 10_000


def bench_of(plan: Plan) -> SimulatedBench | None:
    """The simulated bench that is clipped to a lead; None where none is."""
    told = plan.lead.proof.stand_in
    if not told or plan.prove.subject is None:
        return None
    hidden = (hidden_in(plan, int(told)),) if told.isdigit() else ()
    return SimulatedBench(plan, hidden, seed=len(plan.lead.proof.readings))


def hidden_words(plan: Plan) -> str:
    """What is wrong with the copy, for whoever asks."""
    told = plan.lead.proof.stand_in
    if not told.isdigit() or plan.prove.subject is None:
        return "nothing: it is a sound copy"
    return fault_words(hidden_in(plan, int(told)))


@blueprint.post("/leads/<tag>/prove/standin")
def clip(tag: str) -> Answer:
    """Clip the bench to a simulated copy, sound or with something wrong; or take it off. What was heard
    and read before stays in the log.
    """
    chosen = request.form.get("with", "")
    told = {"sound": SOUND, "fault": str(secrets.randbelow(SEEDS)), "off": ""}.get(chosen)
    page = lead_page(tag)
    if told is None or page.plan.prove.subject is None:
        raise NotNow(
            "There is nothing to clip a meter to yet: its size and its run are open.",
            f"/leads/{tag}/prove",
            "Back to Prove",
        )
    proof = page.held.lead.proof
    # What was measured at a step of the build is no beginning of the proof, and is never thrown away.
    at_steps = {line.id for line in page.plan.prove.lines if line.in_build}
    begun = any(r.line not in at_steps for r in proof.readings) or proof.probes
    if told and begun and not proof.stand_in:
        raise NotNow(
            "This lead is being proven already. Practise on one that is not: the same again.",
            f"/leads/{tag}/prove",
            "Back to Prove",
        )
    words = "the stand-in taken off" if not told else "a simulated copy, for practice"
    change(
        tag,
        lambda p: replace(p, probes=(), readings=_measured(p, at_steps), stand_in=told),
        f"Prove: {words}",
    )
    return back(tag, Stage.PROVE)


def _measured(proof: Proof, at_steps: set[str]) -> tuple[Reading, ...]:
    """What was measured of the lead itself, at steps of its build."""
    return tuple(r for r in proof.readings if r.line in at_steps and not r.simulated)


@blueprint.post("/leads/<tag>/prove/take")
def take(tag: str) -> Answer:
    """Take every reading whose turn it is from the simulated copy."""
    plan = lead_page(tag).plan
    bench = bench_of(plan)
    if bench is None:
        raise NotNow("No stand-in is clipped on.", f"/leads/{tag}/prove", "Back to Prove")
    powered = not plan.prove.dead_open
    at, by = now(), who()
    fresh = []
    for line in plan.prove.lines:
        if line.powered and not powered:
            continue
        value, above, amps = bench.take(line)
        volts = next(iter(line.test_volts), None)
        fresh.append(Reading(line.id, value, at, by, above, amps, simulated=True, at_volts=volts))

    def taken(p: Proof) -> Proof:
        return replace(p, readings=(*p.readings, *fresh))

    change(tag, taken, f"Prove: {len(fresh)} readings of the simulated copy")
    return back(tag, Stage.PROVE)
