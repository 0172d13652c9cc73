"""What lists show of the leads, kept beside each lead in the transaction that changes it: found by its
words, ordered and counted without reading it.
"""

import hashlib
import re
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from importlib.resources import files
from pathlib import Path
from typing import Any, cast

from sqlalchemy import (
    Connection,
    Engine,
    Table,
    Text,
    bindparam,
    column,
    func,
    insert,
    literal,
    select,
    table,
    text,
)
from sqlalchemy import (
    cast as cast_to,
)
from sqlalchemy.orm import Session

from euthyne.core.lead import Lead
from euthyne.core.plan import plan_of
from euthyne.core.standing.summary import summary
from euthyne.core.stores.needs import needs
from euthyne.core.stores.stock import Need
from euthyne.core.trade.figure import shortened
from euthyne.core.trade.measures import tell
from euthyne.store.clock import in_utc
from euthyne.store.database import writing
from euthyne.store.kept import COLUMNS, ELSEWHERE
from euthyne.store.models import LeadRow, ListedRow, NeedRow, SettingRow

NO_DAY = "9999-12-31"
MANY = 200
# Letters of what a row says.
LETTERS = 200
# Figures of the number of a row.
FIGURES = 18
# Words that are looked for at once.
WORDS = 12
FOUND = table("found", column("rowid"), column("words"))
IN_HAND = (
    select(*COLUMNS)
    .join(ListedRow, ListedRow.lead_id == LeadRow.id)
    .where(ListedRow.in_hand)
    .order_by(ListedRow.wanted_by, ListedRow.changed.desc())
    .limit(bindparam("many"))
)
GROUPS = (
    select(ListedRow.stage, ListedRow.action, ListedRow.stopped, func.count())
    .where(ListedRow.in_hand)
    .group_by(ListedRow.stopped, ListedRow.stage, ListedRow.action)
)
DUE = (
    select(LeadRow.tag, LeadRow.name, ListedRow.next_test, ELSEWHERE)
    .join(ListedRow, ListedRow.lead_id == LeadRow.id)
    .where(ListedRow.sealed, ListedRow.put_away.is_(False))
    .where(ListedRow.next_test.between(bindparam("since"), bindparam("until")))
    .order_by(ListedRow.next_test)
    .limit(bindparam("many"))
)
WANTED: Any = (
    select(NeedRow.kind, NeedRow.what, func.max(NeedRow.words), func.sum(NeedRow.amount))
    .join(ListedRow, ListedRow.lead_id == NeedRow.lead_id)
    .where(ListedRow.in_hand, NeedRow.waiting)
    .group_by(NeedRow.kind, NeedRow.what)
)
# Written with every change of a lead, so prepared once.
LIST = insert(cast(Table, ListedRow.__table__)).prefix_with("or replace")
NEEDED = insert(cast(Table, NeedRow.__table__))
FORGET_NEEDS = text("delete from need where lead_id = :id")
WORDS_OF = text("select words from found where rowid = :id")
FORGET_WORDS = text("delete from found where rowid = :id")
KEEP_WORDS = text("insert into found (rowid, words) values (:id, :words)")
NO_FIGURES = "its figures cannot be worked out"


@dataclass(frozen=True)
class LeadGroup:
    """Leads in hand that wait for the same thing, and how many they are."""

    stage: int
    action: str
    stopped: bool
    many: int


@dataclass(frozen=True)
class ListQuery:
    """Which leads a list is of: whose words hold these, put away or not, waiting at a stage; those
    after a place in the list, and how many.
    """

    words: str = ""
    put_away: bool = False
    stage: int | None = None
    after: str = ""
    many: int = 30


def keep_listed(session: Session, row: LeadRow, lead: Lead | None, next_test: str | None) -> None:
    """Keep what lists show of a lead.

    Parameters: session, the one that writes it; row; lead, None where it cannot be read; next_test,
    the day a sealed one is to be tested again.
    """
    session.flush()
    db = session.connection()
    listed, words = _listed(row, lead, next_test)
    db.execute(LIST, listed)
    of_lead = {"id": row.id}
    if db.scalar(WORDS_OF, of_lead) != words:
        db.execute(FORGET_WORDS, of_lead)
        db.execute(KEEP_WORDS, {"id": row.id, "words": words})
    db.execute(FORGET_NEEDS, of_lead)
    if lead is not None and not row.sealed and not listed["why"]:
        waiting = lead.conductor.size is not None and not lead.build.done
        needed = [_need(row.id, need, waiting) for need in needs(plan_of(lead))]
        if needed:
            db.execute(NEEDED, needed)


