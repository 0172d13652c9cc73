"""Typing into a lead: what is kept, what is said, what is refused."""

import pytest
from person import words

BRIEF = "/leads/L-0001/brief"


@pytest.fixture
def lead(person):
    person.send("/leads/new", start="extension-bs")
    return person


def test_a_new_lead_takes_two_presses(person):
    assert "New lead" in person.open("/bench")
    page = person.send("/leads/new", start="extension-bs")
    assert "L-0001" in page
    assert "What does it feed" in page


def test_what_is_typed_is_kept_and_said_back(lead):
    lead.send(BRIEF, brief__run_m="80 ft")
    page = lead.open(BRIEF)
    assert 'value="80 ft"' in page
    assert "read as 24.38 m" in page
    assert "24.38 m run" in page


@pytest.mark.parametrize(
    ("field", "typed", "said"),
    [
        ("brief__run_m", "quite far", "not a length"),
        ("brief__run_m", "10 km", "too large"),
        ("brief__upstream_amps", "16 kg", "not a unit of current"),
        ("brief__ambient_c", "999", "too large"),
        ("wanted_by", "soon", "not a date"),
        ("name", "", "it is empty"),
    ],
)
def test_a_bad_entry_stays_typed_and_says_what_would_do(lead, field, typed, said):
    lead.send(BRIEF, **{field: typed})
    page = lead.open(BRIEF)
    assert said.lower() in words(page).lower()
    assert "What would do:" in page
    if typed:
        assert f'value="{typed}"' in page


def test_a_bad_entry_is_forgotten_once_it_is_put_right(lead):
    lead.send(BRIEF, brief__run_m="quite far")
    lead.send(BRIEF, brief__run_m="12 m")
    page = lead.open(BRIEF)
    assert "quite far" not in page
    assert "What would do:" not in page


def test_the_good_fields_of_a_bad_form_are_kept(lead):
    lead.send(
        BRIEF, brief__run_m="25 m", brief__upstream_amps="many", made_for="Tarn Ridge Observatory"
    )
    page = lead.open(BRIEF)
    assert "25 m run" in page
    assert 'value="many"' in page
    assert "for Tarn Ridge Observatory" in page


def test_typing_answers_with_the_parts_that_change(lead):
    part = lead.send(BRIEF, part=True, brief__run_m="25 m")
    assert "<html" not in part
    for piece in (
        'id="ribbon"',
        'id="figures"',
        'id="checks"',
        'id="note-brief-run_m"',
        'id="seen"',
    ):
        assert piece in part
    assert "25 m out" in part


def row(number, name, draws, quantity):
    start = f"brief.loads.{number}"
    return {f"{start}.name": name, f"{start}.draws": draws, f"{start}.quantity": quantity}


def test_a_list_of_loads_in_watts_and_amps(lead):
    rows = (
        row(0, "heater", "1.15 kW", "1")
        | row(1, "lamps", "0.5 A", "4")
        | row(2, "kettle", "a lot", "1")
    )
    lead.send(BRIEF, brief__feeds="loads", **rows)
    page = lead.open(BRIEF)
    assert "7 A" in words(page)
    assert 'value="1.15 kW"' in page
    assert 'value="a lot"' in page
    assert "is not a power" in words(page)


def test_the_ladder_moves_with_the_length(lead):
    lead.send(BRIEF, brief__run_m="10 m", brief__rcd="30 mA")
    near_end = lead.send("/leads/L-0001/conductor", part=True, brief__run_m="10 m")
    far_end = lead.send("/leads/L-0001/conductor", part=True, brief__run_m="40 m")
    assert 'name="size" value="1.5 mm2"' in near_end
    assert 'name="size" value="2.5 mm2"' in far_end
    assert "Decided by volt drop" in far_end


def test_the_working_can_be_checked_with_a_pocket_calculator(lead):
    lead.send(BRIEF, brief__run_m="25 m")
    page = words(lead.open("/leads/L-0001/conductor"))
    for piece in (
        "13 A x 2 x 25 m x",
        "BS 7671 table 4F3A",
        "IEC 60228 class 5",
        "10.4 x 13 A x 164.04 ft / 11.5 V",
    ):
        assert piece in page


def test_a_size_nobody_makes_can_not_be_taken(lead):
    page = lead.send("/leads/L-0001/conductor/take", code=422, size="1.7 mm2")
    assert "1.7 mm2 is not made" in page
    assert "What would do" in page


def test_a_fix_is_one_press(lead):
    lead.send(BRIEF, brief__run_m="25 m", brief__place="outdoor", brief__rcd="none")
    assert "Outdoors without a residual-current device" in lead.open(BRIEF)
    lead.send("/leads/L-0001/fix/no-residual-current-device", stage="brief")
    assert "Outdoors without" not in lead.open(BRIEF)
    assert "put right already" in lead.send(
        "/leads/L-0001/fix/no-residual-current-device", code=409, stage="brief"
    )


def test_a_caution_passes_with_a_reason_that_is_kept(lead):
    lead.send(BRIEF, brief__run_m="8 m", brief__drum_layers="1")
    lead.send(
        "/leads/L-0001/reason/drum-use",
        stage="brief",
        reason="Half of it stays on, two amps at most.",
    )
    page = lead.open(BRIEF)
    assert "Passed: Half of it stays on" in page
    assert "drum-use: Half of it stays on" in lead.open("/leads/L-0001/log")
    lead.send("/leads/L-0001/reason/drum-use", stage="brief", reason="")
    assert "Passed:" not in lead.open(BRIEF)


def test_the_wire_map_is_edited_and_judged(lead):
    lead.send(BRIEF, brief__run_m="8 m")
    lead.send(
        "/leads/L-0001/ends",
        **{
            "joint.L.b": "N",
            "joint.N.b": "L",
            "joint.E.a": "E",
            "joint.E.b": "E",
            "joint.L.a": "L",
            "joint.N.a": "N",
        },
    )
    assert "Polarity crossed in the map" in lead.open("/leads/L-0001/ends")
    lead.send("/leads/L-0001/fix/crossed", stage="ends")
    assert "Polarity crossed" not in lead.open("/leads/L-0001/ends")


def test_a_fat_cord_offers_the_part_that_takes_it(lead):
    lead.send(BRIEF, brief__run_m="8 m")
    lead.send("/leads/L-0001/conductor", conductor__cable_type="H07RN-F")
    lead.send("/leads/L-0001/ends", conductor__measured_od_mm="10.4 mm")
    assert "too fat for the plug" in lead.open("/leads/L-0001/ends")
    lead.send("/leads/L-0001/fix/cord-in-grip:supply-cord", stage="ends")
    assert "heavy duty rubber" in lead.open("/leads/L-0001/ends")
