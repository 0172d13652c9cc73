"""What a thing is called in Stores, and what somebody who types it means."""

import re

from euthyne.core.shelf.part import Part
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stores.stock import StockKind
from euthyne.core.trade.cable import CableType, cable_types
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.sizes import read_size, read_size_here
from euthyne.core.trade.sleeve import sleeves
from euthyne.core.trade.wire import size_words

# The area of a single, in place of its make-up.
SQUARE_MM = re.compile(r"(?i)(\d+(?:\.\d+)?)\s*(?:mm2|mm²|sq ?mm)")


def what_of(kind: StockKind, text: str, gauge: bool = False) -> str:
    """What a text names, as a need asks for it; gauge, True on a bench that buys by gauge.

    Raises: Refused when there is no such thing.
    """
    text = " ".join(text.split())
    if kind == "cable":
        return _cable_what(text)
    if kind == "part":
        return _shelf_what(text)
    if kind == "die":
        return read_size_here(text, "what", gauge).name
    if kind == "sleeve" and text not in {s.name for s in sleeves()}:
        what = f"{text!r} is not in the table of sleeves"
        raise Refused(Fault("what", what, "one of the list, such as 12 mm 3:1"))
    return _in_words(text)


def _cable_what(text: str) -> str:
    """A cable by its type or by what it is called, its make-up after it or before it."""
    names = {
        name.lower(): cable
        for cable in cable_types().values()
        for name in (cable.name, cable.called)
    }
    said = text.lower()
    for name in sorted(names, key=len, reverse=True):
        if said.startswith(f"{name} ") or said.endswith(f" {name}"):
            made = text[len(name) :] if said.startswith(name) else text[: -len(name)]
            return _in_words(f"{names[name].name} {_made_up(names[name], made.strip())}")
    what = f"{text!r} is no cable Euthyne knows" if text else "nothing says which cable"
    raise Refused(Fault("what", what, "its type and make-up, such as H07RN-F 3G1.5"))


def _made_up(cable: CableType, made: str) -> str:
    """A make-up as Stores write it: a single of 50 mm2 is 1x50."""
    area = SQUARE_MM.fullmatch(made)
    return f"1x{area[1]}" if area and not cable.cord else made


def _shelf_what(text: str) -> str:
    name, _, size = text.partition(" ")
    part = shelf().get(name)
    if part is None or counted_by_size(part) != bool(size):
        raise Refused(Fault("what", f"the shelf has no part {text!r}", "one of the list"))
    if size:
        return part_what(part, read_size(size, "what").name)
    return part_what(part, "")


def _in_words(text: str) -> str:
    if len(text) < 3:
        raise Refused(Fault("what", "nothing says what it is", "a few words"))
    return text[:80]


def counted_by_size(part: Part) -> bool:
    """True where a part is bought by the size of its conductor, one for each core: a lug."""
    return TERMINATIONS[part.joint].by_size


def part_what(part: Part, size_name: str) -> str:
    """A part as it is counted: by its id, a lug by its size too."""
    if counted_by_size(part):
        return f"{part.id} {size_name}"
    return part.id


def words_of(kind: StockKind, what: str) -> str:
    """What something in Stores is, in words: a part by the words of the shelf."""
    name, _, size = what.partition(" ")
    if kind == "part" and name in shelf():
        if size:
            return f"{shelf()[name].words}, {size_words(size)}"
        return shelf()[name].words
    if kind == "cable" and name in cable_types():
        return f"{cable_types()[name].called} {size}"
    if kind == "sleeve":
        known = {sleeve.name: sleeve.words for sleeve in sleeves()}
        return f"{known.get(what, what)} sleeve"
    if kind == "die":
        return f"die for lugs of {size_words(what)}"
    return what