@cache
def rule_of_lists() -> str:
    """What tells whether lists were worked out by this very program: a sum over all that works them out.

    A version would have to be remembered at each change of a sum.
    """
    found = hashlib.sha256()
    for room in ("core", "data", "store"):
        for file in sorted(Path(str(files("euthyne") / room)).rglob("*")):
            if file.suffix in (".py", ".toml", ".csv"):
                found.update(file.read_bytes())
    return found.hexdigest()[:16]


def _listed(row: LeadRow, lead: Lead | None, next_test: str | None) -> tuple[dict[str, Any], str]:
    """The row of a lead, and the words it is found by."""
    found: dict[str, Any] = {
        "lead_id": row.id,
        "in_hand": not row.sealed and not row.put_away,
        "sealed": row.sealed,
        "put_away": row.put_away,
        "changed": in_utc(datetime.fromisoformat(row.changed_at)),
        "created": in_utc(datetime.fromisoformat(lead.created_at if lead else row.changed_at)),
        "wanted_by": (lead.wanted_by if lead else None) or NO_DAY,
        "next_test": NO_DAY if row.set_aside else next_test or NO_DAY,
        "stage": 1,
        "action": "",
        "stopped": False,
        "begins_as": "",
        "why": "it cannot be read" if lead is None else "",
    }
    words = f"{row.tag} {row.name} {row.made_for}"
    if lead is None:
        return found, words
    try:
        said = summary(lead, row.sealed)
    except Exception:
        # Whatever is the matter with its figures, it is kept, and told of in the lists.
        return found | {"why": NO_FIGURES}, words
    found |= {
        "in_hand": found["in_hand"] and not said.over,
        "stage": said.stage.number,
        "action": shortened(said.action, LETTERS),
        "stopped": said.stopped,
        "begins_as": shortened(said.begins_as, LETTERS),
    }
    return found, tell(said.words, "metric")


def _need(lead_id: int, need: Need, waiting: bool) -> dict[str, Any]:
    return {
        "lead_id": lead_id,
        "kind": need.kind,
        "what": need.what[:80],
        "words": need.words,
        "amount": need.amount,
        "waiting": waiting,
    }


def page(db: Connection, asked: ListQuery) -> list[Any]:
    """Rows of a list, one more than asked for where there are more: by words the newest lead first,
    else the newest change first. Each row ends with the place it has in the list.
    """
    query = select(*COLUMNS).where(ListedRow.put_away.is_(asked.put_away)).limit(asked.many + 1)
    if asked.stage is not None:
        query = query.where(ListedRow.in_hand, ListedRow.stage == asked.stage)
    if asked.words:
        return _by_words(db, asked, query)
    query = query.join_from(LeadRow, ListedRow, ListedRow.lead_id == LeadRow.id)
    place = ListedRow.changed + " " + func.printf("%012d", ListedRow.lead_id)
    query = query.add_columns(place.label("place"))
    query = query.order_by(ListedRow.changed.desc(), ListedRow.lead_id.desc())
    if asked.after:
        changed, _, number = asked.after.rpartition(" ")
        if _is_row(number):
            query = query.where(
                ListedRow.changed <= changed,
                (ListedRow.changed < changed) | (ListedRow.lead_id < int(number)),
            )
    return list(db.execute(query))


