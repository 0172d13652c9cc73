"""What every stage computes on: a lead, the kind it is of, the parts its cores land in, its cores."""

from dataclasses import dataclass, replace
from functools import cached_property

from euthyne.core.assembly.joints import WireMap
from euthyne.core.assembly.records import Assembly, Fitting
from euthyne.core.kinds import Kind, Trait, kind_named
from euthyne.core.kinds.charger_lead import PackBrief
from euthyne.core.kinds.damp_lead import BoatBrief
from euthyne.core.kinds.one_termination import OneBrief
from euthyne.core.lead import Lead, part_of
from euthyne.core.order.laid import CableEnd
from euthyne.core.shelf.bodies import steps
from euthyne.core.shelf.part import Part, ThreadedPart
from euthyne.core.trade.cable import cable_types

BRAID_MM = 14.0  # a braided sleeve pushed short is so wide, generic


@dataclass(frozen=True, eq=False)
class Given:
    """A lead with its kind, and the part of every fitting by its id."""

    lead: Lead
    kind: Kind
    parts: dict[str, Part]

    @property
    def assembly(self) -> Assembly:
        """All that the lead is made of."""
        return self.lead.assembly

    @cached_property
    def map(self) -> WireMap:
        """The wire map."""
        return WireMap(self.assembly, self.parts)

    @cached_property
    def cores(self) -> tuple[str, ...]:
        """The functions of its cores, each once."""
        return tuple(dict.fromkeys(core.id for c in self.assembly.cables for core in c.cores))

    def at_side(self, side: str) -> tuple[Fitting, ...]:
        """The fittings on a side of the lead."""
        sides = {p.id: p.side for p in self.assembly.places}
        return tuple(
            f for f in self.assembly.fittings if f.place is not None and sides[f.place] == side
        )

    @cached_property
    def supply(self) -> Part:
        """The part on the supply side; the first of several."""
        return self.parts[self.at_side("supply")[0].id]

    @cached_property
    def load(self) -> Part:
        """The part on the load side; the first of several."""
        return self.parts[self.at_side("load")[0].id]

    @cached_property
    def live_ends(self) -> tuple[CableEnd, ...]:
        """The far ends of cables that come, shut, from a source: what is cut there may be live."""
        sources = {p.id for p in self.assembly.places if p.source}
        found = []
        for cable in self.assembly.cables:
            shut = cable.existing.finished if cable.existing else None
            if shut is None:
                continue
            end = CableEnd(cable.id, "A" if shut == "a" else "B")
            if sources & set(self.assembly.places_at(end)):
                found.append(end.other)
        return tuple(found)

    @cached_property
    def outlets(self) -> tuple[Part, ...]:
        """The sockets on the load side that anything may be plugged into."""
        return tuple(p for f in self.at_side("load") if (p := self.parts[f.id]).outlet)

    @property
    def branches(self) -> bool:
        """True where the load side of a mains lead is in several places."""
        return self.mains and len({f.place for f in self.at_side("load")}) > 1

    @property
    def flex_is_there(self) -> bool:
        """True where no cable of it is new: the size is its maker's."""
        return not any(cable.cut_here for cable in self.assembly.cables)

    @property
    def lies_in_the_wet(self) -> bool:
        """True where a lead of a boat lies where water stands: lined terminals get a second sleeve."""
        return Trait.AFLOAT in self.kind.traits and self.lead.brief.place == "wet"

    @property
    def feeds_a_device(self) -> bool:
        """True where a lead on direct current ends in a device that is there and not opened."""
        far = self.at_side("load")
        return (
            not self.mains
            and Trait.ONE_END not in self.kind.traits
            and all(f.existing for f in far)
        )

    @property
    def shut_in_a_tool(self) -> bool:
        """True where a lead of the mains ends in a tool that is not opened."""
        far = self.at_side("load")
        return self.mains and all(f.existing and f.part is None for f in far)

    @property
    def proof(self) -> tuple[str, ...]:
        """The tests it is proven by: those of its kind, but of what ends in a tool what can be measured
        without opening it.
        """
        if self.shut_in_a_tool and "load" in self.kind.proof:
            return ("tool",)
        if BoatBrief.of(self.lead.brief).load_end == "tails":
            return ("device", "rise", "pull")
        return self.kind.proof

    @property
    def on_north_american_cord(self) -> bool:
        """True where the power's cable is a cord of that continent's table."""
        return cable_types()[self.lead.conductor.cable_type].basis == "cord-na"

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
        return self.supply.fuse_family is not None


def given(lead: Lead) -> Given:
    """What every stage of a lead computes on.

    Raises: Refused for a kind or a part that is not known.
    """
    parts = {f.id: part_of(lead, f) for f in lead.assembly.fittings}
    first = next(iter(parts), None)
    if first is not None and PackBrief.of(lead.brief).braided:
        parts[first] = _braided(parts[first])
    if OneBrief.of(lead.brief).second_lock:
        parts = {name: _locked_twice(part) for name, part in parts.items()}
    return Given(lead, kind_named(lead.kind), parts)


def _locked_twice(part: Part) -> Part:
    """A contact whose housing has a lock of its own behind its contacts."""
    if part.joint != "click-in":
        return part
    return replace(part, making=(steps()["unlocked"], *part.making, steps()["second-lock"]))


def _braided(part: Part) -> Part:
    """A part with a braid behind it, which goes over every wire of its end before any is joined."""
    braid = ThreadedPart(
        id="braid",
        words="braided sleeve",
        bore_mm=BRAID_MM,
        facing="pushed short, wide open",
        needed_by="braid",
        mistake="It goes over no plug that is on: it is slit, or an end is made again.",
        bundle=True,
    )
    return replace(
        part,
        threaded=(braid, *part.threaded),
        making=(*part.making, steps()["braid"]),
        kit=(*part.kit, "2 lined sleeves for the ends of the braid"),
    )
