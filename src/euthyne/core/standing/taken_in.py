"""A lead that came in with a document: what others are said to have done of it is marked with who took it
in, since nobody here saw it done.
"""

from dataclasses import replace

from euthyne.core.lead import Lead, Look, Probe, Reading
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.shown import one_and_all


def taken_in(lead: Lead, by: str) -> Lead:
    """A lead as it comes in: each step, look, probe and reading says who took it in, whoever it said.

    Parameters: lead; by, who takes it in.
    """
    proof, build = lead.proof, lead.build
    return replace(
        lead,
        build=replace(build, done=tuple(replace(x, taken_in_by=by) for x in build.done)),
        proof=replace(
            proof,
            looks=tuple(replace(x, taken_in_by=by) for x in proof.looks),
            probes=tuple(replace(x, taken_in_by=by) for x in proof.probes),
            readings=tuple(replace(x, taken_in_by=by) for x in proof.readings),
        ),
    )


def proof_taken_in(lead: Lead) -> str:
    """Who took in what of a lead's proof came in with a document; empty where nothing did."""
    proof = lead.proof
    entries: list[Look | Probe | Reading] = [*proof.looks, *proof.probes, *proof.readings]
    names = dict.fromkeys(x.taken_in_by for x in entries if x.taken_in_by)
    return one_and_all(names)


def refuse_taken_in(lead: Lead) -> None:
    """Raises Refused where any of a lead's proof came in with a document: whoever proves has seen it."""
    by = proof_taken_in(lead)
    if by:
        what = f"what was looked at and read came in with a document that {by} took in"
        raise Refused(Fault("proof", what, "it looked at, probed and read here"))
