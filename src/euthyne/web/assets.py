"""What a page looks like and does, as one style sheet and one script, kept by browsers for as long as they
are what they are: the sum of a file is part of its address.
"""

import gzip
import hashlib
from functools import lru_cache
from pathlib import Path

from flask import Blueprint, Flask, Response, abort, request

from euthyne.core.lead.stage import Stage

blueprint = Blueprint("assets", __name__)
HERE = Path(__file__).parent / "static"
SHEETS = (
    "vendor/bootstrap-reboot.min",
    *(
        f"css/{sheet}"
        for sheet in (
            *("tokens", "frame", "forms", "drawings", *(stage.value for stage in Stage), "places"),
            *(
                "envelope",
                "shelf",
                "practices",
                "stores",
                "jobs",
                "days",
                "guide",
                "glossary",
                "bench",
                "people",
                "held",
                "light",
            ),
        )
    ),
)
SCRIPTS = (
    "vendor/htmx.min",
    *(
        f"js/{name}"
        for name in (
            "said",
            "held",
            "news",
            "keeper",
            "renewed",
            "leaving",
            "legible",
            "keys",
            "map",
            "pulse",
            "hands",
        )
    ),
)
BUNDLES = {"css": ("text/css", SHEETS, "\n"), "js": ("text/javascript", SCRIPTS, "\n;\n")}
FOR_A_YEAR = "public, max-age=31536000, immutable"
SMALLEST = 1400  # bytes, about what one packet carries: below it nothing is gained
WORDS = ("text/", "image/svg+xml", "application/json")  # how the type of what has words begins


def attend(app: Flask) -> None:
    """Let the browser keep what does not change, and send words small.

    Called before anything else attends to answers: what it does is done last.
    """
    app.after_request(_small)
    app.after_request(_kept)
    app.jinja_env.globals.update(asset=address, bundle=bundle_address)


@lru_cache(maxsize=64)
def address(name: str) -> str:
    """The address of a file of ``static``."""
    return f"/static/{name}?v={_sum((HERE / name).read_bytes())}"


@lru_cache(maxsize=2)
def bundle_address(kind: str) -> str:
    """The address of the one style sheet (``css``), or the one script (``js``)."""
    return f"/static/{kind}/euthyne-{_sum(_bundle(kind))}.{kind}"


@lru_cache(maxsize=2)
def _bundle(kind: str) -> bytes:
    _, names, between = BUNDLES[kind]
    return between.join((HERE / f"{name}.{kind}").read_text("utf-8") for name in names).encode()


@lru_cache(maxsize=2)
def _bundle_small(kind: str) -> bytes:
    return gzip.compress(_bundle(kind), 9, mtime=0)


def _sum(content: bytes) -> str:
    return hashlib.sha256(content).hexdigest()[:12]


@blueprint.get("/static/<kind>/euthyne-<found>.<_ending>")
def bundle(kind: str, found: str, _ending: str) -> Response:
    """The one style sheet or script; one of before is asked for by a page that is to be loaded anew."""
    if kind not in BUNDLES or bundle_address(kind) != request.path:
        abort(404)
    answer = Response(_bundle(kind), mimetype=BUNDLES[kind][0])
    if _takes_small():
        answer = Response(_bundle_small(kind), mimetype=BUNDLES[kind][0])
        answer.headers["Content-Encoding"] = "gzip"
    answer.headers["Vary"] = "Accept-Encoding"
    return answer


def has_words(answer: Response) -> bool:
    """True for an answer that is text made here, not a file that is passed on."""
    return not answer.direct_passthrough and (answer.mimetype or "").startswith(WORDS)


def _takes_small() -> bool:
    return bool(request.accept_encodings["gzip"])


def _kept(answer: Response) -> Response:
    """What has its sum in its address never changes under it."""
    own = request.endpoint == "assets.bundle" or (
        request.endpoint == "static" and "v" in request.args
    )
    if own and answer.status_code == 200:
        answer.headers["Cache-Control"] = FOR_A_YEAR
    return answer


def _small(answer: Response) -> Response:
    """A page, compressed where that is no help to somebody who listens: over TLS the length of what is
    compressed together with a key tells of the key.
    """
    if request.is_secure or not _takes_small():
        return answer
    if "Content-Encoding" in answer.headers or not has_words(answer):
        return answer
    whole = answer.get_data()
    if len(whole) >= SMALLEST:
        answer.set_data(gzip.compress(whole, 4, mtime=0))
        answer.headers["Content-Encoding"] = "gzip"
        answer.headers.add("Vary", "Accept-Encoding")
    return answer
