"""A lead from New lead to its seal, through the pages, as one person makes it."""

import re
from dataclasses import dataclass, field

from person import words
from test_to_the_seal import plan, prove, typed

from euthyne.core.standing.progress import progress


@dataclass(frozen=True)
class Job:
    """A lead that somebody makes: where they begin, what they type at each stage."""

    start: str
    brief: dict[str, str]
    size: str
    conductor: dict[str, str] = field(default_factory=dict)
    ends: dict[str, str] = field(default_factory=dict)
    proof: dict[str, str] = field(default_factory=dict)


def begun(person, job):
    """A lead of that job, briefed, sized, its ends chosen; its tag."""
    answer = person.client.post("/leads/new", data={"start": job.start})
    tag = re.search(r"/leads/([^/]+)", answer.headers["Location"])[1]
    person.send(f"/leads/{tag}/brief", **job.brief)
    if job.conductor:
        person.send(f"/leads/{tag}/conductor", **job.conductor)
    if job.size:
        person.send(f"/leads/{tag}/conductor/take", size=job.size)
    if job.ends:
        person.send(f"/leads/{tag}/ends", **job.ends)
    return tag


def passed(person, store, tag, titles):
    """Every caution that stands is passed with a reason; their titles are kept."""
    for found in progress(plan(store, tag), False).found:
        if found.level == "caution" and found.open:
            titles.append(found.title)
            person.send(
                f"/leads/{tag}/reason/{found.key}?stage={found.stage.value}",
                reason="looked at, and it holds here",
            )


def measured(store, tag, step):
    """What is typed at a step where something is measured: a sound reading of each line."""
    lines = [line for line in plan(store, tag).prove.lines if line.id in step.reads]
    tested = [line for line in lines if line.test_volts]
    return {
        **{f"reading.{line.id}": typed(line) for line in lines},
        **{f"volts.{line.id}": f"{line.test_volts[0]:g} V" for line in tested},
    }


def sealed(person, store, job):
    """The job done to its seal; its tag and the titles of the cautions on the way."""
    tag, titles = begun(person, job), []
    passed(person, store, tag, titles)
    for stage in ("ends", "cut"):
        person.send(f"/leads/{tag}/{stage}/settle")
    built(person, store, tag)
    person.send(f"/leads/{tag}/prove", **{"proof.tested_volts": "500 V", **job.proof})
    person.send(f"/leads/{tag}/prove/gangs", gangs="yes")
    proven_and_sealed(person, store, tag, titles)
    return tag, titles


def built(person, store, tag):
    """Every step confirmed, each of them ticked by that and no other."""
    while steps := plan(store, tag).build.steps_left:
        answer = person.confirm(tag, steps[0].key, **measured(store, tag, steps[0]))
        assert len(plan(store, tag).build.steps_left) == len(steps) - 1, words(answer.text)[:700]


def proven_and_sealed(person, store, tag, titles):
    """Looked at, probed, read, and sealed."""
    prove(person, store, tag)
    passed(person, store, tag, titles)
    person.send(f"/leads/{tag}/tag/seal", initials="AF")


def is_in_the_log(person, store, tag):
    """A lead that was sealed, in a log without a fault, its number on its page."""
    assert store.get(tag).sealed
    assert store.faults_of_log() == []
    assert tag in words(person.open(f"/leads/{tag}/tag"))


def met_at(person, job, changes, stage):
    """The page of a stage, in words, after a mistake was made on purpose: what was typed at each stage."""
    tag = begun(person, job)
    for where, fields in changes.items():
        person.send(f"/leads/{tag}/{where}", **fields)
    return words(person.open(f"/leads/{tag}/{stage}"))
