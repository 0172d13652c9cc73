"""Reading what people type: 25 m, 80 ft, 3 ft 6 in, 2.2 kW, 3 %, 14 AWG. Always says what it
understood.
"""

import math
import re
from dataclasses import dataclass

from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.figure import WRITTEN
from euthyne.core.trade.units import FOOT, to_unit


@dataclass(frozen=True)
class Measure:
    """A kind of quantity: its SI unit, the unit of a bare number, the bounds that make sense, an
    example.
    """

    word: str
    unit: str
    low: float
    high: float
    example: str
    shown: str


@dataclass(frozen=True)
class ReadQuantity:
    """What was read: the value in the measure's unit, and a sentence when it was not obvious."""

    value: float
    echo: str = ""


LENGTH = Measure(
    word="length", unit="m", low=0.05, high=2000, example="25 m, 80 ft or 3 ft 6 in", shown="m"
)
LEG = Measure(
    word="length", unit="m", low=0.001, high=2000, example="4.2 m + 3 m + 11 ft", shown="m"
)
NEAR = Measure(word="length", unit="m", low=0, high=20, example="0.15 m or 6 in", shown="m")
MONEY = Measure(word="price", unit="", low=0.001, high=1e6, example="11.50", shown="")
SHORT = Measure(word="length", unit="mm", low=0, high=5000, example="300 mm or 1 ft", shown="mm")
DIAMETER = Measure(word="diameter", unit="mm", low=0.5, high=80, example="10.6 mm", shown="mm")
STRAND = Measure(word="diameter", unit="mm", low=0.02, high=20, example="0.25 mm", shown="mm")
AREA = Measure(word="cross section", unit="mm**2", low=0, high=1000, example="2.5 mm²", shown="mm²")
CURRENT = Measure(word="current", unit="A", low=0.001, high=5000, example="13 A", shown="A")
SHORTED_AMPS = Measure(word="current", unit="A", low=1, high=200_000, example="5000 A", shown="A")
HEAT = Measure(
    word="heat of a metre", unit="W", low=0.1, high=1000, example="18 W/m or 5 W/ft", shown="W/m"
)
POWER = Measure(word="power", unit="W", low=0.1, high=1e6, example="1500 W or 2.2 kW", shown="W")
VOLTS = Measure(word="volts", unit="V", low=1, high=1500, example="230 V", shown="V")
SIGNED_VOLTS = Measure(
    word="volts", unit="V", low=-1500, high=1500, example="12.6 V, or -12.6 V", shown="V"
)
KELVIN = Measure(word="rise", unit="kelvin", low=-100, high=200, example="3 K or 5.4 F", shown="K")
PULL = Measure(word="pull", unit="N", low=0, high=20_000, example="150 N or 34 lb", shown="N")
MILLIVOLTS = Measure(
    word="millivolts", unit="mV", low=0, high=100_000, example="4.2 mV", shown="mV"
)
TORQUE = Measure(word="torque", unit="N*m", low=0, high=100, example="0.8 N m", shown="N m")
VOLUME = Measure(word="volume", unit="ml", low=0, high=100_000, example="190 ml", shown="ml")
PERCENT = Measure(word="share", unit="percent", low=0.05, high=100, example="3 %", shown="%")
CELSIUS = Measure(
    word="temperature", unit="degC", low=-50, high=150, example="30 C or 86 F", shown="°C"
)
OHMS = Measure(
    word="resistance", unit="ohm", low=0, high=1e5, example="0.42 ohm or 420 mohm", shown="ohm"
)
MEGOHMS = Measure(
    word="insulation",
    unit="megaohm",
    low=0,
    high=1e6,
    example="200 megohm, or >999 when the meter is at its end",
    shown="megohm",
)

