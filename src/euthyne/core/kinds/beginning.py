"""Beginning a lead: at a start of its kind, and with what a quick sum knows already."""

from dataclasses import dataclass, replace

from euthyne.core.kinds import Kind, Start, starts
from euthyne.core.kinds.assembling import made_up
from euthyne.core.kinds.inverter_link import InverterBrief
from euthyne.core.kinds.makeup import MakeUpInput, circuits_of
from euthyne.core.lead import Brief, Conductor, Ends, Lead
from euthyne.core.shelf.parts import part
from euthyne.core.sizing.brief import OneLoad, System
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.measures import Measures
from euthyne.core.trade.wire import Unit

SPLIT_VOLTS = (
    200.0  # below it an alternating supply is of the 120 V countries or a site transformer
)


@dataclass(frozen=True)
class QuickSum:
    """What a quick sum knows of a lead: system, volts, amps or watts, run (m), loss (percent),
    size, rating basis.
    """

    system: System | None = None
    volts: float | None = None
    amps: float | None = None
    watts: float | None = None
    run_m: float | None = None
    drop_percent: float | None = None
    size: str | None = None
    basis: str | None = None


def new_lead(kind: Kind, start: Start, tag: str, at: str) -> Lead:
    """A lead at its starting point, nothing typed yet."""
    parts = {kind.places[0].id: part(start.a), kind.places[-1].id: part(start.b)}
    parts |= {fitting: part(name) for fitting, name in start.more}
    made = kind.make_up(MakeUpInput(start.brief, start.conductor, kind.places, parts))
    return Lead(
        tag=tag,
        name=f"{start.name} {tag}",
        kind=kind.id,
        brief=start.brief,
        conductor=start.conductor,
        ends=Ends(start.scheme),
        created_at=at,
        places=made.places,
        fittings=made.fittings,
        cables=made.cables,
        wires=made.wires,
        circuits=circuits_of(made),
    )


def starts_for(known: QuickSum, measures: Measures = "metric") -> tuple[tuple[Kind, Start], ...]:
    """The starting points a sum can be: those of its system, and on alternating current of its band
    of volts; as its bench measures.
    """
    return tuple((kind, start) for kind, start in starts(measures) if _suits(start.brief, known))


def _suits(begun: Brief, known: QuickSum) -> bool:
    if known.system is not None and known.system != begun.system:
        return False
    if begun.system == "dc" or known.volts is None:
        return True
    return (begun.volts < SPLIT_VOLTS) == (known.volts < SPLIT_VOLTS)


def words_of(start: Start) -> str:
    """A starting point with the standard of its ends, so that no two read alike."""
    if start.brief.system == "dc":
        return start.name
    standards = dict.fromkeys((part(start.a).standard, part(start.b).standard))
    return f"{start.name}, {' to '.join(standards)}"


def with_known(lead: Lead, known: QuickSum) -> Lead:
    """A lead at its starting point, with what a sum knows of it put in."""
    after = replace(
        lead,
        brief=_fed(_brief_with(lead.brief, known), known),
        conductor=_conductor_with(lead.conductor, lead.brief.system, known),
    )
    return made_up(after, lead)


def _brief_with(brief: Brief, known: QuickSum) -> Brief:
    if known.volts is not None and brief.system == "dc":
        brief = replace(brief, cells=None)
    return replace(brief, volts=known.volts or brief.volts, run_m=known.run_m or brief.run_m)


def _conductor_with(conductor: Conductor, system: System, known: QuickSum) -> Conductor:
    if known.drop_percent is not None:
        conductor = replace(conductor, drop_percent=known.drop_percent)
    corded = system != "dc"
    of_basis = (c for c in cable_types().values() if c.basis == known.basis and c.cord == corded)
    cable = next(of_basis, None)
    if cable is not None:
        conductor = replace(conductor, cable_type=cable.name)
    if known.size is not None:
        unit: Unit = "AWG" if known.size.endswith("AWG") else "mm2"
        conductor = replace(conductor, size=known.size, unit=unit)
    return conductor


def _fed(brief: Brief, known: QuickSum) -> Brief:
    """A brief with the load of a sum, in the way its kind says what it feeds."""
    if (known.amps is None and known.watts is None) or brief.feeds == "tape":
        return brief
    if brief.system != "dc":
        load = OneLoad("from the envelope", known.amps, known.watts)
        return replace(brief, feeds="loads", loads=(load,))
    if isinstance(brief, InverterBrief) and known.watts is not None:
        return replace(brief, watts=known.watts)
    amps = known.amps or (known.watts or 0.0) / brief.volts
    return replace(brief, feeds="current", amps=amps)
