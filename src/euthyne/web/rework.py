"""Rework: a step that is not right, a part that was forgotten; each with its way back and its cost."""

from dataclasses import replace

from flask import Blueprint, redirect, render_template, request, url_for
from werkzeug.wrappers import Response

from euthyne.core.lead import Lead, Rework
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan, plan_of
from euthyne.core.stages.build.buildsteps import part_words
from euthyne.core.standing.rework import (
    WayBack,
    back_from,
    back_to,
    still_proven,
    thrown_away,
)
from euthyne.store.clock import now
from euthyne.store.jobs import taken_back
from euthyne.web.build import judged
from euthyne.web.errors import NotNow
from euthyne.web.frame import LeadPage, lead_page, store, who
from euthyne.web.people import initials_given

blueprint = Blueprint("rework", __name__)
WAYS = {
    "still-time": "There is still time: it goes on now, from its own end.",
    "other-end": "It can still go on from the other end and be fed along.",
    "split": "A split one goes on over what is there.",
    "undo": "Take back what stands in its way, then put it on.",
    "alone": "Cut this one joint off, put it on, and make the joint anew. The others stay.",
    "cut-back": "Cut this end off and begin it again.",
    "impossible": "There is no way back: not with this cable, not with this part.",
}
AGAIN = {
    "undo": "It can be undone: take it back, and do it again.",
    "alone": "Cut this one off, close behind it, and make it anew. What else is at this end stays.",
    "cut-back": "It can not be undone. Cut this end off and begin it again.",
    "cut-again": "Cut it again, from a fresh piece. What was cut is an offcut now.",
    "impossible": "There is no way back from here: not with this cable.",
}


@blueprint.post("/leads/<tag>/build/back")
def take_back(tag: str) -> str | Response:
    """The last step was not done at all: it is open again, and the log keeps that it was."""

    def without_last(lead: Lead) -> Lead:
        kept = lead.build.done[:-1]
        return replace(
            lead,
            build=replace(
                lead.build, done=kept, plan_stamp=lead.build.plan_stamp if kept else None
            ),
        )

    last = lead_page(tag).held.lead.build.done[-1:]
    words = "Build: nothing to take back"
    if last:
        words = f"Build: {last[0].step} taken back"
    store().change(tag=tag, change=without_last, at=now(), by=who(), what=words, also=taken_back)
    return redirect(url_for("build.bench", tag=tag), 303)


def _building(tag: str) -> LeadPage:
    page = lead_page(tag)
    if not page.reached(Stage.BUILD) or not page.plan.build.steps:
        raise NotNow(
            "There is no build to go back in.", url_for("build.show", tag=tag), "Back to the build"
        )
    return page


@blueprint.get("/leads/<tag>/build/wrong")
def wrong(tag: str) -> str | Response:
    """A step that is not right, the last one unless another is asked for: what doing it again
    takes.
    """
    page = _building(tag)
    steps = {s.key: s for s in page.plan.build.steps}
    # What was done before this bench took to working otherwise may be no step of the plan any more.
    done = [d.step for d in page.held.lead.build.done if d.step in steps]
    if not done:
        return redirect(url_for("build.bench", tag=tag))
    key = request.args.get("step", done[-1])
    if key not in steps:
        raise NotNow(
            "That step is not in the plan any more.",
            url_for("build.bench", tag=tag),
            "Back to the bench",
        )
    way = back_from(page.plan, key)
    if way is None:
        raise NotNow("That step is not done.", url_for("build.bench", tag=tag), "Back to the bench")
    at = done.index(key)
    step = steps[key]
    return render_template(
        "rework/wrong.html",
        page=page,
        step=step,
        judged=judged(page.plan, step),
        way=way,
        thrown_away=thrown_away(page.plan, (*way.scrap, *way.sleeves)),
        proven_anew=_proven_anew(page.plan, way),
        words=AGAIN[way.how],
        reaches=_reaches(page.plan, way),
        last=key == done[-1],
        earlier=done[at - 1] if at else None,
        later=done[at + 1] if at + 1 < len(done) else None,
        named={name: s.headline for name, s in steps.items()},
        who=who(),
    )


def _reaches(plan: Plan, way: WayBack) -> float | None:
    """Length to spare in mm once what is cut off has cost what it costs; None where no cable is."""
    if way.how not in ("cut-back", "alone"):
        return None
    spare = [(plan.build.spare_m(x.cable), x.mm) for x in way.lost if x.mm]
    return min((m * 1000 - lost for m, lost in spare if m is not None), default=None)


