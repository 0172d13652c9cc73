"""What a name, a passphrase and a PIN have to be, and how long somebody waits who gets one wrong.

Source: NIST SP 800-63B, 3.1.1 (length instead of composition; obvious values refused) and 3.2.2 (tries
are slowed); the figures of waiting are this program's own.
"""

import re

from euthyne.core.trade.fault import Fault, Refused

# Letters of a name; it stands beside every step, on the traveller and on the certificate.
LONGEST_NAME = 32
SHORTEST_PASSPHRASE, LONGEST_PASSPHRASE = 12, 200
SHORTEST_PIN, LONGEST_PIN = 4, 8
# Wrong PINs over all devices, after which only the passphrase does: of 4 digits one in 500 is found.
MOST_PINS = 20
# Wrong tries that cost nothing; seconds after the next, which double from there, and at most so many.
FREE_TRIES = 5
FIRST_WAIT, LONGEST_WAIT = 30.0, 900.0
_RUNS = ("01234567890", "09876543210")


def read_name(text: str) -> str:
    """A person's name, with single spaces. Raises Refused."""
    name = " ".join(text.split())
    if not re.fullmatch(rf"[\w'’. -]{{2,{LONGEST_NAME}}}", name) or not any(map(str.isalpha, name)):
        fix = f"2 to {LONGEST_NAME} letters, such as Rowan Marsh"
        raise Refused(Fault("name", f"{text.strip()[:40]!r} is no name", fix))
    return name


def read_passphrase(text: str, name: str) -> str:
    """A passphrase as it was typed. Raises Refused where it is short, or one would guess it.

    Parameters: text; name, of the person whose it is.
    """
    many = f"{SHORTEST_PASSPHRASE} to {LONGEST_PASSPHRASE} letters"
    if not SHORTEST_PASSPHRASE <= len(text) <= LONGEST_PASSPHRASE:
        what = (
            "the passphrase is too short" if len(text) < SHORTEST_PASSPHRASE else "it is too long"
        )
        raise Refused(
            Fault("passphrase", what, f"{many}: four or five words that do not belong together")
        )
    if len(set(text.casefold())) < 5 or name.casefold() in text.casefold():
        what = "the passphrase is one that others would try"
        raise Refused(Fault("passphrase", what, "four or five words that do not belong together"))
    return text


def read_pin(text: str) -> str:
    """A PIN. Raises Refused where it is no PIN, or the first that others would try.

    >>> read_pin(" 4071 ")
    '4071'
    """
    pin, fix = text.strip(), f"{SHORTEST_PIN} to {LONGEST_PIN} digits that are no run, such as 4071"
    if not re.fullmatch(rf"[0-9]{{{SHORTEST_PIN},{LONGEST_PIN}}}", pin):
        raise Refused(Fault("pin", "this is no PIN", fix))
    if len(set(pin)) < 2 or any(pin in run for run in _RUNS):
        raise Refused(Fault("pin", "this PIN is one that others would try", fix))
    return pin


def wait_after(wrong: int) -> float:
    """Seconds to wait after so many wrong tries in a row, by one person on one device.

    >>> [wait_after(n) for n in (0, 4, 5, 6, 7, 50)]
    [0.0, 0.0, 30.0, 60.0, 120.0, 900.0]
    """
    if wrong < FREE_TRIES:
        return 0.0
    doubled = min(wrong - FREE_TRIES, 10)
    return float(min(FIRST_WAIT * 2**doubled, LONGEST_WAIT))


def wait_words(seconds: float) -> str:
    """How long a wait is, in words, rounded up.

    >>> wait_words(29.2), wait_words(61), wait_words(1)
    ('30 seconds', '2 minutes', '1 second')
    """
    whole = int(-(-seconds // 1))
    if whole > 60:
        whole, unit = -(-whole // 60), "minute"
    else:
        unit = "second"
    return f"{whole} {unit}{'' if whole == 1 else 's'}"
