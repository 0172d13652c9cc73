"""Parts somebody added to the shelf, and leaflets kept with leads."""

from dataclasses import dataclass
from hashlib import sha256

from sqlalchemy import Engine, select

from euthyne.core.shelf.part import Part
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.part_file import kept_part, write_part
from euthyne.store.database import writing
from euthyne.store.kept import IsSealed, row_of
from euthyne.store.leads import NoSuchLead
from euthyne.store.models import LeadRow, LeafletRow, PartRow, SheetRow
from euthyne.store.sealing import add_line
from euthyne.store.unchanged import while_unchanged

LEAFLET_BYTES = 1_500_000
KINDS = (
    (b"%PDF-", "application/pdf"),
    (b"\x89PNG\r\n\x1a\n", "image/png"),
    (b"\xff\xd8\xff", "image/jpeg"),
)


@dataclass(frozen=True)
class Leaflet:
    """A leaflet without its content: its number, name, kind by content, when it was added and by
    whom; the ``line`` of Prove that it is a photograph of, and its sum.
    """

    id: int
    name: str
    kind: str
    added_at: str
    by: str
    put_away: bool
    line: str = ""
    sha256: str = ""


def kind_of(content: bytes) -> str:
    """What a file is by its content: a PDF or a picture. Raises Refused for anything else, or for
    too much.
    """
    if len(content) > LEAFLET_BYTES:
        size = f"{len(content) / 1e6:.1f} MB is too much"
        raise Refused(
            Fault("leaflet", size, f"{LEAFLET_BYTES / 1e6:g} MB at most: a smaller picture")
        )
    for start, kind in KINDS:
        if content.startswith(start):
            return kind
    raise Refused(
        Fault(
            "leaflet",
            "this file is neither a picture nor a PDF, whatever its name",
            "a PDF, PNG or JPEG",
        )
    )


def _called(row: LeafletRow) -> str:
    """What a log calls a leaflet: a photograph by the line of the proof it stands beside."""
    return f"photograph of {row.line}" if row.line else f"leaflet {row.name}"


