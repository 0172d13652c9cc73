"""A whole log out as one archive, and in again into an empty one."""

import json
from collections.abc import Callable, Iterator
from contextlib import suppress
from dataclasses import asdict, replace
from hashlib import sha256
from pathlib import Path
from typing import IO, Any

from sqlalchemy import Connection, select
from sqlalchemy.orm import Session

from euthyne.core.shelf.article import FirstArticle
from euthyne.core.stages.tag.audit import NOTHING_BESIDE, Head, audit
from euthyne.core.stages.tag.seal import ChainLink
from euthyne.core.stores.stock import Stock
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.archive import (
    CHAIN,
    ArchivedArticle,
    ArchivedLead,
    ArchivedLeaflet,
    ArchivedLine,
    ArchivedMovement,
    ArchivedPart,
    ArchivedStock,
    ArchivedStores,
    ArchiveReader,
    as_document,
    as_text,
    reading_archive,
    writing_archive,
)
from euthyne.exchange.part_file import kept_part, write_part
from euthyne.exchange.reading import adapter_for
from euthyne.store.archived_jobs import add_jobs, archived_jobs, quote_pages
from euthyne.store.database import writing
from euthyne.store.days import refuse_unread
from euthyne.store.kept import Unreadable, lead_of
from euthyne.store.leads import LeadStore, shown_in_lists
from euthyne.store.listing import keep_listed
from euthyne.store.models import (
    ChainedRow,
    DraftRow,
    FirstArticleRow,
    HouseLineRow,
    JournalRow,
    LeadRow,
    LeafletRow,
    MovementRow,
    PartRow,
    SealRow,
    SettingRow,
    SheetRow,
    StockRow,
)
from euthyne.store.sealing import (
    add_house_line,
    chain_what_came_after,
    entries,
    house_of,
    keep_head,
    link_text,
    links_of,
)

# Settings that are of this data file, not of the log.
# Where this log is opened, by whom without sign-in, and the key of its calendar are said anew by
# whoever takes it in.
OF_THE_FILE = ("listing", "taken_in", "address", "calendar_key", "open_tags", "practices_spreading")
MANY = 200


def write_archive(store: LeadStore, file: Path) -> None:
    """Write everything of a log to a file that is not there yet."""
    with store.engine.connect() as db, writing_archive(file) as archive:
        for lead in _leads(db):
            archive.lead(lead)
        for content in db.execute(select(LeafletRow.content).order_by(LeafletRow.id)).scalars():
            archive.leaflet(content)
        for content in db.execute(select(SheetRow.content).order_by(SheetRow.id)).scalars():
            archive.leaflet(content)
        for content in quote_pages(db):
            archive.leaflet(content)
        samples = select(FirstArticleRow.photograph).order_by(FirstArticleRow.id)
        for content in db.execute(samples).scalars():
            archive.leaflet(content)
        sheets: dict[str, list[ArchivedLeaflet]] = {}
        for x in db.execute(select(SheetRow).order_by(SheetRow.id)):
            told = ArchivedLeaflet(x.name, x.kind, x.sha256, x.added_at, x.by, x.put_away)
            sheets.setdefault(x.part_id, []).append(told)
        for part in db.execute(select(PartRow).order_by(PartRow.id)):
            made = kept_part(part.document)
            own = tuple(sheets.get(part.id, []))
            archive.part(ArchivedPart(made, part.added_at, part.by, part.put_away, own))
        archive.stores(_stores(db))
        archive.jobs(archived_jobs(db))
        settings = {s.key: s.value for s in db.execute(select(SettingRow))}
        archive.chain(links_of(db))
        found = audit(entries(db), None, house_of(db))
        archive.head(
            found.head.number,
            found.head.sha256,
            [fault for fault in found.faults if fault != NOTHING_BESIDE],
            {key: value for key, value in settings.items() if key not in OF_THE_FILE},
        )


