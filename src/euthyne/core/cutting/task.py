"""A plan to be made, got ready: what can be placed at all, the pieces as they take it."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from euthyne.core.cutting.piece import (
    Coil,
    Counts,
    CuttingPlan,
    Portion,
    Source,
    Wanted,
    laid,
    portions_of,
)
from euthyne.core.cutting.sums import every_sum, highest

SecondsLeft = Callable[[], float]


@dataclass(frozen=True)
class Purchase:
    """A coil as it is bought: itself, how many of it at most, what it takes at most."""

    source: Source
    most: int
    full_mm: int

    @property
    def price_cents(self) -> int:
        """What one of it costs."""
        return self.source.price_cents or 0


@dataclass(frozen=True)
class CuttingTask:
    """What is placed on what: portions that fit some piece, longest first, the step in mm that divides them;
    the portions that fit none; pieces that are there, and coils that cost nothing, longest first; coils with
    a price. ``full_mm``: what a source takes at most, as the lengths add up.
    """

    wanted: Wanted
    portions: tuple[Portion, ...]
    step: int
    hopeless: tuple[Portion, ...]
    stock: tuple[Source, ...]
    coils: tuple[Purchase, ...]
    full_mm: dict[Source, int]

    @property
    def total_mm(self) -> int:
        """What all portions take."""
        return sum(u.room_mm for u in self.portions)

    def least_lost(self, source: Source) -> int:
        """What a piece loses at least beyond a kerf a length, once it is cut into."""
        w = self.wanted
        tight = source.room_mm - self.full_mm[source]
        roomy = source.room_mm - self.portions[-1].room_mm
        return w.trim_mm + min(w.waste(tight), w.waste(roomy))


def task_of(wanted: Wanted) -> CuttingTask:
    """What is placed on what."""
    every, step = portions_of(wanted)
    many = len(every)
    bought = [
        (
            Source(c.name, c.length_mm, wanted.room(c.length_mm), False, c.price_cents),
            _most(c, many),
        )
        for c in wanted.buy
    ]
    sources = [
        Source(p.name, p.length_mm, wanted.room(p.length_mm), p.offcut) for p in wanted.stock
    ]
    sources += [s for s, most in bought if s.price_cents == 0 for _ in range(most)]
    longest = max(
        [s.room_mm for s in sources] + [s.room_mm for s, most in bought if most], default=0
    )
    portions = tuple(u for u in every if u.room_mm <= longest)
    sums = every_sum(portions, max(longest, 0) // step)

    def full(source: Source) -> int:
        return max(highest(sums, source.room_mm // step), 0) * step

    sources = sorted((s for s in sources if full(s)), key=lambda s: -s.room_mm)
    coils = [Purchase(s, most, full(s)) for s, most in bought if s.price_cents and most and full(s)]
    return CuttingTask(
        wanted,
        portions,
        step,
        tuple(u for u in every if u.room_mm > longest),
        tuple(sources),
        tuple(coils),
        {s: full(s) for s in (*sources, *(c.source for c in coils))},
    )


def _most(coil: Coil, many: int) -> int:
    return many if coil.most is None else min(coil.most, many)


@dataclass(frozen=True)
class Bound:
    """What no plan can beat, figure by figure in the order of counts, each with the figures of the plan
    before it; None after the first that differs from the plan's.
    """

    left_out: int | None = None
    price_cents: int | None = None
    lost_mm: int | None = None
    reels: int | None = None
    pieces: int | None = None

    @property
    def figures(self) -> tuple[int | None, ...]:
        """Its figures in order."""
        return (self.left_out, self.price_cents, self.lost_mm, self.reels, self.pieces)


@dataclass(frozen=True)
class Proposal:
    """A plan, and what none can beat."""

    plan: CuttingPlan
    best: Bound

    @property
    def proven(self) -> bool:
        """True where nothing better can be done."""
        return self.best.figures == figures(self.plan.counts)


def figures(counts: Counts) -> tuple[int, ...]:
    """The figures of a plan in the order it is judged."""
    return (counts.left_out, counts.price_cents, counts.lost_mm, counts.reels, counts.pieces)


def counted(task: CuttingTask, plan: CuttingPlan) -> Counts:
    """What a plan counts without what fits no piece."""
    c = plan.counts
    out = c.left_out - sum(u.many for u in task.hopeless)
    return Counts(out, c.price_cents, c.lost_mm, c.reels, c.pieces)


def plan_of(
    task: CuttingTask, filled: Iterable[tuple[Source, Sequence[Portion]]], over: Sequence[Portion]
) -> CuttingPlan:
    """The plan that pieces with their lengths are, and the lengths that are over."""
    w = task.wanted
    return CuttingPlan(
        w,
        tuple(laid(w, source, portions) for source, portions in filled if portions),
        (*task.hopeless, *over),
    )
