"""A shop of three: a builder on a telephone and a prover on a tablet take one lead to its seal, by touch
alone, while the keeper watches at the desk; a stranger gets nothing.
"""

import re

from filling import PASSPHRASE, all_kept
from playwright.sync_api import expect
from sampling import long_run

from euthyne.core.plan import plan_of

SOON = 15_000  # a few beats of an open page, and a slow machine
READ = {
    "core-L": "0.14",
    "core-N": "0.141",
    "earth": "142 mohm",
    "insulation-E": ">999",
    "insulation-LN": "550 Mohm",
}


def sign_in(page, name, device):
    page.goto("/bench")
    page.get_by_label("Your name").fill(name)
    page.get_by_label("Your passphrase").fill(PASSPHRASE)
    page.get_by_label("What this device is called").fill(device)
    page.get_by_role("button", name="Sign in").tap()
    expect(page.get_by_role("heading", name="On the bench")).to_be_visible()


def typed(page, label, text):
    field = page.get_by_label(label, exact=True)
    field.tap()
    field.fill(text)
    page.get_by_role("heading", level=1).first.tap()
    all_kept(page)


def plan_by_touch(page):
    """From the Bench to the first step of the build; the lead's tag."""
    page.get_by_role("link", name="New lead").tap()
    page.get_by_role("button", name="Extension lead BS 1363 pins").tap()
    page.wait_for_url(re.compile("/brief$"))
    typed(page, "Called", "Darkroom extension")
    typed(page, "Run, one way", "10 m")
    page.get_by_role("link", name="On to the conductor").tap()
    page.get_by_role("button", name="Take 1.5 mm², on to the ends").tap()
    expect(page.locator("#figures")).not_to_contain_text("not taken")
    typed(page, "Over all, measured", "8.2 mm")
    page.get_by_role("button", name="Settle the ends").tap()
    page.get_by_role("button", name="Settle the cut").tap()
    page.get_by_role("link", name="Begin at the bench").tap()
    page.wait_for_url(re.compile("/build/bench"))
    return page.url.split("/leads/")[1].split("/")[0]


def build_by_touch(page):
    for _ in range(40):
        if page.locator("#headline").inner_text().startswith("Built"):
            return
        for box in page.locator('#bench input[name="on"]').all():
            box.tap()
        at = page.locator(".bench-top .mono").inner_text()
        page.locator("#bench-done button").last.tap()
        expect(page.locator(".bench-top .mono")).not_to_have_text(at)
    raise AssertionError("it was not built in forty presses")


def prove_by_touch(page, store, tag):
    for question in page.locator(".looks li").all():
        question.get_by_role("button", name="yes").tap()
        all_kept(page)
    page.get_by_role("link", name=re.compile("bench", re.I)).last.tap()
    page.wait_for_url(re.compile("/prove/bench"))
    while (asked := plan_of(store.get(tag).lead).prove.next_probe) is not None:
        before = page.locator("#headline").inner_text()
        page.get_by_role("button", name="sounds" if asked.sounds else "silent").tap()
        expect(page.locator("#headline")).not_to_have_text(before)
    page.get_by_role("link", name="on to measuring").tap()
    page.locator(".bench-top a").tap()
    page.get_by_label("Insulation tested at").fill("500 V")
    for line, text in READ.items():
        page.locator(f"#reading-{line}").tap()
        page.locator(f"#reading-{line}").fill(text)
        page.locator("#question").tap()
        all_kept(page)


