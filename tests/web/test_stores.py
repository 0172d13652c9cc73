"""Stores on screen: taken in, counted, drawn down by a build, put back, short."""

import re
from random import Random

import pytest
from person import words
from sampling import LONG

from euthyne.core.plan import plan_of
from euthyne.store.stores import StoresStore

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
LINK = "TR-0014"
BUILD = f"/leads/{LINK}/build"


@pytest.fixture
def stores(store):
    return StoresStore(store.engine)


def lefts(stores):
    return {s.name: s.left for s in stores.all()}


def less(before, after):
    """What went of each thing."""
    return {name: before[name] - after[name] for name in before}


def left(stores, name):
    return next(s.left for s in stores.all() if s.name == name)


def do(person, tag, step):
    return person.confirm(tag, step)


def settle(person, tag, count):
    """Do the first steps of a build; the steps that were done."""
    done = []
    for _ in range(count):
        step = re.search(r'name="step" value="([^"]+)"', person.open(f"/leads/{tag}/build/bench"))[
            1
        ]
        do(person, tag, step)
        done.append(step)
    return done


def test_stores_show_every_piece_and_what_is_short(person):
    page = words(person.open("/stores"))
    assert "Reel 1" in page
    assert "61.4 m" in page
    assert "Short for the leads in hand" in page
    assert "H07RN-F 3G2.5 8.38 m, none take in" in page
    assert "die for lugs of 50 mm²" in page
    assert "Short in Stores" in words(person.open("/bench"))


@pytest.mark.parametrize(
    ("kind", "what", "amount", "found"),
    [
        ("cable", "H07RN-F 3G4", "50 m", ("Reel 9", 50.0)),
        ("cable", "H07RN-F 3G4", "80 ft", ("Reel 9", 24.384)),
        ("part", "c13", "12", ("IEC 60320 C13 connector, 10 A", 12.0)),
        ("sleeve", "6.4 mm 2:1", "500 mm", ("6.4 mm 2:1 sleeve", 0.5)),
        ("die", "35 mm²", "1", ("die for lugs of 35 mm²", 1.0)),
        ("tool", "press", "1", ("press", 1.0)),
    ],
)
def test_things_are_taken_in_as_they_are_typed(person, stores, kind, what, amount, found):
    person.send("/stores", kind=kind, what=what, left=amount)
    new = stores.all()
    assert found[1] in [
        pytest.approx(s.left) for s in new if s.name.startswith(found[0][:20]) and s.kind == kind
    ]


def test_what_can_not_be_used_is_said_beside_its_field_and_nothing_typed_is_lost(person, stores):
    before = stores.all()
    page = person.send(
        "/stores", 422, kind="cable", what="string", left="a lot", name="My reel", price="dear"
    )
    for said in ("is no cable Euthyne knows", "such as H07RN-F 3G1.5"):
        assert said in words(page)
    for kept in ('value="string"', 'value="a lot"', 'value="My reel"', 'value="dear"'):
        assert kept in page
    assert page.count("note-bad") == 3
    assert stores.all() == before


def test_a_name_is_given_once(person):
    page = person.send("/stores", 422, kind="cable", what="H07RN-F 3G4", left="5 m", name="Reel 1")
    assert "There is a Reel 1 already" in words(page)


def test_what_is_left_is_counted_again_and_the_difference_is_kept(person, stores):
    person.send("/stores/one/count", name="Reel 1", left="58.9 m")
    assert left(stores, "Reel 1") == 58.9
    page = words(person.open("/stores/one?name=Reel 1"))
    assert "-2.5 counted" in page
    page = person.send("/stores/one/count", 422, name="Reel 1", left="some")
    assert 'value="some"' in page


def test_what_is_taken_off_the_list_leaves_its_name_free(person, stores):
    person.send("/stores/one/drop", name="Reel 1")
    assert "Reel 1" not in [s.name for s in stores.all()]
    person.send("/stores", kind="cable", what="H07RN-F 3G4", left="5 m", name="Reel 1")
    assert left(stores, "Reel 1") == 5.0
    assert "Stores have no Reel 77." in words(person.open("/stores/one?name=Reel 77", 422))


