"""Dialogs that the menu opens; each is imported when it is asked for."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PyQt6.QtWidgets import QMessageBox

from hazel_lantern import __version__

if TYPE_CHECKING:
    from hazel_lantern.app.window import Window


def show_settings(window: Window) -> None:
    """Open the settings."""
    from hazel_lantern.app.settings_dialog import SettingsDialog

    SettingsDialog(window.session, window).exec()


def show_look_ups(window: Window) -> None:
    """What has to be looked up for this rig."""
    from hazel_lantern.app.look_up_dialog import look_up

    look_up(window.session, window)


def show_shelf(window: Window) -> None:
    """Open the shelf."""
    from hazel_lantern.app.shelf_dialog import ShelfDialog

    ShelfDialog(window.session, window.store, window).exec()


def show_catalogue(window: Window) -> None:
    """Look through the catalogue."""
    from hazel_lantern.app.catalogue.window import CatalogueWindow

    CatalogueWindow(window.session, window.store, window).exec()


def show_keys(window: Window) -> None:
    """The keys, in a page that can stay open beside the work."""
    from hazel_lantern.app.keys_page import KeysPage

    KeysPage(window).show()


def show_about(window: Window) -> None:
    """Version, licence, and what the figures are for."""
    from hazel_lantern.core.build.dossier import DISCLAIMER

    QMessageBox.about(
        window,
        "About",
        f"<b>Hazel Lantern {__version__}</b><p>A bench for people who build their own "
        f"moving-camera rigs. Free software under the GNU GPL, version 3 or later; the Cabin "
        f"typeface is under the SIL Open Font License, DejaVu Sans under its own.</p>"
        f"<p>{DISCLAIMER}</p>",
    )
