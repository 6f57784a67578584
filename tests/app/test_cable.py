"""A cable cam in the window: flown, tightened by sag and by pull, dragged, refused, drafted."""

import pytest
from PyQt6.QtCore import QPoint
from PyQt6.QtWidgets import QLabel

from hazel_lantern.app.new_rig import NewRigPage
from hazel_lantern.core.lamps import State
from tests.app.conftest import grip, ready, refuse_nonsense


@pytest.fixture
def pond(window):
    """The demo's line over the millpond on the stage."""
    names = [rig.name for rig in window.session.document.project.rigs]
    window.session.document.look_at(names.index("Millpond line"))
    return window.session


@pytest.fixture
def drawing(window, pond):
    return window.desk.stage.drawing


def test_sag_and_pull_are_one_thing_said_in_two_pills(pond, drawing, hand):
    sag, pull = drawing.pills["design.line.sag"], drawing.pills["design.line.pull"]
    before, loose = sag.text(), pond.assessment.answer.pull
    hand.type_into(pull, "500 N")
    assert pull.text() == "pulls 500 N"
    assert sag.text() != before
    assert pond.assessment.answer.pull == pytest.approx(500)
    hand.type_into(sag, "680 mm")
    assert pond.assessment.answer.pull == pytest.approx(loose)
    assert pond.value("design.line.pull") == pytest.approx(loose)
    start = grip(drawing, "design.line.sag")
    hand.drag(drawing, start, start - QPoint(0, 8))
    assert pond.value("design.line.sag") < 0.68
    assert pond.value("design.line.pull") > loose
    for _ in range(3):
        pond.document.undo()
    assert sag.text() == before
    assert not pond.document.can_undo


def test_the_trolley_is_flown_along_and_swings_on_a_switch(window, pond, drawing, hand):
    start = grip(drawing, "mark")
    hand.drag(drawing, start, start + QPoint(120, 0))
    assert pond.mark > 5
    assert not pond.document.can_undo
    pond.go_to_mark(4)
    window.desk.stage.show_view("lens")
    lens = window.desk.lens
    assert lens.shake.text().startswith("swing")
    still = lens.grab().toImage()
    hand.click(lens.shake)
    swung = lens.grab().toImage()
    assert swung != still


@pytest.mark.parametrize(
    "path", ["design.line.sag", "design.line.span", "design.left.height", "design.trolley.drop"]
)
@pytest.mark.parametrize("far", [QPoint(9000, 9000), QPoint(-9000, -9000)])
def test_dragging_anything_to_its_extremes_keeps_a_rig_that_can_be(
    window, pond, drawing, hand, path, far
):
    window.desk.stage.show_view("close" if "trolley" in path else "side")
    start = grip(drawing, path)
    hand.drag(drawing, start, start + far, steps=8)
    spec = pond.spec(path)
    assert spec.low <= pond.value(path) <= spec.high
    assert pond.assessment.lamps
    while pond.document.can_undo:
        pond.document.undo()
    assert pond.assessment.answer.sag == pytest.approx(0.68)


def test_every_pill_of_the_cable_refuses_nonsense(window, pond, hand):
    refuse_nonsense(window, hand, ("side", "above", "close"), 2)


def test_a_lamp_that_nothing_set_here_mends_says_what_to_do_on_the_spot(window, pond):
    lamps = window.desk.lamps
    lamps.toggle("cable.anchor")
    said = [one.text() for one in lamps.detail.findChildren(QLabel)]
    assert any("must hold" in one for one in said)
    assert not [one for one in said if "Looking for mends" in one]


def test_a_person_below_changes_what_the_line_must_hold(window, pond, hand):
    pond.go_to_station("Shot")
    shot = window.desk.benches["Shot"]
    hand.click(shot.pages.tabs[1])
    assert pond.assessment.lamp("tension").limit == 5
    assert pond.choose("design.around.beneath.0.kind", "person") == ""
    assert pond.assessment.lamp("tension").limit == 10
    assert pond.assessment.lamp("tension").state is State.TIGHT
    assert "design.around.power" in shot.fields.pills
    assert shot.fields.pills["design.around.beneath.0.kind"].text() == "person"


def test_a_flight_makes_a_cable_cam_of_a_new_rig(window, hand, qtbot):
    session = window.session
    before = len(session.document.project.rigs)
    window.start_rig()
    page = window.findChild(NewRigPage)
    assert page.scratch.choose("shot.move.way", "fly left") == ""
    hand.type_into(page.set_stage.plan.pills["shot.move.distance"], "12 m")
    hand.click(ready(page, qtbot, "cable"))
    qtbot.waitUntil(lambda: len(session.document.project.rigs) == before + 1, timeout=90000)
    rig = session.rig
    assert rig.design.family == "cable"
    assert 15 < rig.design.line.span <= 18
    assert session.assessment.lamp("tension").state is State.HOLDS
    assert session.assessment.lamp("power").state is State.TO_LOOK_UP
