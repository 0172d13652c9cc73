"""What lengths can add up to, held as the bits of a whole number: bit n is set where some of them make
n steps. A shift and an or do for all sums at once what a table does for one.
"""

from collections.abc import Sequence

from euthyne.core.cutting.piece import Portion


def reach(portions: Sequence[Portion], most: int) -> list[int]:
    """The sums of the first so many portions, for every so many, up to a most.

    Returns: one whole number more than there are portions; the first says only nothing.
    """
    within = (1 << (most + 1)) - 1
    sums = [1]
    for portion in portions:
        sums.append(sums[-1] | (sums[-1] << portion.steps) & within)
    return sums


def every_sum(portions: Sequence[Portion], most: int) -> int:
    """The sums of any of the portions, up to a most; quick for many alike."""
    within = (1 << (most + 1)) - 1
    alike: dict[int, int] = {}
    for portion in portions:
        alike[portion.steps] = alike.get(portion.steps, 0) + 1
    sums = 1
    for room, many in alike.items():
        take = 1
        while many and take * room <= most:
            take = min(take, many)
            sums |= (sums << take * room) & within
            many -= take
            take *= 2
    return sums


def highest(sums: int, most: int) -> int:
    """The largest sum up to a most; -1 where there is none."""
    return (sums & ((1 << (most + 1)) - 1)).bit_length() - 1 if most >= 0 else -1


def lowest(sums: int, least: int) -> int:
    """The smallest sum from a least on; -1 where there is none."""
    above = sums >> max(least, 0)
    return max(least, 0) + (above & -above).bit_length() - 1 if above else -1


def taken(
    portions: Sequence[Portion], sums: Sequence[int], total: int
) -> tuple[list[Portion], list[Portion]]:
    """Which of the portions make a total, and the others; the last of them first.

    Parameters: portions, with ``sums`` as ``reach`` gave them; total, one of those sums.
    """
    inside, others = [], []
    for n in range(len(portions), 0, -1):
        portion = portions[n - 1]
        rest = total - portion.steps
        if rest >= 0 and sums[n - 1] >> rest & 1:
            inside.append(portion)
            total = rest
        else:
            others.append(portion)
    return inside, others
