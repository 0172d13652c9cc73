"""The people of a bench, and the devices they signed in on.

Passphrases and PINs are kept as Argon2id hashes alone; of a device its secret's sum. What is known is
held in memory too, since every page asks: one program has a data folder to itself.
"""

import secrets
from collections.abc import Callable
from contextlib import suppress
from datetime import datetime, timedelta
from functools import cached_property
from threading import Lock
from typing import TYPE_CHECKING

from sqlalchemy import Engine, func, select
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session

from euthyne.core.people.credentials import (
    LONGEST_PASSPHRASE,
    MOST_PINS,
    read_name,
    read_passphrase,
    read_pin,
)
from euthyne.core.people.roles import Role
from euthyne.core.trade.fault import Fault, Refused
from euthyne.store.clock import in_utc, now
from euthyne.store.database import writing
from euthyne.store.faults import DataFault
from euthyne.store.known_people import Device, HouseLine, KnownPeople, Person
from euthyne.store.models import ChainedRow, DeviceRow, HouseLineRow, PersonRow
from euthyne.store.sealing import add_house_line, people_kept
from euthyne.store.tries import ANY_DEVICE, Addresses, Tries, forgive, sum_of

if TYPE_CHECKING:
    from argon2 import PasswordHasher

# How long a device stays signed in.
STAYS = timedelta(days=30)
LONGEST_DEVICE, LINE = 40, 200
_OF_PEOPLE = select(ChainedRow.number).where(ChainedRow.lead_id.is_(None)).limit(1)
NO_WAY_IN = Fault(
    "passphrase", "the name or the passphrase is not right", "both, as the keeper gave them"
)
BUSY = Fault(
    "passphrase", "somebody else is signing in at this moment", "the same again in a few seconds"
)
NO_SUCH_PERSON = Fault("person", "there is nobody of that name here", "one of the list")
LAST_KEEPER = Fault("role", "there would be no keeper left", "somebody else made keeper first")


