"""The document: an undo stack over an immutable project.  Undo is keeping the old one."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from hazel_lantern.core.fields import Edit, EditError, apply
from hazel_lantern.core.project.model import MOST_RIGS, Project, Rig

Listener = Callable[[], None]
#: Asked of a rig before it is taken, with its place and whether there is time for only a quick
#: look; raises CannotBe to refuse it.
Guard = Callable[[Rig, int, bool], None]


def _accept(rig: Rig, at: int, quickly: bool) -> None:
    """A guard that refuses nothing."""


@dataclass(frozen=True)
class _Moment:
    """A project as it was, with what was then done to it."""

    project: Project
    current: int
    action: str


#: So much of a name is kept where a number is put behind it.
STEM = 52


def free_name(name: str, taken: set[str]) -> str:
    """A name that none of those taken is: with the next number behind it.

    Parameters
    ----------
    name : str
    taken : set of str

    Returns
    -------
    str
    """
    number = 2
    while (found := f"{name[:STEM]} {number}") in taken:
        number += 1
    return found


class Document:
    """The open project, which rig is looked at, and all that can be undone.

    Edits of one drag share a ``gesture`` and are undone together.  Listeners are told after
    every change.  A guard may refuse a rig before it is taken.
    """

    #: How many steps are kept.
    depth = 500

    def __init__(self, project: Project, guard: Guard = _accept) -> None:
        self._project = project
        self._current = 0
        self._undo: list[_Moment] = []
        self._redo: list[_Moment] = []
        self._gesture: object = None
        self._saved: Project | None = project
        self._listeners: list[Listener] = []
        self.guard = guard

    @property
    def project(self) -> Project:
        """The project as it is now."""
        return self._project

    @property
    def all_there_was(self) -> tuple[Project, ...]:
        """The project as it is, and as it would be by undo or redo."""
        return (self._project, *(one.project for one in (*self._undo, *self._redo)))

    @property
    def current(self) -> int:
        """Index of the rig looked at."""
        return min(self._current, max(0, len(self._project.rigs) - 1))

    @property
    def rig(self) -> Rig | None:
        """The rig looked at, or None in an empty project."""
        return self._project.rigs[self.current] if self._project.rigs else None

    def listen(self, listener: Listener) -> None:
        """Be told after every change."""
        self._listeners.append(listener)

    def _tell(self) -> None:
        for listener in self._listeners:
            listener()

    def _become(
        self, project: Project, action: str, gesture: object = None, at: int | None = None
    ) -> None:
        """Stand as another project, looking at the rig in another place if that is said."""
        if project == self._project:
            return
        if gesture is None or gesture != self._gesture:
            self._undo.append(_Moment(self._project, self._current, action))
            del self._undo[: -self.depth]
        self._gesture = gesture
        self._redo.clear()
        self._project = project
        self._current = self._current if at is None else at
        self._tell()

    def edit(self, *edits: Edit, action: str = "change", gesture: object = None) -> None:
        """Change fields of the rig looked at; paths count from the rig.

        A figure that the maker sets is no longer an assumption.

        Raises
        ------
        CannotBe
            Names the value and what would be accepted; the project is as it was.
        """
        if self.rig is None:
            raise EditError("there is no rig to change")
        rig = apply(self.rig, edits, self._project.settings.style)
        touched = {edit.path for edit in edits}
        left = tuple(note for note in rig.assumed if note.path not in touched)
        if len(left) != len(rig.assumed):
            rig = apply(rig, [Edit("assumed", left)])
        self.guard(rig, self.current, gesture is not None)
        rigs = self._project.rigs
        others = {one.name for at, one in enumerate(rigs) if at != self.current}
        if rig.name in others and rig.name != self.rig.name:
            raise EditError(
                f"there is a rig called “{rig.name}” already; accepted is a name of its own"
            )
        self._hold((*rigs[: self.current], rig, *rigs[self.current + 1 :]), action, gesture)

    def _hold(
        self, rigs: tuple[Rig, ...], action: str, gesture: object = None, at: int | None = None
    ) -> None:
        """Hold these rigs, looking at the one in a place if that is said."""
        self._become(apply(self._project, [Edit("rigs", rigs)]), action, gesture, at)

    def edit_project(self, *edits: Edit, action: str = "settings") -> None:
        """Change the project's own fields, such as ``settings.units``.

        Raises
        ------
        EditError
            As `edit`.
        """
        self._become(apply(self._project, edits, self._project.settings.style), action)

    def add_rig(self, rig: Rig, action: str = "new rig") -> None:
        """Add a rig and look at it; where its name is taken, a number is put behind it.

        Raises
        ------
        CannotBe
            If it cannot be assessed, or the project is full.
        """
        taken = {one.name for one in self._project.rigs}
        if len(self._project.rigs) >= MOST_RIGS:
            raise EditError(
                f"a project holds at most {MOST_RIGS} rigs; take one out, or start another one"
            )
        if rig.name in taken:
            rig = rig.model_copy(update={"name": free_name(rig.name, taken)})
        self.guard(rig, len(self._project.rigs), False)
        rigs = (*self._project.rigs, rig)
        self._hold(rigs, action, at=len(rigs) - 1)

    def remove_rig(self, at: int) -> None:
        """Take a rig out."""
        rigs = self._project.rigs
        left = (*rigs[:at], *rigs[at + 1 :])
        now = self.current
        # The rig looked at stays the one looked at, where it is not the one taken out.
        stays = now - 1 if at < now else min(now, max(0, len(left) - 1))
        self._hold(left, f"remove {rigs[at].name}", at=stays)

    def look_at(self, at: int) -> None:
        """Look at another rig; not a change."""
        self._current = at
        self._gesture = None
        self._tell()

    @property
    def gesturing(self) -> bool:
        """Whether a drag is under way."""
        return self._gesture is not None

    def end_gesture(self) -> None:
        """The drag is over; the next edit is a step of its own."""
        self._gesture = None

    @property
    def can_undo(self) -> bool:
        """Whether there is something to undo."""
        return bool(self._undo)

    @property
    def can_redo(self) -> bool:
        """Whether there is something to redo."""
        return bool(self._redo)

    @property
    def undo_action(self) -> str:
        """What undo would take back."""
        return self._undo[-1].action if self._undo else ""

    @property
    def redo_action(self) -> str:
        """What redo would do again."""
        return self._redo[-1].action if self._redo else ""

    def undo(self) -> None:
        """Take the last step back."""
        if self._undo:
            moment = self._undo.pop()
            self._redo.append(_Moment(self._project, self._current, moment.action))
            self._project, self._current = moment.project, moment.current
            self._gesture = None
            self._tell()

    def redo(self) -> None:
        """Do the last undone step again."""
        if self._redo:
            moment = self._redo.pop()
            self._undo.append(_Moment(self._project, self._current, moment.action))
            self._project, self._current = moment.project, moment.current
            self._gesture = None
            self._tell()

    @property
    def dirty(self) -> bool:
        """Whether the project differs from the saved one."""
        return self._project is not self._saved and self._project != self._saved

    def mark_unsaved(self) -> None:
        """Nothing on disk is this project, such as when it was recovered."""
        self._saved = None
        self._tell()

    def mark_saved(self) -> None:
        """The project is on disk as it is now."""
        self._saved = self._project
        self._tell()
