"""The load on the stage: named, and dragged from the side and from above."""

from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PyQt6.QtCore import QPoint, QRectF

from hazel_lantern.app import labels
from hazel_lantern.app.painting import fit
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.load import LoadItem
from hazel_lantern.core.sketch import Label, Sketch


def to_load(window):
    window.session.go_to_station("Load")
    return window.desk.stage.drawing


def test_at_load_the_stage_turns_to_it_and_back(window):
    stage = window.desk.stage
    stage.show_view("above")
    assert to_load(window).view == "load"
    stage.show_view("side")
    window.session.go_to_station("Frame")
    assert stage.drawing.view == "above"
    window.session.go_to_station("Load")
    assert stage.drawing.view == "side"


@pytest.mark.parametrize(("at", "fields"), [(0, ("forward", "up")), (1, ("forward", "right"))])
def test_an_item_is_dragged_to_where_it_sits(window, hand, at, fields):
    session, drawing = window.session, to_load(window)
    names = [item.name for item in session.rig.load.items]
    item = names.index("Microphone with windshield")
    handle = [one for one in drawing.sketch.handles if f"items.{item}." in one.path][at]
    start = drawing.mapping.to_px(handle.at).toPoint()
    before = [session.value(f"load.items.{item}.{name}") for name in fields]
    scale = drawing.mapping.scale
    hand.drag(drawing, start, start + QPoint(60, -30))
    after = [session.value(f"load.items.{item}.{name}") for name in fields]
    # One undone step, by as much as the scale says, to the nearest that a hand sets.
    down = -1 if at else 1
    assert after[0] - before[0] == pytest.approx(60 / scale, abs=0.006)
    assert after[1] - before[1] == pytest.approx(down * 30 / scale, abs=0.006)
    session.document.undo()
    assert [session.value(f"load.items.{item}.{name}") for name in fields] == before
    assert not session.document.can_undo


def test_every_item_is_named_beside_the_drawing(window):
    drawing, items = to_load(window), window.session.rig.load.items
    assert sorted(one.text for one in drawing._names) == sorted(2 * [one.name for one in items])
    for one in drawing._names:
        assert drawing.rect().contains(one.box.toRect())


def test_forty_items_are_still_in_the_window(window):
    """As many as there may be: what is named is cut, never drawn over one another."""
    item = LoadItem(name="thing", mass=0.1)
    window.session.edit(Edit("load.items", (item,) * 40))
    drawing = to_load(window)
    tops = sorted(one.box.top() for one in drawing._names if one.on_left)
    assert all(b - a >= labels.LINE - 0.01 for a, b in pairwise(tops))


@settings(max_examples=60, deadline=None)
@given(
    st.lists(st.tuples(st.floats(0, 1), st.floats(0, 1)), min_size=1, max_size=12),
    st.integers(480, 1600),
)
def test_names_stand_clear_of_each_other_in_the_order_of_what_they_name(qapp, points, width):
    sketch = Sketch((), labels=tuple(Label(at, "name") for at in points), bounds=(0, 0, 1, 1))
    area = QRectF(0, 0, width, 300)
    found = labels.placed(sketch, fit(sketch.bounds, area), area)
    assert len(found) == len(points)
    for side in (True, False):
        column = [one for one in found if one.on_left is side]
        assert all(area.contains(one.box) for one in column)
        for above, below in pairwise(column):
            assert below.box.top() >= above.box.top() + labels.LINE - 1e-6
            assert below.at.y() >= above.at.y() - 1e-6


def test_a_narrow_drawing_goes_without_names(qapp):
    sketch = Sketch((), labels=(Label((0.0, 0.0), "name"),))
    assert labels.room_for(sketch, labels.LEAST - 1) == 0
    area = QRectF(0, 0, labels.LEAST - 1, 300)
    assert labels.placed(sketch, fit(sketch.bounds, area), area) == []
