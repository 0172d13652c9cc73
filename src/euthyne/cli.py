"""The commands: run it, answer a document, write and take in leads, check the log."""

import json
import sys
from collections.abc import Callable
from dataclasses import asdict
from datetime import datetime
from importlib.resources import files
from pathlib import Path
from typing import TYPE_CHECKING, BinaryIO

import click

if TYPE_CHECKING:
    from euthyne.store.leads import LeadStore

PORT = 8460
# Bytes of a body, half-open connections, and seconds that one may say nothing.
LIMITS = {"max_request_body_size": 2_100_000, "connection_limit": 400, "channel_timeout": 30}
DEMO_ORDER = (
    "lathe-supply",
    "visitor-charger",
    "hut-repair",
    "gutter-tape",
    "finder-battery",
    "dome-encoder",
    "weather-mast",
    "fan-chain",
    "dew-heater-box",
    "mount-controller",
    "battery-inverter",
    "roof-string",
    "welder-work",
    "three-cell-charger",
    "welder-supply",
    "dome-fan",
    "warm-hut-bench",
    "hut-to-dome",
)


def data_folder(given: str | None, demo: bool = False) -> Path:
    """The data folder: the one given, else the platform's own; the demo keeps apart from real
    leads.
    """
    if given:
        return Path(given)
    from platformdirs import user_data_path

    home = user_data_path("euthyne")
    if demo:
        return home / "tarn-ridge"
    return home


def open_store(folder: Path) -> "LeadStore":
    """The leads of a folder."""
    from euthyne.store.database import open_database
    from euthyne.store.leads import LeadStore

    return LeadStore(open_database(folder))


def now() -> str:
    """This moment, to the second, with its zone, as it is recorded."""
    return datetime.now().astimezone().isoformat(timespec="seconds")


@click.group()
def main() -> None:
    """Euthyne: from a brief to a proven, tagged and recorded lead."""


DATA = click.option("--data", metavar="DIR", help="Folder of the data file.")
PORT_OPTION = click.option("--port", default=PORT, show_default=True, help="Port to listen on.")


@main.command()
@PORT_OPTION
@DATA
def serve(port: int, data: str | None) -> None:
    """Run Euthyne on this machine."""
    _listen(data_folder(data), port)


@main.command()
@PORT_OPTION
@DATA
def demo(port: int, data: str | None) -> None:
    """Run Euthyne with the leads of Tarn Ridge Observatory."""
    folder = data_folder(data, demo=True)
    load_demo(folder)
    _listen(folder, port)


def load_demo(folder: Path) -> None:
    """Load the demonstration leads into an empty data folder."""
    from euthyne.exchange.lead_file import read_lead
    from euthyne.exchange.stores_file import read_stores
    from euthyne.store.stores import StoresStore

    store = open_store(folder)
    if store.all():
        return
    store.set("tag_prefix", "TR")
    for name in DEMO_ORDER:
        text = (files("euthyne.demo") / f"{name}.json").read_text(encoding="utf-8")
        store.add(read_lead(text), now(), "demo", "loaded with the demonstration")
    stores = StoresStore(store.engine)
    for stock in read_stores((files("euthyne.demo") / "stores.json").read_text(encoding="utf-8")):
        stores.add(stock, now(), "demo", "loaded with the demonstration")


def _listen(folder: Path, port: int) -> None:
    from waitress import create_server

    from euthyne.web import create_app

    app = create_app(open_store(folder), folder)
    try:
        server = create_server(app, host="127.0.0.1", port=port, threads=4, **LIMITS)
    except OSError as error:
        raise click.ClickException(
            f"Port {port} is taken. Give another: --port {port + 1}"
        ) from error
    click.echo(f"Euthyne is on http://127.0.0.1:{port}  (data in {folder}; stop with Ctrl-C)")
    sys.stdout.flush()
    server.run()


@main.command("size")
@click.argument("brief", type=click.File("rb"))
def size_command(brief: BinaryIO) -> None:
    """Size a conductor for a brief in JSON (- for standard input)."""
    from euthyne.core.sizing.size import size
    from euthyne.exchange.size_contract import answer_json, read_brief

    _answer(lambda: answer_json(size(read_brief(brief.read()))))


@main.command("wire")
@click.argument("question", type=click.File("rb"))
def wire_command(question: BinaryIO) -> None:
    """Say what a wire is, from strands, weight, resistance or diameter in JSON (- for standard
    input).
    """
    from euthyne.core.trade.identify import identify
    from euthyne.exchange.wire_contract import answer_json, read_question

    _answer(lambda: answer_json(identify(read_question(question.read()))))


