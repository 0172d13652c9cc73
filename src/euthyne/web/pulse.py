"""An open page keeps up with what others do: it asks every few seconds, and is told only of news. Who
has a lead at a bench is seen by whoever opens it.
"""

import secrets
import time
from dataclasses import dataclass, field
from threading import Lock
from typing import Any

from flask import Blueprint, current_app, request, session
from werkzeug.wrappers import Response

from euthyne.core.lead.stage import Stage
from euthyne.core.people.roles import Act
from euthyne.store.leads import NoSuchLead
from euthyne.web.access import allowed
from euthyne.web.frame import store, who

blueprint = Blueprint("pulse", __name__)
# Seconds after which a bench that asked nothing more is left.
GONE = 15.0
NOTHING_NEW = 204
STAGES = {stage.value for stage in Stage}


@dataclass
class Benches:
    """Who has which lead at a bench, by device; kept in memory, since it is over when the program is."""

    at: dict[str, dict[str, tuple[str, float]]] = field(default_factory=dict)
    lock: Lock = field(default_factory=Lock)

    def seen(self, tag: str, device: str, words: str, moment: float) -> None:
        """A device has a lead at its bench."""
        with self.lock:
            self.at.setdefault(tag, {})[device] = (words, moment)

    def others(self, tag: str, device: str, moment: float) -> tuple[str, ...]:
        """Who else has a lead at a bench now."""
        with self.lock:
            here = self.at.get(tag, {})
            for gone in [d for d, (_, last) in here.items() if moment - last > GONE]:
                del here[gone]
            if not here:
                self.at.pop(tag, None)
            return tuple(sorted(words for d, (words, _) in here.items() if d != device))


def _benches() -> Benches:
    found: Benches = current_app.extensions["benches"]
    return found


def _device() -> str:
    """A name of this browser that no other has."""
    if "device" not in session:
        session["device"], session.permanent = secrets.token_hex(8), True
    return str(session["device"])


def here(tag: str) -> None:
    """This device has a lead at its bench."""
    _benches().seen(tag, _device(), who() or "somebody", time.monotonic())


def others_at_bench(tag: str) -> tuple[str, ...]:
    """Who else has a lead at a bench."""
    return _benches().others(tag, str(session.get("device", "")), time.monotonic())


def stamp(tag: str, revision: int) -> str:
    """What an open page knows of a lead: its revision, and who has it at a bench."""
    return f"{revision} {' '.join(others_at_bench(tag))}".strip()


@blueprint.get("/leads/<tag>/pulse")
def beat(tag: str) -> Any:
    """Nothing while nothing is new; else the parts of the page that change."""
    at, known = request.args.get("at", ""), request.args.get("known", "")
    if at == "bench" and allowed(Act.MAKE):
        here(tag)
    revision = store().revision(tag)
    if revision is None:
        raise NoSuchLead(tag)
    if known == stamp(tag, revision):
        return Response(status=NOTHING_NEW)
    if store().get(tag).sealed:
        return Response(headers={"HX-Refresh": "true"})
    view = f"{at}.show" if at in STAGES else "build.bench"
    return current_app.view_functions[view](tag)


@blueprint.get("/bench/pulse")
def beat_of_bench() -> Response:
    """Nothing while nothing is new on the Bench; else it is to be shown anew."""
    if request.args.get("known") == str(store().last_line()):
        return Response(status=NOTHING_NEW)
    return Response(headers={"HX-Refresh": "true"})
