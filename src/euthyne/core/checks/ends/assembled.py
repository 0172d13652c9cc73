"""What the whole of a lead says that none of its ends does: the same mix-up twice, a core that lands
once, taps that do not fit the pack, two sources that meet, live work.
"""

from euthyne.core.checks.ends.wiring import as_it_should, listed
from euthyne.core.checks.found import Fix, Said, check
from euthyne.core.kinds import Trait
from euthyne.core.lead.stage import Stage
from euthyne.core.lead.step import step_named
from euthyne.core.order.laid import CableEnd
from euthyne.core.plan import Plan
from euthyne.core.shelf.part import Part
from euthyne.core.trade.cable import cable_types
from euthyne.core.trade.corewords import function_of
from euthyne.core.trade.shown import one_and_all

EXTRA_LOW_VOLTS = 60.0  # direct current up to here may be worked on live, pole by pole


@check(
    "caution",
    Stage.ENDS,
    why="The meter finds nothing wrong, and whoever opens it next trusts the numbers.",
    clears="Each core in the cavity of its own number; or a reason, with the list kept.",
)
def same_mix_up(plan: Plan) -> Said | None:
    """Numbered cores that land on each other's numbers, alike at both ends."""
    astray = [
        j
        for j in plan.ends.joints
        if j.function.isdigit() and j.for_a == j.for_b and j.for_a not in (None, j.function)
    ]
    if not astray:
        return None
    words = ", ".join(f"core {j.function} in {j.for_a}" for j in astray)
    text = f"At both ends alike: {words}."
    return Said("The same mix-up at both ends", text, as_it_should(plan), figures=(words,))


@check(
    "caution",
    Stage.ENDS,
    why="Plus on one number is minus on the same number at the other end; the device pays for it.",
    clears="Each number on its own; or a reason: a crossed lead by its list, kept and tied to it.",
    laws=(10,),
)
def numbers_crossed(plan: Plan) -> Said | None:
    """A core between two couplers of one pattern, on another number at the other end."""
    a, b = (end.part for end in (plan.ends["A"], plan.ends["B"]))
    if set(a.marks) != set(b.marks):
        return None
    astray = [
        j for j in plan.ends.joints if j.a and j.b and {j.a, j.b} <= _numbers(a) and j.a != j.b
    ]
    if not astray:
        return None
    words = ", ".join(f"core {j.function} from {j.a} to {j.b}" for j in astray)
    return Said("Numbers crossed", f"C{words[1:]}.", as_it_should(plan), figures=(words,))


def _numbers(part: Part) -> set[str]:
    return {mark for mark in part.marks if mark.isdigit()}


@check(
    "caution",
    Stage.ENDS,
    why="It is an aerial, or a short the day its loose end finds metal.",
    clears="Landed at both ends, or cut back and covered at both.",
)
def lands_once(plan: Plan) -> Said | None:
    """A numbered core that lands at one end and is cut back at the other."""
    once = [j for j in plan.ends.joints if j.function.isdigit() and (j.a is None) != (j.b is None)]
    if not once:
        return None
    many = "Core " + one_and_all(j.function for j in once)
    text = f"{many}: cut back at the other end."
    return Said("A core lands at one end only", text, figures=(many,))


@check(
    "caution",
    Stage.ENDS,
    why="A core that nobody covered finds the shield, its neighbour, or the shell.",
    clears="Parts with a way for each core; or a reason: cut back and covered at both ends.",
    laws=(5,),
)
def cores_spare(plan: Plan) -> Said | None:
    """No core disappears: what lands at neither end is said to be spare, and covered."""
    spare = [j for j in plan.ends.joints if j.a is None and j.b is None and j.function != "S"]
    if not spare:
        return None
    named = listed(function_of(j.function) for j in spare)
    text = f"Landed nowhere: {named}. Their steps cut them back and cover them at both ends."
    return Said("Cores that land nowhere", text, figures=(named,))


