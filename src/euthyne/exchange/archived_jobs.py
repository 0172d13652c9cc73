"""Jobs, packs and lots in an archive: what was asked for, how things are sold, where they are from."""

from dataclasses import dataclass
from functools import cache
from typing import TYPE_CHECKING, Annotated

from annotated_types import Ge, MaxLen, MinLen

from euthyne.core.jobs.cuts import CuttingList, Pack
from euthyne.core.jobs.job import Job
from euthyne.core.jobs.quote import Quote
from euthyne.core.stores.lot import Lot
from euthyne.core.stores.stock import StockKind
from euthyne.core.trade.worded import Moment, Tag
from euthyne.exchange.reading import adapter_for

if TYPE_CHECKING:
    from pydantic import TypeAdapter

By = Annotated[str, MaxLen(40)]


@dataclass(frozen=True)
class ArchivedJobLine:
    """A line of a job's log."""

    at: Moment  # when
    by: By  # who
    what: str  # what was done, in words


@dataclass(frozen=True)
class ArchivedPromise:
    """So much of something that is kept for a job."""

    kind: StockKind  # cable, sleeving, part
    what: Annotated[str, MaxLen(80)]  # which, as Stores name it
    amount: Annotated[float, Ge(0)]  # metres or pieces


@dataclass(frozen=True)
class ArchivedQuote:
    """A quote as it was given; its page lies among the leaflets, under its sum."""

    quote: Quote  # what it said
    sha256: Annotated[str, MinLen(64), MaxLen(64)]  # sum of its page


@dataclass(frozen=True)
class ArchivedJob:
    """A job with all that is kept of it."""

    number: Annotated[int, Ge(1)]  # its number
    job: Job  # what was asked for
    put_away: bool  # True where it stands on no list any more
    tags: tuple[Tag, ...]  # its leads
    log: tuple[ArchivedJobLine, ...]  # what was done about it
    promises: tuple[ArchivedPromise, ...]  # what Stores keep for it
    cutting: CuttingList | None = None  # its cutting list, as it lies at the bench
    quotes: tuple[ArchivedQuote, ...] = ()  # what it was quoted at, the first first


@dataclass(frozen=True)
class ArchivedLot:
    """The lot of something in Stores."""

    stock: Annotated[str, MaxLen(40)]  # of which thing
    lot: Lot  # what is known of it
    barred: Annotated[str, MaxLen(200)] = ""  # why nothing of it is used any more


@dataclass(frozen=True)
class ArchivedReturn:
    """A lead that came back when its lot was called back."""

    tag: Tag  # which lead
    number: Annotated[str, MaxLen(40)]  # of which lot
    at: Moment  # when it came
    by: By  # who took it in


@dataclass(frozen=True)
class ArchivedLent:
    """Something that is lent."""

    stock: Annotated[str, MaxLen(40)]  # which tool
    whom: Annotated[str, MaxLen(60)]  # to whom
    back_on: Annotated[str, MaxLen(10)]  # the day it is to be back; empty where none was said
    at: Moment  # when it was lent
    by: By  # who lent it


@dataclass(frozen=True)
class ArchivedJobs:
    """Every job, every pack, every lot."""

    jobs: tuple[ArchivedJob, ...] = ()  # every job
    packs: tuple[Pack, ...] = ()  # how things are sold
    lots: tuple[ArchivedLot, ...] = ()  # where they are from
    returned: tuple[ArchivedReturn, ...] = ()  # what came back of a lot that was called back
    lent: tuple[ArchivedLent, ...] = ()  # what is lent, and to whom


@cache
def jobs_adapter() -> "TypeAdapter[ArchivedJobs]":
    """The model of jobs, packs and lots in an archive."""
    return adapter_for(ArchivedJobs)


@cache
def job_adapter() -> "TypeAdapter[ArchivedJob]":
    """The model of one job as an open document."""
    return adapter_for(ArchivedJob)