class ShelfStore:
    """What people added to the shelf of one data file."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        # Parts that were read, by id and the moment they were added: a part is never changed.
        self._parts: dict[tuple[str, str], Part] = {}

    def parts(self) -> dict[str, Part]:
        """The parts that were added and are on the shelf, by id."""
        return self.all_parts()[0]

    @while_unchanged
    def all_parts(self) -> tuple[dict[str, Part], dict[str, Part]]:
        """The parts that were added, by id: those on the shelf, and those put away."""
        query = select(PartRow.id, PartRow.added_at, PartRow.put_away).order_by(PartRow.id)
        on: dict[str, Part] = {}
        away: dict[str, Part] = {}
        with self.engine.connect() as db:
            for name, added_at, put_away in db.execute(query):
                key = (name, added_at)
                if key not in self._parts:
                    text = db.scalar(select(PartRow.document).where(PartRow.id == name))
                    # One that a later program's shelf has too stays what it was: leads are made
                    # with it.
                    self._parts[key] = kept_part(text or "")
                (away if put_away else on)[name] = self._parts[key]
        return on, away

    def add(self, part: Part, at: str, by: str) -> None:
        """Keep a part. Raises Refused when its id is taken."""
        with writing(self.engine) as session:
            if session.get(PartRow, part.id) is not None:
                raise Refused(Fault("part.id", f"{part.id} is on the shelf already", "another id"))
            session.add(PartRow(id=part.id, document=write_part(part), added_at=at, by=by))

    def put_away(self, name: str, away: bool) -> bool:
        """Put a part away, or take it out again; leads that use it keep their own copy. False where
        there is none of that id.
        """
        with writing(self.engine) as session:
            row = session.get(PartRow, name)
            if row is not None:
                row.put_away = away
            return row is not None

    def keep_sheet(self, part: str, name: str, content: bytes, at: str, by: str) -> None:
        """Keep a leaflet with a part of one's own.

        Raises: Refused where there is no such part, or for a file that is no picture and no PDF.
        """
        kind = kind_of(content)
        with writing(self.engine) as session:
            if session.get(PartRow, part) is None:
                what = f"{part} is no part of your own"
                raise Refused(Fault("leaflet", what, "a part that was put on the shelf here"))
            row = SheetRow(
                part_id=part,
                name=name[:120],
                kind=kind,
                content=content,
                sha256=sha256(content).hexdigest(),
                added_at=at,
                by=by,
            )
            session.add(row)

    def sheets(self, part: str) -> list[Leaflet]:
        """The leaflets of a part of one's own, oldest first."""
        told = (SheetRow.id, SheetRow.name, SheetRow.kind, SheetRow.added_at, SheetRow.by)
        query = select(*told, SheetRow.put_away).where(SheetRow.part_id == part)
        with self.engine.connect() as db:
            return [Leaflet(*row) for row in db.execute(query.order_by(SheetRow.id))]

    def sheet(self, part: str, number: int) -> tuple[str, bytes] | None:
        """Kind and content of a leaflet of a part; None where it has none of that number."""
        query = select(SheetRow.kind, SheetRow.content)
        with self.engine.connect() as db:
            row = db.execute(query.where(SheetRow.part_id == part, SheetRow.id == number)).first()
        return (row.kind, row.content) if row is not None else None

    def put_leaflet_away(
        self, tag: str, number: int, away: bool, at: str, by: str, photograph: bool = False
    ) -> None:
        """Put a leaflet away, or take it out again; with a line of the lead's log.

        Parameters: photograph, whether it is one of its proof: those are never put away once it is
        sealed. Raises: NoSuchLead when the lead has none of that number, IsSealed.
        """
        with writing(self.engine) as session:
            lead = row_of(session, tag)
            of_it = (LeafletRow.lead_id == lead.id, LeafletRow.id == number)
            row = session.scalar(select(LeafletRow).where(*of_it))
            if row is None or bool(row.line) is not photograph:
                raise NoSuchLead(tag)
            if photograph and lead.sealed:
                raise IsSealed(tag)
            row.put_away = away
            what = f"{_called(row)} {'put away' if away else 'taken out again'}"
            fact = {"picture_away" if away else "picture": row.sha256}
            add_line(session, lead, at, by, what, **fact)

    def keep_leaflet(
        self, tag: str, name: str, content: bytes, at: str, by: str, line: str = ""
    ) -> None:
        """Keep a leaflet with a lead, or a photograph beside a line of its proof.

        Raises NoSuchLead, IsSealed for a photograph of what is sealed, and Refused for a file that is
        no picture and no PDF.
        """
        kind = kind_of(content)
        with writing(self.engine) as session:
            lead = row_of(session, tag)
            if line and lead.sealed:
                raise IsSealed(tag)
            sum_ = sha256(content).hexdigest()
            row = LeafletRow(
                lead_id=lead.id,
                name=name[:120],
                kind=kind,
                content=content,
                sha256=sum_,
                added_at=at,
                by=by,
                line=line,
            )
            session.add(row)
            add_line(session, lead, at, by, f"{_called(row)} kept", picture=sum_)

    def leaflets(self, tag: str) -> list[Leaflet]:
        """The leaflets of a lead, oldest first, its photographs not among them."""
        return [x for x in self._pictures(tag) if not x.line]

    def photographs(self, tag: str) -> list[Leaflet]:
        """The photographs of a lead's proof that are in use, oldest first."""
        return [x for x in self._pictures(tag) if x.line and not x.put_away]

    @while_unchanged
    def _pictures(self, tag: str) -> list[Leaflet]:
        query = (
            select(
                LeafletRow.id,
                LeafletRow.name,
                LeafletRow.kind,
                LeafletRow.added_at,
                LeafletRow.by,
                LeafletRow.put_away,
                LeafletRow.line,
                LeafletRow.sha256,
            )
            .join(LeadRow, LeadRow.id == LeafletRow.lead_id)
            .where(LeadRow.tag == tag)
            .order_by(LeafletRow.id)
        )
        with self.engine.connect() as db:
            return [Leaflet(*row) for row in db.execute(query)]

    def leaflet(self, tag: str, number: int) -> tuple[str, bytes]:
        """Kind and content of a leaflet of a lead.

        Raises NoSuchLead when the lead has none of that number.
        """
        query = (
            select(LeafletRow.kind, LeafletRow.content)
            .join(LeadRow, LeadRow.id == LeafletRow.lead_id)
            .where(LeadRow.tag == tag, LeafletRow.id == number)
        )
        with self.engine.connect() as db:
            row = db.execute(query).first()
        if row is None:
            raise NoSuchLead(tag)
        return row.kind, row.content
