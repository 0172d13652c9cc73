"""docs/formats.md, written from the document models themselves."""

import json
from typing import Any

from pydantic import TypeAdapter

from euthyne.core.checks import CHECKS, Check, listed
from euthyne.core.checks.laws import LAWS, Law
from euthyne.core.kinds import Caution
from euthyne.core.sizing.size import Sizing
from euthyne.core.trade.identify import WireAnswer
from euthyne.core.trade.measures import tell
from euthyne.exchange import (
    archive,
    lead_file,
    part_file,
    size_contract,
    stores_file,
    wire_contract,
    wiring_contract,
)
from euthyne.exchange.reading import schema_of

HEAD = """# Open formats

Generated from the document models by `euthyne formats`. SI units, with the unit in each name; unknown fields are
errors. A document with faults is answered with `{"errors": [{"field", "problem", "fix"}]}` and exit status 2, every
fault at once.
"""


def _section(title: str, words: str, schema: dict[str, Any]) -> str:
    return f"\n## {title}\n\n{words}\n\n```json\n{json.dumps(schema, indent=1)}\n```\n"


def formats_markdown() -> str:
    """The whole page."""
    answers = TypeAdapter(Sizing).json_schema(), TypeAdapter(WireAnswer).json_schema()
    return HEAD + "".join(
        (
            _section(
                "`euthyne size`: the brief",
                "Read from a file, or `-`.",
                size_contract.adapter().json_schema(),
            ),
            _section("`euthyne size`: the answer", "Written to standard output.", answers[0]),
            _section(
                "`euthyne wire`: the question",
                "At least one way of measuring.",
                wire_contract.adapter().json_schema(),
            ),
            _section("`euthyne wire`: the answer", "Written to standard output.", answers[1]),
            _section(
                "`euthyne diagnose` and `euthyne probes`: what should join, and what was heard",
                "In a gang of `silent` the other point is under `with`; `euthyne probes` needs "
                "no `sounds`.",
                wiring_contract.adapter().json_schema(),
            ),
            _section(
                "A lead",
                "`euthyne export` writes it, `euthyne import` reads it, `euthyne check` checks it.",
                schema_of(lead_file.adapter()),
            ),
            _section(
                "A part of one's own",
                "The Shelf writes it and takes it in.",
                schema_of(part_file.adapter()),
            ),
            _section(
                "Stores",
                "Stores write it: everything on hand.",
                stores_file.adapter().json_schema(),
            ),
            *_archive(),
        )
    )


def _archive() -> tuple[str, ...]:
    """The members of an archive."""
    words = (
        "`euthyne export --all` writes it, `euthyne import` takes it into an empty log: a ZIP file "
        "that always comes out the same. "
    )
    return (
        _section(
            "An archive: `archive.json`",
            f"{words}What it is of. The settings are those of the log.",
            archive.head_adapter().json_schema(),
        ),
        _section(
            "An archive: `leads/0000001.json`",
            "A lead with its seal, its journal and what lies beside it, in the order they were "
            "begun. A leaflet's content lies under `leaflets/`, named by its SHA-256.",
            archive.lead_adapter().json_schema(),
        ),
        _section(
            "An archive: `parts/00001.json`",
            "A part of one's own.",
            archive.part_adapter().json_schema(),
        ),
        _section(
            "An archive: `stores.json`",
            "Stores with every movement.",
            archive.stores_adapter().json_schema(),
        ),
    )


def checks_markdown() -> str:
    """The page of every law and of every check, by stage."""
    checks = [
        f"| `{c.code}` | {c.level} | {c.stage.word} | {_laws_of(c)} | {c.watches} | {c.why} "
        f"| {c.clears} |\n"
        for c in listed()
    ]
    laws = [f"| {x.number} | {x.words} | {_held_by(x)} | {x.source} |\n" for x in LAWS]
    page = (
        "# Checks\n\nGenerated from the code by `euthyne checks`. A stop blocks its stage, a "
        "caution wants a reason that the record keeps, a note only says. A law holds of every lead; "
        "a check names those it holds.\n\n"
        "## Laws\n\n| law | what holds | held by | source |\n|---|---|---|---|\n"
        + "".join(laws)
        + "\n"
        "## Every check\n\n| code | level | stage | laws | watches | why | clears it |\n"
        "|---|---|---|---|---|---|---|\n" + "".join(checks)
    )
    return tell(page, "metric")


def _laws_of(check: Check | Caution) -> str:
    """The laws a check holds, in numbers; what a kind always says holds none."""
    return ", ".join(str(n) for n in getattr(check, "laws", ()))


def _held_by(law: Law) -> str:
    checks = [f"`{c.code}`" for c in CHECKS if law.number in c.laws]
    built = [f"built so: {law.built}"] if law.built else []
    return "; ".join([*checks, *built])
