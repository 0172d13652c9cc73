"""The work that is left on leads made alike, as stretches that one person does in one go."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

from euthyne.core.acts.walk import rests
from euthyne.core.days.minutes import PROOF, BenchMinutes
from euthyne.core.days.task import Does, Stretch, rounded, tags_words
from euthyne.core.days.workshop import Station
from euthyne.core.lead.stage import Stage
from euthyne.core.plan import Plan
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.stages.prove.readings.megohm import InsulationLine
from euthyne.core.stages.prove.readings.volts import RiseLine
from euthyne.core.standing.progress import reach_of
from euthyne.core.trade.wire import size_words

READY = ("lay-out", "cut", "thread")  # what is done before anything is opened
JOINED = ("land", "solder", "insert")
CUTTING_BENCH, TESTER = "cutting bench", "tester"
LONG = 60.0  # minutes: a stretch that is longer ends where the lead can lie
# Minutes: what is left of the same work and takes no longer is done on the spot, not put on another day.
TAIL = 20.0
TOGETHER = 150.0  # minutes: no more leads are taken together than fill this
STATION_OF: dict[str, Station] = {"press": "press", "iron": "iron"}


@dataclass
class _Part:
    """Steps of one stretch while it is gathered."""

    does: Does
    steps: list[BuildStep] = field(default_factory=list)
    wait: float = 0.0
    minutes: float = 0.0


def stretches(
    plan: Plan, minutes: BenchMinutes, many: int, tags: Sequence[str]
) -> tuple[Stretch, ...]:
    """What is left to be done on leads made alike, as far as it has come on the one.

    Parameters: plan of one of them; minutes of this bench; many, how many they are; tags of all.
    Returns: the stretches in order; a stretch ends only where nothing is left bare.
    """
    tools = {e.id: e.tool for e in plan.build.threading.events}
    said = tags_words(tags)
    found = []
    prepared: str
    stations: tuple[Station, ...]
    for part in _parts(plan, minutes, tools):
        if part.does == "make ready":
            kinds = dict.fromkeys(_ready_words(s.kind) for s in part.steps)
            words, prepared, stations = _told(", ".join(kinds), said), CUTTING_BENCH, ()
        else:
            words = _told(_made_words(part.steps), said)
            prepared, stations = _prepared(part.steps, tools), _stations(part.steps, tools)
        wait = max(part.wait - (many - 1) * part.minutes, 0.0)
        found.append(
            Stretch(
                part.does,
                words,
                rounded(part.minutes * many),
                prepared,
                stations,
                rounded(wait),
                0,
                tuple(s.key for s in part.steps),
            )
        )
    return (*found, *_proof(plan, minutes, many, said))


def _told(done: str, leads: str) -> str:
    """What is done on which leads: ``Prove and tag: TR-0019``."""
    return f"{done[0].upper()}{done[1:]}: {leads}"


def _parts(plan: Plan, minutes: BenchMinutes, tools: dict[str, str]) -> list[_Part]:
    may_lie = set(rests(plan.build.acted))
    waits = minutes.table.wait
    parts: list[_Part] = []
    before: BuildStep | None = None
    for step in plan.build.steps_left:
        if step.kind == "pull":  # whoever pulls at another's work does it with the proof
            continue
        does: Does = "make ready" if _still_ready(step, parts) else "make"
        lies = before is None or before.key in may_lie
        wait = waits["again"] if step.kind == "again" else 0.0
        if before is not None and "resin" in tools.get(before.key, ""):
            wait = waits["resin"]
        part = parts[-1] if parts else None
        ends = part is not None and (part.does != does or wait or part.minutes >= LONG)
        if part is None or (ends and lies):
            part = _Part(does, wait=wait)
            parts.append(part)
        elif wait:
            part.minutes += wait
        if part.does != does:  # it was opened before: nothing of it is made ready any more
            part.does = "make"
        part.steps.append(step)
        part.minutes += minutes.of(step.kind)
        before = step
    return _without_tails(parts)


def _without_tails(parts: list[_Part]) -> list[_Part]:
    found: list[_Part] = []
    for part in parts:
        before = found[-1] if found else None
        tail = part.minutes <= TAIL and not part.wait
        if before is not None and tail and before.does == part.does == "make":
            before.steps += part.steps
            before.minutes += part.minutes
        else:
            found.append(part)
    return found


def _still_ready(step: BuildStep, parts: list[_Part]) -> bool:
    return step.kind in READY and all(part.does == "make ready" for part in parts)


def _ready_words(kind: str) -> str:
    return {"lay-out": "lay out"}.get(kind, kind)


def _made_words(steps: Sequence[BuildStep]) -> str:
    """What is done in a stretch, in the fewest words that tell it from another of the same leads."""
    joined = [s for s in steps if s.kind in JOINED]
    ends = sorted({s.end for s in joined if s.end})
    if not joined:
        kinds = {s.kind for s in steps}
        return "screws once more, and close" if "again" in kinds else "finish"
    if not ends:
        return "terminate"
    return f"terminate end{'s' if len(ends) > 1 else ''} {' and '.join(ends)}"


def _prepared(steps: Sequence[BuildStep], tools: dict[str, str]) -> str:
    """What stands ready: the dies and tools of its joints; where it has none, the tool it is shut with."""
    joints = [s for s in steps if s.kind in JOINED and tools.get(s.key, "hand") != "hand"]
    if not joints:
        used = [tools[s.key] for s in steps if tools.get(s.key, "hand") != "hand"]
        return used[0] if used else "by hand"
    return "; ".join(dict.fromkeys(_die(s, tools[s.key]) for s in joints))


def _die(step: BuildStep, tool: str) -> str:
    if step.pressed is None:
        return tool
    return f"{tool}: {step.pressed.terminal}, {size_words(step.pressed.size)}"


def _stations(steps: Sequence[BuildStep], tools: dict[str, str]) -> tuple[Station, ...]:
    used = {tools.get(s.key, "") for s in steps}
    return tuple(station for tool, station in STATION_OF.items() if tool in used)


def _proof(plan: Plan, minutes: BenchMinutes, many: int, said: str) -> tuple[Stretch, ...]:
    """Its proof, as one stretch at the tester; another's pull at the joints with it."""
    pull = [s for s in plan.build.steps_left if s.kind == "pull"]
    if Stage.PROVE not in reach_of(plan):
        if not pull:
            return ()
        each = minutes.of("pull")
        words = _told("pull at the joints", said)
        return (
            Stretch(
                "prove", words, rounded(each * many), "by hand", (), steps=("pull",), other=True
            ),
        )
    waits = minutes.table.wait
    beside = (
        waits["load"]
        if any(isinstance(x, RiseLine) and x.mandatory for x in plan.prove.lines)
        else 0.0
    )
    each = minutes.of(PROOF) + beside + (minutes.of("pull") if pull else 0.0)
    insulation = any(isinstance(x, InsulationLine) for x in plan.prove.lines)
    stations: tuple[Station, ...] = ("tester", "insulation tester") if insulation else ("tester",)
    words = _told("pull at the joints, prove and tag" if pull else "prove and tag", said)
    keys = tuple(s.key for s in pull)
    return (
        Stretch(
            "prove",
            words,
            rounded(each * many),
            TESTER,
            stations,
            0,
            rounded(beside * many) if beside else 0,
            keys,
            bool(pull),
        ),
    )


def chunks(
    alike: Sequence[Plan], minutes: BenchMinutes, longest: int, apart: Callable[[Plan], bool]
) -> list[list[Plan]]:
    """Leads made alike, as many together as fill two and a half hours, and fit into the longest time anybody is
    there; those that have come equally far together.

    Parameters: alike; minutes; longest, in minutes; apart, True for what is never taken in a row.
    """
    groups: dict[tuple[str, ...], list[Plan]] = {}
    for plan in alike:
        groups.setdefault(tuple(s.key for s in plan.build.steps_left), []).append(plan)
    found = []
    for plans in groups.values():
        each = max((s.minutes for s in stretches(plans[0], minutes, 1, ("",))), default=1)
        most = 1 if apart(plans[0]) else max(int(min(TOGETHER, longest) // max(each, 1)), 1)
        # As even as can be: five and five rather than nine and one.
        batches = -(-len(plans) // most)
        size = -(-len(plans) // batches)
        found += [plans[i : i + size] for i in range(0, len(plans), size)]
    return found
