"""What docs/formats.md, docs/schemas and docs/checks.md say, from the models and checks themselves."""

import json
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from pydantic import TypeAdapter

from euthyne.core.checks import CHECKS, Check, listed
from euthyne.core.checks.laws import LAWS, Law
from euthyne.core.days.days import Days
from euthyne.core.kinds import Caution
from euthyne.core.sizing.size import Sizing
from euthyne.core.trade.identify import WireAnswer
from euthyne.core.trade.measures import tell
from euthyne.exchange import (
    archive,
    archived_jobs,
    cutting_contract,
    lead_file,
    part_file,
    size_contract,
    stores_file,
    wire_contract,
    wiring_contract,
)
from euthyne.exchange.described import with_meanings
from euthyne.exchange.reading import adapter_for, schema_of

HEAD = """# Open formats

Each document by its JSON Schema, a file beside this page; `euthyne formats docs` writes both from the document models.
SI units, with the unit in each name; unknown fields are errors. A document with faults is answered with
`{"errors": [{"field", "problem", "fix"}]}` and exit status 2, every fault at once.

| document | schema | |
|---|---|---|
"""
SCHEMAS = "schemas"
ARCHIVED = (
    "`euthyne export --all` writes an archive, `euthyne import` takes it into an empty log: a ZIP file that always "
    "comes out the same."
)


@dataclass(frozen=True)
class Format:
    """A document that goes in or out: the name of its schema, what it is, where it comes from, its schema."""

    name: str
    title: str
    words: str
    schema: Callable[[], dict[str, Any]]


FORMATS = (
    Format(
        "size-brief",
        "`euthyne size`: the brief",
        "Read from a file, or `-`.",
        lambda: size_contract.adapter().json_schema(),
    ),
    Format(
        "size-answer",
        "`euthyne size`: the answer",
        "Written to standard output.",
        lambda: TypeAdapter(Sizing).json_schema(),
    ),
    Format(
        "wire-question",
        "`euthyne wire`: the question",
        "At least one way of measuring.",
        lambda: wire_contract.adapter().json_schema(),
    ),
    Format(
        "wire-answer",
        "`euthyne wire`: the answer",
        "Written to standard output.",
        lambda: TypeAdapter(WireAnswer).json_schema(),
    ),
    Format(
        "cutting",
        "`euthyne cutting`: what is to be cut from what",
        "One cable a plan, in whole millimetres.",
        lambda: cutting_contract.adapter().json_schema(),
    ),
    Format(
        "wiring",
        "`euthyne diagnose`, `euthyne probes`: what should join, and what was heard",
        "In a gang of `silent` the other point is under `with`; `euthyne probes` needs no `sounds`.",
        lambda: wiring_contract.adapter().json_schema(),
    ),
    Format(
        "lead",
        "A lead",
        "`euthyne export` writes it, `euthyne import` reads it, `euthyne check` checks it.",
        lambda: schema_of(lead_file.adapter()),
    ),
    Format(
        "part",
        "A part of one's own",
        "The Shelf writes it and takes it in.",
        lambda: schema_of(part_file.adapter()),
    ),
    Format(
        "stores",
        "Stores",
        "Stores write it: everything on hand.",
        lambda: stores_file.adapter().json_schema(),
    ),
    Format(
        "archive",
        "An archive: `archive.json`",
        f"{ARCHIVED} What it is of. The settings are those of the log.",
        lambda: archive.head_adapter().json_schema(),
    ),
    Format(
        "job",
        "A job",
        "Its page writes it: what was asked for, its leads by their tags, its log, its cutting list, its quotes.",
        lambda: archived_jobs.job_adapter().json_schema(),
    ),
    Format(
        "days",
        "A plan of days",
        "Its page writes it: what is done by whom on each day, when each job is done, what will be late. Hours are "
        "minutes after midnight.",
        lambda: adapter_for(Days).json_schema(),
    ),
    Format(
        "archive-jobs",
        "An archive: `jobs.json`",
        "Jobs with their leads, their logs and their cutting lists; how things are sold; lots.",
        lambda: archived_jobs.jobs_adapter().json_schema(),
    ),
    Format(
        "archive-lead",
        "An archive: `leads/0000001.json`",
        "A lead with its seal, its journal and what lies beside it, in the order they were begun. A leaflet's content "
        "lies under `leaflets/`, named by its SHA-256.",
        lambda: archive.lead_adapter().json_schema(),
    ),
    Format(
        "archive-part",
        "An archive: `parts/00001.json`",
        "A part of one's own.",
        lambda: archive.part_adapter().json_schema(),
    ),
    Format(
        "archive-stores",
        "An archive: `stores.json`",
        "Stores with every movement.",
        lambda: archive.stores_adapter().json_schema(),
    ),
)


def formats_files() -> dict[str, str]:
    """The page and every schema, by their paths below a folder."""
    found = {"formats.md": _page()}
    for one in FORMATS:
        schema = {
            "$schema": "https://json-schema.org/draft/2020-12/schema",
            **with_meanings(one.schema()),
        }
        found[f"{SCHEMAS}/{one.name}.schema.json"] = json.dumps(schema, indent=1) + "\n"
    return found


def _page() -> str:
    rows = (
        f"| {one.title} | [{one.name}]({SCHEMAS}/{one.name}.schema.json) | {one.words} |\n"
        for one in FORMATS
    )
    return HEAD + "".join(rows)


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
