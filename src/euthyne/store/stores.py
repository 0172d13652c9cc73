"""Keeping Stores: what is on hand, and every movement of it, in the transaction of the step that
caused it.
"""

from dataclasses import asdict, dataclass
from typing import Any

from sqlalchemy import Engine, func, select, update
from sqlalchemy.orm import Session

from euthyne.core.lead import Lead, Rework
from euthyne.core.plan import plan_of
from euthyne.core.stores.laying import laid_out
from euthyne.core.stores.needs import needs, spoiled_needs
from euthyne.core.stores.stock import USED_UP, Need, Stock, StockNeed, Taken
from euthyne.core.trade.fault import Fault, Refused
from euthyne.store.database import writing
from euthyne.store.lots import names_held_back
from euthyne.store.models import LeadRow, MovementRow, StockRow
from euthyne.store.unchanged import while_unchanged

FIELDS = (
    StockRow.name,
    StockRow.kind,
    StockRow.what,
    StockRow.left,
    StockRow.offcut,
    StockRow.place,
    StockRow.price,
    StockRow.source,
)
STILL_HERE = (
    select(*FIELDS)
    .where(StockRow.gone.is_(False))
    .order_by(StockRow.kind, StockRow.what, StockRow.name)
)
SAME_M = 0.0005  # half a millimetre
OUT_OF_STORES = ("lay-out", "cut")
SPOILED = "spoiled"  # the step of what went with something done again


@dataclass(frozen=True)
class Movement:
    """So much that came in or went out, when, by whom, why, and for which lead; empty for none."""

    change: float
    at: str
    by: str
    why: str
    tag: str


