"""The copies of the log: how old the last good one is, and each to take away."""

from datetime import UTC, datetime, timedelta
from pathlib import Path

from flask import Blueprint, abort, current_app, render_template, send_file
from werkzeug.wrappers import Response

from euthyne.store.copies import NAME, Copies, Copy
from euthyne.web.frame import store

blueprint = Blueprint("copies", __name__)
# A copy older than this is told of as one that is missing.
OLD = timedelta(days=2)


def copies() -> Copies:
    """The copies of this application's data."""
    found: Copies = current_app.extensions["copies"]
    return found


def age(copy: Copy) -> str:
    """How long ago a copy was made, in words."""
    hours = (datetime.now(UTC) - copy.made).total_seconds() / 3600
    if hours < 1:
        return "within the last hour"
    if hours < 48:
        return f"{hours:.0f} {'hour' if round(hours) == 1 else 'hours'} ago"
    return f"{hours / 24:.0f} days ago"


def warnings() -> list[str]:
    """What is to be told of the log's keeping, each a sentence; nothing while all is well."""
    found, kept = [], copies()
    if kept.trouble:
        found.append(f"The last copy of the log could not be made. {kept.trouble}")
    if kept.last and datetime.now(UTC) - kept.last.made > OLD:
        found.append(f"The last good copy of the log was made {age(kept.last)}.")
    for fault in kept.unsealed[:3]:
        found.append(f"The log is not as it was sealed: {fault}")
    if store().setting("made_up"):
        found.append(
            "Every lead of this log is made up, to try the program on: none of them was proven."
        )
    if kept.fell_back:
        found.append(kept.fell_back)
    newest = store().newest()
    if newest is not None and datetime.now(UTC) < newest - timedelta(minutes=1):
        found.append(
            f"The clock of this machine stands before the newest entry of the log "
            f"({newest:%d %b %Y, %H:%M} UTC). Set it right: the order of the entries is kept, their "
            "times would not be."
        )
    return found


@blueprint.get("/copies")
def show() -> str:
    """Every copy, newest first."""
    kept = copies()
    return render_template(
        "copies/page.html", copies=kept.all(), age=age, warnings=warnings(), folder=kept.folder
    )


@blueprint.post("/copies/now")
def make_now() -> Response:
    """A copy of the log as it stands, made, checked and taken away."""
    file = copies().make_now(datetime.now())
    return _sent(file)


@blueprint.get("/copies/<name>")
def take(name: str) -> Response:
    """A copy, to take away."""
    file = copies().folder / name
    if not NAME.fullmatch(name) or not file.is_file():
        abort(404)
    return _sent(file)


def _sent(file: Path) -> Response:
    """A copy, as a file to be kept."""
    return send_file(
        file.absolute(),
        mimetype="application/vnd.sqlite3",
        as_attachment=True,
        download_name=file.name,
    )
