"""One program to a data folder: a lock that is let go when the program ends, however it ends."""

from pathlib import Path

from filelock import FileLock, Timeout

from euthyne.store.faults import DataFault


def take(folder: Path, who: str) -> FileLock:
    """Take a folder for this program.

    Parameters: folder; who, what another program is told of this one. Returns: the lock, held.
    Raises: DataFault where another program has it.
    """
    folder.mkdir(parents=True, exist_ok=True)
    lock, told = FileLock(folder / "in-use.lock"), folder / "in-use.txt"
    try:
        lock.acquire(timeout=0)
    except Timeout as error:
        other = told.read_text(encoding="utf-8").strip() if told.exists() else "another program"
        raise DataFault(
            f"This data folder is in use by {other}.",
            "Nothing was changed.",
            "Open that one; or give this one another folder with --data.",
        ) from error
    told.write_text(f"{who}\n", encoding="utf-8")
    return lock
