"""Pulling at a joint: what it must hold, and what a hand tug asks of it."""

from functools import cache

from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.trade.wire import size_named
from euthyne.data.tables import rows

HAND_SHARE = (0.10, 0.20)
HAND_MOST_N = 200.0


@cache
def _table(scheme: str) -> dict[tuple[str, str], float]:
    found = (r for r in rows("pull-out.csv") if r["scheme"] == scheme)
    return {
        (r["unit"], f"{float(r['size']):g}" if r["unit"] == "mm2" else r["size"]): float(
            r["newtons"]
        )
        for r in found
    }


def pull_out_n(size_name: str, joint: str) -> float | None:
    """What a crimped joint of a size must hold, in newtons; None where the tables have no figure
    for it.

    Parameters: size_name, such as ``1.5 mm2`` or ``8 AWG``; joint. Source: IEC 60352-2 for contacts
    and terminals in mm2, UL 486A for AWG.

    >>> pull_out_n("1.5 mm2", "click-in"), pull_out_n("50 mm2", "lug"), pull_out_n("8 AWG", "lug")
    (150.0, None, 400.0)
    """
    if not TERMINATIONS[joint].pull_tested:
        return None
    size = size_named(size_name)
    if size.unit == "AWG":
        name = size.name.removesuffix(" AWG")
    else:
        name = f"{size.cross_section_mm2:g}"
    return _table("lug-na" if size.unit == "AWG" else "contact").get((size.unit, name))


def hand_tug(size_name: str, joint: str) -> tuple[float, float] | None:
    """Newtons of a hand tug, least and most: 10 to 20 percent of what the joint must hold, 200 N at
    most.
    """
    holds = pull_out_n(size_name, joint)
    if holds is None:
        return None
    low, high = (min(share * holds, HAND_MOST_N) for share in HAND_SHARE)
    return low, high
