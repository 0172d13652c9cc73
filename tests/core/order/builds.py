"""Random builds, and the written rules of threading said once more, without the program's own words."""

from hypothesis import strategies as st

from euthyne.core.order.order import BuildPlan, EndState, Event, Threaded

CORES = {"L": 2.8, "N": 2.8}


def may_thread(build, p, entry, done, far, own_later):
    """Rules 1 to 5 for a part, from the state alone; ``far`` and ``own_later``: parts fed each way
    in the end.
    """
    if not fits(build, p) or not set(p.after) <= done:
        return False
    mates = [
        q for q in build.parts if q.end == p.end and q.on == p.on and q.id != p.id and not q.split
    ]
    outer = {q.id for q in mates if q.rank > p.rank}
    if p.split:
        return entry == p.end and outer <= done
    if not passes(build, p, entry, done):
        return False
    if entry == p.end:
        return outer <= done
    across = {q.id for q in build.parts if q.end == entry and q.on == "cable" and not q.split}
    inner = {q.id for q in mates if q.rank < p.rank}
    ready = all(q in done or q in own_later for q in inner)
    return p.on == "cable" and not across & done and ready and outer <= far


@st.composite
def builds(draw, most=9):
    n_events = draw(st.integers(1, min(5, most - 1)))
    events = []
    for i in range(n_events):
        end = draw(st.sampled_from("AB"))
        before = [e.id for e in events if e.end == end]
        events.append(
            Event(
                f"e{i}",
                end,
                draw(st.sampled_from(["hand", "knife", "press"])),
                draw(st.sampled_from([0.0, 4.0, 12.0, 30.0])),
                tuple(draw(st.lists(st.sampled_from(before), max_size=2, unique=True)))
                if before
                else (),
                draw(st.booleans()),
                draw(st.sampled_from(["cable", ("L",), ("L", "N")])),
                draw(st.sampled_from([0.0, 30.0])),
            )
        )
    parts = []
    for i in range(draw(st.integers(0, most - n_events))):
        end, on = draw(st.sampled_from("AB")), draw(st.sampled_from(["cable", "cable", "L"]))
        at_end = [e.id for e in events if e.end == end]
        bores = [9.5, 14.0, 40.0] if on == "cable" else [2.9, 5.0, 40.0]
        parts.append(
            Threaded(
                f"p{i}",
                end,
                draw(st.integers(1, 3)),
                draw(st.sampled_from(bores)),
                draw(st.sampled_from([None, *at_end])),
                tuple(draw(st.lists(st.sampled_from(at_end), max_size=1))) if at_end else (),
                draw(st.integers(0, 5)) == 0,
                on,
            )
        )
    ends = st.sampled_from(
        [EndState(), EndState(), EndState("finished", 20.0, 40.0), EndState("finished", 12.0)]
    )
    return BuildPlan(9.0, tuple(parts), tuple(events), CORES, draw(ends), draw(ends))


def passes(build, p, entry, done):
    """True when everything done at an end, and its finish, lets a part by."""
    if build.end(entry).state == "finished" and p.bore_mm < build.end(entry).od_mm:
        return False
    there = [e for e in build.events if e.end == entry and e.id in done]
    if p.on != "cable":
        there = [e for e in there if "cable" in e.places or p.on in e.places]
    return all(p.bore_mm >= e.od_mm for e in there)


def fits(build, p):
    thick = build.cable_od_mm if p.on == "cable" else build.cores[p.on]
    return p.bore_mm >= thick and all(p.bore_mm >= build.event(x).od_mm for x in p.must_pass)
