"""Conductor sizes as people type them: 2.5 mm2, 14 AWG, 2/0, 3G1.5."""

import re

from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import LONGEST_TEXT
from euthyne.core.trade.wire import GAUGES, Size, metric_resistances, size_named


def read_size(text: str, field: str = "") -> Size:
    """Read a conductor size, metric or gauge; of a make-up such as 3G2.5 or 8/3 the size.

    Raises: Refused when no such size is made.

    >>> read_size("3G2.5").name, read_size("8/3").name, read_size("2/0").name
    ('2.5 mm2', '8 AWG', '2/0 AWG')
    """
    fix = "a size such as 1.5 mm2, 14 AWG or 2/0"
    made = re.fullmatch(
        r"\s*(?:\d{1,2}\s*[GgXx×]\s*(\d+(?:[.,]\d+)?)|(\d{1,2})\s*/\s*([2-9]))\s*",
        text[:LONGEST_TEXT],
    )
    if made is not None:
        text = made[1] or f"{made[2]} AWG"
    if re.fullmatch(r"(?i)\s*[\d.]+\s*(kcmil|mcm)\s*", text[:LONGEST_TEXT]):
        what = f"{text.strip()} is beyond these tables: they end at 4/0 AWG and 500 mm2"
        raise Refused(
            Fault(field, what, "the metric size next to it, such as 120 mm2 for 250 kcmil")
        )
    try:
        size = size_named(text[:LONGEST_TEXT])
    except ValueError:
        raise Refused(Fault(field, f"{text!r} is not a conductor size", fix)) from None
    if size.unit == "mm2" and size.cross_section_mm2 not in metric_resistances():
        raise Refused(Fault(field, f"{size.label} mm2 is not made", fix))
    return size


def read_size_here(text: str, field: str, gauge: bool) -> Size:
    """A size as it was typed at a bench; gauge, True where it buys by gauge. Raises Refused."""
    return read_size(in_gauge_first(text, field) if gauge else text, field)


def in_gauge_first(text: str, field: str = "") -> str:
    """A size as a bench that buys by gauge means it: a bare number that only a gauge has is that gauge.

    Raises: Refused for one that is a gauge and an area both.

    >>> in_gauge_first("14"), in_gauge_first("16 AWG"), in_gauge_first("2.5")
    ('14 AWG', '16 AWG', '2.5')
    """
    bare = text.strip()
    areas = {f"{mm2:g}" for mm2 in metric_resistances()}
    if bare in GAUGES and bare in areas:
        both = f"type {bare} AWG, or {bare} mm2"
        raise Refused(Fault(field, f"{bare} can be read two ways", both))
    return f"{bare} AWG" if bare in GAUGES else text
