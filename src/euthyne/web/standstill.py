"""What keeps a step from being confirmed beside its own plan: a lead in quarantine, and what is kept for another
job.
"""

from collections.abc import Iterable, Mapping

from flask import render_template, request, url_for

from euthyne.core.jobs.kit import taken_from_others
from euthyne.core.stores.needs import needs
from euthyne.core.stores.stock import USED_UP, Need
from euthyne.store.afterlife import aside_for
from euthyne.store.clock import now
from euthyne.web.errors import NotNow
from euthyne.web.frame import jobs, lead_page, store
from euthyne.web.stores import usable


def standing_still(tag: str) -> str:
    """Why nothing is done to a lead that is in quarantine; empty where it is not."""
    said = aside_for(store().engine, tag)
    return f"stands still, {said}" if said else ""


def refuse_set_aside(tag: str) -> None:
    """Raise NotNow where a lead is in quarantine: nothing is done to it, and it is not sealed."""
    if said := standing_still(tag):
        raise NotNow(
            f"{tag} {said}. What clears it: it is looked at, and taken up again.",
            url_for("afterlife.show", tag=tag),
            "Its history",
        )


def promised_elsewhere(steps: Mapping[str, Iterable[str]], initials: str) -> str | None:
    """A page that asks, where what some leads take together at their steps is kept for another job; None where
    nobody is robbed, or it is taken all the same, which is then in that job's log.

    Parameters: steps that are confirmed, by the tag of their lead; initials of whoever does it.
    """
    needed = [need for tag, keys in steps.items() for need in _taken_at(tag, set(keys))]
    job = next((jobs().job_of(tag) for tag in steps), None)
    robbed = taken_from_others(needed, usable(), jobs().promises(), job)
    if not robbed:
        return None
    tags = ", ".join(steps)
    if request.form.get("promised") != "yes":
        names = {number: jobs().get(number).job.name for _, number, _ in robbed}
        sent = request.form.items(multi=True)
        return render_template(
            "build/promised.html", tags=tags, robbed=robbed, names=names, sent=sent
        )
    for need, number, lacking in robbed:
        amount = f"{lacking:.2f} m" if need.by_length else f"{lacking:g}"
        said = f"{amount} of {need.what} kept for it were taken for {tags}"
        jobs().say(number, now(), initials, said)
    return None


def _taken_at(tag: str, keys: set[str]) -> list[Need]:
    """What a lead takes out of Stores at some of its steps: the cut its cable, the laying out all else."""
    plan = lead_page(tag).plan
    fresh = keys - {d.step for d in plan.lead.build.done}
    return [
        need
        for need in needs(plan)
        if need.kind in USED_UP and ("cut" if need.kind == "cable" else "lay-out") in fresh
    ]