def _leads(db: Connection) -> Iterator[ArchivedLead]:
    after = 0
    while rows := db.execute(
        select(LeadRow).where(LeadRow.id > after).order_by(LeadRow.id).limit(MANY)
    ).all():
        first, after = rows[0].id, rows[-1].id

        def of_these(table: Any, first: int = first, last: int = after) -> dict[int, list[Any]]:
            query = select(table).where(table.lead_id.between(first, last)).order_by(table.id)
            found: dict[int, list[Any]] = {}
            for row in db.execute(query):
                found.setdefault(row.lead_id, []).append(row)
            return found

        seals, lines, drafts = of_these(SealRow), of_these(JournalRow), of_these(DraftRow)
        leaflets = of_these(LeafletRow)
        for row in rows:
            seal = next(iter(seals.get(row.id, [])), None)
            yield ArchivedLead(
                tag=row.tag,
                name=row.name,
                made_for=row.made_for,
                lead=as_document(row.document),
                seal=as_document(seal.document) if seal else None,
                own=bool(seal and seal.own),
                sealed=row.sealed,
                put_away=row.put_away,
                changed_at=row.changed_at,
                revision=row.revision,
                set_aside=row.set_aside,
                drafts={d.field: d.text for d in drafts.get(row.id, [])},
                journal=tuple(_line(line) for line in lines.get(row.id, [])),
                leaflets=tuple(
                    ArchivedLeaflet(x.name, x.kind, x.sha256, x.added_at, x.by, x.put_away, x.line)
                    for x in leaflets.get(row.id, [])
                ),
            )


def _line(line: Any) -> ArchivedLine:
    changes: list[dict[str, Any]] | str = line.changes
    if line.changes:
        read = json.loads(line.changes)
        changes = read if as_text(read) == line.changes else line.changes
    return ArchivedLine(line.at, line.by, line.what, changes)


def _stores(db: Connection) -> ArchivedStores:
    names = list(Stock.__dataclass_fields__)
    stock, called = [], {}
    for row in db.execute(select(StockRow).order_by(StockRow.id)):
        called[row.id] = row.name
        made = Stock(**{name: getattr(row, name) for name in names})
        stock.append(ArchivedStock(made, row.gone))
    query = select(MovementRow, LeadRow.tag).outerjoin(LeadRow, LeadRow.id == MovementRow.lead_id)
    movements = [
        ArchivedMovement(called[m.stock_id], m.change, m.at, m.by, m.why, m.step, m.tag)
        for m in db.execute(query.order_by(MovementRow.id))
    ]
    articles = tuple(
        ArchivedArticle(
            adapter_for(FirstArticle).validate_json(x.document),
            x.kind,
            sha256(x.photograph).hexdigest(),
            x.put_away,
        )
        for x in db.execute(select(FirstArticleRow).order_by(FirstArticleRow.id))
    )
    return ArchivedStores(tuple(stock), tuple(movements), articles)


def take_in_archive(
    store: LeadStore, file: IO[bytes] | Path, at: str, told: Callable[[int], None]
) -> int:
    """Take a whole archive into an empty log, or nothing of it.

    Parameters: store; file; at, when; told, is given how many leads are in so far.
    Returns: how many leads were taken in. Raises: Refused, listing what is wrong.
    """
    with reading_archive(file) as archive, writing(store.engine) as session:
        if session.scalar(select(LeadRow.id).limit(1)) or session.scalar(
            select(StockRow.id).limit(1)
        ):
            problem = "this log is in use, and a whole archive goes into an empty one"
            fix = "another folder with --data; or take its leads in one by one"
            raise Refused(Fault("", problem, fix))
        many = _take_in(session, archive, told)
        ends = Head(archive.head.seals, archive.head.sealed_head)
        # Its people stay where they are: only what was written of them comes along.
        house = replace(house_of(session.connection()), people=None)
        found = audit(entries(session.connection()), ends, house)
        fresh = [x for x in found.faults if x not in (*archive.head.faults, NOTHING_BESIDE)]
        if fresh or found.head != ends:
            problem = fresh[0] if fresh else "its seals do not end where it says they do"
            raise Refused(Fault("sealed_head", problem, "the archive as it was made"))
        chain_what_came_after(session)
        if any("people" in link.facts for link in house.links):
            what = "taken in from an archive; people are to be entered anew"
            add_house_line(session, at, "import", what, nobody=True)
        session.merge(SettingRow(key="taken_in", value=f"{at}: {many} leads"))
        session.info["afterwards"].append(keep_head)
    return many


