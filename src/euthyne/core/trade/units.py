"""Units as people type them: how much one of each is, within its family.

Sources: NIST SP 811, appendix B, for inches, feet, pounds and what is made of them; a horsepower is the
mechanical one.
"""

from functools import cache

INCH, FOOT, POUND, GRAVITY = 0.0254, 0.3048, 0.45359237, 9.80665
PREFIXES = {"µ": 1e-6, "u": 1e-6, "m": 1e-3, "k": 1e3, "M": 1e6, "G": 1e9}
LONG_PREFIXES = {"micro": 1e-6, "milli": 1e-3, "centi": 1e-2, "kilo": 1e3, "mega": 1e6, "giga": 1e9}


def _prefixed(letter: str, name: str = "", only: str = "µumkMG") -> dict[str, float]:
    """A unit with its prefixes, by its letter and by its name."""
    found = {letter: 1.0} | {f"{p}{letter}": PREFIXES[p] for p in only}
    if name:
        whole = {name: 1.0} | {f"{p}{name}": size for p, size in LONG_PREFIXES.items()}
        found |= whole | {f"{n}s": size for n, size in whole.items()}
    return found


LENGTHS = _prefixed("m", "meter", "µumk") | {f"{p}metre": s for p, s in LONG_PREFIXES.items()}
LENGTHS |= {f"{p}metres": s for p, s in LONG_PREFIXES.items()}
LENGTHS |= {"cm": 0.01, "dm": 0.1, "inch": INCH, "foot": FOOT, "yard": 36 * INCH}
LENGTHS |= {"mil": INCH / 1000, "thou": INCH / 1000, "mile": 63360 * INCH, "yards": 36 * INCH}
# Each family by the size of its units in one that is not named.
FAMILIES: tuple[dict[str, float], ...] = (
    LENGTHS,
    {"mm**2": 1.0, "cm**2": 100.0, "cm²": 100.0, "m²": 1e6},
    _prefixed("A", "ampere", "µumk"),
    _prefixed("W", "watt") | {"VA": 1.0, "kVA": 1e3, "horsepower": 745.69987158227},
    _prefixed("V", "volt"),
    {"kelvin": 1.0, "K": 1.0, "delta_degC": 1.0, "delta_degF": 5 / 9},
    _prefixed("N", "newton", "mkM")
    | {"lbf": POUND * GRAVITY, "kgf": GRAVITY, "ozf": POUND * GRAVITY / 16},
    {
        "N*m": 1.0,
        "cN*m": 0.01,
        "lbf*inch": POUND * GRAVITY * INCH,
        "lbf*foot": POUND * GRAVITY * FOOT,
        "kgf*cm": GRAVITY / 100,
    },
    {
        "ml": 1.0,
        "mL": 1.0,
        "l": 1000.0,
        "L": 1000.0,
        "cl": 10.0,
        "cc": 1.0,
        "litre": 1000.0,
        "litres": 1000.0,
        "inch**3": (INCH * 100) ** 3,
    },
    {"percent": 1.0},
    _prefixed("ohm", "ohm") | _prefixed("Ω") | {"megaohm": 1e6, "gigaohm": 1e9},
    _prefixed("g", "gram", "mk")
    | {"oz": POUND * 1000 / 16, "lb": POUND * 1000, "lbs": POUND * 1000},
)
# Degrees have a zero of their own: slope and offset to degrees Celsius.
DEGREES = {
    "degC": (1.0, 0.0),
    "degF": (5 / 9, -160 / 9),
    "kelvin": (1.0, -273.15),
    "K": (1.0, -273.15),
}


@cache
def to_unit(unit: str, target: str) -> tuple[float, float]:
    """Slope and offset that take a value in one unit to another.

    Raises: ValueError where they are no units of one family.

    >>> to_unit("inch", "m"), to_unit("megaohm", "ohm")
    ((0.0254, 0.0), (1000000.0, 0.0))
    """
    if unit == target:
        return 1.0, 0.0
    if target == "degC" and unit in DEGREES:
        return DEGREES[unit]
    for family in FAMILIES:
        if unit in family and target in family:
            return family[unit] / family[target], 0.0
    raise ValueError(f"{unit} is no unit that becomes {target}")
