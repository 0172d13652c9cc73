"""A row of a lead, read and written."""

import json
from contextlib import suppress
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from sqlalchemy import Select, bindparam, exists, select
from sqlalchemy.orm import Session

from euthyne.core.lead import Lead
from euthyne.core.lead.changes import Change
from euthyne.core.trade.fault import Refused
from euthyne.exchange.lead_file import kept_lead, lead_adapter
from euthyne.exchange.reading import parse_json
from euthyne.store.database import SPOILED
from euthyne.store.models import JournalRow, LeadRow, SealRow

# Sealed, in another log.
ELSEWHERE = exists().where(SealRow.lead_id == LeadRow.id, SealRow.own.is_(False))
HELD = select(
    LeadRow.id,
    LeadRow.tag,
    LeadRow.name,
    LeadRow.document,
    LeadRow.sealed,
    LeadRow.changed_at,
    LeadRow.revision,
    LeadRow.put_away,
    ELSEWHERE.label("elsewhere"),
)
COLUMNS = tuple(HELD.selected_columns)
BY_TAG = HELD.where(LeadRow.tag == bindparam("tag"))


class NoSuchLead(LookupError):
    """No lead has this tag."""


class Unreadable(Exception):
    """A lead is kept, and this program cannot read it: its tag, and why."""

    def __init__(self, tag: str, why: str) -> None:
        super().__init__(tag)
        self.tag, self.why = tag, why


class IsSealed(Exception):
    """The lead's record is frozen."""


@dataclass(frozen=True)
class Held:
    """A lead as the store holds it, with texts typed at its fields that could not be used, by
    field.
    """

    lead: Lead
    sealed: bool
    changed_at: str
    revision: int
    drafts: dict[str, str] = field(default_factory=dict)
    put_away: bool = False
    elsewhere: bool = False  # sealed, in another log


@dataclass(frozen=True)
class Unread:
    """A lead that stands in a list without being read: its tag and name, and why."""

    tag: str
    name: str
    why: str


@dataclass(frozen=True)
class Listed:
    """The leads of a page of a list, and those of it that cannot be read; ``more`` is the place after
    which the next page begins, empty for the last.
    """

    leads: list[Held]
    unread: list[Unread]
    more: str = ""


@dataclass(frozen=True)
class JournalLine:
    """Something that was done to a lead."""

    id: int
    at: str
    by: str
    what: str
    changes: tuple[Change, ...] = ()


def same_as_before(lead: Lead) -> Lead:
    """The very lead that was read or written before, where it says the same: what was worked out of that
    one is then found at once.
    """
    return _known(lead, tuple(sorted(lead.typed.items())))


@lru_cache(maxsize=1024)
def _known(lead: Lead, _typed: tuple[tuple[str, str], ...]) -> Lead:
    return lead


# The same text is the same lead, and neither ever changes: a list of leads is read once.
@lru_cache(maxsize=512)
def read_kept(document: str) -> Lead:
    """The lead of a document. Raises Unreadable, without a tag, saying what is wrong with it."""
    if document.endswith(SPOILED):
        raise Unreadable("", "a byte of it is no letter: the data file was damaged there")
    try:
        with suppress(ValueError):  # read again below, in words
            return same_as_before(lead_adapter().validate_json(document))
        return same_as_before(kept_lead(parse_json(document)))
    except Refused as refused:
        why = "; ".join(f"{f.field}: {f.problem}" for f in refused.faults)
        raise Unreadable("", why.removeprefix(": ")) from refused


def text_of(lead: Lead) -> str:
    """A lead as it is kept."""
    return lead_adapter().dump_json(lead).decode()


def held(row: Any, drafts: dict[str, str] | None = None) -> Held:
    """The lead of a row as it is held. Raises Unreadable."""
    return Held(
        lead=lead_of(row),
        sealed=row.sealed,
        changed_at=row.changed_at,
        revision=row.revision,
        drafts=drafts or {},
        put_away=row.put_away,
        elsewhere=bool(getattr(row, "elsewhere", False)),
    )


def lead_of(row: Any) -> Lead:
    """The lead of a row. Raises Unreadable with its tag."""
    try:
        return read_kept(row.document)
    except Unreadable as error:
        raise Unreadable(row.tag, error.why) from error


def write(row: LeadRow, lead: Lead, at: str) -> None:
    """Put a lead into its row."""
    row.name, row.made_for, row.document = lead.name, lead.made_for, text_of(same_as_before(lead))
    row.changed_at, row.revision = at, row.revision + 1


def row_of(session: Session, tag: str) -> LeadRow:
    """The row of a lead. Raises NoSuchLead."""
    row = session.scalar(select(LeadRow).where(LeadRow.tag == tag))
    if row is None:
        raise NoSuchLead(tag)
    return row


def open_row(session: Session, tag: str) -> LeadRow:
    """The row of a lead that may be changed. Raises NoSuchLead, IsSealed."""
    row = row_of(session, tag)
    if row.sealed:
        raise IsSealed(tag)
    return row


def lines_of(lead: int) -> Select[JournalRow]:
    """The journal of a lead, oldest line first."""
    return select(JournalRow).where(JournalRow.lead_id == lead).order_by(JournalRow.id)


def changes_of(text: str) -> list[Change]:
    """The values that a line of the journal keeps."""
    found: list[Change] = json.loads(text or "[]")
    return found
