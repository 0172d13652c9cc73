"""A supply, a cable and a run, as the instruments of size, drop and current share them."""

from typing import Any

from euthyne.core.sizing.brief import ConductorWanted, Limits, Load, SizingBrief, Supply, System
from euthyne.core.sizing.size import Candidate, Sizing
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import metres, milliohms_a_metre
from euthyne.core.trade.rating import bases, units_of
from euthyne.core.trade.wire import size_words
from euthyne.core.trade.worked import Working, put, root, worked


def path_brief(
    system: System,
    volts: float,
    amps: float,
    run_m: float,
    basis: str,
    drop_percent: float,
    unit: str | None = None,
) -> SizingBrief:
    """A brief of the few things an envelope knows.

    Raises Refused when they make no sense together.
    """
    wanted = ConductorWanted(basis, unit if unit in units_of(basis) or unit == "AWG" else None)  # type: ignore[arg-type]
    return SizingBrief(
        Supply(system, volts), Load(amps=amps), run_m, wanted, limits=Limits(drop_percent)
    )


def brief_of(v: dict[str, Any], amps: float | None = None) -> SizingBrief:
    unit = v["size"].unit if "size" in v else v.get("unit")
    if unit not in units_of(v["basis"]) and "size" not in v:
        unit = None  # of what is not sold by gauge, the table's own sizes
    return path_brief(
        system=v["system"],
        volts=v["volts"],
        amps=amps or v["amps"],
        run_m=v.get("run", 1.0),
        basis=v["basis"],
        drop_percent=v["loss"],
        unit=unit,
    )


def candidate(answer: Sizing, name: str) -> Candidate:
    found = next((c for c in answer.candidates if c.size == name), None)
    if found is None:
        listed = ", ".join(size_words(c.size) for c in answer.candidates)
        raise Refused(
            Fault("size", f"{size_words(name)} is not in this rating table", f"one of {listed}")
        )
    return found


def drop_working(brief: SizingBrief, c: Candidate) -> Working:
    if brief.supply.system == "ac-three":
        lengths = root(3)
    else:
        lengths = put(brief.poles)
    along_it = put(c.ohms_per_m, milliohms_a_metre, 1000)
    return worked(
        title="Lost on the way",
        formula="amps x lengths in the loop x run x resistance along it, warm",
        sum_of=put(brief.load.amps or 0.0, "A") * lengths * put(brief.run_m, metres) * along_it,
        unit="V",
        source=bases()[brief.conductor.basis].source,
        more=f", {c.drop_percent:.2f} % of {brief.supply.volts:g} V",
    )
