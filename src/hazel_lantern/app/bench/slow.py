"""Slow motion: the move on an axis of time, its steady part, the buffer's window, when to stop."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import label
from hazel_lantern.core.units import write

LEFT, RIGHT, TALL = 14, 14, 26.0


class WindowBar(QWidget):
    """The move as a bar; what the buffer keeps as a frame round it, the cue as a line."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setMinimumHeight(90)
        self.setAccessibleName("What the buffer keeps of the move")

    def px(self, time: float) -> float:
        """Pixel of a time, s."""
        found = self.session.assessment
        whole = float(found.times[-1]) if found is not None else 1.0
        return LEFT + time / whole * (self.width() - LEFT - RIGHT)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Spin up, steady, slowing down; the window; the cue."""
        found = self.session.assessment
        if found is None or not found.family.shown.slow:
            return
        kept, style = found.family.shown.captured, self.session.style
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setFont(theme.font(11))
        top = (self.height() - TALL) / 2
        last = float(found.times[-1])
        painter.setPen(Qt.PenStyle.NoPen)
        for start, end, ink in (
            (0.0, kept.start, theme.colour("leaf", 0.3)),
            (kept.start, kept.end, theme.colour("leaf")),
            (kept.end, last, theme.colour("leaf", 0.3)),
        ):
            painter.setBrush(ink)
            painter.drawRect(
                QRectF(QPointF(self.px(start), top), QPointF(self.px(end), top + TALL))
            )
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(theme.colour("water"), 2.4))
        window = QRectF(
            QPointF(self.px(kept.opens), top - 7), QPointF(self.px(kept.press), top + TALL + 7)
        )
        painter.drawRect(window)
        painter.drawText(QPointF(window.left() + 2, top - 11), "the buffer keeps this")
        painter.setPen(QPen(theme.colour("clay"), 1.8))
        cue = self.px(kept.press)
        painter.drawLine(QPointF(cue, 4), QPointF(cue, self.height() - 16))
        words = f"press stop: {write(round(kept.press, 2), 'time', style)}"
        wide = painter.fontMetrics().horizontalAdvance(words)
        painter.drawText(
            QPointF(min(cue - wide / 2, self.width() - wide - 4), self.height() - 3), words
        )


class SlowBench(Bench):
    """The bar, and what it says in words."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.bar = WindowBar(session)
        self.words = label("", "", wrap=True)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 4, 0, 0)
        layout.addWidget(label("What the buffer keeps of the move", "title"))
        layout.addWidget(self.bar, 1)
        layout.addWidget(self.words)

    def refresh(self) -> None:
        """Show the move as it is now."""
        found = self.session.assessment
        if found is not None and found.family.shown.slow:
            self.words.setText(found.family.shown.told(self.session.style))
            self.bar.update()
