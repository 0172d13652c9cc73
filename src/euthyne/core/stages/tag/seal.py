"""The sealed record: canonical text, its SHA-256, and the chain to the seal before."""

import hashlib
import json
from dataclasses import dataclass
from typing import Annotated, Any

from annotated_types import Ge, MaxLen

FIRST = "0" * 64


@dataclass(frozen=True)
class Seal:
    """A seal: its place in the log, when and by whom, the seal before it, its own sum, and the
    record it froze.
    """

    number: Annotated[int, Ge(1)]
    sealed_at: str
    sealed_by: Annotated[str, MaxLen(40)]
    previous: str
    sha256: str
    record: dict[str, Any]


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


def seal(number: int, at: str, by: str, previous: str, record: dict[str, Any]) -> Seal:
    """Freeze a record."""
    return Seal(
        number=number,
        sealed_at=at,
        sealed_by=by,
        previous=previous,
        sha256=digest(previous, record),
        record=record,
    )


def holds(sealed: Seal) -> bool:
    """True when the record is as it was sealed."""
    return digest(sealed.previous, sealed.record) == sealed.sha256


def broken_links(seals: list[Seal]) -> list[int]:
    """Numbers of the seals whose record was changed, or whose link to the one before does not
    hold.
    """
    before = [FIRST] + [s.sha256 for s in seals]
    return [
        s.number
        for s, previous in zip(seals, before, strict=False)
        if not holds(s) or s.previous != previous
    ]
