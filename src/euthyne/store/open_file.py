"""The file that is open, held against the one of that name: what was acknowledged into a file that is gone
would be lost with the program.
"""

from dataclasses import dataclass
from pathlib import Path

from euthyne.store.faults import DataFault

GONE = (
    "What was acknowledged before is in the file wherever it went; this last press is not.",
    "Stop this program before anything else. Then put the file back, or a copy in its place with: "
    "euthyne restore FILE.",
)


@dataclass
class OpenFile:
    """The data file as it was opened: which one it is, how long it was, and its write-ahead log."""

    file: Path
    mark: tuple[int, int]
    length: int
    log_mark: tuple[int, int] | None = None

    @classmethod
    def of(cls, file: Path) -> "OpenFile":
        """A file as it stands now."""
        told = file.stat()
        return cls(file, (told.st_dev, told.st_ino), told.st_size)

    def hold(self) -> None:
        """Raises DataFault where the file of that name is gone, another, or was cut short since."""
        try:
            told = self.file.stat()
        except OSError as error:
            raise DataFault(f"The data file {self.file} is gone.", *GONE) from error
        if (told.st_dev, told.st_ino) != self.mark:
            raise DataFault(f"The data file {self.file} is not the one that was opened.", *GONE)
        # It is only ever grown: what it holds is written over in place.
        if told.st_size < self.length:
            raise DataFault(
                f"The data file {self.file} was cut short: {told.st_size:,} bytes of {self.length:,}.",
                *GONE,
            )
        self.length = told.st_size
        self._hold_log()

    def _hold_log(self) -> None:
        """The write-ahead log, where the newest is until it is brought into the file."""
        log = self.file.with_name(f"{self.file.name}-wal")
        try:
            told = log.stat()
        except OSError as error:
            raise DataFault(f"The write-ahead log {log} is gone.", *GONE) from error
        mark = (told.st_dev, told.st_ino)
        if self.log_mark is not None and mark != self.log_mark:
            raise DataFault(f"The write-ahead log {log} is not the one that was opened.", *GONE)
        self.log_mark = mark
