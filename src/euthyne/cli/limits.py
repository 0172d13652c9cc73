"""What one visitor may hold of the server in the clear: so many connections of one address, and so long
for a request to arrive. Whoever sends a letter now and then, or nothing at all, holds up nobody else.
"""

import time
from typing import Any

from waitress.channel import HTTPChannel

# Connections of one address at once: a browser opens six, and one machine may have several open.
MOST_OF_ONE = 40
# Seconds for what is asked to arrive; and for what comes with it, a photograph over a slow network.
TO_ASK, TO_SEND = 10.0, 120.0


class Channel(HTTPChannel):  # type: ignore[misc]
    """A connection in the clear, closed once it took too long, or is one too many of its address."""

    def __init__(self, server: Any, sock: Any, addr: Any, adj: Any, map: Any = None) -> None:
        super().__init__(server, sock, addr, adj, map=map)
        self.since = self.creation_time
        same = sum(c.addr[0] == addr[0] for c in list(server.active_channels.values()))
        if same > MOST_OF_ONE and addr[0] != adj.trusted_proxy:
            self.will_close = True

    def received(self, data: bytes) -> Any:
        """Bytes arrived: the time for a request begins with its first."""
        if self.request is None:
            self.since = time.time()
        return super().received(data)

    def readable(self) -> bool:
        """Asked of every connection whenever anything happens."""
        if not self.requests and not self.will_close:
            begun, asked = self.request, False
            if begun is not None:
                asked = bool(begun.headers_finished)
            # One that has been answered may be quiet, as long as any.
            if begun is not None or self.since == self.creation_time:
                waited = time.time() - self.since
                self.will_close = waited > (TO_SEND if asked else TO_ASK)
        return bool(super().readable())
