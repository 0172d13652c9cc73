"""Where the program listens, and under which names it is reached there."""

import ipaddress
import socket
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

OWN, EVERYWHERE = "127.0.0.1", "0.0.0.0"
IN_THE_CLEAR = (
    "Without --cert and --key, passphrases and PINs can be read by whoever listens on this network."
)
# An address of no machine (RFC 5737): asked which way it lies, nothing is sent there.
NOWHERE = ("192.0.2.1", 9)


@dataclass(frozen=True)
class Doors:
    """Where the program listens: address, port, certificate and key where it speaks TLS, and the proxy
    it stands behind.
    """

    host: str
    port: int
    cert: Path | None = None
    key: Path | None = None
    behind: str = ""

    @property
    def let_others_in(self) -> bool:
        """True where other machines can reach it."""
        return bool(self.behind) or not _is_own(self.host)

    @property
    def in_the_clear(self) -> bool:
        """True where what is typed goes over the network as it is."""
        return not _is_own(self.host) and self.cert is None

    @property
    def address(self) -> str:
        """How it is opened on its own machine, or where it listens alone."""
        host = OWN if self.host == EVERYWHERE else self.host
        shown = f"[{host}]" if ":" in host else host
        return f"{'https' if self.cert else 'http'}://{shown}:{self.port}"

    @property
    def names(self) -> tuple[str, ...]:
        """The names and addresses this machine has on its network; the one address where it listens on
        that alone.
        """
        if self.host != EVERYWHERE:
            return (self.host,)
        name = socket.gethostname()
        found = [name, f"{name}.local"]
        with suppress(OSError):
            found += [str(told[4][0]) for told in socket.getaddrinfo(name, None, socket.AF_INET)]
        with suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asked:
            asked.connect(NOWHERE)
            found.append(str(asked.getsockname()[0]))
        return tuple(dict.fromkeys(found))


def _is_own(host: str) -> bool:
    """True for an address that this machine alone reaches."""
    if host == "localhost":
        return True
    try:
        return ipaddress.ip_address(host).is_loopback
    except ValueError:
        return False
