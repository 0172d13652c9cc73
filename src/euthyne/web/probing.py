"""Probing: the next probe of the shortest list, and what was heard."""

from dataclasses import dataclass, replace
from functools import lru_cache

from flask import Blueprint, current_app, redirect, request, url_for
from markupsafe import Markup

from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.prove.probing import ToProbe
from euthyne.core.trade.colours import role
from euthyne.core.trade.corewords import function_of
from euthyne.drawing.probing import probe_drawing
from euthyne.web.entry import Answer, back
from euthyne.web.errors import NotNow
from euthyne.web.frame import lead_page, wants_part
from euthyne.web.proof import change
from euthyne.web.standin import bench_of

blueprint = Blueprint("probing", __name__)


@dataclass(frozen=True)
class ShownProbe:
    """A probe as it is asked for: its number and how many there are, whether it ``settles`` what is
    wrong, in words, drawn.
    """

    probe: ToProbe
    at: int
    many: int
    settles: bool
    headline: str
    detail: str
    drawing: Markup


@lru_cache(maxsize=128)
def next_probe(plan: Plan) -> ShownProbe | None:
    """The probe to take now; None where there is nothing to probe."""
    probe = plan.prove.next_probe
    if probe is None:
        return None
    many, left = len(plan.prove.probe_plan), len(plan.prove.plan_left)
    at = max(many - left, 0) + 1
    return ShownProbe(
        probe=probe,
        at=at,
        many=max(many, at),
        settles=bool(plan.prove.wiring_faults),
        headline=headline(plan, probe),
        detail=_detail(plan, probe),
        drawing=_drawing(plan, probe),
    )


@lru_cache(maxsize=128)
def _drawing(plan: Plan, probe: ToProbe) -> Markup:
    return Markup(probe_drawing(plan, probe))


def headline(plan: Plan, probe: ToProbe) -> str:
    """A probe in a sentence."""
    one, against = (
        plan.ends.contact_said(probe.one.name),
        [plan.ends.contact_said(p.name) for p in probe.against],
    )
    one = f"{one[0].upper()}{one[1:]}"
    if len(against) > 1:
        return f"{one} to {len(against)} strapped together"
    return f"{one} to {against[0]}"


def _detail(plan: Plan, probe: ToProbe) -> str:
    said = []
    if probe.position != plan.ends.positions[-1].positions or len(plan.ends.positions) > 1:
        at = ", ".join(f"{plan.ends.by_id[f].part.short} {name}" for f, name in probe.position)
        said.append(f"{at[0].upper()}{at[1:]}.")
    touched = {p.fitting for p in (probe.one, *probe.against)}
    said += [
        f"The switch of the {end.part.short} on."
        for end in plan.ends.ours
        if end.part.switched and end.id in touched
    ]
    outlets = max((e.part.outlets for e in plan.ends.ours if e.id in touched), default=1)
    if outlets > 1 and probe.sounds:
        said.append(f"At each of its {outlets} outlets: it counts as heard once all of them sound.")
    if len(probe.against) > 1:
        names = ", ".join(plan.ends.contact_said(p.name) for p in probe.against)
        said.append(f"Strap together: {names}.")
    purpose = plan.ends.courses.get((probe.one, probe.against[0]))
    if probe.sounds:
        carries = f": it is {_as_said(function_of(purpose))}" if purpose else ""
        said.append(f"It should sound{carries}. Flex both ends while you listen.")
    else:
        said.append("It should stay silent.")
    between = {
        role(plan.given.map.purpose((p.fitting, p.cavity))) for p in (probe.one, *probe.against)
    }
    across = between == {"line", "neutral"} or between == {"line"}
    if plan.prove.subject and plan.prove.subject.tape_ohm and across and not probe.sounds:
        said.append(
            f"Through the tape about {plan.prove.subject.tape_ohm:.0f} ohm remain: that is no sound."
        )
    if plan.lead.ends.switch_lit and across and not probe.sounds:
        said.append(
            "Its lamp lets a little through: a meter that sounds below 50 ohm stays silent."
        )
    if "tool" in plan.given.proof and across and not probe.sounds:
        said.append("The tool is switched off: a winding or a heater that is on sounds by itself.")
    return " ".join(said)