def _answer(work: Callable[[], str]) -> None:
    """Print what the work answers; or its faults as JSON, with exit status 2."""
    from euthyne.core.trade.fault import Refused

    try:
        click.echo(work())
    except Refused as refused:
        click.echo(json.dumps({"errors": [asdict(f) for f in refused.faults]}, indent=1))
        sys.exit(2)


@main.command("order")
@click.argument("build", type=click.File("rb"))
def order_command(build: BinaryIO) -> None:
    """Put a build in JSON in its best order, or say what is stuck, or the way back (- for standard
    input).
    """
    from euthyne.exchange.order_contract import answer_json

    _answer(lambda: answer_json(build.read()))


@main.command("diagnose")
@click.argument("grid", type=click.File("rb"))
def diagnose_command(grid: BinaryIO) -> None:
    """Name the mistakes that explain what a continuity meter heard, from JSON (- for standard
    input).
    """
    from euthyne.exchange.wiring_contract import diagnosis_json

    _answer(lambda: diagnosis_json(grid.read()))


@main.command("probes")
@click.argument("grid", type=click.File("rb"))
def probes_command(grid: BinaryIO) -> None:
    """Write the shortest plan of probes that proves a wiring, from JSON (- for standard input)."""
    from euthyne.exchange.wiring_contract import probes_json

    _answer(lambda: probes_json(grid.read()))


@main.command("steps")
@click.argument("lead", type=click.File("rb"))
def steps_command(lead: BinaryIO) -> None:
    """Write the build steps of a lead's JSON document (- for standard input)."""
    from euthyne.core.plan import plan_of
    from euthyne.core.standing.progress import not_to_be_built, progress
    from euthyne.exchange.lead_file import read_lead

    def written() -> str:
        plan = plan_of(read_lead(lead.read()).lead)
        told = ("key", "kind", "end", "headline", "detail", "mistake", "judge")
        steps = [
            {k: getattr(s, k) for k in told}
            | {"figures": {f.words: f.value for f in s.figures}, "asks": [a.words for a in s.asks]}
            for s in plan.build.steps
        ]
        stops = not_to_be_built(progress(plan, False))
        answer = {"not_to_be_built": stops, "steps": steps, "trapped": plan.build.trapped}
        return json.dumps(answer, indent=1, ensure_ascii=False)

    _answer(written)


@main.command("check")
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

    _answer(look)
    sys.exit(1 if stopped else 0)


@main.command("checks")
def checks_command() -> None:
    """Write the list of every check, as Markdown."""
    from euthyne.exchange.formats import checks_markdown

    click.echo(checks_markdown(), nl=False)


@main.command("formats")
def formats_command() -> None:
    """Write the JSON Schemas of every document, as Markdown."""
    from euthyne.exchange.formats import formats_markdown

    click.echo(formats_markdown(), nl=False)


@main.command("export")
@click.argument("lead")
@DATA
def export_command(lead: str, data: str | None) -> None:
    """Write a lead's JSON document to standard output."""
    from euthyne.exchange.lead_file import write_lead
    from euthyne.store.leads import NoSuchLead, file_of

    try:
        file = file_of(open_store(data_folder(data)), lead)
    except NoSuchLead as error:
        raise click.ClickException(f"No lead is tagged {lead}.") from error
    click.echo(write_lead(file.lead, file.seal), nl=False)


@main.command("import")
@click.argument("file", type=click.File("rb"))
@DATA
def import_command(file: BinaryIO, data: str | None) -> None:
    """Take in a lead's JSON document (- for standard input); a document with faults is not taken at
    all.
    """
    from euthyne.exchange.lead_file import read_lead

    def take_in() -> str:
        found = read_lead(file.read())
        open_store(data_folder(data)).add(found, now(), "import", "imported")
        return f"{found.lead.tag} is in the log."

    _answer(take_in)


@main.command("verify-log")
@DATA
def verify_log(data: str | None) -> None:
    """Check that nothing sealed was changed, and say how many seals there are and the last of them."""
    from euthyne.store.database import FILE

    folder = data_folder(data)
    if not (folder / FILE).exists():
        raise click.ClickException(f"There is no log in {folder}. Say where it is: --data DIR")
    found = open_store(folder).audit()
    click.echo(
        f"{found.count} sealed; the log ends at seal {found.head.number}, {found.head.sha256}"
    )
    if found.faults:
        told = "\n".join(f"- {fault}" for fault in found.faults)
        raise click.ClickException(f"Not as it was sealed:\n{told}")
    click.echo("Every seal holds.")
