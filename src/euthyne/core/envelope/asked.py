"""What more than one instrument asks, each with what stands in its field at first."""

from typing import Any

from euthyne.core.trade.protection import families
from euthyne.core.trade.quantity import CURRENT, LENGTH, PERCENT, VOLTS, Measure
from euthyne.core.trade.question import Question
from euthyne.core.trade.rating import bases

SYSTEMS = (
    ("dc", "DC"),
    ("ac-single", "AC, live and neutral"),
    ("ac-split", "AC 120/240, two hots"),
    ("ac-three", "AC, three-phase"),
)
BASES = tuple((b.name, b.words) for b in bases().values())
FAMILIES = tuple((f.name, f.words) for f in families().values())
METALS = (
    ("copper", "copper"),
    ("tinned-copper", "tinned copper"),
    ("aluminium", "aluminium"),
    ("cca-10", "copper-clad, 10 %"),
    ("cca-15", "copper-clad, 15 %"),
)


def quantity(
    name: str, label: str, measure: Measure, start: str, optional: bool = False
) -> tuple[Question, str]:
    return Question(name, label, measure=measure, optional=optional, hint=measure.example), start


def choice(
    name: str, label: str, choices: tuple[tuple[Any, str], ...], start: str
) -> tuple[Question, str]:
    return Question(name, label, "choice", choices=choices), start


SYSTEM = choice("system", "System", SYSTEMS, "ac-single")
SUPPLY = quantity("volts", "Supply", VOLTS, "230 V")
AMPS = quantity("amps", "Current", CURRENT, "13 A")
RUN = quantity("run", "Run, one way", LENGTH, "25 m")
LOSS = quantity("loss", "Loss allowed", PERCENT, "5 %")
BASIS = choice("basis", "Cable", BASES, "rubber-60")
SIZE = Question("size", "Size", "size"), "1.5 mm2"
CORES = Question("cores", "Cores", "whole", bounds=(1, 60)), "3"
