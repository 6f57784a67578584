"""An orbit rig in the window: dragged round, spun faster, hung, refused, undone."""

import pytest
from PyQt6.QtCore import QPoint

from hazel_lantern.app.new_rig import NewRigPage
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State
from tests.app.conftest import grip, ready, refuse_nonsense


@pytest.fixture
def stone(window):
    """The demo's orbit on the stage."""
    names = [rig.name for rig in window.session.document.project.rigs]
    window.session.document.look_at(names.index("Stone orbit"))
    return window.session


@pytest.fixture
def drawing(window, stone):
    return window.desk.stage.drawing


def test_from_above_is_first_and_the_camera_is_dragged_round(stone, drawing, hand):
    assert drawing.view == "above"
    stone.go_to_mark(len(stone.assessment.marks) // 2)
    before = stone.mark
    start = grip(drawing, "mark")
    # The arm points to the right in the middle of the move: up is further round.
    hand.drag(drawing, start, start - QPoint(0, 60))
    assert stone.mark > before
    assert not stone.document.can_undo


@pytest.mark.parametrize(
    "path",
    [
        "shot.move.radius",
        "design.counterweight.place",
        "design.inside.nearest",
        "design.base.reach",
    ],
)
@pytest.mark.parametrize("far", [QPoint(9000, 0), QPoint(0, 9000), QPoint(-9000, -9000)])
def test_dragging_anything_to_its_extremes_keeps_a_rig_that_can_be(stone, drawing, hand, path, far):
    start = grip(drawing, path)
    hand.drag(drawing, start, start + far, steps=8)
    spec = stone.spec(path)
    assert spec.low <= stone.value(path) <= spec.high
    assert stone.assessment.lamps
    while stone.document.can_undo:
        stone.document.undo()


def test_side_has_pills_for_riser_and_weights_and_they_move_the_lamps(window, stone, hand):
    window.desk.stage.show_view("side")
    pills = window.desk.stage.drawing.pills
    before = stone.assessment.lamp("rocking").value
    hand.type_into(pills["design.counterweight.above"], "60 cm")
    assert stone.assessment.lamp("rocking").value < before
    hand.type_into(pills["design.arm.riser"], "1.4 m")
    assert stone.assessment.lamp("height").state is State.FAILS


def test_every_pill_of_the_orbit_refuses_nonsense(window, stone, hand):
    refuse_nonsense(window, hand, ("above", "side", "drive"), 3)


def test_hung_from_the_ceiling_its_fixings_are_asked_for(window, stone):
    edits = (
        Edit("design.base.kind", "ceiling"),
        Edit("design.base.height", 2.4),
        Edit("design.arm.riser", -1.2),
    )
    assert stone.edit(*edits) == ""
    assert stone.assessment.lamp("fixing").applies
    assert stone.assessment.lamp("tether").state is State.FAILS
    groups = [group.title for group in stone.assessment.groups("Frame")]
    assert "Hung by" in groups
    window.desk.stage.show_view("side")
    assert window.desk.stage.drawing.sketch.things


def test_a_turn_makes_an_orbit_of_a_new_rig(window, hand, qtbot):
    session = window.session
    before = len(session.document.project.rigs)
    window.start_rig()
    page = window.findChild(NewRigPage)
    assert page.scratch.choose("shot.move.way", "orbit right") == ""
    hand.type_into(page.set_stage.plan.pills["shot.move.radius"], "1.5 m")
    orbit = ready(page, qtbot, "orbit")
    assert "slider" not in page.cards.cards
    hand.click(orbit)
    qtbot.waitUntil(lambda: len(session.document.project.rigs) == before + 1, timeout=60000)
    rig = session.rig
    assert rig.design.family == "orbit"
    assert rig.shot.move.radius == pytest.approx(1.5)
    assert session.assessment.lamp("balance").state is State.HOLDS
    assert rig.assumed
