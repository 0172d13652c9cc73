"""The guide: how it is done, page by page, with a way back to where one stood."""

import re
from functools import cache
from importlib.resources import files

from flask import Blueprint, Response, abort, render_template, request, send_from_directory
from markupsafe import Markup

from euthyne.core.lead.stage import Stage
from euthyne.web.signin import goal

blueprint = Blueprint("guide", __name__)
PAGES = files("euthyne") / "guide"
FIRST = "first-lead"
# The pages by what one comes for; whatever else lies in the folder belongs to a stage.
CONTENTS = {
    "Begin here": (FIRST, "jobs-and-days"),
    "By trade": (
        *("mains-cords", "extensions", "new-plugs", "repairs", "battery-and-inverter", "boat"),
        *("welder", "solar", "charger", "sealed", "multi-pole", "tape", "pins"),
    ),
    "To know": ("reading-a-meter", "seals", "network", "copies", "gauge-and-feet"),
    "Stage by stage": tuple(f"stage-{stage.value}" for stage in Stage),
}
NAMES = tuple(name for names in CONTENTS.values() for name in names)


@cache
def title_of(name: str) -> str:
    """What a page is called: its first line."""
    return _text(name).partition("\n")[0].removeprefix("# ")


def _text(name: str) -> str:
    return (PAGES / f"{name}.md").read_text("utf-8")


@cache
def page_of(name: str) -> Markup:
    """A page as HTML, without its title, made once."""
    from markdown_it import MarkdownIt

    _, _, body = _text(name).partition("\n")
    written = MarkdownIt("commonmark", {"html": False}).render(body)
    # A step of the guide is counted on through all of its page.
    return Markup(re.sub(r"<h2>(.+?)</h2>", _headed, written))


def _headed(match: re.Match[str]) -> str:
    anchor = re.sub(r"\W+", "-", match[1].lower()).strip("-")
    return f'<h2 id="{anchor}">{match[1]}</h2>'


@blueprint.get("/guide")
def show() -> str:
    """What there is in it."""
    return render_template(
        "guide/contents.html",
        contents={head: [(n, title_of(n)) for n in names] for head, names in CONTENTS.items()},
        first=FIRST,
    )


@blueprint.get("/guide/<name>")
def read(name: str) -> str:
    """A page of it."""
    if name not in NAMES:
        abort(404)
    place = NAMES.index(name)
    after = NAMES[place + 1] if place + 1 < len(NAMES) else None
    return render_template(
        "guide/page.html",
        name=name,
        title=title_of(name),
        text=page_of(name),
        after=(after, title_of(after)) if after else None,
        back=goal() if request.args.get("back") else "",
    )


@blueprint.get("/guide/pictures/<name>.png")
def picture(name: str) -> Response:
    """A picture of it."""
    return send_from_directory(str(PAGES / "pictures"), f"{name}.png")
