"""Who is at a device stands beside it; what is done after a seal becomes a link of the same chain."""

import hashlib
import json
from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
SEALED = "sealed as number "


def upgrade() -> None:
    with op.batch_alter_table("device") as table:
        table.add_column(sa.Column("here", sa.Integer, nullable=True))
        table.add_column(sa.Column("turn", sa.Integer, nullable=False, server_default="0"))
    op.create_table(
        "chained",
        sa.Column("number", sa.Integer, primary_key=True, autoincrement=False),
        sa.Column("lead_id", sa.Integer, sa.ForeignKey("lead.id"), nullable=True, index=True),
        sa.Column("document", sa.Text, nullable=False),
    )
    _chain_what_came_after()


def _chain_what_came_after() -> None:
    """Every line that the journal of a sealed lead has after its seal, as a link behind the last seal."""
    db = op.get_bind()
    seals = db.execute(sa.text("select lead_id, document, own from seal order by id")).all()
    number, head = 0, "0" * 64
    for _, document, own in seals:
        if own:
            found = json.loads(document)
            number, head = found["number"], found["sha256"]
    sealed = {lead for lead, _, _ in seals}
    leads = {row.id: row for row in db.execute(sa.text("select id, tag, set_aside from lead"))}
    lines = db.execute(sa.text("select lead_id, at, by, what from journal order by id")).all()
    after = _after_their_seals(lines, {lead for lead, _, own in seals if own}, sealed)
    last = {line[0]: i for i, line in enumerate(after)}
    for i, (lead, at, by, what) in enumerate(after):
        number += 1
        facts = {"set_aside": leads[lead].set_aside} if last[lead] == i else {}
        link = {
            "number": number,
            "at": at,
            "by": by,
            "tag": leads[lead].tag,
            "what": what,
            "facts": facts,
        }
        text = json.dumps(
            link, sort_keys=True, separators=(",", ":"), ensure_ascii=False, allow_nan=False
        )
        total = hashlib.sha256(f"{head}\n{text}".encode("utf-8", "surrogatepass")).hexdigest()
        kept = json.dumps(link | {"previous": head, "sha256": total}, ensure_ascii=False)
        db.execute(
            sa.text("insert into chained (number, lead_id, document) values (:n, :l, :d)"),
            {"n": number, "l": lead, "d": kept},
        )
        head = total


def _after_their_seals(lines: Any, own: set[int], sealed: set[int]) -> list[tuple[Any, ...]]:
    """Of the lines of all journals, those that came after the seal of their lead: all of one that was
    sealed in another log, all but the first of one that its log began with.
    """
    told = {line.lead_id for line in lines if line.what.startswith(SEALED)}
    found, passed = [], set(sealed - own)
    for line in lines:
        if line.lead_id in passed:
            found.append(tuple(line))
        elif line.lead_id in own and (line.what.startswith(SEALED) or line.lead_id not in told):
            passed.add(line.lead_id)
    return found
