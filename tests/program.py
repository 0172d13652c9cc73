"""The program itself, as a process of its own."""

import os
import signal
import socket
import subprocess
import sys
import time
import urllib.request
from pathlib import Path

# Seconds to start, on a machine that does much else.
STARTING = 60


class Program:
    """The program on a folder; it can be killed, told to stop, and started again."""

    def __init__(self, folder):
        self.folder, self.process = folder, None
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.address = f"http://127.0.0.1:{self.port}"

    def start(self):
        command = [sys.executable, "-m", "euthyne", "serve", "--port", str(self.port)]
        self.process = subprocess.Popen(
            [*command, "--data", str(self.folder)],
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
        )
        until = time.monotonic() + STARTING
        while time.monotonic() < until:
            try:
                urllib.request.urlopen(f"{self.address}/static/mark.svg", timeout=20).close()
                return self
            except OSError:
                time.sleep(0.05)
        raise AssertionError("the program did not start")

    @property
    def worked(self):
        """The ticks of the processor it has had."""
        with open(f"/proc/{self.process.pid}/stat") as told:
            return sum(int(n) for n in told.read().rpartition(")")[2].split()[11:13])

    @property
    def wants_to_run(self):
        """Whether it would go on if the machine let it: on a busy one it has no ticks and is not done."""
        states = []
        for stat in Path(f"/proc/{self.process.pid}/task").glob("*/stat"):
            states.append(stat.read_text().rpartition(")")[2].split()[0])
        return "R" in states

    def settle(self):
        """Wait until it has nothing more to do of its own: it has begun, and made the copy of the day."""
        before = -1
        while self.worked != before or self.wants_to_run:
            before = self.worked
            time.sleep(0.5)

    def tell(self, what):
        """Send it a signal and wait until it is gone; its exit status."""
        os.kill(self.process.pid, what)
        return self.process.wait(timeout=30)

    def kill(self):
        self.tell(signal.SIGKILL)

    def end(self):
        if self.process is not None and self.process.poll() is None:
            self.kill()
