"""One termination on a wire that is there already: two presses, a few steps, kept in the log."""

import pytest
from person import words

from euthyne.core.plan import plan_of
from euthyne.core.shelf.pull import hand_tug
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
    assert "proof" not in page
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
