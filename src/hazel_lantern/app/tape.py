"""The tape: a rule whose slide is the place along the move."""

from __future__ import annotations

import math

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.session import Session
from hazel_lantern.core.units import INCH, write

MARGIN = 14


class Tape(QWidget):
    """The rule itself; drag, click, or use the arrow keys, Home and End."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Tape: place along the move")
        self.setToolTip(
            "Drag to look at another place along the move. Arrow keys step, space plays"
        )
        self.setFixedHeight(34)
        session.changed.connect(self.update)
        session.mark_moved.connect(self.update)

    def sizeHint(self) -> QSize:
        """Wide and low."""
        return QSize(480, 34)

    def _distance(self) -> float:
        found = self.session.assessment
        return max(float(found.marks[-1]), 1e-6) if found is not None else 1.0

    def _x(self, along: float) -> float:
        return MARGIN + along / self._distance() * (self.width() - 2 * MARGIN)

    def place_at(self, x: float) -> float:
        """Way covered, m, at a pixel."""
        share = (x - MARGIN) / max(1, self.width() - 2 * MARGIN)
        return max(0.0, min(1.0, share)) * self._distance()

    def slide_x(self) -> float:
        """Pixel of the slide."""
        found = self.session.assessment
        return self._x(float(found.marks[self.session.mark])) if found is not None else MARGIN

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """The blade with its ticks, and the slide."""
        t = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        blade = QRectF(2, 4, self.width() - 4, self.height() - 8)
        painter.setPen(QPen(theme.colour(t.hazel), 2 if self.hasFocus() else 1))
        painter.setBrush(theme.colour("#E8D5A4" if t.name == "day" else "#8A7444"))
        painter.drawRoundedRect(blade, 4, 4)
        ink = theme.colour("#2A2119")
        painter.setPen(QPen(ink, 1))
        painter.setFont(theme.font(11))
        imperial = self.session.style.imperial
        unit = INCH if imperial else 0.001
        step = self._tick_step(unit, imperial)
        count = int(self._distance() / step + 1e-9)
        for tick in range(count + 1):
            x = self._x(tick * step)
            big = tick % (4 if imperial else 5) == 0
            painter.drawLine(QPointF(x, 5), QPointF(x, 13 if big else 9))
            if big:
                label = f"{tick * step / unit:g}"
                box = QRectF(x - 30, 13, 60, 15)
                if blade.contains(QRectF(x - 14, 14, 28, 10)):
                    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, label)
        x = self.slide_x()
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour("#2A2119"))
        painter.drawPolygon(
            QPolygonF(
                [
                    QPointF(x - 8, 0),
                    QPointF(x + 8, 0),
                    QPointF(x + 8, self.height() - 11),
                    QPointF(x, self.height()),
                    QPointF(x - 8, self.height() - 11),
                ]
            )
        )
        painter.setPen(QPen(theme.colour("glow"), 1.5))
        painter.drawLine(QPointF(x, 5), QPointF(x, self.height() - 6))

    def _tick_step(self, unit: float, imperial: bool) -> float:
        """Small ticks about 14 px apart, at round figures of the unit."""
        least = 14 / max(1, self.width() - 2 * MARGIN) * self._distance() / unit
        if imperial:
            options = [0.25, 0.5, 1, 3, 6, 12, 24, 60, 120]
        else:
            options = [10**power * f for power in range(6) for f in (1, 2, 5)]
        return unit * next((o for o in options if o >= least), 10 ** math.ceil(math.log10(least)))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Go there."""
        self.mouseMoveEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """Follow the pointer."""
        if event is not None and event.buttons() & Qt.MouseButton.LeftButton:
            self.session.play(False)
            self.session.go_to_place(self.place_at(event.position().x()))

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Arrows step, Home and End jump, space plays."""
        found = self.session.assessment
        if event is None or found is None:
            return
        last = len(found.marks) - 1
        targets = {
            Qt.Key.Key_Left: self.session.mark - 1,
            Qt.Key.Key_Right: self.session.mark + 1,
            Qt.Key.Key_PageUp: self.session.mark - 5,
            Qt.Key.Key_PageDown: self.session.mark + 5,
            Qt.Key.Key_Home: 0,
            Qt.Key.Key_End: last,
        }
        if event.key() in targets:
            self.session.play(False)
            self.session.go_to_mark(targets[Qt.Key(event.key())])
        elif event.key() == Qt.Key.Key_Space:
            self.session.play(not self.session.playing)
        else:
            super().keyPressEvent(event)


class TapeBar(QWidget):
    """The tape with its play button and the time."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        self.tape = Tape(session)
        self.button = QPushButton()
        self.button.setFixedWidth(150)
        self.button.setAccessibleName("Play the move at true speed")
        self.button.clicked.connect(lambda: session.play(not session.playing))
        layout.addWidget(self.tape, 1)
        layout.addWidget(self.button)
        for signal in (session.changed, session.mark_moved, session.playing_changed):
            signal.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show time and what the button would do."""
        found = self.session.assessment
        if found is None:
            return
        from PyQt6.QtGui import QIcon

        name = "pause" if self.session.playing else "play"
        self.button.setIcon(QIcon(theme.glyph(name, theme.current().ink, 14)))
        now = write(round(float(found.times[self.session.mark]), 1), "time", self.session.style)
        whole = write(float(found.times[-1]), "time", self.session.style)
        self.button.setText(f"{now} of {whole}")
