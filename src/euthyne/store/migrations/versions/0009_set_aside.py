"""What became of a sealed lead: in quarantine, scrapped, or followed by another."""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"


def upgrade() -> None:
    said = sa.Column("set_aside", sa.String(440), nullable=False, server_default="")
    op.add_column("lead", said)
    op.create_index("lead_set_aside", "lead", ["set_aside"])
