"""What Ends come to: the part on each end, which core lands where, and in what colour."""

from dataclasses import dataclass
from functools import cached_property

from euthyne.core.lead import Joint
from euthyne.core.order.laid import End
from euthyne.core.shelf.part import Part
from euthyne.core.stages.ends import wiremap
from euthyne.core.stages.given import Given
from euthyne.core.trade.colours import Colours

ENDS: tuple[End, End] = ("A", "B")


@dataclass(frozen=True)
class LeadEnd:
    """One end of a lead: its name, its part, the cavity each core lands in, and the stud it goes on
    where one is said.
    """

    name: End
    part: Part
    landing: dict[str, str]
    stud: str | None


class EndsStage:
    """The ends of a lead: ``ends["A"]`` is the supply end, ``ends["B"]`` the load end."""

    def __init__(self, given: Given) -> None:
        self.given = given
        self.told = given.lead.ends

    def __getitem__(self, name: str) -> LeadEnd:
        return self._by_name[name]

    @cached_property
    def _by_name(self) -> dict[str, LeadEnd]:
        a, b = self.given.a, self.given.b
        lands_a = {j.core: j.a for j in self.joints if j.a is not None and j.a in a.marks}
        lands_b = {j.core: j.b for j in self.joints if j.b is not None and j.b in b.marks}
        return {
            "A": LeadEnd("A", a, lands_a, self.told.stud_a),
            "B": LeadEnd("B", b, lands_b, self.told.stud_b),
        }

    @property
    def both(self) -> tuple[LeadEnd, LeadEnd]:
        """Supply end, load end."""
        return self["A"], self["B"]

    @property
    def parts(self) -> tuple[Part, Part]:
        """The part on the supply end, the part on the load end."""
        return self.given.a, self.given.b

    @cached_property
    def joints(self) -> tuple[Joint, ...]:
        """The wire map."""
        return wiremap.joints(self.told, self.given.a, self.given.b, self.given.cores)

    @cached_property
    def colours(self) -> Colours:
        """The colours of the cores."""
        own = {tint.core: tint.colour for tint in self.told.tints}
        return Colours(self.told.scheme, own, self.given.cores)

    @cached_property
    def points(self) -> tuple[str, ...]:
        """Every point a probe can touch."""
        return wiremap.points(self.given.a, self.given.b)

    @cached_property
    def wanted_pairs(self) -> frozenset[frozenset[str]]:
        """Pairs that must sound."""
        return wiremap.connected(self.joints)
