"""The sealed record: canonical text, its SHA-256, and the chain to the seal before."""

import hashlib
import json
from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Annotated, Any, Literal

from annotated_types import Ge, MaxLen

FIRST = "0" * 64


@dataclass(frozen=True)
class Seal:
    """A seal: a link of the chain that froze a record."""

    number: Annotated[int, Ge(1)]  # its place in the log
    sealed_at: str  # when
    sealed_by: Annotated[str, MaxLen(40)]  # by whom
    previous: str  # sum of the link before it
    sha256: str  # its own sum
    record: dict[str, Any]  # what it froze
    # what its sum is of: the record alone, as the first were summed, or everything
    covers: Literal["record", "all"] = "record"
    journal: str = ""  # sum of what the lead's journal said before it


@dataclass(frozen=True)
class ChainLink:
    """What was done after a seal, or about people, as a link of the same chain: its place, when, by
    whom, of which lead (none where it is of the house), the words of its log, and what it left:
    ``set_aside`` what became of the lead, ``picture`` and ``picture_away`` the sum of one that was kept or put away,
    ``seal`` the sum of one that was taken in, ``people`` who may do what.
    """

    number: Annotated[int, Ge(1)]
    at: str
    by: str
    tag: str
    what: str
    facts: dict[str, Any]
    previous: str
    sha256: str


def canonical(record: dict[str, Any]) -> str:
    """The one way a record is written: keys in order, no spaces, plain figures. Raises ValueError
    on infinities.
    """
    return json.dumps(
        record, sort_keys=True, separators=(",", ":"), ensure_ascii=False, allow_nan=False
    )


def digest(previous: str, record: dict[str, Any]) -> str:
    """SHA-256 in hex of the seal before and the canonical record.

    >>> digest(FIRST, {"a": 1})[:8]
    'f21735af'
    """
    return hashlib.sha256(f"{previous}\n{canonical(record)}".encode()).hexdigest()


def sum_of(sealed: Seal) -> str:
    """The sum a seal should have, by its own version."""
    if sealed.covers == "record":
        return digest(sealed.previous, sealed.record)
    told = ("number", "sealed_at", "sealed_by", "journal", "record")
    return digest(sealed.previous, {name: getattr(sealed, name) for name in told})


def sum_of_link(link: ChainLink) -> str:
    """The sum a link should have: of all it says, and the link before."""
    told = ("number", "at", "by", "tag", "what", "facts")
    return digest(link.previous, {name: getattr(link, name) for name in told})


def link(
    number: int, previous: str, at: str, by: str, tag: str, what: str, facts: dict[str, Any]
) -> ChainLink:
    """Go on from the link before."""
    made = ChainLink(number, at, by, tag, what, facts, previous, "")
    return replace(made, sha256=sum_of_link(made))


def journal_sum(lines: Iterable[tuple[str, ...]]) -> str:
    """The sum of a lead's journal, line by line: when, by whom, what, and what it changed."""
    return digest(FIRST, {"journal": [list(line) for line in lines]})


def seal(
    number: int, at: str, by: str, previous: str, record: dict[str, Any], journal: str = ""
) -> Seal:
    """Freeze a record, with the sum of its lead's journal so far."""
    made = Seal(
        number=number,
        sealed_at=at,
        sealed_by=by,
        previous=previous,
        sha256="",
        record=record,
        covers="all",
        journal=journal,
    )
    return replace(made, sha256=sum_of(made))


def holds(sealed: Seal) -> bool:
    """True when all that the seal covers is as it was sealed."""
    return sum_of(sealed) == sealed.sha256
