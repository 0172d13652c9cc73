"""Jobs as they are kept: what was asked for, which leads are of it, what Stores keep for it, its log; and how
things are sold.
"""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import cache
from typing import TYPE_CHECKING

from sqlalchemy import Engine, delete, func, select
from sqlalchemy.orm import Session

from euthyne.core.jobs.cuts import CuttingList, CuttingRule, Pack
from euthyne.core.jobs.job import Job, is_cut
from euthyne.core.jobs.kit import Promise
from euthyne.core.jobs.quote import Quote
from euthyne.core.lead import Lead
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.reading import adapter_for
from euthyne.store.database import writing
from euthyne.store.kept import row_of
from euthyne.store.leads import LeadStore
from euthyne.store.models import (
    CuttingListRow,
    JobLeadRow,
    JobLineRow,
    JobRow,
    LeadRow,
    MovementRow,
    PackRow,
    PromiseRow,
    QuoteRow,
    SettingRow,
    StockRow,
)
from euthyne.store.stores import draw_down, take_length
from euthyne.store.unchanged import while_unchanged

if TYPE_CHECKING:
    from pydantic import TypeAdapter

RULES = "cutting"  # the setting in which the rules of cutting are kept


class NoSuchJob(LookupError):
    """No job has this number."""


@dataclass(frozen=True)
class KeptJob:
    """A job with its number, its leads by their tags, how many of them are sealed, and whether it is put
    away.
    """

    number: int
    job: Job
    tags: tuple[str, ...]
    sealed: int
    put_away: bool

    @property
    def made(self) -> bool:
        """True once every lead of it is sealed."""
        return bool(self.tags) and self.sealed == len(self.tags)


@dataclass(frozen=True)
class JobLine:
    """What was done about a job, when, and by whom."""

    at: str
    by: str
    what: str


@dataclass(frozen=True)
class KeptPack:
    """How something is sold, with its number."""

    number: int
    pack: Pack


@dataclass(frozen=True)
class KeptQuote:
    """A quote with its number."""

    number: int
    quote: Quote


