"""The top bar: project, a luggage tag for each rig, units, undo, pack and menu."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import Qt, QTimer, pyqtSignal
from PyQt6.QtGui import (
    QIcon,
    QResizeEvent,
    QShowEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app import theme
from hazel_lantern.app.commands import told
from hazel_lantern.app.session import Session
from hazel_lantern.app.tag import Tag
from hazel_lantern.app.widgets import empty, label, tip
from hazel_lantern.core.lamps import State

BAR = 54
#: Below this width of the window names and buttons give way to the tags, px.
ROOMY = 1200


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
        tip(self.menu_button, told("menu"))
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
        self._new.setAccessibleName("New rig")
        self._new.clicked.connect(self.new_rig)
        tip(self._new, told("new-rig", "Start a rig from a shot"))
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
        tip(self.pack_button, told("pack"))
        layout.addWidget(self.pack_button)
        self._roomy = True
        self._shown: object = None
        self._stands = False
        #: Tags lie in their places only once their layout was at work.
        self._later = QTimer(self)
        self._later.setSingleShot(True)
        self._later.timeout.connect(self._uncover)
        self._waiting = QTimer(self)
        self._waiting.setSingleShot(True)
        self._waiting.timeout.connect(self._show_next)
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
            self._name.fontMetrics().elidedText(
                project.name, Qt.TextElideMode.ElideRight, 170 if self._roomy else 96
            )
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
            tip(step, words if can else "Nothing to take back")
        self.pack_button.setEnabled(bool(project.rigs))

    def _uncover(self) -> None:
        """Move the tags so that the one looked at is seen whole."""
        at = self.session.document.current
        if at < len(self.tags):
            self._area.ensureWidgetVisible(self.tags[at], 8, 0)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Names and buttons give way to the tags; the one looked at stays in sight."""
        super().resizeEvent(event)
        if (self.width() >= ROOMY) is not self._roomy:
            self._roomy = not self._roomy
            self._new.setText("+ new rig" if self._roomy else "+")
            for tag in self.tags:
                tag.roomy = self._roomy
                tag.updateGeometry()
            self.refresh()
        self._later.start()

    def _state(self, at: int) -> State | None:
        """The worst lamp of a rig; those not looked at wait their turn once the window stands."""
        if at == self.session.document.current or self.session.knows(at):
            return self.session.state_of(at)
        if self._stands:
            self._waiting.start()
        return None

    def showEvent(self, event: QShowEvent | None) -> None:
        """Once the window stands there is time for the lamps of every rig."""
        super().showEvent(event)
        self._stands = True
        self._waiting.start()

    def _show_next(self) -> None:
        """Work out one more rig: a project of sixty would hold the window up for seconds."""
        waiting = [at for at in range(len(self.tags)) if not self.session.knows(at)]
        if waiting:
            at = waiting[0]
            self.tags[at].show_state(self.session.state_of(at), at == self.session.document.current)
        if len(waiting) > 1:
            self._waiting.start()

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
            tag.roomy = self._roomy
            tag.clicked.connect(partial(self._look, at))
            tag.mouseDoubleClickEvent = partial(self._double, at)  # type: ignore
            self._tags.addWidget(tag, 1, Qt.AlignmentFlag.AlignBottom)
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
