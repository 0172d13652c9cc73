"""Leaflets of parts of one's own: the sheet their figures are from."""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"


def upgrade() -> None:
    op.create_table(
        "sheet",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("part_id", sa.String(60), sa.ForeignKey("part.id"), nullable=False, index=True),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("kind", sa.String(40), nullable=False),
        sa.Column("content", sa.LargeBinary, nullable=False),
        sa.Column("sha256", sa.String(64), nullable=False),
        sa.Column("added_at", sa.String(32), nullable=False),
        sa.Column("by", sa.String(40), nullable=False),
        sa.Column("put_away", sa.Boolean, nullable=False, server_default=sa.false()),
    )
