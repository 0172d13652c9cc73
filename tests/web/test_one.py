"""One termination on a wire that is there already: two presses, a few steps, kept in the log."""

import pytest
from person import words

from euthyne.core.plan import Plan, plan_of
from euthyne.core.shelf.pull import hand_tug
from euthyne.core.stores.needs import needs
from in_metric import in_metric


@pytest.fixture
def ring(person):
    """A lined yellow ring on a red wire of 4 mm2, begun."""
    assert "One termination" in person.open("/bench")
    answer = person.client.post(
        "/bench/one", data={"size": "4 mm2", "tint": "red", "part": "ring-yellow-m6-lined"}
    )
    assert answer.headers["Location"].endswith("/leads/L-0001/build/bench")
    return "L-0001"


def test_it_is_made_in_seven_steps_with_its_numbers_and_its_tug(person, store, ring):
    steps = plan_of(store.get(ring).lead).build.steps
    assert [in_metric(s.headline) for s in steps] == [
        "Lay everything out and try it dry",
        "Take it off its supply, and show by voltmeter that nothing is left",
        "Cut the old end off the red wire, ring end",
        "Bare 6 to 7 mm of the red wire, ring end",
        "Crimp the ring on the red wire",
        "Warm the sleeve of the ring until its lining shows",
        "Tug the ring, and look once more",
    ]
    for step in steps:
        person.confirm(ring, step.key)
    page = words(person.open(f"/leads/{ring}/build/bench"))
    assert "Made, and in the log" in page
    assert "It can be read and sealed by itself" in page
    assert "On to the proof" not in person.open(f"/leads/{ring}/build")
    bench, leads = words(person.open("/bench")), words(person.open("/leads"))
    assert "0 leads in hand" in bench
    assert "Ring terminal, yellow, M6, lined, on 4 mm²" in leads
    assert "land-+ done" in words(person.open(f"/leads/{ring}/log"))


def test_the_tug_says_how_hard(person, store, ring):
    tug = plan_of(store.get(ring).lead).build.steps[-1]
    low, high = hand_tug("4 mm2", "blade")
    assert in_metric(tug.figures[0].value) == f"{low:.0f} to {high:.0f} N"
    assert low > 20


def test_only_what_takes_the_wire_is_offered(person):
    page = words(person.open("/bench/one?size=4+mm2"))
    assert "ring terminal, yellow, M5" in page
    assert "ring terminal, blue" not in page
    page = words(person.open("/bench/one?size=10+AWG"))
    assert "ring terminal, yellow, M5" in page


@pytest.mark.parametrize(
    ("sent", "said"),
    [
        ({"size": "4 mm2", "tint": "red", "part": "ring-red-m4"}, "does not go on a wire of 4 mm²"),
        ({"size": "4 mm2", "tint": "plaid", "part": "ring-yellow-m5"}, "is no colour of a wire"),
        ({"size": "thick", "tint": "red", "part": "ring-yellow-m5"}, "Not a conductor size"),
    ],
)
def test_what_cannot_be_is_refused_in_words(person, store, sent, said):
    answer = person.client.post("/bench/one", data=sent)
    assert answer.status_code in (400, 422)
    assert said in words(answer.text)
    assert store.all() == []


def begun(person, **told):
    assert person.client.post("/bench/one", data=told).status_code == 303


def test_a_row_is_one_set_up_one_sample_and_a_count(person, store):
    begun(person, size="1.5 mm2", tint="red", part="ring-red-m4", many="24")
    lead = store.all()[0].lead
    steps = Plan(lead).build.steps
    assert lead.name.startswith("24 times ring terminal, red, M4")
    assert [s.key for s in steps][:2] == ["lay-out", "sample"]
    assert "Count them, and tug each of the 24" in [s.headline for s in steps]
    (rings,) = [need for need in needs(Plan(lead)) if need.kind == "part"]
    assert rings.amount == 24


def test_a_splice_is_a_job_of_its_own_on_two_wires_that_are_there(person, store):
    page = words(person.open("/bench/one?size=2.5 mm2"))
    assert "butt splice, blue" in page
    begun(person, size="2.5 mm2", tint="blue", part="butt-blue-plain")
    lead = store.all()[0].lead
    heads = [s.headline for s in Plan(lead).build.steps]
    # Of two wires of one colour each is told from the other.
    assert {"Splice the blue wire, splice end", "Splice the other blue wire, splice end"} <= set(
        heads
    )
    while left := Plan(store.get(lead.tag).lead).build.steps_left:
        person.confirm(lead.tag, left[0].key)
    assert "Made, and in the log" in person.open(f"/leads/{lead.tag}/build/bench")


def test_how_many_is_a_number(person):
    answer = person.client.post(
        "/bench/one", data={"size": "1.5 mm2", "tint": "red", "part": "ring-red-m4", "many": "lots"}
    )
    assert "is not a number of pieces" in words(answer.text)