class JobStore:
    """The jobs of one data file."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine

    def begin(self, job: Job, at: str, by: str) -> int:
        """Keep a new job; returns its number."""
        with writing(self.engine) as session:
            row = JobRow(document=_text(job), put_away=False)
            session.add(row)
            session.flush()
            _said(session, row.id, at, by, f"begun: {job.name}")
            return row.id

    def change(self, number: int, job: Job, at: str, by: str) -> None:
        """What a job says now. Raises NoSuchJob."""
        with writing(self.engine) as session:
            row = _row(session, number)
            if row.document != _text(job):
                row.document = _text(job)
                _said(session, number, at, by, "what was asked for is said anew")

    def put_away(self, number: int, away: bool, at: str, by: str) -> None:
        """Put a job away, or take it out again; what was kept for it is free. Raises NoSuchJob."""
        with writing(self.engine) as session:
            row = _row(session, number)
            if row.put_away == away:
                return
            row.put_away = away
            if away:
                session.execute(delete(PromiseRow).where(PromiseRow.job_id == number))
            _said(session, number, at, by, "put away" if away else "taken out again")

    @while_unchanged
    def all(self, put_away: bool = False) -> tuple[KeptJob, ...]:
        """Every job, the nearest day first; those put away only where they are asked for."""
        with Session(self.engine) as session:
            rows = session.scalars(select(JobRow).where(JobRow.put_away.is_(put_away))).all()
            found = [_kept(session, row) for row in rows]
        return tuple(sorted(found, key=lambda k: (k.job.wanted_by or "9999", k.number)))

    @while_unchanged
    def get(self, number: int) -> KeptJob:
        """A job by its number. Raises NoSuchJob."""
        with Session(self.engine) as session:
            return _kept(session, _row(session, number))

    @while_unchanged
    def of(self, tag: str) -> KeptJob | None:
        """The job a lead is of; None for one that is of none."""
        with Session(self.engine) as session:
            query = (
                select(JobRow)
                .join(JobLeadRow, JobLeadRow.job_id == JobRow.id)
                .join(LeadRow, LeadRow.id == JobLeadRow.lead_id)
                .where(LeadRow.tag == tag)
            )
            row = session.scalar(query)
            return _kept(session, row) if row is not None else None

    @while_unchanged
    def by_tag(self) -> dict[str, int]:
        """The number of the job of each lead that is of one, by its tag."""
        query = select(LeadRow.tag, JobLeadRow.job_id).join(
            JobLeadRow, JobLeadRow.lead_id == LeadRow.id
        )
        with self.engine.connect() as db:
            return {row.tag: row.job_id for row in db.execute(query)}

    def job_of(self, tag: str) -> int | None:
        """The number of the job a lead is of; None for one that is of none."""
        return self.by_tag().get(tag)

    def join(self, number: int, tag: str, at: str, by: str) -> None:
        """A lead is of this job from now on. Raises NoSuchJob, NoSuchLead."""
        with writing(self.engine) as session:
            _join(session, number, tag)
            _said(session, number, at, by, f"{tag} is of this job")

    def leave(self, tag: str, at: str, by: str) -> None:
        """A lead is of no job any more. Raises NoSuchLead."""
        with writing(self.engine) as session:
            row = session.get(JobLeadRow, row_of(session, tag).id)
            if row is not None:
                _said(session, row.job_id, at, by, f"{tag} is of this job no more")
                session.delete(row)

    def make(
        self,
        leads: LeadStore,
        number: int,
        made: Iterable[Callable[[str], Lead]],
        at: str,
        by: str,
        what: str,
    ) -> list[str]:
        """Leads of a job, each under the next free tag, all in one transaction. Raises NoSuchJob."""
        with writing(self.engine) as session:
            _row(session, number)
            tags = []
            for one in made:
                tag = leads.begin_in(session, one, at, by, what).lead.tag
                _join(session, number, tag)
                tags.append(tag)
            _said(session, number, at, by, f"{what}: {', '.join(tags)}")
            return tags

    @while_unchanged
    def log(self, number: int) -> tuple[JobLine, ...]:
        """What was done about a job, the newest first."""
        query = (
            select(JobLineRow.at, JobLineRow.by, JobLineRow.what)
            .where(JobLineRow.job_id == number)
            .order_by(JobLineRow.id.desc())
        )
        with self.engine.connect() as db:
            return tuple(JobLine(*row) for row in db.execute(query))

    def say(self, number: int, at: str, by: str, what: str) -> None:
        """A line of the log of a job. Raises NoSuchJob."""
        with writing(self.engine) as session:
            _row(session, number)
            _said(session, number, at, by, what)

    @while_unchanged
    def promises(self) -> tuple[Promise, ...]:
        """What is kept for which job."""
        query = select(
            PromiseRow.job_id, PromiseRow.kind, PromiseRow.what, PromiseRow.amount
        ).order_by(PromiseRow.id)
        with self.engine.connect() as db:
            return tuple(Promise(*row) for row in db.execute(query))

    def promise(self, number: int, kept: Iterable[Promise], at: str, by: str) -> None:
        """What Stores keep for a job from now on, and nothing else. Raises NoSuchJob."""
        with writing(self.engine) as session:
            _row(session, number)
            session.execute(delete(PromiseRow).where(PromiseRow.job_id == number))
            told = list(kept)
            session.add_all(
                PromiseRow(job_id=number, kind=p.kind, what=p.what, amount=p.amount) for p in told
            )
            many = (
                f"{len(told)} things are kept for it" if told else "nothing is kept for it any more"
            )
            _said(session, number, at, by, many)

    @while_unchanged
    def cutting(self, number: int) -> CuttingList | None:
        """The cutting list of a job as it lies at the bench; None before there is one."""
        with Session(self.engine) as session:
            row = session.get(CuttingListRow, number)
            return _list_of(row) if row is not None else None

    def lay_cutting(self, number: int, cuts: CuttingList, at: str, by: str) -> None:
        """The cutting list of a job from now on; what was cut before is in its log. Raises NoSuchJob."""
        with writing(self.engine) as session:
            _row(session, number)
            session.merge(CuttingListRow(job_id=number, document=_list_text(cuts)))
            many = len(cuts.left)
            _said(session, number, at, by, f"{many} {'cut is' if many == 1 else 'cuts are'} listed")

    def cut(self, number: int, tag: str) -> Callable[[Session, int, Lead, Lead], None]:
        """What is done in the transaction of a lead's Cut step: its cuts are ticked on the list, and each
        piece is shorter by what it gave. Raises Refused where the list has none, or a piece is gone.
        """

        def also(session: Session, lead_id: int, _before: Lead, after: Lead) -> None:
            row = session.get(CuttingListRow, number)
            cuts = _list_of(row) if row is not None else CuttingList(())
            own = cuts.of(tag)
            if row is None or not own:
                raise Refused(Fault("tag", f"{tag} is not on the list", "a tag that is listed"))
            done = next(d for d in after.build.done if d.step == "cut")
            begun = set()
            for one in own:
                squared = one.trim_mm if cuts.begins(one) and one.piece not in begun else 0
                begun.add(one.piece)
                needed = (one.length_mm + squared) / 1000
                kerf = one.kerf_mm / 1000
                take_length(session, lead_id, one.piece, needed, kerf, done.at, done.by)
            row.document = _list_text(cuts.with_done(tag))
            metres = ", ".join(f"{one.length_mm / 1000:g} m of {one.piece}" for one in own)
            _said(session, number, done.at, done.by, f"{tag} cut: {metres}")

        return also

    @while_unchanged
    def quotes(self, number: int) -> tuple[KeptQuote, ...]:
        """The quotes of a job, the newest first."""
        query = select(QuoteRow.id, QuoteRow.document).where(QuoteRow.job_id == number)
        with self.engine.connect() as db:
            rows = db.execute(query.order_by(QuoteRow.id.desc())).all()
        read = adapter_for(Quote)
        return tuple(KeptQuote(row.id, read.validate_json(row.document)) for row in rows)

    def quote_page(self, number: int, quote: int) -> bytes | None:
        """The page of a quote as it was given; None where that job has none of that number."""
        query = select(QuoteRow.page).where(QuoteRow.job_id == number, QuoteRow.id == quote)
        with self.engine.connect() as db:
            page = db.scalar(query)
        return bytes(page) if page is not None else None

    def give_quote(self, number: int, quote: Quote, page: bytes, at: str, by: str) -> None:
        """Keep a quote as it is given. Raises NoSuchJob."""
        with writing(self.engine) as session:
            _row(session, number)
            text = adapter_for(Quote).dump_json(quote).decode()
            session.add(QuoteRow(job_id=number, document=text, page=page))
            said = f"quoted at {quote.price:.2f} {quote.money}, valid until {quote.valid_until}"
            _said(session, number, at, by, said)

    @while_unchanged
    def metres_taken(self, number: int) -> float:
        """The metres of cable that Stores gave for the leads of a job, spoiled ones too."""
        query = (
            select(func.coalesce(-func.sum(MovementRow.change), 0.0))
            .join(JobLeadRow, JobLeadRow.lead_id == MovementRow.lead_id)
            .join(StockRow, StockRow.id == MovementRow.stock_id)
            .where(JobLeadRow.job_id == number, StockRow.kind == "cable")
        )
        with self.engine.connect() as db:
            return float(db.scalar(query) or 0.0)

    @while_unchanged
    def rules(self) -> dict[str, CuttingRule]:
        """How this bench cuts, by cable; "" for all others."""
        with self.engine.connect() as db:
            text = db.scalar(select(SettingRow.value).where(SettingRow.key == RULES))
        return {"": CuttingRule()} | (_rules_adapter().validate_json(text) if text else {})

    def keep_rules(self, rules: dict[str, CuttingRule]) -> None:
        """How this bench cuts from now on."""
        with writing(self.engine) as session:
            session.merge(SettingRow(key=RULES, value=_rules_adapter().dump_json(rules).decode()))

    @while_unchanged
    def packs(self) -> tuple[KeptPack, ...]:
        """How things are sold."""
        query = select(PackRow.id, PackRow.document).where(PackRow.put_away.is_(False))
        with self.engine.connect() as db:
            rows = db.execute(query.order_by(PackRow.id)).all()
        read = adapter_for(Pack)
        return tuple(KeptPack(number, read.validate_json(text)) for number, text in rows)

    def keep_pack(self, pack: Pack) -> None:
        """Keep how something is sold; the same of the same supplier takes its place."""
        text = adapter_for(Pack).dump_json(pack).decode()
        key = (pack.kind, pack.what, pack.amount, pack.supplier)
        with writing(self.engine) as session:
            for kept in self.packs():
                same = (kept.pack.kind, kept.pack.what, kept.pack.amount, kept.pack.supplier)
                if same == key:
                    session.get_one(PackRow, kept.number).put_away = True
            session.add(PackRow(document=text, put_away=False))

    def drop_pack(self, number: int) -> None:
        """It is not sold like this any more; nothing where there is none of that number."""
        with writing(self.engine) as session:
            row = session.get(PackRow, number)
            if row is not None:
                row.put_away = True


@cache
def _rules_adapter() -> "TypeAdapter[dict[str, CuttingRule]]":
    from pydantic import TypeAdapter

    adapter_for(CuttingRule)  # unknown fields are refused in it as everywhere
    return TypeAdapter(dict[str, CuttingRule])


def _text(job: Job) -> str:
    return adapter_for(Job).dump_json(job).decode()


def _row(session: Session, number: int) -> JobRow:
    row = session.get(JobRow, number)
    if row is None:
        raise NoSuchJob(number)
    return row


def _kept(session: Session, row: JobRow) -> KeptJob:
    of_it = (
        select(LeadRow.tag, LeadRow.sealed)
        .join(JobLeadRow, JobLeadRow.lead_id == LeadRow.id)
        .where(JobLeadRow.job_id == row.id)
        .order_by(LeadRow.id)
    )
    leads = session.execute(of_it).all()
    job = adapter_for(Job).validate_json(row.document)
    sealed = sum(one.sealed for one in leads)
    return KeptJob(row.id, job, tuple(one.tag for one in leads), sealed, row.put_away)


def _join(session: Session, number: int, tag: str) -> None:
    _row(session, number)
    lead_id = row_of(session, tag).id
    row = session.get(JobLeadRow, lead_id)
    if row is None:
        session.add(JobLeadRow(lead_id=lead_id, job_id=number))
    else:
        row.job_id = number
    session.flush()


def _list_of(row: CuttingListRow) -> CuttingList:
    return adapter_for(CuttingList).validate_json(row.document)


def taken_back(session: Session, lead_id: int, before: Lead, after: Lead) -> None:
    """What goes with a step that is taken back: Stores have what it took, and where it was the cut, the lead's
    lengths are to be cut again on the list of its job.
    """
    draw_down(session, lead_id, before, after)
    if not is_cut(before) or is_cut(after):
        return
    of_its_job = select(JobLeadRow.job_id).where(JobLeadRow.lead_id == lead_id)
    row = session.scalar(select(CuttingListRow).where(CuttingListRow.job_id.in_(of_its_job)))
    if row is not None:
        row.document = _list_text(_list_of(row).opened(after.tag))


def _list_text(cuts: CuttingList) -> str:
    return adapter_for(CuttingList).dump_json(cuts).decode()


def _said(session: Session, number: int, at: str, by: str, what: str) -> None:
    session.add(JobLineRow(job_id=number, at=at, by=by, what=what))