@long_run
def test_a_builder_and_a_prover_take_a_lead_to_its_seal_while_the_keeper_watches(
    browser_of, keeper, served
):
    store = served[1]
    keeper.locator(
        'form:has([value="someone_else_proves"]) button', has_text="It is a rule here"
    ).click()
    telephone, tablet, stranger = (
        browser_of(390, 844, True),
        browser_of(820, 1180, True),
        browser_of(390, 844),
    )
    sign_in(telephone, "rowan marsh", "Rowan's telephone")
    sign_in(tablet, "Vera Holt", "Tablet at the tester")

    tag = plan_by_touch(telephone)
    keeper.goto(f"/leads/{tag}/build")
    expect(keeper.locator("#others")).to_contain_text("Rowan Marsh has it at a bench now")
    build_by_touch(telephone)
    expect(keeper.locator("#ribbon")).to_contain_text("5 Build")
    expect(keeper.locator("main")).to_contain_text("Rowan Marsh", timeout=SOON)
    telephone.locator("summary", has_text="Hand it over").tap()
    telephone.get_by_label("To", exact=True).select_option("Vera Holt")
    telephone.get_by_label("With a word").fill("the grip wants a second look")
    telephone.get_by_role("button", name="Hand it over").tap()
    expect(keeper.locator("#others")).to_contain_text(
        "Handed to Vera Holt by Rowan Marsh", timeout=SOON
    )

    telephone.wait_for_url(re.compile("/prove$"))
    expect(telephone.locator("main")).to_contain_text("Rowan Marsh is here as a builder")
    expect(telephone.locator(".looks button").first).to_be_hidden()

    tablet.goto("/bench")
    expect(tablet.locator(".handed-bar")).to_contain_text("the grip wants a second look")
    tablet.get_by_role("button", name="I have it now").tap()
    expect(tablet.locator(".handed-bar")).to_have_count(0)
    tablet.goto(f"/leads/{tag}/prove")
    prove_by_touch(tablet, store, tag)
    tablet.get_by_role("link", name="On to the tag").tap()
    expect(tablet.locator(".seal-form")).to_contain_text("signed Vera Holt")
    tablet.get_by_role("button", name="Seal the record").tap()
    expect(tablet.get_by_role("heading", name="Sealed as number")).to_be_visible()
    expect(keeper.locator("main")).to_contain_text("Sealed: the record is frozen", timeout=SOON)

    lead, seal = store.get(tag).lead, store.seal_of(tag)
    assert {d.by for d in lead.build.done} == {"Rowan Marsh"}
    assert {x.by for x in (*lead.proof.looks, *lead.proof.readings)} == {"Vera Holt"}
    assert (seal.sealed_by, seal.record["tag"]["made_by"]) == ("Vera Holt", "Rowan Marsh")
    assert store.faults_of_log() == []

    for address in ("/bench", f"/leads/{tag}", f"/leads/{tag}/certificate.pdf", "/stores"):
        stranger.goto(address)
        expect(stranger.get_by_role("heading", name="Sign this device in")).to_be_visible()
        assert tag not in stranger.content().replace(f"back={address}", "").replace(
            f'value="{address}"', ""
        )


@long_run
def test_a_builder_who_may_prove_does_not_pass_their_own_work(browser_of, keeper, served):
    store = served[1]
    keeper.locator(
        'form:has([value="someone_else_proves"]) button', has_text="It is a rule here"
    ).click()
    row = keeper.get_by_role("row", name="Rowan Marsh").first
    row.get_by_label("Role of Rowan Marsh").select_option("prover")
    row.get_by_role("button", name="Set it").click()
    telephone = browser_of(390, 844, True)
    sign_in(telephone, "Rowan Marsh", "Rowan's telephone")
    telephone.goto("/leads/TR-0019/build/bench")
    build_by_touch(telephone)
    telephone.goto("/leads/TR-0019/prove")
    before = store.get("TR-0019").lead.proof
    telephone.locator('.looks button[value="B-shut yes"]').tap()
    expect(telephone.get_by_role("heading", level=1)).to_contain_text("it is not yours to pass")
    assert store.get("TR-0019").lead.proof == before


def test_who_is_signed_out_loses_nothing_typed_and_people_change_by_a_pin(
    browser_of, keeper, served
):
    store = served[1]
    tablet = browser_of(820, 1180, True)
    sign_in(tablet, "Rowan Marsh", "Tablet at the vice")
    tablet.goto("/who")
    tablet.get_by_label("PIN, 4 to 8 digits").fill("4071")
    tablet.get_by_role("button", name="Keep this PIN").tap()
    expect(tablet.get_by_role("status")).to_contain_text("Your PIN is kept")
    tablet.goto("/leads/TR-0023/brief")
    keeper.goto("/people")
    device = keeper.get_by_role("row", name="Tablet at the vice")
    device.get_by_role("button", name="Throw it out").click()
    expect(device).to_have_count(0)
    tablet.get_by_label("Run, one way").fill("21 m")
    expect(tablet.locator("#kept")).to_contain_text("Nobody is signed in on this device")
    expect(tablet.get_by_label("Run, one way")).to_have_value("21 m")
    tablet.locator("#kept a").tap()
    tablet.get_by_label("Your name").fill("Vera Holt")
    tablet.get_by_label("Your passphrase").fill(PASSPHRASE)
    tablet.get_by_role("button", name="Sign in").tap()
    expect(tablet.get_by_label("Run, one way")).to_have_value("21 m")
    all_kept(tablet)
    assert store.get("TR-0023").lead.brief.run_m == 21.0
    assert store.journal("TR-0023")[-1].by == "Vera Holt", "whoever keeps it signs it"

    tablet.get_by_role("link", name="Vera Holt").tap()
    tablet.locator("summary", has_text="Rowan Marsh").tap()
    tablet.get_by_label("PIN").fill("1111")
    tablet.get_by_role("button", name="I am here").tap()
    expect(tablet.get_by_role("alert")).to_contain_text("not the PIN of Rowan Marsh")
    tablet.get_by_label("PIN").fill("4071")
    tablet.get_by_role("button", name="I am here").tap()
    expect(tablet.get_by_role("link", name="Rowan Marsh")).to_be_visible()
    expect(tablet).to_have_url(re.compile("/leads/TR-0023/brief"))
