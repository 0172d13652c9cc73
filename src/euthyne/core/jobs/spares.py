"""What a kit holds to spare: a second try at a joint that cannot be undone, and a sample of each set-up, which is
pressed, pulled and sawn through.
"""

from collections.abc import Iterable

from euthyne.core.jobs.kit import still_needed
from euthyne.core.plan import Plan
from euthyne.core.shelf.article import FirstArticle
from euthyne.core.stages.build.jobs import Body, sleeve_cut_mm, sleeve_on
from euthyne.core.stores.naming import part_what, words_of
from euthyne.core.stores.stock import Need

SAMPLE_M = 0.15  # of the conductor a sample is pressed on: enough to hold it by, generic


def spares(plans: Iterable[Plan], articles: Iterable[FirstArticle]) -> tuple[Need, ...]:
    """What leads of a job want beside what goes into them.

    Parameters: plans; articles, the samples this bench has: a set-up that was released wants none.
    Returns: of each lead, for each try that its length allows, one joint's terminal and sleeve of every sort; of
    each set-up that no sample released, a terminal and a length to press it on.
    """
    released = {(x.terminal.casefold(), x.size) for x in articles if x.released}
    found: list[Need] = []
    for plan in plans:
        if not plan.lead.cut.reworks and not any(s.pressed for s in plan.build.steps):
            continue  # nothing of it wants a try or a sample: asked first, since it costs least
        if not any(need.kind == "part" for need in still_needed(plan)):
            continue  # laid out already: what was to spare went with it
        found += _tries(plan)
        for terminal, size, needs in _samples(plan):
            if (terminal.casefold(), size) not in released:
                released.add((terminal.casefold(), size))
                found += needs
    return tuple(found)


def _tries(plan: Plan) -> list[Need]:
    tries = plan.lead.cut.reworks
    found: dict[tuple[str, str], Need] = {}
    if not tries:
        return []
    for body in _lasting(plan):
        terminal = _terminal(plan, body, tries)
        found.setdefault((terminal.kind, terminal.what), terminal)
        e = plan.build.job.at(body.at[0])
        sleeve = sleeve_on(e, body)
        if sleeve is not None:
            long = tries * sleeve_cut_mm(e, sleeve, body) / 1000
            found.setdefault(
                ("sleeve", sleeve.name),
                Need("sleeve", sleeve.name, f"{sleeve.words} sleeve", long),
            )
    return list(found.values())


def _samples(plan: Plan) -> Iterable[tuple[str, str, list[Need]]]:
    """Each set-up that is pressed on a lead: its terminal, its conductor, what a sample of it takes."""
    for step in plan.build.steps_left:
        if step.pressed is None:
            continue
        job = plan.build.job
        body = next((b for b in job.bodies if b.part.words == step.pressed.terminal), None)
        needs = []
        if body is not None:
            if _is_terminal(body):
                needs.append(_terminal(plan, body, 1))
            laid = plan.conductor.laid.get(job.at(body.at[0]).cable.id)
            if laid is not None and laid.cable.new:
                needs.append(Need("cable", laid.stock_name, laid.written, SAMPLE_M))
        yield step.pressed.terminal, step.pressed.size, needs


def _lasting(plan: Plan) -> list[Body]:
    return [
        body
        for body in plan.build.job.bodies
        if body.termination.lasting and _is_terminal(body) and not body.part.there_already
    ]


def _is_terminal(body: Body) -> bool:
    """True for a lug or a ring, which is itself what is pressed; the contacts of a connector have one to spare in
    their own bag.
    """
    return body.termination.by_size or len(body.part.face.cavities) == 1


def _terminal(plan: Plan, body: Body, many: int) -> Need:
    what = part_what(body.part, plan.build.job.at(body.at[0]).cable.size)
    return Need("part", what, words_of("part", what), many)
