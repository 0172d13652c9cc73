"""The polarity grid of a lead: what was probed against the map, and the fault it names."""

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import combinations

from euthyne.core.lead import Probe
from euthyne.core.shelf.face import Face, said_mark
from euthyne.core.stages.ends.ends import EndsStage
from euthyne.core.stages.prove.probing import ToProbe, by_pair, heard, point_of
from euthyne.core.trade.corewords import function_of
from euthyne.core.wiring.diagnose import Explanation, diagnose
from euthyne.core.wiring.grid import Course, Gang, Heard, Point, Wiring
from euthyne.core.wiring.mistakes import Exchanged, Joined, Mistake, Moved, Open, Turned, TurnName
from euthyne.core.wiring.words import Names

Pair = frozenset[str]
TURN_TITLES: dict[TurnName, str] = {
    "mirrored": "The other face was read",
    "reversed": "Counted from the other side",
    "shifted": "Every core one place along",
    "rotated": "Cores one place further round",
}


@dataclass(frozen=True)
class Grid:
    """The grid against the plan: pairs not probed yet, missing (should sound), extra (should not)."""

    unprobed: tuple[Pair, ...]
    missing: tuple[Pair, ...]
    extra: tuple[Pair, ...]

    @property
    def agrees(self) -> bool:
        """True when every pair was probed and all of them are as planned."""
        return not (self.unprobed or self.missing or self.extra)


@dataclass(frozen=True)
class NamedFault:
    """One explanation of a grid, as it is shown: a short title, and what to do in sentences."""

    title: str
    text: str


def all_pairs(points: tuple[str, ...]) -> tuple[Pair, ...]:
    """Every pair of points, within an end and across."""
    return tuple(frozenset(p) for p in combinations(points, 2))


def read_grid(points: tuple[str, ...], wanted: Iterable[Pair], probes: Iterable[Probe]) -> Grid:
    """Compare what sounded with what should.

    Parameters: points, named end.cavity; wanted pairs; probes taken, switches closed. Returns: Grid.
    """
    should = set(wanted)
    told: dict[Pair, bool] = by_pair(heard(probes, ()))
    pairs = all_pairs(points)
    return Grid(
        tuple(p for p in pairs if p not in told),
        tuple(p for p in pairs if p in should and told.get(p) is False),
        tuple(p for p in pairs if p not in should and told.get(p) is True),
    )


@dataclass(frozen=True)
class Named:
    """What a map that is not as planned comes to: its explanations, those of the fewest mistakes; and the
    probe that tells them apart, None where one stands alone or none tells.
    """

    faults: tuple[NamedFault, ...] = ()
    settle: ToProbe | None = None


class _View:
    """A lead as its map is gone through. Fittings of one contact each that stand at one place, such as
    the lugs of a battery, are one fitting there and its contacts their poles: so that two that changed
    places are an exchange.
    """

    def __init__(self, ends: EndsStage) -> None:
        alone = [e for e in ends.all if e.reached and e.place and len(e.part.marks) == 1]
        places = Counter(e.place.id for e in alone if e.place)
        self.seen: dict[Point, Point] = {}
        self.said = {end.id: f"the {end.named}" for end in ends.all}
        for end in ends.all:
            for mark in end.part.marks:
                self.seen[Point(end.id, mark)] = Point(end.id, mark)
        for end in alone:
            if end.place and places[end.place.id] > 1:
                place = f"at {end.place.id}"
                pole = end.fitting.function or end.id
                self.seen[Point(end.id, end.part.marks[0])] = Point(place, pole)
                self.said[place] = f"the {end.place.said}"
        self.back = {there: here for here, there in self.seen.items()}

    def courses(self, courses: Mapping[Course, str]) -> dict[Course, str]:
        """The ways from contact to contact, as they are seen."""
        return {(self.seen[a], self.seen[b]): name for (a, b), name in courses.items()}

    def heard(self, told: Heard) -> Heard:
        """What was heard, as it is seen."""
        return Heard(
            tuple(self._pair(x) for x in told.sounds),
            tuple(self._pair(x) for x in told.silent),
            tuple(
                Gang(tuple(self.seen[p] for p in g.points), self.seen[g.against])
                for g in told.gangs
            ),
        )

    def _pair(self, points: frozenset[Point]) -> frozenset[Point]:
        return frozenset(self.seen[p] for p in points)

    def probe(self, asked: ToProbe | None) -> ToProbe | None:
        """A probe as it is taken: on the fittings there are."""
        if asked is None:
            return None
        against = tuple(self.back[p] for p in asked.against)
        return replace(asked, one=self.back[asked.one], against=against)


def name_faults(ends: EndsStage, probes: tuple[Probe, ...]) -> Named:
    """What explains a map that is not as planned, the fewest mistakes first; nothing where nothing is
    wrong.

    Parameters: the ends with their map; the probes taken so far, a part of the map or all of it.
    """
    if not probes:
        return Named()
    view, cores, wiring = _gone_through(ends)
    closed, said = ends.positions[-1].positions, view.said
    told = view.heard(heard(probes, closed))
    stuck = _stuck_switches(ends, probes, said)
    found = diagnose(wiring, told, _names(cores, said))
    if stuck and (found.agrees or not found.explanations):
        return Named(stuck)
    wrong = not found.consistent or len(found.explanations) > 1
    settle = _settling(wiring, found.probe_next, closed) if wrong else None
    if not found.consistent:
        again = "; ".join(_to_probe(x, said) for x in found.probe_next)
        contradict = NamedFault("The probes contradict each other", f"Probe these again: {again}.")
        return Named((contradict,), view.probe(settle))
    faults = tuple(NamedFault(_title(e), e.text) for e in found.explanations)
    if settle is None:
        opened = [m.wire for e in found.explanations for m in e.mistakes if isinstance(m, Open)]
        asked = (_elsewhere(wiring, wire, told, closed) for wire in opened)
        settle = next((probe for probe in asked if probe is not None), None)
    return Named(faults, view.probe(settle))


