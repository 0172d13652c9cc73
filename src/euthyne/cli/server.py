"""The server: it answers until it is told to stop, and then finishes what it has begun."""

import errno
import gc
import logging
import signal
import socket
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from threading import Lock
from typing import TYPE_CHECKING, Any

import click
from waitress import create_server
from waitress.wasyncore import dispatcher, loop

from euthyne.cli.doors import Doors
from euthyne.cli.limits import Channel

if TYPE_CHECKING:
    from flask import Flask

# Bytes of a body, half-open connections, and seconds that one may say nothing.
LIMITS = {"max_request_body_size": 22_100_000, "connection_limit": 400, "channel_timeout": 30,
          "cleanup_interval": 5}  # fmt: skip
# Pages are worked out by one core, whatever the threads: more than these only make each wait longer.
THREADS = 2
# Under TLS each has the bytes of one device to wait for, so that a slow one holds up no other; seconds
# that one may say nothing.
READING, SILENT = 48, 15
# What Python's collector waits for: things made since it looked at the newest, and rounds of each
# older generation. It stops every answer while it looks at the oldest.
COLLECT = (20_000, 20, 20)
# Seconds to finish requests under way when told to stop.
FINISHING = 20


# Requests wait for their turn whenever several people press at once: nothing to tell of.
logging.getLogger("waitress.queue").setLevel(logging.ERROR)


def settle() -> None:
    """What is loaded by now stays for good, so the collector need not look through it again: with it,
    it held every answer up for a tenth of a second.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(*COLLECT)


class Server:
    """The server, that finishes what it has begun before it stops."""

    def __init__(self, app: "Flask", doors: Doors) -> None:
        self.channels: dict[int, Any] = {}
        self.stopping = False
        self.waking = Lock()
        proxy = {}
        if doors.behind:
            proxy = {
                "trusted_proxy": doors.behind,
                "trusted_proxy_count": 1,
                "trusted_proxy_headers": {
                    "x-forwarded-for",
                    "x-forwarded-proto",
                    "x-forwarded-host",
                },
            }
        with _port_said(doors):
            self.server = create_server(
                app,
                host=doors.host,
                port=doors.port,
                threads=THREADS,
                map=self.channels,
                clear_untrusted_proxy_headers=True,
                **LIMITS,
                **proxy,
            )
        for listening in list(self.channels.values()):
            if hasattr(listening, "channel_class"):
                listening.channel_class = Channel

    def run(self) -> None:
        """Serve until told to stop: by Ctrl-C, or by the system (SIGTERM, SIGHUP)."""
        _hear_the_system()
        settle()
        self.serve()

    def serve(self) -> None:
        """Serve until told to stop, and finish what is under way."""
        with suppress(KeyboardInterrupt, SystemExit):
            while not self.stopping:
                loop(timeout=5.0, map=self.channels, count=1)
        until = time.monotonic() + FINISHING
        self.server.accepting = False
        while self._busy() and time.monotonic() < until:
            loop(timeout=0.05, map=self.channels, count=1)
        self.server.task_dispatcher.shutdown()
        self._close()

    def stop(self) -> None:
        """Tell it to stop, from another thread. It is woken while its pipe is surely open: once it is told,
        it may close that at any moment.
        """
        with self.waking:
            if not self.stopping:
                self.stopping = True
                self.server.pull_trigger()

    def _close(self) -> None:
        """Close its doors. A request that is not done even now will write a letter to the pipe that
        wakes the server; were the pipe closed, its number might be the data file's by then, and the
        letter its first byte. So it stays open for it.
        """
        with self.waking:
            self.stopping = True
            if self.server.task_dispatcher.threads:
                dispatcher.close(self.server)
            else:
                self.server.close()

    def _busy(self) -> bool:
        channels = self.server.active_channels.values()
        return any(c.requests or c.total_outbufs_len for c in channels)


class SecureServer:
    """The server that speaks TLS itself, and finishes what it has begun before it stops."""

    def __init__(self, app: "Flask", doors: Doors) -> None:
        from euthyne.cli.secure import LateHandshake, Listening, SecureConnection, Watch

        self.server = Listening(
            (doors.host, doors.port),
            app,
            numthreads=READING,
            max=READING,
            timeout=SILENT,
            shutdown_timeout=FINISHING,
            server_name="",
        )
        self.server.max_request_body_size = LIMITS["max_request_body_size"]
        self.server.ConnectionClass = SecureConnection
        self.watch = Watch(self.server)
        try:
            self.server.ssl_adapter = LateHandshake(str(doors.cert), str(doors.key))
        except (OSError, ValueError) as error:
            raise click.ClickException(
                f"{doors.cert} and {doors.key} are no certificate with its key: {error}. What would do: "
                "both as PEM, the key without a passphrase."
            ) from error
        with _port_said(doors):
            self.server.prepare()

    def run(self) -> None:
        """Serve until told to stop: by Ctrl-C, or by the system (SIGTERM, SIGHUP)."""
        _hear_the_system()
        settle()
        self.watch.start()
        with suppress(KeyboardInterrupt, SystemExit):
            self.server.serve()
        self.watch.told.set()
        self.server.stop()


def server_for(app: "Flask", doors: Doors) -> Server | SecureServer:
    """The server of an application at its doors, listening already. Raises ClickException."""
    if doors.cert is not None:
        return SecureServer(app, doors)
    return Server(app, doors)


@contextmanager
def _port_said(doors: Doors) -> Iterator[None]:
    """An address that can not be listened on is told of."""
    try:
        yield
    except OSError as error:
        if error.errno == errno.EADDRNOTAVAIL or isinstance(error, socket.gaierror):
            words = f"This machine has no address {doors.host}. Give one of its own, or --lan."
        else:
            words = f"Port {doors.port} is taken. Give another: --port {doors.port + 1}"
        raise click.ClickException(words) from error


def _hear_the_system() -> None:
    for name in ("SIGTERM", "SIGHUP"):
        if hasattr(signal, name):
            signal.signal(getattr(signal, name), _stop)


def _stop(_number: int, _frame: object) -> None:
    # A second one does not cut short what the first is finishing.
    for name in ("SIGTERM", "SIGHUP"):
        if hasattr(signal, name):
            signal.signal(getattr(signal, name), signal.SIG_IGN)
    raise SystemExit
