"""The wiring-fault contract: what should join and what was heard in; the mistakes, or the probes to
make, out.
"""

import json
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, field
from functools import cache
from typing import TYPE_CHECKING, Annotated, Any, Literal

from annotated_types import Len, MaxLen

from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.wiring.diagnose import Diagnosis, diagnose
from euthyne.core.wiring.grid import Course, Gang, Heard, Pair, Point, Wiring, pair
from euthyne.core.wiring.mistakes import Exchanged, Joined, Mistake, Moved, Open, Turned
from euthyne.core.wiring.probes import ProbePlan, probe_plan
from euthyne.exchange.reading import adapter_for, parse_json, read

if TYPE_CHECKING:
    from pydantic import TypeAdapter

MOST_POINTS = 2000
TwoPoints = Annotated[tuple[str, ...], Len(2, 2)]
Cavities = Annotated[tuple[str, ...], MaxLen(MOST_POINTS)]


@dataclass(frozen=True)
class SilentGang:
    """Points strapped together, silent against one other; in the document its key is ``with``."""

    gang: tuple[str, ...]  # points strapped together
    with_: str  # the point they were silent against


@dataclass(frozen=True)
class GridFile:
    """The document: every contact, the wires that should be there, what sounded, what stayed
    silent.

    ``silent`` is the word rest, or a list of pairs and gangs; ``mirror`` the other face of a
    fitting's drawing; ``gangs`` whether there are clips to strap points together.
    """

    points: dict[str, Cavities]  # every contact
    wires: tuple[TwoPoints, ...] | None = None  # the wires that should be there
    sounds: tuple[TwoPoints, ...] | None = None  # pairs that sounded
    # the word rest, or pairs and gangs that stayed silent
    silent: Literal["rest"] | tuple[TwoPoints | SilentGang, ...] = ()
    # the other face of a fitting's drawing
    mirror: dict[str, dict[str, str]] = field(default_factory=dict)
    gangs: bool = True  # True where there are clips to strap points together


@cache
def adapter() -> "TypeAdapter[GridFile]":
    """The document model; also publishes its JSON Schema."""
    return adapter_for(GridFile)


def read_grid(text: str | bytes, heard: bool = True) -> tuple[Wiring, Heard, bool]:
    """A document from JSON text.

    Parameters: text; heard, whether what sounded must be given. Returns: what should be there, what
    was heard, and whether there are clips for gangs. Raises: Refused listing every wrong field.
    """
    document = parse_json(text)
    _plain_keys(document)
    file = read(adapter(), document)
    known = {Point(f, c).name: Point(f, c) for f, cavities in file.points.items() for c in cavities}
    faults = list(_faults(file, known, heard))
    if faults:
        raise Refused(*faults)
    wires = tuple((known[a], known[b]) for a, b in file.wires or ())
    wiring = Wiring(tuple(known.values()), wires, file.mirror)
    return wiring, _heard(file, known), file.gangs


def _plain_keys(document: dict[str, Any]) -> None:
    """``with`` is a word of the language; in the value it is ``with_``."""
    silent = document.get("silent")
    for given in silent if isinstance(silent, list) else ():
        if isinstance(given, dict) and "with" in given:
            given["with_"] = given.pop("with")


def _heard(file: GridFile, known: dict[str, Point]) -> Heard:
    sounds = tuple(pair(known[a], known[b]) for a, b in file.sounds or ())
    if file.silent == "rest":
        return Heard(sounds, rest=True)
    gangs = [s for s in file.silent if isinstance(s, SilentGang)]
    pairs = [s for s in file.silent if not isinstance(s, SilentGang)]
    return Heard(
        sounds,
        tuple(pair(known[a], known[b]) for a, b in pairs),
        tuple(Gang(tuple(known[p] for p in g.gang), known[g.with_]) for g in gangs),
    )


def _faults(file: GridFile, known: dict[str, Point], heard: bool) -> Iterator[Fault]:
    for fitting, cavities in file.points.items():
        if "." in fitting:
            yield Fault(
                f"points.{fitting}",
                "a fitting's name holds a full stop",
                "a name such as A, B2 or J",
            )
        yield from _twice(cavities, lambda c, f=fitting: f"points.{f}.{c}", "cavity")  # type: ignore[misc]
    if not known:
        yield Fault("points", "there is no contact to probe", "fittings with their cavities")
    if len(known) > MOST_POINTS:
        yield Fault(
            "points", f"{len(known)} contacts are more than one lead has", f"{MOST_POINTS} at most"
        )
    if file.wires is None:
        yield Fault("wires", "it is missing", "the pairs of contacts that should be joined")
    yield from _pair_faults("wires", file.wires or (), known, "wire")
    if heard and file.sounds is None:
        yield Fault(
            "sounds", "it is missing", "the pairs that sounded; an empty list where none did"
        )
    yield from _pair_faults("sounds", file.sounds or (), known, "pair")
    if file.silent != "rest":
        yield from _silent_faults(file, known)
    yield from _mirror_faults(file)


def _silent_faults(file: GridFile, known: dict[str, Point]) -> Iterator[Fault]:
    silent = [s for s in file.silent if not isinstance(s, str)]
    pairs = [s if not isinstance(s, SilentGang) else () for s in silent]
    yield from _pair_faults("silent", pairs, known, "pair")
    sounds = {frozenset(x) for x in file.sounds or ()}
    for i, given in enumerate(silent):
        if isinstance(given, SilentGang):
            yield from _gang_faults(f"silent.{i}", given, known, sounds)
        elif frozenset(given) in sounds:
            yield Fault(
                f"silent.{i}",
                f"{' and '.join(given)} are among those that sounded too",
                "one or the other",
            )


