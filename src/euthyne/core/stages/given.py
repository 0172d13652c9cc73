"""What every stage computes on: a lead, the kind it is of, the parts it ends in, its cores."""

from dataclasses import dataclass

from euthyne.core.kinds import Kind, kind_named
from euthyne.core.lead import Lead, part_on
from euthyne.core.shelf.part import Part


@dataclass(frozen=True, eq=False)
class Given:
    """A lead with its kind, the part on its supply end ``a`` and on its load end ``b``, and its
    cores by function.
    """

    lead: Lead
    kind: Kind
    a: Part
    b: Part
    cores: tuple[str, ...]

    @property
    def mains(self) -> bool:
        """True for a lead on alternating current."""
        return self.lead.brief.system != "dc"

    @property
    def earthed(self) -> bool:
        """True where one of its cores is the earth."""
        return "E" in self.cores

    @property
    def fused_plug(self) -> bool:
        """True when the plug carries a fuse of its own."""
        return self.a.fuse_family is not None


def given(lead: Lead) -> Given:
    """What every stage of a lead computes on.

    Raises: Refused for a kind or a part that is not known.
    """
    kind = kind_named(lead.kind)
    a = part_on(lead.ends, "a")
    b = part_on(lead.ends, "b")
    return Given(lead, kind, a, b, cores=kind.make_up(lead.brief, a, b))
