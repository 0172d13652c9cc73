"""Where the code of a label leads: asked when the first is made, never taken from a request."""

import pytest
from person import words

from euthyne.web.tag import _address

pytestmark = pytest.mark.usefixtures("at_tarn_ridge")
TAG = "/leads/TR-0012/tag"


def say(person, address):
    return person.client.post(
        "/leads/TR-0012/tag/address", data={"address": address}, follow_redirects=True
    )


@pytest.fixture
def unsaid(store, at_tarn_ridge):
    store.set("address", "")


@pytest.mark.usefixtures("unsaid")
def test_a_label_bears_no_code_until_somebody_says_where_it_leads(person, store, app):
    page = person.open(TAG)
    assert "It may bear a code that opens its record" in words(page)
    for paper in ("label.pdf?form=tag", "label.pdf?form=flag", "certificate.pdf"):
        assert paper in page
        assert person.client.get(f"/leads/TR-0012/{paper}").status_code == 200
    assert "The code on every label of this log opens it at" in words(page)
    assert page.count("<rect") < 50, "a code that opens nothing is not drawn"
    bare = person.client.get("/leads/TR-0012/label.svg").text.count("v")
    say(person, "http://192.168.1.20:8460/")
    assert store.setting("address") == "http://192.168.1.20:8460"
    assert "Its code opens http://192.168.1.20:8460" in words(person.open(TAG))
    assert person.client.get("/leads/TR-0012/label.svg").text.count("v") > bare + 100  # its cells
    with app.test_request_context(headers={"Host": "localhost"}):
        assert _address("TR-0012") == "http://192.168.1.20:8460/leads/TR-0012"


@pytest.mark.usefixtures("unsaid")
def test_this_machine_alone_is_said_to_be_that(person):
    say(person, "http://127.0.0.1:8460")
    assert "only this machine itself opens that" in words(person.open(TAG))


@pytest.mark.usefixtures("unsaid")
@pytest.mark.parametrize(
    "given",
    ["", "bench", "javascript:alert(1)", "http://a/b", "http://x y", "ftp://x", "http://é\n"],
)
def test_what_is_no_address_is_refused(person, store, given):
    answer = say(person, given)
    assert answer.status_code == 409
    assert "is no address" in words(answer.text)
    assert store.setting("address") == ""


def test_a_label_is_laid_in_the_out_tray(person, app):
    page = person.send("/leads/TR-0012/label/print", form="flag")
    assert "It lies in the folder out-tray beside this log, as TR-0012 flag.pdf" in words(page)
    laid = app.extensions["label printer"].folder / "TR-0012 flag.pdf"
    assert laid.read_bytes().startswith(b"%PDF")
    person.send("/leads/TR-0012/label/print", code=404, form="poster")
