"""What a maker types, or a file brings, is shown as it is: nothing of it is taken for markup."""

import ast
from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QTextDocument
from PyQt6.QtWidgets import QLabel, QWidget

from hazel_lantern import app
from hazel_lantern.app.widgets import label, plain, tip

SOURCES = sorted(Path(app.__file__).parent.rglob("*.py"))
#: Where markup is meant: what is put in is escaped there.
MARKED_UP = {"lamps_panel.py", "desk.py"}
EVIL = (
    '<img src="/dev/zero">',
    "<b>bold</b>",
    "<table><tr><td>x",
    "a &lt;b&gt; c",
    "one\n<i>two</i>",
    "<!-- -->",
    "x & y < z",
)


@pytest.mark.parametrize("words", EVIL)
def test_a_tooltip_shows_what_was_typed_and_loads_nothing(qapp, words):
    shown = plain(words)
    assert Qt.mightBeRichText(shown)
    document = QTextDocument()
    document.setHtml(shown)
    assert document.toPlainText() == words
    # An object of another kind, such as a picture, stands as this letter.
    assert "\ufffc" not in document.toRawText()
    widget = QWidget()
    tip(widget, words)
    assert widget.toolTip() == shown


@pytest.mark.parametrize("words", EVIL)
def test_a_label_is_plain(qapp, words):
    found = label(words)
    assert found.textFormat() is Qt.TextFormat.PlainText
    assert isinstance(found, QLabel)


@pytest.mark.parametrize("path", SOURCES, ids=lambda path: path.stem)
def test_nothing_sets_rich_text_but_where_it_is_meant(path):
    """Tooltips go through one function; markup is set in two places, which escape."""
    calls = {
        node.attr if isinstance(node, ast.Attribute) else node.id
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8")))
        if isinstance(node, ast.Attribute | ast.Name)
    }
    if path.name != "widgets.py":
        assert "setToolTip" not in calls
    if path.name not in MARKED_UP:
        assert not calls & {"RichText", "MarkdownText", "setHtml", "setMarkdown"}
    else:
        assert "escape" in calls
    if calls & {"showText", "ToolTipRole"}:
        assert "plain" in calls
