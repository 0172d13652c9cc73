"""The label printer of a bench, and the stand-in that lays labels in a folder."""

from dataclasses import dataclass
from pathlib import Path
from typing import Protocol


class PrintsLabels(Protocol):
    """Prints a label."""

    def print_label(self, name: str, paper: bytes) -> str:
        """Print a PDF of one label under a name; where it came out, in words."""


@dataclass(frozen=True)
class OutTray:
    """Labels are laid in a folder, from where a printer's own program may take them."""

    folder: Path

    def print_label(self, name: str, paper: bytes) -> str:
        """Lay the label in the folder, in place of an earlier one of its name."""
        self.folder.mkdir(exist_ok=True)
        laid = self.folder / f"{name}.pdf"
        laid.write_bytes(paper)
        return str(laid)
