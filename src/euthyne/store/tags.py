"""The tags of a log: a series of numbers behind its own letters, none of them given twice."""

from sqlalchemy import Select, select
from sqlalchemy.orm import Session

from euthyne.store.models import LeadRow, SettingRow

# Figures of a number in a series of tags.
NUMBER = 9


def next_tag(session: Session) -> str:
    """The next free tag in the series of a log."""
    prefix = session.scalar(select(SettingRow.value).where(SettingRow.key == "tag_prefix")) or "L"
    number = int(session.scalar(_last_number(prefix)) or 0) + 1
    while session.scalar(select(LeadRow.id).where(LeadRow.tag == f"{prefix}-{number:04d}")):
        number += 1
    return f"{prefix}-{number:04d}"


def _last_number(prefix: str) -> Select[str]:
    return select(SettingRow.value).where(SettingRow.key == f"last {prefix}")


def counted(session: Session, tag: str) -> None:
    """Keep the highest number of a tag's series, so that the next one is free."""
    prefix, _, number = tag.rpartition("-")
    if not prefix or not number.isdecimal() or len(number) > NUMBER:
        return
    if int(number) > int(session.scalar(_last_number(prefix)) or 0):
        session.merge(SettingRow(key=f"last {prefix}", value=str(int(number))))
