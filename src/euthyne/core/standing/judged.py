"""What the build judged already: the look lines whose steps a person did and looked at as they did them. The same
eyes are not asked twice; another prover looks again at all that can be seen.
"""

from collections.abc import Iterator

from euthyne.core.lead.step import StepName
from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.build.jobs import Body
from euthyne.core.stages.prove.lookover import LookLine


def steps_of(plan: Plan, line: LookLine) -> tuple[BuildStep, ...]:
    """The steps of the build at which what a line asks was judged; none where no step did.

    Parameters: plan; line of its look list.
    """
    body = next((b for b in plan.build.job.bodies if b.id == line.end), None)
    if body is None:
        return ()
    keys = {name.key for name in _names(plan, body, _asked(plan, line))}
    return tuple(step for step in plan.build.steps if step.key in keys)


def judged_by(plan: Plan, who: str) -> tuple[LookLine, ...]:
    """The lines that have no answer yet and that this person judged at their steps, all of them.

    Parameters: plan; who, as steps are confirmed by; nobody has judged anything where that is empty.
    """
    answered = {look.line for look in plan.lead.proof.looks}
    done = {x.step: x.by for x in plan.lead.build.done if not x.taken_in_by}
    found = []
    for line in plan.prove.looks:
        steps = steps_of(plan, line) if line.id not in answered else ()
        if who and steps and all(done.get(step.key) == who for step in steps):
            found.append(line)
    return tuple(found)


def _asked(plan: Plan, line: LookLine) -> str:
    """What of a body a line asks: its name without that of the end."""
    end = plan.ends.by_id[line.end]
    for name in (line.end, end.side or ""):
        if name and line.id.startswith(f"{name}-"):
            return line.id[len(name) + 1 :]
    return line.id


def _names(plan: Plan, body: Body, asked: str) -> Iterator[StepName]:
    """The names of the steps that judge what is asked of a body."""
    job = plan.build.job
    if asked == "sheath":
        for at in body.at:
            yield job.step_at_body("grip", body, at)
    elif asked == "shut":
        yield job.step_at_body("close", body)
    elif asked.startswith("on-"):
        for at in body.at:
            yield job.step("thread", at, asked.removeprefix("on-"))
    elif asked in ("strands", "pull"):
        for at in body.at:
            for core in job.at(at).strip.cores:
                if core.fitting == body.id:
                    yield job.step_on_core("land", at, core.core)
                    yield job.step_on_core("insert", at, core.core)
                    yield job.step_on_core("shrink", at, core.core)
    else:
        yield job.step_at_body("make", body, on=asked)
