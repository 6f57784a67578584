"""The set from above and its heights: dragged, typed on, and moved with the keyboard."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent, QPainter, QPen

from hazel_lantern.app import theme
from hazel_lantern.app.session import Session
from hazel_lantern.app.stage import Drawing, along
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.sketch import Handle, Sketch

#: One press of an arrow moves a handle so many of its finest steps; with Shift just one.
COARSE = 10
ARROWS = {
    Qt.Key.Key_Left: (-1.0, 0.0),
    Qt.Key.Key_Right: (1.0, 0.0),
    Qt.Key.Key_Up: (0.0, 1.0),
    Qt.Key.Key_Down: (0.0, -1.0),
}


class SetDrawing(Drawing):
    """A drawing of the set, whose handles are reached with Tab and moved with the arrows."""

    held_changed = pyqtSignal()

    def __init__(
        self,
        session: Session,
        draw: Callable[[Assessment, int], Sketch],
        name: str,
        around: tuple[int, int, int, int],
    ) -> None:
        self._draw, self.around = draw, around
        self._held: int | None = None
        super().__init__(session)
        self.setAccessibleName(name)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.refresh()

    def drawn(self, found: Assessment) -> Sketch:
        """The set at the mark."""
        return self._draw(found, self.session.mark)

    @property
    def handles(self) -> tuple[Handle, ...]:
        """What can be moved."""
        return self.sketch.handles if self.sketch is not None else ()

    @property
    def held(self) -> Handle | None:
        """The handle that the arrows move."""
        if self._held is None or self._held >= len(self.handles):
            return None
        return self.handles[self._held]

    def focusInEvent(self, event: QFocusEvent | None) -> None:
        """The keyboard comes to the first handle, or to the last one from behind."""
        super().focusInEvent(event)
        if event is not None and event.reason() == Qt.FocusReason.TabFocusReason:
            self._hold(0)
        elif event is not None and event.reason() == Qt.FocusReason.BacktabFocusReason:
            self._hold(len(self.handles) - 1)

    def focusOutEvent(self, event: QFocusEvent | None) -> None:
        """The ring goes; what was held is held again when the keyboard comes back."""
        super().focusOutEvent(event)
        self.update()

    def hold(self, path: str) -> None:
        """Hold the handle of a field, with the keyboard."""
        self.setFocus()
        self._hold(next((at for at, one in enumerate(self.handles) if one.path == path), None))

    def held_member(self) -> tuple[str, int] | None:
        """The list and the place in it of the thing that is held, if it is one of many."""
        above = self.held.path.split(".")[:-1] if self.held is not None else []
        if not above or not above[-1].isdigit():
            return None
        return ".".join(above[:-1]), int(above[-1])

    def take_out(self) -> None:
        """Take the thing held out of the set; undo puts it back."""
        held = self.held_member()
        if held is None:
            return
        path, at = held
        members = self.session.value(path)
        name = getattr(members[at], "name", "place")
        edit = Edit(path, (*members[:at], *members[at + 1 :]))
        trouble = self.session.edit(edit, action=f"take the {name} out")
        words = f"The {name} is out of the set. Ctrl+Z puts it back."
        self.session.message.emit(trouble or words, bool(trouble))
        self._hold(None)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """What is pressed is held, by hand and by the keyboard."""
        super().mousePressEvent(event)
        if event is not None and event.button() == Qt.MouseButton.LeftButton:
            handle = self._handle_at(event.position())
            self._hold(self.handles.index(handle) if handle in self.handles else None)

    def _hold(self, at: int | None) -> None:
        self._held = at
        held = self.held
        self.held_changed.emit()
        if held is not None:
            spec = self.session.spec(held.path)
            self.setAccessibleDescription(f"{spec.label}: {self.session.shown(held.path)}")
        self.update()

    def focusNextPrevChild(self, next: bool) -> bool:
        """Tab goes from handle to handle, then on to the pills."""
        at = -1 if self._held is None else self._held
        to = at + (1 if next else -1)
        if self.hasFocus() and 0 <= to < len(self.handles):
            self._hold(to)
            return True
        return super().focusNextPrevChild(next)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Arrows move what is held."""
        held = self.held
        if event is not None and event.key() in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            self.take_out()
            return
        if event is None or held is None or Qt.Key(event.key()) not in ARROWS:
            super().keyPressEvent(event)
            return
        right, up = ARROWS[Qt.Key(event.key())]
        many = 1 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else COARSE
        changes = [
            self._steps(path, change) * many
            for path, change in zip(
                (held.path, *(path for path, _ in held.also)), along(held, right, up), strict=True
            )
        ]
        self.set_values(held, self.values(held), changes, None)
        self._hold(self._held)

    def _steps(self, path: str, change: float) -> float:
        """A step of a field the way an arrow goes; nothing where it goes across."""
        if abs(change) < 1e-9:
            return 0.0
        kind = self.session.spec(path).kind
        # A lens is a figure of its own; all else follows the hand as far as the hand goes.
        size = 1.0 if kind == "focal" else abs(change)
        return self.finest(kind) * max(size, 0.5) * (1 if change > 0 else -1)

    def paint_more(self, painter: QPainter) -> None:
        """A ring round what is held."""
        held = self.held
        if held is None or not self.hasFocus():
            return
        at = self.mapping.to_px(held.at)
        painter.setPen(QPen(theme.colour("hazel"), 2))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawEllipse(at, 11, 11)
