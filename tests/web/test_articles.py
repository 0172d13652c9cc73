"""The tool and the die of a press: kept with the joint, refused where it is another lug's, released by a sample."""

from io import BytesIO

import pytest
from person import words
from PIL import Image

from euthyne.core.plan import Plan
from euthyne.core.shelf.article import FirstArticle, article_of
from euthyne.core.stages.build.buildstep import PressedTerminal

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")

BANK = "TR-0042"
LUG = "ring lug, M8"


def picture():
    out = BytesIO()
    Image.new("RGB", (40, 30), "#996633").save(out, "PNG")
    return BytesIO(out.getvalue()), "section.png"


def article(person, **more):
    told = {
        "terminal": LUG,
        "size": "35 mm2",
        "tool": "hydraulic press, die 12",
        "held": "2400 N",
        "filled": "yes",
        "photograph": picture(),
    }
    return person.client.post(
        "/articles", data=told | more, content_type="multipart/form-data", follow_redirects=True
    )


def at_the_press(person, store):
    """The bank of the rail mule, on as far as its next press; that step."""
    while True:
        step = Plan(store.get(BANK).lead).build.steps_left[0]
        if step.pressed is not None:
            return step
        person.confirm(BANK, step.key)


def test_the_tool_is_kept_with_the_joint_and_stands_in_the_next_field(person, store):
    step = at_the_press(person, store)
    person.confirm(BANK, step.key, tool="hydraulic press, die 12")
    done = {x.step: x.tool for x in store.get(BANK).lead.build.done}
    assert done[step.key] == "hydraulic press, die 12"
    following = at_the_press(person, store)
    page = person.open(f"/leads/{BANK}/build/bench?step={following.key}")
    assert 'value="hydraulic press, die 12"' in page
    assert "No first article of it yet" in page


def test_a_die_of_another_lug_keeps_the_step_open(person, store):
    step = at_the_press(person, store)
    said = words(person.confirm(BANK, step.key, tool="hydraulic press, die 14").text)
    assert "takes die 12; die 14 is for another" in said
    assert step.key not in {x.step for x in store.get(BANK).lead.build.done}


def test_a_press_without_a_tool_said_is_no_lie_and_goes_on(person, store):
    step = at_the_press(person, store)
    person.confirm(BANK, step.key)
    assert step.key in {x.step for x in store.get(BANK).lead.build.done}


def test_a_sample_that_holds_releases_its_tool_for_that_lug_and_cable(person, store):
    assert "released" in words(article(person).text)
    step = at_the_press(person, store)
    person.confirm(BANK, step.key, tool="Hydraulic press, die 12")
    following = at_the_press(person, store)
    page = words(person.open(f"/leads/{BANK}/build/bench?step={following.key}"))
    assert "Released by a first article" in page


@pytest.mark.parametrize(
    "more",
    [{"terminal": "ring terminal, red, M4", "size": "1.5 mm2", "held": "40 N"}, {"filled": "no"}],
)
def test_a_sample_that_lets_go_or_has_gaps_releases_nothing(person, more):
    assert "not released" in words(article(person, **more).text)


def test_a_sample_without_its_photograph_is_refused_in_words(person):
    answer = article(person, photograph=(BytesIO(b""), ""))
    assert "there is no photograph" in words(answer.text).lower()
    assert "No sample has been kept yet" in words(person.open("/articles"))


def test_a_worn_die_is_withdrawn(person):
    article(person)
    person.send("/articles/1/put-away")
    assert "No sample has been kept yet" in words(person.open("/articles"))
    person.open("/articles/7/photograph", code=404)


@pytest.mark.parametrize(
    ("tool", "wrong"),
    [
        ("", False),
        ("the old press", False),
        ("die 12", False),
        ("press 12 t, die 14", False),  # its own code stands there too
        ("die 16", True),
        ("die 2/0", True),
    ],
)
def test_a_die_is_told_by_its_code_where_one_was_read(tool, wrong):
    pressed = PressedTerminal(LUG, "35 mm2", "lug", "12")
    assert bool(pressed.other_die(tool)) == wrong


def test_the_newest_sample_of_a_set_up_speaks():
    def one(held):
        return FirstArticle(
            LUG, "1.5 mm2", "click-in", "jaw B", held, True, "2026-11-30T10:00:00", "RM"
        )

    found = article_of((one(160.0), one(90.0)), LUG, "1.5 mm2", "JAW B")
    assert found is not None
    assert not found.released
    assert article_of((one(160.0),), LUG, "2.5 mm2", "jaw B") is None
