"""Keeping leads: loading, changing, sealing."""

import json
import os
import re
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field
from datetime import datetime
from functools import lru_cache
from pathlib import Path
from typing import Any

from sqlalchemy import Engine, Select, bindparam, delete, or_, select
from sqlalchemy.orm import Session

from euthyne.core.lead import Lead
from euthyne.core.lead.changes import Change, can_be_put_back, differences, put_back
from euthyne.core.lead.paths import with_value
from euthyne.core.stages.tag.audit import SEALED, Audit, Head, audit
from euthyne.core.stages.tag.audit import Entry as Audited
from euthyne.core.stages.tag.seal import FIRST, Seal, journal_sum, seal
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.practices import Practices
from euthyne.exchange.lead_file import (
    LeadFile,
    file_of_lead,
    kept_lead,
    lead_adapter,
    read_lead,
    write_lead,
)
from euthyne.exchange.reading import adapter_for, parse_json
from euthyne.exchange.version1 import is_version1
from euthyne.store.database import writing
from euthyne.store.models import DraftRow, JournalRow, LeadRow, SealRow, SettingRow

HELD = select(
    LeadRow.id,
    LeadRow.tag,
    LeadRow.name,
    LeadRow.document,
    LeadRow.sealed,
    LeadRow.changed_at,
    LeadRow.revision,
    LeadRow.put_away,
)
BY_TAG = HELD.where(LeadRow.tag == bindparam("tag"))
# Letters of a line of the log.
WORDS = 1000
DRAFTS = select(DraftRow.field, DraftRow.text).where(DraftRow.lead_id == bindparam("lead"))


Also = Callable[[Session, int, Lead, Lead], None]


@dataclass(frozen=True)
class Entry:
    """What a form makes of a lead: the lead as it is to be, every text that could not be used, by
    field, and the words of the log.
    """

    lead: Lead
    drafts: dict[str, str]
    what: str


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


@dataclass(frozen=True)
class Unread:
    """A lead that stands in a list without being read: its tag and name, and why."""

    tag: str
    name: str
    why: str


@dataclass(frozen=True)
class Listed:
    """The leads of a list, and those of it that cannot be read."""

    leads: list[Held]
    unread: list[Unread]


@dataclass(frozen=True)
class JournalLine:
    """Something that was done to a lead."""

    id: int
    at: str
    by: str
    what: str
    changes: tuple[Change, ...] = ()


# The same text is the same lead, and neither ever changes: a list of leads is read once.
@lru_cache(maxsize=512)
def _lead(document: str) -> Lead:
    """The lead of a document. Raises Unreadable, without a tag, saying what is wrong with it."""
    try:
        values = parse_json(document)
        if not is_version1(values):
            with suppress(ValueError):  # read again below, in words
                return lead_adapter().validate_json(document)
        return kept_lead(values)
    except Refused as refused:
        why = "; ".join(f"{f.field}: {f.problem}" for f in refused.faults)
        raise Unreadable("", why.removeprefix(": ")) from refused


@lru_cache(maxsize=64)
def _seal(document: str) -> Seal:
    return adapter_for(Seal).validate_json(document)


def _text(lead: Lead) -> str:
    return lead_adapter().dump_json(lead).decode()


