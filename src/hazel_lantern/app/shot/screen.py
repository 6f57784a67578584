"""On screen: the frame over the move, to scrub through, and what the move gives in figures."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import (
    QFocusEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPixmap,
    QResizeEvent,
)
from PyQt6.QtWidgets import QAbstractButton, QGridLayout, QVBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.scene import LensPainter
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import empty, scrolled, tip
from hazel_lantern.core.framing.figures import Figure, figures

#: Frames of the strip; start, middle and end are larger by this much, and have their words.
FRAMES, LARGER = 7, 1.7
NAMED = {0: "start", FRAMES // 2: "middle", FRAMES - 1: "end"}
GAP, WORDS = 7.0, 17.0
#: The frames are no higher than this, px.
HIGHEST = 128.0
#: While something is dragged, seven frames are painted so often, ms.
PACE = 70
#: A figure with its words is so wide, px.
ROOMY = 185
#: Height of two rows of figures, px.
TWO_ROWS = 92


class Strip(QWidget):
    """Seven frames over the move; pressed or moved along with arrows, the mark follows."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setMinimumHeight(74)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setAccessibleName("The frame over the move, from start to end")
        tip(self, "Press and draw along to go through the move")
        self._kept: tuple[object, ...] = ()
        self._picture = QPixmap()
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.setInterval(PACE)
        self._soon.timeout.connect(self.update)
        session.mark_moved.connect(self.update)

    def refresh(self) -> None:
        """Show the shot as it is now; while it is dragged, not at every step of the hand."""
        if not self.session.document.gesturing:
            self.update()
        elif not self._soon.isActive():
            self._soon.start()

    def sizeHint(self) -> QSize:
        """As wide as it gets."""
        return QSize(700, 130)

    def boxes(self) -> list[QRectF]:
        """Where each frame is, the named ones larger."""
        rig = self.session.rig
        if rig is None:
            return []
        shape = rig.shot.lens.frame_width / rig.shot.lens.frame_height
        shares = [LARGER if at in NAMED else 1.0 for at in range(FRAMES)]
        unit = (self.width() - GAP * (FRAMES - 1) - 4) / sum(shares)
        unit = max(min(unit, min(self.height() - WORDS - 6, HIGHEST) * shape / LARGER), 8.0)
        x = (self.width() - unit * sum(shares) - GAP * (FRAMES - 1)) / 2
        found = []
        foot = 3 + unit * LARGER / shape
        for share in shares:
            box = QRectF(x, foot - unit * share / shape, unit * share, unit * share / shape)
            found.append(box)
            x = box.right() + GAP
        return found

    def _marks(self) -> list[int]:
        found = self.session.assessment
        last = len(found.marks) - 1 if found is not None else 0
        return [round(at * last / (FRAMES - 1)) for at in range(FRAMES)]

    def _drawn(self) -> QPixmap:
        """All frames; drawn anew only when what is seen is another."""
        session = self.session
        rig, found = session.rig, session.assessment
        assert rig is not None
        assert found is not None
        ratio = self.devicePixelRatioF()
        looks = (found, self.size(), ratio, theme.current(), session.style)
        if self._kept and all(a is b or a == b for a, b in zip(looks, self._kept, strict=True)):
            return self._picture
        self._kept = looks
        self._picture = QPixmap(self.size() * ratio)
        self._picture.setDevicePixelRatio(ratio)
        self._picture.fill(Qt.GlobalColor.transparent)
        painter = QPainter(self._picture)
        lens = LensPainter(rig, found, session.style, perfect=True, crosses=False)
        for at, (box, mark) in enumerate(zip(self.boxes(), self._marks(), strict=True)):
            lens.paint(painter, box, mark)
            if at in NAMED:
                painter.setFont(theme.font(12))
                painter.setPen(theme.colour("soft"))
                below = QRectF(box.left(), box.bottom() + 2, box.width(), WORDS)
                painter.drawText(below, Qt.AlignmentFlag.AlignCenter, NAMED[at])
        painter.end()
        return self._picture

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """The frames, and where the mark is among them."""
        if self.session.rig is None or self.session.assessment is None:
            return
        painter = QPainter(self)
        painter.drawPixmap(0, 0, self._drawn())
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        boxes = self.boxes()
        x = self._place(boxes)
        top, foot = min(box.top() for box in boxes) - 2, max(box.bottom() for box in boxes) + 2
        painter.setPen(QPen(theme.colour("hazel"), 2.4 if self.hasFocus() else 1.6))
        painter.drawLine(QPointF(x, top), QPointF(x, foot))
        near = min(boxes, key=lambda box: abs(box.center().x() - x))
        painter.drawRoundedRect(near.adjusted(-1.5, -1.5, 1.5, 1.5), 2, 2)

    def _place(self, boxes: list[QRectF]) -> float:
        """Where along the strip the mark is."""
        marks, mark = self._marks(), self.session.mark
        for at in range(FRAMES - 1):
            if mark <= marks[at + 1]:
                part = (mark - marks[at]) / max(marks[at + 1] - marks[at], 1)
                a, b = boxes[at].center().x(), boxes[at + 1].center().x()
                return float(a + part * (b - a))
        return float(boxes[-1].center().x())

    def _go_to(self, x: float) -> None:
        boxes, marks = self.boxes(), self._marks()
        if not boxes:
            return
        self.session.play(False)
        centres = [box.center().x() for box in boxes]
        at = next((at for at in range(FRAMES - 1) if x <= centres[at + 1]), FRAMES - 2)
        part = (x - centres[at]) / (centres[at + 1] - centres[at])
        part = min(max(part, 0.0), 1.0)
        self.session.go_to_mark(round(marks[at] + part * (marks[at + 1] - marks[at])))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Go there."""
        if event is not None and event.button() == Qt.MouseButton.LeftButton:
            self.setFocus()
            self._go_to(event.position().x())

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """Go along."""
        if event is not None and event.buttons() & Qt.MouseButton.LeftButton:
            self._go_to(event.position().x())

    def focusInEvent(self, event: QFocusEvent | None) -> None:
        """Show that arrows work."""
        super().focusInEvent(event)
        self.update()

    def focusOutEvent(self, event: QFocusEvent | None) -> None:
        """Arrows work elsewhere."""
        super().focusOutEvent(event)
        self.update()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Arrows step, Home and End go to the ends."""
        found = self.session.assessment
        if event is None or found is None:
            return
        ends = {Qt.Key.Key_Home: 0, Qt.Key.Key_End: len(found.marks) - 1}
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}
        if event.key() in ends:
            self.session.go_to_mark(ends[Qt.Key(event.key())])
        elif event.key() in steps:
            self.session.go_to_mark(self.session.mark + steps[Qt.Key(event.key())])
        else:
            super().keyPressEvent(event)