def _proven_anew(plan: Plan, way: WayBack) -> list[str]:
    """What of the proof is asked again once a way back is taken, in words; nothing before it began."""
    before, after = plan.lead.proof, still_proven(plan, way)
    lost = (
        (len(before.looks) - len(after.looks), "look"),
        (len(before.probes) - len(after.probes), "probe"),
        (len(before.readings) - len(after.readings), "reading"),
    )
    return [f"{many} {word}{'s' if many > 1 else ''}" for many, word in lost if many]


@blueprint.post("/leads/<tag>/build/wrong")
def do_again(tag: str) -> Response:
    """Open again what a step that is not right takes with it."""
    key, initials, why = (
        request.form.get("step", ""),
        initials_given(),
        request.form.get("why", "").strip()[:200],
    )

    def opened(lead: Lead) -> Lead:
        return _opened(
            lead=lead, way=back_from(plan_of(lead), key), what=key, initials=initials, why=why
        )

    store().change(
        tag=tag,
        change=opened,
        at=now(),
        by=initials,
        what=f"Build: {key} was not right",
        also=taken_back,
    )
    return redirect(url_for("build.bench", tag=tag), 303)


@blueprint.get("/leads/<tag>/build/forgot")
def forgot(tag: str) -> str:
    """Which part is not on, and the cheapest way back for each."""
    page = _building(tag)
    asked, words = request.args.get("part", ""), _parts(page)
    ids = [part_id for part_id, _ in words]
    if asked in ids:
        at = ids.index(asked)
    else:
        at = -1
    way = back_to(page.plan, asked) if asked else None
    return render_template(
        "rework/forgot.html",
        page=page,
        parts=words,
        asked=asked,
        part_words=dict(words).get(asked, ""),
        way=way,
        thrown_away=thrown_away(page.plan, (*way.scrap, *way.sleeves)) if way else (),
        proven_anew=_proven_anew(page.plan, way) if way else (),
        ways=WAYS,
        earlier=ids[at - 1] if at > 0 else None,
        later=ids[at + 1] if at + 1 < len(ids) else None,
        named={s.key: s.headline for s in page.plan.build.steps},
        who=who(),
    )


def _parts(page: LeadPage) -> list[tuple[str, str]]:
    """Every threaded part with its words: those ticked off first, the newest foremost; they are the
    likeliest.
    """
    done = [d.step for d in page.held.lead.build.done]
    parts = sorted(
        page.plan.build.threading.parts,
        key=lambda p: -done.index(p.id) if p.id in done else len(done),
    )
    return [(p.id, part_words(p.id, page.plan.build.job)) for p in parts]


@blueprint.post("/leads/<tag>/build/forgot")
def go_back(tag: str) -> Response:
    """Take the way back: what it undoes is open again, what it scraps and loses is recorded."""
    asked, initials = request.form.get("part", ""), initials_given()

    def opened(lead: Lead) -> Lead:
        return _opened(lead, back_to(plan_of(lead), asked), asked, initials)

    store().change(
        tag=tag,
        change=opened,
        at=now(),
        by=initials,
        what=f"Build: {asked} was forgotten",
        also=taken_back,
    )
    return redirect(url_for("build.bench", tag=tag), 303)


def _opened(
    lead: Lead, way: WayBack | None, what: str, initials: str, why: str | None = None
) -> Lead:
    """The lead with a way back taken; ``why`` is given for a step that was not right, None for a
    forgotten part.
    """
    if way is None or not way.possible:
        raise NotNow(WAYS["impossible"], url_for("build.show", tag=lead.tag), "Back to the build")
    kept = tuple(d for d in lead.build.done if d.step not in way.opened)
    again = Rework(
        part=what,
        how=way.how,
        undone=way.opened,
        scrap=(*way.scrap, *way.sleeves),
        length_lost_mm=way.length_lost_mm,
        lost=way.lost,
        at=now(),
        by=initials,
    )
    if why is not None:
        again = replace(again, cause="not-right", why=why)
    build = replace(lead.build, done=kept, reworks=(*lead.build.reworks, again))
    return replace(lead, build=build, proof=still_proven(plan_of(lead), way))
