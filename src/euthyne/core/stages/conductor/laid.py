"""Each piece of cable of a lead, as its circuit sized it or as it was there before."""

from dataclasses import dataclass
from functools import cached_property

from euthyne.core.assembly.records import POWER, Cable
from euthyne.core.lead import Conductor
from euthyne.core.trade.cable import CableType, Diameter, cable_types, make_up, outside_diameter
from euthyne.core.trade.layers import layered
from euthyne.core.trade.sleeve import copper_mm
from euthyne.core.trade.wire import Size, Wire, size_named, size_words

CORD_OD_MM = 8.0  # a cord nobody knows the diameter of, generic
THIN_WALL_MM = 0.3  # of a thin-walled single, ISO 6722; generic
INSULATION_MM = 0.8  # of a core whose cable's sheet is not known, generic


@dataclass(frozen=True)
class LaidCable:
    """A piece of cable: its record, what its circuit is made of, and the size that is taken, None
    while none is.
    """

    cable: Cable
    told: Conductor
    size_name: str | None

    @property
    def id(self) -> str:
        """Its id."""
        return self.cable.id

    @cached_property
    def type(self) -> CableType:
        """Its type: its own where it is not as its circuit's."""
        return cable_types()[self.cable.type or self.told.cable_type]

    @cached_property
    def sheathed(self) -> bool:
        """True where a sheath is round its cores: a jumper is a core of the cord by itself."""
        return self.type.cord and not self.cable.jumper

    @cached_property
    def cores(self) -> tuple[str, ...]:
        """Its cores by function."""
        return tuple(core.id for core in self.cable.cores)

    @cached_property
    def earthed(self) -> bool:
        """True where one of its cores is the earth."""
        return "E" in self.cores

    @cached_property
    def count(self) -> int:
        """Cores under its sheath, a shield not counted; one of a single."""
        return len([c for c in self.cores if c != "S"])

    @cached_property
    def size(self) -> Size | None:
        """The size of its conductors."""
        if self.size_name:
            return size_named(self.size_name)
        return None

    @cached_property
    def wire(self) -> Wire | None:
        """Its conductor with the metal it is made of."""
        if self.size:
            return Wire(self.size, self.told.metal, self.told.tinned)
        return None

    @property
    def copper_mm2(self) -> float:
        """Area of one core in mm2, 0 while no size is taken."""
        if self.size:
            return self.size.cross_section_mm2
        return 0.0

    @cached_property
    def made_up(self) -> str:
        """Cores and size as they are written, ``3G1.5``; empty while no size is taken."""
        if self.size_name is None:
            return ""
        return make_up(self.count, self.earthed, self.size_name)

    @cached_property
    def written(self) -> str:
        """The cable as it is said and written: ``H07RN-F 3G1.5``, ``battery cable 1x50``."""
        if self.type.cord and self.cable.jumper:
            return f"a core of the cord, {size_words(self.size_name)}"
        layers = layered(self.type.name)
        if layers is not None and layers.parted:
            return self.type.called  # its bus wires are no make-up of a cord
        salvaged = self.cable.existing is not None and self.cable.existing.salvaged
        return f"{'salvaged ' if salvaged else ''}{self.type.called} {self.made_up}".strip()

    @cached_property
    def stock_name(self) -> str:
        """The cable as Stores know it: its type and its make-up."""
        return f"{self.type.name} {self.made_up}".strip()

    @cached_property
    def diameter(self) -> Diameter | None:
        """Outside diameter: measured, or what its standard allows."""
        existing = self.cable.existing
        if existing is not None and existing.od_mm is not None:
            return Diameter(existing.od_mm, existing.od_mm, "measured")
        measured = self.told.measured_od_mm
        if measured is not None and self.cable.circuit == POWER:
            return Diameter(measured, measured, "measured")
        if not self.made_up or self.type.cord != self.sheathed:
            return None
        return outside_diameter(self.type.name, self.made_up)

    @cached_property
    def od_mm(self) -> float:
        """The fattest the cable may be, for what must pass over it.

        Where nothing is known of it: 8 mm for a cord, for a single its copper and 0.8 mm of
        insulation; generic.
        """
        if self.diameter is not None:
            return self.diameter.high_mm
        if self.size is not None and not self.sheathed:
            return copper_mm(self.copper_mm2) + 2 * INSULATION_MM
        return CORD_OD_MM

    @cached_property
    def least_od_mm(self) -> float:
        """The thinnest the cable may be: what does not go over that goes over none of it.

        Where nothing is known of a single, its copper and thin walls of 0.3 mm; generic.
        """
        if self.diameter is not None:
            return self.diameter.low_mm
        if self.size is not None and not self.sheathed:
            return copper_mm(self.copper_mm2) + 2 * THIN_WALL_MM
        return self.od_mm

    @cached_property
    def least_core_mm(self) -> float:
        """The thinnest a core may be: thin walls under a sheath, else the cable itself."""
        if not self.sheathed:
            return self.least_od_mm
        return copper_mm(self.copper_mm2) + 2 * THIN_WALL_MM

    @cached_property
    def core_mm(self) -> float:
        """Diameter of a core: under a sheath its copper and 0.8 mm of insulation round it, else the
        cable itself.
        """
        if not self.sheathed:
            return self.od_mm
        return copper_mm(self.copper_mm2) + 2 * INSULATION_MM
