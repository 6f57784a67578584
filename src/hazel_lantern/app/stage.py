"""The stage: the rig to scale, with pills and parts that are dragged."""

from __future__ import annotations

import math

from PyQt6.QtCore import QEvent, QPointF, QRectF, Qt
from PyQt6.QtGui import (
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QResizeEvent,
    QShowEvent,
)
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from hazel_lantern.app import labels, theme
from hazel_lantern.app.painting import Mapping, SketchPainter, fit
from hazel_lantern.app.pill import HEIGHT, Pill
from hazel_lantern.app.session import Session
from hazel_lantern.app.shot.through import Through
from hazel_lantern.app.tape import TapeBar
from hazel_lantern.app.widgets import tip
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.load_sketch import LOAD
from hazel_lantern.core.sketch import Dimension, Handle, Sketch

LENS = "lens"
#: The station at which the load is the matter.
HOLDS_LOAD = "Load"
#: What a handle can change besides a field: the place along the move, the turn of the rig.
LOOKS = ("mark", "turn")
LANE = 30
#: Pixels around the drawing, kept for pills: left, top, right, bottom.
AROUND = (96, 14, 24, 56)
#: Height of the caption below the drawing.
CAPTION = 22
#: Names beside a drawing keep so far from the edge, and the drawing from them, px.
EDGE, NEAR = 8, 26


