"""The painter of a plot: axes, curves, a limit zone, a cursor."""

from __future__ import annotations

from dataclasses import dataclass

from PyQt6.QtCore import QPointF, QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QFontMetricsF, QMouseEvent, QPainter, QPaintEvent, QPen, QPixmap
from PyQt6.QtWidgets import QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.axes import Array, Axis, equal_scales, thinned, ticks
from hazel_lantern.app.painting import polygon

#: A tick for so many pixels, across and up.
EVERY = 52, 26
FONT = 11
MARGIN = 7
#: Dashes by number of the curve on the left; those on the right have one of their own.
DASHES: tuple[tuple[float, ...], ...] = ((), (1, 2), (6, 2, 1, 2))
RIGHT_DASHES = (5.0, 3.0)
WIDTH = 2.2
#: A curve of so many points trembles: a thin pen shows more of it, and takes less time.
DENSE = 240


@dataclass(frozen=True, eq=False)
class Curve:
    """Places across and up in the units of the axes, and how they are drawn."""

    x: Array
    y: Array
    ink: str
    dashes: tuple[float, ...] = ()
    on_right: bool = False


@dataclass(frozen=True, eq=False)
class Picture:
    """All that a plot shows but its cursor.

    Attributes
    ----------
    across, left, right : tuple of float
        The ranges; no range on the right, no axis there.
    zone : tuple of float or None
        Shaded from and to, on the right axis if there is one.
    zone_ink : str
        Name of its colour.
    equal : bool
        Whether a unit is as long across as up.
    """

    curves: tuple[Curve, ...]
    across: tuple[float, float]
    left: tuple[float, float]
    right: tuple[float, float] | None = None
    zone: tuple[float, float] | None = None
    zone_ink: str = "ember"
    equal: bool = False


