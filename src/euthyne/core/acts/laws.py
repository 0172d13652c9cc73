"""What holds of a whole bench, whichever act was done last."""

from euthyne.core.acts.state import SIDES, BenchState


def two_live(bench: BenchState) -> list[str]:
    """Two cores of a live source that can be touched together."""
    found: list[str] = []
    opened = bench.open_live()
    for i, (one, source, joined) in enumerate(opened):
        for other, its_source, its_joined in opened[i + 1 :]:
            same = one.rpartition(":")[0] == other.rpartition(":")[0]
            if not same and source == its_source and not (joined and its_joined):
                found.append(f"{one} and {other} of a live source are open together")
    return found


def left_undone(bench: BenchState) -> list[str]:
    """What is not as the map says once a build is done."""
    found = []
    for wire in bench.build.map:
        for end in SIDES:
            at = wire.at(end)
            tip = bench.tips.get((wire.core, end))
            if tip is None:
                found.append(f"there is no core {wire.core}")
            elif at is not None and tip.joined_at != at and not tip.finished:
                found.append(f"{wire.core}:{end} is not joined at {at}")
    found += [f"{name} is in no way and left open" for name in bench.left_open()]
    for name, state in bench.laid.items():
        if not state.placed:
            found.append(f"{name} is not in its place")
    return found
