"""Jobs with their leads and their log; what Stores keep for one; the packs in which things are sold; lots."""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"


def upgrade() -> None:
    op.create_table(
        "job",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("put_away", sa.Boolean(), server_default=sa.text("0"), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "job_lead",
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("job_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["lead_id"], ["lead.id"], ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["job_id"], ["job.id"]),
        sa.PrimaryKeyConstraint("lead_id"),
    )
    op.create_index("job_lead_job", "job_lead", ["job_id"], unique=False)
    op.create_table(
        "job_line",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("job_id", sa.Integer(), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.Column("what", sa.Text(), nullable=False),
        sa.ForeignKeyConstraint(["job_id"], ["job.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("job_line_job", "job_line", ["job_id"], unique=False)
    op.create_table(
        "promise",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("job_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(length=12), nullable=False),
        sa.Column("what", sa.String(length=80), nullable=False),
        sa.Column("amount", sa.Float(), nullable=False),
        sa.ForeignKeyConstraint(["job_id"], ["job.id"]),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("job_id", "kind", "what"),
    )
    op.create_table(
        "pack",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("put_away", sa.Boolean(), server_default=sa.text("0"), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "cutting_list",
        sa.Column("job_id", sa.Integer(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.ForeignKeyConstraint(["job_id"], ["job.id"]),
        sa.PrimaryKeyConstraint("job_id"),
    )
    op.create_table(
        "lot",
        sa.Column("stock_id", sa.Integer(), nullable=False),
        sa.Column("number", sa.String(length=40), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("barred", sa.String(length=200), server_default="", nullable=False),
        sa.ForeignKeyConstraint(["stock_id"], ["stock.id"]),
        sa.PrimaryKeyConstraint("stock_id"),
    )
    op.create_index("lot_number", "lot", ["number"], unique=False)
    op.create_table(
        "returned",
        sa.Column("lead_id", sa.Integer(), nullable=False),
        sa.Column("number", sa.String(length=40), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.ForeignKeyConstraint(["lead_id"], ["lead.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("lead_id", "number"),
    )
    op.create_table(
        "quote",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("job_id", sa.Integer(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("page", sa.LargeBinary(), nullable=False),
        sa.ForeignKeyConstraint(["job_id"], ["job.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("quote_job", "quote", ["job_id"], unique=False)
    op.create_table(
        "lent",
        sa.Column("stock_id", sa.Integer(), nullable=False),
        sa.Column("whom", sa.String(length=60), nullable=False),
        sa.Column("back_on", sa.String(length=10), server_default="", nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("by", sa.String(length=40), nullable=False),
        sa.ForeignKeyConstraint(["stock_id"], ["stock.id"]),
        sa.PrimaryKeyConstraint("stock_id"),
    )