def _gang_faults(
    path: str, gang: SilentGang, known: dict[str, Point], sounds: set[frozenset[str]]
) -> Iterator[Fault]:
    for name in (*gang.gang, gang.with_):
        if name not in known:
            yield Fault(
                path,
                f"no contact is called {name!r}",
                "a fitting and a cavity of points, such as A.L",
            )
    if not gang.gang:
        yield Fault(f"{path}.gang", "nothing is strapped together", "one contact or more")
    if gang.with_ in gang.gang:
        yield Fault(path, f"{gang.with_} is probed against itself", "a contact outside the gang")
    yield from _twice(gang.gang, lambda _: f"{path}.gang", "contact")
    for name in gang.gang:
        if frozenset((name, gang.with_)) in sounds:
            yield Fault(
                path,
                f"{name} and {gang.with_} are among those that sounded too",
                "one or the other",
            )


def _pair_faults(
    field: str, pairs: Iterable[tuple[str, ...]], known: dict[str, Point], word: str
) -> Iterator[Fault]:
    seen: set[frozenset[str]] = set()
    for i, given in enumerate(pairs):
        for name in given:
            if name not in known:
                yield Fault(
                    f"{field}.{i}",
                    f"no contact is called {name!r}",
                    "a contact of points, such as A.L",
                )
        if len(given) == 2 and given[0] == given[1]:
            yield Fault(f"{field}.{i}", f"{given[0]} with itself is no {word}", "two contacts")
        elif given and frozenset(given) in seen:
            yield Fault(
                f"{field}.{i}", f"the {word} {given[0]} to {given[1]} is given twice", "each once"
            )
        seen.add(frozenset(given))


def _twice(names: tuple[str, ...], path: Callable[[str], str], word: str) -> Iterator[Fault]:
    for name in sorted({n for n in names if names.count(n) > 1}):
        yield Fault(path(name), f"the {word} {name} is given twice", "each once")


def _mirror_faults(file: GridFile) -> Iterator[Fault]:
    for fitting, to in file.mirror.items():
        if fitting not in file.points:
            yield Fault(
                f"mirror.{fitting}",
                "points has no such fitting",
                f"one of: {', '.join(file.points)}",
            )
            continue
        for cavity in sorted({*to, *to.values()} - set(file.points[fitting])):
            yield Fault(
                f"mirror.{fitting}",
                f"{fitting} has no cavity {cavity!r}",
                "cavities of the fitting",
            )
        if sorted(to) != sorted(to.values()):
            yield Fault(
                f"mirror.{fitting}",
                "two cavities would be in one place",
                "each cavity once on each side",
            )


# The answers.


def diagnosis_json(text: str | bytes) -> str:
    """The contract's answer to a document: agrees, or the explanations, or what to probe next.
    Raises Refused.
    """
    wiring, heard, _ = read_grid(text)
    return json.dumps(_diagnosis(diagnose(wiring, heard)), indent=1)


def _diagnosis(found: Diagnosis) -> dict[str, Any]:
    return {
        "agrees": found.agrees,
        "consistent": found.consistent,
        "explanations": [
            {"count": e.count, "mistakes": [mistake_written(m) for m in e.mistakes], "text": e.text}
            for e in found.explanations
        ],
        "probe_next": [_pair(x) for x in found.probe_next],
        "proven": found.proven,
    }


def mistake_written(mistake: Mistake) -> dict[str, Any]:
    """A mistake as the contract writes it."""
    match mistake:
        case Open(wire):
            return {"kind": "open", "wire": _wire(wire)}
        case Exchanged(end, wires, cavities):
            at = [p.name for p in cavities]
            return {
                "kind": "exchanged",
                "end": end,
                "wires": [_wire(w) for w in wires],
                "cavities": at,
            }
        case Moved(wire, belongs, to):
            return {"kind": "moved", "wire": _wire(wire), "from": belongs.name, "to": to.name}
        case Joined(points):
            return {"kind": "joined", "points": [p.name for p in points]}
        case Turned():
            return {
                "kind": "turned",
                "end": mistake.end,
                "fitting": mistake.fitting,
                "name": mistake.name,
                "to": dict(mistake.to),
            }


def _wire(wire: Course) -> list[str]:
    return [wire[0].name, wire[1].name]


def _pair(two: Pair) -> list[str]:
    return [p.name for p in sorted(two)]


def probes_json(text: str | bytes) -> str:
    """The shortest plan of probes that proves a lead. Raises Refused."""
    wiring, _, gangs = read_grid(text, heard=False)
    return json.dumps(_probes(probe_plan(wiring, gangs), gangs), indent=1)


def _probes(plan: ProbePlan, gangs: bool) -> dict[str, Any]:
    told: list[dict[str, Any]] = []
    for probe in plan.probes:
        want = "silent"
        if probe.sounds:
            want = "sounds"
        if gangs and not probe.sounds:
            told.append(
                {"gang": [p.name for p in probe.against], "with": probe.one.name, "want": want}
            )
        else:
            told.append({"pair": [probe.one.name, probe.against[0].name], "want": want})
    return {"probes": told, "not_provable": [[_wire(w) for w in net] for net in plan.not_provable]}
