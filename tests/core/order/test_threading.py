"""The order of a build: nothing is ever locked out."""

import pytest
from builds import event, one_cable, step
from leads import plan

from euthyne.core.order.laid import Threaded
from euthyne.core.order.order import order
from in_metric import in_metric


def end(letter, *parts):
    """An end with its nut-and-seal kind of parts, a strip, a wiring and a close."""
    threaded = tuple(
        Threaded(f"{letter}-{name}", letter, rank, bore, needed_by=f"{letter}-close")
        for name, rank, bore in parts
    )
    events = (
        event(f"{letter}-strip", letter, "knife"),
        event(f"{letter}-wire", letter, "driver", 30, (f"{letter}-strip",)),
        event(f"{letter}-close", letter, "spanner", 45, (f"{letter}-wire",)),
    )
    return threaded, events


def build(od, a, b):
    return one_cable(od, a[0] + b[0], a[1] + b[1])


def test_two_ends_with_nuts_and_seals():
    found = order(
        build(
            12.6,
            end("A", ("nut", 2, 16), ("seal", 1, 13)),
            end("B", ("nut", 2, 16), ("seal", 1, 13), ("tag", 3, 14)),
        )
    )
    assert (found.far_fed, found.place_changes, found.tool_changes) == (0, 1, 7)
    ids = [s.what for s in found.steps]
    assert ids.index("A-nut") < ids.index("A-seal") < ids.index("A-wire")
    assert ids.index("B-tag") < ids.index("B-nut") < ids.index("B-seal")


def test_a_boot_goes_on_before_the_crimp():
    a = (
        (Threaded("A-boot", "A", 2, 10.5, "A-cover"), Threaded("A-collar", "A", 1, 14, "A-cover")),
        (
            event("A-strip", "A", "knife"),
            event("A-crimp", "A", "press 16", 15, ("A-strip",), irreversible=True),
            event("A-cover", "A", "hand", 0, ("A-crimp",)),
        ),
    )
    found = order(build(9, a, ((), ())))
    assert (found.far_fed, found.place_changes, found.tool_changes) == (0, 0, 3)
    assert [s.what for s in found.steps][:2] == ["A-boot", "A-collar"]


def test_a_part_too_narrow_for_the_cord_is_named():
    found = order(build(15, end("A", ("nut", 2, 16), ("seal", 1, 13)), end("B")))
    assert found.steps == ()
    assert "A-seal" in found.trapped


def test_a_part_locked_out_at_home_is_fed_from_the_far_end():
    a, b = end("A", ("sleeve", 1, 20)), end("B")
    late = Threaded("A-sleeve", "A", 1, 20, "A-close", after=("A-wire",))
    found = order(build(9, ((late,), a[1]), b))
    assert found.far_fed == 1
    assert next(s for s in found.steps if s.what == "A-sleeve").at[0].end == "B"


def test_the_steps_of_a_lead_thread_before_they_land():
    p = plan(
        ends__a="bs1363-plug-heavy", ends__b="bs1363-socket-heavy", conductor__cable_type="H07RN-F"
    )
    keys = [s.key for s in p.build.steps]
    assert keys[:2] == ["lay-out", "cut"]
    for part in ("B-cover", "B-nut", "B-seal"):
        assert keys.index(part) < keys.index("B-land-E")
    assert (
        keys.index("A-cover")
        < keys.index("A-land-E")
        < keys.index("A-land-L")
        < keys.index("A-close")
    )
    assert len(keys) == len(set(keys))


def test_the_words_of_a_step_carry_this_leads_numbers():
    headlines = {s.key: in_metric(s.headline) for s in plan().build.steps}
    assert "10.42 m of H05VV-F 3G1.5" in headlines["cut"]
    assert "58 mm of sheath" in headlines["A-strip"]
    assert "13 A fuse" in headlines["A-fuse"]
    assert "brown core" in headlines["B-land-L"]
    assert plan(ends__scheme="uk-old").build.steps != plan().build.steps


def test_no_order_while_the_size_is_open():
    assert plan(brief__run_m=None).build.steps == ()


@pytest.mark.parametrize("od", [11.5, 20.0])
def test_a_cord_too_fat_for_the_cover_traps_it(od):
    assert plan(conductor__measured_od_mm=od).build.trapped == ("B-cover",)


def test_a_part_from_the_far_end_does_not_pass_one_that_is_on_already():
    parts = (Threaded("nut", "A", 1, 16), Threaded("seal", "A", 2, 16))
    plug = event("A-plug", "A", "driver", 30)
    cord = one_cable(12.0, parts, (plug, event("B-plug", "B", "driver", 30)))
    shut = step("A-plug", "A", "driver", threads=False)
    seal_on = step("seal", "A", "hand", threads=True)
    assert order(cord, done=(shut,)).far_fed == 2
    assert not order(cord, done=(seal_on, shut)).possible
