"""The job of the demonstration, as tests go about it: six leads for the visitor tents, half of them cut."""

from euthyne.core.plan import plan_of
from euthyne.store.stores import StoresStore

JOB = "/jobs/1"


def tags(jobs):
    """The tags of the leads that are alike."""
    return [tag for tag in jobs.get(1).tags if tag > "TR-0042"]


def left(store, name):
    return next(s.left for s in StoresStore(store.engine).all() if s.name == name)


def next_step(store, tag):
    return plan_of(store.get(tag).lead).build.steps_left[0].key


def in_a_row(person, store, waiting, code=200, **more):
    """Confirms the next step of some leads in a row, with every part that a gate asks for."""
    step = plan_of(store.get(waiting[0]).lead).build.steps_left[0]
    asks = {f"on-{tag}": [a.part for a in step.asks] for tag in waiting} | more
    told = {"step": step.key, "like": waiting[0], "tag": waiting, "initials": "AB"}
    return person.send(f"{JOB}/bench", code, **told, **asks)
