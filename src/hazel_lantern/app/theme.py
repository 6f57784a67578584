"""Colours, type and the style sheet, in two themes over the same tokens."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from PyQt6.QtCore import QByteArray, QRectF, Qt
from PyQt6.QtGui import QColor, QFont, QFontDatabase, QIcon, QPainter, QPixmap
from PyQt6.QtSvg import QSvgRenderer
from PyQt6.QtWidgets import QApplication

from hazel_lantern.core.lamps import State
from hazel_lantern.core.resources import DATA

FAMILY = "Lantern Cabin"


@dataclass(frozen=True)
class Theme:
    """The tokens of a theme, as colour names."""

    name: str
    paper: str
    bench: str
    edge: str
    ink: str
    soft: str
    husk: str
    on_husk: str
    soft_on_husk: str
    raised: str
    hazel: str
    leaf: str
    ember: str
    clay: str
    glow: str
    water: str

    def of(self, state: State) -> str:
        """The colour of a lamp's state."""
        return {
            State.HOLDS: self.leaf,
            State.TIGHT: self.ember,
            State.TO_LOOK_UP: self.water,
            State.FAILS: self.clay,
        }[state]


DAY = Theme(
    "day",
    paper="#FAF6EC",
    bench="#EFE7D8",
    edge="#D6C8B0",
    ink="#2A2119",
    soft="#65564A",
    husk="#33261C",
    on_husk="#F6EEDF",
    soft_on_husk="#C9B9A2",
    raised="#FFFDF6",
    hazel="#8A5A2B",
    leaf="#56642A",
    ember="#A5490C",
    clay="#8E2B1F",
    glow="#F4CE6A",
    water="#3C6470",
)
NIGHT = Theme(
    "night",
    paper="#231A13",
    bench="#1B140E",
    edge="#4A3A2C",
    ink="#F1E7D6",
    soft="#B9A892",
    husk="#120D09",
    on_husk="#F6EEDF",
    soft_on_husk="#B9A892",
    raised="#30251B",
    hazel="#D09A5E",
    leaf="#A9BC6A",
    ember="#F0944A",
    clay="#F08A78",
    glow="#F4CE6A",
    water="#8FBCC9",
)
THEMES = {"day": DAY, "night": NIGHT}

_current = DAY


def current() -> Theme:
    """The theme in use."""
    return _current


def load_fonts() -> None:
    """Register the shipped fonts with Qt."""
    for style in ("Regular", "Italic", "SemiBold", "Bold"):
        QFontDatabase.addApplicationFont(str(DATA / "fonts" / f"LanternCabin-{style}.ttf"))


@lru_cache(maxsize=64)
def font(size: float = 13, bold: bool = False, italic: bool = False) -> QFont:
    """The shipped face in pixels; ``bold`` is the half-bold cut."""
    face = QFont(FAMILY)
    face.setPixelSize(round(size))
    face.setItalic(italic)
    if bold:
        face.setWeight(QFont.Weight.DemiBold)
    return face


def use(app: QApplication, name: str) -> None:
    """Put a theme on the whole application."""
    global _current
    _current = THEMES.get(name, DAY)
    app.setFont(font(13))
    sheet = _sheet(_current)
    if app.styleSheet() != sheet:  # styling every widget anew is slow
        app.setStyleSheet(sheet)


def colour(name: str, alpha: float = 1.0) -> QColor:
    """A token of the theme in use, or a colour by its code; not to be changed."""
    return _colour(getattr(_current, name, name), alpha)


@lru_cache(maxsize=256)
def _colour(code: str, alpha: float) -> QColor:
    found = QColor(code)
    found.setAlphaF(alpha)
    return found


def glyph(name: str, ink: str, size: int = 18, ratio: float = 2.0) -> QPixmap:
    """One of the project's own glyphs in a colour, ``size`` px square."""
    return _glyph(name, ink, _current.glow, size, ratio)


@lru_cache(maxsize=256)
def _glyph(name: str, ink: str, glow: str, size: int, ratio: float) -> QPixmap:
    source = (DATA / "glyphs" / f"{name}.svg").read_text(encoding="utf-8")
    renderer = QSvgRenderer(QByteArray(source.replace("INK", ink).replace("GLOW", glow).encode()))
    picture = QPixmap(round(size * ratio), round(size * ratio))
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    renderer.render(painter, QRectF(0, 0, size * ratio, size * ratio))
    painter.end()
    picture.setDevicePixelRatio(ratio)
    return picture


def lamp_glyph(state: State, size: int = 18, ink: str | None = None) -> QPixmap:
    """The lantern of a state."""
    return glyph(f"lamp-{str(state).replace(' ', '-')}", ink or _current.of(state), size)


def app_icon() -> QIcon:
    """The application's icon."""
    renderer = QSvgRenderer(str(DATA / "glyphs" / "app-icon.svg"))
    picture = QPixmap(128, 128)
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    renderer.render(painter)
    painter.end()
    return QIcon(picture)


