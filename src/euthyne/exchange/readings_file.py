"""Readings as a CSV file: a line each, with what it is a reading of and what was read."""

import csv
from io import StringIO

from euthyne.core.stages.prove.readings import ProofLine
from euthyne.core.stages.prove.readings.typed import Typed, asked_about, read_reading
from euthyne.core.trade.fault import Fault, Refused
from euthyne.core.trade.measures import tell

HEAD = ("line", "what", "a sound one reads", "reading")
MOST_ROWS = 500


def written(lines: tuple[ProofLine, ...]) -> str:
    """The lines of a proof as a file to be filled in."""
    out = StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(HEAD)
    writer.writerows((x.id, _as_words(x.words), _as_words(x.band), "") for x in lines)
    return tell(out.getvalue(), "metric")


def _as_words(cell: str) -> str:
    """A cell that a spreadsheet takes for words: "+9 V" would be a formula."""
    return f"'{cell}" if cell.startswith(("=", "+", "-", "@")) else cell


def read_readings(text: str, lines: tuple[ProofLine, ...]) -> tuple[tuple[ProofLine, Typed], ...]:
    """The readings of a file; rows without one are passed over.

    Parameters: text of the file, its first row naming ``line`` and ``reading``; lines of the proof.
    Raises: Refused with every fault, by its row; nothing of the file is then to be taken.
    """
    try:
        # Rows may end in a carriage return alone.
        lines_of_it = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
        rows = list(csv.reader(StringIO(lines_of_it)))
    except csv.Error as error:
        wanted = "the file from here, saved as CSV"
        raise Refused(Fault("file", f"it cannot be read as CSV: {error}", wanted)) from error
    head = [cell.strip().lower() for cell in rows[0]] if rows else []
    if "line" not in head or "reading" not in head:
        wanted = "a first row that names line and reading, as the file from here has it"
        raise Refused(Fault("row 1", "nothing says which column is which", wanted))
    if len(rows) > MOST_ROWS:
        raise Refused(Fault("file", f"{len(rows)} rows are too many", f"{MOST_ROWS} at most"))
    at, value = head.index("line"), head.index("reading")
    known = {x.id: x for x in lines} | {tell(x.words, "metric").lower(): x for x in lines}
    found: dict[str, tuple[ProofLine, Typed]] = {}
    faults: list[Fault] = []
    for number, row in enumerate(rows[1:], start=2):
        cells = [cell.strip() for cell in row] + [""] * len(head)
        name, typed, where = cells[at], cells[value], f"row {number}"
        if not typed:
            continue
        line = known.get(name) or known.get(name.lower())
        if line is None:
            wanted = ", ".join(x.id for x in lines)
            faults.append(Fault(where, f"{name[:40]!r} is no line of this proof", wanted))
        elif line.id in found:
            faults.append(Fault(where, f"{line.id} is there twice", "one reading a line"))
        else:
            faults += _read(line, typed, where, found)
    if faults:
        raise Refused(*faults)
    return tuple(found.values())


def _read(
    line: ProofLine, typed: str, where: str, found: dict[str, tuple[ProofLine, Typed]]
) -> tuple[Fault, ...]:
    """Read one; its faults, by their row."""
    try:
        read = read_reading(line, typed)
    except Refused as refused:
        return tuple(Fault(where, f"{line.id}: {f.problem}", f.fix) for f in refused.faults)
    question = asked_about(line, read)
    if question:
        return (Fault(where, f"{line.id}: {question}", "the reading with its unit; or type it"),)
    found[line.id] = (line, read)
    return ()