def _as_said(function: str) -> str:
    """``the live``, but ``number 7``."""
    return function if function[-1].isdigit() else f"the {function}"


def last_heard(plan: Plan) -> str:
    """What was heard last, in words."""
    if not plan.prove.probes:
        return ""
    probe = plan.prove.probes[-1]
    to = (
        plan.ends.contact_said(probe.other)
        if len(probe.gang) < 2
        else f"{len(probe.gang)} strapped"
    )
    heard = "sounded" if probe.sounds else "stayed silent"
    return f"{plan.ends.contact_said(probe.one)} to {to}: {heard}"


def _on(tag: str) -> Answer:
    """On to the next probe, where the press came from."""
    if request.form.get("bench") != "yes":
        return back(tag, Stage.PROVE)
    if wants_part():
        return str(current_app.view_functions["screens.show"](tag, at="probe"))
    return redirect(url_for("screens.show", tag=tag, at="probe"), 303)


@blueprint.post("/leads/<tag>/prove/heard")
def heard(tag: str) -> Answer:
    """What the meter said to the probe that was asked for."""
    page = lead_page(tag)
    key, said = request.form.get("probe", ""), request.form.get("heard", "")
    asked = page.plan.prove.next_probe
    if asked is None or asked.key != key or said not in ("sounds", "silent", "meter"):
        raise NotNow(
            "This probe was taken already, or is not on the list any more.",
            url_for("screens.show", tag=tag, at="probe"),
            "To the next probe",
        )
    sounds = _by_the_meter(page.plan, asked) if said == "meter" else said == "sounds"
    probe = asked.answered(sounds)
    change(
        tag,
        lambda p: replace(p, probes=(*p.probes, probe)),
        f"Prove: {headline(page.plan, asked)} {'sounds' if sounds else 'silent'}",
    )
    return _on(tag)


def _by_the_meter(plan: Plan, asked: ToProbe) -> bool:
    """What the simulated meter says; a switch that is open parts."""
    meter = bench_of(plan)
    if meter is None:
        raise NotNow("No stand-in is clipped on.", f"/leads/{plan.lead.tag}/prove", "Back to Prove")
    if asked.position != plan.ends.positions[-1].positions:
        return False
    return meter.sounds(asked.one.name, tuple(p.name for p in asked.against))


@blueprint.post("/leads/<tag>/prove/slip")
def slip(tag: str) -> Answer:
    """The last probe is taken back: the probe slipped, or the wrong key was pressed."""
    last = last_heard(lead_page(tag).plan)
    change(tag, lambda p: replace(p, probes=p.probes[:-1]), f"Prove: taken back, {last}")
    return _on(tag)


@blueprint.post("/leads/<tag>/prove/gangs")
def gangs(tag: str) -> Answer:
    """With clips that strap points together, or without."""
    with_clips = request.form.get("gangs") == "yes"
    words = "clips strap points together" if with_clips else "no clips: point by point"
    change(tag, lambda p: replace(p, gangs=with_clips), f"Prove: {words}")
    return _on(tag)


@blueprint.post("/leads/<tag>/prove/afresh")
def afresh(tag: str) -> Answer:
    """The map is probed again from the start; the log keeps that it was read before."""
    page = lead_page(tag)
    read = ", ".join(f"{p.one} {p.other}" for p in page.held.lead.proof.probes if p.sounds)
    change(
        tag,
        lambda p: replace(p, probes=()),
        f"Prove: the map begun afresh; these had sounded: {read or 'none'}"[:390],
    )
    return _on(tag)
