"""The tables of the data file."""

from sqlalchemy import Float, ForeignKey, Index, LargeBinary, String, Text, UniqueConstraint, false
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """What every table shares."""


class LeadRow(Base):
    """A lead: its document as exported, and the columns the lists search and sort by; ``set_aside``
    what became of it once it was sealed.
    """

    __tablename__ = "lead"
    __table_args__ = (Index("lead_set_aside", "set_aside"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    tag: Mapped[str] = mapped_column(String(24), unique=True)
    name: Mapped[str] = mapped_column(String(80))
    made_for: Mapped[str] = mapped_column(String(80), default="")
    document: Mapped[str] = mapped_column(Text)
    changed_at: Mapped[str] = mapped_column(String(32))
    revision: Mapped[int] = mapped_column(default=1)
    sealed: Mapped[bool] = mapped_column(default=False)
    put_away: Mapped[bool] = mapped_column(default=False, server_default=false())
    set_aside: Mapped[str] = mapped_column(String(440), default="", server_default="")


class ListedRow(Base):
    """A lead as lists find, order and count it, written with every change of it.

    ``wanted_by`` and ``next_test`` are days, or ``9999-12-31`` where there is none; ``changed`` and
    ``created`` moments in UTC; ``why`` says what is the matter with a lead that cannot be read.
    """

    __tablename__ = "listed"
    __table_args__ = (
        Index("listed_changed", "put_away", "changed", "lead_id"),
        Index("listed_in_hand", "in_hand", "wanted_by", "changed"),
        Index("listed_groups", "in_hand", "stopped", "stage", "action"),
        Index("listed_next_test", "sealed", "put_away", "next_test"),
        Index("listed_created", "created"),
    )
    lead_id: Mapped[int] = mapped_column(
        ForeignKey("lead.id", ondelete="CASCADE"), primary_key=True
    )
    in_hand: Mapped[bool]
    sealed: Mapped[bool]
    put_away: Mapped[bool]
    changed: Mapped[str] = mapped_column(String(32))
    created: Mapped[str] = mapped_column(String(32))
    wanted_by: Mapped[str] = mapped_column(String(10))
    next_test: Mapped[str] = mapped_column(String(10))
    stage: Mapped[int]
    action: Mapped[str] = mapped_column(String(200))
    stopped: Mapped[bool]
    begins_as: Mapped[str] = mapped_column(String(200))
    why: Mapped[str] = mapped_column(Text)


class NeedRow(Base):
    """Something that a lead in hand needs; ``waiting`` while it is sized and not begun."""

    __tablename__ = "need"
    id: Mapped[int] = mapped_column(primary_key=True)
    lead_id: Mapped[int] = mapped_column(ForeignKey("lead.id", ondelete="CASCADE"), index=True)
    kind: Mapped[str] = mapped_column(String(12), index=True)
    what: Mapped[str] = mapped_column(String(80))
    words: Mapped[str] = mapped_column(Text)
    amount: Mapped[float] = mapped_column(Float)
    waiting: Mapped[bool]


class DraftRow(Base):
    """What was typed at a field and could not be used yet."""

    __tablename__ = "draft"
    __table_args__ = (UniqueConstraint("lead_id", "field"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    lead_id: Mapped[int] = mapped_column(ForeignKey("lead.id", ondelete="CASCADE"))
    field: Mapped[str] = mapped_column(String(80))
    text: Mapped[str] = mapped_column(Text)


class SealRow(Base):
    """A sealed record: never changed, never taken out. ``own`` is False for one sealed in another
    log.
    """

    __tablename__ = "seal"
    __table_args__ = (Index("ix_seal_own", "own", "id"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    lead_id: Mapped[int] = mapped_column(ForeignKey("lead.id"), unique=True)
    document: Mapped[str] = mapped_column(Text)
    own: Mapped[bool] = mapped_column(default=True)


class ChainedRow(Base):
    """What was done to a sealed lead, or about people, as a link of the chain of seals: only ever added
    to. ``lead_id`` is empty where it is of the house.
    """

    __tablename__ = "chained"
    number: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    lead_id: Mapped[int | None] = mapped_column(ForeignKey("lead.id"), index=True)
    document: Mapped[str] = mapped_column(Text)


class JournalRow(Base):
    """What was done to a lead, when and by whom: only ever added to."""

    __tablename__ = "journal"
    id: Mapped[int] = mapped_column(primary_key=True)
    lead_id: Mapped[int] = mapped_column(ForeignKey("lead.id", ondelete="CASCADE"), index=True)
    at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))
    what: Mapped[str] = mapped_column(Text)
    changes: Mapped[str] = mapped_column(Text, default="", server_default="")


class PartRow(Base):
    """A part somebody added to the shelf: its document as exported. Leads keep their own copy."""

    __tablename__ = "part"
    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    document: Mapped[str] = mapped_column(Text)
    added_at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))
    put_away: Mapped[bool] = mapped_column(default=False, server_default=false())


class SheetRow(Base):
    """A leaflet of a part of one's own: a picture or a PDF of the sheet its figures are from."""

    __tablename__ = "sheet"
    id: Mapped[int] = mapped_column(primary_key=True)
    part_id: Mapped[str] = mapped_column(ForeignKey("part.id"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    kind: Mapped[str] = mapped_column(String(40))
    content: Mapped[bytes] = mapped_column(LargeBinary)
    sha256: Mapped[str] = mapped_column(String(64))
    added_at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))
    put_away: Mapped[bool] = mapped_column(default=False, server_default=false())


class LeafletRow(Base):
    """A leaflet kept with a lead: a picture or a PDF; one with a ``line`` is a photograph of what was
    looked at there.
    """

    __tablename__ = "leaflet"
    id: Mapped[int] = mapped_column(primary_key=True)
    lead_id: Mapped[int] = mapped_column(ForeignKey("lead.id", ondelete="CASCADE"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    kind: Mapped[str] = mapped_column(String(40))
    content: Mapped[bytes] = mapped_column(LargeBinary)
    sha256: Mapped[str] = mapped_column(String(64))
    added_at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))
    put_away: Mapped[bool] = mapped_column(default=False, server_default=false())
    line: Mapped[str] = mapped_column(String(80), default="", server_default="")


class FirstArticleRow(Base):
    """A sample that released a tool and its die, with the photograph of its section."""

    __tablename__ = "first_article"
    id: Mapped[int] = mapped_column(primary_key=True)
    document: Mapped[str] = mapped_column(Text)
    kind: Mapped[str] = mapped_column(String(40))
    photograph: Mapped[bytes] = mapped_column(LargeBinary)
    put_away: Mapped[bool] = mapped_column(default=False, server_default=false())


class JobRow(Base):
    """A job: its document; put away, never deleted."""

    __tablename__ = "job"
    id: Mapped[int] = mapped_column(primary_key=True)
    document: Mapped[str] = mapped_column(Text)
    put_away: Mapped[bool] = mapped_column(default=False, server_default=false())


class JobLeadRow(Base):
    """A lead of a job: of one, or of none."""

    __tablename__ = "job_lead"
    __table_args__ = (Index("job_lead_job", "job_id"),)
    lead_id: Mapped[int] = mapped_column(
        ForeignKey("lead.id", ondelete="CASCADE"), primary_key=True
    )
    job_id: Mapped[int] = mapped_column(ForeignKey("job.id"))


class JobLineRow(Base):
    """What was done about a job: only ever added to."""

    __tablename__ = "job_line"
    __table_args__ = (Index("job_line_job", "job_id"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    job_id: Mapped[int] = mapped_column(ForeignKey("job.id"))
    at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))
    what: Mapped[str] = mapped_column(Text)


class PromiseRow(Base):
    """So much of something that is kept for a job."""

    __tablename__ = "promise"
    __table_args__ = (UniqueConstraint("job_id", "kind", "what"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    job_id: Mapped[int] = mapped_column(ForeignKey("job.id"))
    kind: Mapped[str] = mapped_column(String(12))
    what: Mapped[str] = mapped_column(String(80))
    amount: Mapped[float] = mapped_column(Float)


class QuoteRow(Base):
    """A quote as it was given: its document and its page; only ever added to."""

    __tablename__ = "quote"
    __table_args__ = (Index("quote_job", "job_id"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    job_id: Mapped[int] = mapped_column(ForeignKey("job.id"))
    document: Mapped[str] = mapped_column(Text)
    page: Mapped[bytes] = mapped_column(LargeBinary)


class PackRow(Base):
    """How something is sold: its document; put away, never deleted."""

    __tablename__ = "pack"
    id: Mapped[int] = mapped_column(primary_key=True)
    document: Mapped[str] = mapped_column(Text)
    put_away: Mapped[bool] = mapped_column(default=False, server_default=false())


class CuttingListRow(Base):
    """The cutting list of a job as it lies at the bench: its document, with what is cut of it."""

    __tablename__ = "cutting_list"
    job_id: Mapped[int] = mapped_column(ForeignKey("job.id"), primary_key=True)
    document: Mapped[str] = mapped_column(Text)


class StockRow(Base):
    """Something in Stores; its ``left`` is the sum of its movements."""

    __tablename__ = "stock"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(40), unique=True)
    kind: Mapped[str] = mapped_column(String(12))
    what: Mapped[str] = mapped_column(String(80))
    left: Mapped[float] = mapped_column(Float)
    offcut: Mapped[bool] = mapped_column(default=False)
    place: Mapped[str] = mapped_column(String(60), default="")
    price: Mapped[float | None] = mapped_column(Float, default=None)
    source: Mapped[str] = mapped_column(String(120), default="")
    gone: Mapped[bool] = mapped_column(default=False)


class LotRow(Base):
    """The lot something in Stores is of: its document; ``barred`` says why nothing of it is used any more."""

    __tablename__ = "lot"
    __table_args__ = (Index("lot_number", "number"),)
    stock_id: Mapped[int] = mapped_column(ForeignKey("stock.id"), primary_key=True)
    number: Mapped[str] = mapped_column(String(40))
    document: Mapped[str] = mapped_column(Text)
    barred: Mapped[str] = mapped_column(String(200), default="", server_default="")


class ReturnedRow(Base):
    """A lead that came back when its lot was called back."""

    __tablename__ = "returned"
    lead_id: Mapped[int] = mapped_column(
        ForeignKey("lead.id", ondelete="CASCADE"), primary_key=True
    )
    number: Mapped[str] = mapped_column(String(40), primary_key=True)
    at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))


class LentRow(Base):
    """A tool, a die, a gauge that is lent: to whom, and the day it is to be back; empty where none was said."""

    __tablename__ = "lent"
    stock_id: Mapped[int] = mapped_column(ForeignKey("stock.id"), primary_key=True)
    whom: Mapped[str] = mapped_column(String(60))
    back_on: Mapped[str] = mapped_column(String(10), default="", server_default="")
    at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))


class MovementRow(Base):
    """So much that came into Stores or went out, for which lead and step: only ever added to."""

    __tablename__ = "movement"
    id: Mapped[int] = mapped_column(primary_key=True)
    stock_id: Mapped[int] = mapped_column(ForeignKey("stock.id"), index=True)
    lead_id: Mapped[int | None] = mapped_column(ForeignKey("lead.id"), index=True)
    step: Mapped[str] = mapped_column(String(80), default="")
    change: Mapped[float] = mapped_column(Float)
    at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))
    why: Mapped[str] = mapped_column(String(120))


