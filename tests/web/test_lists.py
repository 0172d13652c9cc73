"""Lists over years: found by words, a page at a time, the Bench folded; kept with every change."""

import re
from datetime import date, timedelta

import pytest
from icalendar import Calendar
from person import words

from euthyne.store.leads import ListQuery


@pytest.fixture
def years(after_years, store):
    return store


def tags_on(page):
    return re.findall(r'class="mono"><a href="/leads/([\w-]+)"', page)


@pytest.mark.parametrize(
    ("typed", "found"),
    [
        ("TR-0023", "TR-0023"),
        ("23", "TR-0023"),
        ("tr23", "TR-0023"),
        ("tr-23", "TR-0023"),
        ("TR 0023", "TR-0023"),
        ("hut to dome", "TR-0023"),
        ("DOME exten", "TR-0023"),
        ("balance", "TR-0022"),
        ("H07RN-F", "TR-0023"),
        ("inverter", "TR-0014"),
        ("welder work", "TR-0020"),
    ],
)
@pytest.mark.usefixtures("at_tarn_ridge")
def test_a_lead_is_found_by_what_it_is_called_made_of_or_tagged(person, typed, found):
    assert found in tags_on(person.open(f"/leads?q={typed}"))


@pytest.mark.parametrize(
    "typed", ["volts", "xylophone", '"', "* OR *", "found:", "NEAR(", "'", "-"]
)
@pytest.mark.usefixtures("at_tarn_ridge")
def test_words_of_the_file_itself_and_signs_find_nothing(person, typed):
    page = person.client.get("/leads", query_string={"q": typed})
    assert page.status_code == 200
    assert "No lead has these words" in words(page.text)


@pytest.mark.usefixtures("at_tarn_ridge")
def test_a_lead_is_found_by_its_new_name_at_once_and_by_its_old_no_more(person):
    assert "TR-0017" in tags_on(person.open("/leads?q=fan"))
    person.send("/leads/TR-0017/brief", name="Lantern room feed")
    assert tags_on(person.open("/leads?q=lantern")) == ["TR-0017"]
    assert "TR-0017" not in tags_on(person.open("/leads?q=fan"))


def test_every_lead_comes_once_page_by_page(person, years):
    address, found, pages = "/leads", [], 0
    while address:
        page = person.open(address)
        found += tags_on(page)
        pages += 1
        older = re.search(r'href="(/leads\?[^"]*after=[^"]*)"', page)
        address = older[1].replace("&amp;", "&") if older else ""
    assert len(found) == len(set(found)) == 151
    assert pages == 6


def test_the_pages_of_a_search_follow_on(years):
    first = years.listed(ListQuery("observatory"))
    second = years.listed(ListQuery("observatory", after=first.more))
    tags = [h.lead.tag for h in first.leads + second.leads]
    assert len(tags) == len(set(tags)) == 60
    assert tags == sorted(tags, reverse=True)


def test_leads_with_the_whole_word_come_first_and_none_twice(years, person):
    for tag, name in (("TR-0017", "lamp"), ("TR-0023", "lamppost")):
        person.send(f"/leads/{tag}/brief", name=name)
    pages, after = [], ""
    while not pages or after:
        page = years.listed(ListQuery("lamp", after=after, many=1))
        pages, after = [*pages, page.leads[0].lead.tag], page.more
    assert pages.index("TR-0017") < pages.index("TR-0023")
    assert len(pages) == len(set(pages)) == len(years.all("lamp"))


def test_the_bench_folds_beyond_thirty_and_counts_the_rest(person, years):
    page = person.open("/bench")
    assert page.count('class="in-hand-ribbon"') == 30
    assert "68 leads in hand, the 30 next due drawn" in words(page)
    folded = sum(map(int, re.findall(r"(\d+) (?:more|leads?) of these", words(page))))
    assert folded == 38


def test_what_is_wanted_by_a_day_comes_first(years):
    tags = [h.lead.tag for h in years.in_hand(2).leads]
    assert tags == ["TR-0019", "TR-0018"]


def test_a_group_leads_to_its_leads(person, years):
    page = person.open("/leads?at=ends")
    assert "In hand at 3 Ends" in words(page)
    assert tags_on(page)


def test_a_lead_put_away_leaves_every_list(person, years):
    years.put_away("TR-0023", True, "2026-11-26T10:00:00+00:00", "RM")
    assert "TR-0023" not in tags_on(person.open("/leads?q=hut dome"))
    assert "TR-0023" not in person.open("/bench")
    assert "TR-0023" in tags_on(person.open("/leads?away="))


def test_sealed_leads_come_due(person, years):
    due = years.due("9999-12-31", 3)
    assert [day for _, _, day, _ in due] == sorted(x[2] for x in due)
    assert due[0][2] < date.today().isoformat()
    assert due[0][0] in person.open("/bench")


def test_the_next_tag_goes_on_from_the_highest_of_its_series(person, years):
    person.send("/leads/new", start="cord-bs")
    assert years.newest() is not None
    assert years.get("TR-0163").lead.kind == "mains-cord"


def test_what_is_short_follows_what_is_settled(person, at_tarn_ridge, store):
    before = {n.key for n in store.wanted()}
    assert "cable:H07RN-F 3G2.5" in before
    person.send("/leads/TR-0018/brief", brief__run_m="1 m")
    after = {n.key: n.amount for n in store.wanted()}
    assert set(after) == before
    assert sum(after.values()) > 0


@pytest.mark.parametrize("after", ["9" * 60, "-1", "²", "2026-11-26 " + "9" * 40, "x y", "' --"])
@pytest.mark.parametrize("more", ["", "&q=observatory", "&away=", "&at=ends"])
@pytest.mark.usefixtures("at_tarn_ridge")
def test_a_place_in_a_list_that_is_none_is_passed_over(person, after, more):
    assert person.client.get(f"/leads?after={after}{more}").status_code == 200


@pytest.mark.parametrize("number", ["9" * 60, "-1", "x", "²"])
@pytest.mark.usefixtures("at_tarn_ridge")
def test_numbers_that_no_row_has_are_not_there(person, number):
    line = person.client.post("/leads/TR-0023/log/put-back", data={"line": number})
    assert line.status_code in (400, 409)
    assert person.client.get(f"/leads/TR-0023/leaflets/{number}").status_code == 404


class In2021(date):
    @classmethod
    def today(cls):
        return cls(2021, 6, 1)


def test_the_calendar_gives_what_lies_ahead_however_much_was_missed(person, years, monkeypatch):
    monkeypatch.setattr("euthyne.web.afterlife.MOST_OVERDUE", 3)
    monkeypatch.setattr("euthyne.web.afterlife.OVERDUE", timedelta(days=4000))
    monkeypatch.setattr("euthyne.web.afterlife.date", In2021)
    told = Calendar.from_ical(person.client.get("/retests.ics").data)
    days = [event["DTSTART"].dt.isoformat() for event in told.events]
    ahead = [x for x in years.due("9999-12-30", 9999) if x[2] >= "2021-06-01"]
    assert len(ahead) > 20
    assert sum(day >= "2021-06-01" for day in days) == len(ahead)
    assert sum(day < "2021-06-01" for day in days) == 3
    summaries = {str(event["SUMMARY"]) for event in told.events}
    assert {f"Test {tag} again: {name}" for tag, name, _, _ in ahead} <= summaries