def _by_words(db: Connection, asked: ListQuery, query: Any) -> list[Any]:
    """The rows that hold some words: those that hold each as a whole, then those with words that only
    begin so, the newest lead first in each; the index gives them in that order.
    """
    words = _words_of(asked.words)
    if not words:
        return []
    whole = " AND ".join(f'"{word}"' for word in words)
    begun = " AND ".join(f'"{word}"*' for word in words)
    query = query.select_from(FOUND).join(LeadRow, LeadRow.id == FOUND.c.rowid)
    query = query.join(ListedRow, ListedRow.lead_id == FOUND.c.rowid)
    query = query.where(text("found match :words")).order_by(FOUND.c.rowid.desc())
    kind, _, number = asked.after.partition(" ")
    rows: list[Any] = []
    for name, match in (("whole", whole), ("begun", f"({begun}) NOT ({whole})")):
        if name == "whole" and kind == "begun":
            continue
        some = query.add_columns(
            (literal(name) + " " + cast_to(FOUND.c.rowid, Text)).label("place")
        )
        if kind == name and _is_row(number):
            some = some.where(FOUND.c.rowid < int(number))
        rows += db.execute(some.limit(asked.many + 1 - len(rows)), {"words": match})
        if len(rows) > asked.many:
            break
    return rows


def _is_row(text: str) -> bool:
    """True for the number of a row, as SQLite can hold it."""
    return text.isascii() and text.isdecimal() and len(text) <= FIGURES


def _words_of(typed: str) -> list[str]:
    """Words as the index is asked for them; some signs are none."""
    asked = dict.fromkeys(
        word.replace('"', " ").strip() for word in typed.split() if re.search(r"\w", word)
    )
    return list(asked)[:WORDS]


def in_hand(db: Connection, many: int) -> list[Any]:
    """Leads in hand in the order of what is due: those wanted by a day first, then the newest
    change.
    """
    return list(db.execute(IN_HAND, {"many": many}))


def groups(db: Connection) -> list[LeadGroup]:
    """All leads in hand, counted by what they wait for: the stopped first, then the nearest to their
    tag.
    """
    return [LeadGroup(*row) for row in db.execute(GROUPS)]


def due(db: Connection, since: str, until: str, many: int) -> list[tuple[str, str, str, bool]]:
    """Sealed leads to be tested again, the earliest first, as (tag, name, day, sealed in another log).

    Parameters: db; since and until, the first and the last day; many, at most.
    """
    rows = db.execute(DUE, {"since": since, "until": until, "many": many})
    return [(tag, name, day, bool(elsewhere)) for tag, name, day, elsewhere in rows]


def wanted(db: Connection) -> list[Need]:
    """What the leads that wait for their parts need together."""
    return [Need(*row) for row in db.execute(WANTED)]


def whats(db: Connection, kind: str) -> set[str]:
    """What the leads in hand need of a kind."""
    query = select(NeedRow.what).where(NeedRow.kind == kind).distinct()
    return set(db.scalars(query))


def begun_last(db: Connection, many: int) -> list[str]:
    """What the newest leads were begun as, newest first."""
    query = select(ListedRow.begins_as).order_by(ListedRow.created.desc()).limit(many)
    return list(db.scalars(query))


def bring_up_to_date(engine: Engine, read: Any) -> None:
    """Work out anew what another program, or another rule, worked out: of every lead in hand, and of
    those of which nothing is kept.

    Parameters: engine; read, gives (lead or None, next test) of a row.
    """
    with engine.connect() as db:
        rule = db.scalar(select(SettingRow.value).where(SettingRow.key == "listing"))
        if rule == rule_of_lists():
            return
        query = select(LeadRow.id).outerjoin(ListedRow, ListedRow.lead_id == LeadRow.id)
        stale = (ListedRow.lead_id.is_(None)) | (ListedRow.sealed.is_(False))
        numbers = list(db.scalars(query.where(stale).order_by(LeadRow.id)))
    for some in _in_parts(numbers):
        with writing(engine) as session:
            for row in session.scalars(select(LeadRow).where(LeadRow.id.in_(some))):
                keep_listed(session, row, *read(session, row))
    with writing(engine) as session:
        session.merge(SettingRow(key="listing", value=rule_of_lists()))


def _in_parts(numbers: list[int]) -> Iterable[list[int]]:
    for start in range(0, len(numbers), MANY):
        yield numbers[start : start + MANY]


__all__ = [
    "LeadGroup",
    "ListQuery",
    "begun_last",
    "bring_up_to_date",
    "due",
    "groups",
    "in_hand",
    "keep_listed",
    "page",
    "wanted",
    "whats",
]
