"""Every kind is built to its last step through the pages, and none of its parts can be left out."""

import re
from dataclasses import replace
from importlib.resources import files

import pytest
from jobs import measured
from leads import made
from person import words
from sampling import some

from euthyne.core.kinds import KINDS, starts
from euthyne.core.lead import Build
from euthyne.core.lead.step import step_named
from euthyne.core.plan import plan_of
from euthyne.core.stages.build.jobs import fittings
from euthyne.exchange.lead_file import file_of_lead, read_lead

AT = "2026-11-26T09:00:00"
# A lead of the observatory for each kind as it is made.
AS_MADE = (
    "rail-mule-bank",
    "mount-controller", "hut-to-dome", "jetty-box", "lathe-supply", "visitor-charger", "fan-chain",
    "dew-heater-box", "drill-plug", "hut-repair", "battery-inverter", "roof-string", "roof-meter", "welder-work",
    "three-cell-charger", "finder-battery", "weather-mast", "dome-encoder", "gutter-tape",
    "boat-sounder", "sledge-ring", "tent-splitter",
)  # fmt: skip
# A lead, and the part that people forget on its kind.
FORGOTTEN = (
    ("mount-controller", "B-grommet"),
    ("hut-to-dome", "B-nut"),
    ("jetty-box", "B-locknut"),
    ("lathe-supply", "A-shell"),
    ("visitor-charger", "B-seal"),
    ("fan-chain", "A-cap"),
    ("fan-chain", "B-ring"),
    ("dew-heater-box", "A-tail@cord"),
    ("drill-plug", "A-fuse"),
    ("hut-repair", "B-seal@plug-side"),
    ("tent-splitter", "A-seal@leg-1"),
    ("battery-inverter", "A-sleeve-+"),
    ("roof-string", "A-nut@plus"),
    ("welder-work", "A-boot"),
    ("welder-work", "B-make-copper"),
    ("three-cell-charger", "A-cowl@plus"),
    ("finder-battery", "A-cowl@tail-plus"),
    ("weather-mast", "A-wireseal-1"),
    ("weather-mast", "A-make-blanks"),
    ("dome-encoder", "B-shell"),
    ("gutter-tape", "B-long@cord"),
    ("gutter-tape", "B-make-seal@roof"),
    ("boat-sounder", "A-make-lined@panel+"),
)


@pytest.fixture
def on_the_bench(store):
    """Puts a lead of the observatory on the bench, nothing of it built."""

    def put(name):
        text = (files("euthyne.demo") / f"{name}.json").read_text(encoding="utf-8")
        lead = replace(read_lead(text).lead, build=Build())
        store.add(file_of_lead(lead), AT, "RM", "begun")
        return lead.tag

    return put


def left(store, tag):
    return plan_of(store.get(tag).lead).build.steps_left


def confirmed(person, store, tag, upto=None):
    """Confirms steps one after the other up to one of them, or to the last; gives what is left."""
    while (waiting := left(store, tag)) and waiting[0].key != upto:
        answer = person.confirm(tag, waiting[0].key, **measured(store, tag, waiting[0]))
        assert len(left(store, tag)) == len(waiting) - 1, words(answer.text)[:300]
    return waiting


def test_the_observatory_has_a_lead_of_every_kind():
    texts = ((files("euthyne.demo") / f"{n}.json").read_text(encoding="utf-8") for n in AS_MADE)
    assert {read_lead(text).lead.kind for text in texts} == set(KINDS)


@pytest.mark.parametrize("name", some(AS_MADE, 7))
def test_every_kind_is_built_to_its_last_step(person, store, on_the_bench, name):
    tag = on_the_bench(name)
    many = len(left(store, tag))
    assert many > 5
    confirmed(person, store, tag)
    page = person.open(f"/leads/{tag}/build/bench")
    assert "Built. Now prove it" in page or "Made, and in the log" in page


@pytest.mark.parametrize(("name", "part"), some(FORGOTTEN, 7))
def test_what_is_forgotten_is_asked_for_before_it_is_too_late(
    person, store, on_the_bench, name, part
):
    tag = on_the_bench(name)
    keys = [s.key for s in left(store, tag)]
    assert part in keys
    waiting = confirmed(person, store, tag, upto=part)
    forgotten, after = waiting[0], waiting[1]
    page = words(person.confirm(tag, after.key).text)
    assert f"First comes: {forgotten.headline}" in page
    assert left(store, tag)[0].key == part
    person.confirm(tag, part)
    gate = next((s for s in left(store, tag) if part in {a.part for a in s.asks}), None)
    if gate is None:
        return
    confirmed(person, store, tag, upto=gate.key)
    others = [a.part for a in gate.asks if a.part != part]
    page = words(person.confirm(tag, gate.key, on=others).text)
    assert "Not asked for yet" in page
    assert left(store, tag)[0].key == gate.key


