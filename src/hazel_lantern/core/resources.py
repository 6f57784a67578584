"""Where the shipped data files lie."""

from pathlib import Path

DATA = Path(__file__).parent.parent / "data"
