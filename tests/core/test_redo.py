"""A step that is not right, on random builds: what goes back is closed and smallest, and the lead can be finished."""

from itertools import combinations

from hypothesis import assume, given, settings
from hypothesis import strategies as st
from test_order import builds, may_thread

from euthyne.core.forgotten import recover, redo
from euthyne.core.threading import order


def end_of(build, name):
    return (build.part(name) or build.event(name)).end


def waited_for(build, name):
    """What a step waited for, from the written rules alone."""
    event, part = build.event(name), build.part(name)
    if event is not None:
        return set(event.after) | {p.id for p in build.parts if p.needed_by == name}
    mates = [q for q in build.parts if (q.end, q.on) == (part.end, part.on) and not q.split]
    return set(part.after) | {q.id for q in mates if q.rank > part.rank}


def lasting(build, names):
    return any((e := build.event(x)) is not None and e.irreversible for x in names)


def begun(build, data):
    """A build that can be built, and the first so many steps of its order."""
    found = order(build)
    assume(found.possible and found.steps)
    return found.steps[: data.draw(st.integers(1, len(found.steps)))]


@settings(max_examples=150)
@given(builds(), st.data())
def test_a_wrong_step_goes_back_with_all_that_waited_for_it_or_its_end_is_cut(build, data):
    done = begun(build, data)
    wrong = data.draw(st.sampled_from(done)).what
    way = redo(build, done, wrong)
    if way.how == "undo":
        back = set(way.undo)
        assert wrong in back
        assert not lasting(build, back)
        assert all(not waited_for(build, s.what) & back for s in done if s.what not in back)
        newest_first = [s.what for s in reversed(done) if s.what in back]
        assert list(way.undo) == newest_first
        assert (way.scrap, way.length_lost_mm) == ((), 0.0)
    elif way.how == "cut-back":
        here = {s.what for s in done if end_of(build, s.what) == end_of(build, wrong)}
        assert set(way.scrap) == {x for x in here if lasting(build, {x})}
        costs = [build.event(x).cut_back_mm for x in way.scrap]
        ends = build.end(end_of(build, wrong))
        assert way.length_lost_mm == max([*costs, ends.cut_back_mm or 0.0 if ends.state == "finished" else 0.0, 0.0])
    else:
        assert way.how == "impossible"


@settings(max_examples=150)
@given(builds(), st.data())
def test_after_the_way_back_everything_is_there_once(build, data):
    done = begun(build, data)
    wrong = data.draw(st.sampled_from(done)).what
    way = redo(build, done, wrong)
    assume(way.how != "impossible")
    gone = set(way.undo)
    if way.how == "cut-back":
        gone = {s.what for s in done if end_of(build, s.what) == end_of(build, wrong)}
    kept = [s.what for s in done if s.what not in gone]
    again = [s.what for s in way.steps]
    assert sorted(kept + again) == sorted(x.id for x in build.everything)
    assert wrong in again


@settings(max_examples=250)
@given(builds(most=7), st.data())
def test_no_smaller_set_of_steps_could_be_taken_back_for_a_forgotten_part(build, data):
    found = order(build)
    threads = [s.what for s in found.steps if s.threads]
    if not found.possible or not threads:
        return
    missing = data.draw(st.sampled_from(threads))
    upto = data.draw(st.integers(0, len(found.steps)))
    done = [s for s in found.steps[:upto] if s.what != missing]
    way = recover(build, tuple(done), missing)
    if way.how != "undo":
        return
    part = build.part(missing)
    names = [s.what for s in done]
    for many in range(len(way.undo)):
        for some in combinations(names, many):
            back = set(some)
            kept = {x for x in names if x not in back}
            closed = all(not waited_for(build, x) & back for x in kept)
            if not closed or lasting(build, back) or part.needed_by in kept:
                continue
            below = {q.id for q in build.parts if (q.end, q.on) == (part.end, part.on) and q.rank < part.rank}
            free = part.split or not below & {x for x in kept if not build.part(x) or not build.part(x).split}
            own = {p.id for p in build.parts} - kept
            assert not (free and may_thread(build, part, part.end, kept | {missing} - {missing}, set(), own)), some


@settings(max_examples=100)
@given(builds(), st.data())
def test_a_state_with_no_way_on_is_never_called_possible(build, data):
    found = order(build)
    assume(found.possible and len(found.steps) > 1)
    taken = data.draw(st.sets(st.sampled_from(found.steps), max_size=len(found.steps)))
    done = tuple(s for s in found.steps if s in taken)
    on = order(build, done)
    if on.possible:
        assert {s.what for s in on.steps} | {s.what for s in done} == {x.id for x in build.everything}
    else:
        assert on.steps == ()
