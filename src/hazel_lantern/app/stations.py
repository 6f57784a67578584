"""The stations down the left, in the order of the work, each with its worst lamp."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QAbstractButton, QVBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.session import STATIONS, Session
from hazel_lantern.core.lamps import State

WIDTH = 88


class Station(QAbstractButton):
    """A sign of its own with the worst lamp beside it, name, key."""

    def __init__(self, name: str, number: int) -> None:
        super().__init__()
        self.setText(name)
        self._key = f"Alt {number}"
        self.state: State | None = None
        self.setCheckable(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setShortcut(f"Alt+{number}")

    def show_state(self, state: State) -> None:
        """Take the worst lamp of the station."""
        if state is not self.state:
            self.state = state
            self.setAccessibleName(f"{self.text()}: {state}")
            self.update()

    def sizeHint(self) -> QSize:
        """A square, nearly."""
        return QSize(WIDTH, 82)

    def minimumSizeHint(self) -> QSize:
        """It may be lower in a low window."""
        return QSize(WIDTH, 64)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """A strip beside the one in use."""
        t = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self.isChecked():
            painter.fillRect(self.rect(), theme.colour("paper"))
            painter.fillRect(QRectF(0, 0, 5, self.height()), theme.colour("hazel"))
        elif self.underMouse():
            painter.fillRect(self.rect(), theme.colour("paper", 0.5))
        if self.hasFocus():
            painter.setPen(theme.colour("hazel"))
            painter.drawRect(QRectF(self.rect()).adjusted(2, 2, -3, -3))
        middle = self.height() / 2
        ink = t.ink if self.isChecked() else t.soft
        sign = theme.glyph(f"station-{self.text().lower()}", ink, 26)
        painter.drawPixmap(int(self.width() / 2 - 13), int(middle - 37), sign)
        lamp = theme.lamp_glyph(self.state or State.HOLDS, 19)
        painter.drawPixmap(int(self.width() / 2 + 15), int(middle - 41), lamp)
        painter.setFont(theme.font(14, bold=self.isChecked()))
        painter.setPen(theme.colour(t.ink))
        painter.drawText(
            QRectF(0, middle - 9, self.width(), 20), Qt.AlignmentFlag.AlignCenter, self.text()
        )
        painter.setFont(theme.font(11))
        painter.setPen(theme.colour(t.soft))
        painter.drawText(
            QRectF(0, middle + 10, self.width(), 16), Qt.AlignmentFlag.AlignCenter, self._key
        )


class Stations(QWidget):
    """All stations."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setFixedWidth(WIDTH)
        self.setObjectName("stations")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 8, 0, 0)
        layout.setSpacing(0)
        self.buttons: dict[str, Station] = {}
        for number, name in enumerate(STATIONS, start=1):
            station = Station(name, number)
            station.clicked.connect(partial(session.go_to_station, name))
            self.buttons[name] = station
            layout.addWidget(station)
        layout.addStretch(1)
        session.changed.connect(self.refresh)
        session.station_changed.connect(self.refresh)
        self.restyle()

    def restyle(self) -> None:
        """Take the theme's colours."""
        t = theme.current()
        ground = "#E3D7C2" if t.name == "day" else "#15100B"
        self.setStyleSheet(f"#stations {{ background: {ground}; }}")
        self.refresh()
        for station in self.buttons.values():
            station.update()

    def refresh(self) -> None:
        """Show where we are and each station's worst lamp."""
        found = self.session.assessment
        for name, station in self.buttons.items():
            station.setChecked(name == self.session.station)
            station.show_state(found.station_state(name) if found else State.HOLDS)
