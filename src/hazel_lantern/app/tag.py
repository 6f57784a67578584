"""A luggage tag: a rig's name and its worst lamp, in as much room as there is."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPainterPath, QPaintEvent, QPen
from PyQt6.QtWidgets import QAbstractButton, QSizePolicy

from hazel_lantern.app import theme
from hazel_lantern.app.widgets import tip
from hazel_lantern.core.lamps import State

#: A tag is at least so wide, px, so that ten fit a bar of 1024; below the second width only the
#: letters that its name's words begin with stand on it, below the third its name is in two lines.
NARROW, LETTERS, TWO_LINES = 36, 56, 104
#: The tag looked at is at least so wide where its name is longer, px.
LOOKED_AT = 116
HEIGHT = 42
#: Lamps on the dark bar.
ON_HUSK = {
    State.HOLDS: "#B9C784",
    State.TIGHT: "#F0A86A",
    State.TO_LOOK_UP: "#9CC7D3",
    State.FAILS: "#F3A093",
}


class Tag(QAbstractButton):
    """A luggage tag with the rig's name and its worst lamp, once that is known."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setText(name)
        self.state: State | None = None
        self._current = False
        #: Whether the bar has room for the whole name of the tag looked at.
        self.roomy = True
        self.setCheckable(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)
        self.setMaximumWidth(self.sizeHint().width())

    def show_state(self, state: State | None, current: bool) -> None:
        """The rig's worst lamp, and whether it is looked at."""
        self.setChecked(current)
        if current != self._current:
            self._current = current
            self.updateGeometry()
        if state is self.state and self.toolTip():
            return
        self.state = state
        said = self.text() if state is None else f"{self.text()}: {state}"
        self.setAccessibleName(f"Rig {said}")
        tip(self, f"{said}. Double click renames")
        self.update()

    def sizeHint(self) -> QSize:
        """As wide as its name."""
        self.ensurePolished()
        width = self.fontMetrics().horizontalAdvance(self.text()) + 74
        return QSize(max(110, min(230, width)), HEIGHT)

    def minimumSizeHint(self) -> QSize:
        """Many tags share the bar: a name may be cut short, that of the one looked at the last."""
        whole = self.sizeHint()
        if self._current:
            return whole if self.roomy else whole.boundedTo(QSize(LOOKED_AT, HEIGHT))
        return whole.boundedTo(QSize(NARROW, HEIGHT))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Clipped corner, hole, name, lantern."""
        t = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF(self.rect()).adjusted(1, 1, -1, 0)
        path = QPainterPath(QPointF(box.left(), box.bottom()))
        path.lineTo(box.left(), box.top() + 11)
        path.lineTo(box.left() + 11, box.top())
        path.lineTo(box.right() - 4, box.top())
        path.quadTo(box.topRight(), QPointF(box.right(), box.top() + 4))
        path.lineTo(box.right(), box.bottom())
        path.closeSubpath()
        lit = self.isChecked()
        painter.setPen(QPen(theme.colour("glow"), 2) if self.hasFocus() else Qt.PenStyle.NoPen)
        painter.setBrush(
            theme.colour(("bench" if t.name == "day" else "raised") if lit else "#4B3A2C")
        )
        painter.drawPath(path)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour("husk"))
        if self.width() >= TWO_LINES:
            painter.drawEllipse(QPointF(box.left() + 14, box.top() + 14), 3, 3)
        painter.setPen(theme.colour(t.ink if lit else t.on_husk))
        painter.setFont(theme.font(13, bold=lit))
        if self.width() < LETTERS:
            painter.setFont(theme.font(12))
            low = QRectF(box.left() + 2, box.top() + 20, box.width() - 4, 20)
            painter.drawText(low, Qt.AlignmentFlag.AlignCenter, letters(self.text()))
        elif self.width() < TWO_LINES:
            self._in_two_lines(painter, box)
        else:
            words = QRectF(box.left() + 24, box.top(), box.width() - 56, box.height())
            name = painter.fontMetrics().elidedText(
                self.text(), Qt.TextElideMode.ElideMiddle, int(words.width())
            )
            painter.drawText(words, Qt.AlignmentFlag.AlignVCenter, name)
        if self.state is not None:
            ink, narrow = None if lit else ON_HUSK[self.state], self.width() < TWO_LINES
            size = 16 if narrow else 20
            at, top = int(box.right() - size - (3 if narrow else 9)), 13 if narrow else 11
            if self.width() < LETTERS:
                at, top = int(box.center().x() - size / 2) + 2, 4
            painter.drawPixmap(at, top, theme.lamp_glyph(self.state, size, ink))

    def _in_two_lines(self, painter: QPainter, box: QRectF) -> None:
        """First word over the rest, each cut short where it must be."""
        painter.setFont(theme.font(12))
        first, _, rest = self.text().partition(" ")
        room = int(box.width() - 26)
        for line, words in enumerate((first, rest)):
            name = painter.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, room)
            painter.drawText(QPointF(box.left() + 6, box.top() + 22 + 14 * line), name)


def letters(name: str) -> str:
    """What the words of a name begin with, three at most; numbers stay whole."""
    words = [word for word in name.replace(",", " ").split() if word[0].isalnum()]
    return "".join(word if word.isdigit() else word[0] for word in words[:3]) or name[:2]
