"""People, the devices they signed in on, wrong tries, the log of the house; whom a lead was handed to."""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"


def upgrade() -> None:
    op.create_table(
        "person",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(40), nullable=False),
        sa.Column("known_as", sa.String(40), nullable=False, unique=True),
        sa.Column("role", sa.String(12), nullable=False),
        sa.Column("passphrase", sa.String(200), nullable=False),
        sa.Column("pin", sa.String(200), nullable=False, server_default=""),
        sa.Column("added_at", sa.String(32), nullable=False),
        sa.Column("put_away", sa.Boolean, nullable=False, server_default=sa.false()),
    )
    op.create_table(
        "device",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("name", sa.String(40), nullable=False),
        sa.Column("secret", sa.String(64), nullable=False, unique=True),
        sa.Column("person_id", sa.Integer, sa.ForeignKey("person.id"), nullable=False, index=True),
        sa.Column("signed_in_at", sa.String(32), nullable=False),
        sa.Column("until", sa.String(32), nullable=False),
        sa.Column("seen_on", sa.String(10), nullable=False),
        sa.Column("ended", sa.Boolean, nullable=False, server_default=sa.false()),
    )
    op.create_table(
        "wrong_try",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("whose", sa.String(64), nullable=False),
        sa.Column("place", sa.String(64), nullable=False),
        sa.Column("many", sa.Integer, nullable=False),
        sa.Column("last_at", sa.String(32), nullable=False, index=True),
        sa.UniqueConstraint("whose", "place"),
    )
    op.create_table(
        "handing",
        sa.Column(
            "lead_id",
            sa.Integer,
            sa.ForeignKey("lead.id", ondelete="CASCADE"),
            primary_key=True,
        ),
        sa.Column("to", sa.String(40), nullable=False, index=True),
        sa.Column("by", sa.String(40), nullable=False),
        sa.Column("at", sa.String(32), nullable=False),
        sa.Column("note", sa.String(200), nullable=False, server_default=""),
    )
    op.create_table(
        "house_line",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("at", sa.String(32), nullable=False),
        sa.Column("by", sa.String(40), nullable=False),
        sa.Column("what", sa.String(200), nullable=False),
    )
