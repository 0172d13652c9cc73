"""What a bench is: which plugs its wall takes, what is made at it, what it can prove with; and which starts come
first at such a bench.
"""

from collections.abc import Iterable
from dataclasses import dataclass

from euthyne.core.kinds import Kind, KindFamily, Start
from euthyne.core.shelf.parts import shelf
from euthyne.core.stages.prove.wanted import Tester

# The countries whose plugs are asked for, by the standard that their plugs are of.
PLUGS = {
    "BS 1363": "Britain and Ireland: three square pins",
    "CEE 7": "Europe: two round pins",
    "AS/NZS 3112": "Australia and New Zealand: slanted pins",
    "NEMA WD 6": "North America: flat blades",
}
NO_PLUGS = "none"  # nothing of it goes into a wall
FIRST = 12  # starts that are shown at once
OF_A_FAMILY = 4  # while several families are made


@dataclass(frozen=True)
class Shop:
    """What was said of a bench: the standard of its plugs, empty while nobody said, the families of leads that
    are made at it, none for all of them, and the testers that are there.
    """

    plugs: str = ""
    makes: tuple[str, ...] = ()
    testers: tuple[Tester, ...] = ()

    @property
    def said(self) -> bool:
        """True once somebody said what it is."""
        return bool(self.plugs)

    def lacks(self, tester: Tester) -> bool:
        """True for a tester that is not among those that are there, where somebody said which are."""
        return self.said and tester not in self.testers

    def makes_of(self, kind: Kind, start: Start) -> bool:
        """True for a start of what is made here, with plugs of here."""
        if self.makes and kind.family.name not in self.makes:
            return False
        national = _lands(start)
        return not national or self.plugs in national


def _lands(start: Start) -> set[str]:
    """The countries whose plugs or sockets a start has."""
    return {land for end in (start.a, start.b) for land in PLUGS if land in shelf()[end].standard}


def first_of(shop: Shop, starts: Iterable[tuple[Kind, Start]]) -> tuple[str, ...]:
    """The starts that a bench sees first, about a dozen: one of each kind of what is made at it, then more of the
    same.

    Parameters: shop; starts in their usual order. Returns: their ids; none while nobody said what the bench is.
    """
    if not shop.said:
        return ()
    own = [(kind, start) for kind, start in starts if shop.makes_of(kind, start)]
    own.sort(key=lambda pair: shop.plugs not in _lands(pair[1]))
    families = {kind.family for kind, _ in own}
    most = FIRST if len(families) == 1 else max(OF_A_FAMILY, FIRST // max(len(families), 1))
    found: list[str] = []
    for family in KindFamily:
        there = [(kind.id, start.id) for kind, start in own if kind.family is family]
        one_each = dict(reversed(there))
        firsts = [start for _, start in there if start in one_each.values()]
        rest = [start for _, start in there if start not in firsts]
        found += [*firsts, *rest][:most]
    return tuple(found[:FIRST])