def test_the_cut_page_says_which_piece_and_what_stays_on_it(person, store):
    page = words(person.open("/leads/TR-0023/cut"))
    assert "2.33 m stay on Reel 2, rack, top" in page
    assert "One spoiled supply end costs 65 mm , the cut allows 11 of them" in page
    answer = person.send("/leads/TR-0023/cut", part=True, **{"cut.piece": "Reel 1"})
    assert "35.53 m stay on Reel 1" in words(answer)
    assert store.get("TR-0023").lead.cut.piece == "Reel 1"
    person.send("/leads/TR-0023/cut", part=True, **{"cut.piece": "Offcut 7"})
    assert store.get("TR-0023").lead.cut.piece is None


def test_a_piece_that_is_too_short_is_said_to_be_so(person):
    for name in ("Reel 1", "Reel 2"):
        person.send("/stores/one/count", name=name, left="20 m")
    assert "the longest is 20.00 m. It is never joined." in words(person.open("/leads/TR-0023/cut"))
    assert "Stores have no screened multicore 8x0.75." in words(person.open("/leads/TR-0027/cut"))
    person.send("/stores/one/count", name="Reel 6", left="3 m")
    assert "Stores hold 1 of the 2 lengths wanted." in words(person.open("/leads/TR-0014/cut"))


def test_laying_out_names_what_is_lacking_with_what_would_do(person):
    page = words(person.open(BUILD))
    assert "To lay out first: 8 things, 1 not in Stores" in page
    assert "press Not in Stores: a press can be borrowed." in page
    bench = words(person.open(f"{BUILD}/bench"))
    assert "1 not in Stores: find it before anything is cut." in bench
    assert "here, 1 found elsewhere" in bench


def test_what_is_here_after_all_is_ticked_by_hand_and_kept(person, store):
    answer = words(person.send(f"{BUILD}/tick", part=True, key="tool:press"))
    assert "8 things" in answer
    assert store.get("TR-0014").lead.build.ticked == ("tool:press",)
    assert "ticked by hand, not in Stores" in words(person.open(BUILD))
    person.send(f"{BUILD}/tick", key="tool:press")
    assert store.get("TR-0014").lead.build.ticked == ()
    person.send(f"{BUILD}/tick", 409, key="tool:wand")


def test_laying_out_and_cutting_draw_down_and_taking_back_puts_back(person, stores):
    assert settle(person, "TR-0014", 2) == ["lay-out", "cut"]
    assert left(stores, "Lugs 50 mm², M8") == 1
    assert left(stores, "Reel 6") == pytest.approx(8.4 - 2 * (1.8 + 0.054 - 0.032), abs=0.001)
    assert left(stores, "Heat gun") == 1
    page = words(person.open("/stores/one?name=Reel 6"))
    assert "for the cut, TR-0014" in page
    person.send(f"{BUILD}/back")
    assert left(stores, "Reel 6") == pytest.approx(8.4)
    assert left(stores, "Lugs 50 mm², M8") == 1
    person.send(f"{BUILD}/back")
    assert left(stores, "Lugs 50 mm², M8") == 5
    settle(person, "TR-0014", 2)
    assert left(stores, "Lugs 50 mm², M8") == 1
    assert left(stores, "Reel 6") == pytest.approx(8.4 - 2 * (1.8 + 0.054 - 0.032), abs=0.001)


def test_a_step_sent_twice_draws_down_once(person, stores):
    do(person, "TR-0014", "lay-out")
    do(person, "TR-0014", "lay-out")
    assert left(stores, "Lugs 50 mm², M8") == 1


def test_what_there_is_too_little_of_goes_to_nothing_and_no_further(person, stores):
    person.send("/stores/one/count", name="Lugs 50 mm², M8", left="1")
    person.send("/stores/one/count", name="Reel 6", left="1 m")
    settle(person, "TR-0014", 2)
    assert left(stores, "Lugs 50 mm², M8") == 0
    assert left(stores, "Reel 6") == 1.0


def test_an_end_cut_off_takes_its_parts_from_stores_once_more(person, store, stores):
    while not {"A-land-+", "B-land-+"} <= {d.step for d in store.get("TR-0014").lead.build.done}:
        settle(person, "TR-0014", 1)
    assert "Cut this one joint off, put it on" in words(
        person.open(f"{BUILD}/forgot?part=A-sleeve-%2B")
    )
    before = left(stores, "Lugs 50 mm², M8")
    person.client.post(f"{BUILD}/forgot", data={"part": "A-sleeve-+", "initials": "RM"})
    scrapped = sum(
        s.startswith("A-land") for s in store.get("TR-0014").lead.build.reworks[-1].scrap
    )
    assert left(stores, "Lugs 50 mm², M8") == before - scrapped < before
    assert "spoiled, TR-0014" in words(person.open("/stores/one?name=Lugs 50 mm², M8"))


