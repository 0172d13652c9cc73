"""Who is at this bench."""

import re

from flask import Blueprint, redirect, render_template, request, session, url_for
from werkzeug.wrappers import Response

blueprint = Blueprint("people", __name__)
# A path of this program: browsers drop control signs and take a backslash for a slash.
WITHIN = re.compile(r"/(?:[!-.0-\[\]-~][!-\[\]-~]*)?")


@blueprint.get("/who")
def show() -> str:
    """The form."""
    return render_template(
        "people/page.html", who=session.get("who", ""), back=request.args.get("back", "")
    )


@blueprint.post("/who")
def save() -> Response:
    """Keep the initials on this device."""
    session["who"], session.permanent = request.form.get("who", "").strip()[:12], True
    goal = request.form.get("back", "")
    return redirect(goal if WITHIN.fullmatch(goal) else url_for("bench.show"), 303)


def initials_given() -> str:
    """The initials of a form, kept on this device; those kept already, or a question mark, where it
    has none.
    """
    given = request.form.get("initials", "").strip()[:12] or str(session.get("who", "")) or "?"
    session["who"], session.permanent = given, True
    return given
