"""A cord that is there already: which size it may be, by what is printed on it and what was measured on it."""

from dataclasses import dataclass, replace
from functools import cached_property

from euthyne.core.assembly.records import POWER, Existing
from euthyne.core.kinds.conversion import TailBrief
from euthyne.core.stages.given import Given
from euthyne.core.trade.cable import made_in, make_up, outside_diameter
from euthyne.core.trade.figure import mm
from euthyne.core.trade.identify import Strands, WireQuestion, identify
from euthyne.core.trade.wire import Unit, size_named, size_words


@dataclass(frozen=True)
class CordThere:
    """A cord that is there: its type, its cores, and what is known of it."""

    cable_type: str  # its designation
    cores: int
    earthed: bool
    unit: Unit  # the series its sizes are of
    known: Existing

    @cached_property
    def by_outside(self) -> tuple[str, ...]:
        """The sizes of its type that are as thick over all as it was measured; thinnest first."""
        od_mm = self.known.od_mm
        if od_mm is None:
            return ()
        found = []
        for name in self._made:
            listed = outside_diameter(self.cable_type, make_up(self.cores, self.earthed, name))
            if listed is not None and listed.low_mm <= od_mm <= listed.high_mm:
                found.append(name)
        return tuple(found)

    @cached_property
    def by_strands(self) -> str | None:
        """The size that its strands still make; None while they were not counted and measured."""
        if self.known.strands is None or self.known.strand_mm is None:
            return None
        counted = Strands(self.known.strands, self.known.strand_mm)
        found = identify(WireQuestion(strands=counted))
        return found.next_down_awg if self.unit == "AWG" else found.next_down_mm2

    @cached_property
    def _made(self) -> tuple[str, ...]:
        """The sizes its type is made in with its cores, thinnest first."""
        made = made_in(self.cable_type, self.cores, self.earthed, self.unit) or frozenset()
        return tuple(sorted(made, key=lambda name: size_named(name).cross_section_mm2))

    @cached_property
    def may_be(self) -> tuple[str, ...]:
        """The sizes that nothing which is known speaks against: what is printed, where its strands or its
        outside do not say otherwise; thinnest first. Empty where nothing is known, or nothing agrees.
        """
        said = (self.by_outside, (self.by_strands,), (self.known.printed,))
        told = [set(filter(None, names)) for names in said if any(names)]
        agreed = set.intersection(*told) if told else set()
        return tuple(sorted(agreed, key=lambda name: size_named(name).cross_section_mm2))

    @property
    def is_known(self) -> bool:
        """True once something was read or measured on it."""
        return bool(self.known.printed or self.known.od_mm or self.by_strands)

    @property
    def said(self) -> tuple[str, ...]:
        """What each of its marks and measures says, a sentence each."""
        found = []
        if self.known.printed:
            found.append(f"Its print says {size_words(self.known.printed)}.")
        if self.known.od_mm is not None and self.by_outside:
            names = " or ".join(size_words(name) for name in self.by_outside)
            found.append(f"Over all it is {mm(self.known.od_mm):.1f}: {names}.")
        elif self.known.od_mm is not None:
            found.append(
                f"Over all it is {mm(self.known.od_mm):.1f}: no {self.cable_type} with {self.cores} "
                "cores is."
            )
        if self.by_strands is not None and self.known.strand_mm is not None:
            found.append(
                f"{self.known.strands} strands of {mm(self.known.strand_mm):.2f} are "
                f"{size_words(self.by_strands)}."
            )
        return tuple(found)


def cord_there(given: Given, cable_type: str, unit: Unit) -> CordThere | None:
    """The cord of the power that is there and is not cut here; None where it is new."""
    brief = given.lead.brief
    # The tail of a device that gets its coupler straight on it: its size is said once, where it is asked.
    on_tail = isinstance(brief, TailBrief) and given.flex_is_there
    for cable in given.assembly.of_circuit(POWER):
        if cable.existing is None or cable.cut_here or (len(cable.cores) == 1 and not on_tail):
            continue
        if on_tail:
            said = cable.existing.printed or brief.already_size
            known = replace(cable.existing, printed=said)
            return CordThere(cable_type, 1, False, unit, known)
        if cable.type is None:  # what has a type of its own, a tape, is what it says
            names = [core.id for core in cable.cores]
            return CordThere(cable_type, len(names), "E" in names, unit, cable.existing)
    return None
