"""The stage: pills and parts, dragged to their extremes and typed nonsense into."""

import pytest
from PyQt6.QtCore import QPoint, Qt

from tests.app.conftest import refuse_nonsense


@pytest.fixture
def drawing(window):
    return window.desk.stage.drawing


def grip(drawing, path, which=0):
    handle = [h for h in drawing.sketch.handles if h.path == path][which]
    return drawing.mapping.to_px(handle.at).toPoint()


def test_the_carriage_is_dragged_along_the_rails(window, drawing, hand):
    session = window.session
    session.go_to_mark(10)
    start = grip(drawing, "mark")
    hand.drag(drawing, start, start + QPoint(60, 0))
    assert session.mark > 10
    hand.drag(drawing, grip(drawing, "mark"), QPoint(5000, 0))
    assert session.mark == len(session.assessment.marks) - 1
    hand.drag(drawing, grip(drawing, "mark"), QPoint(-5000, 0))
    assert session.mark == 0
    assert not session.document.can_undo


def test_rail_ends_feet_and_stand_are_dragged_and_undone_in_one_step(window, drawing, hand):
    session = window.session
    for path in ("design.rails.length", "design.supports.spread", "design.supports.offset"):
        before = session.value(path)
        start = grip(drawing, path)
        hand.drag(drawing, start, start + QPoint(20, 0))
        assert session.value(path) > before, path
        session.document.undo()
        assert session.value(path) == before
    assert not session.document.can_undo


@pytest.mark.parametrize("far", [QPoint(9000, 0), QPoint(-9000, 0), QPoint(0, 9000)])
@pytest.mark.parametrize(
    "path", ["design.rails.length", "design.supports.spread", "design.supports.offset"]
)
def test_dragging_anything_to_its_extremes_keeps_a_design_that_can_be(
    window, drawing, hand, path, far
):
    start = grip(drawing, path)
    hand.drag(drawing, start, start + far, steps=12)
    found = window.session.assessment
    assert len(found.lamps) == 24
    spec = window.session.spec(path)
    assert spec.low <= window.session.value(path) <= spec.high


def test_every_pill_refuses_nonsense_and_says_why(window, hand):
    refuse_nonsense(window, hand, ("side", "close", "above"), 1)


def test_a_pill_takes_what_a_maker_writes(window, drawing, hand):
    hand.type_into(drawing.pills["design.rails.length"], "4' 2\"")
    assert window.session.value("design.rails.length") == pytest.approx(1.27)
    hand.type_into(drawing.pills["design.rails.length"], "1300 - 2*25")
    assert window.session.value("design.rails.length") == pytest.approx(1.25)
    assert "1250 mm" in drawing.pills["design.rails.length"].text()


def test_a_pill_is_worked_by_keys_alone(window, drawing, hand, qtbot):
    pill = drawing.pills["design.supports.spread"]
    pill.setFocus()
    qtbot.keyClicks(pill, "9")
    assert pill.editor is not None
    qtbot.keyClicks(pill.editor, "50")
    hand.key(pill.editor, Qt.Key.Key_Return)
    assert window.session.value("design.supports.spread") == pytest.approx(0.95)
    assert pill.hasFocus()


def test_leaving_an_editor_takes_a_good_figure_and_drops_a_bad_one(window, drawing, hand, qtbot):
    pill = drawing.pills["design.rails.length"]
    hand.click(pill)
    pill.editor.setText("1400")
    drawing.setFocus()
    assert window.session.value("design.rails.length") == pytest.approx(1.4)
    hand.click(pill)
    pill.editor.setText("soon")
    drawing.setFocus()
    assert window.session.value("design.rails.length") == pytest.approx(1.4)
    assert "soon" in window.message


def test_pills_do_not_lie_on_each_other(window, drawing, qtbot):
    for size in ((1024, 700), (1280, 800), (1920, 1080)):
        window.resize(*size)
        for system in ("mm", "ft·in"):
            window.set_units(system)
            for view in ("side", "close", "above"):
                window.desk.stage.show_view(view)
                boxes = [pill.geometry() for pill in drawing.pills.values()]
                for at, box in enumerate(boxes):
                    assert drawing.rect().contains(box), (size, view)
                    assert not any(box.intersects(other) for other in boxes[at + 1 :])


def test_units_change_every_pill(window, drawing):
    window.set_units("ft·in")
    assert "3' 7 5/16\"" in drawing.pills["design.rails.length"].text()
    window.session.document.undo()
    assert "1100 mm" in drawing.pills["design.rails.length"].text()


def test_tape_drag_keys_and_play(window, hand, qtbot):
    session, tape = window.session, window.desk.stage.tape.tape
    hand.drag(tape, QPoint(20, 15), QPoint(tape.width() - 14, 15))
    assert session.mark == len(session.assessment.marks) - 1
    tape.setFocus()
    hand.key(tape, Qt.Key.Key_Home)
    assert session.mark == 0
    hand.key(tape, Qt.Key.Key_Right)
    assert session.mark == 1
    hand.key(tape, Qt.Key.Key_Space)
    assert session.playing
    qtbot.waitUntil(lambda: session.mark > 1, timeout=4000)
    hand.key(tape, Qt.Key.Key_Space)
    assert not session.playing


def test_playing_ends_by_itself_at_the_end(window, qtbot):
    session = window.session
    session.go_to_mark(len(session.assessment.marks) - 3)
    session.play(True)
    qtbot.waitUntil(lambda: not session.playing, timeout=6000)
    assert session.mark == len(session.assessment.marks) - 1


def test_the_drawing_bends_more_where_the_dip_is_greater(window, drawing):
    session = window.session
    assert drawing.sketch.enlarged >= 1
    session.go_to_mark(0)
    rail = next(t for t in drawing.sketch.things if getattr(t, "role", "") == "rail")
    heights = [y for _, y in rail.points]
    assert heights[0] < heights[len(heights) // 2] < heights[-1]


def test_through_the_lens_shows_the_subject_move(window, drawing, qtbot):
    from hazel_lantern.app.scene import LensPainter

    window.desk.stage.show_view("lens")
    assert not any(pill.isVisible() for pill in drawing.pills.values())
    session = window.session
    lens = LensPainter(session.rig, session.assessment, session.style)
    last = len(session.assessment.marks) - 1
    eye, _ = lens._pose(session.assessment.poses, 0)
    assert eye[0] < 0
    assert lens._pose(session.assessment.poses, last)[0][0] > 0
    assert abs(lens.wander(last)).max() > abs(lens.wander(last // 2)).max()
    assert drawing.grab().toImage().pixelColor(400, 60).alpha() == 255


def test_a_pill_that_goes_takes_its_open_editor_along(window, drawing, hand, qtbot):
    pill = drawing.pills["design.supports.spread"]
    hand.click(pill)
    editor = pill.editor
    editor.setText("950")
    assert window.session.choose("design.supports.kind", "table") == ""
    assert "design.supports.spread" not in drawing.pills
    assert not editor.isVisible()
    assert window.session.value("design.supports.spread") == pytest.approx(0.78)


def test_f2_edits_the_pill_that_has_the_keyboard(window, drawing, hand):
    pill = drawing.pills["shot.camera_height"]
    pill.setFocus()
    hand.key(pill, Qt.Key.Key_F2)
    assert pill.editor is not None
    hand.key(pill.editor, Qt.Key.Key_Escape)
    assert pill.editor is None
    assert pill.hasFocus()
