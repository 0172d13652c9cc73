"""People, devices and lines of the house, as they are read from the store."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import cached_property

from euthyne.core.people.roles import Role

ASTRAY = timedelta(days=1)  # how far a clock may have been set back


@dataclass(frozen=True)
class Person:
    """Somebody of this bench."""

    id: int
    name: str
    role: Role
    has_pin: bool
    put_away: bool


@dataclass(frozen=True)
class Device:
    """A device somebody signed in on: until when it is good, and the last day it was used."""

    id: int
    name: str
    person_id: int
    signed_in_at: datetime
    until: datetime
    seen_on: str
    here: int | None = None  # who is at it
    turn: int = 0  # how often that changed: a cookie of an earlier turn is nobody's

    def good(self, moment: datetime) -> bool:
        """True while it is signed in."""
        # One that was signed in to-morrow is of a clock that was wrong then, or is wrong now.
        return self.signed_in_at - ASTRAY <= moment < self.until


@dataclass(frozen=True)
class HouseLine:
    """A line of the log of the house: when, by whom, what."""

    at: str
    by: str
    what: str


@dataclass(frozen=True)
class KnownPeople:
    """Everybody and every device, by id; devices by the sum of their secret too."""

    people: dict[int, Person]
    devices: dict[int, Device]
    by_secret: dict[str, int]

    @cached_property
    def entered(self) -> bool:
        """True once there is somebody who may sign in."""
        return any(not p.put_away for p in self.people.values())
