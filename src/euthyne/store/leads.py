"""Keeping leads: loading, changing, sealing."""

import json
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

from sqlalchemy import Engine, bindparam, delete, func, select
from sqlalchemy.orm import Session

from euthyne.core.lead import Lead
from euthyne.core.lead.changes import can_be_put_back, differences, put_back
from euthyne.core.stages.tag.audit import SEALED, Audit, Head
from euthyne.core.stages.tag.seal import Seal
from euthyne.core.stages.tag.tag import facts_in
from euthyne.core.standing.taken_in import taken_in
from euthyne.core.stores.stock import Need
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import tell
from euthyne.core.trade.practices import Practices
from euthyne.exchange.lead_file import (
    LeadFile,
    file_of_lead,
    kept_lead,
    lead_values,
    read_lead,
    write_lead,
)
from euthyne.exchange.reading import adapter_for
from euthyne.store import listing
from euthyne.store.database import writing
from euthyne.store.kept import (
    BY_TAG,
    Held,
    IsSealed,
    JournalLine,
    Listed,
    NoSuchLead,
    Unread,
    Unreadable,
    changes_of,
    held,
    lead_of,
    lines_of,
    open_row,
    row_of,
    write,
)
from euthyne.store.listing import LeadGroup, ListQuery, keep_listed
from euthyne.store.models import DraftRow, JournalRow, LeadRow, ListedRow, SealRow, SettingRow
from euthyne.store.sealing import (
    add_line,
    add_seal,
    audit_of,
    head_of,
    keep_head,
    read_seal,
    seal_text,
)
from euthyne.store.tags import counted, next_tag
from euthyne.store.unchanged import while_unchanged

FOLLOWED = "followed by "
# Leads of a new log that are written at once; letters of a line of the log.
MANY, WORDS = 200, 1000
DRAFTS = select(DraftRow.field, DraftRow.text).where(DraftRow.lead_id == bindparam("lead"))


Also = Callable[[Session, int, Lead, Lead], None]


@dataclass(frozen=True)
class FormResult:
    """What a form makes of a lead: the lead as it is to be, every text that could not be used, by
    field, and the words of the log.
    """

    lead: Lead
    drafts: dict[str, str]
    what: str


REVISION = select(LeadRow.revision).where(LeadRow.tag == bindparam("tag"))
LAST_LINE = select(func.max(JournalRow.id))


