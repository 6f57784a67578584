"""What every bench is."""

from __future__ import annotations

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QWidget


class Bench(QWidget):
    """A page of a station; it may ask for a lamp to be shown, by its id."""

    asked = pyqtSignal(str)

    def refresh(self) -> None:
        """Show the design as it is now."""
        raise NotImplementedError
