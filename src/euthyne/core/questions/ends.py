"""What Ends asks: a part for each place, with those that fit there first; colours, switch, studs."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import lru_cache

from euthyne.core.assembly.records import Side
from euthyne.core.kinds import Trait
from euthyne.core.lead.paths import THERE
from euthyne.core.plan import Plan
from euthyne.core.shelf.finder import shelved_under
from euthyne.core.shelf.part import Contact, Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stages.ends.ends import LeadEnd
from euthyne.core.trade.colours import Scheme, colour, schemes_for
from euthyne.core.trade.quantity import DIAMETER
from euthyne.core.trade.question import Question
from euthyne.core.trade.stud import studs

BREAKS = (
    ("none", "no switch"),
    ("L", "the live"),
    ("N", "the neutral"),
    ("all", "every line, double-pole"),
)
FUSED = (
    ("none", "none"),
    ("L", "in the live"),
    ("N", "in the neutral"),
    ("all", "in every line, double-pole"),
)
OVER_ALL = Question(
    "conductor.measured_od_mm",
    "Over all, measured",
    measure=DIAMETER,
    optional=True,
    hint="or by its standard",
)
SWITCH = Question("ends.switch", "Switch breaks", "choice", choices=BREAKS)
FUSE_IN = Question("ends.fuse_in", "Fuse of its own", "choice", choices=FUSED, expert=True)
LAMP = Question("ends.switch_lit", "Lamp in it", "choice", choices=((False, "no"), (True, "yes")))
A_TOOL = "a tool or an appliance, not opened"
FITS, OWN = "Fits here", "Of your own"
BLANKED = ((False, "open"), (True, "blanked"))
AS_BELOW = (None, "each as below")
LUGS = Question("ends.lugs_on_post", "Lugs on the post", "whole", bounds=(1, 12))


def asked(plan: Plan, added: Iterable[Part] = ()) -> tuple[Question, ...]:
    """What the ends of a lead are asked: parts and colours always, the rest where the parts give
    cause.

    Parameters: plan; added, the parts of this bench that are on no shelf but its own.
    """
    own = {p.id: p.words for p in (*added, *plan.ends.parts)}
    found = _fields(
        mains=plan.mains,
        cores=plan.cores,
        switched=plan.lead.ends.switch != "none",
        fitted=tuple(replace(one, fits=_fits(plan, one)) for one in _fitted(plan)),
        own=tuple(own.items()),
        there=plan.conductor.there is not None,
    )
    return _of_a_set(plan, found) if Trait.APART in plan.kind.traits else found


def _of_a_set(plan: Plan, found: tuple[Question, ...]) -> tuple[Question, ...]:
    """What a set of singles is asked: what is at every end, where that is alike; then cable by cable, each
    end with its lug and its stud.
    """
    asked = {q.path: q for q in found}
    first = plan.given.assembly.places[0].id if plan.given.assembly.places else ""
    if f"fit.{first}" not in asked:
        return (OVER_ALL,)
    lug, stud = asked[f"fit.{first}"], asked.get(f"stud.{first}")
    heads = ("", *lug.heads)
    every = [
        replace(
            lug,
            path="every.part",
            label="At every end",
            choices=(AS_BELOW, *lug.choices),
            heads=heads,
        )
    ]
    if stud is not None:
        every.append(
            replace(
                stud, path="every.stud", label="Every stud", choices=(AS_BELOW, *stud.choices[1:])
            )
        )
    each = [
        asked[path]
        for cable in plan.lead.cables
        for end in plan.given.assembly.cable_ends
        if end.cable == cable.id
        for place in plan.given.assembly.places_at(end)
        for path in (f"fit.{place}", f"stud.{place}")
        if path in asked
    ]
    return (*every, OVER_ALL, *each)


def _fits(plan: Plan, one: "_Fitted") -> frozenset[str]:
    """The parts that fit a place: shown by its side, with a cavity for each core that lands there,
    for this copper and, where it grips, this cord.
    """
    here = next(e for e in plan.ends.all if e.id in one.at)
    cables = plan.given.assembly.ends_in(here.id)
    if not cables:
        return frozenset()
    laid = plan.conductor.laid[cables[0].cable]
    cord = (laid.diameter.low_mm, laid.diameter.high_mm) if laid.diameter else None
    return _fitting(here.part.marks, here.part.contact, plan.mains, laid.copper_mm2, cord)


@lru_cache(maxsize=256)
def _fitting(
    marks: tuple[str, ...],
    contact: Contact,
    mains: bool,
    copper_mm2: float,
    cord: tuple[float, float] | None,
) -> frozenset[str]:
    """The parts of the shelf with these cavities and contact, for this copper and this cord."""
    found = []
    for p in shelf().values():
        if (p.mains != mains and p.kind != "AC/DC") or p.contact != contact:
            continue
        low, high = p.terminal_mm2
        if set(p.marks) != set(marks) or not low <= copper_mm2 <= high:
            continue
        if p.grips and cord and not p.grip_mm[0] <= cord[0] <= cord[1] <= p.grip_mm[1]:
            continue
        found.append(p.id)
    return frozenset(found)


@dataclass(frozen=True)
class _Fitted:
    """What is asked of a fitting, or of all at a place: the path of its part, its words, whether its
    stud and its empty ways are asked; the fittings it is of, and the parts of the shelf that fit
    there.
    """

    path: str
    words: str
    stud: str = ""
    blank: str = ""
    at: tuple[str, ...] = ()
    fits: frozenset[str] = frozenset()
    # what can stand in the middle of a lead: its like; None: anything
    only: frozenset[str] | None = None


def _fitted(plan: Plan) -> list[_Fitted]:
    """A question for each place, where all that stands there is alike; else one for each fitting."""
    found: dict[str, _Fitted] = {}
    if Trait.MENDED in plan.kind.traits:
        # What is there is said, not taken from a drawer: what it fits, its fuse and its proof go by it.
        for end in plan.ends.all:
            if end.fitting.existing and end.place is not None:
                path, where = f"fit.{end.place.id}", end.place.said.capitalize()
                told = _there(end.place.side)
                found[path] = _Fitted(path, f"{where}, there already", at=(end.id,), only=told)
    for end in plan.ends.ours:
        here = [other for other in plan.ends.ours if other.place == end.place]
        alike = {other.part.id for other in here} == {end.part.id} and not _of_a_gender(end)
        blank = end.id if TERMINATIONS[end.part.joint].sealed and _has_empty_ways(end) else ""
        if end.place is None or (len(here) > 1 and not alike):
            words = end.named[0].upper() + end.named[1:]
            if len(here) > 1 and end.place is not None and end.fitting.function is None:
                words = f"{words}, {end.part.short}"
            only = _like(end.part) if end.place is None else None
            one = _Fitted(f"fittings.{end.id}.part", words, blank=blank, at=(end.id,), only=only)
        else:
            stud = end.place.id if end.part.stud else ""
            words = end.place.said.capitalize()
            one = _Fitted(f"fit.{end.place.id}", words, stud, blank, at=tuple(e.id for e in here))
        found.setdefault(one.path, one)
    return list(found.values())


@lru_cache(maxsize=4)
def _there(side: Side) -> frozenset[str]:
    """What may be there at an end of a lead that is mended: a plug where it is fed; a socket, or a tool that
    is not opened, where it feeds.
    """
    contact = "pin" if side == "supply" else "socket"
    found = {p.id for p in shelf().values() if p.mains and p.contact == contact}
    return frozenset(found | ({THERE} if side == "load" else set()))


@lru_cache(maxsize=64)
def _like(here: Part) -> frozenset[str]:
    """What may stand in the middle of a lead in place of a part: a switch for a switch, a junction for a
    junction.
    """
    return frozenset(
        p.id
        for p in shelf().values()
        if p.contact == here.contact
        and bool(p.positions) == bool(here.positions)
        and (len(p.positions) > 1) == (len(here.positions) > 1)
    )


def _has_empty_ways(end: LeadEnd) -> bool:
    """True where a way of it takes no wire, or is shut as if it took none."""
    return bool(end.fitting.blanked) or not set(end.part.marks) <= set(end.landing.values())


def _of_a_gender(end: LeadEnd) -> bool:
    """True for the coupler of one pole: which contact it has is chosen pole by pole."""
    return end.fitting.function is not None and end.part.contact in ("pin", "socket")


@lru_cache(maxsize=128)
def _fields(
    mains: bool,
    cores: tuple[str, ...],
    switched: bool,
    fitted: tuple[_Fitted, ...],
    own: tuple[tuple[str, str], ...],
    there: bool,
) -> tuple[Question, ...]:
    suits = {p.id: p.words for p in shelf().values() if p.mains == mains or p.kind == "AC/DC"}
    parts = tuple((suits | dict(own)).items())
    tints = tuple((s.name, _scheme_words(s, cores)) for s in schemes_for(cores))
    leaflet = ((None, "the same"), *tints)
    found = [_of_parts(one, parts) for one in fitted]
    found += [
        Question("ends.scheme", "Colours of the cable", "choice", choices=tints, expert=True),
        Question(
            "ends.plug_scheme",
            "Colours on the leaflet",
            "choice",
            choices=leaflet,
            expert=True,
        ),
    ]
    if not there:  # one that is there is measured where its size is asked
        found.append(OVER_ALL)
    if mains:
        found += [SWITCH, FUSE_IN]
    if mains and switched:
        found.append(LAMP)
    found += _studs(fitted)
    found += [
        Question(
            f"blank.{one.blank}", f"Empty cavities, {one.words.lower()}", "choice", choices=BLANKED
        )
        for one in fitted
        if one.blank
    ]
    return tuple(found)


def _of_parts(one: _Fitted, parts: tuple[tuple[str, str], ...]) -> Question:
    """The question for a part: what fits there first, all else under its own headings."""
    if one.only is not None:
        told = (p if p[0] != THERE else (THERE, A_TOOL) for p in parts)
        parts = tuple(p for p in told if p[0] in one.only or p[0] not in shelf())
    heads = {name: _head(name, one.fits) for name, _ in parts}
    order = list(dict.fromkeys((FITS, OWN, *heads.values())))
    sorted_parts = sorted(parts, key=lambda pair: order.index(heads[pair[0]]))
    return Question(
        one.path,
        one.words,
        "choice",
        choices=tuple(sorted_parts),
        heads=tuple(heads[name] for name, _ in sorted_parts),
    )


def _head(name: str, fits: frozenset[str]) -> str:
    if name in fits:
        return FITS
    known = shelf().get(name)
    return shelved_under(known) if known else OWN


def _studs(fitted: tuple[_Fitted, ...]) -> list[Question]:
    """The stud the lugs of each place go on, and how many lie on a post; nothing where there is no
    lug.
    """
    on = ((None, "not said"), *((s, s) for s in studs()))
    found = [
        Question(f"stud.{one.stud}", f"Stud, {one.words.lower()}", "choice", choices=on)
        for one in fitted
        if one.stud
    ]
    if found:
        found.append(LUGS)
    return found


def _scheme_words(scheme: Scheme, cores: tuple[str, ...]) -> str:
    listed = ", ".join(f"{c} {colour(scheme.name, c)}" for c in cores[:4]) + (
        " ..." if len(cores) > 4 else ""
    )
    if scheme.words:
        return f"{listed} ({scheme.words})"
    return listed
