"""The top bar: project, a luggage tag for each rig, units, undo, pack and menu."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import (
    QIcon,
    QPainter,
    QPainterPath,
    QPaintEvent,
    QPen,
    QResizeEvent,
    QShowEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import (
    QAbstractButton,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app import theme
from hazel_lantern.app.commands import told
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import empty, label, tip
from hazel_lantern.core.lamps import State

BAR = 54
#: A tag is at least so wide, px: the demo's rigs fit a bar of 1280; below the other its name stands
#: in two lines.
NARROW, TWO_LINES = 70, 104
#: Lamps on the dark bar.
ON_HUSK = {State.HOLDS: "#B9C784", State.TIGHT: "#F0A86A", State.FAILS: "#F3A093"}


class Tag(QAbstractButton):
    """A luggage tag with the rig's name and its worst lamp, once that is known."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setText(name)
        self.state: State | None = None
        self._current = False
        self.setCheckable(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)

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
        return QSize(max(110, min(230, width)), 42)

    def minimumSizeHint(self) -> QSize:
        """Many tags share the bar: a name may be cut short, but for the one looked at."""
        whole = self.sizeHint()
        return whole if self._current else whole.boundedTo(QSize(NARROW, 42))

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
        if self.width() < TWO_LINES:
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
            at = int(box.right() - size - (3 if narrow else 9))
            painter.drawPixmap(at, 13 if narrow else 11, theme.lamp_glyph(self.state, size, ink))

    def _in_two_lines(self, painter: QPainter, box: QRectF) -> None:
        """First word over the rest, each cut short where it must be."""
        painter.setFont(theme.font(12))
        first, _, rest = self.text().partition(" ")
        room = int(box.width() - 26)
        for line, words in enumerate((first, rest)):
            name = painter.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, room)
            painter.drawText(QPointF(box.left() + 6, box.top() + 22 + 14 * line), name)


