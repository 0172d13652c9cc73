"""Prove as screens: what was judged is not asked twice, one look, one probe, one reading at a time."""

import re
from html import unescape

import pytest
from jobs import Job, begun, passed
from person import words
from test_to_the_seal import plan, typed

from euthyne.core.standing.judged import judged_by, steps_of
from euthyne.core.standing.screens import next_screen, screens

LEAD = Job(
    "extension-bs",
    {"brief.run_m": "3 m", "brief.upstream_amps": "16 A", "brief.rcd": "30 mA"},
    "1.5 mm2",
)


@pytest.fixture
def built(person, store):
    """A lead that RM built through its pages."""
    tag = begun(person, LEAD)
    passed(person, store, tag, [])
    for stage in ("ends", "cut"):
        person.send(f"/leads/{tag}/{stage}/settle")
    while steps := plan(store, tag).build.steps_left:
        person.confirm(tag, steps[0].key, initials="AF")
    return tag


def screen(person, tag, at=""):
    return person.open(f"/leads/{tag}/prove/bench{'?at=' + at if at else ''}")


def test_a_lead_is_proven_screen_by_screen_with_no_other_page(person, store, built):
    kinds = []
    for _ in range(60):
        page = screen(person, built)
        if "Proven" in words(page):
            break
        if "they stand as I saw them" in page:
            kinds.append("judged")
            person.send(f"/leads/{built}/prove/stand")
        elif found := re.search(r'name="look" value="([^"]+)"', page):
            kinds.append("look")
            person.send(f"/leads/{built}/prove/bench/look", look=unescape(found[1]), good="yes")
        elif found := re.search(r'name="probe" value="([^"]+)"', page):
            kinds.append("probe")
            asked = plan(store, built).prove.next_probe
            said = "sounds" if asked.sounds else "silent"
            person.send(f"/leads/{built}/prove/heard", probe=asked.key, heard=said, bench="yes")
        else:
            kinds.append("reading")
            name = re.search(r'name="line" value="([^"]+)"', page)[1]
            line = next(x for x in plan(store, built).prove.lines if x.id == name)
            volts = f"{line.test_volts[0]:g} V" if line.test_volts else ""
            answer = person.send(
                f"/leads/{built}/prove/bench/read", line=name, reading=typed(line), volts=volts
            )
            assert "pass" in words(answer), name
    assert kinds[0] == "judged"
    assert kinds.count("probe") == 6
    assert kinds == sorted(kinds, key=["judged", "look", "probe", "reading"].index)
    assert plan(store, built).prove.sound
    assert "Not everything is proven" not in words(person.open(f"/leads/{built}/tag"))


def test_what_the_same_eyes_judged_is_one_screen_and_another_is_asked_each(person, store, built):
    p = plan(store, built)
    assert {line.id for line in judged_by(p, "AF")} == {
        line.id for line in p.prove.looks if line.id != "cord"
    }
    assert judged_by(p, "RM") == ()
    assert [s.key for s in screens(p, "AF")][:2] == ["judged", "look-cord"]
    assert sum(s.kind == "look" for s in screens(p, "RM")) == len(p.prove.looks)
    person.send(f"/leads/{built}/prove/stand")
    looks = store.get(built).lead.proof.looks
    assert {x.by for x in looks} == {"AF"}
    person.send(f"/leads/{built}/prove/stand", code=409)


def test_a_look_that_is_not_good_stays_until_it_is(person, store, built):
    page = words(person.send(f"/leads/{built}/prove/bench/look", look="cord", good="no"))
    assert "Not good. Put it right, then look again." in page
    assert not plan(store, built).prove.sound
    person.send(f"/leads/{built}/prove/bench/look", look="cord", good="yes")
    assert "look-cord" not in [s.key for s in screens(plan(store, built), "AF") if s.open]
    person.send(f"/leads/{built}/prove/bench/look", look="teapot", good="yes", code=409)


@pytest.mark.parametrize(
    ("reading", "volts", "said"),
    [
        ("", "500 V", "Type what the meter says, such as"),
        ("plenty", "500 V", "plenty"),
        ("250 Mohm", "", "At what volts? This is a test at 500 V."),
        ("250 Mohm", "a lot", "a lot"),
    ],
)
def test_what_cannot_be_read_is_said_beside_its_field_and_nothing_typed_is_lost(
    person, store, built, reading, volts, said
):
    page = person.send(
        f"/leads/{built}/prove/bench/read", line="insulation-E", reading=reading, volts=volts
    )
    assert said in words(page) or said in page
    assert f'value="{reading}"' in page
    assert not store.get(built).lead.proof.readings


def test_a_reading_that_fails_is_said_and_its_screen_comes_again(person, store, built):
    page = words(
        person.send(
            f"/leads/{built}/prove/bench/read", line="insulation-E", reading="2 Mohm", volts="500 V"
        )
    )
    assert "fail" in page
    assert "read-insulation-E" in [s.key for s in screens(plan(store, built), "AF") if s.open]


def test_powered_readings_wait_for_the_dead_ones(person, store, built):
    powered = next(x for x in plan(store, built).prove.lines if x.powered)
    page = person.open(f"/leads/{built}/prove/bench?at=read-{powered.id}")
    assert "After everything with nothing connected" in words(page)
    person.send(
        f"/leads/{built}/prove/bench/read", line=powered.id, reading=typed(powered), code=409
    )


def test_each_line_that_the_build_judged_has_its_steps_and_the_next_comes_round(store, built):
    p = plan(store, built)
    for line in p.prove.looks:
        assert bool(steps_of(p, line)) == (line.id != "cord")
    every = screens(p, "AF")
    assert next_screen(every).key == "judged"
    assert next_screen(every, every[-1].key).key == "judged"
    assert next_screen(tuple(s for s in every if not s.open)) is None
