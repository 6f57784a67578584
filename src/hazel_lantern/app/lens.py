"""The lens view beside the lamps, with its caption."""

from __future__ import annotations

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QColor, QPainter, QPaintEvent, QResizeEvent
from PyQt6.QtWidgets import QPushButton, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.scene import LensPainter
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import tip
from hazel_lantern.core.units import to_the_eye, write

#: Round figures by which shake is drawn larger, and how far it may then go, pixels.
LARGER = (1, 2, 5, 10, 20, 50, 100, 200, 500, 1000)
MOST_SHAKEN = 14.0


def enlargement(session: Session, width: float) -> float:
    """How many times larger a shake is drawn, so that it is seen in a picture so wide, px."""
    rig, found = session.rig, session.assessment
    if rig is None or found is None or found.shake is None:
        return 0.0
    shown = found.shake.size * width / rig.shot.lens.frame_width
    return float(max((f for f in LARGER if f * shown <= MOST_SHAKEN), default=1))


class LensView(QWidget):
    """The lens view beside the lamps, with its caption."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setMinimumHeight(150)
        self.setAccessibleName("What the camera frames here")
        self.shake = QPushButton("shake", self)
        self.shake.setCheckable(True)
        self.shake.setProperty("role", "husk")
        tip(self.shake, "Show what else moves the picture; play the move to see it")
        self.shake.toggled.connect(self._refresh)
        session.changed.connect(self._refresh)
        session.ticked.connect(self._tick)
        self._refresh()

    def _refresh(self) -> None:
        """Offer the shake to rigs that have one, and say how much larger it is drawn."""
        found = self.session.assessment
        there = found is not None and found.shake is not None
        self.shake.setVisible(there)
        times = f" {self._enlargement():g}×" if there and self.shake.isChecked() else ""
        name = found.shake.name if found is not None and found.shake is not None else "shake"
        self.shake.setText(f"{name}{times}")
        self.shake.adjustSize()
        self._place()
        self.update()

    def _tick(self) -> None:
        if self.shake.isChecked():
            self.update()

    def _place(self) -> None:
        self.shake.move(self.width() - self.shake.width() - 8, self.height() - 24)

    def _enlargement(self) -> float:
        return enlargement(self.session, self.width() - 16) if self.shake.isChecked() else 0.0

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Keep the switch in its corner."""
        super().resizeEvent(event)
        self._place()

    def sizeHint(self) -> QSize:
        """Frame and caption."""
        return QSize(300, 216)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """A dark surround, the frame, and two lines of words."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        t = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour(t.husk))
        painter.drawRoundedRect(QRectF(self.rect()), 6, 6)
        enlarged = self._enlargement()
        time = self.session.time if self.session.playing and enlarged else None
        lens = LensPainter(rig, found, self.session.style, self.session.turn, time, enlarged)
        area = QRectF(self.rect()).adjusted(8, 8, -8, -44)
        lens.paint(painter, area, self.session.mark)
        style, shot = self.session.style, rig.shot
        painter.setFont(theme.font(12))
        painter.setPen(theme.colour(t.on_husk))
        words = QRectF(10, self.height() - 40, self.width() - 20, 18)
        focal = f"{shot.lens.focal * 1e3:g} mm"
        away = f"{focal} · subject {write(found.family.distance, 'length', style)} away"
        painter.drawText(words, Qt.AlignmentFlag.AlignLeft, away)
        drift = found.traces.get("drift")
        if drift is not None:
            painter.setPen(QColor("#F0B27A"))
            now = write(float(drift.values[self.session.mark]), "px", style)
            painter.drawText(words, Qt.AlignmentFlag.AlignRight, f"drift {now}")
        painter.setPen(theme.colour(t.soft_on_husk))
        kind = found.axis.kind
        along = write(to_the_eye(float(found.marks[self.session.mark]), kind, style), kind, style)
        painter.drawText(
            words.translated(0, 18),
            Qt.AlignmentFlag.AlignLeft,
            f"frame at {along} {found.axis.name}",
        )
