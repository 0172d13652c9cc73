"""Core colours: what only the protective conductor may have, what says another function, what cannot
be told apart, what means something else in another country.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations

from euthyne.core.checks.ends.wiring import as_it_should
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.ends.ends import LeadEnd, Marking
from euthyne.core.trade.colours import (
    EARTH_TINTS,
    NORTH_AMERICAN,
    PROTECTIVE,
    Scheme,
    colour,
    false_friends,
    role,
    schemes,
)
from euthyne.core.trade.corewords import function_of, is_function, own_name
from euthyne.core.trade.shown import one_and_all

# How many cores of one colour are said to be of it.
_ARE = {1: "is another in", 2: "are both"}


def own_colours(plan: Plan) -> Fix:
    """The fix that gives every core the colour its cord's scheme has for it, and wires it by function."""
    tints = tuple(
        (f"tint.{j.core}", None) for j in plan.ends.joints if j.core in plan.ends.colours.own
    )
    return Fix("Each core in its own colour and terminal", (*tints, *as_it_should(plan).changes))


def scheme_of(plan: Plan) -> Scheme:
    """The scheme that is named for the lead's cables."""
    return schemes()[plan.lead.ends.scheme]


@check(
    "stop",
    Stage.ENDS,
    why="Everybody takes it for the earth, and holds it in a bare hand.",
    clears="Green-yellow on the protective conductor and on nothing else, at every end.",
    laws=(1,),
)
def earth_colour_elsewhere(plan: Plan) -> Iterator[Said]:
    """Green-yellow, green where the cord's scheme has it for the earth, and a bare core are the
    protective or bonding conductor and nothing else. Source: IEC 60445; BS 7671, 514.4.2; NFPA 70,
    250.119.
    """
    for j in plan.ends.joints:
        tint = plan.ends.tint(j.core)
        if not _keeps_for_earth(plan, j.cable, tint) or not (j.a or j.b):
            continue
        roles = {role(j.function), *(role(p) for p in (j.for_a, j.for_b) if p and is_function(p))}
        elsewhere = sorted(roles - {"earth", ""}) or ([""] if j.function.isdigit() else [])
        if not elsewhere or (own_name(j.core) == "S" and tint == "bare"):
            continue
        what = function_of(j.function)
        yield Said(
            f"{_capital(tint)} is not the earth here",
            f"The {tint} core is {what}: that colour is the protective conductor's alone.",
            own_colours(plan),
            about=j.core,
        )


def _keeps_for_earth(plan: Plan, cable: str, tint: str) -> bool:
    """True for a colour that is the protective conductor's alone in a cable."""
    laid = plan.conductor.laid[cable]
    signal = not plan.mains and (laid.type.screened or not scheme_of(plan).tells)
    if tint == PROTECTIVE:
        return not signal and (plan.mains or laid.sheathed)
    if tint == "green":
        return "green" in (scheme_of(plan).colours.get(f) for f in ("E", "bond"))
    return tint == "bare" and not signal


@check(
    "stop",
    Stage.ENDS,
    why="Whoever opens it takes it for what its colour says, and leaves the case without an earth.",
    clears="A cord whose earth is green-yellow, or green in North America; an old flex is replaced.",
    laws=(1,),
)
def earth_in_another_colour(plan: Plan) -> Iterator[Said]:
    """An insulated protective core is green-yellow or green, on old flexes too."""
    for j in plan.ends.joints:
        lands_as_earth = role(j.function) == "earth" or "E" in (j.for_a, j.for_b)
        if not lands_as_earth or not (j.a or j.b):
            continue
        tint = plan.ends.tint(j.core)
        if tint in EARTH_TINTS:
            continue
        if plan.ends.thick_american:
            text = f"The {tint} core is the earth: green at both ends (NFPA 70, 250.119, 4 AWG and thicker)."
            yield Said(
                "The earth is marked green", text, level="caution", figures=(tint,), about=j.core
            )
            continue
        yield Said(
            "The earth has another colour",
            f"The {tint} core is the earth.",
            own_colours(plan),
            about=j.core,
        )


def _capital(words: str) -> str:
    return words[0].upper() + words[1:]