class SettingRow(Base):
    """A setting of this data file."""

    __tablename__ = "setting"
    key: Mapped[str] = mapped_column(String(40), primary_key=True)
    value: Mapped[str] = mapped_column(Text)


class PersonRow(Base):
    """Somebody of this bench; ``known_as`` is the name folded, that no other may have. Nobody is ever
    taken out: what they signed stands under their name.
    """

    __tablename__ = "person"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(40))
    known_as: Mapped[str] = mapped_column(String(40), unique=True)
    role: Mapped[str] = mapped_column(String(12))
    passphrase: Mapped[str] = mapped_column(String(200))
    pin: Mapped[str] = mapped_column(String(200), default="", server_default="")
    added_at: Mapped[str] = mapped_column(String(32))
    put_away: Mapped[bool] = mapped_column(default=False, server_default=false())


class DeviceRow(Base):
    """A device somebody signed in on; ``secret`` is the sum of what its cookie holds, ``until`` the
    moment in UTC to which it is good; ``here`` who is at it, ``turn`` how often that changed.
    """

    __tablename__ = "device"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(40))
    secret: Mapped[str] = mapped_column(String(64), unique=True)
    person_id: Mapped[int] = mapped_column(ForeignKey("person.id"), index=True)
    signed_in_at: Mapped[str] = mapped_column(String(32))
    until: Mapped[str] = mapped_column(String(32))
    seen_on: Mapped[str] = mapped_column(String(10))
    here: Mapped[int | None] = mapped_column(default=None)
    turn: Mapped[int] = mapped_column(default=0, server_default="0")
    ended: Mapped[bool] = mapped_column(default=False, server_default=false())


