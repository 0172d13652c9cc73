"""Leads are put away, and taken out again; none is ever deleted. Where the chain of seals ends is
kept beside the data file from now on.
"""

import json
from pathlib import Path

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    away = sa.Column("put_away", sa.Boolean, nullable=False, server_default=sa.false())
    op.add_column("lead", away)
    db = op.get_bind()
    last = db.execute(
        sa.text("select document from seal where own order by id desc limit 1")
    ).scalar()
    if last is not None:
        told = json.loads(last)
        head = {"number": told["number"], "sha256": told["sha256"]}
        file = Path(str(db.engine.url.database)).parent / "sealed-head.json"
        file.write_text(json.dumps(head), encoding="utf-8")
