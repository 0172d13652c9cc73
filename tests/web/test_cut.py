"""Cut on screen: the route with its corners, the bends, the layers, the template and the traveller."""

import io
import re

import pytest
from person import words
from pypdf import PdfReader

from euthyne.core.plan import plan_of
from in_metric import in_metric

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
TAG = "TR-0023"


def brief(person, run):
    return person.send(f"/leads/{TAG}/brief", **{"brief.run_m": run})


def pdf_text(person, address):
    answer = person.client.get(address)
    assert answer.mimetype == "application/pdf"
    return " ".join(
        " ".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.data)).pages).split()
    )


def test_a_run_typed_as_legs_is_drawn_leg_by_leg(person, store):
    brief(person, "12 m + 8 m + 4.5 m")
    assert store.get(TAG).lead.brief.legs_m == (12.0, 8.0, 4.5)
    page = words(person.open(f"/leads/{TAG}/cut"))
    assert "run, 3 legs" in page
    for leg in ("12.00", "8.00", "4.50"):
        assert leg in page


def test_a_run_in_one_asks_nothing_of_corners(person, store):
    brief(person, "25 m")
    page = words(person.open(f"/leads/{TAG}/cut"))
    assert "Legs measured with" not in page
    assert store.get(TAG).lead.brief.legs_m == ()


def test_legs_that_can_not_be_read_keep_the_ones_there_were(person, store):
    brief(person, "12 m + 8 m")
    page = brief(person, "12 m + far")
    assert "not a length" in words(page) or "is not" in words(page)
    assert store.get(TAG).lead.brief.legs_m == (12.0, 8.0)


def test_a_tape_laid_into_each_corner_leaves_something_over_and_it_stays_as_slack(person, store):
    brief(person, "12 m + 8 m + 5 m")
    before = plan_of(store.get(TAG).lead).cut.length.cut_m
    page = words(
        person.send(f"/leads/{TAG}/cut", **{"cut.measured_with": "tape", "cut.bend_mm": "200 mm"})
    )
    assert "the corners leave 172 mm of the legs over: it stays as slack" in page
    assert plan_of(store.get(TAG).lead).cut.length.cut_m == before
    page = words(person.send(f"/leads/{TAG}/cut", **{"cut.measured_with": "string"}))
    assert "the corners leave" not in page


def test_a_bend_that_is_too_tight_is_cautioned_and_widened_by_one_press(person, store):
    brief(person, "12 m + 13 m")
    page = person.send(f"/leads/{TAG}/cut", **{"cut.bend_mm": "30 mm"})
    assert "Bent too tight" in words(page)
    assert "eight times, on a drum" in words(page)
    assert "Bend it to 95 mm" in words(page)
    person.send(f"/leads/{TAG}/fix/bent-too-tight")
    assert store.get(TAG).lead.cut.bend_mm == pytest.approx(95.2)
    assert "Bent too tight" not in words(person.open(f"/leads/{TAG}/cut"))


@pytest.mark.parametrize(
    ("tag", "said"),
    [
        (TAG, "95 mm radius: eight times 11.9 mm, on a drum"),
        ("TR-0014", "four times 14.6 mm, lying still"),
        ("TR-0019", "six times"),
    ],
)
def test_the_tightest_bend_is_said_with_its_rule(person, tag, said):
    page = words(person.open(f"/leads/{tag}/cut"))
    assert said in page
    assert "generic, the maker's sheet decides" in page


@pytest.mark.parametrize(
    ("field", "typed", "said"),
    [
        ("cut.slack_percent", "300 %", "too large"),
        ("cut.loops_mm", "-40 mm", "too small"),
        ("cut.reworks", "many", "is not a number of spare tries"),
    ],
)
def test_an_allowance_that_makes_no_sense_is_said_beside_its_field_and_stays_typed(
    person, field, typed, said
):
    page = person.send(f"/leads/{TAG}/cut", **{field: typed})
    assert said in words(page)
    assert f'value="{typed}"' in page
    assert f'value="{typed}"' in person.open(f"/leads/{TAG}/cut")


def test_every_allowance_is_a_share_of_the_cut(person, store):
    page = person.send(
        f"/leads/{TAG}/cut",
        **{"cut.loops_mm": "300 mm", "cut.reworks": "2", "cut.slack_percent": "4 %"},
    )
    said = words(page)
    for share in ("300 mm loops", "130 mm spare tries", "1.00 m slack", "m to cut"):
        assert share in said
    cut = plan_of(store.get(TAG).lead).cut.length
    assert cut.cut_m == pytest.approx(25 + cut.ends_m + 1.0 + 0.3 + cut.rework_m)


def test_a_shielded_cable_and_a_heating_tape_show_their_layers(person):
    page = words(person.open("/leads/TR-0027/cut"))
    assert "layer by layer: the cord" in page
    assert "foil and wrap" in page
    page = words(person.open("/leads/TR-0029/cut"))
    assert "Roof, layer by layer: the tape" in page
    assert "conductive core" in page
    assert "layer by layer" not in words(person.open(f"/leads/{TAG}/cut"))


def test_a_core_round_a_boss_says_so(person):
    assert re.search(
        r"E · green-yellow 65 mm, bare 6 to 8 mm, \d+ mm round a boss",
        words(person.open(f"/leads/{TAG}/cut")),
    )


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_the_template_carries_colours_names_layers_and_the_warning(person, paper):
    text = pdf_text(person, f"/leads/TR-0027/cut/template.pdf?paper={paper}")
    for said in (
        "This rule must measure 100 mm",
        "3 green: core",
        "braid:",
        "foil and wrap:",
        "25-pole D",
    ):
        assert said in text
    drawn = person.open(f"/leads/TR-0027/cut/template-1.svg?paper={paper}")
    assert "#3F8F4A" in drawn
    assert "do not cut by it" in drawn


def test_the_traveller_is_good_enough_to_work_from(person, store):
    text = pdf_text(person, "/leads/TR-0014/traveller.pdf")
    plan = plan_of(store.get("TR-0014").lead)
    for step in plan.build.steps:
        assert in_metric(step.headline) in text
    for asked in (a.words for s in plan.build.steps for a in s.asks):
        assert asked in text
    for said in (
        "Battery store to inverter",
        "die for lugs of 50 mm²",
        "ring lug, M8",
        "2 × 1.82 m to cut",
        "Proof",
    ):
        assert said in text


def test_a_lead_that_can_not_be_built_still_has_its_template(person, store):
    person.send(f"/leads/{TAG}/ends", **{"conductor.measured_od_mm": "19 mm"})
    plan = plan_of(store.get(TAG).lead)
    assert plan.build.trapped
    page = words(person.open(f"/leads/{TAG}/build"))
    assert "a part does not go over this cord" in page
    assert "This rule must measure 100 mm" in pdf_text(person, f"/leads/{TAG}/cut/template.pdf")
