"""The tape: a rule whose slide is the place along the move, and one for turning the rig."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray
from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import (
    QIcon,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPixmap,
    QPolygonF,
)
from PyQt6.QtWidgets import QGridLayout, QPushButton, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label, tip
from hazel_lantern.core.units import axis_unit, clock_unit, trimmed

Array = NDArray[np.float64]
MARGIN = 14
#: Between two dots, px.
DOT_APART = 4.0


class Tape(QWidget):
    """The rule itself; drag, click, or use the arrow keys, Home and End."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Tape: place along the move")
        tip(self, "Drag to look at another place along the move. Arrow keys step, space plays")
        self.setFixedHeight(34)
        self._kept = QPixmap()
        self._kept_for: tuple[object, ...] = ()
        session.changed.connect(self.update)
        session.mark_moved.connect(self.update)

    def sizeHint(self) -> QSize:
        """Wide and low."""
        return QSize(480, 34)

    def _ends(self) -> tuple[float, float]:
        """The places at the left and at the right end of the tape."""
        found = self.session.assessment
        if found is None:
            return 0.0, 1.0
        first, last = float(found.marks[0]), float(found.marks[-1])
        return first, last if abs(last - first) > 1e-9 else first + 1e-6

    def _kind(self) -> str:
        found = self.session.assessment
        return found.axis.kind if found is not None else "length"

    def _now(self) -> float:
        found = self.session.assessment
        return float(found.marks[self.session.mark]) if found is not None else 0.0

    def _go(self, place: float) -> None:
        self.session.go_to_place(place)

    def _x(self, place: float) -> float:
        first, last = self._ends()
        return MARGIN + (place - first) / (last - first) * (self.width() - 2 * MARGIN)

    def place_at(self, x: float) -> float:
        """Place on the tape at a pixel, SI."""
        share = (x - MARGIN) / max(1, self.width() - 2 * MARGIN)
        first, last = self._ends()
        return first + max(0.0, min(1.0, share)) * (last - first)

    def slide_x(self) -> float:
        """Pixel of the slide."""
        return self._x(self._now())

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """The blade with its ticks, kept as a picture until it changes, and the slide."""
        dots = self._dots()
        key = (
            self._ends(),
            dots.tobytes(),
            self._kind(),
            self.session.style,
            theme.current().name,
            self.hasFocus(),
            self.size(),
            self.devicePixelRatioF(),
        )
        if key != self._kept_for:
            ratio = self.devicePixelRatioF()
            self._kept = QPixmap(self.size() * ratio)
            self._kept.setDevicePixelRatio(ratio)
            self._kept.fill(Qt.GlobalColor.transparent)
            painter = QPainter(self._kept)
            self._paint_blade(painter)
            self._paint_dots(painter, dots)
            painter.end()
            self._kept_for = key
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.drawPixmap(0, 0, self._kept)
        self._paint_slide(painter)

    def _dots(self) -> Array:
        """Places of the frames of a time-lapse; of many, only as many as can be told apart."""
        found = self.session.assessment
        if found is None:
            return np.zeros(0)
        places = found.family.shown.frame_places
        most = max((self.width() - 2 * MARGIN) / DOT_APART, 2)
        return places[:: max(math.ceil(len(places) / most), 1)]

    def _paint_dots(self, painter: QPainter, places: Array) -> None:
        """The frames along the blade's lower edge."""
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour("#8E2B1F"))
        for place in places:
            painter.drawEllipse(QPointF(self._x(float(place)), self.height() - 7.5), 1.5, 1.5)

    def _paint_blade(self, painter: QPainter) -> None:
        t = theme.current()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        blade = QRectF(2, 4, self.width() - 4, self.height() - 8)
        painter.setPen(QPen(theme.colour(t.hazel), 2 if self.hasFocus() else 1))
        painter.setBrush(theme.colour("#E8D5A4" if t.name == "day" else "#8A7444"))
        painter.drawRoundedRect(blade, 4, 4)
        ink = theme.colour("#2A2119")
        painter.setPen(QPen(ink, 1))
        painter.setFont(theme.font(11))
        unit, name = axis_unit(self._kind(), self.session.style)
        step = self._tick_step(unit, name == "in")
        first, last = sorted(self._ends())
        for tick in range(math.ceil(first / step - 1e-9), math.floor(last / step + 1e-9) + 1):
            x = self._x(tick * step)
            big = tick % (4 if name == "in" else 5) == 0
            painter.drawLine(QPointF(x, 5), QPointF(x, 13 if big else 9))
            if big:
                label = f"{tick * step / unit:g}" + ("°" if name == "°" else "")
                box = QRectF(x - 30, 13, 60, 15)
                if blade.contains(QRectF(x - 14, 14, 28, 10)):
                    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, label)

    def _paint_slide(self, painter: QPainter) -> None:
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
        first, last = self._ends()
        least = 14 / max(1, self.width() - 2 * MARGIN) * abs(last - first) / unit
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
            self._go(self.place_at(event.position().x()))

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