class LeadStore:
    """The leads of one data file."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        listing.bring_up_to_date(engine, shown_in_lists)

    def all(self, words: str = "") -> list[Held]:
        """Every lead in use that can be read, newest change first; by words as ``listed``."""
        return self._every(ListQuery(words)).leads

    def unreadable(self) -> list[Unread]:
        """Every lead, in use or put away, that cannot be read."""
        return [x for away in (False, True) for x in self._every(ListQuery(put_away=away)).unread]

    def _every(self, asked: ListQuery) -> Listed:
        found = Listed([], [])
        while True:
            part = self.listed(asked)
            found.leads.extend(part.leads)
            found.unread.extend(part.unread)
            if not part.more:
                return found
            asked = replace(asked, after=part.more)

    @while_unchanged
    def listed(self, asked: ListQuery) -> Listed:
        """A page of a list: newest change first; by words, leads that hold each as a whole come first."""
        with self.engine.connect() as db:
            rows = listing.page(db, asked)
        more = rows[asked.many - 1].place if len(rows) > asked.many else ""
        return _read(rows[: asked.many], str(more))

    @while_unchanged
    def in_hand(self, many: int) -> Listed:
        """Leads in hand in the order of what is due, so many at most."""
        with self.engine.connect() as db:
            return _read(listing.in_hand(db, many), "")

    @while_unchanged
    def groups(self) -> list[LeadGroup]:
        """All leads in hand, counted by what they wait for."""
        with self.engine.connect() as db:
            return listing.groups(db)

    @while_unchanged
    def due(self, until: str, many: int, since: str = "") -> list[tuple[str, str, str, bool]]:
        """Sealed leads to be tested again from one day to another, as (tag, name, day, sealed in another
        log).
        """
        with self.engine.connect() as db:
            return listing.due(db, since, until, many)

    @while_unchanged
    def wanted(self) -> list[Need]:
        """What the leads that wait for their parts need together."""
        with self.engine.connect() as db:
            return listing.wanted(db)

    @while_unchanged
    def whats(self, kind: str) -> set[str]:
        """What the leads in hand need of a kind."""
        with self.engine.connect() as db:
            return listing.whats(db, kind)

    @while_unchanged
    def begun_last(self, many: int) -> list[str]:
        """What the newest leads were begun as, newest first."""
        with self.engine.connect() as db:
            return listing.begun_last(db, many)

    @while_unchanged
    def newest(self) -> datetime | None:
        """When a lead was last changed, in UTC; None while none is kept."""
        with self.engine.connect() as db:
            query = select(ListedRow.changed).where(ListedRow.put_away.is_(False))
            found = db.scalar(query.order_by(ListedRow.changed.desc()).limit(1))
        return datetime.fromisoformat(found) if found else None

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
            row = row_of(session, tag)
            if row.put_away == away:
                return
            row.put_away = away
            what = "put away" if away else "taken out again"
            add_line(session, row, at, by, what)
            keep_listed(session, row, *shown_in_lists(session, row))

    @while_unchanged
    def get(self, tag: str) -> Held:
        """A lead by its tag. Raises NoSuchLead, Unreadable."""
        with self.engine.connect() as db:
            row = db.execute(BY_TAG, {"tag": tag}).first()
            if row is None:
                raise NoSuchLead(tag)
            drafts = db.execute(DRAFTS, {"lead": row.id}).all()
        return held(row, {d.field: d.text for d in drafts})

    @while_unchanged
    def revision(self, tag: str) -> int | None:
        """How often a lead was changed; None where there is none of that tag."""
        with self.engine.connect() as db:
            found: int | None = db.scalar(REVISION, {"tag": tag})
            return found

    @while_unchanged
    def last_line(self) -> int:
        """The number of the newest line of the log: it grows with everything that is done to a lead."""
        with self.engine.connect() as db:
            return db.scalar(LAST_LINE) or 0

    def add(self, file: LeadFile, at: str, by: str, what: str) -> Held:
        """Keep a new lead, with its seal when it has one. Raises Refused when its tag is taken."""
        with writing(self.engine) as session:
            return self._add(session, file, at, by, what)

    def take_in(self, file: LeadFile, at: str, by: str) -> Held:
        """Keep a lead that came with a document. One that was sealed elsewhere is kept as it was sealed;
        of any other, what was done of it says who took it in. Raises Refused when its tag is taken.
        """
        if file.seal is not None:
            return self.add(file, at, by, "taken in, sealed in another log and not checked here")
        lead = taken_in(file.lead, by)
        return self.add(file_of_lead(lead), at, by, "taken in with a document")

    def begin(
        self, made: Callable[[str], Lead], at: str, by: str, what: str, follows: str = ""
    ) -> Held:
        """Keep a new lead under the next free tag of this log, which ``made`` is given; the log of the
        one it ``follows`` says so. Raises NoSuchLead.
        """
        with writing(self.engine) as session:
            lead = made(next_tag(session))
            if follows:
                before = row_of(session, follows)
                said = f"{FOLLOWED}{lead.tag}: {lead.again_for}"
                add_line(session, before, at, by, said)
            return self._add(session, file_of_lead(lead), at, by, what)

    def begin_in(
        self, session: Session, made: Callable[[str], Lead], at: str, by: str, what: str
    ) -> Held:
        """Keep a new lead under the next free tag, in a transaction that does more."""
        return self._add(session, file_of_lead(made(next_tag(session))), at, by, what)

    def begin_with(self, files: Iterable[LeadFile], at: str, by: str, what: str) -> None:
        """The leads that a new log begins with, in one transaction: their seals are its first. Raises
        Refused where anything is in it already.
        """
        with writing(self.engine) as session:
            if session.scalar(select(LeadRow.id).limit(1)):
                raise Refused(Fault("", "this log is in use", "an empty one"))
            for number, file in enumerate(files, 1):
                self._add(session, file, at, by, what, own=True)
                if number % MANY == 0:
                    session.flush()
                    session.expunge_all()
            session.info["afterwards"].append(keep_head)

    def _add(
        self, session: Session, file: LeadFile, at: str, by: str, what: str, own: bool = False
    ) -> Held:
        if session.scalar(select(LeadRow.id).where(LeadRow.tag == file.lead.tag)):
            raise Refused(
                Fault("lead.tag", f"{file.lead.tag} is in the log already", "another tag")
            )
        row = LeadRow(tag=file.lead.tag, revision=0, sealed=file.seal is not None, put_away=False)
        write(row, file.lead, at)
        session.add(row)
        session.flush()
        if file.seal is not None:
            # A record from another log keeps its own chain; it never joins this one, whatever it
            # says of the seal before it.
            session.add(SealRow(lead_id=row.id, document=seal_text(file.seal), own=own))
        if file.seal is not None and own and file.seal.covers == "all":
            sealed = f"{SEALED}{file.seal.number}"
            line = {"at": file.seal.sealed_at, "by": file.seal.sealed_by, "what": sealed}
            session.add(JournalRow(lead_id=row.id, **line))
        elif file.seal is not None and not own:
            add_line(session, row, at, by, what, seal=file.seal.sha256)
        else:
            session.add(JournalRow(lead_id=row.id, at=at, by=by, what=what))
        keep_listed(session, row, *shown_in_lists(session, row))
        counted(session, file.lead.tag)
        return held(row)

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
            row = open_row(session, tag)
            drafts = {d.field: d.text for d in session.execute(DRAFTS, {"lead": row.id})}
            was = held(row, drafts)
            after = change(was.lead)
            if keep_change(session, row, was.lead, after, (at, by, what)) and also is not None:
                also(session, row.id, was.lead, after)
            return replace(was, lead=after, changed_at=row.changed_at, revision=row.revision)

    def enter(self, tag: str, entry: Callable[[Held], FormResult], at: str, by: str) -> Held:
        """Keep what a form holds, in one transaction: ``entry`` is given the lead as it stands
        inside it, and says what becomes of it.

        Raises: NoSuchLead, IsSealed, and what ``entry`` raises.
        """
        with writing(self.engine) as session:
            row = open_row(session, tag)
            drafts = {d.field: d.text for d in session.execute(DRAFTS, {"lead": row.id})}
            was = held(row, drafts)
            made = entry(was)
            keep_change(session, row, was.lead, made.lead, (at, by, made.what))
            if made.drafts != drafts:
                session.execute(delete(DraftRow).where(DraftRow.lead_id == row.id))
                session.add_all(
                    DraftRow(lead_id=row.id, field=f, text=t) for f, t in made.drafts.items()
                )
            return replace(
                was,
                lead=made.lead,
                changed_at=row.changed_at,
                revision=row.revision,
                drafts=made.drafts,
            )

    def put_back(self, tag: str, line: int, at: str, by: str) -> Held:
        """Take back what a line of the log changed.

        Raises: NoSuchLead, IsSealed; Refused where it cannot be, as when something was changed again
        since.
        """
        with writing(self.engine) as session:
            row = open_row(session, tag)
            kept = session.scalar(lines_of(row.id).where(JournalRow.id == line))
            changes = changes_of(kept.changes) if kept else []
            if kept is None or not can_be_put_back(changes):
                raise Refused(
                    Fault("line", "this line is not one to be put back", "another line of the log")
                )
            before = lead_of(row)
            after = kept_lead(put_back(lead_values(before), changes))
            read_lead(write_lead(after, None))  # as a whole it must still be a lead
            keep_change(session, row, before, after, (at, by, f"put back: {kept.what}"[:WORDS]))
            return held(row)

    def seal(self, tag: str, at: str, by: str, record: Callable[[Lead], dict[str, Any]]) -> Seal:
        """Freeze a lead's record as the next link of the chain.

        Raises NoSuchLead, IsSealed, and what record raises.
        """
        with writing(self.engine) as session:
            row = row_of(session, tag)
            if row.sealed:
                raise IsSealed(tag)
            lead = lead_of(row)
            sealed = add_seal(session, row, at, by, record(lead))
            keep_listed(session, row, *shown_in_lists(session, row))
            if lead.follows is not None:
                _superseded(session, lead.follows, tag, at, by)
        return sealed

    @while_unchanged
    def sealed_elsewhere(self, tag: str) -> bool:
        """True for a lead whose seal is of another log."""
        query = select(SealRow.id).join(LeadRow).where(LeadRow.tag == tag, SealRow.own.is_(False))
        with self.engine.connect() as db:
            return db.scalar(query) is not None

    @while_unchanged
    def seal_of(self, tag: str) -> Seal | None:
        """The seal of a lead, or None."""
        with self.engine.connect() as db:
            found = db.scalar(select(SealRow.document).join(LeadRow).where(LeadRow.tag == tag))
            if found:
                return read_seal(found)
            return None

    def faults_of_log(self) -> list[str]:
        """Everything in the log that is not as it was sealed, by name."""
        return self.audit().faults

    def audit(self, known: Sequence[Head] = ()) -> Audit:
        """The log held against its seals. Parameters: known, heads that somebody has on paper."""
        return audit_of(self.engine, known)

    def head(self) -> Head:
        """Where the log of seals ends now."""
        with Session(self.engine) as session:
            return head_of(session)

    def keep_head(self) -> None:
        """Write where the log ends beside the data file."""
        keep_head(self.engine)

    @while_unchanged
    def journal(self, tag: str) -> list[JournalLine]:
        """What was done to a lead, oldest first."""
        with self.engine.connect() as db:
            lines = select(JournalRow).join(LeadRow).where(LeadRow.tag == tag)
            return [
                JournalLine(r.id, r.at, r.by, r.what, tuple(changes_of(r.changes)))
                for r in db.execute(lines.order_by(JournalRow.id))
            ]

    @while_unchanged
    def setting(self, key: str, default: str = "") -> str:
        """A setting's value."""
        with self.engine.connect() as db:
            return db.scalar(select(SettingRow.value).where(SettingRow.key == key)) or default

    def set(self, key: str, value: str) -> None:
        """Keep a setting."""
        with writing(self.engine) as session:
            session.merge(SettingRow(key=key, value=value))

    @while_unchanged
    def practices(self) -> Practices:
        """How this bench works."""
        kept = self.setting("practices")
        if kept:
            return adapter_for(Practices).validate_json(kept)
        return Practices()

    def next_tag(self) -> str:
        """The next free tag in the series of this log."""
        with Session(self.engine) as session:
            return next_tag(session)