def test_what_is_laid_out_anew_is_taken_once(person, store, stores):
    before = lefts(stores)
    person.confirm(LINK, "lay-out")
    once = lefts(stores)
    assert once != before
    person.client.post(f"/leads/{LINK}/build/wrong", data={"step": "lay-out", "initials": "QX"})
    assert lefts(stores) == before
    person.confirm(LINK, "lay-out")
    assert lefts(stores) == once


def test_a_piece_that_was_cut_wrong_does_not_come_back_with_the_one_after_it(person, store, stores):
    person.confirm(LINK, "lay-out")
    laid_out = lefts(stores)
    person.confirm(LINK, "cut")
    person.client.post(f"/leads/{LINK}/build/wrong", data={"step": "cut", "initials": "QX"})
    spoiled = lefts(stores)
    assert spoiled != laid_out
    person.confirm(LINK, "cut")
    person.client.post(f"/leads/{LINK}/build/back")
    assert lefts(stores) == pytest.approx(spoiled)


class Pressed:
    """Presses at the bench, and what Stores must hold after each: what a step took comes back with it, what was
    cut wrong never.
    """

    def __init__(self, person, store, stores, dice):
        self.person, self.store, self.stores, self.dice = person, store, stores, dice
        self.took, self.spoiled = {}, []

    @property
    def plan(self):
        return plan_of(self.store.get(LINK).lead)

    def on(self):
        before, key = lefts(self.stores), self.plan.build.steps_left[0].key
        self.person.confirm(LINK, key)
        self.took[key] = less(before, lefts(self.stores))

    def back(self):
        before, key = lefts(self.stores), self.plan.lead.build.done[-1].step
        self.person.client.post(f"/leads/{LINK}/build/back")
        assert less(lefts(self.stores), before) == pytest.approx(self.took.pop(key)), key

    def wrong(self):
        before, key = lefts(self.stores), self.dice.choice(self.plan.lead.build.done).step
        address = f"/leads/{LINK}/build/wrong"
        self.person.client.post(address, data={"step": key, "initials": "QX"})
        way = self.plan.lead.build.reworks[-1]
        went = less(before, lefts(self.stores))
        if "lay-out" in way.undone:
            laid_out = self.took.pop("lay-out")
            went = {name: went[name] + laid_out[name] for name in went}
        if "cut" in way.undone:
            self.spoiled.append(self.took.pop("cut"))
        assert all(amount >= -1e-9 for amount in went.values()), key
        if way.how == "undo" and not any("shrink" in step for step in way.undone):
            assert set(went.values()) == {0}, key
        self.spoiled.append(went)


@pytest.mark.parametrize("seed", range(40 if LONG else 3))
def test_whatever_is_pressed_stores_lose_what_was_spoiled_and_no_more(person, store, stores, seed):
    stores.count("Reel 6", 90.0, "2026-11-02T09:00:00", "RM")
    stores.count("Lugs 50 mm², M8", 90, "2026-11-02T09:00:00", "RM")
    before, at_bench = lefts(stores), Pressed(person, store, stores, Random(seed))
    for _ in range(40):
        press, build = at_bench.dice.random(), at_bench.plan.build
        if press < 0.75 and build.steps_left:
            at_bench.on()
        elif at_bench.plan.lead.build.done:
            at_bench.back() if press < 0.88 else at_bench.wrong()
    while at_bench.plan.lead.build.done:
        at_bench.back()
    gone = {name: sum(x[name] for x in at_bench.spoiled) for name in before}
    assert less(before, lefts(stores)) == pytest.approx(gone)


def test_everything_on_hand_can_be_taken_away_as_a_file(person, stores):
    answer = person.client.get("/stores/document.json")
    assert answer.json["format"] == "euthyne-stores"
    assert len(answer.json["stock"]) == len(stores.all())


def test_empty_stores_say_what_to_do_first(app, person, stores):
    for s in stores.all():
        stores.drop(s.name, "2026-11-24T09:00:00", "RM")
    assert "No cable yet. Take in a reel" in words(person.open("/stores"))
    assert "nothing says what kind of thing it is" not in words(person.open("/stores"))
    person.send("/stores", 422, kind="spell", what="x")
