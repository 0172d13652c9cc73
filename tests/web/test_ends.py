"""Ends without scripts: what each kind is asked, starting maps, colours, studs, a face turned
round.
"""

import re

import pytest
from person import words
from sampling import some

from euthyne.core.kinds import starts
from euthyne.core.kinds.kind import Trait
from euthyne.core.plan import plan_of
from euthyne.drawing.strands import hangs_together_otherwise

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")


def joints(store, tag):
    plan = plan_of(store.get(tag).lead)
    return {j.core: (j.a, j.b) for j in plan.ends.joints}


@pytest.mark.parametrize(
    ("name", "core", "there"),
    [("straight", "1", "1"), ("crossed", "1", "8"), ("shifted", "1", "2"), ("shifted", "8", "1")],
)
def test_a_map_begins_again_by_one_press(person, store, name, core, there):
    person.send("/leads/TR-0027/ends/map", map=name)
    assert joints(store, "TR-0027")[core][1] == there
    begun = "wire map begun again" in person.open("/leads/TR-0027/log")
    assert begun == (name != "straight")


def test_a_map_that_is_not_one_is_refused_and_changes_nothing(person, store):
    before = joints(store, "TR-0027")
    person.send("/leads/TR-0027/ends/map", code=400, map="tangled")
    assert joints(store, "TR-0027") == before


def test_by_function_forgets_every_change(person, store):
    before = joints(store, "TR-0027")
    person.send("/leads/TR-0027/ends/map", map="crossed")
    assert joints(store, "TR-0027") != before
    person.send("/leads/TR-0027/ends/map", map="function")
    assert joints(store, "TR-0027") == before


def test_a_core_is_cut_back_and_landed_again(person, store):
    page = person.send(
        "/leads/TR-0023/ends",
        **{"joint.L.a": "L", "joint.L.b": "-", "joint.N.a": "N", "joint.N.b": "N"},
    )
    assert "A core is not landed" in page
    assert joints(store, "TR-0023")["L"] == ("L", None)
    full = {f"joint.{c}.{end}": c for c in "LNE" for end in "ab"}
    person.send("/leads/TR-0023/ends", **full)
    assert joints(store, "TR-0023") == {core: (core, core) for core in "LNE"}


def test_a_leaflet_of_another_country_flags_its_false_friends(person):
    page = words(
        person.send(
            "/leads/TR-0023/ends", **{"ends.scheme": "uk-old", "ends.plug_scheme": "north-america"}
        )
    )
    assert "Black is neutral on this cable and live on that leaflet" in page


def test_a_lug_that_does_not_suit_its_stud_is_told(person):
    assert "The stud is thicker than the hole" in person.send(
        "/leads/TR-0014/ends", **{"stud.battery": "M10"}
    )
    assert "The lug&#39;s hole is too wide" in person.send(
        "/leads/TR-0014/ends", **{"stud.battery": "M6"}
    )
    page = person.send("/leads/TR-0014/ends", **{"stud.battery": "M8", "ends.lugs_on_post": "5"})
    assert "Too many lugs on the post" in page
    assert "too wide" not in page


@pytest.mark.parametrize(
    ("tag", "asked", "silent"),
    [
        (
            "TR-0024",
            ("Switch", "Fuse of its own"),
            ("Stud, supply end", "Empty cavities, supply end"),
        ),
        ("TR-0014", ("Stud, battery", "Lugs on the post"), ("Switch", "Empty cavities, battery")),
        ("TR-0026", ("Empty cavities, supply end",), ("Stud, supply end", "Switch")),
    ],
)
def test_each_kind_is_asked_what_its_parts_give_cause_for(person, tag, asked, silent):
    page = person.open(f"/leads/{tag}/ends")
    labels = re.findall(r'(?:<label|class="end-label")[^>]*>([^<]+)</', page)
    assert set(asked) <= set(labels)
    assert not set(silent) & set(labels)


def test_only_parts_for_the_kind_of_current_are_offered(person):
    mains, direct = (
        person.open(f"/leads/{tag}/ends/pick?at={at}&q=a")
        for tag, at in (("TR-0023", "fit.supply"), ("TR-0014", "fit.battery"))
    )
    assert "BS 1363 plug" in mains
    assert 'value="flat-175"' not in mains
    assert 'value="flat-175"' in direct
    assert 'value="bs1363-plug"' not in direct


@pytest.mark.parametrize("turned", ["", "A", "B", "AB", "Q"])
def test_a_face_turned_round_changes_places_with_its_mirror_and_says_so(person, turned):
    page = person.open(f"/leads/TR-0023/ends?turn={turned}")
    places = re.findall(r'<text x="(\d+)" y="20"[^>]*>Plug, (mating face|wiring side)</text>', page)
    inner = {side: int(x) for x, side in places}
    assert (inner["mating face"] > inner["wiring side"]) == ("A" in turned)
    assert ("turn the socket back" in page) == ("B" in turned)


@pytest.mark.parametrize(
    "start", some((start.id for kind, start in starts() if Trait.ONE_END not in kind.traits), 4)
)
def test_every_kind_shows_both_faces_and_a_core_for_each_joint(person, store, start):
    person.send("/leads/new", start=start)
    tag = store.all()[0].lead.tag
    person.send(
        f"/leads/{tag}/brief",
        **{"brief.run_m": "3 m", "brief.amps": "2 A", "brief.cells": "3", "brief.watts": "90"},
    )
    page = person.open(f"/leads/{tag}/ends")
    plan = plan_of(store.get(tag).lead)
    if hangs_together_otherwise(plan):
        assert "wiring side" not in page and "mating face" not in page
        assert "turn the" not in page, "what has no one face can not be turned round"
        if Trait.APART in plan.kind.traits:
            cables = len(plan.lead.cables)
            assert f"{cables} cables between" in page, "the set is drawn as it is bolted up"
            return
        assert page.count('class="facing-title"') >= len(plan.ends.all)
        return
    assert page.count("wiring side") >= 2
    if "?turn=A" in page:  # faces of many ways are shown one side at a time
        assert person.open(f"/leads/{tag}/ends?turn=AB").count("mating face") >= 2
    else:
        assert page.count("mating face") >= 2
    handles = re.findall(r'data-core="([^"]+)"', page)
    selects = re.findall(r'name="joint\.([^"]+)\.a"', page)
    assert sorted(handles) == sorted(selects)
    assert len(handles) >= 1


def test_live_contacts_are_judged_at_both_ends_where_there_are_two_sources(person):
    page = words(person.send("/leads/TR-0022/ends", **{"fit.pack": "bullet-pin"}))
    assert "A live contact can be touched" in page
    assert "The pack shows pins" in page


def test_settled_ends_are_settled_and_go_on_to_the_cut(person, store):
    page = person.send("/leads/TR-0027/ends/settle")
    assert store.get("TR-0027").lead.ends.accepted
    assert "Settle the cut, on to the build" in page
