"""A whole log as one open archive: a ZIP file of JSON documents and of the leaflets as they are, that
always comes out the same.
"""

import json
import re
import struct
import zipfile
import zlib
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from functools import cache
from hashlib import sha256
from pathlib import Path
from typing import IO, TYPE_CHECKING, Annotated, Any, Literal

from annotated_types import Ge, MaxLen, MinLen

from euthyne.core.shelf.article import FirstArticle
from euthyne.core.shelf.part import Part
from euthyne.core.stages.tag.seal import ChainLink
from euthyne.core.stores.stock import Stock
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.worded import Moment, Tag
from euthyne.exchange.archived_jobs import ArchivedJobs, jobs_adapter
from euthyne.exchange.reading import adapter_for, parse_json, read, refuse_newer

if TYPE_CHECKING:
    from pydantic import TypeAdapter

VERSION: Literal[1] = 1
HEAD, STORES, CHAIN, JOBS = "archive.json", "stores.json", "chain.json", "jobs.json"
# Bytes of one document or leaflet; a log holds none that are larger.
LARGEST = 50_000_000
# Every member has this date, so that the same log is the same archive.
DATE = (2000, 1, 1, 0, 0, 0)
# What a damaged file is told of by: each of these was seen.
DAMAGED = (zipfile.BadZipFile, zlib.error, struct.error, OSError, EOFError, NotImplementedError,
           ValueError, RuntimeError)  # fmt: skip
Sum = Annotated[str, MinLen(64), MaxLen(64)]
Name = Annotated[str, MaxLen(120)]
By = Annotated[str, MaxLen(40)]


@dataclass(frozen=True)
class ArchiveHead:
    """What an archive is of: how many leads, parts and leaflets; where the chain of its seals ends,
    and what of it did not hold already; the settings of the log.
    """

    format: Literal["euthyne-archive"]  # what this document is
    version: Literal[1]  # of its format
    leads: Annotated[int, Ge(0)]  # how many
    parts: Annotated[int, Ge(0)]  # how many
    leaflets: Annotated[int, Ge(0)]  # how many
    seals: Annotated[int, Ge(0)]  # how many of this log's own
    sealed_head: Sum  # sum of the last link of the chain
    faults: tuple[str, ...] = ()  # what of the chain did not hold already
    settings: dict[str, str] = field(default_factory=dict)  # of the log


@dataclass(frozen=True)
class ArchivedLine:
    """A line of a lead's journal; ``changes`` the values it changed, or their text as it is kept."""

    at: Annotated[str, MaxLen(32)]  # when
    by: By  # who
    what: str  # what was done, in words
    changes: list[dict[str, Any]] | str = ""  # the values it changed


@dataclass(frozen=True)
class ArchivedLeaflet:
    """A leaflet of a lead, or of a part of one's own; its content lies under its sum."""

    name: Name  # of the file
    kind: Literal["application/pdf", "image/png", "image/jpeg"]  # its media type
    sha256: Sum  # sum of its content, and where it lies in the archive
    added_at: Moment  # when it was put there
    by: By  # who put it there
    put_away: bool = False  # True where it stands on no list any more
    line: Annotated[str, MaxLen(80)] = ""  # the look it is a photograph of


@dataclass(frozen=True)
class ArchivedLead:
    """A lead with all that is kept of it. ``lead`` and ``seal`` are documents, or the text of one that
    this program would write otherwise; ``own`` whether the seal is of this log's chain.
    """

    tag: Annotated[str, MinLen(1), MaxLen(24)]  # its number
    name: Annotated[str, MaxLen(80)]  # what it is called
    made_for: Annotated[str, MaxLen(80)]  # who or what it is made for
    lead: dict[str, Any] | str  # its document
    seal: dict[str, Any] | str | None  # its seal, where it has one
    own: bool  # True where the seal is of this log's chain
    sealed: bool  # True where it is frozen
    put_away: bool  # True where it stands on no list any more
    changed_at: Moment  # when it was last changed
    revision: Annotated[int, Ge(0)]  # how often it was changed
    drafts: dict[str, str]  # texts that could not be used, by field
    journal: tuple[ArchivedLine, ...]  # everything that was done to it
    leaflets: tuple[ArchivedLeaflet, ...]  # what was kept with it
    set_aside: Annotated[str, MaxLen(440)] = ""  # what became of it after its seal


@dataclass(frozen=True)
class ArchivedPart:
    """A part of one's own."""

    part: Part  # its document
    added_at: Moment  # when it was added
    by: By  # who added it
    put_away: bool = False  # True where it is on no shelf any more
    leaflets: tuple[ArchivedLeaflet, ...] = ()  # its sheets


