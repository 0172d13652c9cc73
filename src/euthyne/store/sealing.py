"""Seals: the chain of them, where it ends, and the log held against them."""

import os
from collections.abc import Iterator
from functools import lru_cache
from pathlib import Path
from typing import Any

from sqlalchemy import Connection, Engine, select
from sqlalchemy.orm import Session

from euthyne.core.lead import Lead
from euthyne.core.stages.tag.audit import SEALED, Audit, Entry, Head, audit
from euthyne.core.stages.tag.seal import FIRST, Seal, journal_sum, seal
from euthyne.exchange.lead_file import kept_lead
from euthyne.exchange.reading import adapter_for
from euthyne.store.kept import Unreadable, lines_of, read_kept
from euthyne.store.models import JournalRow, LeadRow, SealRow

# Leads of which the journal is read at once.
MANY = 500


@lru_cache(maxsize=64)
def read_seal(document: str) -> Seal:
    """A seal as it is kept. Raises ValueError."""
    return adapter_for(Seal).validate_json(document)


def seal_text(sealed: Seal) -> str:
    """A seal as it is kept."""
    return adapter_for(Seal).dump_json(sealed).decode()


def head_of(session: Session) -> Head:
    """Where the chain ends; number 0 where nothing is sealed."""
    query = select(SealRow.document).where(SealRow.own).order_by(SealRow.id.desc()).limit(1)
    last = session.scalar(query)
    if last is None:
        return Head(0, FIRST)
    found = read_seal(last)
    return Head(found.number, found.sha256)


def add_seal(session: Session, row: LeadRow, at: str, by: str, record: dict[str, Any]) -> Seal:
    """Freeze a record as the next link of the chain, over all that the journal says before it."""
    head = head_of(session)
    sealed = seal(
        number=head.number + 1,
        at=at,
        by=by,
        previous=head.sha256,
        record=record,
        journal=journal_sum(summed(x) for x in session.scalars(lines_of(row.id))),
    )
    row.sealed, row.changed_at, row.revision = True, at, row.revision + 1
    session.add(SealRow(lead_id=row.id, document=seal_text(sealed)))
    session.add(JournalRow(lead_id=row.id, at=at, by=by, what=f"{SEALED}{sealed.number}"))
    return sealed


def head_file(engine: Engine) -> Path:
    """The file beside the data file that says where the log ends."""
    return Path(str(engine.url.database)).parent / "sealed-head.json"


def keep_head(engine: Engine) -> None:
    """Write where the log ends beside the data file, all of it or nothing."""
    with Session(engine) as session:
        head = head_of(session)
    file = head_file(engine)
    made = file.with_suffix(".new")
    with made.open("wb") as written:
        written.write(adapter_for(Head).dump_json(head))
        written.flush()
        os.fsync(written.fileno())
    made.replace(file)


def audit_of(engine: Engine) -> Audit:
    """The log held against its seals."""
    with engine.connect() as db:
        return audit(entries(db), _head_outside(engine))


def _head_outside(engine: Engine) -> Head | None:
    file = head_file(engine)
    if not file.exists():
        return None
    try:
        return adapter_for(Head).validate_json(file.read_bytes())
    except ValueError:
        return None


def entries(db: Connection) -> Iterator[Entry]:
    """What the log keeps of every lead, for its seals to be held against; never all of it at once."""
    query = select(
        LeadRow.id, LeadRow.tag, LeadRow.document, LeadRow.sealed, SealRow.document, SealRow.own
    ).outerjoin(SealRow, SealRow.lead_id == LeadRow.id)
    after = 0
    while True:
        rows = db.execute(query.where(LeadRow.id > after).order_by(LeadRow.id).limit(MANY)).all()
        if not rows:
            return
        lines: dict[int, list[tuple[str, ...]]] = {}
        of_these = JournalRow.lead_id.between(after + 1, rows[-1].id)
        for line in db.execute(select(JournalRow).where(of_these).order_by(JournalRow.id)):
            lines.setdefault(line.lead_id, []).append(summed(line))
        for row in rows:
            yield _entry(row, tuple(lines.get(row.id, [])))
        after = rows[-1].id


def summed(line: Any) -> tuple[str, ...]:
    """A line of the journal as a seal sums it; one kept before values were is without them."""
    told = (line.at, line.by, line.what)
    return (*told, line.changes) if line.changes else told


def _entry(row: Any, journal: tuple[tuple[str, ...], ...]) -> Entry:
    _, tag, document, sealed, text, own = row
    try:
        found = read_seal(text) if text is not None else None
        same = found is None or read_kept.__wrapped__(document) == _frozen(found)
    except (ValueError, KeyError, TypeError, Unreadable):
        found, same = _unsound(text), False
    return Entry(tag, sealed, found, bool(own), same, journal)


def _frozen(sealed: Seal) -> Lead:
    """The lead that a seal froze, read by its own version."""
    return kept_lead(dict(sealed.record["lead"]))


def _unsound(text: str | None) -> Seal | None:
    """A seal whose lead, or that itself, cannot be read; one that cannot holds for nothing."""
    try:
        return read_seal(text) if text is not None else None
    except ValueError:
        return Seal(1, "", "", "", "", {})
