"""A leaflet may be a photograph of what was looked at: the line of Prove it stands beside."""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"


def upgrade() -> None:
    line = sa.Column("line", sa.String(80), nullable=False, server_default="")
    op.add_column("leaflet", line)
