"""Answer a document: a brief, a wire, a build, a grid, a lead; and write the lists of what there is."""

import json
import sys
from pathlib import Path
from typing import BinaryIO

import click

from euthyne.cli.common import answer


@click.command("size")
@click.argument("brief", type=click.File("rb"))
def size_command(brief: BinaryIO) -> None:
    """Size a conductor for a brief in JSON (- for standard input)."""
    from euthyne.core.sizing.size import size
    from euthyne.exchange.size_contract import answer_json, read_brief

    answer(lambda: answer_json(size(read_brief(brief.read()))))


@click.command("wire")
@click.argument("question", type=click.File("rb"))
def wire_command(question: BinaryIO) -> None:
    """Say what a wire is, from strands, weight, resistance or diameter in JSON (- for standard
    input).
    """
    from euthyne.core.trade.identify import identify
    from euthyne.exchange.wire_contract import answer_json, read_question

    answer(lambda: answer_json(identify(read_question(question.read()))))


@click.command("order")
@click.argument("build", type=click.File("rb"))
def order_command(build: BinaryIO) -> None:
    """Put a build in JSON in its best order, or say what is stuck, or the way back (- for standard
    input).
    """
    from euthyne.exchange.order_contract import answer_json

    answer(lambda: answer_json(build.read()))


@click.command("cutting")
@click.argument("plan", type=click.File("rb"))
def cutting_command(plan: BinaryIO) -> None:
    """Say which piece each length of a cable is cut from, from JSON, and how good that is (- for
    standard input).
    """
    from euthyne.exchange.cutting_contract import answer_json

    answer(lambda: answer_json(plan.read()))


@click.command("diagnose")
@click.argument("grid", type=click.File("rb"))
def diagnose_command(grid: BinaryIO) -> None:
    """Name the mistakes that explain what a continuity meter heard, from JSON (- for standard
    input).
    """
    from euthyne.exchange.wiring_contract import diagnosis_json

    answer(lambda: diagnosis_json(grid.read()))


@click.command("probes")
@click.argument("grid", type=click.File("rb"))
def probes_command(grid: BinaryIO) -> None:
    """Write the shortest plan of probes that proves a wiring, from JSON (- for standard input)."""
    from euthyne.exchange.wiring_contract import probes_json

    answer(lambda: probes_json(grid.read()))


@click.command("steps")
@click.argument("lead", type=click.File("rb"))
def steps_command(lead: BinaryIO) -> None:
    """Write the build steps of a lead's JSON document, each with its acts (- for standard input)."""
    from euthyne.core.plan import plan_of
    from euthyne.core.standing.progress import not_to_be_built, progress
    from euthyne.exchange.acts_file import written_build
    from euthyne.exchange.lead_file import read_lead

    def written() -> str:
        plan = plan_of(read_lead(lead.read()).lead)
        told = ("key", "kind", "end", "headline", "detail", "mistake", "judge")
        steps = [
            {k: getattr(s, k) for k in told}
            | {"figures": {f.words: f.value for f in s.figures}, "asks": [a.words for a in s.asks]}
            | {"reads": list(s.reads), "kits": [kit.sentence for kit in s.kits]}
            for s in plan.build.steps
        ]
        stops = not_to_be_built(progress(plan, False))
        acted = written_build(plan.build.acted)
        acts = acted.pop("acts")
        answer = {"not_to_be_built": stops, **acted}
        answer["steps"] = [step | {"acts": acts[step["key"]]} for step in steps]
        answer["trapped"] = plan.build.trapped
        return json.dumps(answer, indent=1, ensure_ascii=False)

    answer(written)


@click.command("walk")
@click.argument("steps", type=click.File("rb"))
def walk_command(steps: BinaryIO) -> None:
    """Walk a build as steps gives it, act by act (- for standard input); exit status 1 when something of it
    cannot be done.
    """
    from euthyne.exchange.acts_file import faults_of_steps, written_faults

    cannot = False

    def walked() -> str:
        nonlocal cannot
        found = faults_of_steps(steps.read())
        cannot = bool(found)
        return written_faults(found)

    answer(walked)
    sys.exit(1 if cannot else 0)


@click.command("check")
@click.argument("lead", type=click.File("rb"))
def check_command(lead: BinaryIO) -> None:
    """Check a lead's JSON document (- for standard input); exit status 1 when something stops it."""
    from euthyne.core.checks import checks
    from euthyne.core.plan import plan_of
    from euthyne.exchange.lead_file import read_lead

    stopped = False

    def look() -> str:
        nonlocal stopped
        found = checks(plan_of(read_lead(lead.read()).lead))
        stopped = any(f.level == "stop" for f in found)
        told = ("code", "level", "stage", "title", "text", "why", "clears", "reason")
        return json.dumps(
            {"found": [{k: getattr(f, k) for k in told} for f in found]},
            indent=1,
            ensure_ascii=False,
        )

    answer(look)
    sys.exit(1 if stopped else 0)


@click.command("checks")
def checks_command() -> None:
    """Write the list of every check, as Markdown."""
    from euthyne.exchange.formats import checks_markdown

    click.echo(checks_markdown(), nl=False)


@click.command("formats")
@click.argument("folder", type=click.Path(file_okay=False, path_type=Path))
def formats_command(folder: Path) -> None:
    """Write formats.md into a folder, and the JSON Schema of every document below it."""
    from euthyne.exchange.formats import formats_files

    for name, text in formats_files().items():
        file = folder / name
        file.parent.mkdir(parents=True, exist_ok=True)
        file.write_text(text, encoding="utf-8")


DOCUMENTS = (
    size_command,
    wire_command,
    order_command,
    cutting_command,
    diagnose_command,
    probes_command,
    steps_command,
    walk_command,
    check_command,
    checks_command,
    formats_command,
)
