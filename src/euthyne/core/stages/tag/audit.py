"""A log held against its own seals: everything in it that is not as it was sealed, by name."""

from collections.abc import Iterable
from dataclasses import dataclass

from euthyne.core.stages.tag.seal import FIRST, Seal, holds, journal_sum

SEALED = "sealed as number "
NOTHING_BESIDE = "nothing beside the data file says where the log ended."


@dataclass(frozen=True)
class Head:
    """Where a log ended when it was last sealed, as it is kept outside of it."""

    number: int
    sha256: str


@dataclass(frozen=True)
class Entry:
    """What a log keeps of one lead: whether it is marked as sealed, its seal, whether that belongs to
    this log's chain, whether the lead is the one the seal froze, and its journal as (when, by whom,
    what, and what it changed where that is kept).
    """

    tag: str
    sealed: bool
    seal: Seal | None
    own: bool
    same_lead: bool
    journal: tuple[tuple[str, ...], ...]


@dataclass(frozen=True)
class Audit:
    """A log that was gone through: how many seals it keeps, where its chain ends (number 0 where
    nothing is sealed), and every fault as a sentence.
    """

    count: int
    head: Head
    faults: list[str]


@dataclass(frozen=True)
class _Link:
    """A seal as its chain sees it."""

    number: int
    previous: str
    sha256: str


def audit(entries: Iterable[Entry], outside: Head | None) -> Audit:
    """Hold a log against its seals.

    Parameters: entries, one a lead, gone through once; outside, the head that is kept beside the data file, None where
    there is none.
    """
    chain: list[_Link] = []
    found: list[str] = []
    count = 0
    for entry in entries:
        found += _of_one(entry)
        if entry.seal is not None:
            count += 1
            if entry.own:
                chain.append(_Link(entry.seal.number, entry.seal.previous, entry.seal.sha256))
    chain.sort(key=lambda link: link.number)
    head = Head(chain[-1].number, chain[-1].sha256) if chain else Head(0, FIRST)
    return Audit(count, head, found + _of_chain(chain) + _of_head(chain, outside))


def _of_one(entry: Entry) -> list[str]:
    """What is wrong with one lead and its seal."""
    sealed, found = entry.seal, []
    said = [what for _, _, what, *_ in entry.journal if what.startswith(SEALED)]
    if sealed is None:
        if entry.sealed:
            found.append(f"{entry.tag} is marked as sealed and has no seal.")
        elif said:
            found.append(f"{entry.tag} was {said[-1]}, as its journal says, and has no seal.")
        return found
    name = f"seal {sealed.number}, of {entry.tag},"
    if not entry.sealed:
        found.append(f"{entry.tag} has a seal and is not marked as sealed.")
    if not holds(sealed):
        found.append(f"{name} was changed after it was sealed.")
    if str(sealed.record.get("lead", {}).get("tag")) != entry.tag:
        found.append(f"{name} froze another lead: {sealed.record.get('lead', {}).get('tag')}.")
    elif not entry.same_lead:
        found.append(f"{entry.tag} is not the lead that its seal froze.")
    if entry.own and sealed.covers == "all":
        found += _of_journal(entry, sealed)
    return found


def _of_journal(entry: Entry, sealed: Seal) -> list[str]:
    """The journal before a seal is the one the seal was made over, and tells of the seal."""
    whats = [what for _, _, what, *_ in entry.journal]
    line = f"{SEALED}{sealed.number}"
    if line not in whats:
        return [f"The journal of {entry.tag} says not that it was {line}."]
    if journal_sum(entry.journal[: whats.index(line)]) != sealed.journal:
        return [f"The journal of {entry.tag} was changed before its seal."]
    return []


def _of_chain(chain: list[_Link]) -> list[str]:
    found = []
    number, previous = 0, FIRST
    for sealed in chain:
        if sealed.number != number + 1:
            found.append(
                f"after seal {number} comes seal {sealed.number}: what was between is gone."
            )
        elif sealed.previous != previous:
            found.append(f"seal {sealed.number} does not go on from the seal before it.")
        number, previous = sealed.number, sealed.sha256
    return found


def _of_head(chain: list[_Link], outside: Head | None) -> list[str]:
    """The log goes at least as far as it is known to have gone, by the same seals."""
    if outside is None:
        if chain:
            return [NOTHING_BESIDE]
        return []
    if outside.number == 0:
        return []
    there = next((s for s in chain if s.number == outside.number), None)
    if there is None:
        last = chain[-1].number if chain else 0
        return [f"the log ends at seal {last}; it had reached seal {outside.number}."]
    if there.sha256 != outside.sha256:
        return [f"seal {outside.number} is not the one the log had ended with."]
    return []
