"""What the ways of a connector are for, as a person writes it: ``1 plus, 2 minus, 5 lamp``."""

import re

from euthyne.core.trade.fault import Fault, Refused

LONGEST = 300  # letters of all of it
ONE = re.compile(r"(\d{1,2})\s*[:=]?\s+?(\S.{0,39})|(\d{1,2})\s*[:=]\s*(\S.{0,39})")


def read_ways(text: str, field: str) -> str:
    """Ways and what each is for, as they are kept.

    Parameters: text as it was typed; field, for what is said of it. Returns: the ways with one comma between.
    Raises: Refused with what would do.

    >>> read_ways("1: plus,2 minus ", "brief.supply_ways")
    '1 plus, 2 minus'
    """
    if len(text) > LONGEST:
        raise Refused(Fault(field, f"{len(text)} letters are too many", f"{LONGEST} at most"))
    found: dict[str, str] = {}
    for said in filter(None, (part.strip() for part in text.split(","))):
        told = ONE.fullmatch(said)
        if told is None:
            raise Refused(
                Fault(field, f"{said!r} is not a way and what it is for", "1 plus, 2 minus, 5 lamp")
            )
        way, what = str(int(told[1] or told[3])), told[2] or told[4]
        if way in found:
            raise Refused(Fault(field, f"way {way} is said twice", "each way once"))
        found[way] = " ".join(what.split())
    return ", ".join(f"{way} {what}" for way, what in found.items())


def ways_of(text: str) -> dict[str, str]:
    """What each way is for, by its number.

    >>> ways_of("1 plus, 2 minus")
    {'1': 'plus', '2': 'minus'}
    """
    pairs = (said.partition(" ") for said in text.split(", ") if said)
    return {way: what for way, _, what in pairs}
