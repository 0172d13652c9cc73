"""What a page draws from memory is what it would draw afresh, whatever was done in between."""

import sys
from functools import _lru_cache_wrapper

import pytest
from sampling import some

from euthyne.core.lead.stage import Stage

STAGES = [stage.value for stage in Stage]


def forget():
    """Everything that is worked out of leads and drawn of them is worked out and drawn anew."""
    for name, module in list(sys.modules.items()):
        if name.startswith(("euthyne.web", "euthyne.core.plan", "euthyne.core.standing")):
            for value in list(vars(module).values()):
                if isinstance(value, _lru_cache_wrapper):
                    value.cache_clear()


def same_afresh(person, addresses):
    for address in addresses:
        remembered = person.open(address)
        assert person.open(address) == remembered, address
        forget()
        assert person.open(address) == remembered, address


@pytest.mark.usefixtures("at_tarn_ridge")
def test_every_page_of_a_lead_says_from_memory_what_it_says_afresh(person, store):
    pages = [f"/leads/{held.lead.tag}/{stage}" for held in store.all() for stage in STAGES]
    for page in pages:
        person.open(page)
    same_afresh(person, some(pages, 25))


CHANGES = (
    ("brief", {"name": "Hut to dome, the long one"}),
    ("brief", {"brief__run_m": "a lot"}),
    ("brief", {"brief__run_m": "31 m"}),
    ("brief", {"brief__place": "indoor"}),
    ("prove", {"proof__room_c": "35 C"}),
    ("prove", {"reading__core-L": "0.9 ohm"}),
    ("prove", {"reading__core-L": "nothing"}),
)


@pytest.mark.usefixtures("at_tarn_ridge")
@pytest.mark.parametrize("gauge", [False, True])
def test_whatever_is_typed_is_on_every_page_that_shows_it(person, gauge):
    pages = [f"/leads/TR-0023/{stage}" for stage in STAGES]
    for page in pages:
        person.open(page)
    if gauge:
        person.send("/measures", measures="gauge")
    for stage, fields in CHANGES:
        person.send(f"/leads/TR-0023/{stage}", **fields)
        same_afresh(person, [f"/leads/TR-0023/{stage}", pages[0], pages[5]])
    assert "Hut to dome, the long one" in person.open(pages[3])


@pytest.mark.usefixtures("at_tarn_ridge")
def test_two_leads_alike_but_for_what_they_are_called_keep_their_own_names(person):
    first = person.client.post("/leads/new", data={"start": "extension-bs"}).headers["Location"]
    other = person.client.post("/leads/new", data={"start": "extension-bs"}).headers["Location"]
    person.send(first, name="The first", brief__run_m="10 m")
    person.send(other, name="The other", brief__run_m="10 m")
    for stage in ("conductor", "ends", "cut", "build", "prove"):
        page = person.open(first.replace("/brief", f"/{stage}"))
        assert "The first" in page
        assert "The other" not in page
