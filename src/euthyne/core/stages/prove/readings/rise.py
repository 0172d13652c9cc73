"""How warm a joint runs against what lies beside it, after half an hour at its load."""

from euthyne.core.stages.prove.limits import proof_limits
from euthyne.core.stages.prove.readings.line import ProofLine, Subject
from euthyne.core.stages.prove.readings.volts import RiseLine


def proof_lines(subject: Subject) -> tuple[ProofLine, ...]:
    """A line for each pole."""
    return rise_lines(subject, "lug", "the warmest lug over its neighbours", "lug")


def rise_lines(subject: Subject, which: str, words: str, what: str) -> tuple[ProofLine, ...]:
    """A line for each pole: the warmest joint of a kind against what lies beside it."""
    limits = proof_limits().rise
    watch, fail = limits.lug_k if which == "lug" else limits.coupler_k
    return tuple(
        RiseLine(
            id=f"rise-{run.name}",
            words=f"{run.words}: {words}, after its load",
            watch=watch,
            fail=fail,
            how="Thirty minutes at the load it is made for; the thermometer on bare metal or on tape.",
            why="the hotter end is the worse joint",
            source=limits.source,
            astray=f"Open that {what}: loose, dirty, or pressed wrong.",
            mandatory=False,
            powered=True,
        )
        for run in subject.carrying
    )
