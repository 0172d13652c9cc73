"""Direct current in the browser: proven in full, one lead by keyboard alone; and faults found on the
simulated bench.
"""

from dataclasses import replace

import pytest
from filling import all_kept
from leads import AT, with_done
from playwright.sync_api import expect
from sampling import long_run, some

from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import Proof, Reason, StepDone
from euthyne.core.plan import Plan
from euthyne.core.standing.progress import progress
from euthyne.instruments.faults import hidden_in
from euthyne.instruments.model import Broken
from euthyne.web.standin import bench_of


def plan(store, tag):
    return Plan(store.get(tag).lead)


def build(store, tag, **proof):
    """The lead with its plan settled and every step done; what its proof is begun with."""

    def made(lead):
        lead = changed(lead, [("ends.accepted", True), ("cut.accepted", True)])
        p = Plan(lead)
        if lead.conductor.size is None:
            lead = changed(lead, [("conductor.size", p.conductor.size_name)])
        p = Plan(lead)
        lead = with_done(lead, tuple(StepDone(s.key, AT, "RM") for s in p.build.steps))
        open_ = [f for f in progress(Plan(lead), False).found if f.level == "caution"]
        given = tuple(
            Reason(f.code, "looked at, and it holds", AT, "RM", f.text, f.about, f.kept_figures)
            for f in open_
        )
        return replace(lead, reasons=given, proof=Proof(tested_volts=1000.0, **proof))

    store.change(tag=tag, change=made, at=AT, by="RM", what="built")


def look(page):
    while (presses := page.get_by_role("button", name="is good")).count():
        presses.first.click()
        all_kept(page)


def probe_by_keys(page, store, tag):
    """Every probe at the bench by its keys: space where it sounds, x where it stays silent."""
    page.goto(f"/leads/{tag}/prove/bench?at=probe")
    while (asked := plan(store, tag).prove.next_probe) is not None:
        before = page.locator("#headline").inner_text()
        page.keyboard.press("Space" if asked.sounds else "x")
        expect(page.locator("#headline")).not_to_have_text(before)
        all_kept(page)


def read(page, store, tag, powered):
    for line in plan(store, tag).prove.lines:
        if line.powered == powered:
            box = page.locator(f'[id="reading-{line.id}"]')
            box.fill(line.written(line.sound, False, getattr(line, "amps", None)))
            page.keyboard.press("Tab")
            all_kept(page)


@pytest.mark.parametrize("tag", some(["TR-0014", "TR-0015", "TR-0022"], 3))
@long_run
def test_it_is_proven_and_sealed(page, served, tag):
    _, store = served
    build(store, tag, gangs=True)
    page.goto(f"/leads/{tag}/prove")
    look(page)
    probe_by_keys(page, store, tag)
    expect(page.locator("#headline")).to_have_text("Every contact is as the map says")
    page.keyboard.press("Space")
    expect(page.get_by_label("The meter says")).to_be_visible()
    page.goto(f"/leads/{tag}/prove")
    read(page, store, tag, powered=False)
    read(page, store, tag, powered=True)
    page.get_by_role("link", name="On to the tag").click()
    page.get_by_label("Initials of whoever answers for it").fill("AF")
    page.get_by_role("button", name="Seal the record").click()
    expect(page.get_by_role("heading", name="Sealed as number 2")).to_be_visible()
    assert store.seal_of(tag).record["lead"]["tag"] == tag


def seed_of(store, tag, wanted):
    """A seed that hides a fault of a kind in the lead."""
    p = plan(store, tag)
    return next(n for n in range(9000) if wanted(hidden_in(p, n)))


