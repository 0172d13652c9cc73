"""Jobs, packs and lots out of a log, and in again."""

from collections.abc import Callable, Iterator, Mapping
from hashlib import sha256
from typing import Any

from sqlalchemy import Connection, Select, select
from sqlalchemy.orm import Session

from euthyne.core.jobs.cuts import CuttingList, Pack
from euthyne.core.jobs.job import Job
from euthyne.core.jobs.quote import Quote
from euthyne.core.stores.lot import Lot
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.archived_jobs import (
    ArchivedJob,
    ArchivedJobLine,
    ArchivedJobs,
    ArchivedLent,
    ArchivedLot,
    ArchivedPromise,
    ArchivedQuote,
    ArchivedReturn,
)
from euthyne.exchange.reading import adapter_for
from euthyne.store.models import (
    CuttingListRow,
    JobLeadRow,
    JobLineRow,
    JobRow,
    LeadRow,
    LentRow,
    LotRow,
    PackRow,
    PromiseRow,
    QuoteRow,
    ReturnedRow,
    StockRow,
)


def archived_jobs(db: Connection) -> ArchivedJobs:
    """Every job, pack and lot of a log."""
    packs = select(PackRow.document).where(PackRow.put_away.is_(False)).order_by(PackRow.id)
    lots = (
        select(StockRow.name, LotRow.document, LotRow.barred)
        .join(StockRow, StockRow.id == LotRow.stock_id)
        .order_by(LotRow.stock_id)
    )
    returned = (
        select(LeadRow.tag, ReturnedRow.number, ReturnedRow.at, ReturnedRow.by)
        .join(LeadRow, LeadRow.id == ReturnedRow.lead_id)
        .order_by(LeadRow.id)
    )
    lent = (
        select(StockRow.name, LentRow.whom, LentRow.back_on, LentRow.at, LentRow.by)
        .join(StockRow, StockRow.id == LentRow.stock_id)
        .order_by(LentRow.stock_id)
    )
    return ArchivedJobs(
        tuple(_job(db, row) for row in db.execute(select(JobRow).order_by(JobRow.id))),
        tuple(adapter_for(Pack).validate_json(text) for text in db.scalars(packs)),
        tuple(
            ArchivedLot(name, adapter_for(Lot).validate_json(text), barred)
            for name, text, barred in db.execute(lots)
        ),
        tuple(ArchivedReturn(*row) for row in db.execute(returned)),
        tuple(ArchivedLent(*row) for row in db.execute(lent)),
    )


def _job(db: Connection, row: Any) -> ArchivedJob:
    tags = (
        select(LeadRow.tag)
        .join(JobLeadRow, JobLeadRow.lead_id == LeadRow.id)
        .where(JobLeadRow.job_id == row.id)
        .order_by(LeadRow.id)
    )
    lines = select(JobLineRow).where(JobLineRow.job_id == row.id).order_by(JobLineRow.id)
    kept = select(PromiseRow).where(PromiseRow.job_id == row.id).order_by(PromiseRow.id)
    cutting = db.scalar(select(CuttingListRow.document).where(CuttingListRow.job_id == row.id))
    return ArchivedJob(
        row.id,
        adapter_for(Job).validate_json(row.document),
        row.put_away,
        tuple(db.scalars(tags)),
        tuple(ArchivedJobLine(x.at, x.by, x.what) for x in db.execute(lines)),
        tuple(ArchivedPromise(x.kind, x.what, x.amount) for x in db.execute(kept)),
        adapter_for(CuttingList).validate_json(cutting) if cutting else None,
        tuple(
            ArchivedQuote(adapter_for(Quote).validate_json(x.document), sha256(x.page).hexdigest())
            for x in db.execute(_quotes().where(QuoteRow.job_id == row.id))
        ),
    )


def _quotes() -> Select[str, bytes]:
    return select(QuoteRow.document, QuoteRow.page).order_by(QuoteRow.id)


def quote_pages(db: Connection) -> Iterator[bytes]:
    """The pages of all quotes, as they were given."""
    return (x.page for x in db.execute(_quotes()))


def add_jobs(
    session: Session,
    found: ArchivedJobs,
    numbers: Mapping[str, int],
    called: Mapping[str, int],
    page: Callable[[str], bytes],
) -> None:
    """Jobs, packs and lots of an archive into a log.

    Parameters: numbers of the leads by their tags; called, numbers of what is in Stores by its names;
    page, the content of a quote's page by its sum.
    Raises: Refused for what is of a lead or a thing that is not there.
    """
    for n, one in enumerate(found.jobs):
        text = adapter_for(Job).dump_json(one.job).decode()
        session.add(JobRow(id=one.number, document=text, put_away=one.put_away))
        session.flush()
        for tag in one.tags:
            lead = _there(numbers, tag, f"jobs.{n}.tags")
            session.add(JobLeadRow(lead_id=lead, job_id=one.number))
        session.add_all(
            JobLineRow(job_id=one.number, at=x.at, by=x.by, what=x.what) for x in one.log
        )
        session.add_all(
            PromiseRow(job_id=one.number, kind=x.kind, what=x.what, amount=x.amount)
            for x in one.promises
        )
        for given in one.quotes:
            said = adapter_for(Quote).dump_json(given.quote).decode()
            session.add(QuoteRow(job_id=one.number, document=said, page=page(given.sha256)))
            session.flush()
        if one.cutting is not None:
            listed = adapter_for(CuttingList).dump_json(one.cutting).decode()
            session.add(CuttingListRow(job_id=one.number, document=listed))
    for pack in found.packs:
        session.add(PackRow(document=adapter_for(Pack).dump_json(pack).decode(), put_away=False))
    for n, lot in enumerate(found.lots):
        row = LotRow(
            stock_id=_there(called, lot.stock, f"lots.{n}.stock"),
            number=lot.lot.number,
            document=adapter_for(Lot).dump_json(lot.lot).decode(),
            barred=lot.barred,
        )
        session.add(row)
    for n, back in enumerate(found.returned):
        lead = _there(numbers, back.tag, f"returned.{n}.tag")
        session.add(ReturnedRow(lead_id=lead, number=back.number, at=back.at, by=back.by))
    for n, one_lent in enumerate(found.lent):
        stock = _there(called, one_lent.stock, f"lent.{n}.stock")
        facts = {"whom": one_lent.whom, "back_on": one_lent.back_on}
        session.add(LentRow(stock_id=stock, at=one_lent.at, by=one_lent.by, **facts))
    session.flush()


def _there(known: Mapping[str, int], name: str, path: str) -> int:
    if name not in known:
        problem = f"it is of {name}, and no such is there"
        raise Refused(Fault(f"jobs.json: {path}", problem, "both in the archive"))
    return known[name]
