"""Random builds of one to three cables, and the written rules of threading said once more, without
the program's own words.
"""

from hypothesis import strategies as st

from euthyne.core.order.laid import (
    OPEN,
    BuildPlan,
    CableEnd,
    CableLayout,
    EndState,
    Event,
    Threaded,
)
from euthyne.core.order.order import OrderStep

CORES = {"L": 2.8, "N": 2.8}
FAR = {"A": "B", "B": "A"}


def event(name, end, tool="hand", od_mm=0.0, after=(), **more):
    """Something done at an end of the only cable."""
    return Event(name, (CableEnd("", end),), tool, od_mm, after, **more)


def one_cable(od_mm, parts, events, cores=None, a=OPEN, b=OPEN):
    """A build of one cable."""
    return BuildPlan((CableLayout("", od_mm, cores or {}, a, b),), tuple(parts), tuple(events))


def step(name, end, tool="hand", threads=False):
    """A step at an end of the only cable."""
    return OrderStep(name, (CableEnd("", end),), tool, threads)


def may_thread(build, p, entry, done, far, own_later):
    """Rules 1 to 5 for a part, from the state alone; ``entry`` is a letter; ``far`` and
    ``own_later``: parts fed each way in the end.
    """
    if not fits(build, p) or not set(p.after) <= done:
        return False
    own = [q for q in build.parts if q.cable == p.cable]
    mates = [q for q in own if q.end == p.end and q.on == p.on and q.id != p.id and not q.split]
    outer = {q.id for q in mates if q.rank > p.rank}
    if p.split:
        return entry == p.end and outer <= done
    if not passes(build, p, entry, done):
        return False
    if entry == p.end:
        return outer <= done
    across = {q.id for q in own if q.end == entry and q.on == "cable" and not q.split}
    inner = {q.id for q in mates if q.rank < p.rank}
    ready = all(q in done or q in own_later for q in inner)
    return p.on == "cable" and not across & done and ready and outer <= far


def places_of(build, at):
    """Where some cable ends lie."""
    ends = {c.name: {"A": c.a.place or "A", "B": c.b.place or "B"} for c in build.cables}
    return {ends[x.cable][x.end] for x in at}


def changes(build, before, now):
    """Changes of place, of cable and of tool between two (cable ends, tool)."""
    if before is None:
        return (0, 0, 0)
    return (
        not places_of(build, before[0]) & places_of(build, now[0]),
        not {x.cable for x in before[0]} & {x.cable for x in now[0]},
        before[1] != now[1],
    )


@st.composite
def builds(draw, most=9, cables=3):
    names = ["", *("red", "black")][: draw(st.integers(1, cables))]
    ends = [CableEnd(name, end) for name in names for end in "AB"]
    n_events = draw(st.integers(1, min(5, most - 1)))
    events = []
    for i in range(n_events):
        at = draw(st.lists(st.sampled_from(ends), min_size=1, max_size=2, unique=True))
        if draw(st.booleans()):
            at = at[:1]
        before = [e.id for e in events if set(e.at) & set(at)]
        wait = draw(st.lists(st.sampled_from(before), max_size=2, unique=True)) if before else ()
        on = draw(st.sampled_from([(), ("L",), ("L", "N")]))
        events.append(
            Event(
                f"e{i}",
                tuple(at),
                draw(st.sampled_from(["hand", "knife", "press"])),
                draw(st.sampled_from([0.0, 4.0, 12.0, 30.0])),
                tuple(wait),
                draw(st.booleans()),
                tuple(f"{x.cable}.{core}" for x in at for core in on),
                draw(st.sampled_from([0.0, 30.0])),
            )
        )
    parts = []
    for i in range(draw(st.integers(0, most - n_events))):
        home, on = draw(st.sampled_from(ends)), draw(st.sampled_from(["cable", "cable", "L"]))
        at_end = [e.id for e in events if home in e.at]
        bores = [9.5, 14.0, 40.0] if on == "cable" else [2.9, 5.0, 40.0]
        after = draw(st.lists(st.sampled_from(at_end), max_size=1)) if at_end else ()
        parts.append(
            Threaded(
                f"p{i}",
                home.end,
                draw(st.integers(1, 3)),
                draw(st.sampled_from(bores)),
                draw(st.sampled_from([None, *at_end])),
                tuple(after),
                draw(st.integers(0, 5)) == 0,
                on,
                cable=home.cable,
            )
        )
    places = st.sampled_from([None, None, "bench", "vice"]) if len(names) > 1 else st.none()
    found = st.sampled_from(
        [("open", 0.0, None)] * 2 + [("finished", 20.0, 40.0), ("finished", 12.0, None)]
    )
    laid = [
        CableLayout(n, 9.0, CORES, *(EndState(*draw(found), draw(places)) for _ in "AB"))
        for n in names
    ]
    return BuildPlan(tuple(laid), tuple(parts), tuple(events))


def passes(build, p, entry, done):
    """True when everything done at an end, and its finish, lets a part by."""
    there = CableEnd(p.cable, entry)
    found = build.end(there)
    if found.state == "finished" and p.bore_mm < found.od_mm:
        return False
    events = [e for e in build.events if there in e.at and e.id in done]
    if p.on != "cable":
        events = [e for e in events if not e.on or f"{p.cable}.{p.on}" in e.on]
    return all(p.bore_mm >= e.od_mm for e in events)


def fits(build, p):
    cable = next(c for c in build.cables if c.name == p.cable)
    thick = cable.od_mm if p.on == "cable" else cable.cores[p.on]
    return p.bore_mm >= thick and all(p.bore_mm >= build.event(x).od_mm for x in p.must_pass)
