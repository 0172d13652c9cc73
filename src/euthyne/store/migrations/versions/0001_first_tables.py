"""The first tables: leads, drafts, seals, journal, settings."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None


def upgrade() -> None:
    op.create_table(
        "lead",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("tag", sa.String(24), nullable=False, unique=True),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("made_for", sa.String(80), nullable=False),
        sa.Column("document", sa.Text, nullable=False),
        sa.Column("changed_at", sa.String(32), nullable=False),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("sealed", sa.Boolean, nullable=False),
    )
    op.create_table(
        "draft",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column(
            "lead_id", sa.Integer, sa.ForeignKey("lead.id", ondelete="CASCADE"), nullable=False
        ),
        sa.Column("field", sa.String(80), nullable=False),
        sa.Column("text", sa.Text, nullable=False),
        sa.UniqueConstraint("lead_id", "field"),
    )
    op.create_table(
        "seal",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("lead_id", sa.Integer, sa.ForeignKey("lead.id"), nullable=False, unique=True),
        sa.Column("document", sa.Text, nullable=False),
        sa.Column("own", sa.Boolean, nullable=False),
    )
    op.create_table(
        "journal",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column(
            "lead_id",
            sa.Integer,
            sa.ForeignKey("lead.id", ondelete="CASCADE"),
            nullable=False,
            index=True,
        ),
        sa.Column("at", sa.String(32), nullable=False),
        sa.Column("by", sa.String(40), nullable=False),
        sa.Column("what", sa.Text, nullable=False),
    )
    op.create_table(
        "setting",
        sa.Column("key", sa.String(40), primary_key=True),
        sa.Column("value", sa.Text, nullable=False),
    )
