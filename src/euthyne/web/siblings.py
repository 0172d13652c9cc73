"""What leads made to the same plan for the same job read, beside a reading."""

from flask import g

from euthyne.core.jobs.job import same_plan
from euthyne.core.jobs.siblings import AmongSiblings, among_siblings
from euthyne.core.plan import plan_of
from euthyne.web.frame import LeadPage, jobs, store


def siblings_of(page: LeadPage) -> dict[str, AmongSiblings]:
    """The lines of a lead among those of its siblings, by their id; worked out once a request."""
    known: dict[str, dict[str, AmongSiblings]] = g.setdefault("siblings", {})
    if page.tag not in known:
        kept = jobs().of(page.tag)
        others = [store().get(tag).lead for tag in kept.tags if tag != page.tag] if kept else []
        like = same_plan(page.held.lead, [x for x in others if x.proof.readings])
        known[page.tag] = among_siblings(page.plan, [plan_of(x) for x in like])
    return known[page.tag]