@dataclass(frozen=True)
class ArchivedMovement:
    """So much that came into Stores or went out; ``tag`` of the lead it was for."""

    stock: Annotated[str, MaxLen(40)]  # of which thing
    change: float  # how much came in, or less went out
    at: Moment  # when
    by: By  # who
    why: Annotated[str, MaxLen(120)]  # what for
    step: Annotated[str, MaxLen(80)] = ""  # of which step
    tag: Tag | None = None  # of which lead


@dataclass(frozen=True)
class ArchivedStock:
    """Something in Stores, or that was there: ``gone`` once it was taken off the list."""

    stock: Stock  # the thing
    gone: bool  # True once it was taken off the list


@dataclass(frozen=True)
class ArchivedArticle:
    """A first article; its photograph lies under its sum."""

    article: FirstArticle  # the sample: what was pressed with which tool, what it held
    kind: Annotated[str, MaxLen(40)]  # media type of its photograph
    sha256: Sum  # sum of its photograph
    put_away: bool = False  # True once it releases its tool no more


@dataclass(frozen=True)
class ArchivedStores:
    """Everything in Stores, every movement of it, and the first articles of its tools."""

    stock: tuple[ArchivedStock, ...]  # everything that is there or was
    movements: tuple[ArchivedMovement, ...]  # everything that came in or went out
    articles: tuple[ArchivedArticle, ...] = ()  # samples that released a tool


@dataclass(frozen=True)
class ArchivedChain:
    """What was done after the seals, and about people, as links of the chain of seals."""

    links: tuple[ChainLink, ...]


@cache
def chain_adapter() -> "TypeAdapter[ArchivedChain]":
    """The model of what came after the seals."""
    return adapter_for(ArchivedChain)


@cache
def head_adapter() -> "TypeAdapter[ArchiveHead]":
    """The model of what an archive begins with."""
    return adapter_for(ArchiveHead)


@cache
def lead_adapter() -> "TypeAdapter[ArchivedLead]":
    """The model of a lead in an archive."""
    return adapter_for(ArchivedLead)


@cache
def part_adapter() -> "TypeAdapter[ArchivedPart]":
    """The model of a part in an archive."""
    return adapter_for(ArchivedPart)


@cache
def stores_adapter() -> "TypeAdapter[ArchivedStores]":
    """The model of Stores in an archive."""
    return adapter_for(ArchivedStores)


def as_document(text: str) -> dict[str, Any] | str:
    """A kept text as a document, where it is written from that again letter for letter; else the
    text.
    """
    try:
        found = json.loads(text)
    except ValueError:
        return text
    if isinstance(found, dict) and as_text(found) == text:
        return found
    return text


def as_text(document: Any) -> str:
    """A document as it is kept; a text stays as it is."""
    if isinstance(document, str):
        return document
    return json.dumps(document, ensure_ascii=False, separators=(",", ":"))


class ArchiveWriter:
    """Writes an archive, member by member."""

    def __init__(self, file: zipfile.ZipFile) -> None:
        self.file = file
        self.leads = self.parts = self.leaflets = 0
        self._kept: set[str] = set()

    def lead(self, lead: ArchivedLead) -> None:
        """Write a lead; in the order they were begun."""
        self.leads += 1
        self._document(f"leads/{self.leads:07d}.json", lead_adapter(), lead)

    def leaflet(self, content: bytes) -> None:
        """Write the content of a leaflet, once however often it is kept."""
        self.leaflets += 1
        name = f"leaflets/{sha256(content).hexdigest()}"
        if name not in self._kept:
            self._kept.add(name)
            self._member(name, content)

    def part(self, part: ArchivedPart) -> None:
        """Write a part of one's own."""
        self.parts += 1
        self._document(f"parts/{self.parts:05d}.json", part_adapter(), part)

    def stores(self, stores: ArchivedStores) -> None:
        """Write Stores."""
        self._document(STORES, stores_adapter(), stores)

    def jobs(self, jobs: ArchivedJobs) -> None:
        """Write jobs, packs and lots."""
        self._document(JOBS, jobs_adapter(), jobs)

    def chain(self, links: Iterable[ChainLink]) -> None:
        """Write what was done after the seals."""
        self._document(CHAIN, chain_adapter(), ArchivedChain(tuple(links)))

    def head(
        self, seals: int, sealed_head: str, faults: list[str], settings: dict[str, str]
    ) -> None:
        """Write what the archive is of, last of all."""
        head = ArchiveHead(
            format="euthyne-archive",
            version=VERSION,
            leads=self.leads,
            parts=self.parts,
            leaflets=self.leaflets,
            seals=seals,
            sealed_head=sealed_head,
            faults=tuple(faults),
            settings=dict(sorted(settings.items())),
        )
        self._document(HEAD, head_adapter(), head)

    def _document(self, name: str, adapter: "TypeAdapter[Any]", value: Any) -> None:
        document = adapter.dump_python(value, mode="json")
        self._member(name, (json.dumps(document, indent=1, ensure_ascii=False) + "\n").encode())

    def _member(self, name: str, content: bytes) -> None:
        member = zipfile.ZipInfo(name, DATE)
        member.compress_type = zipfile.ZIP_DEFLATED
        member.create_system, member.external_attr = 3, 0o644 << 16
        self.file.writestr(member, content, compresslevel=6)


