"""Who of a machine may read a data folder: whoever runs the program, and nobody else."""

import os
import stat
from contextlib import suppress
from pathlib import Path

# What the program keeps in its folder.
FILES = ("*.sqlite3*", "secret*", "*.json", "in-use.*")
FOLDERS = ("copies", "out-tray", "replaced-*")
OWN_FILE, OWN_FOLDER = 0o600, 0o700


def keep_to_oneself(folder: Path) -> None:
    """Take the rights of others from a data folder and what the program keeps in it. A folder that is
    somebody's home or everybody's stays as it is.
    """
    if os.name != "posix":
        return
    told = folder.stat()
    shared = told.st_mode & stat.S_ISVTX or folder.resolve() in (Path.home(), Path("/"))
    if not shared:
        _set(folder, OWN_FOLDER)
    inner = [x for pattern in FOLDERS for x in folder.glob(pattern) if x.is_dir()]
    for one in inner:
        _set(one, OWN_FOLDER)
    for pattern in FILES:
        for file in (*folder.glob(pattern), *(x for one in inner for x in one.glob(pattern))):
            _set(file, OWN_FILE)
    for file in folder.glob("out-tray/*"):
        _set(file, OWN_FILE)


def _set(path: Path, mode: int) -> None:
    with suppress(OSError):  # of somebody else, or gone by now
        if stat.S_IMODE(path.stat().st_mode) & 0o077:
            path.chmod(mode)
