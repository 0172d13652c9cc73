"""Leads are put away, and taken out again; none is ever deleted."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    away = sa.Column("put_away", sa.Boolean, nullable=False, server_default=sa.false())
    op.add_column("lead", away)
