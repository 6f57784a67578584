"""What is done with a rig as a whole, and with the project's name."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PyQt6.QtWidgets import QInputDialog

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, EditError

if TYPE_CHECKING:
    from hazel_lantern.app.window import Window


def copy_rig(window: Window) -> None:
    """A variant of this rig to compare."""
    rig, document = window.session.rig, window.session.document
    if rig is None:
        return
    try:
        document.add_rig(rig, f"copy {rig.name}")
    except CannotBe as error:
        window.say(str(error), True)


def rename_rig(window: Window, at: int | None = None) -> None:
    """Ask for another name."""
    if at is not None:
        window.session.document.look_at(at)
    rig = window.session.rig
    if rig is None:
        return
    name, ok = QInputDialog.getText(window, "Rename the rig", "Name of the rig", text=rig.name)
    if ok and name.strip():
        trouble = window.session.edit(Edit("name", name.strip()), action="rename")
        if trouble:
            window.say(trouble, True)


def remove_rig(window: Window) -> None:
    """Take the rig out; undo puts it back."""
    rig, document = window.session.rig, window.session.document
    if rig is not None:
        document.remove_rig(document.current)
        window.say(f"{rig.name} is out of the project. Ctrl+Z puts it back.", False)


def next_rig(window: Window) -> None:
    """Look at the next rig, after the last at the first."""
    document = window.session.document
    if document.project.rigs:
        document.look_at((document.current + 1) % len(document.project.rigs))


def rename_project(window: Window) -> None:
    """Ask for the project's name."""
    document = window.session.document
    name, ok = QInputDialog.getText(
        window, "Rename the project", "Name of the project", text=document.project.name
    )
    if ok and name.strip():
        try:
            document.edit_project(Edit("name", name.strip()), action="rename")
        except EditError as error:
            window.say(str(error), True)
