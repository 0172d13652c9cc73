"""The cables of a set as rows of the Brief: those kept, those that can not be read, and a spare one."""

from flask import Blueprint, redirect, request, url_for
from werkzeug.wrappers import Response

from euthyne.core.assembly.records import Tint
from euthyne.core.kinds.assembling import changed
from euthyne.core.kinds.cable_set import MOST_CABLES, SetBrief, SetCable, Turned, usual_bank
from euthyne.core.lead import Lead
from euthyne.core.trade.bank import PLUS
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import LEG, read_whole
from euthyne.core.trade.question import Question
from euthyne.store.clock import now
from euthyne.web.entry import Sent
from euthyne.web.fields import Entered, as_answered, say, without_typed
from euthyne.web.frame import LeadPage, store, who
from euthyne.web.measures import read_here

blueprint = Blueprint("cableset", __name__)

ROWS = "brief.set_cables."
RUN = Question("run", "run", measure=LEG)
COLOURS: tuple[Tint, ...] = (
    "black",
    "red",
    "yellow",
    "blue",
    "brown",
    "white",
    "green",
    "orange",
    "grey",
)
TURNED: tuple[Turned, ...] = (0, 90, 180, 270)
COLUMNS = ("a", "b", "run", "colour", "turned")
NOTHING = dict.fromkeys((*COLUMNS, "note"), "") | {"colour": COLOURS[0], "turned": "0"}
LONGEST_POST = 32


def show_cables(page: LeadPage) -> list[dict[str, str]]:
    """Every row as it stands; none for a lead that is no set."""
    lead, drafts = page.held.lead, page.held.drafts
    if not isinstance(lead.brief, SetBrief):
        return []
    rows = []
    for n, cable in enumerate(lead.brief.set_cables):
        typed = lead.typed.get(f"{ROWS}{n}.run", "")
        run = typed or (as_answered(RUN, cable.run_m) if cable.run_m else "")
        cells = {"a": cable.a, "b": cable.b, "run": run, "colour": cable.colour}
        rows.append({**cells, "turned": str(cable.turned), "note": ""})
    unread = dict.fromkeys(f.rpartition(".")[0] for f in sorted(drafts) if f.startswith(ROWS))
    rows += [_unread(row, drafts) for row in unread]
    return [*rows, NOTHING]


def _unread(row: str, drafts: dict[str, str]) -> dict[str, str]:
    typed = {k: drafts.get(f"{row}.{k}", "") for k in COLUMNS}
    try:
        read_cable(typed, row)
        note = ""
    except Refused as refused:
        note = say(refused.faults[0])
    return typed | {"note": note}


def cells(page: LeadPage) -> dict[str, str]:
    """What the cells of the rows say, by path."""
    rows = show_cables(page)
    return {f"{ROWS}{i}.{c}": row[c] for i, row in enumerate(rows) for c in COLUMNS}


def read_cables(page: LeadPage, sent: Sent) -> Entered:
    """The rows as the form holds them; a row without posts is dropped, one that makes no sense is kept as
    typed.
    """
    entered = Entered(cleared={f for f in page.held.drafts if f.startswith(ROWS)})
    found: list[SetCable] = []
    numbers = sorted({int(f.split(".")[2]) for f in sent.whole if f.startswith(ROWS)})
    for n in numbers:
        row = f"{ROWS}{n}"
        typed = {k: sent.whole.get(f"{row}.{k}", "").strip() for k in COLUMNS}
        if not (typed["a"] or typed["b"] or typed["run"]):
            continue
        try:
            if len(found) == MOST_CABLES:
                raise Refused(Fault(row, f"that is more than {MOST_CABLES} cables", "two sets"))
            found.append(read_cable(typed, row))
            if typed["run"]:
                entered.typed[f"{ROWS}{len(found) - 1}.run"] = typed["run"]
        except Refused:
            entered.drafts |= {f"{row}.{k}": text for k, text in typed.items()}
    if found:  # a set has a cable at least: the last one goes with the lead
        entered.values["brief.set_cables"] = tuple(found)
    return entered


def read_cable(typed: dict[str, str], row: str) -> SetCable:
    """A cable from what was typed. Raises Refused."""
    a, b = (" ".join(typed[k].lower().replace("+", " plus").split()) for k in ("a", "b"))
    for post, k in ((a, "a"), (b, "b")):
        if not 1 <= len(post) <= LONGEST_POST:
            what = "a post is not said" if not post else f"{len(post)} letters are too many"
            raise Refused(Fault(f"{row}.{k}", what, "what it is on, and which: battery 1 plus"))
    if a == b:
        raise Refused(Fault(f"{row}.b", f"both its ends are on {a}", "two posts"))
    run = read_here(typed["run"], LEG, f"{row}.run") if typed["run"] else None
    colour = next((c for c in COLOURS if c == typed["colour"]), COLOURS[0])
    turned: Turned = next((t for t in TURNED if str(t) == typed["turned"]), 0)
    return SetCable(a, b, run, colour, turned)


@blueprint.post("/leads/<tag>/brief/bank")
def lay_out(tag: str) -> Response:
    """Lay out a usual bank in place of the rows there are."""
    told = request.form
    batteries = read_whole(told.get("batteries", ""), 1, 16, "batteries", "batteries")
    strings = read_whole(told.get("strings", ""), 1, 8, "strings", "rows")
    feeds = " ".join(told.get("feeds", "").lower().split()) or "inverter"
    if len(f"{feeds} {PLUS}") > LONGEST_POST:
        raise Refused(Fault("feeds", "that is too long", "a word or two: inverter, motor"))
    rows = usual_bank(batteries, strings, switched="switched" in told, feeds=feeds)
    if len(rows) > MOST_CABLES:
        most = f"{MOST_CABLES} at most in one set"
        raise Refused(Fault("batteries", f"that is {len(rows)} cables", most))

    def laid(lead: Lead) -> Lead:
        if not isinstance(lead.brief, SetBrief):
            raise Refused(Fault("brief", "this lead is no set of cables", "a set"))
        runs = [path for path in lead.typed if path.startswith(ROWS)]
        return changed(without_typed(lead, runs), [("brief.set_cables", rows)])

    store().change(tag=tag, change=laid, at=now(), by=who(), what="Brief: a usual bank laid out")
    return redirect(url_for("brief.show", tag=tag), 303)