class Canvas(QWidget):
    """Paints a picture; a click or drag tells which place across was pointed at."""

    pointed = pyqtSignal(float)

    def __init__(self) -> None:
        super().__init__()
        self.setMinimumSize(120, 60)
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)
        self._picture: Picture | None = None
        self._cursor: float | None = None
        self._ground: tuple[tuple[object, ...], QPixmap] | None = None

    @property
    def picture(self) -> Picture | None:
        """What is shown."""
        return self._picture

    @property
    def cursor_at(self) -> float | None:
        """The place across at which the cursor stands."""
        return self._cursor

    def show_picture(self, picture: Picture) -> None:
        """Show this from now on."""
        self._picture = picture
        self.update()

    def put_cursor(self, at: float) -> None:
        """Move the cursor."""
        if at != self._cursor:
            self._cursor = at
            self.update()

    def axes(self) -> tuple[Axis, Axis, Axis | None]:
        """The axes across, on the left and on the right, as they lie in the widget now.

        Raises
        ------
        ValueError
            If nothing is shown yet.
        """
        picture = self._picture
        if picture is None:
            raise ValueError("nothing is shown, so there are no axes")
        metrics = QFontMetricsF(theme.font(FONT))
        height = max(self.height() - metrics.height() - 6.0, 20.0)
        most = self._most(height, 1)

        def wide(span: tuple[float, float] | None) -> float:
            marks = ticks(*span, most) if span else []
            widest = max((metrics.horizontalAdvance(words) for _, words in marks), default=0.0)
            return widest + MARGIN

        left_edge, right_edge = wide(picture.left), self.width() - wide(picture.right) - 2
        across = Axis(*picture.across, left_edge, max(right_edge, left_edge + 20))
        left = Axis(*picture.left, height, 4.0)
        if picture.equal:
            across, left = equal_scales(across, left)
        right = Axis(*picture.right, height, 4.0) if picture.right else None
        return across, left, right

    @staticmethod
    def _most(pixels: float, which: int) -> int:
        return max(3, int(pixels / EVERY[which]))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """The ground, kept until an axis changes; then zone, curves and cursor."""
        painter = QPainter(self)
        picture = self._picture
        if picture is None:
            painter.fillRect(self.rect(), theme.colour("paper"))
            return
        across, left, right = self.axes()
        painter.drawPixmap(0, 0, self._kept_ground(across, left, right))
        box = QRectF(QPointF(across.start, left.end), QPointF(across.end, left.start))
        painter.setClipRect(box.adjusted(-1, -1, 1, 1))
        if picture.zone is not None:
            axis = right or left
            low, high = (min(max(axis.px(at), left.end), left.start) for at in picture.zone)
            zone = QRectF(QPointF(box.left(), high), QPointF(box.right(), low))
            painter.fillRect(zone, theme.colour(picture.zone_ink, 0.14))
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        for curve in picture.curves:
            up = right if curve.on_right and right is not None else left
            xs, ys = thinned(across.place(curve.x), up.place(curve.y))
            pen = QPen(theme.colour(curve.ink), WIDTH if len(xs) < DENSE else 1.0)
            if curve.dashes:
                pen.setDashPattern(list(curve.dashes))
            pen.setJoinStyle(Qt.PenJoinStyle.BevelJoin)
            painter.setPen(pen)
            painter.drawPolyline(polygon(xs, ys))
        if self._cursor is not None:
            painter.setPen(QPen(theme.colour("ink"), 1.2))
            x = across.px(self._cursor)
            painter.drawLine(QPointF(x, box.top()), QPointF(x, box.bottom()))

    def _kept_ground(self, across: Axis, left: Axis, right: Axis | None) -> QPixmap:
        ratio = self.devicePixelRatioF()
        key = (across, left, right, self.width(), self.height(), ratio, theme.current().name)
        if self._ground is None or self._ground[0] != key:
            pixmap = QPixmap(round(self.width() * ratio), round(self.height() * ratio))
            pixmap.setDevicePixelRatio(ratio)
            pixmap.fill(theme.colour("paper"))
            painter = QPainter(pixmap)
            self._paint_axes(painter, across, left, right)
            painter.end()
            self._ground = key, pixmap
        return self._ground[1]

    def _paint_axes(self, painter: QPainter, across: Axis, left: Axis, right: Axis | None) -> None:
        painter.setFont(theme.font(FONT))
        ink, edge, grid = theme.colour("soft"), theme.colour("edge"), theme.colour("ink", 0.1)
        height = painter.fontMetrics().height()
        middle = Qt.AlignmentFlag.AlignVCenter
        for axis in (left, right):
            if axis is None:
                continue
            for value, words in ticks(axis.low, axis.high, self._most(axis.start, 1)):
                y = axis.px(value)
                if axis is left:
                    painter.setPen(grid)
                    painter.drawLine(QPointF(across.start, y), QPointF(across.end, y))
                painter.setPen(ink)
                # A figure at the very end of the axis is moved in, not cut off.
                top = min(max(y - height / 2, 0.0), self.height() - float(height))
                if axis is left:
                    box = QRectF(0, top, across.start - 5, height)
                    painter.drawText(box, Qt.AlignmentFlag.AlignRight | middle, words)
                else:
                    box = QRectF(across.end + 5, top, self.width() - across.end - 5, height)
                    painter.drawText(box, Qt.AlignmentFlag.AlignLeft | middle, words)
        width = across.end - across.start
        for value, words in ticks(across.low, across.high, self._most(width, 0)):
            x = across.px(value)
            painter.setPen(edge)
            painter.drawLine(QPointF(x, left.start), QPointF(x, left.start + 4))
            painter.setPen(ink)
            advance = painter.fontMetrics().horizontalAdvance(words)
            at = min(max(x - advance / 2, 0.0), self.width() - float(advance))
            box = QRectF(at, left.start + 5, advance + 1, height)
            painter.drawText(box, Qt.AlignmentFlag.AlignLeft, words)
        painter.setPen(edge)
        painter.drawLine(QPointF(across.start, left.start), QPointF(across.end, left.start))
        painter.drawLine(QPointF(across.start, left.start), QPointF(across.start, left.end))
        if right is not None:
            painter.drawLine(QPointF(across.end, left.start), QPointF(across.end, left.end))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Go there."""
        if event is not None and self._picture is not None:
            self.pointed.emit(self.axes()[0].value(event.position().x()))

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """Follow the pointer while it is held down."""
        if event is not None and event.buttons() & Qt.MouseButton.LeftButton:
            self.mousePressEvent(event)