class TagArea(QScrollArea):
    """Where more tags hang than the bar is wide, the wheel moves them."""

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        """To the left and to the right."""
        bar = self.horizontalScrollBar()
        if event is not None and bar is not None:
            turned = event.angleDelta()
            bar.setValue(bar.value() - (turned.y() or turned.x()) // 2)
            event.accept()


class TopBar(QWidget):
    """Emits what is asked for; shows project, rigs and units as they are."""

    new_rig = pyqtSignal()
    rename_rig = pyqtSignal(int)
    rename_project = pyqtSignal()
    units = pyqtSignal(str)
    step = pyqtSignal(str)
    pack = pyqtSignal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setFixedHeight(BAR)
        self.setObjectName("topbar")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(10, 0, 12, 0)
        layout.setSpacing(6)
        self.menu_button = QPushButton()
        self.menu_button.setAccessibleName("Menu")
        self.menu_button.setToolTip(told("menu"))
        layout.addWidget(self.menu_button)
        names = QVBoxLayout()
        names.setContentsMargins(4, 8, 12, 8)
        names.setSpacing(0)
        self._name, self._saved = label(), label()
        names.addWidget(self._name)
        names.addWidget(self._saved)
        layout.addLayout(names)
        self._tags_widget = QWidget()
        self._tags = QHBoxLayout(self._tags_widget)
        self._tags.setContentsMargins(0, 0, 0, 0)
        self._tags.setSpacing(4)
        self.tags: list[Tag] = []
        self._area = TagArea()
        self._area.setWidgetResizable(True)
        self._area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self._area.setWidget(self._tags_widget)
        self._area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self._area.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        layout.addWidget(self._area, 1000)
        self._new = QPushButton("+ new rig")
        self._new.clicked.connect(self.new_rig)
        self._new.setToolTip(told("new-rig", "Start a rig from a shot"))
        layout.addWidget(self._new)
        layout.addStretch(1)
        self.unit_buttons: dict[str, QPushButton] = {}
        units = QHBoxLayout()
        units.setSpacing(0)
        for system in ("mm", "ft·in"):
            choice = QPushButton(system)
            choice.setCheckable(True)
            choice.setAccessibleName(f"Units: {system}")
            choice.clicked.connect(partial(self.units.emit, system))
            self.unit_buttons[system] = choice
            units.addWidget(choice)
        layout.addLayout(units)
        self.undo, self.redo = QPushButton(), QPushButton()
        for step, name in ((self.undo, "Undo"), (self.redo, "Redo")):
            step.setAccessibleName(name)
            layout.addWidget(step)
        self.undo.clicked.connect(partial(self.step.emit, "undo"))
        self.redo.clicked.connect(partial(self.step.emit, "redo"))
        #: What is taken back and done again: of a rig being started, else of the project.
        self.undone = self.redone = session.document
        self.pack_button = QPushButton("Build pack")
        self.pack_button.setProperty("role", "lit")
        self.pack_button.clicked.connect(self.pack)
        self.pack_button.setToolTip(told("pack"))
        layout.addWidget(self.pack_button)
        self._shown: object = None
        self._stands = False
        #: Tags lie in their places only once their layout was at work.
        self._later = QTimer(self)
        self._later.setSingleShot(True)
        self._later.timeout.connect(self._uncover)
        self._waiting = QTimer(self)
        self._waiting.setSingleShot(True)
        self._waiting.timeout.connect(self._show_all)
        self.restyle()

    def restyle(self) -> None:
        """Take the theme's colours."""
        t = theme.current()
        self.setStyleSheet(f"""
            #topbar, #topbar QScrollArea, #topbar QScrollArea > QWidget > QWidget {{
                background: {t.husk}; }}
            #topbar > QPushButton {{ background: transparent; border: 1px solid transparent;
                color: {t.on_husk}; padding: 5px 7px; border-radius: 4px; }}
            #topbar > QPushButton:hover, #topbar > QPushButton:focus {{
                border-color: {t.glow}; }}
            #topbar > QPushButton:checked {{ background: {t.on_husk}; color: #2A2119; }}
            #topbar > QPushButton[role="lit"] {{ background: {t.glow}; color: #33261C;
                padding: 6px 12px; }}
        """)
        self._name.setStyleSheet(f"color: {t.on_husk}; font-size: 15px; font-weight: 600;")
        self._saved.setStyleSheet(f"color: {t.soft_on_husk}; font-size: 12px;")
        self.menu_button.setIcon(QIcon(theme.glyph("menu", t.on_husk, 20)))
        self.undo.setIcon(QIcon(theme.glyph("undo", t.on_husk, 20)))
        self.redo.setIcon(QIcon(theme.glyph("redo", t.on_husk, 20)))
        self._new.setStyleSheet(
            f"color: {t.soft_on_husk}; background: transparent;"
            "border: 1px solid transparent; padding: 4px 8px;"
        )
        self._shown = None
        self.refresh()

    def refresh(self) -> None:
        """Show project, tags, units, and what can be undone."""
        document = self.session.document
        project = document.project
        self._name.setText(
            self._name.fontMetrics().elidedText(project.name, Qt.TextElideMode.ElideRight, 170)
        )
        shown = [rig.name for rig in project.rigs], theme.current().name
        if shown != self._shown:
            self._shown = shown
            self._build_tags()
        for at, tag in enumerate(self.tags):
            tag.show_state(self._state(at), at == document.current)
        self._later.start()
        for system, choice in self.unit_buttons.items():
            choice.setChecked(project.settings.units == system)
        for step, can, words in (
            (self.undo, self.undone.can_undo, told("undo", f"Undo {self.undone.undo_action}")),
            (self.redo, self.redone.can_redo, told("redo", f"Redo {self.redone.redo_action}")),
        ):
            step.setEnabled(can)
            step.setToolTip(words if can else "Nothing to take back")
        self.pack_button.setEnabled(bool(project.rigs))

    def _uncover(self) -> None:
        """Move the tags so that the one looked at is seen whole."""
        at = self.session.document.current
        if at < len(self.tags):
            self._area.ensureWidgetVisible(self.tags[at], 8, 0)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """The tag looked at stays in sight."""
        super().resizeEvent(event)
        self._later.start()

    def _state(self, at: int) -> State | None:
        """The worst lamp of a rig; those not looked at wait until the window stands."""
        if self._stands or at == self.session.document.current:
            return self.session.state_of(at)
        return None

    def showEvent(self, event: QShowEvent | None) -> None:
        """Once the window stands there is time for the lamps of every rig."""
        super().showEvent(event)
        self._waiting.start()

    def _show_all(self) -> None:
        if not self._stands:
            self._stands = True
            self.refresh()

    @property
    def saved_words(self) -> str:
        """The saved state that is shown."""
        return self._saved.text()

    def show_saved(self, words: str) -> None:
        """Say whether the project is saved."""
        self._saved.setText(words)

    def _build_tags(self) -> None:
        empty(self._tags)
        self.tags = []
        for at, rig in enumerate(self.session.document.project.rigs):
            tag = Tag(rig.name)
            tag.clicked.connect(partial(self._look, at))
            tag.mouseDoubleClickEvent = partial(self._double, at)  # type: ignore
            self._tags.addWidget(tag, 0, Qt.AlignmentFlag.AlignBottom)
            self.tags.append(tag)
        self._tags.addStretch(1)
        self._area.setMaximumWidth(sum(tag.sizeHint().width() + 4 for tag in self.tags) + 4)

    def _look(self, at: int) -> None:
        self.session.play(False)
        self.session.document.look_at(at)
        # A click turns any button over, also the tag that is looked at already.
        self.refresh()

    def _double(self, at: int, event: object) -> None:
        self.rename_rig.emit(at)
