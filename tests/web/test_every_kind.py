"""Whatever is chosen or typed in the Brief of any kind of lead, every stage still opens and says
something.
"""

import pytest
from person import words
from sampling import LONG, some

from euthyne.core.kinds import KINDS, starts

STAGES = ("brief", "conductor", "ends", "cut", "build", "prove", "tag")
ODD = ("", "0", "-1", "abc", "0.5", "12", "400", "59 C")
EVERY_START = [start.id for _, start in starts()]
EACH_KIND = [kind.starts[0].id for kind in KINDS.values()]


def odd(number):
    """What is typed into a field: everything in a long run, else one of them, another in the next."""
    return ODD if LONG else [ODD[(3 * number) % len(ODD)]]


@pytest.mark.parametrize("start", EVERY_START if LONG else some(EACH_KIND, 2))
def test_nothing_typed_breaks_a_page(person, store, start):
    person.send("/leads/new", start=start)
    kind = KINDS[store.get("L-0001").lead.kind]
    for number, field in enumerate(kind.questions):
        person.client.post("/leads/L-0001/brief", data={"brief.run_m": "10 m"})
        options = [value for value, _ in field.options]
        if options and not LONG:
            options = [options[number % len(options)]]
        for text in options or odd(number):
            answer = person.client.post(
                "/leads/L-0001/brief", data={field.path: text}, headers={"HX-Request": "true"}
            )
            assert answer.status_code == 200, (field.path, text)
        if LONG or number % 3 == 0:
            person.open(f"/leads/L-0001/{STAGES[number % len(STAGES)]}")
    for stage in STAGES:
        person.open(f"/leads/L-0001/{stage}")
    assert "End to end" in person.open("/leads")
    assert "in hand" in person.open("/bench")


def test_what_is_there_already_may_take_the_whole_loss(person):
    person.send("/leads/new", start="welding-extension")
    typed = {
        "brief.amps": "150 A",
        "brief.already_m": "40 m",
        "brief.already_size": "10 mm2",
        "brief.run_m": "5 m",
    }
    person.send("/leads/L-0001/brief", **typed)
    assert "No size fits. The largest is" in person.open("/leads/L-0001/conductor")


def test_a_figure_that_is_only_tried_is_not_kept(person, store):
    person.send("/leads/new", start="extension-bs")
    person.send("/leads/L-0001/brief", **{"brief.run_m": "10 m"})
    tried = person.open("/leads/L-0001/conductor/preview?brief.run_m=24+m+loop")
    assert "over 12 m" in tried
    assert "read as 12 m one way" in tried
    assert "over 10 m" in person.open("/leads/L-0001/conductor/preview?brief.run_m=nonsense")
    assert store.get("L-0001").lead.brief.run_m == 10.0


def test_loads_count_how_many_are_on_at_once(person, store):
    person.send("/leads/new", start="cord-bs")
    row = {
        "brief.loads.0.name": "heaters",
        "brief.loads.0.draws": "2 A",
        "brief.loads.0.quantity": "4",
    }
    person.send(
        "/leads/L-0001/brief", **row, **{"brief.loads.0.diversity": "50 %", "brief.run_m": "2 m"}
    )
    assert "4.0 A, its load" in words(person.open("/leads/L-0001/brief"))
    person.send(
        "/leads/L-0001/brief", **row, **{"brief.loads.0.diversity": "many", "brief.run_m": "2 m"}
    )
    assert "is not a share" in words(person.open("/leads/L-0001/brief"))
