"""What is threaded at an end, on its cable and on its cores: its bore, its rank from the tip inwards, what it has to be
on for, what it waits for.
"""

from euthyne.core.lead.step import Does
from euthyne.core.order.laid import CABLE, Threaded
from euthyne.core.shelf.making import WHENS
from euthyne.core.shelf.part import ThreadedPart
from euthyne.core.stages.build.jobs import Body, BuildJob, EndToBuild, fittings, sleeve_of
from euthyne.core.stages.build.waits import opened_first
from euthyne.core.stages.cut.strip import CoreStrip


def threaded(e: EndToBuild, job: BuildJob) -> list[Threaded]:
    """What is threaded at an end: its parts on the cable, then what goes on each core."""
    on_cable = fittings(e.at, job)
    on_cores = _threaded_on_cores(e, job)
    # On a single the core is the cable: what goes on the core lies nearest its tip.
    nearer = len({p.rank for p in on_cores if p.on == CABLE})
    loose = [
        Threaded(
            id=job.step("thread", e.at, part.id).key,
            end=e.at.end,
            rank=len(on_cable) - place + nearer,
            bore_mm=part.bore_mm,
            needed_by=_first_joint(e, job, part, _whose(e, part)),
            facing=part.facing,
            after=_all_off(e, job, _whose(e, part)),
            cable=e.cable.id,
            stays=not e.cable.old and not _shrunk(part, _whose(e, part)),
        )
        for place, part in enumerate(on_cable)
    ]
    return loose + on_cores


def _shrunk(loose: ThreadedPart, body: Body) -> bool:
    """True for a sleeve: once it is in its place it is there for good."""
    into = (m for m in body.part.making if loose.id in (m.seats, m.id) or m.id == loose.needed_by)
    return any(made.tool == "heat gun" for made in into)


def _once_off(e: EndToBuild, job: BuildJob) -> tuple[str, ...]:
    """Nothing goes on a cable while its old end is on it."""
    return (job.step("off", e.at).key,) if e.cable.old else ()


def _all_off(e: EndToBuild, job: BuildJob, body: Body) -> tuple[str, ...]:
    """What goes over several wires together goes on once no old end is on any of them; over those of a pack,
    one by one.
    """
    if e.cable.sheathed or e.at in job.one_pole_at_a_time:
        return _once_off(e, job)
    return tuple(key for at in body.at for key in _once_off(job.at(at), job))


def _whose(e: EndToBuild, loose: ThreadedPart) -> Body:
    """The fitting a loose part belongs to; a printed sleeve is of none, and goes by that of most cores."""
    return next((body for body in e.bodies if loose in body.part.threaded), e.body)


def _first_joint(e: EndToBuild, job: BuildJob, loose: ThreadedPart, body: Body) -> str | None:
    """What a loose part has to be on for: what it says itself; else the body shutting or, without
    one, the first core landing.
    """
    own = [made.id for when in WHENS for made in job.makings(body, when)]
    if loose.needed_by in own:
        return job.step_at_body("make", body, on=loose.needed_by).key
    if body.closes and loose.needed_by != "land":
        return job.step_at_body("close", body).key
    if e.strip.cores:
        first = e.strip.cores[0]
        if body.clicks(first.cavity):
            return job.step_on_core("insert", *job.together(body, first.cavity)[0]).key
        return job.step_on_core("land", e.at, first.core).key
    return None


def _threaded_on_cores(e: EndToBuild, job: BuildJob) -> list[Threaded]:
    found = []
    for core in e.strip.cores:
        body = e.body_of(core.core)
        sleeve = sleeve_of(e, core)
        if sleeve is not None:
            found.append(_on_core(e, core, job, ("sleeve", sleeve.expanded_mm, "shrink")))
        elif body.termination.sealed:
            found.append(_on_core(e, core, job, ("wireseal", body.part.grip_mm[1], "land")))
    return found


def _on_core(
    e: EndToBuild, core: CoreStrip, job: BuildJob, what: tuple[Does, float, Does]
) -> Threaded:
    """A sleeve or a seal on a core: what it is, its bore in mm, what it has to be on for."""
    does, bore_mm, before = what
    return Threaded(
        id=job.step_on_core(does, e.at, core.core).key,
        end=e.at.end,
        rank=1,
        bore_mm=bore_mm,
        needed_by=job.step_on_core(before, e.at, core.core).key,
        after=opened_first(e, job) if e.cable.sheathed else _once_off(e, job),
        on=core.core if e.cable.sheathed else CABLE,
        cable=e.cable.id,
        spent=True,
    )