def keep_change(
    session: Session, row: LeadRow, before: Lead, after: Lead, line: tuple[str, str, str]
) -> bool:
    """Write a lead that changed, with a line of the log (when, by whom, what); True where it did."""
    # How it was typed is part of what was typed: 80 ft stays 80 ft on the page.
    if after == before and after.typed == before.typed:
        return False
    at, by, what = line
    write(row, after, at)
    changes = differences(lead_values(before), lead_values(after))
    session.add(
        JournalRow(
            lead_id=row.id,
            at=at,
            by=by,
            what=tell(what, "metric"),
            changes=json.dumps(changes, ensure_ascii=False, separators=(",", ":")),
        )
    )
    keep_listed(session, row, after, None)
    return True


def shown_in_lists(session: Session, row: LeadRow) -> tuple[Lead | None, str | None]:
    """What lists are made from: the lead, None where it cannot be read; and when a sealed one is to
    be tested again, now where its record says no day.
    """
    try:
        lead = lead_of(row)
    except Unreadable:
        lead = None
    document = session.scalar(select(SealRow.document).where(SealRow.lead_id == row.id))
    if document is None:
        return lead, None
    try:
        return lead, facts_in(read_seal(document).record).next_test
    except (Refused, ValueError):
        return lead, row.changed_at[:10]


