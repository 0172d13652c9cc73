"""Seals: the chain of them, where it ends, and the log held against them."""

import os
from collections.abc import Callable, Iterator, Sequence
from functools import lru_cache
from hashlib import sha256
from pathlib import Path
from typing import Any, TypeVar

from sqlalchemy import Connection, Engine, select
from sqlalchemy.orm import Session

from euthyne.core.lead import Lead
from euthyne.core.stages.tag.audit import SEALED, Audit, Head, House, LoggedLead, audit
from euthyne.core.stages.tag.seal import FIRST, ChainLink, Seal, journal_sum, link, seal
from euthyne.core.stages.tag.tag import facts_in
from euthyne.core.trade.fault import Refused
from euthyne.core.trade.measures import tell
from euthyne.exchange.lead_file import kept_lead
from euthyne.exchange.reading import adapter_for
from euthyne.store.faults import RESTORE, DataFault
from euthyne.store.kept import Unreadable, lines_of, read_kept
from euthyne.store.listing import NO_DAY
from euthyne.store.models import (
    ChainedRow,
    HouseLineRow,
    JournalRow,
    LeadRow,
    LeafletRow,
    ListedRow,
    PersonRow,
    SealRow,
)

# Leads of which the journal is read at once.
MANY = 500
Last = TypeVar("Last", Seal, ChainLink)


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
    head = Head(0, FIRST)
    if last is not None:
        found = _sound(read_seal, last)
        head = Head(found.number, found.sha256)
    text = session.scalar(select(ChainedRow.document).order_by(ChainedRow.number.desc()).limit(1))
    if text is not None:
        later = _sound(read_link, text)
        if later.number > head.number:
            head = Head(later.number, later.sha256)
    return head


def _sound(read: Callable[[str], Last], text: str) -> Last:
    """The last of the chain. Raises DataFault where it cannot be read: nothing can go on from it."""
    try:
        return read(text)
    except ValueError as error:
        raise DataFault(
            "The end of the log of seals cannot be read: the data file was damaged there.",
            "What was acknowledged before is kept; nothing goes on from there.",
            RESTORE,
        ) from error


def read_link(document: str) -> ChainLink:
    """A link as it is kept. Raises ValueError."""
    return adapter_for(ChainLink).validate_json(document)


def add_line(
    session: Session, row: LeadRow, at: str, by: str, what: str, changes: str = "", **facts: Any
) -> None:
    """Write a line into the journal of a lead; of a sealed one it is a link of the chain as well.

    Parameters: facts, what it leaves, as ChainLink has it.
    """
    what = tell(what, "metric")
    session.add(JournalRow(lead_id=row.id, at=at, by=by, what=what, changes=changes))
    if row.sealed:
        add_link(session, row, at, by, what, facts)


def add_link(
    session: Session, row: LeadRow | None, at: str, by: str, what: str, facts: dict[str, Any]
) -> None:
    """Go on with the chain: after a seal of a lead, or about people where no lead is given."""
    head = head_of(session)
    made = link(head.number + 1, head.sha256, at, by, row.tag if row else "", what, facts)
    session.add(
        ChainedRow(
            number=made.number,
            lead_id=row.id if row else None,
            document=link_text(made),
        )
    )
    session.flush()
    session.info.get("afterwards", []).append(keep_head)


def add_house_line(session: Session, at: str, by: str, what: str, **facts: Any) -> None:
    """Write a line into the log of the house, and its link of the chain.

    Parameters: facts, ``people`` those it changed, as they stand after it; ``nobody`` where there is
    nobody any more.
    """
    session.add(HouseLineRow(at=at, by=by, what=what))
    add_link(session, None, at, by, what, facts)


def links_of(db: Connection) -> Iterator[ChainLink]:
    """Everything that was done after seals, or about people, in its order."""
    for text in db.scalars(select(ChainedRow.document).order_by(ChainedRow.number)):
        yield _link_of(text)


def link_text(made: ChainLink) -> str:
    """A link as it is kept."""
    return adapter_for(ChainLink).dump_json(made).decode()


def chain_what_came_after(session: Session) -> None:
    """Write the links of a log that was kept before there were any: of every line that came after a
    seal.
    """
    chained = select(ChainedRow.lead_id).where(ChainedRow.lead_id.is_not(None))
    query = select(LeadRow, SealRow.own).join(SealRow, SealRow.lead_id == LeadRow.id)
    for row, own in session.execute(query.where(LeadRow.id.not_in(chained)).order_by(LeadRow.id)):
        lines = list(session.scalars(lines_of(row.id)))
        if own:
            sealed = [i for i, line in enumerate(lines) if line.what.startswith(SEALED)]
            lines = lines[sealed[0] + 1 if sealed else 1 :]
        for line in lines:
            facts = {"set_aside": row.set_aside} if line is lines[-1] and row.set_aside else {}
            add_link(session, row, line.at, line.by, line.what, facts)


def people_kept(db: Any) -> dict[str, dict[str, Any]]:
    """Who may do what, by number, as links keep it: of a passphrase and a PIN the sum of its hash."""
    rows = db.execute(select(PersonRow)).all()
    found = [getattr(row, "PersonRow", row) for row in rows]
    return {
        str(p.id): {
            "name": p.name,
            "role": str(p.role),
            "put_away": bool(p.put_away),
            "passphrase": sha256(p.passphrase.encode()).hexdigest(),
            "pin": sha256(p.pin.encode()).hexdigest() if p.pin else "",
        }
        for p in found
    }


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
    session.info.get("afterwards", []).append(keep_head)
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


