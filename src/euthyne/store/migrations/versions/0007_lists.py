"""What lists show is kept beside each lead, and its words to be found by."""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"


def upgrade() -> None:
    op.create_table(
        "listed",
        sa.Column(
            "lead_id", sa.Integer, sa.ForeignKey("lead.id", ondelete="CASCADE"), primary_key=True
        ),
        sa.Column("in_hand", sa.Boolean, nullable=False),
        sa.Column("sealed", sa.Boolean, nullable=False),
        sa.Column("put_away", sa.Boolean, nullable=False),
        sa.Column("changed", sa.String(32), nullable=False),
        sa.Column("created", sa.String(32), nullable=False),
        sa.Column("wanted_by", sa.String(10), nullable=False),
        sa.Column("next_test", sa.String(10), nullable=False),
        sa.Column("stage", sa.Integer, nullable=False),
        sa.Column("action", sa.String(200), nullable=False),
        sa.Column("stopped", sa.Boolean, nullable=False),
        sa.Column("begins_as", sa.String(200), nullable=False),
        sa.Column("why", sa.Text, nullable=False),
    )
    for name, columns in (
        ("changed", ["put_away", "changed", "lead_id"]),
        ("in_hand", ["in_hand", "wanted_by", "changed"]),
        ("groups", ["in_hand", "stopped", "stage", "action"]),
        ("next_test", ["sealed", "put_away", "next_test"]),
        ("created", ["created"]),
    ):
        op.create_index(f"listed_{name}", "listed", columns)
    op.create_table(
        "need",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column(
            "lead_id", sa.Integer, sa.ForeignKey("lead.id", ondelete="CASCADE"), nullable=False
        ),
        sa.Column("kind", sa.String(12), nullable=False),
        sa.Column("what", sa.String(80), nullable=False),
        sa.Column("words", sa.Text, nullable=False),
        sa.Column("amount", sa.Float, nullable=False),
        sa.Column("waiting", sa.Boolean, nullable=False),
    )
    op.create_index("ix_need_lead_id", "need", ["lead_id"])
    op.create_index("ix_need_kind", "need", ["kind"])
    op.create_index("ix_seal_own", "seal", ["own", "id"])
    op.execute(
        "create virtual table found using fts5"
        "(words, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3')"
    )
    op.execute("delete from setting where key = 'listing'")  # all of it is worked out anew
    _count_series()


def _count_series() -> None:
    """Keep the highest number of each series of tags, so that the next one is known."""
    db = op.get_bind()
    last: dict[str, int] = {}
    for tag in db.execute(sa.text("select tag from lead")).scalars():
        prefix, _, number = tag.rpartition("-")
        if prefix and number.isdecimal() and len(number) <= 9:
            last[prefix] = max(last.get(prefix, 0), int(number))
    for prefix, number in last.items():
        db.execute(
            sa.text("insert or replace into setting (key, value) values (:key, :value)"),
            {"key": f"last {prefix}", "value": str(number)},
        )