class LeadStore:
    """The leads of one data file."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine

    def all(self, words: str = "") -> list[Held]:
        """The leads in use that can be read; see ``listed``."""
        return self.listed(words).leads

    def listed(self, words: str = "", put_away: bool = False) -> Listed:
        """Leads whose tag, name, maker's customer or document holds every word; newest change
        first. Those in use, or those put away.
        """
        query = HELD.where(LeadRow.put_away.is_(put_away)).order_by(
            LeadRow.changed_at.desc(), LeadRow.tag.desc()
        )
        for word in words.split():
            like = f"%{word}%"
            columns = (LeadRow.tag, LeadRow.name, LeadRow.made_for, LeadRow.document)
            query = query.where(or_(*(c.ilike(like) for c in columns)))
        leads, unread = [], []
        with self.engine.connect() as db:
            for row in db.execute(query):
                try:
                    leads.append(_held(row))
                except Unreadable as error:
                    unread.append(Unread(row.tag, row.name, error.why))
        return Listed(leads, unread)

    def unreadable(self) -> list[Unread]:
        """Every lead, in use or put away, that cannot be read."""
        return self.listed().unread + self.listed(put_away=True).unread

    def newest(self) -> datetime | None:
        """When a lead was last changed, with its zone; None while none is kept."""
        with self.engine.connect() as db:
            found = db.scalar(select(LeadRow.changed_at).order_by(LeadRow.changed_at.desc()))
        return datetime.fromisoformat(found).astimezone() if found else None

    def kept_text(self, tag: str) -> str:
        """The document of a lead as it is kept, whether it can be read or not. Raises NoSuchLead."""
        with self.engine.connect() as db:
            text = db.scalar(select(LeadRow.document).where(LeadRow.tag == tag))
        if text is None:
            raise NoSuchLead(tag)
        return str(text)

    def put_away(self, tag: str, away: bool, at: str, by: str) -> None:
        """Put a lead away, or take it out again; nothing else of it changes. Raises NoSuchLead."""
        with writing(self.engine) as session:
            row = _row(session, tag)
            if row.put_away == away:
                return
            row.put_away = away
            what = "put away" if away else "taken out again"
            session.add(JournalRow(lead_id=row.id, at=at, by=by, what=what))

    def get(self, tag: str) -> Held:
        """A lead by its tag. Raises NoSuchLead, Unreadable."""
        with self.engine.connect() as db:
            row = db.execute(BY_TAG, {"tag": tag}).first()
            if row is None:
                raise NoSuchLead(tag)
            drafts = db.execute(DRAFTS, {"lead": row.id}).all()
        return _held(row, {d.field: d.text for d in drafts})

    def add(self, file: LeadFile, at: str, by: str, what: str) -> Held:
        """Keep a new lead, with its seal when it has one. Raises Refused when its tag is taken."""
        with writing(self.engine) as session:
            held = self._add(session, file, at, by, what)
        if file.seal is not None:
            self.keep_head()
        return held

    def begin(self, made: Callable[[str], Lead], at: str, by: str, what: str) -> Held:
        """Keep a new lead under the next free tag of this log, which ``made`` is given."""
        with writing(self.engine) as session:
            lead = made(_next_tag(session))
            return self._add(session, file_of_lead(lead), at, by, what)

    def _add(self, session: Session, file: LeadFile, at: str, by: str, what: str) -> Held:
        if session.scalar(select(LeadRow.id).where(LeadRow.tag == file.lead.tag)):
            raise Refused(
                Fault("lead.tag", f"{file.lead.tag} is in the log already", "another tag")
            )
        row = LeadRow(tag=file.lead.tag, revision=0, sealed=file.seal is not None, put_away=False)
        _write(row, file.lead, at)
        session.add(row)
        session.flush()
        if file.seal is not None:
            # A record from another log keeps its own chain; it does not join this one. The first
            # seals say nothing of their journal: one that goes on from ours is taken as ours.
            own = file.seal.covers == "record" and file.seal.previous == self._head(session)[1]
            session.add(SealRow(lead_id=row.id, document=_seal_text(file.seal), own=own))
        session.add(JournalRow(lead_id=row.id, at=at, by=by, what=what))
        return _held(row)

    def change(
        self,
        tag: str,
        change: Callable[[Lead], Lead],
        at: str,
        by: str,
        what: str,
        also: Also | None = None,
    ) -> Held:
        """Change a lead in one transaction; ``also`` is done in the same one, where the lead did
        change.

        Raises: NoSuchLead, IsSealed, and what ``change`` raises.
        """
        with writing(self.engine) as session:
            row = _open_row(session, tag)
            before = _lead_of(row)
            after = change(before)
            if _changed(session, row, before, after, (at, by, what)) and also is not None:
                also(session, row.id, before, after)
            return _held(row)

    def enter(self, tag: str, entry: Callable[[Held], Entry], at: str, by: str) -> Held:
        """Keep what a form holds, in one transaction: ``entry`` is given the lead as it stands
        inside it, and says what becomes of it.

        Raises: NoSuchLead, IsSealed, and what ``entry`` raises.
        """
        with writing(self.engine) as session:
            row = _open_row(session, tag)
            drafts = {d.field: d.text for d in session.execute(DRAFTS, {"lead": row.id})}
            held = _held(row, drafts)
            made = entry(held)
            _changed(session, row, held.lead, made.lead, (at, by, made.what))
            if made.drafts != drafts:
                session.execute(delete(DraftRow).where(DraftRow.lead_id == row.id))
                session.add_all(
                    DraftRow(lead_id=row.id, field=f, text=t) for f, t in made.drafts.items()
                )
            return _held(row, made.drafts)

    def put_back(self, tag: str, line: int, at: str, by: str) -> Held:
        """Take back what a line of the log changed.

        Raises: NoSuchLead, IsSealed; Refused where it cannot be, as when something was changed again
        since.
        """
        with writing(self.engine) as session:
            row = _open_row(session, tag)
            kept = session.scalar(_lines_of(row.id).where(JournalRow.id == line))
            changes = _changes(kept.changes) if kept else []
            if kept is None or not can_be_put_back(changes):
                raise Refused(
                    Fault("line", "this line is not one to be put back", "another line of the log")
                )
            before = _lead_of(row)
            after = kept_lead(put_back(json.loads(_text(before)), changes))
            read_lead(write_lead(after, None))  # as a whole it must still be a lead
            _changed(session, row, before, after, (at, by, f"put back: {kept.what}"[:WORDS]))
            return _held(row)

    def seal(self, tag: str, at: str, by: str, record: Callable[[Lead], dict[str, Any]]) -> Seal:
        """Freeze a lead's record as the next link of the chain.

        Raises NoSuchLead, IsSealed, and what record raises.
        """
        with writing(self.engine) as session:
            row = _row(session, tag)
            if row.sealed:
                raise IsSealed(tag)
            number, previous = self._head(session)
            sealed = seal(
                number=number + 1,
                at=at,
                by=by,
                previous=previous,
                record=record(_lead_of(row)),
                journal=journal_sum(_summed(x) for x in session.scalars(_lines_of(row.id))),
            )
            row.sealed, row.changed_at, row.revision = True, at, row.revision + 1
            session.add(SealRow(lead_id=row.id, document=_seal_text(sealed)))
            session.add(JournalRow(lead_id=row.id, at=at, by=by, what=f"{SEALED}{sealed.number}"))
        self.keep_head()
        return sealed

    def seal_of(self, tag: str) -> Seal | None:
        """The seal of a lead, or None."""
        with self.engine.connect() as db:
            found = db.scalar(select(SealRow.document).join(LeadRow).where(LeadRow.tag == tag))
            if found:
                return _seal(found)
            return None

    def entries(self) -> list[Audited]:
        """What the log keeps of every lead, for its seals to be held against."""
        rows = select(
            LeadRow.tag, LeadRow.document, LeadRow.sealed, LeadRow.id, SealRow.document, SealRow.own
        ).outerjoin(SealRow, SealRow.lead_id == LeadRow.id)
        lines: dict[int, list[tuple[str, ...]]] = {}
        with self.engine.connect() as db:
            for line in db.execute(select(JournalRow).order_by(JournalRow.id)):
                lines.setdefault(line.lead_id, []).append(_summed(line))
            return [_entry(*row, journal=lines.get(row[3], [])) for row in db.execute(rows)]

    def faults_of_log(self) -> list[str]:
        """Everything in the log that is not as it was sealed, by name."""
        return self.audit().faults

    def audit(self) -> Audit:
        """The log held against its seals."""
        return audit(self.entries(), self._head_outside())

    @property
    def _head_file(self) -> Path:
        return Path(str(self.engine.url.database)).parent / "sealed-head.json"

    def _head_outside(self) -> Head | None:
        if not self._head_file.exists():
            return None
        try:
            return adapter_for(Head).validate_json(self._head_file.read_bytes())
        except ValueError:
            return None

    def keep_head(self) -> None:
        """Write where the log ends beside the data file, all of it or nothing."""
        with Session(self.engine) as session:
            head = Head(*self._head(session))
        made = self._head_file.with_suffix(".new")
        with made.open("wb") as written:
            written.write(adapter_for(Head).dump_json(head))
            written.flush()
            os.fsync(written.fileno())
        made.replace(self._head_file)

    def _head(self, session: Session) -> tuple[int, str]:
        documents = session.scalars(_own_seals()).all()
        last = _seal(documents[-1]) if documents else None
        if last:
            return (last.number, last.sha256)
        return (0, FIRST)

    def journal(self, tag: str) -> list[JournalLine]:
        """What was done to a lead, oldest first."""
        with self.engine.connect() as db:
            lines = select(JournalRow).join(LeadRow).where(LeadRow.tag == tag)
            return [
                JournalLine(r.id, r.at, r.by, r.what, tuple(_changes(r.changes)))
                for r in db.execute(lines.order_by(JournalRow.id))
            ]

    def setting(self, key: str, default: str = "") -> str:
        """A setting's value."""
        with self.engine.connect() as db:
            return db.scalar(select(SettingRow.value).where(SettingRow.key == key)) or default

    def set(self, key: str, value: str) -> None:
        """Keep a setting."""
        with writing(self.engine) as session:
            session.merge(SettingRow(key=key, value=value))

    def practices(self) -> Practices:
        """How this bench works."""
        kept = self.setting("practices")
        if kept:
            return adapter_for(Practices).validate_json(kept)
        return Practices()

    def practise(self, practices: Practices, at: str, by: str, what: str) -> int:
        """Keep how this bench works, in one transaction with every lead whose build has not begun.

        Returns: how many leads took it up. A lead whose build has begun keeps what it was begun
        with.
        """
        taken = 0
        with writing(self.engine) as session:
            session.merge(
                SettingRow(
                    key="practices", value=adapter_for(Practices).dump_json(practices).decode()
                )
            )
            for row in session.scalars(select(LeadRow).where(LeadRow.sealed.is_(False))):
                try:
                    lead = _lead_of(row)
                except Unreadable:
                    continue  # it is told of in the lists; nothing is written over it
                # Half a build one way and half the other would be worse than either.
                if lead.build.done or lead.build.practices == practices:
                    continue
                after = with_value(lead, "build.practices", practices)
                taken += _changed(session, row, lead, after, (at, by, what))
        return taken

    def next_tag(self) -> str:
        """The next free tag in the series of this log."""
        with Session(self.engine) as session:
            return _next_tag(session)


