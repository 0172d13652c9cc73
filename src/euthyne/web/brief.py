"""Brief: what it feeds, from what, how far, where it lives."""

from collections.abc import Mapping

from flask import Blueprint, request

from euthyne.core.kinds.cable_set import SetBrief
from euthyne.core.lead import Lead
from euthyne.core.lead.stage import Stage
from euthyne.core.sizing.brief import OneLoad
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.quantity import CURRENT, PERCENT, POWER, read_legs, read_quantity
from euthyne.drawing.bank import bank_drawing
from euthyne.drawing.loop import loop
from euthyne.web.cableset import COLOURS, ROWS, TURNED, cells, read_cables, show_cables
from euthyne.web.entry import Sent, StageForm
from euthyne.web.fields import Entered, read_form, say, under_more
from euthyne.web.frame import LeadPage, drawn, lead_page, show_stage
from euthyne.web.measures import in_gauge

blueprint = Blueprint("brief", __name__)

SPARE_ROWS = 1
LOAD_COLUMNS = (
    ("name", "name", "another load"),
    ("draws", "watts or amps", "2.2 kW or 3 A"),
    ("quantity", "how many", "1"),
    ("diversity", "share on at once", "100 %"),
)
COLUMNS = tuple(column for column, _, _ in LOAD_COLUMNS)


@blueprint.get("/leads/<tag>/brief")
def show(tag: str) -> str:
    """The Brief of a lead."""
    page = lead_page(tag)
    lead, groups = page.held.lead, page.plan.kind.groups
    shown = FORM.shown(page)
    return show_stage(
        page,
        Stage.BRIEF,
        **shown,
        groups=groups,
        under_more=under_more(shown["fields"], (group.questions for group in groups)),
        headline=page.plan.kind.headline,
        loads=show_loads(lead, page.held.drafts),
        loads_sent=sum(name.endswith(".draws") for name in request.form),
        load_columns=LOAD_COLUMNS,
        cables=show_cables(page),
        cables_sent=sum(name.startswith(ROWS) and name.endswith(".a") for name in request.form),
        colours=COLOURS,
        turned=TURNED,
        drawing=drawn(bank_drawing if isinstance(lead.brief, SetBrief) else loop, lead),
    )


def _cells(page: LeadPage) -> dict[str, str]:
    """What the cells of the list of loads say, and those of a set of cables."""
    rows = show_loads(page.held.lead, page.held.drafts)
    loads = {f"brief.loads.{i}.{c}": row[c] for i, row in enumerate(rows) for c in COLUMNS}
    return loads | cells(page)


def _read(page: LeadPage, sent: Sent) -> Entered:
    entered = read_form(FORM.questions(page), sent.changed).with_more(read_route(sent.changed))
    if sent.touches("brief.loads."):
        entered = entered.with_more(read_loads(page, sent))
    if sent.touches(ROWS):
        entered = entered.with_more(read_cables(page, sent))
    return entered


FORM = StageForm(Stage.BRIEF, read=_read, beside=_cells)
FORM.keep_at(blueprint)


def read_route(form: Mapping[str, str]) -> Entered:
    """The legs of the run, where it was typed as legs; a run that can not be read keeps what there
    was.
    """
    try:
        return Entered(
            values={"brief.legs_m": read_legs(form["brief.run_m"], "brief.run_m", in_gauge())}
        )
    except (KeyError, Refused):
        return Entered()


def read_loads(page: LeadPage, sent: Sent) -> Entered:
    """The list of loads as the form holds it; rows left empty are dropped, rows that make no sense
    kept as typed, rows not touched as they are.
    """
    lead = page.held.lead
    rows = [f"brief.loads.{i}" for i in range(20) if f"brief.loads.{i}.draws" in sent.whole]
    loads: list[OneLoad] = []
    entered = Entered(cleared={f for f in page.held.drafts if f.startswith("brief.loads.")})
    for number, row in enumerate(rows):
        typed = {k: sent.whole.get(f"{row}.{k}", "").strip() for k in COLUMNS}
        kept = f"brief.loads.{len(loads)}.draws"
        if number < len(lead.brief.loads) and not sent.touches(f"{row}."):
            loads.append(lead.brief.loads[number])
            entered.typed[kept] = lead.typed.get(f"{row}.draws", "")
            continue
        try:
            if typed["draws"]:
                loads.append(read_load(typed, row))
                entered.typed[kept] = typed["draws"]
        except Refused:
            entered.drafts |= {f"{row}.{k}": text for k, text in typed.items()}
    entered.values["brief.loads"] = tuple(loads)
    return entered


def read_load(typed: dict[str, str], row: str) -> OneLoad:
    """One load from what was typed: its name, what it draws, how many, and the share on at once.
    Raises Refused.
    """
    draws, count = typed["draws"], typed["quantity"] or "1"
    at_once = read_quantity(typed["diversity"] or "100 %", PERCENT, f"{row}.diversity").value / 100
    if count.replace(",", ".").replace(".", "", 1).isdigit():
        quantity = float(count.replace(",", "."))
    else:
        quantity = 0.0
    if not 0 < quantity <= 1000:
        raise Refused(
            Fault(f"{row}.quantity", f"{count!r} is not how many", "a number from 1 to 1000")
        )
    name = typed["name"][:60]
    if draws.rstrip().lower().endswith(("a", "amp", "amps")):
        amps = read_quantity(draws, CURRENT, f"{row}.draws").value
        return OneLoad(name, amps=amps, quantity=quantity, diversity=at_once)
    watts = read_quantity(draws, POWER, f"{row}.draws").value
    return OneLoad(name, watts=watts, quantity=quantity, diversity=at_once)


def _draws(one: OneLoad, text: str) -> str:
    """What a load draws: as it was typed, where that reads as what is computed on."""
    typed = dict.fromkeys(COLUMNS, "") | {"draws": text}
    try:
        found = read_load(typed, "") if text else None
    except Refused:
        found = None
    if found and (found.watts, found.amps) == (one.watts, one.amps):
        return text
    return f"{one.watts:g} W" if one.watts else f"{one.amps:g} A"


def show_loads(lead: Lead, drafts: dict[str, str]) -> list[dict[str, str]]:
    """Rows of the list of loads: those kept, those that could not be read, and a spare one."""
    rows = [
        {
            "name": one.name,
            "draws": _draws(one, lead.typed.get(f"brief.loads.{i}.draws", "")),
            "quantity": f"{one.quantity:g}",
            "diversity": f"{one.diversity * 100:g} %",
            "note": "",
        }
        for i, one in enumerate(lead.brief.loads)
    ]
    for field in sorted(drafts):
        if field.startswith("brief.loads.") and field.endswith(".draws"):
            rows.append(_unread(field.removesuffix(".draws"), drafts))
    return rows + [dict.fromkeys((*COLUMNS, "note"), "")] * SPARE_ROWS


def _unread(row: str, drafts: dict[str, str]) -> dict[str, str]:
    typed = {k: drafts.get(f"{row}.{k}", "") for k in COLUMNS}
    try:
        read_load(typed, row)
        note = ""
    except Refused as refused:
        note = say(refused.faults[0])
    return typed | {"note": note}
