"""Wrong tries at a passphrase or a PIN: counted by person and device, and slowed."""

import hashlib
from collections.abc import Callable
from datetime import datetime, timedelta
from threading import Lock

from sqlalchemy import Engine, Select, delete, func, select
from sqlalchemy.orm import Session

from euthyne.core.people.credentials import wait_after, wait_words
from euthyne.core.trade.fault import Fault, Refused
from euthyne.store.clock import in_utc
from euthyne.store.database import writing
from euthyne.store.models import WrongTryRow

# How long tries are kept after the last of them, and how many at most.
FORGOTTEN, MOST = timedelta(days=1), 10_000
# Where the wrong PINs of somebody are counted together; these are forgotten by their passphrase alone.
# Wrong sign-ins that an address has beyond those of one person: a house of people behind one.
MORE_OF_ADDRESS = 10
ANY_DEVICE = "any device"


class Tries:
    """The wrong tries of one data file; one is made at a time, so that none slips past the count."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        self.lock = Lock()

    def take(
        self,
        name: str,
        place: str,
        verifies: Callable[[], bool],
        wrong: Fault,
        at: datetime,
        over_all: str = "",
    ) -> None:
        """Let somebody try, where it is not too soon after others.

        Parameters: name, folded, of the person; place, the device it is tried on; verifies, whether
        what was given is right; wrong, what is said where it is not; at; over_all, where a wrong one
        is counted beside that, whatever is tried right after it.
        Raises: Refused.
        """
        whose, place = sum_of(name), place[:64]
        with self.lock:
            with Session(self.engine) as session:
                row = session.scalar(_of(whose, place))
                many = row.many if row else 0
                last = datetime.fromisoformat(row.last_at) if row else at
            left = wait_after(many) - abs((at - last).total_seconds())
            if left > 0:
                what = f"{many} wrong tries in a row on this device"
                raise Refused(Fault(wrong.field, what, f"the next in {wait_words(left)}"))
            good = verifies()
            self._count(whose, place, 0 if good else many + 1, at)
            if over_all and not good:
                self._count(whose, over_all, self.many(name, over_all) + 1, at)
        if not good:
            wait = wait_after(many + 1)
            more = (
                f"; after {many + 1} wrong tries the next is in {wait_words(wait)}" if wait else ""
            )
            raise Refused(Fault(wrong.field, wrong.problem, wrong.fix + more))

    def many(self, name: str, place: str) -> int:
        """How many wrong tries are counted. Parameters: name, folded, of the person; place."""
        with Session(self.engine) as session:
            row = session.scalar(_of(sum_of(name), place))
            return row.many if row else 0

    def _count(self, whose: str, place: str, many: int, at: datetime) -> None:
        """Keep how many there were; old ones go, and the oldest where somebody makes very many."""
        with writing(self.engine) as session:
            old = WrongTryRow.last_at < in_utc(at - FORGOTTEN)
            newest = select(func.max(WrongTryRow.id)).scalar_subquery()
            kept = WrongTryRow.place == ANY_DEVICE
            over = old | (WrongTryRow.id <= newest - MOST)
            session.execute(delete(WrongTryRow).where(over & ~kept))
            row = session.scalar(_of(whose, place))
            if row is not None and not many:
                session.delete(row)
            elif many:
                row = row or WrongTryRow(whose=whose, place=place)
                row.many, row.last_at = many, in_utc(at)
                session.add(row)


class Addresses:
    """Wrong sign-ins by the address they came from, whatever names were given: beyond a few, the next
    is not even looked at for a while.
    """

    def __init__(self) -> None:
        self.wrong: dict[str, tuple[int, datetime]] = {}
        self.lock = Lock()

    def hold(self, address: str, at: datetime) -> None:
        """Raises Refused where too many from an address were wrong a moment ago."""
        with self.lock:
            many, last = self.wrong.get(_net(address), (0, at))
        left = wait_after(many - MORE_OF_ADDRESS) - abs((at - last).total_seconds())
        if left > 0:
            what = f"{many} sign-ins from this address were wrong"
            raise Refused(Fault("passphrase", what, f"the next in {wait_words(left)}"))

    def told(self, address: str, good: bool, at: datetime) -> None:
        """A sign-in from an address was right, or wrong."""
        with self.lock:
            many, _ = self.wrong.pop(_net(address), (0, at))
            if not good:
                self.wrong[_net(address)] = (many + 1, at)
            while len(self.wrong) > MOST:
                self.wrong.pop(next(iter(self.wrong)))


def _net(address: str) -> str:
    """An address; of IPv6 the network, since whoever has one has all of it."""
    return ":".join(address.split(":")[:4]) if ":" in address else address


def forgive(session: Session, name: str) -> None:
    """Forget somebody's wrong tries. Parameters: session; name, folded."""
    session.execute(delete(WrongTryRow).where(WrongTryRow.whose == sum_of(name)))


def sum_of(text: str) -> str:
    """A text as it is looked up by: of one length, and not to be read back."""
    return hashlib.sha256(text.encode("utf-8", "surrogatepass")).hexdigest()


def _of(whose: str, place: str) -> Select[WrongTryRow]:
    return select(WrongTryRow).where(WrongTryRow.whose == whose, WrongTryRow.place == place)
