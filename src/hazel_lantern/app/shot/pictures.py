"""Moves by picture: a row of small drawings; a click sets the path and what is usual for it."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QFontMetrics, QKeyEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import QAbstractButton, QHBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import tip
from hazel_lantern.core.shot.pictures import PICTURES, Picture, picture_of

TALL, WORDS = 58, 18
#: The drawing is made on a sheet this wide and high.
WIDE, HIGH = 60.0, 40.0


class Pen:
    """Draws the parts of a picture on its sheet."""

    def __init__(self, painter: QPainter, area: QRectF) -> None:
        self._painter = painter
        scale = min(area.width() / WIDE, area.height() / HIGH)
        painter.translate(area.center())
        painter.scale(scale, scale)
        painter.translate(-WIDE / 2, -HIGH / 2)

    def _ink(self, name: str, width: float) -> None:
        pen = QPen(theme.colour(name), width)
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        self._painter.setPen(pen)
        self._painter.setBrush(Qt.BrushStyle.NoBrush)

    def way(self, *points: tuple[float, float]) -> None:
        """What the camera goes along."""
        self._ink("hazel", 3.0)
        self._painter.drawPolyline(QPolygonF([QPointF(*at) for at in points]))

    def bow(self, box: QRectF, start: float, swept: float) -> None:
        """A round way, degrees."""
        self._ink("hazel", 3.0)
        self._painter.drawArc(box, round(16 * start), round(16 * swept))

    def arrow(self, start: tuple[float, float], end: tuple[float, float]) -> None:
        """Which way it goes."""
        self._ink("ink", 1.6)
        a, b = QPointF(*start), QPointF(*end)
        self._painter.drawLine(a, b)
        turn = math.atan2(b.y() - a.y(), b.x() - a.x())
        for off in (2.6, -2.6):
            tip = QPointF(math.cos(turn + off), math.sin(turn + off)) * 5
            self._painter.drawLine(b, b + tip)

    def camera(self, x: float, y: float, turn: float = 0.0) -> None:
        """Body and lens, which looks up the sheet; turned to the right by degrees."""
        self._painter.save()
        self._painter.translate(x, y)
        self._painter.rotate(turn)
        self._painter.setPen(Qt.PenStyle.NoPen)
        ink = "ink" if theme.current().name == "day" else "soft"
        self._painter.setBrush(theme.colour(ink))
        self._painter.drawRect(QRectF(-5, -4, 10, 8))
        self._painter.drawRect(QRectF(-2.5, -8, 5, 5))
        self._painter.restore()

    def head(self, x: float, y: float) -> None:
        """Who is filmed, from above."""
        self._ink("soft", 1.4)
        self._painter.setBrush(theme.colour("edge"))
        self._painter.drawEllipse(QPointF(x, y), 4.5, 4.5)

    def bench(self, x: float, y: float, wide: float) -> None:
        """A table."""
        self._ink("soft", 1.2)
        self._painter.setBrush(theme.colour("edge"))
        self._painter.drawRect(QRectF(x, y, wide, 6))

    def stops(self, *places: tuple[float, float]) -> None:
        """Places to stay in, and the way between them."""
        self._ink("soft", 1.2)
        self._painter.drawPolyline(QPolygonF([QPointF(*at) for at in places]))
        self._ink("hazel", 2.0)
        self._painter.setBrush(theme.colour("raised"))
        for x, y in places:
            self._painter.drawRect(QRectF(x - 3, y - 3, 6, 6))

    def drop(self, x: float, low: float, high: float) -> None:
        """A pole or a post."""
        self._ink("ink", 1.6)
        self._painter.drawLine(QPointF(x, low), QPointF(x, high))


def _slide(p: Pen) -> None:
    p.way((8, 30), (52, 30))
    p.camera(30, 26)
    p.head(30, 7)
    p.arrow((36, 20), (50, 20))


def _in(p: Pen) -> None:
    p.way((30, 38), (30, 18))
    p.camera(30, 28)
    p.head(30, 6)
    p.arrow((42, 34), (42, 18))


def _out(p: Pen) -> None:
    p.way((30, 38), (30, 18))
    p.camera(30, 28)
    p.head(30, 6)
    p.arrow((42, 18), (42, 34))


def _rise(p: Pen) -> None:
    p.way((10, 34), (44, 12))
    p.drop(22, 26, 38)
    p.camera(44, 10, 90)
    p.arrow((54, 30), (54, 12))


def _sink(p: Pen) -> None:
    p.way((10, 34), (44, 12))
    p.drop(22, 26, 38)
    p.camera(44, 10, 90)
    p.arrow((54, 12), (54, 30))


def _arc(p: Pen) -> None:
    p.bow(QRectF(4, -22, 52, 54), 205, 130)
    p.camera(30, 28)
    p.head(30, 6)
    p.arrow((40, 22), (50, 14))


def _round(p: Pen) -> None:
    p.bow(QRectF(13, 3, 34, 34), 0, 360)
    p.camera(43, 29, -50)
    p.head(30, 20)
    p.arrow((15, 6), (22, 1))


def _look(p: Pen) -> None:
    p.bow(QRectF(20, 18, 20, 20), 0, 360)
    p.camera(37, 20, 45)
    p.head(51, 6)
    p.arrow((20, 16), (26, 8))


def _fly(p: Pen) -> None:
    p.bow(QRectF(2, -10, 56, 24), 190, 160)
    p.drop(30, 14, 18)
    p.camera(30, 22, 180)
    p.head(14, 33)
    p.arrow((40, 24), (54, 24))


def _glide(p: Pen) -> None:
    p.way((8, 6), (52, 6))
    p.drop(30, 6, 16)
    p.camera(30, 19, 180)
    p.bench(14, 32, 32)
    p.arrow((40, 17), (53, 17))


def _follow(p: Pen) -> None:
    p.way((6, 34), (54, 34))
    p.camera(16, 28, 90)
    p.head(42, 12)
    p.drop(42, 17, 32)
    p.arrow((24, 22), (35, 22))


def _hold(p: Pen) -> None:
    p.stops((8, 30), (20, 10), (38, 24), (52, 8))
    p.camera(20, 9, 180)


DRAWN: dict[str, Callable[[Pen], None]] = {
    "slide-past": _slide,
    "push-in": _in,
    "pull-out": _out,
    "rise": _rise,
    "sink": _sink,
    "arc": _arc,
    "go-round": _round,
    "look-out": _look,
    "fly-over": _fly,
    "glide-above": _glide,
    "follow": _follow,
    "hold": _hold,
}


class PictureButton(QAbstractButton):
    """One move: its drawing over its name."""

    def __init__(self, picture: Picture) -> None:
        super().__init__()
        self.picture = picture
        self.setText(picture.title)
        self.setCheckable(True)
        tip(self, picture.film)
        self.setAccessibleName(f"{picture.title}: {picture.film}")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    @property
    def _narrow(self) -> bool:
        """Whether the name takes two lines."""
        return QFontMetrics(theme.font(12, bold=True)).horizontalAdvance(self.text()) > self.width()

    def sizeHint(self) -> QSize:
        """Drawing and words."""
        return QSize(70, TALL)

    def minimumSizeHint(self) -> QSize:
        """Twelve of them fit a narrow window."""
        return QSize(38, TALL)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """A card; the one in use is lit."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        lit = self.isChecked()
        busy = self.hasFocus() or self.underMouse()
        edge = "hazel" if lit or busy else "edge"
        painter.setPen(QPen(theme.colour(edge), 2 if lit or self.hasFocus() else 1))
        painter.setBrush(theme.colour("raised" if lit else "paper"))
        painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 5, 5)
        painter.save()
        narrow = self._narrow
        foot = 28 if narrow else WORDS
        area = QRectF(4, 4, self.width() - 8, self.height() - foot - 5)
        DRAWN[self.picture.id](Pen(painter, area))
        painter.restore()
        painter.setFont(theme.font(10.5 if narrow else 12, bold=lit))
        painter.setPen(theme.colour("ink" if lit else "soft"))
        if narrow:
            words = QRectF(0, self.height() - 27, self.width(), 26)
            both = self.text().replace(" ", "\n")
            painter.drawText(words, Qt.AlignmentFlag.AlignCenter, both)
        else:
            words = QRectF(0, self.height() - WORDS - 1, self.width(), WORDS)
            painter.drawText(words, Qt.AlignmentFlag.AlignCenter, self.text())


class Pictures(QWidget):
    """All moves; arrows go from one to the next."""

    def __init__(self, session: Session, choose: Callable[[Picture], None]) -> None:
        super().__init__()
        self.session = session
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(5)
        self.buttons: dict[str, PictureButton] = {}
        for picture in PICTURES:
            one = PictureButton(picture)
            one.clicked.connect(partial(self._chosen, choose, picture))
            self.buttons[picture.id] = one
            layout.addWidget(one, 1)

    def _chosen(self, choose: Callable[[Picture], None], picture: Picture) -> None:
        choose(picture)
        self.refresh()

    def refresh(self) -> None:
        """Light the one that the shot is of."""
        rig = self.session.rig
        now = picture_of(rig.shot) if rig is not None else None
        for id, one in self.buttons.items():
            one.setChecked(now is not None and id == now.id)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Left and right."""
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}
        shown = list(self.buttons.values())
        here = next((at for at, one in enumerate(shown) if one.hasFocus()), None)
        if event is not None and here is not None and Qt.Key(event.key()) in steps:
            shown[(here + steps[Qt.Key(event.key())]) % len(shown)].setFocus()
            return
        super().keyPressEvent(event)
