"""Every table and index, as the first program that keeps its data files had them."""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = None


def upgrade() -> None:
    op.create_table(
        "house_line",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.Column("what", sa.String(length=200), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "lead",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("tag", sa.String(length=24), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("made_for", sa.String(length=80), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("changed_at", sa.String(length=32), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("sealed", sa.Boolean(), nullable=False),
        sa.Column("put_away", sa.Boolean(), server_default=sa.text("0"), nullable=False),
        sa.Column("set_aside", sa.String(length=440), server_default="", nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("tag"),
    )
    op.create_index("lead_set_aside", "lead", ["set_aside"], unique=False)
    op.create_table(
        "part",
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("added_at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.Column("put_away", sa.Boolean(), server_default=sa.text("0"), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "person",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=40), nullable=False),
        sa.Column("known_as", sa.String(length=40), nullable=False),
        sa.Column("role", sa.String(length=12), nullable=False),
        sa.Column("passphrase", sa.String(length=200), nullable=False),
        sa.Column("pin", sa.String(length=200), server_default="", nullable=False),
        sa.Column("added_at", sa.String(length=32), nullable=False),
        sa.Column("put_away", sa.Boolean(), server_default=sa.text("0"), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("known_as"),
    )
    op.create_table(
        "setting",
        sa.Column("key", sa.String(length=40), nullable=False),
        sa.Column("value", sa.Text(), nullable=False),
        sa.PrimaryKeyConstraint("key"),
    )
    op.create_table(
        "stock",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=40), nullable=False),
        sa.Column("kind", sa.String(length=12), nullable=False),
        sa.Column("what", sa.String(length=80), nullable=False),
        sa.Column("left", sa.Float(), nullable=False),
        sa.Column("offcut", sa.Boolean(), nullable=False),
        sa.Column("place", sa.String(length=60), nullable=False),
        sa.Column("price", sa.Float(), nullable=True),
        sa.Column("source", sa.String(length=120), nullable=False),
        sa.Column("gone", sa.Boolean(), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("name"),
    )
    op.create_table(
        "wrong_try",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("whose", sa.String(length=64), nullable=False),
        sa.Column("place", sa.String(length=64), nullable=False),
        sa.Column("many", sa.Integer(), nullable=False),
        sa.Column("last_at", sa.String(length=32), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("whose", "place"),
    )
    op.create_index("ix_wrong_try_last_at", "wrong_try", ["last_at"], unique=False)
    op.create_table(
        "chained",
        sa.Column("number", sa.Integer(), autoincrement=False, nullable=False),
        sa.Column("lead_id", sa.Integer(), nullable=True),
        sa.Column("document", sa.Text(), nullable=False),
        sa.ForeignKeyConstraint(
            ["lead_id"],
            ["lead.id"],
        ),
        sa.PrimaryKeyConstraint("number"),
    )
    op.create_index("ix_chained_lead_id", "chained", ["lead_id"], unique=False)
    op.create_table(
        "device",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=40), nullable=False),
        sa.Column("secret", sa.String(length=64), nullable=False),
        sa.Column("person_id", sa.Integer(), nullable=False),
        sa.Column("signed_in_at", sa.String(length=32), nullable=False),
        sa.Column("until", sa.String(length=32), nullable=False),
        sa.Column("seen_on", sa.String(length=10), nullable=False),
        sa.Column("here", sa.Integer(), nullable=True),
        sa.Column("turn", sa.Integer(), server_default="0", nullable=False),
        sa.Column("ended", sa.Boolean(), server_default=sa.text("0"), nullable=False),
        sa.ForeignKeyConstraint(
            ["person_id"],
            ["person.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("secret"),
    )
    op.create_index("ix_device_person_id", "device", ["person_id"], unique=False)
    op.create_table(
        "draft",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("field", sa.String(length=80), nullable=False),
        sa.Column("text", sa.Text(), nullable=False),
        sa.ForeignKeyConstraint(["lead_id"], ["lead.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("lead_id", "field"),
    )
    op.create_table(
        "handing",
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("to", sa.String(length=40), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("note", sa.String(length=200), server_default="", nullable=False),
        sa.ForeignKeyConstraint(["lead_id"], ["lead.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("lead_id"),
    )
    op.create_index("ix_handing_to", "handing", ["to"], unique=False)
    op.create_table(
        "journal",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.Column("what", sa.Text(), nullable=False),
        sa.Column("changes", sa.Text(), server_default="", nullable=False),
        sa.ForeignKeyConstraint(["lead_id"], ["lead.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_journal_lead_id", "journal", ["lead_id"], unique=False)
    op.create_table(
        "leaflet",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("kind", sa.String(length=40), nullable=False),
        sa.Column("content", sa.LargeBinary(), nullable=False),
        sa.Column("sha256", sa.String(length=64), nullable=False),
        sa.Column("added_at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.Column("put_away", sa.Boolean(), server_default=sa.text("0"), nullable=False),
        sa.Column("line", sa.String(length=80), server_default="", nullable=False),
        sa.ForeignKeyConstraint(["lead_id"], ["lead.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_leaflet_lead_id", "leaflet", ["lead_id"], unique=False)
    op.create_table(
        "listed",
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("in_hand", sa.Boolean(), nullable=False),
        sa.Column("sealed", sa.Boolean(), nullable=False),
        sa.Column("put_away", sa.Boolean(), nullable=False),
        sa.Column("changed", sa.String(length=32), nullable=False),
        sa.Column("created", sa.String(length=32), nullable=False),
        sa.Column("wanted_by", sa.String(length=10), nullable=False),
        sa.Column("next_test", sa.String(length=10), nullable=False),
        sa.Column("stage", sa.Integer(), nullable=False),
        sa.Column("action", sa.String(length=200), nullable=False),
        sa.Column("stopped", sa.Boolean(), nullable=False),
        sa.Column("begins_as", sa.String(length=200), nullable=False),
        sa.Column("why", sa.Text(), nullable=False),
        sa.ForeignKeyConstraint(["lead_id"], ["lead.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("lead_id"),
    )
    op.create_index("listed_changed", "listed", ["put_away", "changed", "lead_id"], unique=False)
    op.create_index("listed_created", "listed", ["created"], unique=False)
    op.create_index(
        "listed_groups", "listed", ["in_hand", "stopped", "stage", "action"], unique=False
    )
    op.create_index("listed_in_hand", "listed", ["in_hand", "wanted_by", "changed"], unique=False)
    op.create_index("listed_next_test", "listed", ["sealed", "put_away", "next_test"], unique=False)
    op.create_table(
        "movement",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("stock_id", sa.Integer(), nullable=False),
        sa.Column("lead_id", sa.Integer(), nullable=True),
        sa.Column("step", sa.String(length=80), nullable=False),
        sa.Column("change", sa.Float(), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.Column("why", sa.String(length=120), nullable=False),
        sa.ForeignKeyConstraint(
            ["lead_id"],
            ["lead.id"],
        ),
        sa.ForeignKeyConstraint(
            ["stock_id"],
            ["stock.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_movement_lead_id", "movement", ["lead_id"], unique=False)
    op.create_index("ix_movement_stock_id", "movement", ["stock_id"], unique=False)
    op.create_table(
        "need",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(length=12), nullable=False),
        sa.Column("what", sa.String(length=80), nullable=False),
        sa.Column("words", sa.Text(), nullable=False),
        sa.Column("amount", sa.Float(), nullable=False),
        sa.Column("waiting", sa.Boolean(), nullable=False),
        sa.ForeignKeyConstraint(["lead_id"], ["lead.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_need_kind", "need", ["kind"], unique=False)
    op.create_index("ix_need_lead_id", "need", ["lead_id"], unique=False)
    op.create_table(
        "seal",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("own", sa.Boolean(), nullable=False),
        sa.ForeignKeyConstraint(
            ["lead_id"],
            ["lead.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("lead_id"),
    )
    op.create_index("ix_seal_own", "seal", ["own", "id"], unique=False)
    op.create_table(
        "sheet",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("part_id", sa.String(length=60), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("kind", sa.String(length=40), nullable=False),
        sa.Column("content", sa.LargeBinary(), nullable=False),
        sa.Column("sha256", sa.String(length=64), nullable=False),
        sa.Column("added_at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.Column("put_away", sa.Boolean(), server_default=sa.text("0"), nullable=False),
        sa.ForeignKeyConstraint(
            ["part_id"],
            ["part.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_sheet_part_id", "sheet", ["part_id"], unique=False)
    # The words that leads are found by: no table of the models, SQLite keeps it itself.
    op.execute(
        "create virtual table found using fts5"
        "(words, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3')"
    )
