"""A row of the catalogue as a drawing, with its sizes written on it."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPainterPath, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import QSizePolicy, QWidget

from hazel_lantern.app import theme
from hazel_lantern.core.catalogue.picture import Area, Picture, Size, Stroke, section_areas
from hazel_lantern.core.catalogue.rows import Section
from hazel_lantern.core.units import Style, write

#: Room for sizes around a drawing, and the thinnest wall that is seen, px.
ROOM, THINNEST = 60, 1.6


def _shape(area: Area, scale: float = 1.0) -> QPainterPath:
    box = QRectF(area.x - area.width / 2, -area.y - area.height / 2, area.width, area.height)
    path = QPainterPath()
    if area.form == "ellipse":
        path.addEllipse(_times(box, scale))
    else:
        path.addRect(_times(box, scale))
    return path


def _times(box: QRectF, scale: float) -> QRectF:
    return QRectF(box.topLeft() * scale, box.size() * scale)


def _solid(areas: tuple[Area | Stroke, ...], scale: float) -> QPainterPath:
    """What is solid, with what is cut out of it, in px: a path of metres would have corners."""
    path = QPainterPath()
    for area in areas:
        if isinstance(area, Area) and area.look == "solid":
            path = path.united(_shape(area, scale))
        elif isinstance(area, Area) and area.look == "hollow":
            path = path.subtracted(_shape(area, scale))
    return path


def draw_section(painter: QPainter, box: QRectF, section: Section) -> None:
    """The outline of a section, walls and all, in a box."""
    scale = min(box.width(), box.height()) / max(section.width, section.height)
    painter.save()
    painter.translate(box.center())
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(theme.colour("ink"))
    painter.drawPath(_solid(section_areas(section, THINNEST / scale), scale))
    painter.restore()


class RowPicture(QWidget):
    """Shows a picture as large as there is room, and says from where it is seen."""

    def __init__(self, style: Style) -> None:
        super().__init__()
        self.style_of_lengths = style
        self.picture: Picture | None = None
        #: What is said where there is no picture.
        self.silent = "What has no size of its own has no drawing."
        self.setMinimumSize(220, 170)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAccessibleName("Drawing of the row")

    def show_picture(self, picture: Picture | None) -> None:
        """Show another one, or that there is none."""
        self.picture = picture
        self.update()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """The drawing, its sizes, and where it is seen from."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setFont(theme.font(12))
        shown = self.picture
        foot = QRectF(4, self.height() - 36, self.width() - 8, 34)
        words = shown.seen if shown else self.silent
        painter.setPen(theme.colour("soft"))
        painter.drawText(foot, Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap, words)
        if shown is not None:
            room = QRectF(self.rect()).adjusted(ROOM, ROOM / 2, -ROOM, -ROOM - 30)
            self._draw(painter, shown, room)

    def _draw(self, painter: QPainter, shown: Picture, room: QRectF) -> None:
        extent = _extent(shown)
        if extent.isEmpty() or room.width() <= 0 or room.height() <= 0:
            return
        scale = min(room.width() / extent.width(), room.height() / extent.height())

        def at(x: float, y: float) -> QPointF:
            return room.center() + (QPointF(x, -y) - extent.center()) * scale

        painter.save()
        painter.translate(at(0, 0))
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour("ink"))
        painter.drawPath(_solid(shown.areas, scale))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for one in shown.areas:
            if one.look in ("solid", "hollow"):
                continue
            pen = QPen(theme.colour("ink" if one.look == "line" else "hazel"), 1.4)
            if one.look == "hidden":
                pen.setStyle(Qt.PenStyle.DashLine)
            painter.setPen(pen)
            if isinstance(one, Stroke):
                painter.drawPolyline(QPolygonF([QPointF(x, -y) * scale for x, y in one.points]))
            else:
                painter.drawPath(_shape(one, scale))
        painter.restore()
        for size in shown.sizes:
            self._size(painter, size, at(*size.start), at(*size.end))

    def _size(self, painter: QPainter, size: Size, start: QPointF, end: QPointF) -> None:
        """A size: its line with an end at both sides, and what it is."""
        along = ((size.end[0] - size.start[0]) ** 2 + (size.end[1] - size.start[1]) ** 2) ** 0.5
        words = write(along, "fine" if along < 0.1 else "length", self.style_of_lengths)
        upright = abs(end.y() - start.y()) > abs(end.x() - start.x())
        painter.setPen(QPen(theme.colour("hazel"), 1.2))
        painter.drawLine(start, end)
        tick = QPointF(4, 0) if upright else QPointF(0, 4)
        for one in (start, end):
            painter.drawLine(one - tick, one + tick)
        middle = (start + end) / 2
        across = painter.fontMetrics().horizontalAdvance(words) + 6
        box = QRectF(0, 0, across, 16)
        if not upright and abs(end.x() - start.x()) < across:
            # Beside what it is too long for.
            aside = across / 2 + abs(end.x() - start.x()) / 2 + 3
            side = 1 if middle.x() > 0.55 * self.width() else -1
            box.moveCenter(middle + QPointF(side * aside, 0))
        elif upright:
            side = 1 if middle.x() > self.width() / 2 else -1
            box.moveCenter(middle + QPointF(side * (across / 2 + 5), 0))
        else:
            box.moveCenter(middle + QPointF(0, 11 if middle.y() > self.height() / 3 else -11))
        box.moveLeft(min(max(box.left(), 0), self.width() - across))
        painter.setPen(theme.colour("ink"))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)


def _extent(shown: Picture) -> QRectF:
    """All that is drawn, upside down as the screen has it."""
    found = QRectF()
    for one in shown.areas:
        if isinstance(one, Area):
            found = found.united(_shape(one).boundingRect())
        else:
            found = found.united(QPolygonF([QPointF(x, -y) for x, y in one.points]).boundingRect())
    for size in shown.sizes:
        ends = QPolygonF([QPointF(x, -y) for x, y in (size.start, size.end)])
        found = found.united(ends.boundingRect().adjusted(-1e-9, -1e-9, 1e-9, 1e-9))
    return found
