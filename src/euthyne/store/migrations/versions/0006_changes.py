"""The journal keeps what changed, value by value, so that it can be put back."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    op.add_column("journal", sa.Column("changes", sa.Text, nullable=False, server_default=""))
