"""Words: what each means, on one page; and one drawn, for the question it is explained beside."""

from flask import Blueprint, abort, render_template
from markupsafe import Markup

from euthyne.core.trade.glossary import glossary
from euthyne.drawing.glossary import word_drawing
from euthyne.web.frame import who

blueprint = Blueprint("glossary", __name__)


@blueprint.get("/words")
def show() -> str:
    """Every word that is explained."""
    terms = {word: (term, Markup(word_drawing(word))) for word, term in glossary().items()}
    return render_template("shelf/words.html", terms=terms, who=who())


@blueprint.get("/words/<word>")
def drawn(word: str) -> str:
    """One word drawn."""
    return word_drawing(word) or abort(404)
