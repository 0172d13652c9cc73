"""What a lead needs of Stores: its cables, parts, sleeves, what is used up, its tools."""

from collections import Counter
from dataclasses import replace
from functools import lru_cache

from euthyne.core.assembly.records import POWER
from euthyne.core.lead import Rework
from euthyne.core.lead.step import StepName, steps_named
from euthyne.core.order.laid import HAND
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf, stand_ins
from euthyne.core.stages.build.jobs import (
    TAG_SLEEVE_MM,
    Body,
    BuildJob,
    marker_on,
    sleeve_cut_mm,
    sleeve_of,
    sleeve_on,
    sleeves_on,
    soldered,
)
from euthyne.core.stages.conductor.laid import LaidCable
from euthyne.core.stores.naming import part_what, words_of
from euthyne.core.stores.stock import USED_UP, Need
from euthyne.core.trade.cable import make_up
from euthyne.core.trade.wire import size_words


def needs(plan: Plan) -> tuple[Need, ...]:
    """Everything a lead needs, cable first, tools last; nothing while its run or size is open."""
    return _needs(plan.unproven)


def comes_off(plan: Plan) -> list[Need]:
    """The parts of a lead that come off it whole; what was pressed, soldered or moulded on does not."""
    return [need for need in needs(plan) if need.kind == "part" and not need.lasting]


@lru_cache(maxsize=512)
def _needs(plan: Plan) -> tuple[Need, ...]:
    if not plan.cut.known or plan.conductor.size_name is None:
        return ()
    found = [
        *_cables(plan),
        *_parts(plan),
        *_sleeves(plan),
        *_consumables(plan),
        *_tools(plan),
    ]
    many = plan.build.job.many
    if many > 1:
        found = [replace(n, amount=n.amount * many) if n.kind in USED_UP else n for n in found]
    return _summed(found)


def _summed(needed: list[Need]) -> tuple[Need, ...]:
    """Needs with those that are alike taken together; cables of two lengths are two needs."""
    added: dict[tuple[str, float], Need] = {}
    for need in needed:
        key = (need.key, need.amount / need.pieces if need.kind == "cable" else 0.0)
        known = added.get(key)
        if known is None:
            added[key] = need
        elif need.kind == "cable":
            pieces = known.pieces + need.pieces
            added[key] = replace(known, amount=known.amount + need.amount, pieces=pieces)
        elif need.kind in USED_UP:
            added[key] = replace(known, amount=known.amount + need.amount)
    return tuple(added.values())


def _cables(plan: Plan) -> list[Need]:
    """The cables that are cut: pieces alike, of one length, together."""
    taken = (laid for laid in plan.conductor.laid.values() if laid.cable.new)
    laid_here = [laid for laid in taken if not laid.cable.jumper]
    cut = [(laid, length) for laid in laid_here for length in _cut_m(plan, laid)]
    pieces = Counter((laid.stock_name, length) for laid, length in cut)
    of_name = {laid.stock_name: laid for laid, _ in cut}
    return [
        Need(
            kind="cable",
            what=name,
            words=of_name[name].written,
            amount=length * many,
            others=_larger(plan, of_name[name]),
            pieces=many,
        )
        for (name, length), many in pieces.items()
    ]


def _cut_m(plan: Plan, laid: LaidCable) -> list[float]:
    if laid.id in plan.cut.lengths:
        return [plan.cut.lengths[laid.id].cut_m]
    return []


def _larger(plan: Plan, laid: LaidCable) -> tuple[str, ...]:
    """The next two sizes that would do in place of a power cable, as Stores know them."""
    if laid.cable.circuit != POWER or not plan.conductor.sizing:
        return ()
    fit = [c.size for c in plan.conductor.sizing.candidates if not c.fails]
    if laid.size_name not in fit:
        return ()
    later = fit[fit.index(laid.size_name) + 1 :][:2]
    return tuple(f"{laid.type.name} {make_up(laid.count, laid.earthed, size)}" for size in later)


