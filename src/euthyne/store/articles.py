"""First articles as they are kept, each with its photograph; they are put away, never deleted."""

from dataclasses import dataclass

from sqlalchemy import Engine, select

from euthyne.core.shelf.article import FirstArticle
from euthyne.exchange.reading import adapter_for
from euthyne.store.database import writing
from euthyne.store.models import FirstArticleRow


@dataclass(frozen=True)
class KeptArticle:
    """A first article with its number."""

    number: int
    article: FirstArticle


def keep_article(engine: Engine, article: FirstArticle, kind: str, photograph: bytes) -> None:
    """Keep a first article. Parameters: kind and content of its photograph."""
    text = adapter_for(FirstArticle).dump_json(article).decode()
    with writing(engine) as session:
        session.add(FirstArticleRow(document=text, kind=kind, photograph=photograph))


def kept_articles(engine: Engine) -> tuple[KeptArticle, ...]:
    """Every first article that is not put away, the oldest first."""
    query = (
        select(FirstArticleRow.id, FirstArticleRow.document)
        .where(FirstArticleRow.put_away.is_(False))
        .order_by(FirstArticleRow.id)
    )
    with engine.connect() as db:
        rows = db.execute(query).all()
    read = adapter_for(FirstArticle)
    return tuple(KeptArticle(number, read.validate_json(text)) for number, text in rows)


def photograph_of(engine: Engine, number: int) -> tuple[str, bytes] | None:
    """Kind and content of the photograph of a first article; None where there is none of that number."""
    query = select(FirstArticleRow.kind, FirstArticleRow.photograph).where(
        FirstArticleRow.id == number
    )
    with engine.connect() as db:
        row = db.execute(query).first()
    return (row[0], row[1]) if row else None


def put_article_away(engine: Engine, number: int) -> None:
    """A first article releases its tool no more; nothing where there is none of that number."""
    with writing(engine) as session:
        row = session.get(FirstArticleRow, number)
        if row is not None:
            row.put_away = True
