"""Core colours: the schemes, the colour of each core, and colours that mean another core elsewhere."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache, cached_property

from euthyne.core.trade.corewords import function_of, own_name
from euthyne.data.schema import check_keys
from euthyne.data.tables import toml

PROTECTIVE = "green-yellow"  # the protective conductor's alone, IEC 60445
EARTH_TINTS = (PROTECTIVE, "green", "bare")
ROLES = {
    "L": "line",
    "L1": "line",
    "L2": "line",
    "L3": "line",
    "N": "neutral",
    "E": "earth",
    "bond": "earth",
    "+": "plus",
    "-": "minus",
}


def role(function: str | None) -> str:
    """What a colour may say of a function: line, neutral, earth, plus, minus; empty for what no colour
    says, such as a number or a tap.

    >>> role("L2"), role("cord.N"), role("7")
    ('line', 'neutral', '')
    """
    return ROLES.get(own_name(function or ""), "")


@dataclass(frozen=True)
class Scheme:
    """A core-colour scheme."""

    name: str
    colours: dict[str, str]  # the colour of each function
    source: str  # where it is written down
    order: tuple[str, ...] = ()  # the colours of numbered cores
    words: str = ""  # where it is met with
    also: tuple[tuple[str, str], ...] = ()  # further colours, each with its function
    tells: bool = True  # False where a colour says nothing of a function
    today: tuple[str, ...] = ()  # standards of the couplers whose countries use it today

    def says(self, tint: str) -> frozenset[str]:
        """The roles that a colour says here; none where it says nothing.

        >>> sorted(schemes()["dc-boat"].says("black")), sorted(schemes()["iec"].says("white"))
        (['minus'], [])
        """
        if not self.tells:
            return frozenset()
        listed = (*((t, f) for f, t in self.colours.items()), *self.also)
        return frozenset(role(function) for t, function in listed if t == tint)


@cache
def schemes() -> dict[str, Scheme]:
    """Every colour scheme by name. Raises: TableError for a key that nothing reads."""
    found = {}
    for name, t in toml("core-colours.toml").items():
        may_say = ("order", "words", "also", "tells", "today")
        check_keys(f"core-colours.toml, {name}", t, ("source", "colours"), may_say)
        found[name] = Scheme(
            name=name,
            colours=t["colours"],
            source=t["source"],
            order=tuple(t.get("order", ())),
            words=t.get("words", ""),
            also=tuple((tint, function) for tint, function in t.get("also", ())),
            tells=t.get("tells", True),
            today=tuple(t.get("today", ())),
        )
    return found


NORTH_AMERICAN = "NEMA WD 6"
# Standards of couplers that belong to a country; those of IEC 60309 and 60320 are met with in all.
COUNTRIES = tuple(standard for s in schemes().values() for standard in s.today)


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
        return self._called.get(core) or self._as_said(core)

    @cached_property
    def _called(self) -> dict[str, str]:
        return {core: self._as_said(core) for core in self.cores}

    def _as_said(self, core: str) -> str:
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
