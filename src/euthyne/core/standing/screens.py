"""The proof one thing at a time: what was judged in the build, each look, the probes, each reading, in their order."""

from dataclasses import dataclass
from typing import Literal

from euthyne.core.plan import Plan
from euthyne.core.standing.judged import judged_by

LAST_OF_ALL = "trial"  # the look that wants the source in


@dataclass(frozen=True)
class Screen:
    """One thing to do: its name in an address, what kind it is, whether it is still to be done, and whether it
    must be before anything is sealed.
    """

    key: str
    kind: Literal["judged", "look", "probe", "reading"]
    open: bool
    must: bool = True


def screens(plan: Plan, who: str) -> tuple[Screen, ...]:
    """Every screen of a proof, as this person goes through them.

    Parameters: plan; who proves: what they judged at its step is one screen, and is asked one by one of
    anybody else.
    """
    judged = {line.id for line in judged_by(plan, who)}
    answers = {look.line: look.good for look in plan.lead.proof.looks}
    looks = [
        Screen(f"look-{line.id}", "look", not answers.get(line.id, False))
        for line in plan.prove.looks
        if line.id not in judged
    ]
    last = [screen for screen in looks if screen.key == f"look-{LAST_OF_ALL}"]
    found = [Screen("judged", "judged", True)] if judged else []
    found += [screen for screen in looks if screen not in last]
    if plan.prove.probe_plan:
        found.append(Screen("probe", "probe", plan.prove.next_probe is not None))
    for powered in (False, True):
        found += [
            Screen(
                f"read-{line.id}", "reading", _unread(plan, line.id, line.mandatory), line.mandatory
            )
            for line in plan.prove.lines
            if line.powered == powered
        ]
    return (*found, *last)


def _unread(plan: Plan, line: str, mandatory: bool) -> bool:
    """True for a reading that must be taken and was not, or that cannot stand as it is."""
    verdict = plan.prove.verdicts.get(line)
    if verdict is None:
        return mandatory
    return verdict.word in ("fail", "unsure")


def next_screen(all_of_them: tuple[Screen, ...], after: str = "") -> Screen | None:
    """The next that is still to be done: after one of them, else from the start; None where all is done."""
    keys = [screen.key for screen in all_of_them]
    at = keys.index(after) + 1 if after in keys else 0
    ahead = (*all_of_them[at:], *all_of_them[:at])
    return next((screen for screen in ahead if screen.open and screen.key != after), None)
