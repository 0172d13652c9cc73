"""A bank of batteries as a net: posts joined by cables, and what lies between the posts of one thing."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations

BATTERY = "battery"
PLUS, MINUS = "plus", "minus"
# What a fuse, a switch, a bar lets through; what is fed is between its own plus and minus, and lets nothing.
THROUGH = ("in", "out")
POSTS = (PLUS, MINUS, *THROUGH)


@dataclass(frozen=True)
class Ring:
    """A ring of cables whose batteries do not add up to nothing: the cable that closes it, and how many
    batteries it shorts.
    """

    cable: int
    batteries: int


def parted(post: str) -> tuple[str, str]:
    """What a post is on, and which of its posts it is; all of it, where it has one alone.

    >>> parted("battery 2 plus"), parted("bus bar")
    (('battery 2', 'plus'), ('bus bar', ''))
    """
    thing, _, which = post.strip().rpartition(" ")
    return (thing, which) if thing and which in POSTS else (post.strip(), "")


def _beside(ways: dict[tuple[str, str], float], a: str, b: str, share: float) -> None:
    """A way beside those there are between two nodes; one that goes nowhere is none."""
    if a != b:
        pair = (min(a, b), max(a, b))
        ways[pair] = ways.get(pair, 0.0) + share


class Bank:
    """Posts, and the cables between them.

    Parameters: cables, each as the two posts it joins, in their order.
    """

    def __init__(self, cables: Iterable[tuple[str, str]]) -> None:
        self.cables = tuple(cables)

    @cached_property
    def posts(self) -> tuple[str, ...]:
        """Every post, in the order it is first met with."""
        return tuple(dict.fromkeys(post for cable in self.cables for post in cable))

    @cached_property
    def things(self) -> dict[str, tuple[str, ...]]:
        """Everything that has posts, with those that a cable lies on."""
        found: dict[str, tuple[str, ...]] = {}
        for post in self.posts:
            thing, which = parted(post)
            found[thing] = (*found.get(thing, ()), which)
        return found

    @property
    def batteries(self) -> tuple[str, ...]:
        """The batteries among them."""
        return tuple(thing for thing in self.things if thing.startswith(BATTERY))

    @property
    def half_joined(self) -> tuple[str, ...]:
        """Batteries, fuses and switches that a cable lies on at one post alone."""
        return tuple(
            t for t, posts in self.things.items() if posts != ("",) and len(set(posts)) == 1
        )

    @cached_property
    def _levels(self) -> tuple[dict[str, tuple[int, int]], Ring | None]:
        """The batteries that lie between each post and the first of its net, with the net's number; and the
        first ring that does not add up.
        """
        level: dict[str, tuple[int, int]] = {}
        through = [self._through(thing) for thing in self.things]
        ways: dict[str, list[tuple[str, int, int]]] = {}
        edges = [(a, b, 0, n) for n, (a, b) in enumerate(self.cables, start=1)]
        edges += [(a, b, step, 0) for pair in through for a, b, step in pair]
        for a, b, step, n in edges:
            ways.setdefault(a, []).append((b, step, n))
            ways.setdefault(b, []).append((a, -step, n))
        for net, first in enumerate(self.posts):
            if first in level:
                continue
            level[first] = (net, 0)
            front = [first]
            while front:
                here = front.pop(0)
                for there, step, _ in ways[here]:
                    if there not in level:
                        level[there] = (net, level[here][1] + step)
                        front.append(there)
        for a, b, step, n in sorted(edges, key=lambda edge: -edge[3]):
            apart = level[b][1] - level[a][1] - step
            if apart:
                return level, Ring(n or self._closing(a, b), abs(apart))
        return level, None

    def _through(self, thing: str) -> list[tuple[str, str, int]]:
        """What lies between the posts of a thing, as (post, post, batteries up from the first to the other)."""
        if thing.startswith(BATTERY):
            return [(f"{thing} {MINUS}", f"{thing} {PLUS}", 1)]
        if set(self.things[thing]) & set(THROUGH):
            return [(f"{thing} in", f"{thing} out", 0)]
        return []

    def _closing(self, a: str, b: str) -> int:
        """The last cable on either of two posts."""
        return max((n for n, c in enumerate(self.cables, 1) if {a, b} & set(c)), default=1)

    @property
    def ring(self) -> Ring | None:
        """A ring that shorts batteries; None where there is none."""
        return self._levels[1]

    def batteries_between(self, minus: str, plus: str) -> int | None:
        """How many batteries in a row lie between two posts; None where nothing joins them."""
        level = self._levels[0]
        if minus not in level or plus not in level or level[minus][0] != level[plus][0]:
            return None
        return level[plus][1] - level[minus][1]

    def around_m(self, runs_m: Sequence[float]) -> float | None:
        """m of one cable that loses as much, with all the current in it, as the whole bank does between the plus
        and the minus of what it feeds: cables one after the other add up, strings side by side share.

        Parameters: runs_m, of each cable, m. Returns: None where nothing is fed, or nothing joins its posts.
        """
        if not self.fed:
            return None
        one = self._merged
        ends = {one[f"{self.fed[0]} {PLUS}"], one[f"{self.fed[0]} {MINUS}"]}
        if len(ends) < 2:
            return None
        ways: dict[tuple[str, str], float] = {}
        for (a, b), run in zip(self.cables, runs_m, strict=True):
            _beside(ways, one[a], one[b], 1 / run)
        inner = {node for pair in ways for node in pair} - ends
        for node in sorted(inner):
            # A node is taken out: its star of ways becomes the mesh between its neighbours.
            star = {(set(pair) - {node}).pop(): g for pair, g in ways.items() if node in pair}
            ways = {pair: g for pair, g in ways.items() if node not in pair}
            total = sum(star.values())
            for a, b in combinations(sorted(star), 2):
                _beside(ways, a, b, star[a] * star[b] / total)
        left = sum(ways.values())
        return 1 / left if left else None

    @cached_property
    def _merged(self) -> dict[str, str]:
        """Each post by the first of those it is one with: through a battery, a fuse, a switch."""
        one = {post: post for post in self.posts}
        for thing in self.things:
            for a, b, _ in self._through(thing):
                if a in one and b in one:
                    keep, gone = one[a], one[b]
                    one = {post: keep if at == gone else at for post, at in one.items()}
        return one

    @property
    def fed(self) -> tuple[str, ...]:
        """What is fed: whatever has a plus and a minus and is no battery."""
        return tuple(
            thing
            for thing, posts in self.things.items()
            if set(posts) <= {PLUS, MINUS} and not thing.startswith(BATTERY) and posts != ("",)
        )
