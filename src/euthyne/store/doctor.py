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
class DoctorLine:
    """One thing that was looked at, what was found, and whether it is a fault."""

    what: str
    found: str
    bad: bool = False


def examine(folder: Path) -> list[DoctorLine]:
    """Look at a folder's data file: the file, its tables, its structure, its leads, its seals, its
    leaflets, the space, the copies. Nothing is written.
    """
    file = folder / FILE
    found = [DoctorLine("file", f"{file}, {file.stat().st_size:,} bytes")]
    try:
        version = version_of(file)
    except DataFault as fault:
        return [*found, DoctorLine("file", str(fault), bad=True), *_around(folder)]
    found.append(DoctorLine("tables", f"version {version}, this program's is {HEAD}"))
    faults = faults_within(file)
    found += [DoctorLine("structure", fault, bad=True) for fault in faults]
    if faults:
        return [*found, *_around(folder)]
    found.append(DoctorLine("structure", "whole"))
    if version == HEAD:
        found += _log(folder)
    else:
        found.append(DoctorLine("seals", "looked at once its tables are brought up to date"))
    with closing(connect(f"{file.absolute().as_uri()}?mode=ro", uri=True)) as opened:
        found += _leaflets(opened)
    return [*found, *_around(folder)]


def _log(folder: Path) -> list[DoctorLine]:
    from euthyne.store.database import open_database
    from euthyne.store.leads import LeadStore

    store = LeadStore(open_database(folder))
    unread = store.unreadable()
    lines = [
        DoctorLine("leads", f"{one.tag} cannot be read: {one.why}", bad=True) for one in unread
    ]
    lines = lines or [DoctorLine("leads", "each can be read")]
    audit = store.audit()
    lines += [DoctorLine("seals", fault, bad=True) for fault in audit.faults]
    if not audit.faults:
        lines.append(
            DoctorLine("seals", f"{audit.count}, each holds; the last is {audit.head.number}")
        )
    if behind := fallen_back(store.engine):
        lines.append(DoctorLine("how far it goes", behind, bad=True))
    store.engine.dispose()
    return lines


def _leaflets(opened: Connection) -> list[DoctorLine]:
    """Each leaflet is the one that was kept, by its sum."""
    bad, many = [], 0
    for name, content, kept in opened.execute("select name, content, sha256 from leaflet"):
        many += 1
        if sha256(content).hexdigest() != kept:
            bad.append(DoctorLine("leaflets", f"{name} is not as it was kept", bad=True))
    return bad or [DoctorLine("leaflets", f"{many}, each as it was kept")]


def _around(folder: Path) -> list[DoctorLine]:
    """The space there is, and the copies."""
    free = shutil.disk_usage(folder).free
    lines = [DoctorLine("space", f"{free / 1e9:.1f} GB free", bad=free < LITTLE_SPACE)]
    copies = Copies(folder).all()
    if not copies:
        return [*lines, DoctorLine("copies", "none yet; one is made each day the program is used")]
    for copy in copies[:3]:
        lines.append(DoctorLine("copies", f"{copy.file.name}, {copy.made:%d %b %Y %H:%M}"))
    return lines
