"""A step that is not right, on random builds: what goes back is closed and smallest, and the lead
can be finished.
"""

from itertools import combinations

from builds import builds, event, may_thread, one_cable, step
from hypothesis import assume, given
from hypothesis import strategies as st
from sampling import examples

from euthyne.core.order.forgotten import recover, redo
from euthyne.core.order.laid import EndState, Threaded
from euthyne.core.order.order import order


def ends_of(build, name):
    return set(build.ends_of(name))


def waited_for(build, name):
    """What a step waited for, from the written rules alone."""
    done, part = build.event(name), build.part(name)
    if done is not None:
        return set(done.after) | {p.id for p in build.parts if p.needed_by == name}
    mates = [q for q in build.parts if q.slot == part.slot and not q.split]
    return set(part.after) | {q.id for q in mates if q.rank > part.rank}


def taken(build, way, done):
    """The steps that go with a way back: taken back, or done at an end that is cut off."""
    cut = set(way.lost_mm)
    return set(way.undo) | {s.what for s in done if cut & ends_of(build, s.what)}


def reaches(build, name, gone):
    """True when a step goes because of others: it waited for one, or hangs on an end they cut."""
    shares = any(ends_of(build, name) & ends_of(build, x) for x in gone)
    return bool(waited_for(build, name) & gone) or shares


def lasting(build, names):
    return any((e := build.event(x)) is not None and e.irreversible for x in names)


def begun(build, data):
    """A build that can be built, and the first so many steps of its order."""
    found = order(build)
    assume(found.possible and found.steps)
    return found.steps[: data.draw(st.integers(1, len(found.steps)))]


@examples(150)
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
        cut = set(way.lost_mm)
        assert ends_of(build, wrong) <= cut
        gone = taken(build, way, done)
        assert set(way.scrap) == {x for x in gone if lasting(build, {x})}
        assert all(ends_of(build, x) <= cut for x in way.scrap)
        for at, mm in way.lost_mm.items():
            costs = [build.event(x).cut_back_mm for x in way.scrap if at in ends_of(build, x)]
            found = build.end(at)
            costs.append(found.cut_back_mm or 0.0 if found.state == "finished" else 0.0)
            assert mm == max([*costs, 0.0])
        own = {at.cable for at in ends_of(build, wrong)}
        waits = {x for x in gone if not {at.cable for at in ends_of(build, x)} & own}
        assert all(reaches(build, x, gone - {x}) for x in waits)
    else:
        assert way.how == "impossible"


@examples(150)
@given(builds(), st.data())
def test_after_the_way_back_everything_is_there_once(build, data):
    done = begun(build, data)
    wrong = data.draw(st.sampled_from(done)).what
    way = redo(build, done, wrong)
    assume(way.how != "impossible")
    gone = taken(build, way, done)
    kept = [s.what for s in done if s.what not in gone]
    again = [s.what for s in way.steps]
    assert sorted(kept + again) == sorted(x.id for x in build.everything)
    assert wrong in again


@examples(250)
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
            below = {q.id for q in build.parts if q.slot == part.slot and q.rank < part.rank}
            free = part.split or not below & kept
            own = {p.id for p in build.parts} - kept
            assert not (
                free and may_thread(build, part, part.end, kept | {missing} - {missing}, set(), own)
            ), some


@examples(100)
@given(builds(), st.data())
def test_a_state_with_no_way_on_is_never_called_possible(build, data):
    found = order(build)
    assume(found.possible and len(found.steps) > 1)
    taken = data.draw(st.sets(st.sampled_from(found.steps), max_size=len(found.steps)))
    done = tuple(s for s in found.steps if s in taken)
    on = order(build, done)
    if on.possible:
        assert {s.what for s in on.steps} | {s.what for s in done} == {
            x.id for x in build.everything
        }
    else:
        assert on.steps == ()


# Builds that random runs found, kept.


def test_a_split_part_that_went_on_before_its_outer_one_is_taken_off_again():
    parts = (
        Threaded("A-boot", "A", 2, 10.5, "A-cover"),
        Threaded("A-clip", "A", 1, 14.0, "A-cover", split=True),
    )
    build = one_cable(
        9.0, parts, (event("A-cover", "A", "hand", 28.0),), b=EndState("finished", 32.0)
    )
    way = recover(build, (step("A-clip", "A", "hand", True),), "A-boot")
    assert (way.how, way.undo, way.scrap) == ("undo", ("A-clip",), ())
    assert [s.what for s in way.steps] == ["A-boot", "A-clip", "A-cover"]


def test_a_split_part_goes_on_over_what_an_unsplit_one_could_not_pass():
    parts = (Threaded("A-clip", "A", 1, 14.0, "A-cover", split=True),)
    events = (
        event("A-press", "A", "press", 20.0, irreversible=True),
        event("A-cover", "A", after=("A-press",)),
    )
    way = recover(one_cable(9.0, parts, events), (step("A-press", "A", "press", False),), "A-clip")
    assert (way.how, [s.what for s in way.steps]) == ("still-time", ["A-clip", "A-cover"])


def test_what_obstructs_only_after_the_part_has_its_place_is_taken_back_alone():
    parts = (Threaded("A-boot", "A", 1, 10.5, "A-cover"),)
    events = (
        event("A-strip", "A", "knife"),
        event("A-tape", "A", "hand", 12.0, ("A-strip",)),
        event("A-cover", "A", "hand", 28.0, ("A-tape",)),
    )
    build = one_cable(9.0, parts, events, b=EndState("finished", 32.0))
    done = (step("A-strip", "A", "knife", False), step("A-tape", "A", "hand", False))
    way = recover(build, done, "A-boot")
    assert (way.how, way.undo) == ("undo", ("A-tape",))