def _read(rows: list[Any], more: str) -> Listed:
    """Rows as leads, those that cannot be read apart."""
    leads, unread = [], []
    for row in rows:
        try:
            leads.append(held(row))
        except Unreadable as error:
            unread.append(Unread(row.tag, row.name, error.why))
    return Listed(leads, unread, more)


def file_of(store: LeadStore, tag: str) -> LeadFile:
    """The document of a kept lead. Raises NoSuchLead."""
    return file_of_lead(store.get(tag).lead, store.seal_of(tag))


__all__ = [
    "FormResult",
    "Held",
    "IsSealed",
    "JournalLine",
    "LeadGroup",
    "LeadStore",
    "ListQuery",
    "Listed",
    "NoSuchLead",
    "Unread",
    "Unreadable",
    "file_of",
]


def _superseded(session: Session, tag: str, by_tag: str, at: str, by: str) -> None:
    """A sealed lead that another has taken the place of: it is not tested again by itself."""
    row = session.scalar(select(LeadRow).where(LeadRow.tag == tag))
    if row is not None and not row.set_aside.startswith("scrapped"):
        row.set_aside = f"{FOLLOWED}{by_tag}"
        what = f"{by_tag}, made after it, is sealed"
        add_line(session, row, at, by, what, set_aside=row.set_aside)
        keep_listed(session, row, *shown_in_lists(session, row))