def _next_tag(session: Session) -> str:
    prefix = session.scalar(select(SettingRow.value).where(SettingRow.key == "tag_prefix")) or "L"
    tags = session.scalars(select(LeadRow.tag).where(LeadRow.tag.startswith(f"{prefix}-")))
    numbers = [int(m[1]) for t in tags if (m := re.fullmatch(rf"{re.escape(prefix)}-(\d+)", t))]
    return f"{prefix}-{max(numbers, default=0) + 1:04d}"


def _open_row(session: Session, tag: str) -> LeadRow:
    row = _row(session, tag)
    if row.sealed:
        raise IsSealed(tag)
    return row


def _changed(
    session: Session, row: LeadRow, before: Lead, after: Lead, line: tuple[str, str, str]
) -> bool:
    """Write a lead that changed, with a line of the log (when, by whom, what); True where it did."""
    # How it was typed is part of what was typed: 80 ft stays 80 ft on the page.
    if after == before and after.typed == before.typed:
        return False
    was = json.loads(_text(before))
    at, by, what = line
    _write(row, after, at)
    changes = differences(was, json.loads(row.document))
    session.add(
        JournalRow(
            lead_id=row.id,
            at=at,
            by=by,
            what=what,
            changes=json.dumps(changes, ensure_ascii=False, separators=(",", ":")),
        )
    )
    return True


