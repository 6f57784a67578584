"""A window to drive by mouse and keyboard, with its files in a folder of the test's own."""

import pytest
from PyQt6.QtCore import QCoreApplication, QEvent, QPoint, Qt
from PyQt6.QtTest import QTest

from hazel_lantern.app import theme
from hazel_lantern.app.start import make_app, make_window, opened
from hazel_lantern.app.workers import stop_all


@pytest.fixture(scope="session")
def qapp():
    return make_app()


@pytest.fixture(autouse=True)
def _clear_away(qapp):
    """Windows of the test before are deleted now, not when an event loop comes round to it."""
    QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
    yield
    stop_all()


def leave_quietly(window):
    """Close without asking about unsaved work."""
    window.session.play(False)
    window.keeper._quiet.stop()
    window.keeper.may_leave = lambda: True


@pytest.fixture
def window(qapp, qtbot, store):
    """The demo in a window of 1280 by 800; leaving it never asks."""
    store.prefer(theme="day")
    found = make_window(qapp, store, opened(store, demo=True))
    found.resize(1280, 800)
    qtbot.addWidget(found, before_close_func=leave_quietly)
    found.show()
    qtbot.waitExposed(found)
    yield found
    theme.use(qapp, "day")


@pytest.fixture
def empty_window(qapp, qtbot, store):
    found = make_window(qapp, store)
    found.resize(1280, 800)
    qtbot.addWidget(found, before_close_func=leave_quietly)
    found.show()
    return found


@pytest.fixture
def hand(qtbot):
    """Mouse and keys as a maker uses them."""
    return Hand(qtbot)


class Hand:
    def __init__(self, qtbot):
        self.qtbot = qtbot

    def click(self, widget, at=None):
        self.qtbot.mouseClick(widget, Qt.MouseButton.LeftButton, pos=at or widget.rect().center())

    def drag(self, widget, start, end, steps=6):
        start, end = QPoint(start), QPoint(end)
        QTest.mousePress(widget, Qt.MouseButton.LeftButton, pos=start)
        for step in range(1, steps + 1):
            at = start + (end - start) * step / steps
            self._move(widget, at)
        QTest.mouseRelease(widget, Qt.MouseButton.LeftButton, pos=end)

    def _move(self, widget, at):
        from PyQt6.QtCore import QEvent, QPointF
        from PyQt6.QtGui import QMouseEvent
        from PyQt6.QtWidgets import QApplication

        event = QMouseEvent(
            QEvent.Type.MouseMove,
            QPointF(at),
            QPointF(widget.mapToGlobal(at)),
            Qt.MouseButton.NoButton,
            Qt.MouseButton.LeftButton,
            Qt.KeyboardModifier.NoModifier,
        )
        QApplication.sendEvent(widget, event)

    def type_into(self, pill, text):
        """Click a pill, write, press Enter."""
        self.click(pill)
        assert pill.editor is not None
        pill.editor.clear()
        self.qtbot.keyClicks(pill.editor, text)
        self.key(pill.editor, Qt.Key.Key_Return)

    def click_card(self, cards, id):
        """Click a candidate in a ranked list, scrolled to where it is seen."""
        index = cards.shown.index(cards.ids.index(id))
        cards.scrollTo(index)
        self.click(cards.viewport(), cards.visualRect(index).center())

    def key(self, widget, key, modifier=Qt.KeyboardModifier.NoModifier):
        self.qtbot.keyClick(widget, key, modifier)


def ready(page, qtbot, family):
    """The card of a family, once all are drafted."""
    cards = page.cards
    qtbot.waitUntil(lambda: family in cards.cards and not cards.busy, timeout=60000)
    return cards.cards[family]


def grip(drawing, path):
    """Where on a drawing the handle of a field is."""
    handle = next(one for one in drawing.sketch.handles if one.path == path)
    return drawing.mapping.to_px(handle.at).toPoint()


def refuse_nonsense(window, hand, views, least):
    """Type nonsense into every pill of some views: each says why, and nothing changes."""
    drawing, document = window.desk.stage.drawing, window.session.document
    before = document.project
    for view in views:
        window.desk.stage.show_view(view)
        assert len(drawing.pills) >= least
        for path, pill in drawing.pills.items():
            for nonsense in ("banana", "", "1,270", "1e999", "-99999", "((("):
                hand.type_into(pill, nonsense)
                assert pill.balloon is not None
                assert pill.balloon.isVisible(), (path, nonsense)
                assert len(pill.balloon.text()) > 20
                hand.key(pill.editor, Qt.Key.Key_Escape)
                assert pill.editor is None
    assert document.project is before
