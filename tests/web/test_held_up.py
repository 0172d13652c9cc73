"""Whoever sends a letter now and then, opens connections and says nothing, or tries names without end, holds
up nobody who is in.
"""

import http.client
import socket
import ssl
import statistics
import threading
import time
from contextlib import suppress

import pytest
import trustme
from person import PASSPHRASE

from euthyne.cli import open_store
from euthyne.cli.doors import OWN, Doors
from euthyne.cli.limits import MOST_OF_ONE
from euthyne.cli.server import server_for
from euthyne.core.people.roles import Role
from euthyne.web import access, create_app


@pytest.fixture
def served(folder, with_demo, tmp_path):
    """A server with somebody entered, in the clear or over TLS; its port."""
    with_demo(folder)
    started = []

    def start(cert=None, key=None):
        app = create_app(open_store(folder), folder)
        app.config["WTF_CSRF_ENABLED"] = False
        app.extensions["people"].add("Kim Lund", Role.KEEPER, PASSPHRASE, access.moment())
        server = server_for(app, Doors(OWN, 0, cert, key))
        if cert:
            server.watch.start()
        thread = threading.Thread(target=server.server.serve if cert else server.serve, daemon=True)
        thread.start()
        started.append((server, thread, cert))
        return server.server.bind_addr[1] if cert else server.server.effective_port

    yield start
    for server, thread, cert in started:
        server.server.stop() if cert else server.stop()
        thread.join(timeout=10)


class Visitor:
    """Somebody with a cookie who opens pages, each on a connection of its own."""

    def __init__(self, port, address=OWN):
        self.port, self.address, self.cookie = port, address, ""

    def ask(self, method, path, body=None, headers=None):
        asked = http.client.HTTPConnection(
            OWN, self.port, timeout=60, source_address=(self.address, 0)
        )
        more = {"Cookie": self.cookie} | (headers or {})
        asked.request(method, path, body, more)
        answer = asked.getresponse()
        answer.read()
        self.cookie = (answer.headers["Set-Cookie"] or self.cookie).partition(";")[0]
        asked.close()
        return answer.status

    def sign_in(self, name="Kim Lund", passphrase=PASSPHRASE):
        form = f"name={name}&passphrase={passphrase}&device=Desk".replace(" ", "+")
        kind = {"Content-Type": "application/x-www-form-urlencoded"}
        return self.ask("POST", "/sign-in", form, kind)


def median_of_pages(visitor, many=15):
    times = []
    for _ in range(many):
        begun = time.monotonic()
        assert visitor.ask("GET", "/leads") == 200
        times.append(time.monotonic() - begun)
    return statistics.median(times)


def test_four_clients_that_try_names_without_end_hold_up_nobody_who_is_in(served):
    port = served()
    kim = Visitor(port)
    assert kim.sign_in() == 303
    alone = median_of_pages(kim)
    going, tried = threading.Event(), []

    def flood(number):
        client = Visitor(port, f"127.0.0.{10 + number}")
        while not going.is_set():
            with suppress(OSError, http.client.HTTPException):
                tried.append(client.sign_in(f"Nobody {number} {len(tried)}", "wrong wrong wrong"))

    clients = [threading.Thread(target=flood, args=(n,)) for n in range(4)]
    for client in clients:
        client.start()
    try:
        time.sleep(2)
        beside = median_of_pages(kim)
    finally:
        going.set()
        for client in clients:
            client.join()
    assert len(tried) > 60, "each address was told to wait, not waited for"
    assert beside < 5 * alone + 0.2, (beside, alone)


def test_connections_that_say_nothing_hold_up_nobody(served):
    port = served()
    kim = Visitor(port, "127.0.0.9")
    assert kim.sign_in() == 303
    alone = median_of_pages(kim)
    half_open = []
    for number in range(400):
        with suppress(OSError):
            one = socket.create_connection((OWN, port), 5)
            one.sendall(b"GET /bench HTTP/1.1\r\nX-Slow: " + b"a" * (number % 5))
            half_open.append(one)
    beside = median_of_pages(kim)
    assert beside < 5 * alone + 0.2, (beside, alone)
    still = sum(alive(one) for one in half_open)
    assert still <= MOST_OF_ONE + 1
    for one in half_open:
        one.close()


def alive(connection):
    connection.setblocking(False)
    try:
        return connection.recv(1) != b""
    except BlockingIOError:
        return True
    except OSError:
        return False


def test_a_request_that_does_not_end_is_closed(served, monkeypatch):
    monkeypatch.setattr("euthyne.cli.limits.TO_ASK", 1.0)
    slow = socket.create_connection((OWN, served()), 5)
    begun = time.monotonic()
    slow.settimeout(30)
    with suppress(OSError):
        slow.sendall(b"GET /bench HTTP/1.1\r\n")
        while time.monotonic() - begun < 30:
            slow.sendall(b"a")
            time.sleep(0.5)
    assert time.monotonic() - begun < 15


def test_over_tls_as_well(served, tmp_path, monkeypatch):
    """30 connections that send a letter now and then, and as many that make no handshake."""
    monkeypatch.setattr("euthyne.cli.secure.TO_ASK", 3.0)
    authority = trustme.CA()
    made = authority.issue_cert("localhost")
    cert, key = tmp_path / "cert.pem", tmp_path / "key.pem"
    made.cert_chain_pems[0].write_to_path(cert)
    made.private_key_pem.write_to_path(key)
    port = served(cert, key)
    context = ssl.create_default_context(cadata=authority.cert_pem.bytes().decode())
    silent = [socket.create_connection((OWN, port), 5) for _ in range(30)]
    slow = []
    for _ in range(10):
        with suppress(OSError):
            one = context.wrap_socket(
                socket.create_connection((OWN, port), 10), server_hostname="localhost"
            )
            one.sendall(b"GET /bench HTTP/1.1\r\n")
            slow.append(one)
    begun = time.monotonic()
    asked = http.client.HTTPSConnection(
        "localhost", port, context=context, timeout=30, source_address=("127.0.0.9", 0)
    )
    asked.request("GET", "/sign-in")
    assert asked.getresponse().status == 200
    assert time.monotonic() - begun < 8
    for one in (*silent, *slow):
        one.close()
