"""The workshop and the plan of days as they are kept, among the settings of the log."""

from collections.abc import Mapping
from functools import lru_cache

from euthyne.core.days.days import Days
from euthyne.core.days.workshop import Workshop
from euthyne.core.trade.fault import Fault, Refused
from euthyne.exchange.reading import adapter_for
from euthyne.store.leads import LeadStore

WORKSHOP, DAYS = "workshop", "days"


def refuse_unread(settings: Mapping[str, str]) -> None:
    """Raise Refused where the workshop or the days among some settings cannot be read."""
    for key, read in ((WORKSHOP, _workshop), (DAYS, _days)):
        try:
            read(settings.get(key, ""))
        except ValueError as error:
            what = "it is not what a plan of days stands on"
            fix = "hours and days as this program writes them"
            raise Refused(Fault(f"settings.{key}", what, fix)) from error


def workshop(store: LeadStore) -> Workshop:
    """Who is there when, what there is one of."""
    return _workshop(store.setting(WORKSHOP))


def keep_workshop(store: LeadStore, new: Workshop) -> None:
    """Keep who is there when."""
    store.set(WORKSHOP, adapter_for(Workshop).dump_json(new).decode())


def days(store: LeadStore) -> Days | None:
    """The plan of days as it was made last; None where none was made."""
    return _days(store.setting(DAYS))


def keep_days(store: LeadStore, new: Days) -> None:
    """Keep a plan of days."""
    store.set(DAYS, adapter_for(Days).dump_json(new).decode())


@lru_cache(maxsize=4)
def _workshop(text: str) -> Workshop:
    if not text:
        return Workshop()
    found: Workshop = adapter_for(Workshop).validate_json(text)
    return found


@lru_cache(maxsize=4)
def _days(text: str) -> Days | None:
    if not text:
        return None
    found: Days = adapter_for(Days).validate_json(text)
    return found