# What a bare number is on a bench in gauge and feet; of any other measure it is the same on both.
BARE_IN_GAUGE = {
    "m": "foot",
    "mm": "inch",
    "degC": "degF",
    "kelvin": "delta_degF",
    "N": "lbf",
    "N*m": "lbf*inch",
    "ml": "inch**3",
}
LONG_IN_INCHES = 24
LONGEST_TEXT = 100
SURE_SHARE = 0.1  # a bare number up to this is a share of one; up to one it may be that or percent
MARKS = str.maketrans(
    {
        "’": "'",
        "‘": "'",
        "”": '"',
        "“": '"',
        "½": " 1/2",
        "¼": " 1/4",
        "¾": " 3/4",
        "⅛": " 1/8",
        "⅜": " 3/8",
        "⅝": " 5/8",
        "⅞": " 7/8",
    }
)
FRACTION = re.compile(r"(?:(\d{1,4})[ -]+)?(\d{1,3})/(\d{1,3})(?=\s*[A-Za-z\"'″′]|$)")
# How a length that was measured there and back ends.
BOTH_WAYS = (
    "loop",
    "round trip",
    "out and back",
    "there and back",
    "both ways",
    "in all, out and back",
)
NEWTON_METRES = re.compile(r"n\s*[·.*]?\s*m\b", re.IGNORECASE)
POUND_INCHES = re.compile(r"(?:(?:lbf?|pounds?)[ -]?in(?:ch(?:es)?)?|in-lbf?)\.?$", re.IGNORECASE)
# A figure may be typed as it is shown: the metric one in brackets beside it says the same again.
REPEATED = re.compile(r"(?P<first>.*\S)\s*\((?P<again>[^()]*)\)")
SAME_AGAIN = 0.03  # of a figure, what the rounding of both may be apart
# And at least: half a sixteenth of an inch, half a pound, and what a last digit is worth.
AT_LEAST_APART = {"m": 0.0008, "mm": 0.8, "degC": 1.0, "kelvin": 0.6, "N": 2.3, "N*m": 0.06}
POUND_FEET = re.compile(r"(?:(?:lbf?|pounds?)[ -]?(?:ft|foot|feet)|ft-lbf?)\.?$", re.IGNORECASE)
CUBIC_INCHES = re.compile(r"(?:cu\.?|cubic)\s*in(?:ch(?:es)?)?\.?$|in3$", re.IGNORECASE)
UNIT_AT_END = re.compile(r"[A-Za-z\"'″′]+$")
NUMBER = r"[-+]?(?:\d+(?:[.,]\d+)?|[.,]\d+)"
TERM = re.compile(rf"({NUMBER})\s*([A-Za-zµΩω%°²\"'″′]+)?\s*(?=$|[\d.,])")
SPELLED = {
    "%": "percent",
    "nm": "N*m",
    "cnm": "cN*m",
    "lbfin": "lbf*inch",
    "lbfft": "lbf*foot",
    "cuin": "inch**3",
    "c": "degC",
    "°c": "degC",
    "f": "degF",
    "°f": "degF",
    "kw": "kW",
    "w": "W",
    "watts": "W",
    "kwatt": "kW",
    "a": "A",
    "amps": "A",
    "amp": "A",
    "v": "V",
    "kv": "kV",
    '"': "inch",
    "''": "inch",
    "″": "inch",
    "in": "inch",
    "inches": "inch",
    "'": "foot",
    "′": "foot",
    "feet": "foot",
    "ft": "foot",
    "yd": "yard",
    "hp": "horsepower",
    "ohms": "ohm",
    "r": "ohm",
    "ω": "ohm",
    "mω": "megaohm",
    "mohm": "milliohm",
    "milliohms": "milliohm",
    "megohm": "megaohm",
    "megohms": "megaohm",
    "mm²": "mm**2",
    "mm": "mm",
    "gohm": "gigaohm",
    "kohm": "kiloohm",
    "metres": "m",
    "metre": "m",
    "meters": "m",
    "meter": "m",
    "mtr": "m",
}
# A rise has no zero of its own: 9 F of it are 5 K.
OF_RISE = {"c": "kelvin", "°c": "kelvin", "f": "delta_degF", "°f": "delta_degF"}
OF_PULL = {"lb": "lbf", "lbs": "lbf", "pounds": "lbf", "kg": "kgf", "newton": "N", "newtons": "N"}
# Insulation is never told in milliohms.
OF_INSULATION = {
    "mohm": "megaohm",
    "mohms": "megaohm",
    "m": "megaohm",
    "g": "gigaohm",
    "k": "kiloohm",
}
CASE_MATTERS = {
    "Mohm": "megaohm",
    "MOhm": "megaohm",
    "M": "megaohm",
    "MΩ": "megaohm",
    "mΩ": "milliohm",
    "Ma": "mA",
}


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _spelled(word: str, measure: Measure) -> str:
    if word in CASE_MATTERS:
        return CASE_MATTERS[word]
    if measure is LENGTH and word.lower() == "m":
        return "m"
    if measure is KELVIN and word.lower() in OF_RISE:
        return OF_RISE[word.lower()]
    if measure is PULL and word.lower() in OF_PULL:
        return OF_PULL[word.lower()]
    if measure is MEGOHMS and word.lower() in OF_INSULATION:
        return OF_INSULATION[word.lower()]
    return SPELLED.get(word.lower(), word)


