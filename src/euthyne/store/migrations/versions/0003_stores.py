"""Stores: what is on hand, and every movement of it."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"


def upgrade() -> None:
    op.create_table(
        "stock",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(40), nullable=False, unique=True),
        sa.Column("kind", sa.String(12), nullable=False),
        sa.Column("what", sa.String(80), nullable=False),
        sa.Column("left", sa.Float, nullable=False),
        sa.Column("offcut", sa.Boolean, nullable=False),
        sa.Column("place", sa.String(60), nullable=False),
        sa.Column("price", sa.Float, nullable=True),
        sa.Column("source", sa.String(120), nullable=False),
        sa.Column("gone", sa.Boolean, nullable=False),
    )
    op.create_table(
        "movement",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("stock_id", sa.Integer, sa.ForeignKey("stock.id"), nullable=False, index=True),
        sa.Column("lead_id", sa.Integer, sa.ForeignKey("lead.id"), nullable=True, index=True),
        sa.Column("step", sa.String(80), nullable=False),
        sa.Column("change", sa.Float, nullable=False),
        sa.Column("at", sa.String(32), nullable=False),
        sa.Column("by", sa.String(40), nullable=False),
        sa.Column("why", sa.String(120), nullable=False),
    )