class TurnTape(Tape):
    """The same for turning the rig about its post: look round, without a change of the move."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.setFixedHeight(32)
        self.setAccessibleName("Tape: how the rig is turned")
        tip(
            self, "Drag to turn the rig and look round. Arrow keys step, Home goes back to the move"
        )

    def _ends(self) -> tuple[float, float]:
        found = self.session.assessment
        turn = found.turn if found is not None else None
        return (turn.low, turn.high) if turn is not None else (0.0, 1.0)

    def _dots(self) -> Array:
        return np.zeros(0)

    def _kind(self) -> str:
        return "angle"

    def _now(self) -> float:
        return self.session.turn or 0.0

    def _go(self, place: float) -> None:
        self.session.turn_to(place)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Arrows turn by five degrees; Home goes back to where the move has it."""
        if event is None:
            return
        steps = {Qt.Key.Key_Left: -5.0, Qt.Key.Key_Right: 5.0}
        if event.key() in steps:
            low, high = self._ends()
            wanted = self._now() + math.radians(steps[Qt.Key(event.key())])
            self._go(min(max(wanted, low), high))
        elif event.key() in (Qt.Key.Key_Home, Qt.Key.Key_Escape):
            self.session.turn_to(None)
        else:
            QWidget.keyPressEvent(self, event)


class TapeBar(QWidget):
    """The tape with its play button and the time; below it, if the rig turns, that tape."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        layout = QGridLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setVerticalSpacing(2)
        self.tape = Tape(session)
        self.turn = TurnTape(session)
        self._name, self._turn_name = label("", "small"), label("", "small")
        self.button = QPushButton()
        self.button.setFixedWidth(150)
        self.button.setAccessibleName("Play the move at true speed")
        self.button.clicked.connect(lambda: session.play(not session.playing))
        self.back = button("as the move has it", on=lambda: session.turn_to(None))
        self.back.setFixedWidth(150)
        self.back.setStyleSheet("padding: 1px 6px;")
        layout.addWidget(self._name, 0, 0)
        layout.addWidget(self.tape, 0, 1)
        layout.addWidget(self.button, 0, 2)
        layout.addWidget(self._turn_name, 1, 0)
        layout.addWidget(self.turn, 1, 1)
        layout.addWidget(self.back, 1, 2)
        layout.setColumnStretch(1, 1)
        for signal in (session.changed, session.mark_moved, session.playing_changed):
            signal.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show time and what the button would do."""
        found = self.session.assessment
        if found is None:
            return
        turns = found.turn is not None
        for widget in (self._name, self._turn_name, self.turn, self.back):
            widget.setVisible(turns)
        if found.turn is not None:
            self._name.setText(found.axis.name)
            self._turn_name.setText(found.turn.name)
            self.back.setEnabled(self.session.turned_by_hand)
        name = "pause" if self.session.playing else "play"
        self.button.setIcon(QIcon(theme.glyph(name, theme.current().ink, 14)))
        self.button.setText(_clock(float(found.times[self.session.mark]), float(found.times[-1])))


def _clock(now: float, whole: float) -> str:
    """Where in the move the tape stands, in the unit that suits the whole of it."""
    unit, seconds = clock_unit(whole)
    return f"{trimmed(now / seconds, 1)} of {trimmed(whole / seconds, 2)} {unit}"
