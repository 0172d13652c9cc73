"""The shortest plan of probes that proves a lead: each net joined up, then each net against all the
others at once.
"""

from dataclasses import dataclass

from euthyne.core.wiring.grid import Course, Point, Wiring


@dataclass(frozen=True)
class PlannedProbe:
    """One probe: a point, what it is held against (one point, or a gang strapped together), and
    what should be heard.

    ``sounds`` True means that it should sound; a gang should stay silent.
    """

    one: Point
    against: tuple[Point, ...]
    sounds: bool


@dataclass(frozen=True)
class ProbePlan:
    """The probes in order; and wires that continuity cannot prove, because their net is joined
    without them too.
    """

    probes: tuple[PlannedProbe, ...]
    not_provable: tuple[tuple[Course, ...], ...]


def probe_plan(wiring: Wiring, gangs: bool = True) -> ProbePlan:
    """The shortest plan that proves what joins and what does not.

    With P points in N nets it takes P - N probes that sound to join up each net, and N - 1 that
    stay silent, each net against one point of every earlier one strapped together: fewer cannot
    join P points in N nets, nor part N nets one by one. Without clips each pair of nets is a probe
    of its own.

    Parameters: wiring; gangs, whether there are clips to strap points together. Returns: ProbePlan.
    """
    nets = wiring.nets
    joining = [PlannedProbe(net[0], (p,), True) for net in nets for p in net[1:]]
    apart = []
    for i, net in enumerate(nets[1:], start=1):
        earlier = tuple(n[0] for n in nets[:i])
        apart += (
            [PlannedProbe(net[0], earlier, False)]
            if gangs
            else [PlannedProbe(net[0], (p,), False) for p in earlier]
        )
    return ProbePlan((*joining, *apart), _not_provable(wiring))


def _not_provable(wiring: Wiring) -> tuple[tuple[Course, ...], ...]:
    """Wires of each net that may be broken unheard: those that stand in a ring with others of their
    net.
    """
    found = []
    for net in wiring.nets:
        own = tuple(w for w in wiring.wires if w[0] in net)
        ringed = tuple(w for w in own if _joined_without(own, w))
        if ringed:
            found.append(ringed)
    return tuple(found)


def _joined_without(wires: tuple[Course, ...], without: Course) -> bool:
    """True when the two points of a wire are still joined by the others."""
    reached = {without[0]}
    left = [w for w in wires if w != without]
    grown = True
    while grown:
        touching = [w for w in left if (w[0] in reached) != (w[1] in reached)]
        reached |= {p for w in touching for p in w}
        grown = bool(touching)
    return without[1] in reached
