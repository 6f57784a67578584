"""Time-lapse: its frames in figures, and what the quickest one does to a point of light."""

from __future__ import annotations

from PyQt6.QtCore import QRectF
from PyQt6.QtGui import QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import label
from hazel_lantern.core.units import write

#: Pixels of the frame that are shown around the smear, across at the least, and up.
ACROSS, UP = 9, 5


class Smear(QWidget):
    """A point one pixel wide as the quickest frame takes it, pixel by pixel."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setMinimumSize(160, 80)
        self.setAccessibleName("A point of light in the quickest frame")

    @property
    def blur(self) -> float:
        """How far the picture moves while the shutter is open, px."""
        found = self.session.assessment
        return found.lamp("shot.capture").value if found is not None else 0.0

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Pixels, each as bright as its share of the light."""
        blur = min(self.blur, 400.0)
        count = max(ACROSS, round(blur) + 5)
        side = min(self.width() / count, self.height() / UP)
        painter = QPainter(self)
        left, top = (self.width() - side * count) / 2, (self.height() - side * UP) / 2
        starts = (count - 1 - blur) / 2
        grid = QPen(theme.colour("edge")) if side > 3 else QPen(theme.colour("edge", 0.0))
        for row in range(UP):
            for column in range(count):
                box = QRectF(left + column * side, top + row * side, side, side)
                share = _light(column - starts, blur) if row == UP // 2 else 0.0
                painter.fillRect(box, theme.colour("husk"))
                painter.fillRect(box, theme.colour("glow", share))
                painter.setPen(grid)
                painter.drawRect(box)


def _light(at: float, blur: float) -> float:
    """Share of full light on the pixel that begins so far from where the point began, px."""
    # The point covers [s, s + 1] for s from 0 to blur: its overlap with [at, at + 1] on average.
    steps = 64
    covered = [max(0.0, 1.0 - abs(blur * step / steps - at)) for step in range(steps + 1)]
    return sum(covered) / len(covered)


class LapseBench(Bench):
    """Figures beside the smear."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.smear = Smear(session)
        self.words = label("", "", wrap=True)
        left = QVBoxLayout()
        left.addWidget(label("A point of light in the quickest frame", "title"))
        left.addWidget(self.smear, 1)
        right = QVBoxLayout()
        right.addWidget(self.words)
        right.addStretch(1)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 4, 0, 0)
        layout.setSpacing(20)
        layout.addLayout(left, 3)
        layout.addLayout(right, 2)

    def refresh(self) -> None:
        """Show the frames as they are now."""
        found, style = self.session.assessment, self.session.style
        if found is None or not found.family.shown.lapse:
            return
        shown = found.family.shown
        self.words.setText(f"{shown.told(style)} The tape has a dot for each frame.")
        self.smear.setAccessibleDescription(write(self.smear.blur, "px", style))
        self.smear.update()
