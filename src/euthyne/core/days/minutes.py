"""How long the steps of a build take on this bench: by its log, where it says enough; else by a table."""

import itertools
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from statistics import median

from euthyne.core.lead import Lead
from euthyne.core.lead.step import step_named
from euthyne.core.standing.cost import Minutes, practised_minutes

# Good practice, generic: the last thirty like it, and five at the least; what stands longer between two ticks
# than an hour and a half was a break; ticks within twenty seconds are one press over several leads or steps.
LAST, LEAST = 30, 5
BREAK, AT_ONCE = timedelta(minutes=90), timedelta(seconds=20)
PROOF, ANY = "proof", "any"
# A gate and what goes on a core are told by their step's name otherwise than by its kind.
KINDS = {"sleeve": "on-core", "wireseal": "on-core"}


@dataclass(frozen=True)
class BenchMinutes:
    """Minutes by the kind of step: those of this bench, how many they are the middle of, and the table."""

    own: Mapping[str, float]
    many: Mapping[str, int]
    table: Minutes

    def of(self, kind: str) -> float:
        """How long a step of a kind takes."""
        if kind in self.own:
            return self.own[kind]
        return self.table.step.get(kind, self.table.step[ANY])

    @property
    def words(self) -> str:
        """Where the minutes are from."""
        generic = f"a generic table ({self.table.source})"
        if not self.own:
            return f"Minutes by {generic}: the log does not say enough yet."
        steps = sum(self.many.values())
        kinds = "kind" if len(self.own) == 1 else "kinds"
        return (
            f"Minutes of {len(self.own)} {kinds} of work by this bench's own log, the middle of its last "
            f"{LAST} ({steps} in all); of the others by {generic}."
        )


def bench_minutes(leads: Iterable[Lead]) -> BenchMinutes:
    """How long steps take here.

    Parameters: leads whose steps and readings are looked at, in any order.
    Returns: the median of the last thirty of a kind, where there are five.
    """
    all_leads = list(leads)
    found: dict[str, list[tuple[datetime, float]]] = {}
    for ticks in _ticks(all_leads).values():
        _between(sorted(ticks), found)
    for lead in all_leads:
        if (proof := _proof(lead)) is not None:
            found.setdefault(PROOF, []).append(proof)
    enough = {kind: sorted(them)[-LAST:] for kind, them in found.items() if len(them) >= LEAST}
    return BenchMinutes(
        {kind: median(minutes for _, minutes in them) for kind, them in enough.items()},
        {kind: len(them) for kind, them in enough.items()},
        practised_minutes(),
    )


def kind_of(step: str) -> str:
    """The kind of work a step's name tells."""
    named = step_named(step)
    does = named.does if named is not None else step
    return KINDS.get(does, does)


def _moment(text: str) -> datetime:
    """A moment as it is kept; one without its zone is of this machine's."""
    return datetime.fromisoformat(text).astimezone()


def _ticks(leads: Iterable[Lead]) -> dict[str, list[tuple[datetime, str]]]:
    """Every step that was ticked, by whom."""
    found: dict[str, list[tuple[datetime, str]]] = {}
    for lead in leads:
        for done in lead.build.done:
            if not done.taken_in_by:
                tick = (_moment(done.at), kind_of(done.step))
                found.setdefault(done.by, []).append(tick)
    return found


def _between(
    ticks: list[tuple[datetime, str]], found: dict[str, list[tuple[datetime, float]]]
) -> None:
    """What lies between one press of somebody and their next, shared by the steps of that press; nothing where
    those are of several kinds.
    """
    presses: list[list[tuple[datetime, str]]] = []
    for tick in ticks:
        if presses and tick[0] - presses[-1][-1][0] <= AT_ONCE:
            presses[-1].append(tick)
        else:
            presses.append([tick])
    for before, press in itertools.pairwise(presses):
        gap = press[0][0] - before[-1][0]
        kinds = {kind for _, kind in press}
        if gap > BREAK or len(kinds) > 1:
            continue
        each = gap.total_seconds() / 60 / len(press)
        found.setdefault(kinds.pop(), []).extend((at, each) for at, _ in press)


def _proof(lead: Lead) -> tuple[datetime, float] | None:
    """When a lead's proof was done and how long it took; None where it cannot be told."""
    read = [x.at for x in lead.proof.readings if not x.simulated and not x.taken_in_by]
    at = sorted(_moment(x) for x in (*read, *(x.at for x in lead.proof.looks)))
    if not read or at[-1] - at[0] > BREAK or at[-1] - at[0] <= AT_ONCE:
        return None
    return at[-1], (at[-1] - at[0]).total_seconds() / 60