def _sheet(t: Theme) -> str:
    return f"""
    QWidget {{ color: {t.ink}; font-family: "{FAMILY}"; font-size: 13px; }}
    QMainWindow, QDialog, #desk {{ background: {t.bench}; }}
    QToolTip {{ background: {t.raised}; color: {t.ink}; border: 1px solid {t.edge}; padding: 4px; }}
    #panel {{ background: {t.paper}; border: 1px solid {t.edge}; border-radius: 6px; }}
    #plain {{ background: transparent; }}
    QLabel {{ background: transparent; }}
    QLabel[role="title"] {{ font-size: 15px; font-weight: 600; }}
    QLabel[role="soft"] {{ color: {t.soft}; }}
    QLabel[role="small"] {{ color: {t.soft}; font-size: 12px; }}
    QLabel[role="bad"] {{ color: {t.clay}; }}
    QScrollArea {{ background: transparent; border: none; }}
    QScrollArea > QWidget > QWidget {{ background: transparent; }}
    QScrollBar:vertical {{ background: transparent; width: 10px; margin: 0; }}
    QScrollBar::handle:vertical {{ background: {t.edge}; border-radius: 4px; min-height: 28px; }}
    QScrollBar:horizontal {{ background: transparent; height: 10px; margin: 0; }}
    QScrollBar::handle:horizontal {{ background: {t.edge}; border-radius: 4px; min-width: 28px; }}
    QScrollBar::add-line, QScrollBar::sub-line {{ width: 0; height: 0; }}
    QScrollBar::add-page, QScrollBar::sub-page {{ background: transparent; }}
    QPushButton {{ background: {t.raised}; border: 1px solid {t.edge}; border-radius: 5px;
        padding: 5px 12px; }}
    QPushButton:hover {{ border-color: {t.hazel}; }}
    QPushButton:focus {{ border: 2px solid {t.hazel}; padding: 4px 11px; }}
    QPushButton:disabled {{ color: {t.soft}; background: {t.bench}; }}
    QPushButton[role="lit"] {{ background: {t.glow}; color: #33261C; border-color: {t.glow};
        font-weight: 600; }}
    QPushButton[role="lit"]:focus {{ border: 2px solid {t.ink}; padding: 4px 11px; }}
    QPushButton[role="lit"]:disabled {{ color: {t.soft}; background: {t.bench};
        border-color: {t.edge}; }}
    QPushButton[role="stop"] {{ background: {t.clay}; color: {t.paper};
        border-color: {t.clay}; font-weight: 600; }}
    QPushButton[role="husk"] {{ background: transparent; color: {t.soft_on_husk};
        border: 1px solid {t.soft_on_husk}; padding: 0px 6px; font-size: 12px; }}
    QPushButton[role="husk"]:checked {{ background: {t.glow}; color: #33261C;
        border-color: {t.glow}; }}
    QPushButton[role="husk"]:focus {{ border: 2px solid {t.glow}; padding: 0px 5px; }}
    QPushButton[role="link"] {{ background: transparent; border: 1px solid transparent;
        color: {t.hazel}; font-weight: 600; padding: 3px 4px; text-align: left; }}
    QPushButton[role="link"]:hover {{ text-decoration: underline; }}
    QPushButton[role="link"]:focus {{ border: 1px solid {t.hazel}; }}
    QPushButton[role="tab"] {{ background: transparent; border: none; border-radius: 0;
        border-bottom: 2px solid transparent; padding: 4px 2px; color: {t.soft}; }}
    QPushButton[role="tab"]:checked {{ color: {t.ink}; border-bottom-color: {t.hazel}; }}
    QPushButton[role="tab"]:focus {{ color: {t.ink}; background: {t.bench}; }}
    QLineEdit, QPlainTextEdit {{ background: {t.raised}; border: 1px solid {t.edge};
        border-radius: 4px; padding: 3px 6px; selection-background-color: {t.hazel};
        selection-color: {t.paper}; }}
    QLineEdit:focus, QPlainTextEdit:focus {{ border: 2px solid {t.hazel}; padding: 2px 5px; }}
    QTableView, QListWidget {{ background: {t.paper}; border: 1px solid {t.edge};
        border-radius: 4px; gridline-color: {t.edge}; alternate-background-color: {t.bench};
        selection-background-color: {t.edge}; selection-color: {t.ink}; }}
    QHeaderView {{ background: {t.bench}; }}
    QHeaderView::section {{ background: {t.bench}; color: {t.soft}; border: none;
        border-bottom: 1px solid {t.edge}; padding: 4px 6px; font-weight: 600; }}
    QTableCornerButton::section {{ background: {t.bench}; border: none; }}
    QMenu {{ background: {t.raised}; border: 1px solid {t.edge}; padding: 4px; }}
    QMenu::item {{ padding: 5px 22px 5px 12px; border-radius: 4px; }}
    QMenu::item:selected {{ background: {t.edge}; }}
    QMenu::item:disabled {{ color: {t.soft}; }}
    QMenu::separator {{ height: 1px; background: {t.edge}; margin: 4px 6px; }}
    QProgressBar {{ background: {t.bench}; border: 1px solid {t.edge}; border-radius: 3px;
        height: 6px; }}
    QProgressBar::chunk {{ background: {t.hazel}; }}
    QSplitter::handle {{ background: transparent; }}
    QCheckBox::indicator {{ width: 14px; height: 14px; border: 1px solid {t.soft};
        border-radius: 3px; background: {t.raised}; }}
    QCheckBox::indicator:checked {{ background: {t.hazel}; }}
    """
