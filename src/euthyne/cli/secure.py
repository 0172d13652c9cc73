"""What one visitor may hold of the server that speaks TLS, where each request under way holds a reader."""

import logging
import socket
import threading
import time
from contextlib import suppress
from typing import Any

from cheroot.server import HTTPConnection, HTTPRequest
from cheroot.ssl.builtin import BuiltinSSLAdapter
from cheroot.wsgi import Server

from euthyne.cli.limits import TO_ASK, TO_SEND

# Requests of one address under way at once.
MOST_READ_OF_ONE = 12


class Listening(Server):
    """Listens, and tells of what the program itself broke: a connection that broke off is nobody's
    trouble.
    """

    def error_log(self, msg: str = "", level: int = logging.INFO, traceback: bool = False) -> None:
        """Something went wrong with a connection, or with an answer."""
        if level >= logging.ERROR:
            logging.getLogger("euthyne").log(level, msg, exc_info=traceback)


class TlsRequest(HTTPRequest):
    """A request over TLS: once it is read, what comes with it has its own time."""

    def parse_request(self) -> None:
        """Read what is asked."""
        super().parse_request()
        self.conn.until = time.monotonic() + TO_SEND


class SecureConnection(HTTPConnection):
    """A connection over TLS, that has only so long while a reader waits for it."""

    RequestHandlerClass = TlsRequest
    until: float | None = None

    def communicate(self) -> bool:
        """Read one request and answer it; False where the connection is to be closed."""
        readers = self.server.requests._threads
        same = [t for t in readers if t.conn and t.conn.remote_addr == self.remote_addr]
        if len(same) > MOST_READ_OF_ONE:
            return False
        self.until = time.monotonic() + TO_ASK
        try:
            return bool(super().communicate())  # type: ignore[no-untyped-call]
        finally:
            self.until = None


class LateHandshake(BuiltinSSLAdapter):
    """TLS whose handshake is made by a reader, so that whoever makes none holds up only that one."""

    def wrap(self, sock: Any) -> tuple[Any, dict[str, str]]:
        """The socket, its handshake not made yet, and what the application is told of it."""
        made = self.context.wrap_socket(sock, do_handshake_on_connect=False, server_side=True)
        return made, {"wsgi.url_scheme": "https", "HTTPS": "on"}


class Watch(threading.Thread):
    """Closes connections over TLS whose time is up."""

    def __init__(self, server: Any) -> None:
        super().__init__(daemon=True, name="slow connections")
        self.server, self.told = server, threading.Event()

    def run(self) -> None:
        """Once a second."""
        while not self.told.wait(1.0):
            now = time.monotonic()
            for reader in list(self.server.requests._threads):
                conn = reader.conn
                if conn is not None and (getattr(conn, "until", None) or now) < now:
                    with suppress(OSError):
                        socket.socket.shutdown(conn.socket, socket.SHUT_RDWR)