@check(
    "caution",
    Stage.ENDS,
    why="A signal whose return runs in another pair is an aerial as long as the lead.",
    clears="Both cores of each pair landed, or both cut back; or a reason.",
)
def half_a_pair(plan: Plan) -> Said | None:
    """A core of a twisted pair that lands without its other, or whose other is not there."""
    if not cable_types()[plan.lead.conductor.cable_type].paired:
        return None
    landed = {int(j.function): bool(j.a and j.b) for j in plan.ends.joints if j.function.isdigit()}
    half = [n for n, lands in landed.items() if lands != landed.get(n + 1 if n % 2 else n - 1)]
    if not half:
        return None
    pairs = listed(str(n) for n in dict.fromkeys((n + 1) // 2 for n in half))
    return Said(
        "Half a pair",
        f"Pairs are 1 and 2, 3 and 4, and so on. Of pair {pairs} one core lands, and its other does not.",
        figures=(pairs,),
    )


@check(
    "stop",
    Stage.ENDS,
    why="Pulled out by itself, one coupler leaves the other's contacts live in a bare hand.",
    clears="One coupler for the pole, or bolted ends.",
    laws=(11,),
)
def parallel_couplers(plan: Plan) -> Said | None:
    """No two conductors share one net between the same two places where one can be unplugged by
    itself.
    """
    assembly = plan.given.assembly
    # A loop at one place is no second conductor: what runs on from a coupler to its neighbour.
    landed = {
        (x.fitting, x.cavity) for x in assembly.landings if not assembly.cable(x.at.cable).jumper
    }
    for net in plan.ends.positions[-1].nets:
        at = {f: plan.ends.by_id[f] for f, mark in net if (f, mark) in landed}
        for side in ("A", "B"):
            here = [end for end in at.values() if end.side == side]
            across = any(end.side not in (side, None) for end in at.values())
            # A branch to an outlet is no second way to one place: what is plugged in there is its own.
            branches = all(end.part.outlet for end in here)
            unplugged = not branches and any(end.part.contact in ("pin", "socket") for end in here)
            if len(here) > 1 and across and unplugged:
                names = listed(sorted(end.part.words for end in here))
                return Said("One net on two couplers", f"One net runs to {names} at one place.")
    return None


@check(
    "stop",
    Stage.ENDS,
    why="Shifted by a cell, a plug that is too long or too short puts two cells on one input.",
    clears="A balance plug with one way more than the pack has cells.",
    on="DC",
    laws=(10,),
)
def balance_ways(plan: Plan) -> Said | None:
    """The balance plug on the pack has one way more than the pack has cells."""
    cells = plan.lead.brief.cells
    if Trait.CHARGES not in plan.kind.traits or cells is None:
        return None
    for end in plan.ends.on_side("A"):
        ways = [mark for mark in end.part.marks if mark.startswith("T")]
        if ways and len(ways) != cells + 1:
            return Said(
                "The balance plug does not count as the pack does",
                f"{end.part.words}: {len(ways)} ways; {cells} cells want {cells + 1}.",
            )
    return None


@check(
    "stop",
    Stage.ENDS,
    why="Two sources on one net feed each other, and either keeps the other's end live.",
    clears="One source, or a kind of lead that is made for two.",
    laws=(20,),
)
def source_at_each_end(plan: Plan) -> Said | None:
    """Sources on both sides of a lead that is made for one."""
    sources = [p for p in plan.lead.places if p.source]
    meant = {Trait.TWO_SOURCES, Trait.APART} & plan.kind.traits
    if meant or {p.side for p in sources} != {"supply", "load"}:
        return None
    named = one_and_all(p.called for p in sources)
    return Said("A source at each end", f"Volts can come from {named}.")


@check(
    "stop",
    Stage.ENDS,
    why="A blade through both conductors of a live cable is a short through the hand that holds it.",
    clears="Unplugged, isolated and proven dead; the meter tried on a known source before and after.",
    laws=(24,),
)
def live_work(plan: Plan) -> Said | None:
    """What is cut comes from a source: it is asked whether it is live, and live work is planned pole
    by pole on a battery of at most 60 V only.
    """
    if not plan.given.live_ends:
        return None
    brief, volts = plan.lead.brief, plan.brief.volts
    if not plan.mains and brief.live_battery == "unknown":
        return Said(
            "Is it live?",
            "Its tail comes from a battery. Say whether it is on it now and can not be unplugged.",
            Fix("It is unplugged, and proven dead", (("brief.live_battery", "no"),)),
        )
    if brief.live_battery != "yes":
        return None
    if plan.mains or volts > EXTRA_LOW_VOLTS:
        return Said(
            "Not to be worked on live",
            f"{volts:g} V: unplug it, isolate it, prove it dead.",
            Fix("It is unplugged, and proven dead", (("brief.live_battery", "no"),)),
        )
    return None


@check(
    "caution",
    Stage.ENDS,
    why="Whatever touches both poles then takes all that the battery gives.",
    clears="Its fuse out; or a reason, with tools wrapped and rings off.",
    on="DC",
)
def nothing_limits(plan: Plan) -> Said | None:
    """Live work on a battery whose fuse stays in, or that has none."""
    brief = plan.lead.brief
    if not plan.given.live_ends or brief.live_battery != "yes" or brief.fuse_out:
        return None
    return Said(
        "Nothing limits the current",
        "The battery stays on and no fuse is out: one pole at a time, each covered before the next.",
    )


@check(
    "stop",
    Stage.BUILD,
    why="Two bare poles of one battery are one slip from a short.",
    clears="The first pole joined and covered, or its battery unplugged.",
    on="DC",
    laws=(24,),
)
def both_poles_open(plan: Plan) -> Said | None:
    """A second pole of a live battery opened before the first is covered."""
    if not plan.given.live_ends:
        return None
    done = {d.step for d in plan.lead.build.done}
    open_ends = [at for at in plan.build.job.one_pole_at_a_time if _open(plan, at, done)]
    if len(open_ends) < 2:
        return None
    names = one_and_all(at.cable for at in open_ends)
    return Said("Both poles are open", f"{names}: cover one before anything else is done.")


def _open(plan: Plan, at: CableEnd, done: set[str]) -> bool:
    """True for an end that was begun and is not covered yet."""
    own = {e.id for e in plan.build.threading.events if e.at == (at,)}
    begun = {key for key in own & done if (name := step_named(key)) and name.does != "thread"}
    return bool(begun) and not own <= done


@check(
    "note",
    Stage.ENDS,
    why="The second load goes into whatever block of sockets lies about, and nobody sized that.",
    clears="A lead each; or a block of sockets, made up as a part of your own on the Shelf.",
    on="AC",
)
def more_loads_than_sockets(plan: Plan) -> Said | None:
    """Several loads are named, and the lead ends in one socket."""
    told = plan.lead.brief
    outlets = [end for end in plan.ends.ours if end.part.outlet]
    many = sum(load.quantity for load in told.loads or ())
    if told.feeds != "loads" or len(outlets) != 1 or many <= 1:
        return None
    return Said(
        "More loads than sockets",
        f"{many:g} loads are named, and the {outlets[0].named} is one socket. The cable is sized for "
        "all of them; only one goes in.",
        figures=(many, outlets[0].part.id),
    )
