"""A pill: a figure written where it belongs and edited there."""

from __future__ import annotations

from PyQt6.QtCore import QPoint, QRect, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QFocusEvent, QFontMetrics, QKeyEvent, QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QAbstractButton, QLabel, QLineEdit, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.choice_popup import offer
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import tip

HEIGHT = 24
WIDEST = 230


class _Editor(QLineEdit):
    """The line that a pill turns into; tells when it is left."""

    left = pyqtSignal()
    given_up = pyqtSignal()

    def focusOutEvent(self, event: QFocusEvent | None) -> None:
        """Leaving takes what was typed."""
        super().focusOutEvent(event)
        self.left.emit()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Escape gives up."""
        if event is not None and event.key() == Qt.Key.Key_Escape:
            self.given_up.emit()
        else:
            super().keyPressEvent(event)


class Balloon(QLabel):
    """Says beside a pill what is wrong and what would be accepted."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setWordWrap(True)
        self.setContentsMargins(8, 6, 8, 6)
        self.setFixedWidth(260)
        self.hide()

    def say(self, text: str, under: QWidget) -> None:
        """Show the words near a widget, inside the window."""
        t = theme.current()
        self.setStyleSheet(
            f"background: {t.raised}; color: {t.clay}; border: 1px solid {t.clay};"
            "border-radius: 4px;"
        )
        self.setText(text)
        self.adjustSize()
        parent = self.parentWidget()
        assert parent is not None
        at = under.mapTo(parent, QPoint(0, under.height() + 3))
        x = max(4, min(at.x(), parent.width() - self.width() - 4))
        y = at.y()
        if y + self.height() > parent.height() - 4:
            y = at.y() - under.height() - self.height() - 6
        self.move(x, max(4, y))
        self.show()
        self.raise_()


class Pill(QAbstractButton):
    """Shows a field of the rig; click, Enter or typing edits it.

    A figure is edited as text, a choice from a list.  What cannot be read or used is said in
    a balloon, and the design stays as it was.
    """

    def __init__(self, session: Session, path: str, parent: QWidget, prefix: str = "") -> None:
        super().__init__(parent)
        self.session, self.path, self.prefix = session, path, prefix
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.editor: _Editor | None = None
        self._edited = ""
        self._shows: tuple[object, ...] = ()
        self.balloon: Balloon | None = None
        self.clicked.connect(self.begin)
        self.refresh()

    def refresh(self) -> None:
        """Show the field as it is now."""
        # Rows of the catalogue are named by the workshop, which is only ever replaced.
        shows = self.session.value(self.path), self.session.style, id(self.session.workshop)
        if shows == self._shows:
            return
        self._shows = shows
        spec = self.session.spec(self.path)
        words = self.session.shown(self.path)
        self.setText(f"{self.prefix} {words}".strip())
        self.setAccessibleName(f"{spec.label}: {words}")
        if spec.kind in ("choice", "text", "switch"):
            tip(self, spec.label)
        else:
            tip(self, f"{spec.label}, {spec.range_text(self.session.style)}")
        self.resize(self.sizeHint())
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """As wide as its words, up to a limit."""
        width = QFontMetrics(theme.font(13, bold=True)).horizontalAdvance(self.text())
        return QSize(min(width + 22, WIDEST), HEIGHT)

    def minimumSizeHint(self) -> QSize:
        """It may be squeezed to a few letters."""
        return QSize(min(self.sizeHint().width(), 60), HEIGHT)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """A rounded line around the figure; thicker when it has the keyboard."""
        t = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        focus = self.hasFocus() or self.underMouse()
        line = t.hazel if focus else t.soft
        painter.setPen(QPen(theme.colour(line), 2 if self.hasFocus() else 1))
        painter.setBrush(theme.colour(t.raised))
        box = QRectF(self.rect()).adjusted(1, 1, -1, -1)
        painter.drawRoundedRect(box, 6, 6)
        painter.setFont(theme.font(13, bold=True))
        painter.setPen(theme.colour(t.ink))
        metrics = painter.fontMetrics()
        words = metrics.elidedText(self.text(), Qt.TextElideMode.ElideRight, self.width() - 14)
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Enter and F2 edit; a figure typed starts with that figure."""
        if event is None:
            return
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_F2, Qt.Key.Key_Space):
            self.begin()
        elif event.text() and (event.text().isdigit() or event.text() in "-.("):
            self.begin()
            if self.editor:
                self.editor.setText(event.text())
        else:
            super().keyPressEvent(event)

    def begin(self) -> None:
        """Turn into an editor, or pop up the list of choices."""
        if not self.session.has(self.path):
            return
        spec = self.session.spec(self.path)
        if spec.kind in ("choice", "switch"):
            self._pop()
            return
        if self.editor is not None:
            return
        parent = self.parentWidget()
        assert parent is not None
        self._edited = self.session.whose
        self.session.changed.connect(self._let_go)
        self.editor = _Editor(self.session.shown(self.path), parent)
        self.editor.setAccessibleName(spec.label)
        self.editor.setGeometry(self._editor_box(parent))
        self.editor.selectAll()
        self.editor.returnPressed.connect(self.commit)
        self.editor.left.connect(self._on_left)
        self.editor.given_up.connect(self.cancel)
        self.editor.textEdited.connect(self._hush)
        self.editor.show()
        self.editor.setFocus()

    def _editor_box(self, parent: QWidget) -> QRect:
        width = max(self.width(), 130)
        x = max(0, min(self.x() - (width - self.width()) // 2, parent.width() - width))
        return QRect(x, self.y(), width, HEIGHT + 2)

    def _pop(self) -> None:
        offer(self.session, self.session.options(self.path), self._now(), self, self._chose)

    def _now(self) -> str:
        value = self.session.value(self.path)
        return ("yes" if value else "no") if isinstance(value, bool) else str(value)

    def _chose(self, value: str) -> None:
        trouble = self.session.has(self.path) and self.session.choose(self.path, value)
        if trouble:
            self._say(trouble)

    def commit(self) -> None:
        """Take what was typed; where it cannot be, say why and stay."""
        if self.editor is None:
            return
        trouble = self.session.type_into(self.path, self.editor.text())
        if trouble:
            self._say(trouble)
            if self.editor:
                self.editor.setFocus()
                self.editor.selectAll()
            return
        self.cancel()

    def _let_go(self) -> None:
        """What was typed for one rig is never written into another, nor into a field gone."""
        if self.session.whose != self._edited or not self.session.has(self.path):
            self._close_editor()

    def _on_left(self) -> None:
        """Leaving with something unreadable keeps the design and puts the old figure back."""
        editor = self.editor
        if editor is None:
            return
        trouble = self.session.type_into(self.path, editor.text())
        self._close_editor()
        if trouble:
            self.session.message.emit(trouble, True)

    def cancel(self) -> None:
        """Leave the editor; the figure is as it was or as it was just set."""
        self._close_editor()
        self.setFocus()

    def put_away(self) -> None:
        """Leave the stage for good; an open editor goes with it."""
        self._close_editor()
        self.hide()
        self.deleteLater()

    def _close_editor(self) -> None:
        editor, self.editor = self.editor, None
        if editor is not None:
            self.session.changed.disconnect(self._let_go)
            editor.hide()
            editor.deleteLater()
            if self.session.has(self.path):
                self.refresh()
        self._hush()

    def _say(self, text: str) -> None:
        top = self.window() or self
        if self.balloon is None or self.balloon.parentWidget() is not top:
            self.balloon = Balloon(top)
        self.balloon.say(text, self.editor or self)

    def _hush(self) -> None:
        if self.balloon is not None:
            self.balloon.hide()