class StoresStore:
    """The Stores of one data file."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine

    @while_unchanged
    def all(self) -> tuple[Stock, ...]:
        """Everything on hand."""
        with self.engine.connect() as db:
            return tuple(_stock(row) for row in db.execute(STILL_HERE))

    def add(self, stock: Stock, at: str, by: str, why: str = "bought") -> None:
        """Take something in. Raises Refused when its name is taken."""
        with writing(self.engine) as session:
            if session.scalar(select(StockRow.id).where(StockRow.name == stock.name)):
                raise Refused(
                    Fault(
                        "name",
                        f"there is a {stock.name} already",
                        "a name of its own, such as Reel 12",
                    )
                )
            row = StockRow(**asdict(stock), gone=False)
            session.add(row)
            session.flush()
            session.add(_movement(row=row, change=stock.left, at=at, by=by, why=why))

    def count(self, name: str, left: float, at: str, by: str, why: str = "counted") -> None:
        """Set what is left to what was counted or measured; why, where it is not what it should be.

        Raises Refused without a stock of that name.
        """
        with writing(self.engine) as session:
            row = _row(session, name)
            if left != row.left:
                session.add(_movement(row=row, change=left - row.left, at=at, by=by, why=why))
                row.left = left

    def drop(self, name: str, at: str, by: str) -> None:
        """Take something off the list; what is known of it stays. Raises Refused without a stock of
        that name.
        """
        with writing(self.engine) as session:
            row = _row(session, name)
            session.add(
                _movement(row=row, change=-row.left, at=at, by=by, why="taken off the list")
            )
            row.gone, row.left = True, 0.0
            row.name = f"{row.name[:28]} (gone {row.id})"

    def movements(self, name: str) -> list[Movement]:
        """What came in and went out of a stock, newest first."""
        query = (
            select(MovementRow.change, MovementRow.at, MovementRow.by, MovementRow.why, LeadRow.tag)
            .join(StockRow, StockRow.id == MovementRow.stock_id)
            .outerjoin(LeadRow, LeadRow.id == MovementRow.lead_id)
            .where(StockRow.name == name)
            .order_by(MovementRow.id.desc())
        )
        with self.engine.connect() as db:
            return [Movement(*row[:4], row.tag or "") for row in db.execute(query)]


def draw_down(session: Session, lead_id: int, before: Lead, after: Lead) -> None:
    """Take out of Stores what the steps that were just done use, and put back what a step taken
    back had used.
    """
    was, now = {d.step: d for d in before.build.done}, {d.step: d for d in after.build.done}
    more = len(after.build.reworks) > len(before.build.reworks)
    again = after.build.reworks[-1] if more else None
    for step in OUT_OF_STORES:
        if step in now and step not in was:
            done = now[step]
            for laid in _laid(session, after, step):
                _take(
                    session=session,
                    lead_id=lead_id,
                    step=step,
                    taken=laid.taken or _what_there_is(session, laid.need),
                    at=done.at,
                    by=done.by,
                )
        elif step in was and step not in now:
            if step == "cut" and again is not None:
                _lose(session, lead_id, step)
            else:
                _put_back(session, lead_id, step)
    if again is not None:
        _spoil(session, lead_id, after, again)


def _laid(session: Session, lead: Lead, step: str) -> list[StockNeed]:
    """What a step takes: the cut its cable, the laying out all else."""
    wanted = tuple(
        n
        for n in needs(plan_of(lead))
        if n.kind in USED_UP and (n.kind == "cable") == (step == "cut")
    )
    return list(laid_out(wanted, _on_hand(session), lead.cut.piece))


def _on_hand(session: Session) -> tuple[Stock, ...]:
    """What may be taken: nothing of a lot that is barred, or waits for its sample."""
    held_back = names_held_back(session)
    return tuple(_stock(r) for r in session.execute(STILL_HERE) if r.name not in held_back)


def _stock(row: Any) -> Stock:
    return Stock(*row)


def _what_there_is(session: Session, need: Need) -> tuple[Taken, ...]:
    """What little there is of something that was counted; a cable that is too short is not touched."""
    if need.kind == "cable":
        return ()
    little = [
        s for s in _on_hand(session) if (s.kind, s.what) == (need.kind, need.what) and s.left > 0
    ]
    return tuple(Taken(s, min(s.left, need.amount)) for s in little[:1])


def _take(
    session: Session,
    lead_id: int,
    step: str,
    taken: tuple[Taken, ...],
    at: str,
    by: str,
    why: str = "",
) -> None:
    for t in taken:
        row = _row(session, t.stock.name)
        row.left = max(row.left - t.amount, 0.0)
        session.add(
            _movement(
                row=row,
                change=-t.amount,
                at=at,
                by=by,
                why=why or f"for the {step.replace('-', ' ')}",
                lead_id=lead_id,
                step=step,
            )
        )


def take_length(
    session: Session, lead_id: int, name: str, metres: float, kerf: float, at: str, by: str
) -> None:
    """A length cut off a piece for a lead, and what the cut itself loses as far as there is so much, in the
    transaction of its Cut step. Raises Refused where the piece is gone, or has not so much.
    """
    row = _row(session, name)
    if name in names_held_back(session):
        what = f"nothing is cut from {name}: its lot is held back"
        raise Refused(Fault("piece", what, "the list made anew from what is left"))
    if row.left < metres - SAME_M:
        what = f"{name} has {row.left:g} m, and {metres:g} m are listed"
        raise Refused(Fault("piece", what, "the list made anew from what is left"))
    taken = Taken(_stock_of(row), min(metres + kerf, row.left))
    _take(session, lead_id, "cut", (taken,), at, by)


def _stock_of(row: StockRow) -> Stock:
    return Stock(row.name, row.kind, row.what, row.left)  # type: ignore[arg-type]


def _put_back(session: Session, lead_id: int, step: str) -> None:
    """What a step took is there again."""
    took = (
        select(
            MovementRow.stock_id,
            func.sum(MovementRow.change),
            func.max(MovementRow.at),
            func.max(MovementRow.by),
        )
        .where(MovementRow.lead_id == lead_id, MovementRow.step == step)
        .group_by(MovementRow.stock_id)
    )
    for stock_id, change, at, by in session.execute(took).all():
        row = session.get_one(StockRow, stock_id)
        row.left -= change
        session.add(
            _movement(
                row=row, change=-change, at=at, by=by, why="put back", lead_id=lead_id, step=step
            )
        )


def _lose(session: Session, lead_id: int, step: str) -> None:
    """What a step took is spoiled: whoever takes the step back later has not that of it any more."""
    took = (MovementRow.lead_id == lead_id, MovementRow.step == step)
    session.execute(update(MovementRow).where(*took).values(step=SPOILED))


def _spoil(session: Session, lead_id: int, lead: Lead, rework: Rework) -> None:
    """What went with something done again comes out of Stores once more."""
    for laid in laid_out(spoiled_needs(plan_of(lead), rework), _on_hand(session)):
        taken = laid.taken or _what_there_is(session, laid.need)
        _take(
            session=session,
            lead_id=lead_id,
            step=SPOILED,
            taken=taken,
            at=rework.at,
            by=rework.by,
            why="spoiled",
        )


def _row(session: Session, name: str) -> StockRow:
    row = session.scalar(select(StockRow).where(StockRow.name == name, StockRow.gone.is_(False)))
    if row is None:
        raise Refused(Fault("name", f"Stores have no {name}", "one of those listed"))
    return row


def _movement(
    row: StockRow,
    change: float,
    at: str,
    by: str,
    why: str,
    lead_id: int | None = None,
    step: str = "",
) -> MovementRow:
    return MovementRow(
        stock_id=row.id, lead_id=lead_id, step=step, change=change, at=at, by=by, why=why
    )
