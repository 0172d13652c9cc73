"""Leads as assemblies: what version 1 kept of a lead is lifted; sealed records stay as they are."""

import json

import sqlalchemy as sa
from alembic import op

from euthyne.core.trade.fault import Refused
from euthyne.exchange.lead_file import kept_lead, lead_adapter
from euthyne.exchange.lifting import NOW_CALLED
from euthyne.exchange.version1 import is_version1

revision = "0004"
down_revision = "0003"

STOCK = sa.table("stock", sa.column("id", sa.Integer), sa.column("what", sa.String))
LEADS = sa.table("lead", sa.column("id", sa.Integer), sa.column("document", sa.Text))


def upgrade() -> None:
    db = op.get_bind()
    for row in db.execute(sa.select(LEADS.c.id, LEADS.c.document)).all():
        values = json.loads(row.document)
        if not is_version1(values):
            continue
        try:
            lifted = lead_adapter().dump_json(kept_lead(values)).decode()
        except Refused:
            # It stays as it was kept: what it lacks is said when it is opened.
            continue
        db.execute(LEADS.update().where(LEADS.c.id == row.id).values(document=lifted))
    for row in db.execute(sa.select(STOCK.c.id, STOCK.c.what)).all():
        part, _, size = row.what.partition(" ")
        if part in NOW_CALLED:
            what = f"{NOW_CALLED[part]} {size}".strip()
            db.execute(STOCK.update().where(STOCK.c.id == row.id).values(what=what))
