"""Words: what each means, on one page."""

from flask import Blueprint, render_template

from euthyne.core.trade.glossary import glossary
from euthyne.web.frame import who

blueprint = Blueprint("glossary", __name__)


@blueprint.get("/words")
def show() -> str:
    """Every word that is explained."""
    return render_template("shelf/words.html", terms=glossary(), who=who())