class FigureView(QAbstractButton):
    """A figure: title, words, bar; one of a lamp opens it."""

    def __init__(self) -> None:
        super().__init__()
        self.figure = Figure("", "", 0.0)
        self.setMinimumWidth(ROOMY - 25)

    def show_figure(self, figure: Figure) -> None:
        """Take the figure as it is now."""
        if figure == self.figure:
            return
        self.figure = figure
        leads = bool(figure.lamp)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus if leads else Qt.FocusPolicy.NoFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor if leads else Qt.CursorShape.ArrowCursor)
        self.setAccessibleName(f"{figure.title}: {figure.words}")
        tip(self, figure.words)
        self.update()

    def sizeHint(self) -> QSize:
        """Two lines and a bar."""
        return QSize(240, 42)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Words over a bar."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        lit = bool(self.figure.lamp) and (self.hasFocus() or self.underMouse())
        if lit:
            painter.setPen(QPen(theme.colour("hazel"), 1))
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4)
        wide = self.width() - 8
        for text, bold, ink, y in (
            (self.figure.title, True, "ink", 1),
            (self.figure.words, False, "soft", 17),
        ):
            painter.setFont(theme.font(12, bold=bold))
            painter.setPen(theme.colour(ink))
            metrics = painter.fontMetrics()
            words = metrics.elidedText(text, Qt.TextElideMode.ElideRight, wide)
            painter.drawText(QRectF(4, y, wide, 17), Qt.AlignmentFlag.AlignVCenter, words)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour("edge"))
        painter.drawRoundedRect(QRectF(4, 36, wide, 4), 2, 2)
        share = min(max(self.figure.share, 0.0), 1.0)
        painter.setBrush(theme.colour(theme.current().of(self.figure.state)))
        painter.drawRoundedRect(QRectF(4, 36, wide * share, 4), 2, 2)


class Figures(QWidget):
    """All figures of the shot, in as many columns as fit."""

    asked = pyqtSignal(str)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 6, 0)
        self._grid.setHorizontalSpacing(20)
        self._grid.setVerticalSpacing(2)
        self.views: list[FigureView] = []
        self._columns = 0

    def refresh(self) -> None:
        """Show the figures as they are now."""
        found = self.session.assessment
        if found is None:
            return
        shown = figures(found, self.session.style)
        columns = 4 if self.width() > 4 * ROOMY else 3
        if (len(shown), columns) != (len(self.views), self._columns):
            empty(self._grid)
            self.views, self._columns = [], columns
            for at in range(len(shown)):
                view = FigureView()
                view.clicked.connect(lambda _=False, view=view: self._ask(view))
                self.views.append(view)
                self._grid.addWidget(view, at // columns, at % columns)
            self._grid.setRowStretch(len(shown) // columns + 1, 1)
        for view, figure in zip(self.views, shown, strict=True):
            view.show_figure(figure)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """More or fewer beside each other."""
        super().resizeEvent(event)
        self.refresh()

    def _ask(self, view: FigureView) -> None:
        if view.figure.lamp:
            self.asked.emit(view.figure.lamp)


class OnScreen(QWidget):
    """The strip over the figures."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        self.strip = Strip(session)
        self.figures = Figures(session)
        layout.addWidget(self.strip, 1)
        below = scrolled(self.figures)
        below.setFixedHeight(TWO_ROWS)
        layout.addWidget(below)

    def refresh(self) -> None:
        """Show the shot as it is now."""
        self.figures.refresh()
        self.strip.refresh()
