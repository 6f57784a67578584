"""What the views share: the document, the mark looked at, the station, and messages."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import chain
from typing import Any

from PyQt6.QtCore import QElapsedTimer, QObject, QTimer, pyqtSignal

from hazel_lantern.app.workers import Follower
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.assessor import Assessor, assess_case
from hazel_lantern.core.document import Document
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import (
    Edit,
    FieldSpec,
    describe,
    has_field,
    member_type,
    read_field,
    value_at,
)
from hazel_lantern.core.identity import same
from hazel_lantern.core.lamps import State
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import SUBJECT, S
from hazel_lantern.core.shot.furnishing import aimed_anew, another
from hazel_lantern.core.shot.moves import turned_to, ways
from hazel_lantern.core.units import Style, to_the_eye, write
from hazel_lantern.core.workshop import Workshop

STATIONS = ("Shot", "Load", "Frame", "Drive", "Build", "Try-out")
#: Fields that name something on the set.
NAMES = (S.aim.first, S.aim.last, S.aim.follows)
#: Frames are drawn this often while the move is played, ms.
FRAME = 16
#: What catches up with a drag is shown with the next change, or at the latest after this, ms.
LATE = 40

#: What an empty text is shown as.
NOTHING = "not said"


class Session(QObject):
    """Signals around a `Document`, and the state of looking that is no design."""

    changed = pyqtSignal()
    mark_moved = pyqtSignal()
    station_changed = pyqtSignal()
    playing_changed = pyqtSignal()
    ticked = pyqtSignal()
    message = pyqtSignal(str, bool)

    def __init__(self, project: Project, workshop: Workshop) -> None:
        super().__init__()
        #: What is the maker's own, and that with the rows that the project carries.
        self.own = workshop
        self._rows = project.rows
        self.workshop = workshop.carrying(project.rows)
        self.assessor = Assessor()
        self.document = Document(project, self._guard)
        self._found: tuple[tuple[object, ...], Assessment] | None = None
        self.mark = 0
        self._turned: float | None = None
        self.station = "Frame"
        self._clock = QElapsedTimer()
        self._ticker = QTimer(self)
        self._ticker.setInterval(FRAME)
        self._ticker.timeout.connect(self._tick)
        self._start_time = 0.0
        self._late = QTimer(self)
        self._late.setSingleShot(True)
        self._late.setInterval(LATE)
        self._late.timeout.connect(self._on_change)
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.timeout.connect(self.changed)
        self._follower = Follower(self)
        self._follower.done.connect(self._catch_up)
        self.document.listen(self._on_change)
        if self.assessment:
            self.mark = len(self.assessment.marks) // 2

    def set_workshop(self, workshop: Workshop) -> None:
        """Use another catalogue or shelf of the maker's from now on."""
        self.own, self._rows = workshop, self.document.project.rows
        self.workshop = workshop.carrying(self._rows)
        self._on_change()

    def use_own(self, table: str, ids: Iterable[str], workshop: Workshop) -> None:
        """Use another catalogue of the maker's, and these rows of it whatever the project carries.

        Raises
        ------
        CannotBe
            Names a rig that could not be worked out, and why; nothing is changed then.
        """
        ours, rows = {(table, id) for id in ids}, self.document.project.rows
        kept = tuple(one for one in rows if (one.table, one.row.id) not in ours)
        whole = workshop.carrying(kept)
        for rig in self.document.project.rigs:
            try:
                assess_case(Case(rig, self.settings, whole)).whole()
            except CannotBe as error:
                raise CannotBe(f"{rig.name} cannot be worked out: {error}") from None
        self.own = workshop
        if kept != rows:
            self.document.edit_project(Edit("rows", kept), action="take my own figures")
        self.set_workshop(workshop)

    def case(self, rig: Rig) -> Case[Any]:
        """A rig with what it is judged against."""
        return Case(rig, self.settings, self.workshop)

    def _guard(self, rig: Rig, at: int, quickly: bool) -> None:
        self.assessor.accept(at, self.case(rig), quickly)

    @property
    def rig(self) -> Rig | None:
        """The rig looked at."""
        return self.document.rig

    @property
    def whose(self) -> str:
        """Tells the rig looked at from every other of the project, wherever it stands there."""
        return self.rig.name if self.rig is not None else ""

    @property
    def assessment(self) -> Assessment | None:
        """Its assessment; views ask for it many times in a frame."""
        rig = self.rig
        if rig is None:
            return None
        now = rig, self.settings, self.workshop, self.document.current
        if self._found is None or not same(self._found[0], now):
            self._found = now, self.assessor.look(self.document.current, self.case(rig))
        return self._found[1]

    @property
    def settings(self) -> Settings:
        """The project's settings."""
        return self.document.project.settings

    @property
    def style(self) -> Style:
        """How quantities are printed."""
        return self.settings.style

    @property
    def looked_at(self) -> tuple[object, ...]:
        """All that an assessment depends on, to tell with `same` whether it is new."""
        return self.rig, self.settings, self.workshop

    def _on_change(self) -> None:
        self._late.stop()
        if self.document.project.rows is not self._rows:
            # Undone or done again: the project carries others now.
            self._rows = self.document.project.rows
            self.workshop = self.own.carrying(self._rows)
        found = self.assessment
        self.mark = min(self.mark, len(found.marks) - 1) if found else 0
        if found is None or found.turn is None:
            self._turned = None
        if found is not None and found.stale:
            # What takes long is worked out beside the dragging.
            case = found.case
            self._follower.ask(lambda: assess_case(case).whole())
        if self.document.gesturing:
            # However many steps of a drag come in one turn of the event loop: one refresh.
            self._soon.start()
        else:
            self._soon.stop()
            self.changed.emit()

    def _catch_up(self, whole: object) -> None:
        rig = self.rig
        assert isinstance(whole, Assessment)
        self._found = None
        if rig is not None and self.assessor.catch_up(self.document.current, self.case(rig), whole):
            self._late.start()

    def close(self) -> None:
        """Nobody looks at it any more: what runs for it stops."""
        self.play(False)
        self._soon.stop()
        self._late.stop()
        self._follower.close()

    def assessment_of(self, at: int) -> Assessment:
        """That of any rig, kept while the rig stays the same."""
        return self.assessor.look(at, self.case(self.document.project.rigs[at]))

    def knows(self, at: int) -> bool:
        """Whether a rig has been assessed and is the same since."""
        return self.assessor.knows(at, self.case(self.document.project.rigs[at]))

    def state_of(self, at: int) -> State:
        """The worst lamp of a rig."""
        return self.assessment_of(at).state

    def spec(self, path: str) -> FieldSpec:
        """What a field of the rig is."""
        assert self.rig is not None
        return describe(self.rig, path)

    def has(self, path: str) -> bool:
        """Whether the rig looked at has a field of that name."""
        return self.rig is not None and has_field(self.rig, path)

    def value(self, path: str) -> Any:
        """The value of a field of the rig, or what it is by what another field says."""
        assert self.rig is not None
        found = self.assessment
        if found is not None and path in found.followed:
            return found.followed[path].value
        return value_at(self.rig, path)

    def shown(self, path: str) -> str:
        """The value of a field as words."""
        spec, value = self.spec(path), self.value(path)
        if spec.catalogue:
            row = self.workshop.catalogue.table(spec.catalogue).get(value)
            return row.name if row else str(value)
        if spec.kind == "switch":
            return "yes" if value else "no"
        if spec.kind in ("choice", "text"):
            return str(value) or NOTHING
        found = self.assessment
        if found is not None and path in found.followed:
            # What is worked out is told as finely as it could be set.
            value = to_the_eye(float(value), spec.kind, self.style)
        return write(float(value), spec.kind, self.style)

    def options(self, path: str) -> list[tuple[str, str]]:
        """What a choice can be: value and words."""
        spec = self.spec(path)
        if spec.catalogue:
            assert self.rig is not None
            return [(row.id, row.name) for row in self.case(self.rig).offered(spec.catalogue)]
        if spec.kind == "switch":
            return [("yes", "yes"), ("no", "no")]
        known = spec.options
        if path == S.move.way and self.rig is not None:
            known = ways(self.rig.family.moves)
        elif path in NAMES and self.rig is not None:
            known = (SUBJECT, *(thing.name for thing in self.rig.shot.things))
        return [(option, option) for option in known]

    def new_member(self, path: str) -> Any:
        """A member for a list: like its last one, or as it comes where there is none."""
        assert self.rig is not None
        members = self.value(path)
        return another(members) if members else member_type(self.rig, path)()

    def edit(self, *edits: Edit, action: str = "", gesture: object = None) -> str:
        """Change the rig; returns what is wrong, or nothing."""
        found = self.assessment
        if self.rig is not None:
            edits = aimed_anew(self.rig.shot, edits)
        if found is not None and found.followed:
            said = (found.followed[one.path] for one in edits if one.path in found.followed)
            edits = (*edits, *chain.from_iterable(one.brings for one in said))
        try:
            self.document.edit(*edits, action=action or "change", gesture=gesture)
        except CannotBe as error:
            return str(error)
        return ""

    def type_into(self, path: str, text: str) -> str:
        """Change a field to what was typed; returns what is wrong, or nothing."""
        assert self.rig is not None
        if text.strip() == self.shown(path):
            return ""
        try:
            value = read_field(self.rig, path, text, self.style)
        except CannotBe as error:
            return str(error)
        return self.edit(Edit(path, value), action=f"set {self.spec(path).label.lower()}")

    def choose(self, path: str, value: str) -> str:
        """Change a choice; what belongs with it (a section's wheels) changes too."""
        rig = self.rig
        assert rig is not None
        spec = self.spec(path)
        if spec.kind == "switch":
            return self.edit(Edit(path, value == "yes"), action=f"set {spec.label.lower()}")
        if path == S.move.way:
            # Another way may be one of another kind of move, with fields of its own.
            return self.edit(Edit(S.move, turned_to(rig.shot.move, value)), action="set direction")
        found = self.assessment
        assert found is not None
        for ranking in found.rankings:
            if ranking.path == path:
                for one in ranking.candidates():
                    if one.id == value:
                        return self.edit(*one.edits, action=f"set {spec.label.lower()}")
        return self.edit(Edit(path, value), action=f"set {spec.label.lower()}")

    def go_to_mark(self, mark: int) -> None:
        """Look at another mark."""
        found = self.assessment
        if found is None:
            return
        mark = max(0, min(mark, len(found.marks) - 1))
        if mark != self.mark:
            self.mark = mark
            self.mark_moved.emit()

    @property
    def turn(self) -> float | None:
        """How the rig is turned: as the maker looks round, else as the move has it."""
        found = self.assessment
        if found is None or found.turn is None:
            return None
        if self._turned is None:
            return float(found.turn.planned[self.mark])
        return min(max(self._turned, found.turn.low), found.turn.high)

    @property
    def turned_by_hand(self) -> bool:
        """Whether the maker looks round, away from the move."""
        return self._turned is not None

    def turn_to(self, angle: float | None) -> None:
        """Look round to an angle, rad, or back to the move."""
        if angle != self._turned:
            self._turned = angle
            self.mark_moved.emit()

    def go_to_place(self, along: float) -> None:
        """Look at the mark nearest to a place on the tape."""
        found = self.assessment
        if found is not None:
            self.go_to_mark(int(abs(found.marks - along).argmin()))

    def go_to_station(self, station: str) -> None:
        """Go to another station."""
        if station != self.station:
            self.station = station
            self.station_changed.emit()

    @property
    def playing(self) -> bool:
        """Whether the move is being played."""
        return self._ticker.isActive()

    @property
    def time(self) -> float:
        """Where the move is, s: between two marks while it is played."""
        found = self.assessment
        if found is None:
            return 0.0
        if self.playing:
            return min(self._start_time + self._clock.elapsed() / 1000, float(found.times[-1]))
        return float(found.times[self.mark])

    def play(self, on: bool) -> None:
        """Play the move at true speed, from here or from the start, or stop it."""
        found = self.assessment
        if found is None or on == self.playing:
            return
        if on:
            self._turned = None
            at_end = self.mark >= len(found.marks) - 1
            self._start_time = 0.0 if at_end else float(found.times[self.mark])
            self._clock.start()
            self._ticker.start()
        else:
            self._ticker.stop()
        self.playing_changed.emit()

    def _tick(self) -> None:
        found = self.assessment
        if found is None:
            self._ticker.stop()
            return
        time = self.time
        self.go_to_mark(found.mark_at(time))
        self.ticked.emit()
        if time >= found.times[-1]:
            self._ticker.stop()
            self.playing_changed.emit()