def _elsewhere(
    wiring: Wiring,
    wire: Course,
    told: Heard,
    closed: tuple[tuple[str, str], ...],
) -> ToProbe | None:
    """Whether a core that seems open comes out at another contact: the probe that is left of those, its
    own end against each at the other. One by one, with clips too: a strap that sounds does not say where.
    """
    one, other = wire
    probed = {*told.sounds, *told.silences}
    there = [p for p in wiring.points if p.fitting == other.fitting]
    if any(frozenset((one, p)) in told.sounds for p in there):
        return None
    left = tuple(p for p in there if frozenset((one, p)) not in probed)
    if not left:
        return None
    return ToProbe(one, left[:1], False, closed)


def _settling(
    wiring: Wiring, pairs: Sequence[frozenset[Point]], closed: tuple[tuple[str, str], ...]
) -> ToProbe | None:
    """The probe that tells explanations apart, or that is taken again."""
    if not pairs:
        return None
    one, other = sorted(pairs[0])
    sounds = any({one, other} <= set(net) for net in wiring.nets)
    return ToProbe(one, (other,), sounds, closed)


@lru_cache(maxsize=64)
def _gone_through(ends: EndsStage) -> tuple[_View, dict[Course, str], Wiring]:
    """The map of a lead as it is gone through: how it is seen, its cores, and what should be there."""
    view = _View(ends)
    cores = view.courses(ends.courses | ends.loops)
    return view, cores, _wiring(ends, view, tuple(cores))


def _wiring(ends: EndsStage, view: _View, wires: tuple[Course, ...]) -> Wiring:
    """The lead as the grid sees it: every contact, the wires it should have, faces that mirror."""
    probed = [end for end in ends.all if end.reached]
    points = [view.seen[Point(end.id, mark)] for end in probed for mark in end.part.marks]
    order = {fitting: i for i, fitting in enumerate(dict.fromkeys(p.fitting for p in points))}
    points.sort(key=lambda p: order[p.fitting])
    there = set(points)
    mirrors = {end.id: mirror_of(end.part.face) for end in probed}
    return Wiring(
        tuple(points),
        tuple(w for w in wires if set(w) <= there),
        {end: other for end, other in mirrors.items() if other},
    )


def _to_probe(where: frozenset[Point], said: Mapping[str, str]) -> str:
    return " to ".join(_place(p, said) for p in sorted(where))


def _stuck_switches(
    ends: EndsStage, probes: tuple[Probe, ...], said: Mapping[str, str]
) -> tuple[NamedFault, ...]:
    """What sounded with a switch open, and should have stayed silent."""
    closed = ends.positions[-1].positions
    for p in probes:
        if p.sounds and p.position not in ((), closed):
            where = f"{_place(point_of(p.one), said)} and {_place(point_of(p.other), said)}"
            text = (
                f"{where} sound with the switch open: its contacts stick, or a wire goes past it."
            )
            return (NamedFault("The switch does not part", text),)
    return ()


def _place(point: Point, said: Mapping[str, str]) -> str:
    return f"{said_mark(point.cavity)} at {said[point.fitting]}"


def _names(cores: dict[Course, str], said: Mapping[str, str]) -> Names:
    return Names(
        lambda wire: function_of(cores[wire]),
        lambda point: _place(point, said),
        lambda end: said[end],
    )


def mirror_of(face: Face) -> dict[str, str]:
    """Which cavity changes places with which when the other face of a drawing is read; empty where
    none does.

    Two cavities change places when one sits where the mirror image of the other would.
    """
    found = {}
    for one in face.cavities:
        there = (c.mark for c in face.cavities if abs(c.x + one.x) < 0.5 and abs(c.y - one.y) < 0.5)
        found[one.mark] = next(there, None)
    whole = {mark: other for mark, other in found.items() if other is not None}
    if len(whole) == len(found) and any(a != b for a, b in whole.items()):
        return whole
    return {}


def _title(explanation: Explanation) -> str:
    if explanation.count == 1:
        return _title_of(explanation.mistakes[0])
    words = ("Two", "Three", "Four")
    if explanation.count <= 4:
        many = words[explanation.count - 2]
    else:
        many = str(explanation.count)
    return f"{many} mistakes together"


def _title_of(mistake: Mistake) -> str:
    match mistake:
        case Open():
            return "Open core"
        case Exchanged():
            return "Exchanged pair"
        case Moved():
            return "A core in another terminal"
        case Joined(points):
            marks = {p.cavity for p in points}
            if marks == {"N", "E"}:
                return "Neutral joined to earth"
            return "Joined together"
        case Turned():
            return TURN_TITLES[mistake.name]
