"""What must never be built is stopped on every page and on paper, with the press that puts it right; what may
be built goes to its seal with the rule named.
"""

import io
from dataclasses import replace

from built import made
from filling import all_kept, begin, fill, settle, take
from leads import AT
from playwright.sync_api import expect
from pypdf import PdfReader
from sampling import long_run

from euthyne.core.kinds.assembling import changed
from euthyne.core.lead import Look, Proof
from euthyne.core.plan import Plan


def first_page(page, tag):
    paper = page.request.get(f"/leads/{tag}/traveller.pdf").body()
    return " ".join(PdfReader(io.BytesIO(paper)).pages[0].extract_text().split())


@long_run
def test_green_yellow_on_live_shuts_the_bench_until_it_is_put_right(page, served):
    tag = begin(page, "extension-bs", run_m="10 m")
    page.goto(f"/leads/{tag}/ends")
    page.locator("#tint-L").select_option("green-yellow")
    all_kept(page)
    expect(page.locator("#checks")).to_contain_text("Green-yellow is not the earth here")
    page.goto(f"/leads/{tag}/build/bench?step=cut")
    expect(page.locator(".shut-bench")).to_contain_text("Green-yellow is not the earth here")
    expect(page.locator("#key-go")).to_have_count(0)
    assert "Not to be built: Green-yellow is not the earth here" in first_page(page, tag)
    page.goto(f"/leads/{tag}/ends")
    page.get_by_role("button", name="Each core in its own colour and terminal").first.click()
    expect(page.locator("#checks")).not_to_contain_text("Green-yellow is not the earth")
    expect(page.locator("#tint-L")).to_have_value("brown")
    page.goto(f"/leads/{tag}/build/bench")
    expect(page.locator("#key-go")).to_be_visible()


def built_and_looked_at(store, tag, **proof):
    """The lead with its plan settled, built, looked at and probed: what is left is to measure."""

    def looked_at(lead):
        p = Plan(lead)
        looks = tuple(Look(x.id, True, AT, "AF") for x in p.prove.looks)
        heard = tuple(x.answered(x.sounds) for x in p.prove.probe_plan)
        return replace(lead, proof=Proof(looks=looks, probes=heard, **proof))

    made(store, tag, looked_at)


def read(page, line, typed):
    page.locator(f'[id="reading-{line}"]').fill(typed)
    page.keyboard.press("Tab")
    all_kept(page)


@long_run
def test_a_thin_cord_to_one_known_load_goes_to_its_seal_with_the_rule_named(page, served):
    _, store = served
    tag = begin(page, "cord-cee", run_m="1.8 m", upstream_amps="16 A")
    page.locator('[name="brief.loads.0.name"]').fill("mount")
    page.locator('[name="brief.loads.0.draws"]').fill("300 W")
    page.keyboard.press("Tab")
    all_kept(page)
    page.goto(f"/leads/{tag}/conductor")
    take(page, "0.75 mm²")
    expect(page.locator("#figures")).to_contain_text("0.75 mm² copper")
    page.goto(f"/leads/{tag}/conductor")
    expect(page.locator("#checks")).to_contain_text("IEC 60364-4-43, 433.3.1 b")
    page.get_by_label("Reason to pass: The breaker is larger than the cord carries").fill(
        "One mount of 300 W, named here; the electrician of the hill agrees."
    )
    page.keyboard.press("Enter")
    expect(page.locator("#checks")).to_contain_text("the electrician of the hill agrees")
    page.goto(f"/leads/{tag}/ends")
    fill(page, conductor__measured_od_mm="6.8 mm")
    settle(page, "ends")
    built_and_looked_at(store, tag, tested_volts=500.0)
    page.goto(f"/leads/{tag}/prove")
    for line in Plan(store.get(tag).lead).prove.lines:
        if line.mandatory:
            read(page, line.id, line.written(line.sound, False))
    page.get_by_role("link", name="On to the tag").click()
    page.get_by_label("Initials of whoever answers for it").fill("AF")
    page.get_by_role("button", name="Seal the record").click()
    expect(page.get_by_role("heading", name="Sealed as number 2")).to_be_visible()
    told = [c for c in store.seal_of(tag).record["checks"] if c["code"] == "protection-too-large"]
    assert "433.3.1 b" in told[0]["text"] and "300 W" in told[0]["reason"]


@long_run
def test_a_heavy_lead_that_burns_a_hundred_watts_fails_and_says_so(page, served):
    _, store = served
    tag = begin(page, "supply-three", run_m="10 m", upstream_amps="63 A")
    heavy = [("fit.supply", "iec60309-63-red5-plug"), ("fit.load", "iec60309-63-red5-connector")]
    heavy.append(("conductor.size", "16 mm2"))
    store.change(tag=tag, change=lambda x: changed(x, heavy), at=AT, by="RM", what="63 A ends")
    built_and_looked_at(store, tag, tested_volts=500.0)
    page.goto(f"/leads/{tag}/prove")
    read(page, "core-L1", "45 mohm")
    expect(page.locator("#verdict-core-L1")).to_contain_text("fail")
    expect(page.locator("#verdict-core-L1")).to_contain_text("its joints would burn 12")
    read(page, "core-L2", "44 mohm")
    expect(page.locator("#checks")).to_contain_text("Failed: line 1 core, end to end")
    expect(page.locator("#checks")).to_contain_text("Failed: line 2 core, end to end")


@long_run
def test_a_battery_pole_with_eighty_watts_in_its_lugs_fails(page, served):
    _, store = served
    tag = begin(page, "inverter-link", watts="1500 W", run_m="1.8 m")
    built_and_looked_at(store, tag)
    p = Plan(store.get(tag).lead)
    amps, run = p.prove.subject.rating_amps, p.prove.subject.runs[0]
    ohm = run.wire.ohms_per_m(20) * run.length_m + 80 / amps**2
    page.goto(f"/leads/{tag}/prove")
    read(page, "pole-+", f"20 A {ohm * 20000:.2f} mV")
    expect(page.locator('[id="verdict-pole-+"]')).to_contain_text("fail")
    expect(page.locator('[id="verdict-pole-+"]')).to_contain_text("would burn 80 W")


@long_run
def test_insulation_is_no_reading_until_its_volts_are_said(page, served):
    _, store = served
    tag = begin(page, "extension-bs", run_m="10 m")
    built_and_looked_at(store, tag)
    page.goto(f"/leads/{tag}/prove")
    read(page, "insulation-E", ">40")
    expect(page.locator("#verdict-insulation-E")).to_contain_text("At what volts is not said")
    fill(page, proof__tested_volts="9 V")
    expect(page.locator("#verdict-insulation-E")).to_contain_text("Tested at 9 V")
    read(page, "insulation-E", ">200")
    fill(page, proof__tested_volts="500 V", proof__tested_with="the shed's tester")
    read(page, "insulation-E", ">40")
    expect(page.locator("#verdict-insulation-E")).to_contain_text("not shown to be over 100")
    assert store.get(tag).lead.proof.tested_with == "the shed's tester"


@long_run
def test_the_presses_of_a_repairs_map_cannot_lose_its_joint(page, served):
    _, store = served
    tag = begin(page, "repair", run_m="8 m")
    before = store.get(tag).lead.wires
    page.goto(f"/leads/{tag}/ends")
    expect(page.get_by_role("button", name="Straight through")).to_have_count(0)
    page.get_by_role("button", name="By function").click()
    all_kept(page)
    assert store.get(tag).lead.wires == before
