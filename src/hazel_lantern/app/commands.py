"""All commands: words, keys and what they do; menu, keys page and tooltips come from here."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from hazel_lantern.app import rig_work, sheets, theme

if TYPE_CHECKING:
    from hazel_lantern.app.window import Window


@dataclass(frozen=True)
class Command:
    """Something that the maker can ask for.

    Attributes
    ----------
    id : str
    words : str
        As it stands in the menu.
    does : callable
        Does it, in a window.
    keys : tuple of str
        The first is the one that is told.
    section : str
        Of the menu; none: it is asked for by its keys alone.
    of_a_rig : bool
        Whether it needs a rig.
    """

    id: str
    words: str
    does: Callable[[Window], object]
    keys: tuple[str, ...] = ()
    section: str = ""
    of_a_rig: bool = False


def _flip_theme(window: Window) -> None:
    window.use_theme("day" if theme.current().name == "night" else "night")


COMMANDS: tuple[Command, ...] = (
    Command("new", "New project", lambda w: w.keeper.new(), ("Ctrl+N",), "project"),
    Command("open", "Open…", lambda w: w.keeper.ask_open(), ("Ctrl+O",), "project"),
    Command("demo", "Open the Tide Mill", lambda w: w.keeper.open_demo(), (), "project"),
    Command("save", "Save", lambda w: w.keeper.save(), ("Ctrl+S",), "project"),
    Command("save-as", "Save as…", lambda w: w.keeper.save_as(), ("Ctrl+Shift+S",), "project"),
    Command("undo", "Undo", lambda w: w.undone.undo(), ("Ctrl+Z",), "steps"),
    Command("redo", "Redo", lambda w: w.redone.redo(), ("Ctrl+Shift+Z", "Ctrl+Y"), "steps"),
    Command("new-rig", "New rig…", lambda w: w.start_rig(), ("Ctrl+T",), "rigs"),
    Command("copy-rig", "Copy this rig", rig_work.copy_rig, ("Ctrl+D",), "rigs", True),
    Command("rename-rig", "Rename this rig…", rig_work.rename_rig, ("Ctrl+R",), "rigs", True),
    Command("remove-rig", "Take this rig out", rig_work.remove_rig, (), "rigs", True),
    Command("look-up", "To look up…", sheets.show_look_ups, ("Ctrl+U",), "rigs", True),
    Command("pack", "Build pack…", lambda w: w.build_pack(), ("Ctrl+B",), "rigs", True),
    Command("next-rig", "Next rig", rig_work.next_rig, ("Ctrl+Tab",), "rigs"),
    Command("shelf", "What I have…", sheets.show_shelf, ("Ctrl+H",), "workshop"),
    Command("catalogue", "Catalogue…", sheets.show_catalogue, ("Ctrl+L",), "workshop"),
    Command("rename", "Rename the project…", rig_work.rename_project, (), "workshop"),
    Command("settings", "Settings of this project…", sheets.show_settings, ("Ctrl+,",), "workshop"),
    Command("night", "Night", _flip_theme, ("Ctrl+Shift+N",), "window"),
    Command(
        "play",
        "Play the move",
        lambda w: w.session.play(not w.session.playing),
        ("Ctrl+Space",),
        "window",
    ),
    Command("keys", "Keys…", sheets.show_keys, ("F1",), "window"),
    Command("about", "About…", sheets.show_about, (), "window"),
    Command("quit", "Quit", lambda w: w.close(), ("Ctrl+Q",), "window"),
    Command("menu", "Menu", lambda w: w.pop_menu(), ("F10",)),
)
BY_ID = {command.id: command for command in COMMANDS}

#: Keys that belong to a view, not to the window: where, and what they do.
IN_VIEWS = (
    ("Alt+1 … Alt+6", "stations"),
    ("Tab", "next pill or lamp; Enter or a figure edits it, Escape leaves it"),
    ("Left, Right", "on tape or stage: along the move; Space on the tape plays it"),
    ("Escape", "while a motor on the line moves: stop it, wherever the keyboard is"),
    ("Up, Down", "in a list: from one to the next; Enter takes it"),
)


def told(id: str, words: str = "") -> str:
    """What a tooltip says of a command: its words, or others, and its first key.

    Raises
    ------
    KeyError
        If there is no such command.
    """
    command = BY_ID[id]
    return f"{words or command.words.rstrip('…')} ({command.keys[0]})"


def all_keys() -> list[tuple[str, str]]:
    """Every key and what it does: those of the views first, then those of the commands."""
    commands = (
        (" or ".join(command.keys), command.words.rstrip("…"))
        for command in COMMANDS
        if command.keys
    )
    return [*IN_VIEWS, *commands]