@check(
    "stop",
    Stage.ENDS,
    why="The meter finds nothing wrong, and the next person trusts the colour.",
    clears="Each core in the cavity of its own colour, at both ends.",
    laws=(2,),
)
def colour_against_function(plan: Plan) -> Iterator[Said]:
    """Both conductors of a pair that bear each other's colour at an end that is made: red on minus and
    black on plus, blue on live and brown on neutral.
    """
    said: set[frozenset[str]] = set()
    for end in plan.ends.ours:
        for one, other in _exchanged(plan, end):
            pair = frozenset((one.core, other.core))
            if pair in said:
                continue
            said.add(pair)
            either_way = end.part.face.reversible and _only_either_way(plan, pair)
            yield Said(
                f"{_capital(one.tint)} on {function_of(one.lands_as)}",
                f"At the {end.named} the {one.tint} core is {function_of(one.lands_as)} and the "
                f"{other.tint} core {function_of(other.lands_as)}: each bears the other's colour.",
                None if either_way else own_colours(plan),
                level="note" if either_way else None,
                about="-".join(sorted(pair)),
            )


@dataclass(frozen=True)
class _Borne:
    """A core at an end: its colour, what that says, and what the core is for there."""

    core: str
    tint: str
    says: frozenset[str]
    lands_as: str

    def bears_the_colour_of(self, other: "_Borne") -> bool:
        """True where its colour says what the other is for, and not what it is for itself."""
        return role(other.lands_as) in self.says and role(self.lands_as) not in self.says


def _exchanged(plan: Plan, end: LeadEnd) -> Iterator[tuple[_Borne, _Borne]]:
    """Pairs of cores at one place that each have the colour of what the other is for."""
    here = [e for e in plan.ends.ours if e.place is not None and e.place == end.place] or [end]
    cores = [_borne(plan, e, core) for e in here for core in e.landing]
    for one, other in combinations(cores, 2):
        if one.bears_the_colour_of(other) and other.bears_the_colour_of(one):
            yield one, other


def _borne(plan: Plan, end: LeadEnd, core: str) -> _Borne:
    tint = plan.ends.tint(core)
    lands_as = plan.given.map.purpose((end.id, end.landing[core])) or core
    return _Borne(core, tint, scheme_of(plan).says(tint), lands_as)


def _only_either_way(plan: Plan, pair: frozenset[str]) -> bool:
    """True where a pair is exchanged at ends that fit both ways alone."""
    at = (e for e in plan.ends.ours for x in _exchanged(plan, e) if {c.core for c in x} == pair)
    return all(e.part.face.reversible for e in at)


@check(
    "caution",
    Stage.ENDS,
    why="The next person takes it for what its colour says.",
    clears="A cable whose colours fit; or the marking of the steps, at both ends, with a reason.",
    laws=(2,),
)
def colour_says_otherwise(plan: Plan) -> Iterator[Said]:
    """A colour that says another function in the scheme of its cord, marked at both ends; what must not
    be over-marked is another cord.
    """
    for m in plan.ends.markings:
        if m.because != "says otherwise" or role(m.core) == "earth":
            continue
        says = _what_it_says(plan, m.tint)
        figures = (m.tint, m.into)
        if _not_to_be_marked(plan, m):
            yield Said(
                f"The {m.tint} core can not be marked {m.into}",
                f"It is {function_of(m.core)} here, and thinner than 4 AWG no core is marked into "
                f"{m.into} (NFPA 70, 200.6): a cord with a {m.into} core.",
                own_colours(plan),
                "stop",
                about=m.core,
            )
            continue
        yield Said(
            f"The {m.tint} core is {function_of(m.core)}",
            f"{_capital(m.tint)} says {says} on this cord: mark it {m.into} at both ends.",
            figures=figures,
            about=m.core,
        )


def _what_it_says(plan: Plan, tint: str) -> str:
    return " or ".join(sorted(scheme_of(plan).says(tint)))


def _not_to_be_marked(plan: Plan, marking: Marking) -> bool:
    """True for a thin North American core that would become a neutral by its marking."""
    american = plan.lead.ends.scheme == "north-america"
    return american and marking.into in ("white", "green") and not plan.ends.thick_american