def bare_unit(measure: Measure, gauge: bool) -> str:
    """The unit of a bare number: that of the measure, or on a bench in gauge and feet what is said there."""
    if not gauge:
        return measure.unit
    if measure is NEAR:  # it is written in inches there
        return "inch"
    return BARE_IN_GAUGE.get(measure.unit, measure.unit)


def read_quantity(
    text: str, measure: Measure, field: str = "", gauge: bool = False
) -> ReadQuantity:
    """Read a quantity of a measure from what was typed.

    Parameters: text; measure; field, its path for a fault; gauge, True on a bench in gauge and feet, where a
    bare length is in feet or inches. Returns: the value in the measure's unit, and how it was read.
    Raises: Refused with a sentence on what would do.

    >>> round(read_quantity("80 ft", LENGTH).value, 3)
    24.384
    >>> read_quantity("6", LENGTH).value, round(read_quantity("6", LENGTH, gauge=True).value, 4)
    (6.0, 1.8288)
    """
    if len(text) > LONGEST_TEXT:
        raise _refuse(field, f"{len(text)} letters are too many for a {measure.word}", measure)
    repeated = REPEATED.fullmatch(text.strip())
    if repeated is not None:
        return _said_twice(repeated["first"], repeated["again"], measure, field, gauge)
    typed = _plain(text.translate(MARKS).strip(), measure)
    if not typed:
        raise _refuse(field, f"no {measure.word} is given", measure)
    if measure is HEAT:
        return _heat(typed, field, gauge)
    if re.search(r"\d,\d{3}(?!\d)", typed):
        either = f"type {typed.replace(',', '')} or {typed.replace(',', '.')}"
        raise Refused(Fault(field, f"{typed} can be read two ways", either))
    if measure is LENGTH and (route := _route(typed, field, gauge)) is not None:
        return route
    bare = bare_unit(measure, gauge)
    value, plain = _sum_of_terms(typed, measure, field, bare)
    value, note = _percent_slip(value, typed, measure, field)
    _refuse_the_other_unit(value, typed, measure, field, bare)
    if value < measure.low:
        raise _refuse(field, f"{typed} is too small", measure)
    if value > measure.high:
        raise _refuse(field, f"{typed} is too large", measure)
    note = note or _inches_slip(value, typed, measure)
    if not (note or plain):
        note = f"read as {in_measure(value, measure)}"
    return ReadQuantity(value, note)


def _said_twice(first: str, again: str, measure: Measure, field: str, gauge: bool) -> ReadQuantity:
    """A figure with the same in the other series beside it, as pages write it: the one in the measure's own unit,
    which is the finer. Raises Refused where they differ by more than the rounding of pages.
    """
    read, other = (read_quantity(text, measure, field, gauge) for text in (first, again))
    rounding = SAME_AGAIN * max(abs(read.value), abs(other.value))
    if abs(read.value - other.value) > max(rounding, AT_LEAST_APART.get(measure.unit, 0.0)):
        both = f"type {first}, or {again}"
        raise Refused(Fault(field, f"{first} and {again} are not the same", both))
    return other if read.echo else read


def _plain(typed: str, measure: Measure) -> str:
    """What was typed, its shorthand written out: fractions of an inch, 0R42, VAC, newton metres."""
    if measure is AREA:
        return typed.replace("mm2", "mm²")
    if measure is TORQUE:
        return POUND_FEET.sub("lbfft", POUND_INCHES.sub("lbfin", NEWTON_METRES.sub("Nm", typed)))
    if measure is VOLUME:
        return CUBIC_INCHES.sub("cuin", typed)
    if measure in (OHMS, MEGOHMS):
        return re.sub(r"^(\d{1,6})[Rr](\d{1,6})$", r"\1.\2 ohm", typed)
    if measure is KELVIN:
        return re.sub(r"(?i)\s*(of rise|warmer)$", "", typed)
    if measure is VOLTS:
        return re.sub(r"(?<=\d)(\s*)[vV]\s?(?:ac|dc|AC|DC)$", r"\1V", typed)
    if measure.unit in ("m", "mm"):
        return FRACTION.sub(_as_decimal, typed)
    return typed


