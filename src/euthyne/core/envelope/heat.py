"""How warm a cable gets, straight and coiled."""

from typing import Any

from euthyne.core.envelope.answer import AnswerFigure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import AMPS, CORES, METALS, SIZE, choice, quantity
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import celsius, mm, watts_a_metre
from euthyne.core.trade.heat import HeatedCable, amps_at, warmth
from euthyne.core.trade.quantity import CELSIUS, DIAMETER
from euthyne.core.trade.rating import k_drum
from euthyne.core.trade.wire import Wire
from euthyne.core.trade.worked import Working

THREE_PHASE_CORES = 5  # a cord of so many is one of three phases
LOADED = ((0, "as so many cores usually are"), (2, "two: out and back"), (3, "three phases"))


def what_heat(cable: HeatedCable, amps: float, ambient_c: float, limit_c: float) -> Sum:
    """How warm a cable gets straight, and coiled."""
    states = {0: "straight", 1: "one layer on a drum", 2: "two layers", 4: "coiled, four layers"}
    warm = {words: warmth(cable, amps / (k_drum(n) or 1), ambient_c) for n, words in states.items()}
    straight = warm["straight"]
    ohm = cable.wire.ohms_per_m(straight.conductor_c)
    return Sum(
        (
            AnswerFigure("Copper, straight", straight.conductor_c, "°C", 0),
            AnswerFigure("Sheath, straight", straight.sheath_c, "°C", 0),
            AnswerFigure("Copper, coiled", warm["coiled, four layers"].conductor_c, "°C", 0),
            AnswerFigure(
                "Reaches its limit at", amps_at(cable, limit_c, ambient_c), "A", limit="most"
            ),
        ),
        "A heat balance in still air; coiled, as if the current were divided by the drum factor.",
        (
            ScaleMark(ambient_c, "around it", "given"),
            *(ScaleMark(w.conductor_c, words, "answer") for words, w in warm.items()),
            ScaleMark(limit_c, "limit", "limit"),
        ),
        "°C",
        workings=(
            Working(
                title="Heat",
                formula="amps squared x ohm a metre x loaded cores = convection + radiation",
                put_in=(
                    f"({amps:g} A)² x {ohm * 1000:.4g} mohm a metre x {cable.loaded} loaded; "
                    f"{mm(cable.outside_mm):g} over all, {celsius(ambient_c):g}"
                ),
                answer=f"{watts_a_metre(straight.watts_per_m):.2f}",
                source="Churchill and Chu; Stefan and Boltzmann; IEC 60287-2-1, 5 K m/W",
            ),
        ),
    )


def _heat(v: dict[str, Any]) -> Sum:
    cable = HeatedCable(
        wire=Wire(v["size"], v["metal"]),
        cores=v["cores"],
        loaded=min(v["cores"], v["loaded"] or (3 if v["cores"] >= THREE_PHASE_CORES else 2)),
        outside_mm=v["outside"],
    )
    if cable.copper_mm >= cable.outside_mm:
        what = f"{v['cores']} cores of {v['size'].words} do not go into {mm(v['outside']):g}"
        raise Refused(Fault("outside", what, f"more than {mm(cable.copper_mm):three}"))
    if v["limit"] <= v["ambient"]:
        what = f"it may reach {celsius(v['limit']):g}, and around it there are {celsius(v['ambient']):g}"
        raise Refused(Fault("limit", what, "a limit over what is around it"))
    return what_heat(cable, v["amps"], v["ambient"], v["limit"])


INSTRUMENT = Instrument(
    id="heat",
    name="Heat of a coil",
    question="How warm does it get, straight and coiled?",
    fields=(
        SIZE,
        CORES,
        choice("loaded", "Of them loaded", LOADED, "0"),
        quantity("outside", "Over all", DIAMETER, "8.4 mm"),
        AMPS,
        quantity("ambient", "Around it", CELSIUS, "30 °C"),
        quantity("limit", "It may reach", CELSIUS, "60 °C"),
        choice("metal", "Metal", tuple(m for m in METALS if m[0] != "tinned-copper"), "copper"),
    ),
    work=_heat,
    place=8,
)
