"""Whatever is chosen or typed in the Brief of any kind of lead, every stage still opens and says something."""

import pytest

from euthyne.web.questions import fields_of
from euthyne.web.starts import STARTS

STAGES = ("brief", "conductor", "ends", "cut", "build", "prove", "tag")
ODD = ("", "0", "-1", "abc", "0.5", "12", "400", "59 C")


@pytest.mark.parametrize("start", STARTS, ids=lambda s: s.id)
def test_nothing_typed_breaks_a_page(person, store, start):
    person.send("/leads/new", start=start.id)
    kind = store.get("L-0001").lead.kind
    for field in fields_of(kind):
        for text in [value for value, _ in field.options] or ODD:
            person.client.post("/leads/L-0001/brief", data={"brief.run_m": "10 m"})
            answer = person.client.post("/leads/L-0001/brief", data={field.path: text}, headers={"HX-Request": "true"})
            assert answer.status_code == 200, (field.path, text)
        for stage in STAGES:
            person.open(f"/leads/L-0001/{stage}")
    assert "End to end" in person.open("/leads")
    assert "in hand" in person.open("/bench")


def test_what_is_there_already_may_take_the_whole_loss(person):
    person.send("/leads/new", start="welding-extension")
    typed = {"brief.amps": "150 A", "brief.already_m": "40 m", "brief.already_size": "10 mm2", "brief.run_m": "5 m"}
    person.send("/leads/L-0001/brief", **typed)
    assert "No size fits. The largest is" in person.open("/leads/L-0001/conductor")
