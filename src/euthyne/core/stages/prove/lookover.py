"""The look list: what to see before any meter comes out, from the joints of this lead."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from types import MappingProxyType

from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stages.ends.ends import CLOSED_FOR_GOOD, LeadEnd
from euthyne.core.trade.corewords import function_of


@dataclass(frozen=True)
class LookLine:
    """One thing to look at: its id, the question whose good answer is yes, and what a bad one looks
    like; ``end`` is the fitting it is at, empty for the cable, ``place`` what that is called; ``joint``
    the termination whose good and bad is drawn beside it.
    """

    id: str
    question: str
    bad: str
    end: str = ""
    joint: str = ""
    place: str = "cable"
    by_name: bool = False  # True where its place is called by a name: no article before it


CORD = LookLine(
    "cord", "Is the cable whole along its length, no cut, no kink?", "a cut, a flat place"
)
TRIED = LookLine(
    "trial",
    "Last of all, with its source in and fused: does it run, the right way round, and stays every joint cold?",
    "backwards, not at all, or a warm joint",
)
TRIED_BY_DAY = replace(
    TRIED,
    question=(
        "Last of all, its panels uncovered: does it run, the right way round, and stays every joint cold?"
    ),
)
MATED = (
    LookLine(
        "mated-welder",
        "Its welder end turned home on the welder, or on the lead it lengthens: the boots meet, no metal between?",
        "a ring of brass between the boots: another gender of boot, or a notch out",
    ),
    LookLine(
        "mated-arc",
        "The old lead turned home on its arc end, and the reach tried: does it come to where it is used?",
        "short by an arm, or a half of another size",
    ),
)


def mated(place: str) -> LookLine:
    """A solar coupler tried on its other half before it goes up."""
    return LookLine(
        f"mated-{place}",
        f"Each half at the {place} pushed on its own other half, of the same make: a click, the gap even all "
        "round, a light pull does not part it, its lock clip the way round its sheet draws it; then parted by "
        "its tool alone?",
        "no click, open on one side, another make, parted by hand",
    )


THE_WIRE = LookLine(
    "cord",
    "Is the wire whole where it was worked on: no nick, no kink, its insulation up to the crimp?",
    "a nick, a kink, bare copper behind the crimp",
)
OLD = LookLine(
    "bright",
    "Salvaged: bright strands at both ends, no stiff length, no green?",
    "green or black strands, a stiff place",
)


def look_list(
    ends: tuple[LeadEnd, ...],
    salvaged: bool = False,
    unseen: bool = False,
    marked: Mapping[str, str] = MappingProxyType({}),
    there: tuple[LeadEnd, ...] = (),
    sleeved_twice: frozenset[str] = frozenset(),
    open_splices: frozenset[str] = frozenset(),
    cable: LookLine = CORD,
    last: tuple[LookLine, ...] = (),
) -> tuple[LookLine, ...]:
    """Everything to look at on a lead, its supply side first, then the cable.

    Parameters: ends made here; salvaged, whether its cable was there before; unseen, where
    no probe comes to the other ends; marked, by the fitting the cores that are marked there, in words; there,
    the ends that were on it before; sleeved_twice, the ends whose lined terminal lies under a sleeve more;
    open_splices, splices with nothing over their sleeves;
    cable, what is looked at on it; last, what is looked at after all of it.
    """
    lines = [
        replace(
            line,
            place=_said(end, ends),
            by_name=end.by_name,
            question=_without_the(line.question, end),
        )
        for end in ends
        for line in _of_end(
            end,
            _name(end, ends),
            _said(end, ends),
            unseen=unseen,
            twice=end.id in sleeved_twice,
            bare=end.id in open_splices,
        )
    ]
    lines += [
        LookLine(
            f"{_name(end, ends)}-marked",
            f"At the {_said(end, ends)}: {marked[end.id]}, where it shows?",
            "its old colour alone",
            end.id,
            place=_said(end, ends),
        )
        for end in ends
        if end.id in marked
    ]
    lines += [line for end in there for line in _of_old(end)]
    return (
        *lines,
        cable,
        *((OLD,) if salvaged else ()),
        *last,
    )


def _of_old(end: LeadEnd) -> Iterable[LookLine]:
    """What is looked at on an end that was there before: it goes on being used."""
    short = end.part.short
    yield LookLine(
        f"{end.id}-old",
        f"At the {short} that was there: whole, its grip on the sheath, nothing scorched?",
        "a crack, cores showing, brown plastic",
        end.id,
        place=f"{short} that was there",
    )
    if end.part.fuse_family:
        yield LookLine(
            f"{end.id}-old-fuse",
            f"The fuse of the {short} that was there, taken out and read: the figure on it is this lead's?",
            "a bigger one, or none that can be read",
            end.id,
            place=f"{short} that was there",
        )


def _of_end(
    end: LeadEnd, name: str, short: str, *, unseen: bool, twice: bool, bare: bool
) -> Iterable[LookLine]:
    """What is looked at on one end: its grip, each loose part, its joints, what else was made of it,
    its body; its map too where the other ends are ``unseen`` by any probe. ``bare`` is a splice with nothing over
    its sleeve.
    """
    part, kind = end.part, TERMINATIONS[end.part.joint]
    each = ", every joint" if len(end.landing) > 1 else ""
    if part.grips:
        question = f"Does the grip of the {short} hold sheath, straight and even?"
        yield LookLine(f"{name}-sheath", question, "cores showing, grip tilted", end.id)
    for loose in (one for one in part.threaded if not one.bundle):
        question = f"At the {short}: is the {loose.words} on, {loose.facing}?"
        bad = loose.mistake or "left off, or the wrong way round"
        yield LookLine(f"{name}-on-{loose.id}", question, bad, end.id)
    # What a lid, a boot or a sleeve hides was looked at in the build, at its own step: nobody is asked to see
    # through it.
    splice = bool(part.positions) and kind.joined_by == "splice"
    joined = splice and not bare
    hidden = (
        part.closes
        or joined
        or any(m.seats and m.when == "landed" and not m.after_all for m in part.making)
    )
    if end.landing and twice and not joined:
        question = f"At the {short}: the second sleeve tight, adhesive seen at both its ends?"
        yield LookLine(f"{name}-strands", question, "dry at one end: water stands in it", end.id)
        hidden = True
    elif end.landing and kind.insertion:
        question = f"At the {short}{each}: {'; '.join(kind.insertion.judge)}?"
        yield LookLine(f"{name}-strands", question, kind.insertion.mistake, end.id)
    elif end.landing and kind.sleeved and not hidden:
        if not (splice and part.lined):  # its own sleeve is looked at below, where its lining shows
            question = f"At the {short}: each sleeve tight, no bare copper beyond it?"
            yield LookLine(f"{name}-strands", question, "a sleeve that slid, or was burnt", end.id)
    elif end.landing and not hidden:
        judge = part.landing_judge or kind.judge
        question = f"At the {short}{each}: {'; '.join(judge)}?"
        yield LookLine(f"{name}-strands", question, kind.mistake, end.id, part.joint)
    for made in part.making:
        under = made.when == "bared" or (made.when in ("landed", "gripped") and not made.seats)
        asked = not made.only or (made.only == "spare ways" and bool(end.fitting.blanked))
        if made.judge and asked and not (made.reads or (hidden and under)):
            wanted = "; ".join(made.judge)
            question = f"At the {short}: {wanted}?"
            yield LookLine(f"{name}-{made.id}", question, made.mistake, end.id)
    if unseen and len(end.landing) > 1 and not splice and part.joint != "blind":
        question = f"At the {short}, by its colours and marks: is every core in its own contact?"
        bad = "plus in minus, live in neutral: no meter sees it from here"
        yield LookLine(f"{name}-colours", question, bad, end.id)
    if unseen and len(part.marks) == 1 and end.fitting.function and end.side and not part.positions:
        pole = function_of(end.fitting.function)
        question = (
            f"At the {short}, by its colours and marks: is it the {pole} wire of what is there?"
        )
        bad = "plus in the half of minus: no meter sees it from here"
        yield LookLine(f"{name}-colours", question, bad, end.id)
    if end.landing and not joined and part.joint != CLOSED_FOR_GOOD:
        question = f"Does every {'wire' if splice else 'core'} of the {short} stay put when tugged?"
        if len(end.landing) == 1:
            question = f"Does the wire of the {short} stay put when tugged?"
        yield LookLine(f"{name}-pull", question, "a core moves or comes out", end.id)
    if part.closes:
        question = f"At the {short}: {'; '.join(part.made.judge)}?"
        yield LookLine(f"{name}-shut", question, part.made.mistake, end.id)


def _without_the(question: str, end: LeadEnd) -> str:
    """A question about an end that has a number: ``socket 2``, not the socket 2."""
    return question.replace(f"the {end.named}", end.the)


def _name(end: LeadEnd, ends: tuple[LeadEnd, ...]) -> str:
    """An end in the name of its lines: its side, or the fitting where a side has several."""
    if end.side is not None and [other.side for other in ends].count(end.side) == 1:
        return end.side
    return end.id


def _said(end: LeadEnd, ends: tuple[LeadEnd, ...]) -> str:
    if [other.part.short for other in ends].count(end.part.short) == 1:
        return f"{end.part.short} end"
    if [other.named for other in ends].count(end.named) > 1:
        return f"{end.named}'s {end.part.short}"
    return end.named
