"""A power as a current."""

from euthyne.core.envelope.answer import AnswerFigure, Instrument, ScaleMark, Sum
from euthyne.core.envelope.asked import SUPPLY, choice, quantity
from euthyne.core.sizing.demand import amps_of_watts
from euthyne.core.trade.quantity import PERCENT, POWER
from euthyne.core.trade.worked import Working


def what_amps(watts: float, volts: float, power_factor: float, efficiency: float) -> Sum:
    """A power as a current, on each system of that voltage."""
    amps = {
        "DC": amps_of_watts(
            watts=watts, system="dc", volts=volts, power_factor=1.0, efficiency=efficiency
        ),
        "single-phase": amps_of_watts(
            watts=watts,
            system="ac-single",
            volts=volts,
            power_factor=power_factor,
            efficiency=efficiency,
        ),
        "three-phase": amps_of_watts(
            watts=watts,
            system="ac-three",
            volts=volts,
            power_factor=power_factor,
            efficiency=efficiency,
        ),
    }
    single = amps["single-phase"]
    return Sum(
        tuple(AnswerFigure(name, value, "A", 2) for name, value in amps.items()),
        "A load that draws constant power draws most at the lowest volts it still runs at: size "
        "at those.",
        tuple(ScaleMark(value, name, "answer") for name, value in amps.items()),
        "A",
        workings=(
            Working(
                title="Single-phase",
                formula="watts / (volts x power factor x efficiency)",
                put_in=f"{watts:g} / ({volts:g} x {power_factor:g} x {efficiency:g})",
                answer=f"{single:.3g} A",
                source="Ohm's law",
            ),
        ),
    )


INSTRUMENT = Instrument(
    id="amps",
    name="Watts to amps",
    question="What current does it draw?",
    fields=(
        quantity("watts", "Power", POWER, "2300 W"),
        SUPPLY,
        choice("pf", "Power factor", ((1.0, "1"), (0.9, "0.9"), (0.8, "0.8"), (0.6, "0.6")), "1"),
        quantity("efficiency", "Efficiency", PERCENT, "100 %"),
    ),
    work=lambda v: what_amps(v["watts"], v["volts"], v["pf"], v["efficiency"] / 100),
    place=5,
)