class Drawing(QWidget):
    """Draws the sketch of the current view, lays out its pills, and turns drags into edits."""

    around = AROUND

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.view = "side"
        self.pills: dict[str, Pill] = {}
        self._sketch: Sketch | None = None
        self._written = False
        self._mapping = Mapping(1.0, 0.0, 0.0)
        self._lines: list[tuple[QPointF, QPointF]] = []
        self._leaders: list[tuple[QPointF, QPointF]] = []
        self._names: list[labels.Placed] = []
        self._drag: tuple[Handle, QPointF, list[float], Mapping] | None = None
        self._dragged = ""
        self._hover: Handle | None = None
        self._frozen: Mapping | None = None
        self.setMouseTracking(True)
        self.setMinimumHeight(150)
        self.setAccessibleName("Stage: the rig to scale")
        session.changed.connect(self.refresh)
        session.mark_moved.connect(self.follow_mark)

    def show_view(self, view: str) -> None:
        """Look at another view."""
        self.view = view
        self.refresh()

    @property
    def sketch(self) -> Sketch | None:
        """What is drawn now."""
        return self._sketch

    @property
    def mapping(self) -> Mapping:
        """Metres to pixels of what is drawn now."""
        return self._mapping

    def refresh(self) -> None:
        """Draw the rig as it is now, and write the fields anew into the pills."""
        self._written = False
        if self._drag is not None and not self._still_dragged(self._drag[0]):
            self._drag = self._frozen = None
        self.follow_mark()

    def _still_dragged(self, handle: Handle) -> bool:
        """Whether it is still the same rig that is under the hand, with what was taken hold of."""
        paths = [handle.path, *(path for path, _ in handle.also)]
        there = all(path in LOOKS or self.session.has(path) for path in paths)
        return there and self._dragged == self.session.whose

    def follow_mark(self) -> None:
        """Draw the rig at the mark; the pills are written anew only if a field may differ."""
        if not self.isVisible():
            # Nobody looks at it: it is drawn once it is shown, and is of no rig till then.
            self._sketch = None
            return
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None or self.view == LENS:
            self._sketch = None
            for pill in self.pills.values():
                pill.hide()
            self.update()
            return
        self._sketch = self.drawn(found)
        self._lay_out()
        self.update()

    def drawn(self, found: Assessment) -> Sketch:
        """What is to be drawn of an assessment."""
        return found.sketch(self.view, self.session.mark, self.session.turn)

    def _area(self) -> QRectF:
        left, top, right, bottom = self.around
        names = labels.room_for(self._sketch, self.width() - 2 * EDGE) if self._sketch else 0.0
        if names:
            left = right = EDGE + NEAR + round(names)
        return QRectF(self.rect()).adjusted(left, top, -right, -bottom)

    def _lay_out(self) -> None:
        """Map the sketch and put each pill where its dimension is, clear of the others."""
        assert self._sketch is not None
        # While something is dragged the scale stays, or the drawing would run from the hand.
        self._mapping = self._frozen or fit(self._sketch.bounds, self._area())
        wanted = {dimension.path: dimension for dimension in self._sketch.dimensions}
        for path in list(self.pills):
            if path not in wanted or self._stale(path, wanted[path]):
                self.pills.pop(path).put_away()
        self._lines, self._leaders = [], []
        placed: list[QRectF] = []
        for path, dimension in wanted.items():
            if path not in self.pills:
                self.pills[path] = Pill(self.session, path, self, dimension.prefix)
            pill = self.pills[path]
            if not self._written and pill.editor is None:
                pill.refresh()
            self._place(pill, dimension, placed)
            pill.show()
        self._names = labels.placed(
            self._sketch, self._mapping, QRectF(self.rect()).adjusted(EDGE, 6, -EDGE, -CAPTION)
        )
        self._written = True

    def _stale(self, path: str, dimension: Dimension) -> bool:
        return self.pills[path].prefix != dimension.prefix

    def _place(self, pill: Pill, dimension: Dimension, placed: list[QRectF]) -> None:
        start = self._mapping.to_px(dimension.start)
        end = self._mapping.to_px(dimension.end)
        size = pill.size()
        if dimension.side == "above":
            y = max(min(start.y(), end.y()) - 20 - LANE * dimension.lane, HEIGHT / 2 + 4)
            start.setY(y)
            end.setY(y)
        elif dimension.side == "below":
            lowest = self.height() - CAPTION - HEIGHT / 2
            y = min(max(start.y(), end.y()) + 22, lowest)
            start.setY(y)
            end.setY(y)
        elif dimension.side == "along":
            # On the upper side of what it measures, whichever way that slopes.
            line = end - start
            length = max(math.hypot(line.x(), line.y()), 1e-6)
            off = QPointF(line.y(), -line.x()) / length * (18 + LANE * dimension.lane)
            off = off if off.y() < 0 else -off
            start, end = start + off, end + off
        elif dimension.side == "left":
            x = max(start.x() - size.width() / 2 - 10, size.width() / 2 + 6)
            start.setX(x)
            end.setX(x)
        elif dimension.side == "right":
            x = min(start.x() + 10, self.width() - size.width() / 2 - 6)
            start.setX(x)
            end.setX(x)
        elif dimension.side == "beside":
            start = end = end + QPointF(size.width() / 2 + 30, 0)
        elif dimension.side in ("over", "under"):
            away = 36 + LANE * dimension.lane
            start = end
            end = end + QPointF(0, -away if dimension.side == "over" else away)
        else:
            # Beside the drawing, with a leader to what it measures.
            start = end
            end = QPointF(6 + size.width() / 2, HEIGHT / 2 + 6)
        led = dimension.side in ("at", "over", "under")
        if not led and dimension.side != "beside":
            self._lines.append((start, end))
        centre = end if led else (start + end) / 2
        box = QRectF(0, 0, size.width(), HEIGHT)
        box.moveCenter(centre)
        if dimension.side in ("over", "under"):
            # It hangs to the left, off what stands to the right of the place.
            box.moveRight(start.x() + 24)
        # The lowest line is the caption's.
        inside = QRectF(self.rect()).adjusted(4, 4, -4, -CAPTION)
        box.moveLeft(min(max(box.left(), inside.left()), inside.right() - box.width()))
        box.moveTop(min(max(box.top(), inside.top()), inside.bottom() - box.height()))
        for _ in range(8):
            hit = next((other for other in placed if other.intersects(box)), None)
            if hit is None:
                break
            if dimension.side in ("left", "right", "beside", "under", "at"):
                box.moveTop(hit.bottom() + 5)
                if box.bottom() > inside.bottom():
                    # The caption's line stays free.
                    box.moveBottom(inside.bottom())
                    box.moveLeft(hit.right() + 6)
                continue
            if dimension.side == "over":
                box.moveBottom(hit.top() - 5)
                continue
            # To the side on which it stands already, if there is room.
            left, right = hit.left() - 6 - box.width(), hit.right() + 6
            rightward = centre.x() >= hit.center().x()
            if rightward and right + box.width() > inside.right():
                rightward = False
            elif not rightward and left < inside.left():
                rightward = True
            box.moveLeft(right if rightward else left)
        placed.append(box)
        if led:
            self._leaders.append((_edge_towards(box, start), start))
        pill.setGeometry(box.toRect())

    def showEvent(self, event: QShowEvent | None) -> None:
        """Draw what was missed while nobody looked."""
        super().showEvent(event)
        self.refresh()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Fit the drawing to the new size."""
        super().resizeEvent(event)
        if self._sketch is not None:
            self._lay_out()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Sketch, dimension lines, caption."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        painter = QPainter(self)
        area = QRectF(self.rect())
        if self._sketch is None:
            return
        sketcher = SketchPainter(painter, self._mapping, self.session.style)
        sketcher.paint(self._sketch, area)
        painter.setPen(QPen(theme.colour("soft"), 1))
        for start, end in self._lines:
            line = end - start
            length = math.hypot(line.x(), line.y())
            if length < 1:
                continue
            painter.drawLine(start, end)
            tick = QPointF(line.y(), -line.x()) * (5 / length)
            for at in (start, end):
                painter.drawLine(at - tick, at + tick)
        painter.setPen(QPen(theme.colour("soft", 0.55), 1, Qt.PenStyle.DotLine))
        for start, end in self._leaders:
            painter.drawLine(start, end)
            painter.drawEllipse(end, 2, 2)
        labels.paint(painter, self._names)
        self._paint_handles(painter)
        self.paint_more(painter)
        painter.setFont(theme.font(12, italic=True))
        painter.setPen(theme.colour("soft"))
        painter.drawText(
            area.adjusted(8, 0, -8, -4),
            Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignBottom,
            self._sketch.caption,
        )

    def paint_more(self, painter: QPainter) -> None:
        """What a drawing of its own kind shows besides."""

    def _paint_handles(self, painter: QPainter) -> None:
        """Small grips, so that it is seen what can be dragged; the hovered one is lit."""
        assert self._sketch is not None
        for handle in self._sketch.handles:
            if handle.path in LOOKS:
                continue
            at = self._mapping.to_px(handle.at)
            lit = handle == self._hover or (self._drag is not None and self._drag[0] == handle)
            painter.setPen(QPen(theme.colour("hazel"), 1.4))
            painter.setBrush(theme.colour("glow" if lit else "raised"))
            painter.drawRoundedRect(QRectF(at.x() - 5, at.y() - 5, 10, 10), 2, 2)

    def _handle_at(self, at: QPointF) -> Handle | None:
        if self._sketch is None:
            return None
        best, least = None, 1e9
        for handle in self._sketch.handles:
            place = self._mapping.to_px(handle.at)
            away = ((place - at).x() ** 2 + (place - at).y() ** 2) ** 0.5
            reach = max(handle.radius * self._mapping.scale, 12)
            # The grips are small and lie over the camera, so they win over mark and turn.
            rank = away + (40 if handle.path in LOOKS else 0)
            if away <= reach and rank < least:
                best, least = handle, rank
        return best

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Take hold of what is under the pointer."""
        if event is None or event.button() != Qt.MouseButton.LeftButton:
            return
        self.setFocus()
        handle = self._handle_at(event.position())
        if handle is None:
            return
        self.session.play(False)
        found = self.session.assessment
        assert found is not None
        if handle.path == "mark":
            now = [float(found.marks[self.session.mark])]
        elif handle.path == "turn":
            now = [self.session.turn or 0.0]
        else:
            now = self.values(handle)
        self._drag = (handle, event.position(), now, self._mapping)
        self._frozen = self._mapping
        self._dragged = self.session.whose

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """Drag, or show what could be dragged."""
        if event is None:
            return
        if self._drag is None:
            hover = self._handle_at(event.position())
            if hover != self._hover:
                self._hover = hover
                tip(self, hover.hint if hover else "")
                self.setCursor(
                    Qt.CursorShape.OpenHandCursor if hover else Qt.CursorShape.ArrowCursor
                )
                self.update()
            return
        handle, start, values, mapping = self._drag
        first, *others = _changes(handle, mapping, start, event.position())
        if handle.path == "mark":
            self.session.go_to_place(values[0] + first)
            return
        if handle.path == "turn":
            self.session.turn_to(values[0] + first)
            return
        self.set_values(handle, values, [first, *others], self._drag)

    def values(self, handle: Handle) -> list[float]:
        """What a handle stands for now, and what follows it."""
        paths = (handle.path, *(path for path, _ in handle.also))
        return [float(self.session.value(path)) for path in paths]

    def set_values(
        self, handle: Handle, values: list[float], changes: list[float], gesture: object
    ) -> None:
        """Change what a handle stands for; what cannot be is said."""
        paths = (handle.path, *(path for path, _ in handle.also))
        edits = [
            Edit(path, self._settable(path, value + change))
            for path, value, change in zip(paths, values, changes, strict=True)
            if change
        ]
        if not edits:
            return
        label = self.session.spec(handle.path).label.lower()
        trouble = self.session.edit(*edits, action=f"drag {label}", gesture=gesture)
        self.session.message.emit(trouble, bool(trouble))

    def _settable(self, path: str, wanted: float) -> float:
        """The nearest figure that a hand would set, within what is accepted."""
        spec = self.session.spec(path)
        step = self.finest(spec.kind)
        wanted = round(wanted / step) * step
        if spec.low is not None:
            wanted = max(wanted, spec.low)
        return wanted if spec.high is None else min(wanted, spec.high)

    def finest(self, kind: str) -> float:
        """The least step of a drag, SI."""
        if kind == "angle":
            return math.radians(0.5)
        if kind == "focal":
            return 0.001
        return 0.0254 / 4 if self.session.style.imperial else 0.005

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        """Let go."""
        if self._drag is not None:
            self._drag = None
            self._frozen = None
            self.session.document.end_gesture()
            self.refresh()

    def leaveEvent(self, event: QEvent | None) -> None:
        """Nothing is pointed at any more."""
        self._hover = None
        self.update()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Arrow keys move the camera along its way."""
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}
        if event is not None and event.key() in steps:
            self.session.go_to_mark(self.session.mark + steps[Qt.Key(event.key())])
        else:
            super().keyPressEvent(event)


def _edge_towards(box: QRectF, at: QPointF) -> QPointF:
    """Where on a pill's edge a leader to a place begins."""
    if box.left() <= at.x() <= box.right():
        return QPointF(at.x(), box.top() if at.y() < box.top() else box.bottom())
    return QPointF(box.right() if at.x() > box.right() else box.left(), box.center().y())