def _as_decimal(found: re.Match[str]) -> str:
    whole, over, under = found[1] or "0", found[2], found[3]
    if int(under) == 0:
        return found[0]
    return f"{int(whole) + int(over) / int(under):.6f}"


def _heat(typed: str, field: str, gauge: bool) -> ReadQuantity:
    """Watts a metre; a foot's are said as what they are a metre."""
    found = re.fullmatch(
        rf"({NUMBER})\s*(?:w|watts?)?\s*(?:(?:/|per|an?)\s*(m|metre|meter|ft|foot))?", typed.lower()
    )
    if found is None:
        raise _refuse(field, f"{typed!r} is not a {HEAT.word}", HEAT)
    feet = found[2] in ("ft", "foot") if found[2] else gauge
    value = _number(found[1]) / (FOOT if feet else 1.0)
    if not HEAT.low <= value <= HEAT.high:
        raise _refuse(field, f"{typed} is {'too small' if value < HEAT.low else 'too large'}", HEAT)
    return ReadQuantity(value, f"read as {in_measure(value, HEAT)}" if feet else "")


def _route(typed: str, field: str, gauge: bool) -> ReadQuantity | None:
    """A length typed as the whole loop, or as legs with a plus between them; None when it is
    neither.
    """
    loop = _there_and_back(typed)
    if loop is None and "+" not in typed:
        return None
    read = _legs(loop or typed, field, gauge)
    whole = sum(read)
    if loop:
        value = whole / 2
    else:
        value = whole
    if not LENGTH.low <= value <= LENGTH.high:
        raise _refuse(
            field, f"{typed} is {'too small' if value < LENGTH.low else 'too large'}", LENGTH
        )
    if loop:
        return ReadQuantity(value, f"read as {in_measure(value, LENGTH)} one way, half of the loop")
    return ReadQuantity(value, f"{len(read)} legs, read as {in_measure(value, LENGTH)} in all")


def _there_and_back(typed: str) -> str | None:
    """The length of one typed as the whole loop, without the words that say so; None for others."""
    for words in sorted(BOTH_WAYS, key=len, reverse=True):
        if typed.lower().endswith(words):
            return typed[: -len(words)].rstrip(" ,\t") or None
    return None


def _legs(typed: str, field: str, gauge: bool) -> tuple[float, ...]:
    legs = [leg.strip() for leg in typed.split("+")]
    units = [m[0] for leg in legs if (m := UNIT_AT_END.search(leg))]
    whole = [leg if UNIT_AT_END.search(leg) or not units else leg + units[-1] for leg in legs]
    return tuple(read_quantity(leg, LEG, field, gauge).value for leg in whole)


def read_legs(text: str, field: str = "", gauge: bool = False) -> tuple[float, ...]:
    """The legs of a run in metres, as they were typed with a plus between them; none where it is
    one, or a loop. A bare one is in feet on a bench in gauge and feet.

    Raises: Refused.

    >>> read_legs("4 m + 350 cm + 2 m")
    (4.0, 3.5, 2.0)
    """
    if _there_and_back(text.strip()) or "+" not in text:
        return ()
    if len(text) > LONGEST_TEXT:
        raise _refuse(field, f"{len(text)} letters are too many for a length", LENGTH)
    return _legs(text, field, gauge)


def _inches_slip(value: float, typed: str, measure: Measure) -> str:
    """Inches are seldom meant for a run of yards: say what it would be in feet."""
    inches = re.fullmatch(rf"({NUMBER})\s*(?:in|inch|inches|\"|″)", typed)
    if measure is not LENGTH or inches is None or _number(inches[1]) < LONG_IN_INCHES:
        return ""
    feet = _number(inches[1])
    return (
        f"read as {in_measure(value, LENGTH)}; if feet were meant, {feet:g} ft is "
        f"{in_measure(feet * FOOT, LENGTH)}"
    )