def _take_in(session: Session, archive: ArchiveReader, told: Callable[[int], None]) -> int:
    numbers: dict[str, int] = {}
    for lead in archive.leads():
        if lead.tag in numbers:
            raise Refused(Fault("lead.tag", f"{lead.tag} is there twice", "each tag once"))
        numbers[lead.tag] = _add(session, lead, archive)
        if len(numbers) % MANY == 0:
            session.flush()
            session.expunge_all()
            told(len(numbers))
    for part in archive.parts():
        row = PartRow(
            id=part.part.id,
            document=write_part(part.part),
            added_at=part.added_at,
            by=part.by,
            put_away=part.put_away,
        )
        session.add(row)
        session.flush()
        for leaflet in part.leaflets:
            told_of = {k: v for k, v in asdict(leaflet).items() if k != "line"}
            content = archive.leaflet(leaflet.sha256)
            session.add(SheetRow(part_id=part.part.id, content=content, **told_of))
    stores = archive.stores()
    called = _add_stores(session, stores, numbers)
    for one in stores.articles:
        row_of_it = FirstArticleRow(
            document=adapter_for(FirstArticle).dump_json(one.article).decode(),
            kind=one.kind,
            photograph=archive.leaflet(one.sha256),
            put_away=one.put_away,
        )
        session.add(row_of_it)
        session.flush()
    add_jobs(session, archive.jobs(), numbers, called, archive.leaflet)
    _add_chain(session, archive.chain() or (), numbers)
    refuse_unread(archive.head.settings)
    for key, value in archive.head.settings.items():
        if key not in OF_THE_FILE:
            session.merge(SettingRow(key=key, value=value))
    session.flush()
    return len(numbers)


def _add(session: Session, lead: ArchivedLead, archive: ArchiveReader) -> int:
    row = LeadRow(
        tag=lead.tag,
        name=lead.name,
        made_for=lead.made_for,
        document=as_text(lead.lead),
        sealed=lead.sealed,
        put_away=lead.put_away,
        changed_at=lead.changed_at,
        revision=lead.revision,
        set_aside=lead.set_aside,
    )
    session.add(row)
    session.flush()
    if lead.seal is not None:
        session.add(SealRow(lead_id=row.id, document=as_text(lead.seal), own=lead.own))
    session.add_all(
        JournalRow(lead_id=row.id, at=x.at, by=x.by, what=x.what, changes=as_text(x.changes))
        for x in lead.journal
    )
    session.add_all(DraftRow(lead_id=row.id, field=f, text=t) for f, t in lead.drafts.items())
    for leaflet in lead.leaflets:
        content = archive.leaflet(leaflet.sha256)
        session.add(LeafletRow(lead_id=row.id, content=content, **asdict(leaflet)))
    with suppress(Unreadable):  # it is kept as it was, and told of in the lists
        told = lead_of(row).tag
        if told != lead.tag:
            problem = f"its document is of {told}"
            raise Refused(Fault(f"{lead.tag}: lead.tag", problem, "the archive as it was made"))
    keep_listed(session, row, *shown_in_lists(session, row))
    return row.id


def _add_chain(session: Session, links: tuple[ChainLink, ...], numbers: dict[str, int]) -> None:
    """What was done after the seals, as it was written; what is of the house is its log as well."""
    for link in links:
        if link.tag and link.tag not in numbers:
            what = f"it is of {link.tag}, and no such lead is there"
            raise Refused(
                Fault(f"{CHAIN}: links.{link.number}", what, "the archive as it was made")
            )
        if not link.tag:
            session.add(HouseLineRow(at=link.at, by=link.by, what=link.what))
        lead = numbers.get(link.tag) if link.tag else None
        session.add(ChainedRow(number=link.number, lead_id=lead, document=link_text(link)))
        session.flush()


def _add_stores(
    session: Session, stores: ArchivedStores, numbers: dict[str, int]
) -> dict[str, int]:
    """Everything in Stores; returns the numbers of it by its names."""
    called: dict[str, int] = {}
    for one in stores.stock:
        row = StockRow(**asdict(one.stock), gone=one.gone)
        session.add(row)
        session.flush()
        called[row.name] = row.id
    for number, move in enumerate(stores.movements):
        if move.stock not in called or (move.tag is not None and move.tag not in numbers):
            problem = f"it is of {move.stock} for {move.tag}, and one of them is not there"
            raise Refused(Fault(f"stores.json: movements.{number}", problem, "both in the archive"))
        session.add(
            MovementRow(
                stock_id=called[move.stock],
                lead_id=numbers.get(move.tag) if move.tag else None,
                step=move.step,
                change=move.change,
                at=move.at,
                by=move.by,
                why=move.why,
            )
        )
    return called
