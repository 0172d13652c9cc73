"""Where the program listens: other machines are let in only once there is a keeper; TLS; a proxy."""

import http.client
import socket
import ssl
import threading
import time
from contextlib import ExitStack
from datetime import UTC, datetime
from functools import partial

import pytest
import trustme
from click.testing import CliRunner

from euthyne.cli import main, open_store
from euthyne.cli.doors import EVERYWHERE, OWN, Doors
from euthyne.cli.server import Server, server_for
from euthyne.store.people import PeopleStore
from euthyne.web import create_app

PASSPHRASE = "gravel sounds over lamp"


def run(*args, text=None):
    answer = CliRunner().invoke(main, [str(a) for a in args], input=text)
    assert answer.exception is None or isinstance(answer.exception, SystemExit)
    return answer.exit_code, answer.output


def enter_a_keeper(folder):
    run("people", "add", "Kim Lund", "--passphrase", PASSPHRASE, "--data", folder)


@pytest.mark.parametrize("door", [("--lan",), ("--host", "0.0.0.0"), ("--behind", "127.0.0.1")])
def test_other_devices_are_let_in_only_once_there_is_a_keeper(folder, door):
    status, said = run("serve", *door, "--data", folder)
    assert status == 1
    assert f'euthyne people add "NAME" --data "{folder}"' in said


def test_a_keeper_is_entered_at_the_terminal_and_asked_for_a_passphrase(folder):
    status, said = run(
        "people", "add", "Rowan Marsh", "--role", "builder", "--data", folder, text="\n"
    )
    assert status != 0
    asked = f"{PASSPHRASE}\n{PASSPHRASE}\n"
    status, said = run(
        "people", "add", "Rowan Marsh", "--role", "builder", "--data", folder, text=asked
    )
    assert status == 1 and "first has to be a keeper" in said
    status, said = run("people", "add", "Kim Lund", "--data", folder, text=asked)
    assert status == 0 and "Kim Lund is entered as keeper" in said
    assert PASSPHRASE not in said
    assert run("people", "list", "--data", folder)[1] == "Kim Lund, keeper\n"
    other = "candle brick under noon"
    status, said = run("people", "passphrase", "kim lund", "--passphrase", other, "--data", folder)
    assert (status, said) == (0, "Kim Lund signs in with the new passphrase.\n")
    assert (
        "nobody of that name"
        in run("people", "passphrase", "Bo", "--passphrase", other, "--data", folder)[1].lower()
    )
    people = PeopleStore(open_store(folder).engine)
    assert people.sign_in("Kim Lund", other, "Desk", "192.0.2.7", datetime.now(UTC))


@pytest.mark.parametrize(
    ("given", "said"),
    [
        (("--cert", "pyproject.toml"), "TLS wants both"),
        (("--lan", "--host", "192.0.2.1"), "not both"),
        (("--host", ""), "--host wants an address of this machine"),
        (("--cert", "pyproject.toml", "--key", "pyproject.toml"), "no certificate with its key"),
        (("--cert", "no-such-file", "--key", "pyproject.toml"), "does not exist"),
    ],
)
def test_doors_that_can_not_be_opened_are_told_of(folder, given, said):
    status, told = run("serve", *given, "--data", folder)
    assert status != 0 and said in told


@pytest.mark.parametrize("host", ["127.0.0.2", "localhost", OWN])
def test_it_answers_at_the_address_it_prints(folder, monkeypatch, host):
    served = []

    class Ended:
        def __init__(self, app, doors):
            served.append((app, doors))

        def run(self):
            pass

    monkeypatch.setattr("euthyne.cli.server.server_for", Ended)
    status, told = run("serve", "--host", host, "--data", folder)
    (app, doors), base = served[0], f"http://{host}:8460"
    assert status == 0 and f"Euthyne is on {base}" in told and not doors.let_others_in
    assert app.test_client().get("/bench", base_url=base).status_code == 200


def test_an_address_of_another_machine_is_told_of(folder):
    enter_a_keeper(folder)
    status, told = run("serve", "--host", "203.0.113.5", "--data", folder)
    assert status == 1 and "This machine has no address 203.0.113.5" in told