def find(page, store, tag, wanted, first=0):
    """A fault hidden in the copy, looked for as a builder does: looks, probes, then readings; the first
    so many probes are not pressed one by one.
    """
    build(store, tag)
    seed = seed_of(store, tag, wanted)
    lead = store.get(tag).lead
    store.change(
        tag=tag,
        change=lambda x: replace(x, proof=replace(lead.proof, stand_in=str(seed))),
        at=AT,
        by="RM",
        what="practice",
    )
    p = plan(store, tag)
    meter = bench_of(p)
    heard = tuple(
        asked.answered(meter.sounds(asked.one.name, tuple(x.name for x in asked.against)))
        for asked in p.prove.probe_plan[:first]
    )
    store.change(
        tag=tag,
        change=lambda x: replace(x, proof=replace(x.proof, probes=heard)),
        at=AT,
        by="RM",
        what="heard",
    )
    page.goto(f"/leads/{tag}/prove")
    look(page)
    while (ask := page.get_by_role("button", name="Ask the stand-in")).count():
        before = len(store.get(tag).lead.proof.probes)
        ask.click()
        all_kept(page)
        assert len(store.get(tag).lead.proof.probes) == before + 1
    for _ in range(2):
        page.get_by_role("button", name="Take its readings").click()
        all_kept(page)


def is_joint(b):
    return b.kind == "joint" and b.at[0].startswith("plus") and b.at[0].endswith("@B")


@long_run
def test_a_lug_pressed_loose_is_named_by_its_millivolts(page, served):
    find(page, served[1], "TR-0014", is_joint)
    expect(page.locator('[id="verdict-lug-inverter+"]')).to_contain_text("pressed loose")
    expect(page.locator('[id="verdict-pole-+"]')).to_contain_text("a bad joint")


@long_run
def test_two_taps_exchanged_are_named(page, served):
    taps = {"pack-taps.T1", "pack-taps.T2"}
    find(page, served[1], "TR-0022", lambda b: b.kind == "exchanged" and set(b.at) == taps)
    expect(page.locator(".diagnosis")).to_contain_text(
        "Balance tap 1 and balance tap 2 are exchanged"
    )


@long_run
def test_a_core_that_touches_another_is_named(page, served):
    find(page, served[1], "TR-0026", lambda b: b.kind == "joined")
    expect(page.locator(".diagnosis")).to_contain_text("are joined")
    page.get_by_role("link", name="Show what is wrong with it").click()
    expect(page.locator(".stand-in")).to_contain_text("milliohm")


@long_run
def test_plus_and_minus_crossed_on_a_string_are_named_by_map_and_by_sign(page, served):
    find(page, served[1], "TR-0015", lambda b: b.kind == "exchanged")
    expect(page.locator(".diagnosis")).to_contain_text("Plus and minus are exchanged")
    page.get_by_label("Open volts, plus to minus, installed").fill("-96 V")
    page.keyboard.press("Tab")
    expect(page.locator('[id="verdict-polarity"]')).to_contain_text("after everything above")


@long_run
def test_bus_wires_that_meet_at_the_far_end_of_a_tape_are_named(page, served):
    find(page, served[1], "TR-0029", lambda b: b.kind == "joined")
    told = page.locator('[id="verdict-bus"]')
    expect(told).to_contain_text("fail")
    expect(told).to_contain_text("the bus wires meet: at its far end first")


@long_run
def test_a_spare_core_that_touches_the_shell_is_named(page, served, monkeypatch):
    store = served[1]

    def with_a_spare(lead):
        wires = tuple(
            replace(w, b=None, spare=True) if w.core == "cord.8" else w for w in lead.wires
        )
        return replace(lead, wires=wires)

    store.change(tag="TR-0027", change=with_a_spare, at=AT, by="RM", what="a spare core")
    touching = Broken("spare", ("supply.8", "supply.S"), 0.05)
    monkeypatch.setattr("euthyne.web.standin.hidden_in", lambda plan, seed: touching)
    find(page, store, "TR-0027", lambda b: True, first=370)
    told = "8 at the supply end and the shell at the supply end are joined"
    expect(page.locator(".diagnosis")).to_contain_text(told)