class PeopleStore:
    """The people and devices of one data file."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        self.known = self._read()
        self.tries = Tries(engine)
        self.addresses = Addresses()
        self.signing = Lock()
        self.lock = Lock()

    @cached_property
    def hasher(self) -> "PasswordHasher":
        """Argon2id, with the second recommended choice of its standard. Source: RFC 9106, 4."""
        from argon2 import PasswordHasher
        from argon2.profiles import RFC_9106_LOW_MEMORY

        return PasswordHasher.from_parameters(RFC_9106_LOW_MEMORY)

    @cached_property
    def _nobody(self) -> str:
        """A hash that is tried where there is nobody of a name, so that it takes as long."""
        return self.hasher.hash(secrets.token_hex())

    def _read(self) -> KnownPeople:
        with Session(self.engine) as session:
            people = {p.id: _person(p) for p in session.scalars(select(PersonRow))}
            rows = session.scalars(select(DeviceRow).where(DeviceRow.ended.is_(False))).all()
            devices = {d.id: _device(d) for d in rows}
            return KnownPeople(people, devices, {d.secret: d.id for d in rows})

    def _write(self, work: Callable[[Session], None], by: str = "", what: str = "") -> None:
        """Do something in one transaction, with its line in the log of the house: what it changed of
        people stands in that line's link of the chain.
        """
        with self.lock:
            with writing(self.engine) as session:
                # The first line tells of everybody who is entered already.
                first = session.scalar(_OF_PEOPLE) is None
                before = {} if first else people_kept(session)
                work(session)
                session.flush()
                if what:
                    left = people_kept(session)
                    changed = {k: v for k, v in left.items() if before.get(k) != v}
                    facts = {"people": changed} if changed else {}
                    add_house_line(session, now(), by, what[:LINE], **facts)
            self.known = self._read()

    def note(self, by: str, what: str) -> None:
        """Write a line into the log of the house."""
        self._write(lambda session: None, by, what)

    def lines(self, many: int) -> list[HouseLine]:
        """The newest lines of the log of the house, newest first."""
        with Session(self.engine) as session:
            query = select(HouseLineRow).order_by(HouseLineRow.id.desc()).limit(many)
            return [HouseLine(row.at, row.by, row.what) for row in session.scalars(query)]

    # ---- people

    def all(self) -> list[Person]:
        """Everybody, by name; who was put away last."""
        return sorted(self.known.people.values(), key=lambda p: (p.put_away, p.name.casefold()))

    def here(self) -> list[Person]:
        """Everybody who may sign in, by name."""
        return [p for p in self.all() if not p.put_away]

    def named(self, name: str) -> Person | None:
        """Somebody by name, however its letters are written."""
        wanted = _folded(name)
        return next((p for p in self.known.people.values() if _folded(p.name) == wanted), None)

    @property
    def has_keeper(self) -> bool:
        """True where somebody keeps this bench."""
        return any(p.role is Role.KEEPER for p in self.here())

    def add(self, name: str, role: Role, passphrase: str, at: datetime, by: str = "") -> Person:
        """Enter somebody. Raises Refused; the first has to be a keeper."""
        name = read_name(name)
        read_passphrase(passphrase, name)
        row = PersonRow(
            name=name,
            known_as=_folded(name),
            role=role,
            passphrase=self.hasher.hash(passphrase),
            added_at=in_utc(at),
        )

        def enter(session: Session) -> None:
            if session.scalar(select(PersonRow.id).where(PersonRow.known_as == row.known_as)):
                fix = "another name: what was signed under this one stays theirs"
                raise Refused(Fault("name", f"{name} is entered already", fix))
            if role is not Role.KEEPER and not _keepers(session):
                raise Refused(Fault("role", "the first has to be a keeper", "keeper"))
            session.add(row)

        self._write(enter, by, f"{name} entered as {role}")
        found = self.named(name)
        assert found is not None
        return found

    def set_role(self, person: int, role: Role, by: str = "") -> None:
        """Give somebody another role. Raises Refused where no keeper would be left."""

        def change(session: Session) -> None:
            _row(session, person).role = role
            _keeps_a_keeper(session)

        self._write(change, by, f"{self._known(person).name} made {role}")

    def put_away(self, person: int, away: bool, by: str = "") -> None:
        """Let somebody in no more, or again; their devices are signed out. Raises Refused."""

        def change(session: Session) -> None:
            _row(session, person).put_away = away
            if away:
                _keeps_a_keeper(session)
                _sign_out(session, person)

        what = "put away, and signed out everywhere" if away else "let in again"
        self._write(change, by, f"{self._known(person).name} {what}")

    def set_passphrase(
        self, person: int, passphrase: str, by: str = "", at_device: int | None = None
    ) -> None:
        """Give somebody another passphrase: every device of theirs is signed out, but the one it is set
        at; wrong tries are forgotten. Raises Refused.
        """
        name = self._known(person).name
        read_passphrase(passphrase, name)
        kept = self.hasher.hash(passphrase)

        def change(session: Session) -> None:
            _row(session, person).passphrase = kept
            forgive(session, _folded(name))
            _sign_out(session, person, at_device)

        self._write(change, by, f"passphrase of {name} set anew")

    def set_pin(self, person: int, pin: str) -> None:
        """Give somebody a PIN for devices that are signed in. Raises Refused."""
        kept = self.hasher.hash(read_pin(pin))
        name = self._known(person).name
        self._change(person, lambda row: setattr(row, "pin", kept), name, f"PIN of {name} set")

    def _change(self, person: int, change: Callable[[PersonRow], None], by: str, what: str) -> None:
        self._write(lambda session: change(_row(session, person)), by, what)

    def _known(self, person: int) -> Person:
        found = self.known.people.get(person)
        if found is None:
            raise Refused(NO_SUCH_PERSON)
        return found

    # ---- devices

    def devices(self, at: datetime) -> list[Device]:
        """Devices that are signed in, the one used last first."""
        found = (d for d in self.known.devices.values() if d.good(at))
        return sorted(found, key=lambda d: (d.seen_on, d.id), reverse=True)

    def device_of(self, secret: str, at: datetime) -> Device | None:
        """The device whose cookie holds a secret, while it is signed in; that it was used today is
        written once a day.
        """
        device = self.known.devices.get(self.known.by_secret.get(sum_of(secret), 0))
        if device is None or not device.good(at):
            return None
        owner = self.known.people.get(device.person_id)
        if owner is None or owner.put_away:
            return None
        today = at.date().isoformat()
        if device.seen_on < today:
            # Not worth a page where nothing can be written just now.
            with suppress(DataFault, DBAPIError, OSError):
                self._device(device.id, lambda row: setattr(row, "seen_on", today))
        return device

    def sign_in(
        self, name: str, passphrase: str, device: str, address: str, at: datetime
    ) -> tuple[Person, str]:
        """Sign a device in for thirty days.

        Parameters: name and passphrase, as typed; device, what it is called; address, it asks from; at.
        Returns: the person, and the secret its cookie is to hold.
        Raises: Refused where either is wrong, the device has no name, or it is too soon after others.
        """
        called = " ".join(device.split())[:LONGEST_DEVICE]
        if not called:
            fix = "what it is, such as Tablet at the vice"
            raise Refused(Fault("device", "the device has no name", fix))
        self.addresses.hold(address, at)
        # One at a time, and nobody waits for their turn: whoever is in keeps a thread.
        if not self.signing.acquire(blocking=False):
            raise Refused(BUSY)
        try:
            person = self._signs_in(name, passphrase, address, at)
        finally:
            self.signing.release()
        if person is None:
            raise Refused(NO_WAY_IN)
        secret = secrets.token_urlsafe(32)
        row = DeviceRow(
            name=called,
            secret=sum_of(secret),
            person_id=person.id,
            signed_in_at=in_utc(at),
            until=in_utc(at + STAYS),
            seen_on=at.date().isoformat(),
            here=person.id,
            turn=1,
        )

        def enter(session: Session) -> None:
            forgive(session, _folded(person.name))
            session.add(row)

        self._write(enter, person.name, f"{called} signed in")
        return person, secret

    def _signs_in(self, name: str, passphrase: str, address: str, at: datetime) -> Person | None:
        """Whoever a name and a passphrase are of. Raises Refused."""
        person = self.named(name)
        if person is not None and person.put_away:
            person = None
        kept = self._hash_of(person, "passphrase") if person else self._nobody
        verifies, place = self._verifies(kept, passphrase), f"address {address}"
        try:
            self.tries.take(_folded(name), place, verifies, NO_WAY_IN, at)
        except Refused:
            self.addresses.told(address, False, at)
            raise
        self.addresses.told(address, person is not None, at)
        return person

    def come_to(self, device: int, person: int | None) -> int:
        """Somebody is at a device from now on, or nobody; whoever was is so no more. Raises Refused
        where there is no such device. Returns: the turn it is by now.
        """

        def change(row: DeviceRow) -> None:
            row.here, row.turn = person, row.turn + 1

        self._device(device, change)
        return self.known.devices[device].turn

    def change_to(self, person: int, pin: str, device: Device, at: datetime) -> Person:
        """Somebody else at a device that is signed in, by their PIN. Wrong ones are counted over all
        devices; after MOST_PINS of them only the passphrase does, which clears them. Raises Refused.
        """
        other = self._somebody(person)
        if not other.has_pin:
            fix = "the passphrase in its place, and a PIN set under Who is here"
            raise Refused(Fault("pin", f"{other.name} has no PIN yet", fix))
        name = _folded(other.name)
        if self.pin_shut(other):
            what = f"the PIN of {other.name} is shut after {MOST_PINS} wrong tries"
            raise Refused(Fault("pin", what, "their passphrase in its place, which opens it again"))
        wrong = Fault(
            "pin", f"that is not the PIN of {other.name}", "theirs; or another person of the list"
        )
        verifies = self._verifies(self._hash_of(other, "pin"), pin.strip())
        try:
            self.tries.take(name, f"device {device.id}", verifies, wrong, at, over_all=ANY_DEVICE)
        except Refused:
            if self.pin_shut(other):
                what = (
                    f"PIN of {other.name} shut: {MOST_PINS} wrong tries, the last at {device.name}"
                )
                self.note("", what)
            raise
        return other

    def change_by_passphrase(
        self, person: int, passphrase: str, device: Device, at: datetime
    ) -> Person:
        """Somebody else at a device that is signed in, by their passphrase; their PIN is open again.
        Raises Refused.
        """
        other = self._somebody(person)
        wrong = Fault("passphrase", f"that is not the passphrase of {other.name}", "theirs")
        verifies = self._verifies(self._hash_of(other, "passphrase"), passphrase)
        self.tries.take(_folded(other.name), f"device {device.id}", verifies, wrong, at)
        self._write(lambda session: forgive(session, _folded(other.name)))
        return other

    def _somebody(self, person: int) -> Person:
        found = self._known(person)
        if found.put_away:
            raise Refused(NO_SUCH_PERSON)
        return found

    def pin_shut(self, person: Person) -> bool:
        """True where only the passphrase of somebody does."""
        return self.wrong_pins(person) >= MOST_PINS

    def wrong_pins(self, person: Person) -> int:
        """How many wrong PINs somebody's was tried with, on any device, since their passphrase last
        was given.
        """
        return self.tries.many(_folded(person.name), ANY_DEVICE)

    def check(self, person: int, passphrase: str, device: Device, at: datetime) -> None:
        """That somebody knows their passphrase, before it is changed. Raises Refused."""
        found = self._known(person)
        wrong = Fault("now", "that is not your passphrase", "the one you signed in with")
        kept = self._hash_of(found, "passphrase")
        verifies = self._verifies(kept, passphrase)
        self.tries.take(_folded(found.name), f"device {device.id}", verifies, wrong, at)

    def throw_out(self, device: int, by: str = "") -> None:
        """Sign a device out, from here or on itself. Raises Refused where there is none."""
        found = self.known.devices.get(device)
        what = f"{found.name if found else 'a device'} signed out"
        self._device(device, lambda row: setattr(row, "ended", True), by, what)

    def _device(
        self, device: int, change: Callable[[DeviceRow], None], by: str = "", what: str = ""
    ) -> None:
        def write(session: Session) -> None:
            row = session.get(DeviceRow, device)
            if row is None:
                fix = "one of the list"
                raise Refused(Fault("device", "there is no such device", fix))
            change(row)

        self._write(write, by, what)

    # ---- what is kept of a secret

    def _verifies(self, kept: str, given: str) -> Callable[[], bool]:
        """Holds what was given against the hash that is kept, when it is asked to."""

        def verify() -> bool:
            from argon2.exceptions import InvalidHashError, VerificationError

            try:
                return bool(self.hasher.verify(kept, given[:LONGEST_PASSPHRASE]))
            except (VerificationError, InvalidHashError):
                return False

        return verify

    def _hash_of(self, person: Person, what: str) -> str:
        with Session(self.engine) as session:
            return str(getattr(_row(session, person.id), what))


def _keepers(session: Session) -> int:
    """How many there are who keep this bench, as it stands in a transaction."""
    query = select(func.count()).where(PersonRow.role == Role.KEEPER, PersonRow.put_away.is_(False))
    return session.scalar(query) or 0


def _keeps_a_keeper(session: Session) -> None:
    """Raises Refused where nobody would be left who keeps this bench."""
    session.flush()
    if not _keepers(session):
        raise Refused(LAST_KEEPER)


def _sign_out(session: Session, person: int, but: int | None = None) -> None:
    """Every device that somebody signed in on is a stranger, but one."""
    for device in session.scalars(select(DeviceRow).where(DeviceRow.person_id == person)):
        if device.id != but:
            device.ended = True


def _row(session: Session, person: int) -> PersonRow:
    row = session.get(PersonRow, person)
    if row is None:
        raise Refused(NO_SUCH_PERSON)
    return row


def _person(row: PersonRow) -> Person:
    return Person(row.id, row.name, Role(row.role), bool(row.pin), row.put_away)


def _device(row: DeviceRow) -> Device:
    return Device(
        row.id,
        row.name,
        row.person_id,
        datetime.fromisoformat(row.signed_in_at),
        datetime.fromisoformat(row.until),
        row.seen_on,
        row.here,
        row.turn,
    )


def _folded(name: str) -> str:
    return " ".join(name.split()).casefold()
