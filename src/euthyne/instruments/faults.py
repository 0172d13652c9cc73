"""Faults as people make them, drawn at random for one lead, and what they are in words."""

from random import Random
from typing import Literal, get_args

from euthyne.core.kinds import Trait
from euthyne.core.plan import Plan
from euthyne.instruments.model import Broken, joint_ohm

Kind = Literal["open", "joint", "exchanged", "joined", "leak"]
KINDS: tuple[Kind, ...] = get_args(Kind)
WORSE = (30, 60, 100)  # times a sound joint
LEAST_OHM, OPEN_OHM, JOINED_OHM = 0.05, 1e12, 0.05
LEAKS_OHM = (1e5, 5e5)


def made_here(plan: Plan) -> list[tuple[str, str, str]]:
    """Every core's end that is made here and can be reached: its name, its fitting, its cavity."""
    ours = {e.id for e in plan.ends.ours if e.part.joint != "blind"}
    return [
        (f"{x.at.cable}.{x.core}@{x.at.end}", x.fitting, x.cavity)
        for x in plan.given.assembly.landings
        if x.fitting in ours
    ]


def random_fault(plan: Plan, rng: Random, kind: Kind) -> Broken | None:
    """A fault of a kind, larger than what meters may be out; None where the lead can not have it.

    A tenth of an ohm in series with a heating tape, or megohms beside it, are less than the tape itself
    varies, and are not drawn; nor are its two buses exchanged, which its colours show and no meter.
    """
    subject = plan.prove.subject
    if subject is None or (subject.tape_ohm is not None and kind in ("joint", "leak")):
        return None
    cores = made_here(plan)
    if kind in ("open", "joint"):
        end, fitting, _ = rng.choice(cores)
        if kind == "open":
            return Broken("open", (end,), OPEN_OHM)
        sound = joint_ohm(plan, fitting, subject.runs[0].wire, subject.room_c)
        return Broken("joint", (end,), sound * rng.choice(WORSE) + LEAST_OHM)
    if kind == "exchanged":
        return _exchanged(plan, rng, cores)
    if len(subject.runs) < 2:
        return None
    one, other = rng.sample(subject.runs, 2)
    if one.a == other.a:  # two legs of one core begin at one contact
        return None
    ohm = JOINED_OHM if kind == "joined" else rng.choice(LEAKS_OHM)
    return Broken(kind, (one.a, other.a), ohm)


def _exchanged(plan: Plan, rng: Random, cores: list[tuple[str, str, str]]) -> Broken | None:
    """Two cores that changed places in one fitting, or at one place of fittings of one contact each."""
    points: dict[str, set[str]] = {}
    for _, fitting, cavity in cores:
        end = plan.ends.by_id[fitting]
        if end.side and end.place:
            key = end.place.id if len(end.part.marks) == 1 else fitting
            points.setdefault(key, set()).add(f"{fitting}.{cavity}")
    several = [sorted(there) for _, there in sorted(points.items()) if len(there) > 1]
    if not several:
        return None
    one, other = rng.sample(rng.choice(several), 2)
    alike = {run.a for run in plan.prove.subject.runs} if plan.prove.subject else set()
    if Trait.BUS_WIRES in plan.kind.traits and {one, other} <= alike:
        return None
    return Broken("exchanged", (one, other))


def hidden_in(plan: Plan, seed: int) -> Broken:
    """The fault that a seed hides in a lead: the same each time. Raises ValueError where it can have
    none.
    """
    rng = Random(seed)
    for kind in rng.sample(KINDS, len(KINDS)):
        found = random_fault(plan, rng, kind)
        if found is not None:
            return found
    raise ValueError("this lead has nothing that can be wrong")


def fault_words(broken: Broken) -> str:
    """What is wrong, in words, with its figures."""
    at = " and ".join(broken.at)
    match broken.kind:
        case "open":
            return f"{at} conducts nowhere"
        case "joint":
            return f"the joint of {at} reads {broken.ohm * 1000:.3g} milliohm"
        case "exchanged":
            return f"{at} are exchanged"
        case "leak":
            return f"{at} leak: {broken.ohm / 1e6:.2g} megohm"
    return f"{at} are joined: {broken.ohm * 1000:.3g} milliohm"
