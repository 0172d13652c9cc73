"""One termination on a wire that is there: begun from the Bench, built as any lead is."""

from flask import Blueprint, redirect, render_template, request, session, url_for
from werkzeug.wrappers import Response

from euthyne.core.assembly.records import Tint
from euthyne.core.kinds import KINDS
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.beginning import new_lead
from euthyne.core.kinds.one_termination import END, KIND, on_wire, terminations_for
from euthyne.core.lead import Lead
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import tell
from euthyne.core.trade.quantity import read_whole
from euthyne.core.trade.tints import PLAIN, STRIPES, is_tint, striped
from euthyne.core.trade.wire import Size, all_sizes, size_named, size_words
from euthyne.store.clock import now
from euthyne.web.frame import begin_lead

blueprint = Blueprint("one", __name__)
USUAL = "1.5 mm2"
SMALLEST_MM2, LARGEST_MM2 = 0.2, 125.0
PLAIN_FIRST = "no stripe"


@blueprint.get("/bench/one")
def show() -> str:
    """What goes on a wire of a size, and the colours a wire may have."""
    size = _size(request.args.get("size", session.get("wire", USUAL)))
    usual = session.get("tint", "red")
    tint = _tint(request.args.get("tint", usual), request.args.get("stripe", ""))
    return render_template(
        "one/page.html",
        size=size.name,
        sizes=[s.name for s in all_sizes() if SMALLEST_MM2 < s.cross_section_mm2 < LARGEST_MM2],
        tint=tint,
        ground=(striped(tint) or (tint, ""))[0],
        stripe=(striped(tint) or (tint, PLAIN_FIRST))[1],
        tints=PLAIN,
        stripes=(PLAIN_FIRST, *STRIPES),
        families=terminations_for(size),
    )


@blueprint.post("/bench/one")
def begin() -> Response:
    """Begin it, and go to its first step."""
    size, tint = _size(request.form.get("size", "")), _tint(request.form.get("tint", ""))
    many = read_whole(request.form.get("many") or "1", 1, 500, "many", "pieces")
    session["wire"], session["tint"], session.permanent = size.name, tint, True
    offered = {p.id: p for _, parts in terminations_for(size) for p in parts}
    part = offered.get(request.form.get("part", ""))
    if part is None:
        wanted = f"one of {len(offered)} that take {size.words}"
        raise Refused(Fault("part", f"that does not go on a wire of {size.words}", wanted))

    def made(tag: str) -> Lead:
        begun = new_lead(KINDS[KIND.id], KIND.starts[0], tag, now())
        begun = changed(begun, [(f"fittings.{END.id}.part", part.id), ("brief.many", many)])
        times = f"{many} times " if many > 1 else ""
        words = f"{times}{part.words}, on {size_words(size.name)}"
        named = f"{words[0].upper()}{words[1:]}"
        return on_wire(changed(begun, [("name", tell(named, "metric")[:80])]), size, tint)

    lead = begin_lead(made, "begun: one termination")
    return redirect(url_for("build.bench", tag=lead.tag), 303)


def _size(name: str) -> Size:
    try:
        return size_named(name)
    except ValueError as error:
        raise Refused(Fault("size", str(error), "such as 2.5 mm2 or 14 AWG")) from error


def _tint(ground: str, stripe: str = "") -> Tint:
    """A colour, with its stripe where one was picked. Raises: Refused for what is no colour of a wire."""
    name = f"{ground}-{stripe}" if stripe not in ("", PLAIN_FIRST) else ground
    if is_tint(name):
        return name
    told = "one of the list, and a stripe of another colour on it"
    raise Refused(Fault("tint", f"{name.replace('-', ' with ')!r} is no colour of a wire", told))
