"""Keeping an entry of the proof."""

from collections.abc import Callable
from dataclasses import replace

from flask import g, url_for

from euthyne.core.lead import Lead, Look, Proof
from euthyne.core.plan import plan_of
from euthyne.core.standing.passing import passes_own
from euthyne.store.clock import now
from euthyne.web.access import SOMEONE_ELSE, setting
from euthyne.web.errors import NotNow
from euthyne.web.frame import lead_page, store, who


def begun(lead: Lead, proof: Proof) -> Proof:
    """A proof with the plan it is held against."""
    stamp = lead.proof.plan_stamp or plan_of(lead).build.stamp
    return replace(proof, plan_stamp=stamp)


def refuse_own(lead: Lead, after: Proof) -> None:
    """Raise NotNow where someone else is to prove, and who is here made what the entry passes."""
    if not setting(SOMEONE_ELSE):
        return
    why = passes_own(plan_of(lead), after, who())
    if why:
        words = f"{why} Here someone else proves: hand it over to them."
        raise NotNow(words, url_for("prove.show", tag=lead.tag), "Back to Prove")


def change(tag: str, changed: Callable[[Proof], Proof], words: str) -> None:
    """Keep a change of a lead's proof, under its words. Raises NoSuchLead, Sealed."""

    def stamped(lead: Lead) -> Lead:
        proof = changed(lead.proof)
        refuse_own(lead, proof)
        return replace(lead, proof=begun(lead, proof))

    g.kept = store().change(tag=tag, change=stamped, at=now(), by=who(), what=words)


def keep_look(tag: str, line: str, good: bool) -> None:
    """Keep the answer to a line of the look list. Raises NotNow where there is no such line."""
    if line not in {x.id for x in lead_page(tag).plan.prove.looks}:
        raise NotNow(
            "This line is not on the look list.", url_for("prove.show", tag=tag), "Back to Prove"
        )
    answer = Look(line, good, now(), who())
    change(
        tag,
        lambda p: replace(p, looks=(*(x for x in p.looks if x.line != line), answer)),
        f"Prove: looked at {line}, {'good' if good else 'bad'}",
    )
