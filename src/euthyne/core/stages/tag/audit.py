"""A log held against its own seals: everything in it that is not as it was sealed, by name."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from euthyne.core.stages.tag.seal import FIRST, ChainLink, Seal, holds, journal_sum, sum_of_link

SEALED = "sealed as number "
EMPTIED = "the file beside the data file says that nothing was sealed yet, and there are seals."
NOTHING_BESIDE = "nothing beside the data file says where the log ended."


@dataclass(frozen=True)
class Head:
    """Where a log ended when it was last sealed, as it is kept outside of it."""

    number: int
    sha256: str


@dataclass(frozen=True)
class LoggedLead:
    """What a log keeps of one lead: whether it is marked as sealed, its seal, whether that belongs to
    this log's chain, whether the lead is the one the seal froze, and its journal as (when, by whom,
    what, and what it changed where that is kept).

    ``after`` are the links of what was done after the seal; ``set_aside`` what became of it;
    ``photographs`` the sums of those that stand beside its proof, worked out from what is kept;
    ``listed`` what of it the lists say otherwise.
    """

    tag: str
    sealed: bool
    seal: Seal | None
    own: bool
    same_lead: bool
    journal: tuple[tuple[str, ...], ...]
    after: tuple[ChainLink, ...] = ()
    set_aside: str = ""
    photographs: frozenset[str] = frozenset()
    listed: tuple[str, ...] = ()


@dataclass(frozen=True)
class House:
    """What a log keeps of its people: the links about them, the lines of the log of the house as (when,
    by whom, what), and who may do what now, by number; None where people are kept elsewhere.
    """

    links: tuple[ChainLink, ...] = ()
    lines: tuple[tuple[str, str, str], ...] = ()
    people: dict[str, dict[str, Any]] | None = None


@dataclass(frozen=True)
class Audit:
    """A log that was gone through: how many seals it keeps, where its chain ends (number 0 where
    nothing is sealed), and every fault as a sentence.
    """

    count: int
    head: Head
    faults: list[str]


@dataclass(frozen=True)
class _InChain:
    """A seal, or what came after one, as the chain sees it: ``name`` what a person calls it."""

    number: int
    previous: str
    sha256: str
    name: str


def audit(
    entries: Iterable[LoggedLead],
    outside: Head | None,
    house: House | None = None,
    known: Sequence[Head] = (),
) -> Audit:
    """Hold a log against its seals.

    Parameters: entries, one a lead, gone through once; outside, the head that is kept beside the data
    file, None where there is none; house, what is kept of people; known, heads that somebody has on
    paper, as a certificate prints them.
    """
    chain: list[_InChain] = []
    found: list[str] = []
    count = 0
    for entry in entries:
        found += _of_one(entry)
        if entry.seal is not None:
            count += 1
            if entry.own:
                seal, name = entry.seal, f"seal {entry.seal.number}, of {entry.tag},"
                chain.append(_InChain(seal.number, seal.previous, seal.sha256, name))
        chain += [_later(link) for link in entry.after]
    house = house or House()
    chain += [_later(link) for link in house.links]
    chain.sort(key=lambda link: link.number)
    head = Head(chain[-1].number, chain[-1].sha256) if chain else Head(0, FIRST)
    found += [*_of_house(house), *_of_chain(chain), *_of_head(chain, outside)]
    for one in known:
        found += _of_known(chain, one)
    return Audit(count, head, found)


def _later(link: ChainLink) -> _InChain:
    of = f"of {link.tag}" if link.tag else "of the house"
    return _InChain(link.number, link.previous, link.sha256, f"entry {link.number}, {of},")


def _of_one(entry: LoggedLead) -> list[str]:
    """What is wrong with one lead and its seal."""
    sealed, found = entry.seal, []
    said = [what for _, _, what, *_ in entry.journal if what.startswith(SEALED)]
    if sealed is None:
        if entry.after:
            found.append(f"{entry.tag} has entries after a seal, and no seal.")
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
    return [*found, *_of_later(entry, sealed), *_of_photographs(entry, sealed), *_of_lists(entry)]


def _of_later(entry: LoggedLead, sealed: Seal) -> list[str]:
    """What was done after the seal: each line of the journal has its link, and the last of them says
    what became of the lead.
    """
    found = [
        f"entry {link.number}, of {entry.tag}, was changed after it was written."
        for link in entry.after
        if sum_of_link(link) != link.sha256 or link.tag != entry.tag
    ]
    lines = [line[:3] for line in entry.journal]
    if entry.own:
        whats = [what for _, _, what in lines]
        line = f"{SEALED}{sealed.number}"
        # One that a log began with was sealed before its first line here.
        lines = lines[whats.index(line) + 1 if line in whats else 1 :]
    if lines != [(link.at, link.by, link.what) for link in entry.after]:
        found.append(f"The journal of {entry.tag} was changed after its seal.")
    stood = [link.facts["set_aside"] for link in entry.after if "set_aside" in link.facts]
    if entry.set_aside != (stood[-1] if stood else ""):
        said = (stood[-1] if stood else "") or "in use"
        found.append(
            f"{entry.tag} stands as {entry.set_aside or 'in use'!r}; the last entry left it as {said!r}."
        )
    took = [link.facts["seal"] for link in entry.after if "seal" in link.facts]
    if took and took[-1] != sealed.sha256:
        found.append(f"The seal of {entry.tag} is not the one that was taken in.")
    return found


def _of_photographs(entry: LoggedLead, sealed: Seal) -> list[str]:
    """Every photograph that the record names is there, with every byte. Those of another log stay
    there.
    """
    if not entry.own:
        return []
    wanted = {str(x.get("sha256")) for x in sealed.record.get("photographs", [])}
    for link in entry.after:
        wanted -= {link.facts.get("picture_away")}
        wanted |= {link.facts["picture"]} if "picture" in link.facts else set()
    gone = len(wanted - entry.photographs)
    if not gone:
        return []
    return [f"{entry.tag}: {gone} of its {len(wanted)} pictures is gone or not as it was sealed."]


def _of_lists(entry: LoggedLead) -> list[str]:
    return [f"{entry.tag}: the lists say otherwise than its record: {x}." for x in entry.listed]


def _of_house(house: House) -> list[str]:
    """The log of the house is the one that was written, and people may what it says."""
    found = [
        f"entry {link.number}, of the house, was changed after it was written."
        for link in house.links
        if sum_of_link(link) != link.sha256 or link.tag
    ]
    lines = [(link.at, link.by, link.what) for link in house.links]
    if lines and list(house.lines[-len(lines) :]) != lines:
        found.append("The log of the house was changed.")
    if house.people is None:
        return found
    people: dict[str, dict[str, Any]] = {}
    for link in house.links:
        if "nobody" in link.facts:
            people = {}
        people |= link.facts.get("people", {})
    for number, left in people.items():
        now = house.people.get(number)
        if now is None:
            found.append(f"{left.get('name')}, who was entered, is gone.")
        elif now != left:
            differs = ", ".join(key for key in left if now.get(key) != left[key])
            found.append(f"{left.get('name')} is not as the log of the house left them: {differs}.")
    if people:
        found += [
            f"{now.get('name')} stands among the people, and nobody entered them."
            for number, now in house.people.items()
            if number not in people
        ]
    return found


def _of_journal(entry: LoggedLead, sealed: Seal) -> list[str]:
    """The journal before a seal is the one the seal was made over, and tells of the seal."""
    whats = [what for _, _, what, *_ in entry.journal]
    line = f"{SEALED}{sealed.number}"
    if line not in whats:
        return [f"The journal of {entry.tag} says not that it was {line}."]
    if journal_sum(entry.journal[: whats.index(line)]) != sealed.journal:
        return [f"The journal of {entry.tag} was changed before its seal."]
    return []


def _of_chain(chain: list[_InChain]) -> list[str]:
    found = []
    before = _InChain(0, "", FIRST, "the beginning")
    for one in chain:
        if one.number != before.number + 1:
            found.append(f"after {before.name} comes {one.name} and what was between is gone.")
        elif one.previous != before.sha256:
            # What follows was made over the one before as it was then.
            found.append(
                f"{before.name} is not the one that number {one.number} goes on from: it was changed "
                f"and summed anew, or everything from {one.number} on is of another log."
            )
        before = one
    return found


def _of_head(chain: list[_InChain], outside: Head | None) -> list[str]:
    """The log goes at least as far as it is known to have gone, by the same seals."""
    if outside is None:
        if chain:
            return [NOTHING_BESIDE]
        return []
    if outside.number == 0:
        # The very first may have been cut short between the log and the file beside it.
        if len(chain) > 1:
            return [EMPTIED]
        return []
    return _of_known(chain, outside)


def _of_known(chain: list[_InChain], head: Head) -> list[str]:
    """A head that is known from elsewhere stands in the chain."""
    there = next((s for s in chain if s.number == head.number), None)
    if there is None:
        last = chain[-1].number if chain else 0
        return [f"the log ends at number {last}; it had reached number {head.number}."]
    if there.sha256 != head.sha256:
        return [f"number {head.number} is not the one the log had ended with."]
    return []


def read_head(text: str) -> Head:
    """A head as a certificate prints it: ``NUMBER:SHA``, the sum whole. Raises ValueError.

    >>> read_head("3:" + "ab" * 32).number
    3
    """
    number, _, sha256 = text.strip().partition(":")
    wanted = len(FIRST)
    sha256 = sha256.strip().lower()
    if not number.isdecimal() or len(sha256) != wanted or set(sha256) - set("0123456789abcdef"):
        raise ValueError(text)
    return Head(int(number), sha256)
