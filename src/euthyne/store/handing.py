"""Handing a lead over: to whom, by whom, with which words, until it is taken."""

from dataclasses import dataclass

from sqlalchemy import Engine, select

from euthyne.store.database import writing
from euthyne.store.kept import row_of
from euthyne.store.models import HandingRow, LeadRow
from euthyne.store.sealing import add_line
from euthyne.store.unchanged import while_unchanged

LONGEST_NAME, LONGEST_NOTE = 40, 200


@dataclass(frozen=True)
class Handed:
    """A lead that was handed over and is not taken yet."""

    tag: str
    name: str
    to: str
    by: str
    at: str
    note: str


_QUERY = select(
    LeadRow.tag, LeadRow.name, HandingRow.to, HandingRow.by, HandingRow.at, HandingRow.note
).join(LeadRow, LeadRow.id == HandingRow.lead_id)


def hand_over(engine: Engine, tag: str, to: str, note: str, at: str, by: str) -> None:
    """Hand a lead to somebody; whoever it was handed to before has it no more. Raises NoSuchLead."""
    with writing(engine) as session:
        lead = row_of(session, tag)
        row = session.get(HandingRow, lead.id) or HandingRow(lead_id=lead.id)
        row.to, row.by, row.at, row.note = to[:LONGEST_NAME], by, at, note[:LONGEST_NOTE]
        session.add(row)
        words = f"Handed to {row.to}{f': {row.note}' if row.note else ''}"
        add_line(session, lead, at, by, words)
        lead.revision += 1


def take_over(engine: Engine, tag: str, at: str, by: str) -> None:
    """Somebody has what was handed over; nothing where it is taken already. Raises NoSuchLead."""
    with writing(engine) as session:
        lead = row_of(session, tag)
        row = session.get(HandingRow, lead.id)
        if row is None:
            return
        session.delete(row)
        add_line(session, lead, at, by, f"Taken over from {row.by}")
        lead.revision += 1


@while_unchanged
def handed(engine: Engine, tag: str) -> Handed | None:
    """To whom a lead was handed; None where it waits for nobody."""
    with engine.connect() as db:
        found = db.execute(_QUERY.where(LeadRow.tag == tag)).first()
    return Handed(*found) if found else None


@while_unchanged
def waiting_for(engine: Engine, to: str) -> list[Handed]:
    """What was handed to somebody and waits for them, the oldest first."""
    with engine.connect() as db:
        rows = db.execute(_QUERY.where(HandingRow.to == to).order_by(HandingRow.at)).all()
    return [Handed(*row) for row in rows]
