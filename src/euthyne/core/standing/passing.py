"""The rule that someone else proves: whoever made a termination does not pass it."""

from euthyne.core.lead import Proof
from euthyne.core.lead.step import step_named
from euthyne.core.order.laid import End
from euthyne.core.plan import Plan


def sides_made_by(plan: Plan, person: str) -> frozenset[End]:
    """The sides of a lead at which a person confirmed a step.

    Parameters: plan; person, as written beside the steps.
    """
    named = (
        step_named(done.step)
        for done in plan.lead.build.done
        if person in (done.by, done.taken_in_by)
    )
    return frozenset(name.end for name in named if name is not None)


def passes_own(plan: Plan, after: Proof, person: str) -> str:
    """Why an entry of the proof is not this person's to make; empty where it is.

    What is looked at belongs to its end: it is barred to whoever made that end. A probe or a reading
    goes through every termination of the lead: it is barred to whoever made any of them. What can be measured
    at a step of the build alone is read by whoever is at that step. What is read
    of a simulated copy is practice, and barred to nobody.

    Parameters: plan, of the lead as it stands; after, its proof with the entry; person.
    """
    made = sides_made_by(plan, person)
    if not made:
        return ""
    before = plan.lead.proof
    sides = {line.id: plan.ends.by_id[line.end].side for line in plan.prove.looks if line.end}
    places = {line.id: line.place for line in plan.prove.looks}
    for look in set(after.looks) - set(before.looks):
        if look.good and sides.get(look.line) in made:
            return f"You made the {places[look.line]}, so it is not yours to pass."
    at_steps = {line.id for line in plan.prove.lines if line.in_build}
    readings = [
        r
        for r in after.readings
        if r not in before.readings and not r.simulated and r.line not in at_steps
    ]
    probes = () if after.stand_in else set(after.probes) - set(before.probes)
    if readings or probes:
        return "You made a termination of this lead, so its readings are not yours to take."
    return ""
