"""Lots as they are kept: of which lot a reel or a bag is, which are barred, and every lead that has some of
one: that is how a bad reel is called back.
"""

from dataclasses import dataclass

from sqlalchemy import Engine, func, select
from sqlalchemy.orm import Session

from euthyne.core.stores.lot import Lot
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.reading import adapter_for
from euthyne.store.database import writing
from euthyne.store.kept import row_of
from euthyne.store.models import LeadRow, LentRow, LotRow, MovementRow, ReturnedRow, StockRow
from euthyne.store.unchanged import while_unchanged


@dataclass(frozen=True)
class KeptLot:
    """The lot of something in Stores, and why it is barred; empty where it is not."""

    stock: str
    lot: Lot
    barred: str

    @property
    def held_back(self) -> str:
        """Why nothing of it is used; empty where it may be."""
        return f"barred: {self.barred}" if self.barred else self.lot.held_back


@dataclass(frozen=True)
class WithSome:
    """A lead that has some of a lot: from which piece, how much, whom it is for, whether it is sealed, and
    when it came back; empty where it has not.
    """

    tag: str
    name: str
    made_for: str
    sealed: bool
    stock: str
    amount: float
    returned: str
    set_aside: str


@dataclass(frozen=True)
class Lent:
    """Something that is lent: to whom, the day it is to be back, empty where none was said."""

    stock: str
    whom: str
    back_on: str
    at: str
    by: str

    @property
    def words(self) -> str:
        """Where it is."""
        return f"lent to {self.whom}{f', back on {self.back_on}' if self.back_on else ''}"


class LotStore:
    """The lots of one data file."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine

    @while_unchanged
    def all(self) -> tuple[KeptLot, ...]:
        """Every lot there is something of, by the name of what it is of."""
        query = (
            select(StockRow.name, LotRow.document, LotRow.barred)
            .join(StockRow, StockRow.id == LotRow.stock_id)
            .order_by(StockRow.id)
        )
        read = adapter_for(Lot)
        with self.engine.connect() as db:
            return tuple(
                KeptLot(name, read.validate_json(text), barred)
                for name, text, barred in db.execute(query)
            )

    def of(self, name: str) -> KeptLot:
        """The lot of something in Stores; an empty one where nobody has said."""
        found = next((kept for kept in self.all() if kept.stock == name), None)
        return found or KeptLot(name, Lot(), "")

    def held_back(self) -> dict[str, str]:
        """Of what nothing is used at present, and why, by its name."""
        held_back = {kept.stock: kept.held_back for kept in self.all() if kept.held_back}
        return held_back | {one.stock: one.words for one in self.lent()}

    @while_unchanged
    def lent(self) -> tuple[Lent, ...]:
        """Everything that is lent, what is to be back first first."""
        query = (
            select(StockRow.name, LentRow.whom, LentRow.back_on, LentRow.at, LentRow.by)
            .join(StockRow, StockRow.id == LentRow.stock_id)
            .order_by(LentRow.back_on, StockRow.name)
        )
        with self.engine.connect() as db:
            return tuple(Lent(*row) for row in db.execute(query))

    def lend(self, one: Lent) -> None:
        """Something is lent from now on. Raises Refused without it."""
        with writing(self.engine) as session:
            stock = _stock_of(session, one.stock)
            row = session.get(LentRow, stock.id) or LentRow(stock_id=stock.id)
            row.whom, row.back_on, row.at, row.by = one.whom, one.back_on, one.at, one.by
            session.add(row)

    def take_back(self, name: str) -> None:
        """It is back; nothing where it was not lent. Raises Refused without it."""
        with writing(self.engine) as session:
            row = session.get(LentRow, _stock_of(session, name).id)
            if row is not None:
                session.delete(row)

    def keep(self, name: str, lot: Lot) -> None:
        """What is known of a lot. Raises Refused without a stock of that name."""
        with writing(self.engine) as session:
            stock = _stock_of(session, name)
            row = session.get(LotRow, stock.id) or LotRow(stock_id=stock.id, barred="")
            row.number = lot.number
            row.document = adapter_for(Lot).dump_json(lot).decode()
            session.add(row)

    def bar(self, number: str, why: str) -> None:
        """Nothing of a lot is used any more; or it is again, where ``why`` is empty. Raises Refused without
        such a lot, or without a reason.
        """
        with writing(self.engine) as session:
            rows = session.scalars(select(LotRow).where(LotRow.number == number)).all()
            if not number or not rows:
                raise Refused(Fault("number", "there is no such lot", "the number of one"))
            for row in rows:
                row.barred = why.strip()[:200]

    @while_unchanged
    def with_some(self, number: str) -> tuple[WithSome, ...]:
        """Every lead that has some of a lot, sealed or not, in the order of their tags."""
        taken = -func.sum(MovementRow.change)
        query = (
            select(
                LeadRow.tag,
                LeadRow.name,
                LeadRow.made_for,
                LeadRow.sealed,
                StockRow.name.label("stock"),
                taken.label("amount"),
                func.coalesce(ReturnedRow.at, "").label("returned"),
                LeadRow.set_aside,
            )
            .join(MovementRow, MovementRow.lead_id == LeadRow.id)
            .join(StockRow, StockRow.id == MovementRow.stock_id)
            .join(LotRow, LotRow.stock_id == StockRow.id)
            .outerjoin(
                ReturnedRow, (ReturnedRow.lead_id == LeadRow.id) & (ReturnedRow.number == number)
            )
            .where(LotRow.number == number)
            .group_by(LeadRow.id, StockRow.id)
            .having(taken > 1e-9)
            .order_by(LeadRow.tag)
        )
        with self.engine.connect() as db:
            return tuple(WithSome(*row) for row in db.execute(query))

    def of_lead(self, tag: str) -> tuple[tuple[str, str], ...]:
        """The lots that are in a lead: the name of the piece, the number of its lot."""
        query = (
            select(StockRow.name, LotRow.number)
            .join(LotRow, LotRow.stock_id == StockRow.id)
            .join(MovementRow, MovementRow.stock_id == StockRow.id)
            .join(LeadRow, LeadRow.id == MovementRow.lead_id)
            .where(LeadRow.tag == tag)
            .group_by(StockRow.id)
            .having(func.sum(MovementRow.change) < -1e-9)
        )
        with self.engine.connect() as db:
            return tuple((name, number) for name, number in db.execute(query))

    def came_back(self, number: str, tag: str, back: bool, at: str, by: str) -> None:
        """A lead that was called back is here; or is not after all. Raises NoSuchLead."""
        with writing(self.engine) as session:
            lead = row_of(session, tag)
            row = session.get(ReturnedRow, (lead.id, number))
            if back and row is None:
                session.add(ReturnedRow(lead_id=lead.id, number=number, at=at, by=by))
            elif not back and row is not None:
                session.delete(row)


def _stock_of(session: Session, name: str) -> StockRow:
    stock = session.scalar(select(StockRow).where(StockRow.name == name))
    if stock is None:
        raise Refused(Fault("name", f"Stores have no {name}", "one of those listed"))
    return stock


def names_held_back(session: Session) -> set[str]:
    """Of what nothing may be taken, inside a transaction."""
    read = adapter_for(Lot)
    query = select(StockRow.name, LotRow.document, LotRow.barred).join(
        StockRow, StockRow.id == LotRow.stock_id
    )
    return {
        name
        for name, text, barred in session.execute(query)
        if KeptLot(name, read.validate_json(text), barred).held_back
    }