@contextmanager
def writing_archive(file: Path) -> Iterator[ArchiveWriter]:
    """Write an archive to a file that is not there yet."""
    with zipfile.ZipFile(file, "x") as opened:
        yield ArchiveWriter(opened)


class ArchiveReader:
    """Reads an archive, member by member; each is held to its model. Every method raises Refused."""

    def __init__(self, file: zipfile.ZipFile) -> None:
        self.file = file
        self.head = _read(head_adapter(), self._content(HEAD), HEAD)

    def leads(self) -> Iterator[ArchivedLead]:
        """The leads, in the order they were begun."""
        for name in self._members(r"leads/\d+\.json", self.head.leads):
            yield _read(lead_adapter(), self._content(name), name)

    def parts(self) -> Iterator[ArchivedPart]:
        """The parts of one's own."""
        for name in self._members(r"parts/\d+\.json", self.head.parts):
            yield _read(part_adapter(), self._content(name), name)

    def leaflet(self, sum_: str) -> bytes:
        """The content of a leaflet by its sum."""
        name = f"leaflets/{sum_}"
        content = self._content(name)
        if sha256(content).hexdigest() != sum_:
            raise Refused(Fault(name, "it is not what its name says", "the archive as it was made"))
        return content

    def stores(self) -> ArchivedStores:
        """Stores."""
        found: ArchivedStores = _read(stores_adapter(), self._content(STORES), STORES)
        return found

    def jobs(self) -> ArchivedJobs:
        """Jobs, packs and lots; none where the archive is of before there were any."""
        if JOBS not in self.file.namelist():
            return ArchivedJobs()
        found: ArchivedJobs = _read(jobs_adapter(), self._content(JOBS), JOBS)
        return found

    def chain(self) -> tuple[ChainLink, ...] | None:
        """What was done after the seals; None where the archive is of before that was chained."""
        if CHAIN not in self.file.namelist():
            return None
        found: ArchivedChain = _read(chain_adapter(), self._content(CHAIN), CHAIN)
        return found.links

    def _members(self, pattern: str, many: int) -> list[str]:
        found = sorted(n for n in self.file.namelist() if re.fullmatch(pattern, n))
        if len(found) != many:
            folder = pattern.partition("/")[0]
            problem = f"{len(found)} are there, {many} should be"
            raise Refused(Fault(folder, problem, "the archive as it was made"))
        return found

    def _content(self, name: str) -> bytes:
        try:
            if self.file.getinfo(name).file_size > LARGEST:
                raise Refused(Fault(name, "it is too large", f"{LARGEST:,} bytes at most"))
            return self.file.read(name)
        except KeyError as error:
            raise Refused(Fault(name, "it is missing", "the archive as it was made")) from error
        except Refused:
            raise
        except DAMAGED as error:
            raise Refused(Fault(name, f"it cannot be read: {error}", "the whole file")) from error


@contextmanager
def reading_archive(file: IO[bytes] | Path) -> Iterator[ArchiveReader]:
    """Read an archive. Raises Refused for a file that is none."""
    try:
        opened = zipfile.ZipFile(file)
    except DAMAGED as error:
        problem = f"it is no archive: {error}"
        raise Refused(Fault("", problem, "a file that euthyne export --all wrote")) from error
    with opened:
        yield ArchiveReader(opened)


def _read(adapter: "TypeAdapter[Any]", content: bytes, name: str) -> Any:
    try:
        document = parse_json(content)
        refuse_newer(document, VERSION)
        return read(adapter, document)
    except Refused as refused:
        faults = (
            Fault(f"{name}: {f.field}".rstrip(": "), f.problem, f.fix) for f in refused.faults
        )
        raise Refused(*faults) from refused