@check(
    "caution",
    Stage.ENDS,
    why="At the second end nobody can say which is which.",
    clears="Cores in colours of their own; or the marking of the steps, at both ends, with a reason.",
    laws=(3,),
)
def cores_alike(plan: Plan) -> Iterator[Said]:
    """Cores of unlike functions that carry current and have one colour, not told apart by a number."""
    alike = [m for m in plan.ends.markings if m.because == "alike"]
    for tint in dict.fromkeys(m.tint for m in alike):
        cores = [m for m in alike if m.tint == tint]
        named = one_and_all(function_of(m.core) for m in cores)
        into = ", ".join(
            m.into if m.into == own_name(m.core) else f"{function_of(m.core)} {m.into}"
            for m in cores
        )
        yield Said(
            f"{_capital(named)} {_ARE.get(len(cores), 'are')} {tint}",
            f"Sleeves at both ends, marked {into}.",
            figures=(tint, named),
            about=tint,
        )


@check(
    "caution",
    Stage.ENDS,
    why="An earthed pole and white are one thing to an electrician of North America.",
    clears="White on a pole that is earthed, and said so; another colour on one that is not.",
    on="DC",
    laws=(2,),
)
def white_solar_pole(plan: Plan) -> Said | None:
    """A white pole of a string. Source: NFPA 70, 200.6 and 690.31(B)."""
    if Trait.LIVE_BY_DAY not in plan.kind.traits:
        return None
    white = [j.core for j in plan.ends.joints if plan.ends.tint(j.core) == "white"]
    if not white:
        return None
    text = f"The {function_of(white[0])} pole is white: only where that pole is earthed."
    return Said("A white pole", text, figures=tuple(white))


@check(
    "caution",
    Stage.ENDS,
    why="Whoever follows the leaflet with this cable in hand swaps two cores.",
    clears=(
        "A cable in the leaflet's colours; or a reason, with the list of cores kept beside "
        "the leaflet."
    ),
    laws=(4,),
)
def false_friend(plan: Plan) -> Said | None:
    """The same colour means another core on the cable than on the plug's leaflet."""
    ends = plan.lead.ends
    if ends.plug_scheme is None or ends.plug_scheme == ends.scheme:
        return None
    friends = false_friends(ends.scheme, ends.plug_scheme, plan.cores)
    if not friends:
        return None
    words = "; ".join(
        f"{tint} is {here} on this cable and {there} on that leaflet"
        for tint, here, there in friends
    )
    figures = (ends.scheme, ends.plug_scheme)
    return Said("A colour that means two things", f"{_capital(words)}.", figures=figures)


@check(
    "caution",
    Stage.ENDS,
    why="What is the neutral by its colours in one country is live by them in the next.",
    clears="A cord in the colours of the plug's country; or a reason, with the list kept.",
    on="AC",
    laws=(4,),
)
def colours_of_another_country(plan: Plan) -> Said | None:
    """A cord in the colours of another country than its coupler's: what each means in both. Today's
    brown, blue and green-yellow under another country's plug are a note.
    """
    own = scheme_of(plan)
    part = next((e.part for e in plan.ends.ours if _theirs(e) is not None), None)
    there = next((t for e in plan.ends.ours if (t := _theirs(e)) is not None), None)
    if (
        part is None
        or there is None
        or "-old" in own.name
        or own.name == there.name
        or not own.tells
    ):
        return None
    cores = [j.core for j in plan.ends.joints if role(j.function)]
    said = dict.fromkeys(
        f"{plan.ends.tint(c)} is {function_of(c)} on this cord, where {colour(there.name, own_name(c))} "
        f"is there"
        for c in cores
    )
    where = (
        "North America" if part.standard == NORTH_AMERICAN else f"the country of {part.standard}"
    )
    return Said(
        "Colours of another country",
        f"{_capital('; '.join(said))} ({where}).",
        level="note" if own.name == "iec" else None,
        figures=(own.name, there.name),
    )


def _theirs(end: LeadEnd) -> Scheme | None:
    """The scheme of the country a coupler belongs to; None where it belongs to none."""
    return next((s for s in schemes().values() if end.part.standard in s.today), None)


@check(
    "caution",
    Stage.ENDS,
    why="The next person may read the colours the other way.",
    clears="A cord in today's colours, or a note of why this one is used.",
    laws=(4,),
)
def old_colours(plan: Plan) -> Said | None:
    """Old core colours mean other things today."""
    own = scheme_of(plan)
    if "-old" not in own.name:
        return None
    says = ", ".join(
        f"{tint} is {function_of(f)}" for f, tint in own.colours.items() if f in plan.cores
    )
    text = f"On this cord {says} ({own.source}); black is live in North America."
    return Said("Old core colours", text, figures=(own.name,))