def _changes(text: str) -> list[Change]:
    found: list[Change] = json.loads(text or "[]")
    return found


def _summed(line: Any) -> tuple[str, ...]:
    """A line of the journal as a seal sums it; one kept before values were is without them."""
    told = (line.at, line.by, line.what)
    return (*told, line.changes) if line.changes else told


def _lines_of(lead: int) -> Select[JournalRow]:
    return select(JournalRow).where(JournalRow.lead_id == lead).order_by(JournalRow.id)


def _entry(
    tag: str,
    document: str,
    sealed: bool,
    _id: int,
    seal_text: str | None,
    own: bool | None,
    journal: list[tuple[str, ...]],
) -> Audited:
    try:
        found = _seal(seal_text) if seal_text is not None else None
        same = found is None or _lead(document) == kept_lead(dict(found.record["lead"]))
    except (ValueError, KeyError, TypeError, Unreadable):
        found, same = _unsound(seal_text), False
    return Audited(tag, sealed, found, bool(own), same, tuple(journal))


def _unsound(text: str | None) -> Seal | None:
    """A seal whose lead, or that itself, cannot be read; one that cannot holds for nothing."""
    try:
        return _seal(text) if text is not None else None
    except ValueError:
        return Seal(1, "", "", "", "", {})


def _own_seals() -> Any:
    return select(SealRow.document).where(SealRow.own).order_by(SealRow.id)


def _seal_text(sealed: Seal) -> str:
    return adapter_for(Seal).dump_json(sealed).decode()


def _row(session: Session, tag: str) -> LeadRow:
    row = session.scalar(select(LeadRow).where(LeadRow.tag == tag))
    if row is None:
        raise NoSuchLead(tag)
    return row


def _held(row: Any, drafts: dict[str, str] | None = None) -> Held:
    return Held(
        lead=_lead_of(row),
        sealed=row.sealed,
        changed_at=row.changed_at,
        revision=row.revision,
        drafts=drafts or {},
        put_away=row.put_away,
    )


def _lead_of(row: Any) -> Lead:
    """The lead of a row. Raises Unreadable with its tag."""
    try:
        return _lead(row.document)
    except Unreadable as error:
        raise Unreadable(row.tag, error.why) from error


def _write(row: LeadRow, lead: Lead, at: str) -> None:
    row.name, row.made_for, row.document = lead.name, lead.made_for, _text(lead)
    row.changed_at, row.revision = at, row.revision + 1


def file_of(store: LeadStore, tag: str) -> LeadFile:
    """The document of a kept lead. Raises NoSuchLead."""
    return file_of_lead(store.get(tag).lead, store.seal_of(tag))


__all__ = [
    "Entry",
    "Held",
    "IsSealed",
    "JournalLine",
    "LeadStore",
    "Listed",
    "NoSuchLead",
    "Unread",
    "Unreadable",
    "file_of",
]
