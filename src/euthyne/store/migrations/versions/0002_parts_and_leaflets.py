"""Parts of one's own, and leaflets kept with a lead."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"


def upgrade() -> None:
    op.create_table(
        "part",
        sa.Column("id", sa.String(60), primary_key=True),
        sa.Column("document", sa.Text, nullable=False),
        sa.Column("added_at", sa.String(32), nullable=False),
        sa.Column("by", sa.String(40), nullable=False),
    )
    op.create_table(
        "leaflet",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column(
            "lead_id",
            sa.Integer,
            sa.ForeignKey("lead.id", ondelete="CASCADE"),
            nullable=False,
            index=True,
        ),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("kind", sa.String(40), nullable=False),
        sa.Column("content", sa.LargeBinary, nullable=False),
        sa.Column("sha256", sa.String(64), nullable=False),
        sa.Column("added_at", sa.String(32), nullable=False),
        sa.Column("by", sa.String(40), nullable=False),
    )