def _parts(plan: Plan) -> list[Need]:
    if plan.conductor.diameter:
        cord = (plan.conductor.diameter.low_mm, plan.conductor.diameter.high_mm)
    else:
        cord = (0.0, 0.0)
    found = []
    for body in plan.build.job.bodies:
        if body.part.there_already:
            continue
        cable = plan.build.job.at(body.at[0]).cable
        what = part_what(body.part, cable.size)
        others = tuple(
            part_what(p, cable.size) for p in stand_ins(body.part, cord, cable.copper_mm2)
        )
        found.append(
            Need(
                kind="part",
                what=what,
                words=_called(body.part, what),
                amount=_count(plan, body),
                others=others,
                lasting=body.termination.lasting,
            )
        )
    return found


def _called(part: Part, what: str) -> str:
    """A part in words; one of one's own by the name it was given."""
    return words_of("part", what) if part.id in shelf() else part.words


def _count(plan: Plan, body: Body) -> float:
    """A lug is counted for each core, a coupler once."""
    if not body.termination.by_size:
        return 1
    ends = (plan.build.job.at(at) for at in body.at)
    return len([c for e in ends for c in e.strip.cores if c.fitting == body.id])


def _sleeves(plan: Plan) -> list[Need]:
    found = []
    job = plan.build.job
    for e, body in [(end, body) for end in job.ends for body in end.bodies]:
        sleeve = sleeve_on(e, body)
        if sleeve is not None:
            others = tuple(s.name for s in sleeves_on(e, body)[1:])
            many = len([c for c in e.strip.cores if c.fitting == body.id and sleeve_of(e, c)])
            found.append(
                Need(
                    kind="sleeve",
                    what=sleeve.name,
                    words=f"{sleeve.words} sleeve",
                    amount=many * sleeve_cut_mm(e, sleeve, body) / 1000,
                    others=others,
                )
            )
    for cable in job.cables:
        marker = marker_on(job, cable)
        if marker is not None:
            long = (2 + job.tags_along) * TAG_SLEEVE_MM / 1000
            found.append(Need("sleeve", marker.name, f"{marker.words} sleeve, printed", long))
    return found


def _consumables(plan: Plan) -> list[Need]:
    bodies, how = plan.build.job.bodies, plan.build.job.practices
    found = [
        Need(
            "consumable",
            f"{body.fuse_amps:g} A fuse",
            f"{body.fuse_amps:g} A fuse for the {body.part.short}",
            1,
        )
        for body in bodies
        if body.fuse_amps is not None
    ]
    if any(body.termination.tool == "iron" or soldered(body.part, how) for body in bodies):
        return [*found, Need("consumable", "flux-cored solder", "flux-cored solder", 1)]
    return found


def _tools(plan: Plan) -> list[Need]:
    job = plan.build.job
    tools = ["cable shear", *(e.tool for e in plan.build.threading.events if e.tool != HAND)]
    found = [Need("tool", tool, tool, 1) for tool in dict.fromkeys(tools)]
    lugged = (job.at(body.at[0]).cable.size for body in job.bodies if body.termination.by_size)
    return found + [
        Need("die", size, f"die for lugs of {size_words(size)}", 1)
        for size in dict.fromkeys(lugged)
    ]


def spoiled_needs(plan: Plan, rework: Rework) -> tuple[Need, ...]:
    """What went with something done again: parts whose cores were ended in them, sleeves that were
    shrunk.
    """
    job = plan.build.job
    found = []
    for body in job.bodies:
        ended = _of_body(job, body, steps_named(rework.scrap, "land"))
        # A contact that was in no housing yet is one contact: its connector is whole.
        if ended and not (rework.how == "alone" and body.termination.inserted):
            cable = job.end_of(ended[0]).cable
            what = part_what(body.part, cable.size)
            amount = len(ended) if body.termination.by_size else 1
            found.append(Need("part", what, _called(body.part, what), amount))
        for name in _of_body(job, body, steps_named(rework.scrap, "shrink")):
            e = job.end_of(name)
            sleeve = sleeve_on(e, body)
            if sleeve is not None:
                long_m = sleeve_cut_mm(e, sleeve, body) / 1000
                found.append(Need("sleeve", sleeve.name, f"{sleeve.words} sleeve", long_m))
    return _summed(found)


def _of_body(job: BuildJob, body: Body, names: tuple[StepName, ...]) -> list[StepName]:
    return [name for name in names if job.body_of(name).id == body.id]
