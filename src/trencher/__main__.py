"""``python -m trencher``."""

from trencher.cli import main

main()
