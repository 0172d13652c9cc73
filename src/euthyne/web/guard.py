"""What a browser is told about these pages, whom the program answers to, and the key that signs."""

import hashlib
import os
import secrets
import tempfile
from pathlib import Path

from flask import Flask, Response, abort, request
from flask.sessions import SecureCookieSessionInterface
from werkzeug.exceptions import SecurityError

HOSTS = ("127.0.0.1", "localhost")
POLICY = "; ".join(
    (
        "default-src 'none'",
        "script-src 'self'",
        "style-src 'self'",
        "img-src 'self' data:",
        "font-src 'self'",
        "connect-src 'self'",
        "form-action 'self'",
        "base-uri 'none'",
        "frame-ancestors 'none'",
    )
)
HEADERS = {
    "Content-Security-Policy": POLICY,
    "X-Content-Type-Options": "nosniff",
    "X-Frame-Options": "DENY",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
}
KEY_LETTERS = 64
# Bytes of what stands behind the question mark of an address.
LONGEST_QUERY = 8_000
# Bytes of a form without files; the largest of ours sends a tenth of it. Its marks are undone one by
# one before anything else can look at it, so more would be slow to refuse.
LONGEST_FORM = 32_000
# Where photographs are sent to, and bytes of one: a little more than is kept, so that it is told of.
PHOTOGRAPHED, LARGEST_PHOTOGRAPH = ("/prove/photograph", "/leaflet"), 22_000_000
FORM = "application/x-www-form-urlencoded"


class SecureWhereItCan(SecureCookieSessionInterface):
    """A session whose cookie is kept to TLS where the page came over it."""

    def get_cookie_secure(self, app: Flask) -> bool:
        """True where this request came over TLS, from here or to the proxy before it."""
        return request.is_secure


def guard(app: Flask, folder: Path, hosts: tuple[str, ...] = ()) -> None:
    """Sign with the key of a data folder, answer to listed host names only, and say to browsers what
    these pages may do.

    Parameters: app; folder, of the data file; hosts, names beside those of this machine.
    """
    app.config.update(
        SECRET_KEY=_key(folder),
        # Two programs on one machine share its cookies, whatever their ports.
        SESSION_COOKIE_NAME=f"euthyne-{_short(folder)}",
        SESSION_COOKIE_SAMESITE="Lax",
        SESSION_COOKIE_HTTPONLY=True,
        TRUSTED_HOSTS=[*HOSTS, *hosts],
    )
    app.session_interface = SecureWhereItCan()
    app.before_request(_not_too_long)
    app.after_request(_say)
    app.register_error_handler(SecurityError, _strange_host)


def _not_too_long() -> None:
    """A page is asked for by a few words; far more are not even read."""
    if len(request.query_string) > LONGEST_QUERY:
        abort(414)
    if request.mimetype == FORM:
        request.max_content_length = LONGEST_FORM
    elif request.path.endswith(PHOTOGRAPHED):
        request.max_content_length = LARGEST_PHOTOGRAPH


def _say(answer: Response) -> Response:
    for name, value in HEADERS.items():
        answer.headers.setdefault(name, value)
    return answer


def _strange_host(_error: SecurityError) -> tuple[str, int, dict[str, str]]:
    """Said plainly: no page of ours is shown under a name that is not ours."""
    words = (
        "This program does not answer to that host name. Open it as http://127.0.0.1 with its port,\n"
        "or under a name that it was started with (--host-name).\n"
    )
    return words, 400, {"Content-Type": "text/plain; charset=utf-8"}


def _short(folder: Path) -> str:
    return hashlib.sha256(str(folder.resolve()).encode()).hexdigest()[:8]


def _key(folder: Path) -> str:
    """The key that signs the session, made once and kept beside the data file; one that was cut
    short by a crash is made anew.
    """
    file = folder / "secret"
    if file.exists() and len(kept := file.read_text(errors="replace").strip()) >= KEY_LETTERS:
        return kept
    made = secrets.token_hex(KEY_LETTERS // 2)
    handle, name = tempfile.mkstemp(dir=folder, prefix="secret-")
    with os.fdopen(handle, "w") as written:
        written.write(made)
        written.flush()
        os.fsync(written.fileno())
    os.replace(name, file)
    return made
