"""An overhead rig in the window: seen from above, dragged, through the lens, drafted."""

import pytest
from PyQt6.QtCore import QPoint

from hazel_lantern.app.new_rig import NewRigPage
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State
from tests.app.conftest import grip, ready, refuse_nonsense


@pytest.fixture
def gantry(window):
    """The demo's gantry over the joiner's bench."""
    names = [rig.name for rig in window.session.document.project.rigs]
    window.session.document.look_at(names.index("Bench gantry"))
    return window.session


@pytest.fixture
def drawing(window, gantry):
    return window.desk.stage.drawing


def test_the_demo_fails_once_and_its_mend_is_a_box(gantry):
    failing = [one.id for one in gantry.assessment.lamps if one.state is State.FAILS]
    assert failing == ["overhead.bounce"]


def test_from_above_is_first_and_tools_are_dragged_out_of_sight(gantry, drawing, hand):
    assert drawing.view == "above"
    start = grip(drawing, "design.bench.tools.1.y")
    hand.drag(drawing, start, start - QPoint(0, 200))
    assert gantry.assessment.lamp("coverage").headline == "Does not see Drill press"
    gantry.document.undo()
    assert gantry.assessment.lamp("coverage").state is State.HOLDS
    assert not gantry.document.can_undo


@pytest.mark.parametrize(
    ("view", "path"),
    [
        ("above", "design.holding.span"),
        ("above", "design.bench.left"),
        ("front", "design.drop.length"),
        ("end", "design.bench.person_y"),
    ],
)
@pytest.mark.parametrize("far", [QPoint(9000, 9000), QPoint(-9000, -9000)])
def test_dragging_anything_to_its_extremes_keeps_a_rig_that_can_be(
    window, gantry, drawing, hand, view, path, far
):
    window.desk.stage.show_view(view)
    start = grip(drawing, path)
    hand.drag(drawing, start, start + far, steps=8)
    spec = gantry.spec(path)
    assert spec.low <= gantry.value(path) <= spec.high
    assert gantry.assessment.lamps
    while gantry.document.can_undo:
        gantry.document.undo()


def test_every_pill_of_the_overhead_rail_refuses_nonsense(window, gantry, hand):
    refuse_nonsense(window, hand, ("above", "front", "end"), 3)


def test_through_the_lens_the_bench_and_its_tools_are_seen(window, gantry, drawing):
    window.desk.stage.show_view("lens")
    before = drawing.window().grab().toImage()
    assert gantry.edit(Edit("design.bench.tools", ())) == ""
    assert len(gantry.assessment.scenery) == 1
    assert drawing.window().grab().toImage() != before


def test_all_nine_tags_fit_a_bar_of_1280(window, gantry, qtbot):
    window.resize(1280, 800)
    qtbot.waitUntil(lambda: window.width() == 1280)
    bar = window.top._area.horizontalScrollBar()
    qtbot.waitUntil(lambda: bar.maximum() == 0, timeout=3000)
    assert len(window.top.tags) == 9


def test_a_swing_makes_an_overhead_rail_of_a_new_rig(window, hand, qtbot):
    session = window.session
    before = len(session.document.project.rigs)
    window.start_rig()
    page = window.findChild(NewRigPage)
    assert page.scratch.choose("shot.move.way", "swing left") == ""
    hand.click(ready(page, qtbot, "overhead"))
    qtbot.waitUntil(lambda: len(session.document.project.rigs) == before + 1, timeout=90000)
    rig = session.rig
    assert rig.design.family == "overhead"
    assert rig.design.drop.kind == "boom"
    assert session.assessment.lamp("wheel-lift").state is State.HOLDS
    assert session.assessment.lamp("fixing").state is State.TO_LOOK_UP
