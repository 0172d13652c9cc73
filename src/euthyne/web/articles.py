"""First articles of this bench: which tool and die are released for which terminal on which conductor."""

from flask import Blueprint, Response, abort, redirect, render_template, request, url_for
from werkzeug.wrappers import Response as Answer

from euthyne.core.shelf.article import FirstArticle, article_of
from euthyne.core.shelf.parts import shelf
from euthyne.core.shelf.terminations import TERMINATIONS
from euthyne.core.stages.build.buildstep import BuildStep
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import PULL
from euthyne.core.trade.sizes import read_size_here
from euthyne.exchange.photograph import prepared
from euthyne.store.articles import (
    keep_article,
    kept_articles,
    photograph_of,
    put_article_away,
)
from euthyne.store.clock import now
from euthyne.web.frame import store, who
from euthyne.web.measures import in_gauge, read_here

blueprint = Blueprint("articles", __name__)
LONGEST = 60


def pressed_parts() -> dict[str, str]:
    """The terminals that are pressed, by their words: how each is ended."""
    return {
        part.words: part.joint
        for part in shelf().values()
        if TERMINATIONS[part.joint].crimped and len(part.marks) <= 2 and not part.mains
    }


def article_at(step: BuildStep, tool: str) -> FirstArticle | None:
    """The first article of what is pressed at a step, with the tool that was taken."""
    if step.pressed is None or not tool:
        return None
    kept = (one.article for one in kept_articles(store().engine))
    return article_of(kept, step.pressed.terminal, step.pressed.size, tool)


@blueprint.get("/articles")
def show() -> str:
    """Every first article, and a form for the next."""
    return render_template(
        "articles/page.html",
        kept=kept_articles(store().engine),
        terminals=pressed_parts(),
        begun={name: request.args.get(name, "") for name in ("terminal", "size", "tool")},
    )


@blueprint.post("/articles")
def keep() -> Answer:
    """Keep a sample that was pressed, pulled, sawn through and photographed."""
    told = request.form
    terminal, tool = told.get("terminal", ""), " ".join(told.get("tool", "").split())
    joint = pressed_parts().get(terminal)
    if joint is None:
        raise Refused(Fault("terminal", "no such terminal is on the shelf", "one of the list"))
    if not 1 <= len(tool) <= LONGEST:
        raise Refused(Fault("tool", "the tool is not said", "the tool and its die, as on them"))
    size = read_size_here(told.get("size", ""), "size", in_gauge()).name
    held_n = read_here(told.get("held", ""), PULL, "held")
    sent = request.files.get("photograph")
    content = sent.read() if sent else b""
    if not content:
        raise Refused(Fault("photograph", "there is no photograph", "one of the sawn section"))
    article = FirstArticle(
        terminal, size, joint, tool, held_n, told.get("filled") == "yes", now(), who() or "?"
    )
    keep_article(store().engine, article, "image/jpeg", prepared(content))
    return redirect(url_for("articles.show"), 303)


@blueprint.get("/articles/<int(max=999999999):number>/photograph")
def photograph(number: int) -> Response:
    """The photograph of a sawn section."""
    found = photograph_of(store().engine, number)
    if found is None:
        abort(404)
    return Response(found[1], mimetype=found[0])


@blueprint.post("/articles/<int(max=999999999):number>/put-away")
def put_away(number: int) -> Answer:
    """A set-up is released no more: its die was changed, or is worn."""
    put_article_away(store().engine, number)
    return redirect(url_for("articles.show"), 303)
