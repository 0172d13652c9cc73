"""What the papers say of the house is so: files they name are there, words they explain are used."""

import ast
import json
import re
from collections import Counter
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
SOURCE = ROOT / "src" / "euthyne"
SCHEMAS = ROOT / "docs" / "schemas"
PAPERS = (
    *("README.md", "CONTRIBUTING.md", "SECURITY.md", "CHANGELOG.md"),
    *("docs/architecture.md", "docs/words.md", "docs/known.md", "docs/measured.md"),
)
CLASSES = [
    node.name
    for file in SOURCE.rglob("*.py")
    for node in ast.parse(file.read_text("utf-8")).body
    if isinstance(node, ast.ClassDef)
]


def test_no_two_classes_have_one_name():
    """Rename one of them, and say in docs/words.md what both are."""
    assert [name for name, many in Counter(CLASSES).items() if many > 1 and name[0] != "_"] == []


def test_no_sentence_names_a_class():
    """A renaming went into what people read: say it in plain words again."""
    two_words = {name for name in CLASSES if re.fullmatch(r"(?:[A-Z][a-z]+){2,}", name)}
    wrong = []
    for file in SOURCE.rglob("*.py"):
        nodes = list(ast.walk(ast.parse(file.read_text("utf-8"))))
        for_programmers = {n.value for n in nodes if isinstance(n, ast.Expr)}
        for node in nodes:
            if node in for_programmers:
                continue
            said = node.value if isinstance(node, ast.Constant) else ""
            sentence = isinstance(said, str) and " " in said and not re.search(r"[\[|`]", said)
            if sentence and two_words & set(re.findall(r"\w+", said)):
                wrong.append(f"{file.name}: {said[:60]}")
    assert wrong == []


def test_the_glossary_explains_classes_that_are_there():
    named = re.findall(r"`([A-Z][A-Za-z]+)`", (ROOT / "docs/words.md").read_text("utf-8"))
    assert set(named) <= set(CLASSES), set(named) - set(CLASSES)


@pytest.mark.parametrize("paper", PAPERS)
def test_what_a_paper_names_is_there(paper):
    text = (ROOT / paper).read_text("utf-8")
    links = re.findall(r"\]\(([^)#:]+)(?:#[^)]*)?\)", text)
    missing = [link for link in links if not ((ROOT / paper).parent / link).exists()]
    named = re.findall(r"`((?:[a-z_]+/)+[a-z_.-]+\.(?:py|toml|csv|html|js))`", text)
    for name in named:
        if not any(
            (base / name).exists()
            for base in (ROOT, SOURCE, SOURCE / "core", SOURCE / "core" / "stages")
        ):
            missing.append(name)
    assert missing == []


@pytest.mark.parametrize("path", sorted(SCHEMAS.glob("*.json")), ids=lambda p: p.name)
def test_every_field_of_a_published_format_says_what_it_means(path):
    schema = json.loads(path.read_text("utf-8"))
    told = {schema.get("title", ""): schema, **schema.get("$defs", {})}
    silent = [
        f"{name}.{field}"
        for name, one in told.items()
        for field, said in one.get("properties", {}).items()
        if not said.get("description")
    ]
    assert silent == [], "a comment beside the field, then: euthyne formats docs"
