"""What of a build waits for what beside its own joint: nothing of what is there before it is dead, no end opened
before what goes over it is on, nothing of the next pole before the last is covered.
"""

from dataclasses import replace
from itertools import pairwise

from euthyne.core.order.laid import CABLE, Event, Threaded
from euthyne.core.stages.build.jobs import Body, BuildJob, EndToBuild


def opened_first(e: EndToBuild, job: BuildJob) -> tuple[str, ...]:
    """What has to be off before anything goes on a core: the sheath, and every layer below it."""
    layers = [job.step("layer", e.at, stair.layer.id).key for stair in e.strip.below_sheath]
    if e.cable.own_layers:
        return tuple(layers)
    return (job.step("strip", e.at).key, *layers)


def opened_last(events: list[Event], parts: list[Threaded], job: BuildJob) -> list[Event]:
    """What goes over a cable goes over it whole: strands and braid are combed by what comes over them later."""
    found = events
    for e in job.ends:
        on = tuple(p.id for p in parts if p.home == e.at and p.on == CABLE)
        opened = opened_first(e, job) if e.cable.sheathed else (job.step("cores", e.at).key,)
        found = [replace(x, rather_after=on) if x.id == opened[0] else x for x in found]
    return found


def over_all(events: list[Event], job: BuildJob) -> list[Event]:
    """What goes over several wires together is on before any of them is in its body, not only its own."""
    found = events
    for body in job.bodies:
        first = job.at(body.at[0])
        if first.cable.sheathed or len(body.at) < 2:
            continue
        found = _over_bundle(found, body, job)
        own = [part for part in body.part.threaded if not part.bundle]
        over = tuple(job.step("thread", first.at, part.id).key for part in own)
        cores = [(at, c) for at in body.at for c in job.at(at).strip.cores if c.fitting == body.id]
        last = {
            job.step_on_core("insert" if body.clicks(c.cavity) else "land", at, c.core).key
            for at, c in cores
        }
        found = [replace(e, after=(*e.after, *over)) if e.id in last else e for e in found]
    return found


def _over_bundle(events: list[Event], body: Body, job: BuildJob) -> list[Event]:
    """What goes over a whole bundle is on before any wire of its end is joined, in whatever body."""
    over = tuple(
        job.step("thread", body.at[0], part.id).key for part in body.part.threaded if part.bundle
    )
    ends = {e.at for e in job.bundle_at(body)}
    joined = {
        job.step_on_core("land", e.at, c.core).key
        for e in job.ends
        if e.at in ends
        for c in e.strip.cores
    }
    return [replace(e, after=(*e.after, *over)) if e.id in joined else e for e in events]


def dead_events(job: BuildJob) -> list[Event]:
    """What is there is made dead and shown to be, all of it at once; a pack that stays live is measured."""
    old = tuple(e.at for e in job.ends if e.cable.old)
    if not old:
        return []
    return [Event(id=job.step("dead", old[0]).key, at=old, tool="voltage tester")]


def once_dead(job: BuildJob) -> tuple[str, ...]:
    """The steps after which what is there is dead."""
    return tuple(event.id for event in dead_events(job))


def dead_first(events: list[Event], job: BuildJob) -> list[Event]:
    """Nothing else is begun before what is there is dead, where it can wait."""
    dead = once_dead(job)
    return [
        replace(e, rather_after=(*e.rather_after, *dead)) if not e.after and e.id not in dead else e
        for e in events
    ]


def held_up(events: list[Event], job: BuildJob) -> list[Event]:
    """What other cables are joined to waits for what has to be known of it first."""
    for body in job.bodies:
        for made in body.part.making:
            if made.ahead:
                key = job.step_at_body("make", body, on=made.id).key
                others = [e for e in job.ends if e.at not in body.at]
                land = {
                    job.step_on_core("land", e.at, c.core).key
                    for e in others
                    for c in e.strip.cores
                }
                events = [replace(e, after=(*e.after, key)) if e.id in land else e for e in events]
                # What is measured there is touched at the far ends of the same cables, once they are bare.
                far = {at.other for at in body.at} & {e.at for e in others}
                bare = tuple(job.step("cores", at).key for at in sorted(far))
                events = [replace(e, after=(*e.after, *bare)) if e.id == key else e for e in events]
            if made.after_all:
                key = job.step_at_body("make", body, on=made.id).key
                every = tuple(
                    job.step_on_core("insert" if own.clicks(c.cavity) else "land", at, c.core).key
                    for own in job.bodies
                    for at in own.at
                    for c in job.at(at).strip.cores
                    if c.fitting == own.id and job.together(own, c.cavity)[0] == (at, c.core)
                )
                events = [
                    replace(e, after=(*e.after, *every)) if e.id == key else e for e in events
                ]
            if made.after_far:
                key = job.step_at_body("make", body, on=made.id).key
                beyond = {at.other for at in body.at}
                joined = tuple(
                    job.step_on_core("land", e.at, core.core).key
                    for e in job.ends
                    if e.at in beyond
                    for core in e.strip.cores
                )
                events = [
                    replace(e, after=(*e.after, *joined)) if e.id == key else e for e in events
                ]
    return events


def pole_by_pole(events: list[Event], job: BuildJob) -> list[Event]:
    """On a live battery nothing of the next pole is opened before the one before it is covered."""
    found = events
    for before, after in pairwise(job.one_pole_at_a_time):
        covered = tuple(e.id for e in found if e.at == (before,))
        opened = {e.id for e in found if e.at == (after,)}
        first = {e.id for e in found if e.id in opened and not opened & set(e.after)}
        found = [replace(e, after=(*e.after, *covered)) if e.id in first else e for e in found]
    return found


def waiting(events: list[Event], before: list[Event], which: set[str]) -> list[Event]:
    """Some of the events wait for what comes before them, where anything does."""
    if not before:
        return events
    key = before[0].id
    return [replace(e, after=(*e.after, key)) if e.id in which else e for e in events]