def _refuse_the_other_unit(
    value: float, typed: str, measure: Measure, field: str, bare: str
) -> None:
    """Raise Refused for a bare number that makes sense in metric alone, on a bench that is not."""
    if bare == measure.unit or measure.low <= value <= measure.high:
        return
    metric = float(typed.replace(",", ".")) if re.fullmatch(NUMBER, typed) else math.nan
    if measure.low <= metric <= measure.high:
        said = in_measure(value, measure)
        raise Refused(
            Fault(
                field,
                f"{typed} is {said} here, and that cannot be",
                f"type {typed} {measure.shown}",
            )
        )


def _sum_of_terms(typed: str, measure: Measure, field: str, bare: str) -> tuple[float, bool]:
    terms = list(TERM.finditer(typed))
    if not terms or "".join(m[0] for m in terms).replace(" ", "") != typed.replace(" ", ""):
        raise _refuse(field, f"{typed!r} is not a {measure.word}", measure)
    total = 0.0
    units = [unit or bare for unit in _units(typed, terms, measure, field)]
    for match, unit in zip(terms, units, strict=True):
        try:
            slope, offset = to_unit(unit, measure.unit)
        except ValueError:
            raise _refuse(
                field, f"{(match[2] or '').strip()!r} is not a unit of {measure.word}", measure
            ) from None
        total += _number(match[1]) * slope + offset
    as_typed = len(terms) == 1 and units[0] == measure.unit and bool(terms[0][2])
    return total, as_typed and "," not in typed


def _units(typed: str, terms: list[re.Match[str]], measure: Measure, field: str) -> list[str]:
    """The unit of each term.

    Of several, each says its own; only inches after feet need not. Raises Refused.
    """
    units = [_spelled((m[2] or "").strip(), measure) for m in terms]
    if len(terms) == 1:
        return units
    if units[:-1] == ["foot"] and not units[-1] and _number(terms[-1][1]) < 12:
        return ["foot", "inch"]
    if "" in units:
        joined = f"{terms[0][1]}.{terms[-1][1]} {(terms[0][2] or '').strip()}".strip()
        spelled = f"{terms[0][0].strip()} {terms[-1][1]} cm"
        raise Refused(Fault(field, f"{typed} can be read two ways", f"type {joined}, or {spelled}"))
    return units


def _percent_slip(value: float, typed: str, measure: Measure, field: str) -> tuple[float, str]:
    if measure.unit != "percent" or not 0 < value < 1 or "%" in typed or "percent" in typed.lower():
        return value, ""
    if value <= SURE_SHARE:
        return value * 100, f"read as {_shown(value * 100)} %, not as {typed} of one percent"
    both = f"type {_shown(value)} %, or {_shown(value * 100)} %"
    raise Refused(Fault(field, f"{typed} can be read two ways", both))


def _shown(value: float) -> str:
    if abs(value) < 10000:
        return f"{value:.4g}"
    return f"{value:.0f}"


def in_measure(values: float | tuple[float, float], measure: Measure) -> str:
    """A value of a measure, or two with "and" between them, as it is said back to who typed it."""
    both = values if isinstance(values, tuple) else (values,)
    if measure.shown in WRITTEN:
        form = ".4g" if max(map(abs, both)) < 10_000 else ".0f"
        return format(WRITTEN[measure.shown](*both, between="and"), form)
    return f"{' and '.join(map(_shown, both))} {measure.shown}"


def _refuse(field: str, problem: str, measure: Measure) -> Refused:
    bounds = f"between {in_measure((measure.low, measure.high), measure)}"
    word = measure.word if measure.word.endswith("s") else f"a {measure.word}"
    return Refused(Fault(field, problem, f"{word} {bounds}, such as {measure.example}"))


def read_whole(text: str, low: int, high: int, field: str, word: str) -> int:
    """Read a whole number within bounds. Raises Refused."""
    if not re.fullmatch(r"\d{1,9}", text.strip()) or not low <= int(text) <= high:
        raise Refused(
            Fault(
                field, f"{text!r} is not a number of {word}", f"a whole number from {low} to {high}"
            )
        )
    return int(text)