def _changes(handle: Handle, mapping: Mapping, start: QPointF, now: QPointF) -> list[float]:
    """By how much a drag changes what the handle stands for, and what follows it."""
    if handle.pivot is None:
        moved = (now - start) / mapping.scale
        return along(handle, moved.x(), -moved.y())
    pivot = mapping.to_px(handle.pivot)
    first, last = start - pivot, now - pivot
    swept = math.atan2(-last.y(), last.x()) - math.atan2(-first.y(), first.x())
    return [math.remainder(swept, 2 * math.pi) * handle.axis[0]]


def along(handle: Handle, right: float, up: float) -> list[float]:
    """What so many metres of a handle's way change of it and of what follows it."""
    axes = (handle.axis, *(axis for _, axis in handle.also))
    return [right * axis[0] + up * axis[1] for axis in axes]


class Stage(QWidget):
    """View tabs, the drawing, and the tape below it."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("panel")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.drawing = Drawing(session)
        self.through = Through(session)
        self.tape = TapeBar(session)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(12, 6, 12, 8)
        layout.setSpacing(4)
        self._tabs = QHBoxLayout()
        self._tabs.setSpacing(18)
        self.buttons: dict[str, QPushButton] = {}
        self._family = ""
        #: What is looked at from close by at the stations of which it is the matter, and elsewhere.
        self._at, self._looked = "", {HOLDS_LOAD: LOAD}
        layout.addLayout(self._tabs)
        layout.addWidget(self.drawing, 1)
        layout.addWidget(self.through, 1)
        layout.addWidget(self.tape)
        session.changed.connect(self._refresh_tabs)
        session.station_changed.connect(self._go_along)
        self._refresh_tabs()

    def _refresh_tabs(self) -> None:
        """One tab per view of the family, and the lens."""
        found = self.session.assessment
        if found is None:
            return
        views = [(view.id, view.title) for view in found.views]
        views.append((LENS, "Through the lens"))
        if list(self.buttons) == [id for id, _ in views]:
            return
        while self._tabs.count():
            item = self._tabs.takeAt(0)
            widget = item.widget() if item else None
            if widget is not None:
                widget.deleteLater()
        self.buttons = {}
        for id, title in views:
            button = QPushButton(title)
            button.setProperty("role", "tab")
            button.setCheckable(True)
            button.clicked.connect(lambda _=False, id=id: self.show_view(id))
            self._tabs.addWidget(button)
            self.buttons[id] = button
        self._tabs.addStretch(1)
        # Where a rig only got a view more, what is looked at stays.
        family, self._family = self._family, found.family.id
        stays = family == self._family and self.drawing.view in self.buttons
        self.show_view(self.drawing.view if stays else views[0][0])

    def _go_along(self) -> None:
        """Where the load is the matter it is seen; elsewhere what was looked at before."""
        at = self.session.station if self.session.station == HOLDS_LOAD else ""
        if at == self._at or not self.buttons:
            return
        self._looked[self._at], self._at = self.drawing.view, at
        view = self._looked.get(at, "")
        self.show_view(view if view in self.buttons else next(iter(self.buttons)))

    def show_view(self, id: str) -> None:
        """Look at a view."""
        for name, button in self.buttons.items():
            button.setChecked(name == id)
        self.drawing.show_view(id)
        self.drawing.setVisible(id != LENS)
        self.through.setVisible(id == LENS)
