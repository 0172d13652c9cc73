"""Core colours: the schemes, the colour of each core, and colours that mean another core elsewhere."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache

from euthyne.core.trade.corewords import function_of, own_name
from euthyne.data.schema import check_keys
from euthyne.data.tables import toml


@dataclass(frozen=True)
class Scheme:
    """A core-colour scheme: the colour of each function, where it is written down, and where it is
    met with.
    """

    name: str
    colours: dict[str, str]
    source: str
    order: tuple[str, ...] = ()
    words: str = ""


@cache
def schemes() -> dict[str, Scheme]:
    """Every colour scheme by name. Raises: TableError for a key that nothing reads."""
    found = {}
    for name, t in toml("core-colours.toml").items():
        check_keys(f"core-colours.toml, {name}", t, ("source", "colours"), ("order", "words"))
        found[name] = Scheme(
            name=name,
            colours=t["colours"],
            source=t["source"],
            order=tuple(t.get("order", ())),
            words=t.get("words", ""),
        )
    return found


def schemes_for(cores: tuple[str, ...]) -> tuple[Scheme, ...]:
    """The schemes that give every core a colour, by its function or by its number."""
    named = {c for c in cores if c != "S" and not c.lstrip("T").isdigit()}
    numbered = any(c.lstrip("T").isdigit() for c in cores)
    return tuple(
        s for s in schemes().values() if named <= set(s.colours) and (s.order or not numbered)
    )


def colour(scheme: str, core: str) -> str:
    """The colour of a core by its function; numbered cores and balance taps go round the scheme's
    list.
    """
    colours = schemes()[scheme].colours
    if core in colours:
        return colours[core]
    order = schemes()[scheme].order
    if core == "S" or not order or not core.strip("LT").isdigit():
        if core == "S":
            return "bare"
        return colours.get("L", "grey")
    place = int(core.strip("LT")) - (0 if core.startswith("T") else 1)
    return order[place % len(order)]


@dataclass(frozen=True)
class Colours:
    """The colours of a lead's cores: its scheme's, those set one by one, and which cores there are
    to tell apart.
    """

    scheme: str
    own: Mapping[str, str] = field(hash=False)
    cores: tuple[str, ...]

    def of(self, core: str) -> str:
        """The colour of a core.

        >>> Colours("iec", {"L": "white"}, ("L", "N")).of("L")
        'white'
        """
        return self.own.get(core) or colour(self.scheme, own_name(core))

    def called(self, core: str) -> str:
        """The colour as it is said at the bench; of two alike, with what is printed on the core or
        tied to it.

        >>> Colours("numbered", {}, ("1", "2")).called("2")
        'black number 2'
        """
        tint = self.of(core)
        cable, _, name = core.rpartition(".")
        beside = [c for c in self.cores if c.rpartition(".")[0] == cable]
        if name.startswith("T"):
            return f"{tint} tap {name[1:]}"
        alike = [c for c in beside if self.of(c) == tint and not own_name(c).startswith("T")]
        if len(alike) < 2:
            return tint
        return f"{tint} number {name if name.isdigit() else beside.index(core) + 1}"


def false_friends(
    cable: str, leaflet: str, cores: tuple[str, ...]
) -> tuple[tuple[str, str, str], ...]:
    """Colours that mean one core on the cable and another on the plug's leaflet.

    Returns: (colour, what it is on the cable, what the leaflet takes it for), one for each such
    colour.
    """
    there = {colour(leaflet, core): core for core in cores}
    pairs = [(colour(cable, core), core) for core in cores]
    return tuple(
        (tint, function_of(core), function_of(there[tint]))
        for tint, core in pairs
        if tint in there and function_of(there[tint]) != function_of(core)
    )
