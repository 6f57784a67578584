"""Load: what the rig carries, its total, its centre of mass, and what each item does."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtGui import QResizeEvent
from PyQt6.QtWidgets import QGridLayout, QHBoxLayout, QVBoxLayout, QWidget

from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.choice_popup import offer
from hazel_lantern.app.pill import Pill
from hazel_lantern.app.session import Session
from hazel_lantern.app.stage import Drawing
from hazel_lantern.app.widgets import button, empty, label, scrolled, tip
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.load import LoadItem
from hazel_lantern.core.load_sketch import load_sketch
from hazel_lantern.core.sketch import Sketch
from hazel_lantern.core.units import write

OWN = "own-figures"
NARROW = 640
COLUMNS = ("mass", "forward", "right", "up")


class LoadPicture(Drawing):
    """The stack from the side and from above, small, with every weight and the common one."""

    around = (12, 8, 12, 26)

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.setMinimumSize(200, 150)
        self.setAccessibleName("The load from the side and from above")

    def drawn(self, found: Assessment) -> Sketch:
        """The load, whatever the mark."""
        return load_sketch(found.case.setup.load, stacked=True)

    def sizeHint(self) -> QSize:
        """About square."""
        return QSize(260, 220)


class LoadBench(Bench):
    """The list of items with pills; beside it the picture, where the stage shows something else."""

    def __init__(self, session: Session, picture: bool = False) -> None:
        super().__init__()
        self.session = session
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(16)
        self.picture = LoadPicture(session) if picture else None
        if self.picture is not None:
            layout.addWidget(self.picture, 2)
        right = QVBoxLayout()
        head = QHBoxLayout()
        self._total = label("", "title", wrap=True)
        head.addWidget(self._total, 1)
        self._axis = QHBoxLayout()
        head.addLayout(self._axis)
        self.add_button = button("Add an item", on=self._offer)
        head.addWidget(self.add_button)
        right.addLayout(head)
        self._inner = QWidget()
        self._grid = QGridLayout(self._inner)
        self._grid.setContentsMargins(0, 0, 6, 0)
        self._grid.setHorizontalSpacing(6)
        self._grid.setVerticalSpacing(3)
        right.addWidget(scrolled(self._inner, sideways=True), 1)
        layout.addLayout(right, 7)
        self._names: tuple[str, ...] | None = None
        self.pills: dict[str, Pill] = {}
        self._effects: list[QWidget] = []

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """In a narrow window the list is worth more than the picture."""
        super().resizeEvent(event)
        if self.picture is not None:
            self.picture.setVisible(self.width() > NARROW)

    def refresh(self) -> None:
        """Show the load as it is now."""
        rig = self.session.rig
        if rig is None:
            return
        names = tuple(item.name for item in rig.load.items)
        if names != self._names:
            self._build(names)
        style, centre = self.session.style, rig.load.centre()
        self._total.setText(
            f"{write(centre.mass, 'mass', style)}, {write(centre.forward, 'length', style)} "
            f"forward, {write(centre.up, 'length', style)} up"
        )
        tip(self._total, "All of it, and where its weight sits from the camera screw")
        for pill in self.pills.values():
            if pill.editor is None:
                pill.refresh()
        for at, effect in enumerate(self._effects):
            done = rig.load.effect(at)
            words = ", ".join(
                write(round(by, 3), "length", style) for by in (done.forward, done.up)
            )
            effect.setText(words)  # type: ignore[attr-defined]

    def _build(self, names: tuple[str, ...]) -> None:
        self._names = names
        empty(self._grid)
        self.pills, self._effects = {}, []
        if not self._axis.count():
            pill = Pill(self.session, "load.lens_axis", self, "lens axis")
            self._axis.addWidget(pill)
        self.pills["load.lens_axis"] = self._axis.itemAt(0).widget()  # type: ignore
        if not names:
            self._grid.addWidget(
                label(
                    "It carries nothing yet. Add body, lens, head and plate: what is "
                    "forgotten here tips the cart later.",
                    "soft",
                    wrap=True,
                ),
                0,
                0,
            )
            return
        for column, title in enumerate(
            ("Item", "Mass", "Forward", "Right", "Up", "Shifts all", "")
        ):
            self._grid.addWidget(label(title, "small"), 0, column)
        for at, name in enumerate(names):
            self._grid.addWidget(self._name(at, name), at + 1, 0)
            for column, field in enumerate(COLUMNS, start=1):
                path = f"load.items.{at}.{field}"
                pill = Pill(self.session, path, self._inner)
                self.pills[path] = pill
                self._grid.addWidget(pill, at + 1, column, Qt.AlignmentFlag.AlignLeft)
            effect = label("", "small")
            tip(effect, "How far this item shifts all the weight: forward, up")
            self._effects.append(effect)
            self._grid.addWidget(effect, at + 1, 5)
            off = button("×", "link", partial(self._remove, at))
            tip(off, f"Take {name} off")
            off.setAccessibleName(f"Take off {name}")
            self._grid.addWidget(off, at + 1, 6)
        self._grid.setColumnStretch(5, 1)
        self._grid.setRowStretch(len(names) + 1, 1)

    def _name(self, at: int, name: str) -> QWidget:
        """A listed item's name, or a pill for an item of the maker's own."""
        rig = self.session.rig
        if rig is None or rig.load.items[at].kind != "own":
            return label(name)
        path = f"load.items.{at}.name"
        self.pills[path] = Pill(self.session, path, self._inner)
        return self.pills[path]

    def _offer(self) -> None:
        items = self.session.workshop.catalogue.items
        options = [(OWN, "Own figures…")]
        options += [
            (id, f"{row.name} · {write(row.mass, 'mass', self.session.style)}")
            for id, row in items.items()
        ]
        offer(self.session, options, "", self.add_button, self.add)

    def add(self, id: str) -> None:
        """Put an item of the catalogue, or one with own figures, on the rig."""
        rig = self.session.rig
        assert rig is not None
        if id == OWN:
            item = LoadItem(name=f"Own item {len(rig.load.items) + 1}", mass=0.5, up=0.04)
        else:
            item = LoadItem.of(self.session.workshop.catalogue.items[id])
        edit = Edit("load.items", (*rig.load.items, item))
        trouble = self.session.edit(edit, action=f"add {item.name.lower()}")
        self.session.message.emit(trouble, bool(trouble))

    def _remove(self, at: int) -> None:
        rig = self.session.rig
        assert rig is not None
        items = rig.load.items
        edit = Edit("load.items", (*items[:at], *items[at + 1 :]))
        self.session.edit(edit, action=f"take off {items[at].name.lower()}")