def audit_of(engine: Engine, known: Sequence[Head] = ()) -> Audit:
    """The log held against its seals. Parameters: known, heads that somebody has on paper."""
    with engine.connect() as db:
        return audit(entries(db), _head_outside(engine), house_of(db), known)


def house_of(db: Connection) -> House:
    """What the log keeps of its people."""
    links = select(ChainedRow.document).where(ChainedRow.lead_id.is_(None))
    lines = select(HouseLineRow.at, HouseLineRow.by, HouseLineRow.what).order_by(HouseLineRow.id)
    return House(
        links=tuple(_link_of(text) for text in db.scalars(links.order_by(ChainedRow.number)).all()),
        lines=tuple((x.at, x.by, x.what) for x in db.execute(lines)),
        people=people_kept(db),
    )


def _link_of(text: str) -> ChainLink:
    """A link as it is kept; one that cannot be read holds for nothing."""
    try:
        return read_link(text)
    except ValueError:
        return ChainLink(1, "", "", "", "", {}, "", "")


def _head_outside(engine: Engine) -> Head | None:
    file = head_file(engine)
    if not file.exists():
        return None
    try:
        return adapter_for(Head).validate_json(file.read_bytes())
    except ValueError:
        return None


def entries(db: Connection) -> Iterator[LoggedLead]:
    """What the log keeps of every lead, for its seals to be held against; never all of it at once."""
    query = (
        select(
            LeadRow.id,
            LeadRow.tag,
            LeadRow.name,
            LeadRow.document,
            LeadRow.sealed,
            LeadRow.set_aside,
            SealRow.document.label("seal"),
            SealRow.own,
            ListedRow.next_test,
        )
        .outerjoin(SealRow, SealRow.lead_id == LeadRow.id)
        .outerjoin(ListedRow, ListedRow.lead_id == LeadRow.id)
    )
    after = 0
    while True:
        rows = db.execute(query.where(LeadRow.id > after).order_by(LeadRow.id).limit(MANY)).all()
        if not rows:
            return
        lines: dict[int, list[tuple[str, ...]]] = {}
        of_these = JournalRow.lead_id.between(after + 1, rows[-1].id)
        for line in db.execute(select(JournalRow).where(of_these).order_by(JournalRow.id)):
            lines.setdefault(line.lead_id, []).append(summed(line))
        links: dict[int, list[ChainLink]] = {}
        chained = ChainedRow.lead_id.between(after + 1, rows[-1].id)
        for one in db.execute(select(ChainedRow).where(chained).order_by(ChainedRow.number)):
            links.setdefault(one.lead_id, []).append(_link_of(one.document))
        pictures: dict[int, set[str]] = {}
        kept = LeafletRow.lead_id.between(after + 1, rows[-1].id) & LeafletRow.put_away.is_(False)
        for lead, content in db.execute(select(LeafletRow.lead_id, LeafletRow.content).where(kept)):
            pictures.setdefault(lead, set()).add(sha256(content).hexdigest())
        for row in rows:
            yield _entry(
                row,
                tuple(lines.get(row.id, [])),
                tuple(links.get(row.id, [])),
                frozenset(pictures.get(row.id, ())),
            )
        after = rows[-1].id


def summed(line: Any) -> tuple[str, ...]:
    """A line of the journal as a seal sums it; one kept before values were is without them."""
    told = (line.at, line.by, line.what)
    return (*told, line.changes) if line.changes else told


def _entry(
    row: Any,
    journal: tuple[tuple[str, ...], ...],
    after: tuple[ChainLink, ...],
    photographs: frozenset[str],
) -> LoggedLead:
    try:
        found = read_seal(row.seal) if row.seal is not None else None
        same = found is None or read_kept.__wrapped__(row.document) == _frozen(found)
        listed = _listed_otherwise(row, found) if found else ()
    except (ValueError, KeyError, TypeError, Unreadable):
        found, same, listed = _unsound(row.seal), False, ()
    return LoggedLead(
        tag=row.tag,
        sealed=row.sealed,
        seal=found,
        own=bool(row.own),
        same_lead=same,
        journal=journal,
        after=after,
        set_aside=row.set_aside,
        photographs=photographs,
        listed=listed,
    )


def _listed_otherwise(row: Any, sealed: Seal) -> tuple[str, ...]:
    """What the lists say of a sealed lead otherwise than its record: its name, its next test."""
    name = str(sealed.record["lead"].get("name", ""))
    found = [f"its name, {row.name!r}"] if row.name != name else []
    try:
        due = facts_in(sealed.record).next_test
    except Refused:
        return tuple(found)
    if row.next_test not in (None, NO_DAY if row.set_aside else due):
        found.append(f"its next test, {row.next_test}")
    return tuple(found)


def _frozen(sealed: Seal) -> Lead:
    """The lead that a seal froze, read by its own version."""
    return kept_lead(dict(sealed.record["lead"]))


def _unsound(text: str | None) -> Seal | None:
    """A seal whose lead, or that itself, cannot be read; one that cannot holds for nothing."""
    try:
        return read_seal(text) if text is not None else None
    except ValueError:
        return Seal(1, "", "", "", "", {})
