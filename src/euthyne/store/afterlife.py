"""What becomes of a lead once it is sealed: set aside, taken up again, followed by another, and its whole
history.
"""

from dataclasses import dataclass
from typing import Any, Literal

from sqlalchemy import Engine, select
from sqlalchemy.orm import Session

from euthyne.core.trade.fault import Fault, Refused
from euthyne.store.database import writing
from euthyne.store.kept import lead_of, row_of
from euthyne.store.leads import FOLLOWED, shown_in_lists
from euthyne.store.listing import keep_listed
from euthyne.store.models import JournalRow, LeadRow, SealRow
from euthyne.store.sealing import add_line, read_seal
from euthyne.store.unchanged import while_unchanged

Aside = Literal["quarantine", "scrapped", ""]
MOST_LINES = 400


@dataclass(frozen=True)
class Chapter:
    """One lead of a history: its tag and name, what it was made for again, when it was sealed and by
    whom, when it is to be tested again, what became of it, and the lines of its log.
    """

    tag: str
    name: str
    again_for: str
    sealed_at: str
    sealed_by: str
    next_test: str
    set_aside: str
    lines: tuple[tuple[str, str, str], ...]
    elsewhere: bool = False  # its seal is of another log


def set_aside(engine: Engine, tag: str, what: Aside, why: str, at: str, by: str) -> None:
    """Put a lead into quarantine, write that it was scrapped, or take it up again.

    Parameters: what, empty to take it up; why, a few words; at and by, for its log.
    Raises: NoSuchLead; Refused where there is no reason, or a scrapped one is taken up.
    """
    with writing(engine) as session:
        row = row_of(session, tag)
        if len(why.strip()) < 3:
            raise Refused(Fault("why", "no reason is given", "a few words: what was seen"))
        if row.set_aside.startswith("scrapped"):
            raise Refused(Fault("what", f"{tag} was scrapped", "another lead"))
        row.set_aside = f"{what}: {why.strip()[:400]}" if what else ""
        words = {"quarantine": "in quarantine", "scrapped": "scrapped", "": "in use again"}[what]
        line = f"{words}: {why.strip()[:380]}"
        add_line(session, row, at, by, line, set_aside=row.set_aside)
        keep_listed(session, row, *shown_in_lists(session, row))


@while_unchanged
def quarantined(engine: Engine, many: int) -> list[tuple[str, str, str]]:
    """Leads in quarantine, as (tag, name, why)."""
    begins = LeadRow.set_aside.between("quarantine", "quarantine~")
    query = select(LeadRow.tag, LeadRow.name, LeadRow.set_aside).where(begins)
    with engine.connect() as db:
        rows = db.execute(query.order_by(LeadRow.tag).limit(many))
        return [(tag, name, said.partition(": ")[2]) for tag, name, said in rows]


@while_unchanged
def aside_for(engine: Engine, tag: str) -> str:
    """Why a lead is in quarantine or was scrapped; empty for one that is not, or that is not there."""
    with engine.connect() as db:
        return db.scalar(select(LeadRow.set_aside).where(LeadRow.tag == tag)) or ""


@while_unchanged
def history(engine: Engine, tag: str) -> list[Chapter]:
    """Everything from the first lead that this one goes back to, to the last that came after it.

    Raises: NoSuchLead.
    """
    with Session(engine) as session:
        row = row_of(session, tag)
        chain: list[Any] = [row]
        while (before := _before(session, chain[0])) is not None and before not in chain:
            chain.insert(0, before)
        while (after := _after(session, chain[-1])) is not None and after not in chain:
            chain.append(after)
        return [_chapter(session, one) for one in chain]


def _before(session: Session, row: Any) -> Any:
    follows = lead_of(row).follows
    return session.scalar(select(LeadRow).where(LeadRow.tag == follows)) if follows else None


def _after(session: Session, row: Any) -> Any:
    told = select(JournalRow.what).where(
        JournalRow.lead_id == row.id, JournalRow.what.startswith(FOLLOWED)
    )
    last = session.scalar(told.order_by(JournalRow.id.desc()).limit(1))
    if last is None:
        return None
    tag = last.removeprefix(FOLLOWED).partition(":")[0]
    return session.scalar(select(LeadRow).where(LeadRow.tag == tag))


def _chapter(session: Session, row: Any) -> Chapter:
    kept = session.scalar(select(SealRow).where(SealRow.lead_id == row.id))
    sealed = read_seal(kept.document) if kept else None
    lines = session.scalars(
        select(JournalRow).where(JournalRow.lead_id == row.id).order_by(JournalRow.id)
    ).all()
    tag = sealed.record.get("tag", {}) if sealed else {}
    return Chapter(
        tag=row.tag,
        name=row.name,
        again_for=lead_of(row).again_for,
        sealed_at=sealed.sealed_at if sealed else "",
        sealed_by=sealed.sealed_by if sealed else "",
        next_test=str(tag.get("next_test", "")),
        set_aside=row.set_aside,
        lines=tuple((x.at, x.by, x.what) for x in lines[-MOST_LINES:]),
        elsewhere=kept is not None and not kept.own,
    )