def test_no_two_poles_of_a_live_pack_are_ever_bare(person, store):
    lead = made(
        "conversion",
        brief__tail_of="pack",
        brief__live_battery="yes",
        conductor__size="1.5 mm2",
        conductor__measured_od_mm=3.0,
        brief__fuse_family="blade-32v",
    )
    store.add(file_of_lead(lead), AT, "RM", "begun")
    bare = set()
    while waiting := left(store, lead.tag):
        step = step_named(waiting[0].key)
        if step is not None and step.does == "off":
            bare.add(step.where)
        if step is not None and step.does == "shrink":
            bare.discard({"+": "tail-plus", "-": "tail-minus"}[step.on])
        assert len(bare) < 2, waiting[0].headline
        if bare and step is not None and step.does == "off":
            page = words(person.open(f"/leads/{lead.tag}/build/bench"))
            assert "The other stays whole until this one is joined" in page
        before = len(waiting)
        person.confirm(lead.tag, waiting[0].key)
        assert len(left(store, lead.tag)) == before - 1
    assert not bare


# Things a body may have, and that are not spoken of where it has none.
THINGS = (
    "lid", "cover", "grommet", "latch", "boss", "cowl", "boot", "cap", "hood", "shell", "barrel",
    "notch", "gland", "nut", "box", "handle",
)  # fmt: skip
OF_A_JOINT = {"blade": {"barrel"}, "lug": {"barrel"}, "splice": {"barrel"}, "wire-seal": {"barrel"}}


@pytest.mark.parametrize("start", [start.id for _, start in starts()])
def test_no_step_speaks_of_what_its_body_has_not(start):
    plan = plan_of(made(start))
    job = plan.build.job
    for step in plan.build.steps:
        name = step_named(step.key)
        if name is None or step.kind in ("gate", "layer"):
            continue
        part = job.body_of(name).part
        has = " ".join(
            (
                *part.made.has,
                *part.has,
                *(t.words for t in fittings(job.end_of(name).at, job)),
                *(m.words for m in part.threaded),
                "boss" if part.posts else "",
                *OF_A_JOINT.get(part.joint, ()),
            )
        )
        told = " ".join((step.headline, step.detail, step.mistake, step.button, *step.judge))
        for thing in THINGS:
            if re.search(rf"\b{thing}(s|es)?\b", told.lower()):
                assert re.search(rf"\b{thing}", has), (start, step.key, thing, told)


def test_like_work_is_confirmed_together(person, store, on_the_bench):
    tag = on_the_bench("dome-encoder")
    waiting = confirmed(person, store, tag, upto="B-sleeve-1")
    page = person.open(f"/leads/{tag}/build/bench")
    assert "The same on the others, in this order" in page
    more = re.findall(r'type="checkbox" name="step" value="([^"]+)"', page)
    assert len(more) == 7
    first = waiting[0].key
    person.client.post(
        f"/leads/{tag}/build/done", data={"step": [*more[:3], first], "initials": "RM"}
    )
    assert next(s.key for s in left(store, tag)) == more[3]
    # Out of turn is refused, and nothing of it is kept.
    answer = person.client.post(
        f"/leads/{tag}/build/done", data={"step": [more[3], more[6]], "initials": "RM"}
    )
    assert "First comes" in answer.text
    assert next(s.key for s in left(store, tag)) == more[3]
    # When all of them are done, one press says so; it never reaches past them.
    person.client.post(
        f"/leads/{tag}/build/done",
        data={"step": [more[3]], "alike": "all", "initials": "RM"},
    )
    after = [s.key for s in left(store, tag)]
    assert more[6] not in after and after[0] not in more
    # Said of a step that is not next, it adds nothing.
    answer = person.client.post(
        f"/leads/{tag}/build/done", data={"step": after[1], "alike": "all", "initials": "RM"}
    )
    assert "First comes" in answer.text
    assert [s.key for s in left(store, tag)] == after
