"""A person who opens pages and fills forms, without scripts."""

import re
from html import unescape

PASSPHRASE = "gravel sounds over lamp"
NAMES = {"Sam Ito": "reader", "Rowan Marsh": "builder", "Vera Holt": "prover", "Kim Lund": "keeper"}


class Person:
    """Uses the pages as a browser without scripts would: opens them, fills forms, follows where
    they lead.
    """

    def __init__(self, app):
        self.client = app.test_client()

    def open(self, address, code=200):
        answer = self.client.get(address, follow_redirects=True)
        assert answer.status_code == code, f"{address}: {words(answer.text)[:600]}"
        return one_space(answer.text)

    def send(self, address, code=200, part=False, **fields):
        fields = {k.replace("__", "."): v for k, v in fields.items()}
        headers = {"HX-Request": "true"} if part else {}
        answer = self.client.post(address, data=fields, headers=headers, follow_redirects=True)
        assert answer.status_code == code, f"{address}: {words(answer.text)[:600]}"
        return one_space(answer.text)

    def confirm(self, tag, step, **more):
        """Confirms a step at the bench; at a gate every part it asks for is ticked first."""
        bench = self.open(f"/leads/{tag}/build/bench?step={step.replace('+', '%2B')}")
        asked = [unescape(x) for x in re.findall(r'name="on" value="([^"]+)"', bench)]
        data = {"step": step, "initials": "RM", "on": asked} | more
        return self.client.post(f"/leads/{tag}/build/done", data=data, follow_redirects=True)

    def opened(self, address):
        """What the form of a page was opened with, as its hidden field says."""
        return unescape(re.search(r'id="seen" value="([^"]*)"', self.open(address))[1])


# The token of a page's forms: drawn at random, so that whatever one looks for might stand in it.
TOKEN = re.compile(r'(?<=")I[\w-]{40,}\.[\w-]+\.[\w-]+(?=")')


def one_space(page):
    """A page with its white space as a browser takes it, without the token of its forms."""
    return re.sub(r"\s+", " ", TOKEN.sub("", page))


def words(page):
    """What a page says, without its marking."""
    return one_space(unescape(re.sub(r"<[^>]+>", " ", page)))
