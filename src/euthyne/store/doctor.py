"""A data file looked at from end to end: each thing that was looked at, and what was found."""

import shutil
from contextlib import closing
from dataclasses import dataclass
from hashlib import sha256
from pathlib import Path
from sqlite3 import Connection, connect

from euthyne.store.copies import Copies, faults_within, version_of
from euthyne.store.database import FILE, HEAD
from euthyne.store.faults import DataFault
from euthyne.store.reached import fallen_back

LITTLE_SPACE = 500_000_000


@dataclass(frozen=True)
class Line:
    """One thing that was looked at, what was found, and whether it is a fault."""

    what: str
    found: str
    bad: bool = False


def examine(folder: Path) -> list[Line]:
    """Look at a folder's data file: the file, its tables, its structure, its leads, its seals, its
    leaflets, the space, the copies. Nothing is written.
    """
    file = folder / FILE
    found = [Line("file", f"{file}, {file.stat().st_size:,} bytes")]
    try:
        version = version_of(file)
    except DataFault as fault:
        return [*found, Line("file", str(fault), bad=True), *_around(folder)]
    found.append(Line("tables", f"version {version}, this program's is {HEAD}"))
    faults = faults_within(file)
    found += [Line("structure", fault, bad=True) for fault in faults]
    if faults:
        return [*found, *_around(folder)]
    found.append(Line("structure", "whole"))
    if version == HEAD:
        found += _log(folder)
    else:
        found.append(Line("seals", "looked at once its tables are brought up to date"))
    with closing(connect(f"{file.absolute().as_uri()}?mode=ro", uri=True)) as opened:
        found += _leaflets(opened)
    return [*found, *_around(folder)]


def _log(folder: Path) -> list[Line]:
    from euthyne.store.database import open_database
    from euthyne.store.leads import LeadStore

    store = LeadStore(open_database(folder))
    unread = store.unreadable()
    lines = [Line("leads", f"{one.tag} cannot be read: {one.why}", bad=True) for one in unread]
    lines = lines or [Line("leads", "each can be read")]
    audit = store.audit()
    lines += [Line("seals", fault, bad=True) for fault in audit.faults]
    if not audit.faults:
        lines.append(Line("seals", f"{audit.count}, each holds; the last is {audit.head.number}"))
    if behind := fallen_back(store.engine):
        lines.append(Line("how far it goes", behind, bad=True))
    store.engine.dispose()
    return lines


def _leaflets(opened: Connection) -> list[Line]:
    """Each leaflet is the one that was kept, by its sum."""
    bad, many = [], 0
    for name, content, kept in opened.execute("select name, content, sha256 from leaflet"):
        many += 1
        if sha256(content).hexdigest() != kept:
            bad.append(Line("leaflets", f"{name} is not as it was kept", bad=True))
    return bad or [Line("leaflets", f"{many}, each as it was kept")]


def _around(folder: Path) -> list[Line]:
    """The space there is, and the copies."""
    free = shutil.disk_usage(folder).free
    lines = [Line("space", f"{free / 1e9:.1f} GB free", bad=free < LITTLE_SPACE)]
    copies = Copies(folder).all()
    if not copies:
        return [*lines, Line("copies", "none yet; one is made each day the program is used")]
    for copy in copies[:3]:
        lines.append(Line("copies", f"{copy.file.name}, {copy.made:%d %b %Y %H:%M}"))
    return lines
