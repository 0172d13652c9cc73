"""The server: it answers until it is told to stop, and then finishes what it has begun."""

import gc
import signal
import time
from contextlib import suppress
from typing import TYPE_CHECKING, Any

import click
from waitress import create_server
from waitress.wasyncore import loop

if TYPE_CHECKING:
    from flask import Flask

# Bytes of a body, half-open connections, and seconds that one may say nothing.
LIMITS = {"max_request_body_size": 22_100_000, "connection_limit": 400, "channel_timeout": 30}
# Pages are worked out by one core, whatever the threads: more than these only make each wait longer.
THREADS = 2
# What Python's collector waits for: things made since it looked at the newest, and rounds of each
# older generation. It stops every answer while it looks at the oldest.
COLLECT = (20_000, 20, 20)
# Seconds to finish requests under way when told to stop.
FINISHING = 5.0


def settle() -> None:
    """What is loaded by now stays for good, so the collector need not look through it again: with it,
    it held every answer up for a tenth of a second.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(*COLLECT)


class Server:
    """The server, that finishes what it has begun before it stops."""

    def __init__(self, app: "Flask", port: int) -> None:
        self.channels: dict[int, Any] = {}
        try:
            self.server = create_server(
                app, host="127.0.0.1", port=port, threads=THREADS, map=self.channels, **LIMITS
            )
        except OSError as error:
            raise click.ClickException(
                f"Port {port} is taken. Give another: --port {port + 1}"
            ) from error

    def run(self) -> None:
        """Serve until told to stop: by Ctrl-C, or by the system (SIGTERM, SIGHUP)."""
        for name in ("SIGTERM", "SIGHUP"):
            if hasattr(signal, name):
                signal.signal(getattr(signal, name), _stop)
        settle()
        with suppress(KeyboardInterrupt, SystemExit):
            loop(timeout=30.0, map=self.channels)
        until = time.monotonic() + FINISHING
        self.server.accepting = False
        while self._busy() and time.monotonic() < until:
            loop(timeout=0.05, map=self.channels, count=1)
        self.server.task_dispatcher.shutdown()
        self.server.close()

    def _busy(self) -> bool:
        channels = self.server.active_channels.values()
        return any(c.requests or c.total_outbufs_len for c in channels)


def _stop(_number: int, _frame: object) -> None:
    # A second one does not cut short what the first is finishing.
    for name in ("SIGTERM", "SIGHUP"):
        if hasattr(signal, name):
            signal.signal(getattr(signal, name), signal.SIG_IGN)
    raise SystemExit