class WrongTryRow(Base):
    """Wrong tries in a row: whose passphrase or PIN, on which device, how many, when the last was."""

    __tablename__ = "wrong_try"
    __table_args__ = (UniqueConstraint("whose", "place"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    whose: Mapped[str] = mapped_column(String(64))
    place: Mapped[str] = mapped_column(String(64))
    many: Mapped[int]
    last_at: Mapped[str] = mapped_column(String(32), index=True)


class HouseLineRow(Base):
    """What was done about people and devices, when and by whom: only ever added to."""

    __tablename__ = "house_line"
    id: Mapped[int] = mapped_column(primary_key=True)
    at: Mapped[str] = mapped_column(String(32))
    by: Mapped[str] = mapped_column(String(40))
    what: Mapped[str] = mapped_column(String(200))


class HandingRow(Base):
    """Whom a lead was handed to, by whom, when, and with which words; gone once it is taken."""

    __tablename__ = "handing"
    lead_id: Mapped[int] = mapped_column(
        ForeignKey("lead.id", ondelete="CASCADE"), primary_key=True
    )
    to: Mapped[str] = mapped_column(String(40), index=True)
    by: Mapped[str] = mapped_column(String(40))
    at: Mapped[str] = mapped_column(String(32))
    note: Mapped[str] = mapped_column(String(200), default="", server_default="")
