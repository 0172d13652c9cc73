"""How far out a fault to earth still clears in time."""

import math
from dataclasses import dataclass
from typing import Any

from euthyne.core.envelope.answer import AnswerFigure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import SIZE, choice, quantity
from euthyne.core.trade.clearing import (
    Guard,
    amps_to_clear,
    earth_fault_seconds,
    let_through_a2s,
    longest_m,
    withstand_a2s,
)
from euthyne.core.trade.figure import metres, milliohms_a_metre
from euthyne.core.trade.protection import families
from euthyne.core.trade.quantity import CURRENT, OHMS, VOLTS
from euthyne.core.trade.shown import kilo
from euthyne.core.trade.wire import Size, Wire, materials
from euthyne.core.trade.worked import put, worked

INSULATIONS = (("PVC", "PVC"), ("rubber", "rubber"), ("cross-linked", "cross-linked"))
AC_FAMILIES = tuple((f.name, f.words) for f in families().values() if f.kind == "AC")


@dataclass(frozen=True)
class FaultPath:
    """A supply's fault path: volts to earth, the loop up to the lead (ohm), what guards it; the
    cable's insulation.
    """

    volts: float
    loop_ohms: float
    guard: Guard
    insulation: str = "rubber"
    max_c: float = 60.0


def what_earth_length(which: Size, path: FaultPath) -> Sum:
    """The longest lead at whose far end a fault to earth clears in time, and whether its copper
    outlasts a short.

    Parameters: which size; path, the supply's. Returns: Sum. Source: IEC 60364-4-41, IEC
    60364-4-43.
    """
    guard, within = path.guard, earth_fault_seconds(path.volts)
    wanted = amps_to_clear(guard, within)
    if wanted is None:
        said = (
            f"Nothing is known of how soon {guard.word} acts: only a residual-current device "
            "answers in time."
        )
        return Sum((AnswerFigure("At most", "not known"),), said)
    cool = put(Wire(which).ohms_per_m_20, milliohms_a_metre, 1000)
    alpha = put(materials()["copper"].alpha20_per_k)
    hot = put(2) * cool * (put(1) + alpha * (put(path.max_c, "°C") - put(20, "°C")))
    run = longest_m(path.volts, path.loop_ohms, wanted, hot.value)
    if path.loop_ohms:
        near = path.volts / path.loop_ohms
    else:
        near = math.inf
    stands = withstand_a2s(which.cross_section_mm2, path.insulation)
    passes = max(let_through_a2s(guard, a) for a in (wanted, near))
    loop = (put(0.95) * put(path.volts, "V") / put(wanted, "A") - put(path.loop_ohms, "ohm")) / hot
    said = (
        f"{guard.word[0].upper()}{guard.word[1:]} clears a fault to earth within {within:g} "
        "s up to there."
    )
    if not run:
        said = (
            f"The supply's own loop lets too little through already for {within:g} s: a "
            "residual-current device."
        )
    if math.isinf(passes):
        said += (
            " What a short right at the supply lets through is not known: say the loop, or ask its "
            "maker's let-through."
        )
    elif passes > stands:
        said += (
            f" But a short lets {kilo(passes)} kA²s through, and the copper stands {kilo(stands)}: "
            "take a larger size."
        )
    figures = (
        AnswerFigure("At most", run, "m", limit="most"),
        AnswerFigure("Current wanted", wanted, "A", 0, limit="least"),
        AnswerFigure("Within", within, "s"),
        AnswerFigure("A short lets through", "not known")
        if math.isinf(passes)
        else AnswerFigure("A short lets through", passes, "A²s", 0),
        AnswerFigure("The copper stands", stands, "A²s", 0),
    )
    marks = (
        ScaleMark(0, "supply", "given"),
        ScaleMark(run, "the far end still clears", "answer", upto=0.0),
    )
    title = "(0.95 x volts / amps wanted - loop) / resistance along it, out and back, hot"
    source = (
        "IEC 60364-4-41: 0.8, 0.4, 0.2 s by volts to earth; let-through generic, its maker decides"
    )
    work = (
        [worked(title="Longest run", formula=title, sum_of=loop, unit=metres, source=source)]
        if run
        else []
    )
    return Sum(figures, said, marks, "m", workings=tuple(work))


def _earth(v: dict[str, Any]) -> Sum:
    guard = Guard(v["family"], v["amps"], v["curve"])
    return what_earth_length(v["size"], FaultPath(v["volts"], v["loop"], guard, v["insulation"]))


INSTRUMENT = Instrument(
    id="earth",
    name="Fault length",
    question="How far out does a fault to earth still clear in time?",
    fields=(
        SIZE,
        quantity("volts", "Volts to earth", VOLTS, "230 V"),
        quantity("loop", "Loop up to the lead", OHMS, "0.8 ohm"),
        choice("insulation", "Insulation", INSULATIONS, "rubber"),
        choice("family", "Guarded by", AC_FAMILIES, "breaker-iec"),
        quantity("amps", "Its rating", CURRENT, "16 A"),
        choice("curve", "Curve", (("B", "B"), ("C", "C"), ("D", "D")), "C"),
    ),
    work=_earth,
    place=9,
)
