"""Parts of one's own and leaflets are put away, and taken out again; none is ever deleted."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"


def upgrade() -> None:
    for table in ("part", "leaflet"):
        away = sa.Column("put_away", sa.Boolean, nullable=False, server_default=sa.false())
        op.add_column(table, away)
