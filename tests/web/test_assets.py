"""What a browser is sent beside a page: little, once, and never of another program."""

import gzip
import re

import pytest

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
SMALL = {"Accept-Encoding": "gzip"}


def linked(page):
    return re.findall(r'(?:href|src)="(/static/[^"]+)"', page)


def test_a_first_visit_asks_for_few_things_and_little(person):
    answer = person.client.get("/bench", headers=SMALL)
    page = gzip.decompress(answer.data).decode()
    # The large mark is for a telephone that puts the page among its programs.
    wanted = {address for address in linked(page) if "mark-192" not in address}
    sent = [person.client.get(address, headers=SMALL) for address in wanted]
    sheet = next(x for x in sent if x.mimetype == "text/css")
    fonts = set(
        re.findall(r'url\("\.\./(vendor/fonts/[^"]+)"', gzip.decompress(sheet.data).decode())
    )
    sent += [person.client.get(f"/static/{font}") for font in fonts]
    assert len(fonts) == 3 and all(x.status_code == 200 for x in sent)
    assert len(sent) + 1 <= 10
    assert sum(len(x.data) for x in (answer, *sent)) < 130_000


def test_what_has_its_sum_in_its_address_is_kept_for_good_and_what_has_none_is_asked_for_again(
    person,
):
    for address in set(linked(person.open("/bench"))):
        assert "immutable" in person.client.get(address).headers["Cache-Control"], address
    assert "immutable" not in person.client.get("/static/mark.svg").headers["Cache-Control"]


def test_a_script_of_another_program_is_not_there(person):
    for wrong in ("/static/js/euthyne-000000000000.js", "/static/css/euthyne-000000000000.css"):
        assert person.client.get(wrong).status_code == 404
    assert person.client.get("/static/fonts/euthyne-000000000000.css").status_code == 404


def test_a_page_that_carries_a_key_is_not_compressed_where_somebody_may_listen(person):
    over_tls = person.client.get("/bench", headers=SMALL, base_url="https://localhost")
    assert "Content-Encoding" not in over_tls.headers
    assert person.client.get("/bench").headers.get("Content-Encoding") is None


def test_what_was_compressed_is_what_would_have_been_sent(person):
    for kind in ("css", "js"):
        address = next(x for x in linked(person.open("/bench")) if x.endswith(kind))
        whole, small = person.client.get(address), person.client.get(address, headers=SMALL)
        assert gzip.decompress(small.data) == whole.data
        assert len(small.data) < len(whole.data) / 3
