"""What has to be looked up: shown in the lamp, ticked off in one place, back by undo."""

import pytest
from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtWidgets import QApplication

from hazel_lantern.app import theme
from hazel_lantern.app.look_up_dialog import LookUpDialog
from hazel_lantern.core.lamps import State


@pytest.fixture
def pond(window):
    """The demo's line over the millpond: nobody has looked at its left anchor."""
    names = [rig.name for rig in window.session.document.project.rigs]
    window.session.document.look_at(names.index("Millpond line"))
    return window.session


def in_the_dialog(does):
    """Do something in the dialog that is about to open."""

    def act():
        dialog = QApplication.activeModalWidget()
        assert isinstance(dialog, LookUpDialog)
        does(dialog)

    QTimer.singleShot(0, act)


def test_a_lamp_that_wants_a_look_says_what_for_and_is_ticked_off_by_keyboard(window, pond, qtbot):
    lamps = window.desk.lamps
    assert pond.assessment.by_id["cable.anchor"].state is State.TO_LOOK_UP
    assert not pond.assessment.ready
    lamps.toggle("cable.anchor")
    assert "must hold" in lamps.detail._mend_note.text()
    record = lamps.detail._mends.itemAt(0).widget()
    assert record.accessibleName() == "Record what you found"

    def answer(dialog):
        line = dialog.lines["left anchor: tree"]
        line.setFocus()
        qtbot.keyClicks(line, "the forester")
        qtbot.keyClick(line, Qt.Key.Key_Return)

    in_the_dialog(answer)
    record.setFocus()
    qtbot.keyClick(record, Qt.Key.Key_Space)
    lamp = pond.assessment.by_id["cable.anchor"]
    assert lamp.state is not State.TO_LOOK_UP
    assert [one.by for one in pond.rig.looked_up] == ["the forester"]
    # It is still shown, and is taken back by leaving the line empty.
    in_the_dialog(lambda dialog: (dialog.lines["left anchor: tree"].clear(), dialog._take()))
    window.do("look-up")
    assert pond.rig.looked_up == ()
    pond.document.undo()
    assert [one.by for one in pond.rig.looked_up] == ["the forester"]


def test_cancel_changes_nothing_and_a_rig_without_questions_says_so(window, pond, qtbot):
    def leave(dialog):
        next(iter(dialog.lines.values())).setText("somebody")
        qtbot.keyClick(dialog, Qt.Key.Key_Escape)

    in_the_dialog(leave)
    window.do("look-up")
    assert pond.rig.looked_up == ()
    assert not pond.document.can_undo
    pond.document.look_at(0)
    seen = []
    in_the_dialog(lambda dialog: (seen.append(len(dialog.lines)), dialog.reject()))
    window.do("look-up")
    assert seen == [0]


def test_each_state_has_its_own_colour_and_glyph(window):
    for tokens in theme.THEMES.values():
        assert len({tokens.of(state) for state in State}) == len(State)
    pictures = [theme.lamp_glyph(state, 18, "#000000").toImage() for state in State]
    assert all(a != b for at, a in enumerate(pictures) for b in pictures[:at])
