"""Words of the trade, explained where they stand: what each means, and the questions it is explained beside."""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache
from typing import Annotated

from annotated_types import MaxLen, MinLen

from euthyne.data.tables import TableError
from euthyne.data.typed import each

FILE = "glossary.toml"
FEWEST_LETTERS = 3  # of a word that is looked for among others


@dataclass(frozen=True)
class Term:
    """A word: what it says, the paths of the questions it is explained at, of which kinds where not of all, and
    other words that help.
    """

    says: Annotated[str, MinLen(20), MaxLen(320)]
    source: Annotated[str, MinLen(4)]
    at: tuple[str, ...] = ()
    kinds: tuple[str, ...] = ()
    see: tuple[str, ...] = ()


@cache
def glossary() -> dict[str, Term]:
    """Every word by itself, in the order of the alphabet. Raises: TableError for one that points nowhere."""
    found = dict(sorted(each(FILE, Term).items()))
    for word, term in found.items():
        for other in term.see:
            if other not in found:
                raise TableError(f"{FILE}, {word}: there is no word {other!r}")
    return found


@cache
def explained_at(path: str, kind: str) -> str:
    """The word that a question of a kind is explained by; empty where none is.

    >>> explained_at("brief.loop_ohms", "extension"), explained_at("brief.start_multiple", "heating-tape")
    ('fault loop', 'cold start')
    """
    here = [word for word, term in glossary().items() if path in term.at and kind in term.kinds]
    usual = (word for word, term in glossary().items() if path in term.at and not term.kinds)
    return (*here, *usual, "")[0]


def words_with(asked: str) -> dict[str, Term]:
    """The words that somebody may mean: those that begin so, and those named in what was asked.

    >>> list(words_with("fault")), list(words_with("what is a gland"))
    (['fault loop'], ['gland'])
    """
    asked = " ".join(asked.lower().split())
    if len(asked) < FEWEST_LETTERS:
        return {}
    return dict(_meant(asked, glossary().items()))


def _meant(asked: str, words: Iterable[tuple[str, Term]]) -> Iterable[tuple[str, Term]]:
    for word, term in words:
        begins = any(part.startswith(asked) for part in (word, *word.split()))
        if begins or f" {word} " in f" {asked} ":
            yield word, term
