"""Keeping an entry of the proof."""

from collections.abc import Callable
from dataclasses import replace

from euthyne.core.lead import PROOF_RULE, Lead, Proof
from euthyne.core.plan import plan_of
from euthyne.store.clock import now
from euthyne.web.frame import store, who


def begun(lead: Lead, proof: Proof) -> Proof:
    """A proof with the plan it is held against, and the rule it was begun under."""
    rule = lead.proof.rule if lead.proof.begun_before else PROOF_RULE
    stamp = lead.proof.plan_stamp or plan_of(lead).build.stamp
    return replace(proof, plan_stamp=stamp, rule=rule)


def change(tag: str, changed: Callable[[Proof], Proof], words: str) -> None:
    """Keep a change of a lead's proof, under its words. Raises NoSuchLead, Sealed."""

    def stamped(lead: Lead) -> Lead:
        return replace(lead, proof=begun(lead, changed(lead.proof)))

    store().change(tag=tag, change=stamped, at=now(), by=who(), what=words)
