"""What every bench is."""

from __future__ import annotations

from PyQt6.QtWidgets import QWidget


class Bench(QWidget):
    """A page of a station."""

    def refresh(self) -> None:
        """Show the design as it is now."""
        raise NotImplementedError
