"""How a bench works, chosen anew: the choice at once, and the leads not begun after it, one by one."""

import json
from collections.abc import Callable

from sqlalchemy import select
from sqlalchemy.orm import Session

from euthyne.core.lead.paths import with_value
from euthyne.core.trade.practices import Practices
from euthyne.exchange.reading import adapter_for
from euthyne.store.database import writing
from euthyne.store.kept import Unreadable, lead_of
from euthyne.store.leads import LeadStore, keep_change
from euthyne.store.models import LeadRow, ListedRow, SettingRow

# The setting that says for which choice of practices the leads still follow.
SPREADING = "practices_spreading"


def practise(store: LeadStore, practices: Practices, at: str, by: str, what: str) -> None:
    """Keep how this bench works; the leads whose build has not begun follow by ``spread_practices``."""
    kept = adapter_for(Practices).dump_json(practices).decode()
    with writing(store.engine) as session:
        session.merge(SettingRow(key="practices", value=kept))
        session.merge(SettingRow(key=SPREADING, value=json.dumps([at, by, what])))


def spread_practices(store: LeadStore, told: Callable[[int], None] = lambda _: None) -> int:
    """Every lead whose build has not begun works as this bench does now, one a write, so that nobody
    waits for all of them; a lead whose build has begun keeps what it was begun with. Cut short, it
    is gone on with at the next start.

    Parameters: told, is given how many took it up so far. Returns: how many did.
    """
    line = store.setting(SPREADING)
    if not line:
        return 0
    at, by, what = json.loads(line)
    with store.engine.connect() as db:
        numbers = list(db.scalars(select(ListedRow.lead_id).where(ListedRow.sealed.is_(False))))
    taken = 0
    for number in numbers:
        with writing(store.engine) as session:
            taken += _takes_up(session, number, store.practices(), (at, by, what))
        told(taken)
    with writing(store.engine) as session:
        row = session.get(SettingRow, SPREADING)
        if row is not None and row.value == line:  # else somebody chose again meanwhile
            session.delete(row)
    return taken


def _takes_up(
    session: Session, number: int, practices: Practices, line: tuple[str, str, str]
) -> bool:
    """One lead takes up how the bench works, where its build has not begun; True where it did."""
    row = session.get_one(LeadRow, number)
    try:
        lead = lead_of(row)
    except Unreadable:
        return False  # it is told of in the lists; nothing is written over it
    # Half a build one way and half the other would be worse than either.
    if row.sealed or lead.build.done or lead.build.practices == practices:
        return False
    return keep_change(session, row, lead, with_value(lead, "build.practices", practices), line)
