"""``python -m euthyne``."""

from euthyne.cli import main

main()