def test_doors_say_who_can_come_in_and_who_can_listen(tmp_path):
    own, everywhere = Doors(OWN, 8460), Doors(EVERYWHERE, 8460)
    secure = Doors(EVERYWHERE, 8460, tmp_path, tmp_path)
    assert not own.let_others_in and not own.in_the_clear
    assert everywhere.let_others_in and everywhere.in_the_clear and everywhere.names
    assert secure.let_others_in and not secure.in_the_clear
    assert (secure.address, Doors("::1", 80).address) == (
        "https://127.0.0.1:8460",
        "http://[::1]:80",
    )
    assert Doors("192.0.2.1", 80).names == ("192.0.2.1",)
    assert Doors(OWN, 80, behind="127.0.0.1").let_others_in


@pytest.fixture
def listening(folder):
    """Starts a server at its doors, and stops it after the test."""
    started = []

    def start(doors, *names):
        server = server_for(create_app(open_store(folder), folder, names=names), doors)
        work = server.server.serve if doors.cert else server.serve
        thread = threading.Thread(target=work, daemon=True)
        thread.start()
        started.append((server, thread, doors))
        return server.server

    yield start
    for server, thread, doors in started:
        server.server.stop() if doors.cert else server.stop()
        thread.join(timeout=10)


def test_over_tls_the_cookie_is_kept_to_tls(folder, tmp_path, listening):
    authority = trustme.CA()
    made = authority.issue_cert("localhost")
    cert, key = tmp_path / "cert.pem", tmp_path / "key.pem"
    made.cert_chain_pems[0].write_to_path(cert)
    made.private_key_pem.write_to_path(key)
    enter_a_keeper(folder)
    server = listening(Doors(OWN, 0, cert, key))
    context = ssl.create_default_context(cadata=authority.cert_pem.bytes().decode())
    asked = http.client.HTTPSConnection(
        "localhost", server.bind_addr[1], context=context, timeout=10
    )
    asked.request("GET", "/sign-in")
    answer = asked.getresponse()
    cookie = answer.headers["Set-Cookie"]
    assert answer.status == 200 and "Sign this device in" in answer.read().decode()
    assert all(word in cookie for word in ("Secure", "HttpOnly", "SameSite=Lax"))
    asked.request("GET", "/bench", headers={"Host": "evil.example"})
    assert asked.getresponse().status == 400


@pytest.mark.parametrize(("behind", "secure"), [(OWN, True), ("", False)])
def test_only_a_named_proxys_word_is_taken(folder, listening, behind, secure):
    enter_a_keeper(folder)
    server = listening(Doors(OWN, 0, behind=behind), "tarn.example")
    asked = http.client.HTTPConnection(OWN, server.effective_port, timeout=10)
    told = {
        "X-Forwarded-Proto": "https",
        "X-Forwarded-Host": "tarn.example",
        "X-Forwarded-For": "192.0.2.7",
    }
    asked.request("GET", "/sign-in", headers=told)
    answer = asked.getresponse()
    assert ("Secure" in answer.headers["Set-Cookie"]) is secure
    answer.read()
    told["X-Forwarded-Host"] = "evil.example"
    asked.request("GET", "/sign-in", headers=told)
    assert asked.getresponse().status == (400 if behind else 200)


def test_a_request_that_outlasts_the_end_writes_into_no_file(tmp_path, monkeypatch):
    begun, go_on = threading.Event(), threading.Event()

    def slow(environ, start):
        begun.set()
        go_on.wait(10)
        start("200 OK", [("Content-Length", "4")])
        return [b"late"]

    monkeypatch.setattr("euthyne.cli.server.FINISHING", 0.05)
    server = Server(slow, Doors(OWN, 0))
    workers = server.server.task_dispatcher
    monkeypatch.setattr(workers, "shutdown", partial(workers.shutdown, timeout=0.1))
    thread = threading.Thread(target=server.serve, daemon=True)
    thread.start()
    with socket.create_connection((OWN, server.server.effective_port)) as asked:
        asked.sendall(b"GET / HTTP/1.0\r\n\r\n")
        assert begun.wait(5)
        server.stop()
        thread.join(timeout=5)
        assert not thread.is_alive()
        # Whatever is opened now takes the numbers of what the end has closed.
        with ExitStack() as opened:
            names = [tmp_path / f"file-{n}" for n in range(20)]
            for name in names:
                opened.enter_context(name.open("wb"))
            go_on.set()
            for _ in range(200):
                if not workers.threads:
                    break
                time.sleep(0.02)
            assert [name.stat().st_size for name in names] == [0] * 20
