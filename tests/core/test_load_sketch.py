"""The load as it is drawn: where its items sit, seen both ways, and what a drag of one changes."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.load_sketch import load_sketch
from hazel_lantern.core.sketch import Disc, Shape

places = st.floats(-0.4, 0.4)
items = st.lists(
    st.builds(
        LoadItem,
        name=st.sampled_from(["body", "lens", "head"]),
        mass=st.floats(0.01, 5),
        forward=places,
        right=places,
        up=places,
        length=st.floats(0.01, 0.4),
        width=st.floats(0.01, 0.4),
        height=st.floats(0.01, 0.4),
    ),
    max_size=6,
)


def moved(handle, right, up):
    """What a drag changes, by field."""
    axes = {handle.path: handle.axis, **dict(handle.also)}
    return {path: right * x + up * y for path, (x, y) in axes.items()}


@given(items, st.booleans())
def test_every_item_is_drawn_twice_named_and_within_bounds(found, stacked):
    sketch = load_sketch(Load(items=tuple(found)), stacked)
    boxes = [one for one in sketch.things if isinstance(one, Shape)]
    assert len(boxes) == 2 * len(found)
    assert [one.text for one in sketch.labels] == 2 * [item.name for item in found]
    left, low, right, high = sketch.bounds
    for box in boxes:
        for x, y in box.points:
            assert left <= x <= right
            assert low <= y <= high
    # From the side and from above lie apart.
    side, above = sketch.labels[: len(found)], sketch.labels[len(found) :]
    for one, other, item in zip(side, above, found, strict=True):
        assert one.at == pytest.approx((item.forward, item.up))
        if stacked:
            assert other.at[0] == pytest.approx(item.forward)
            assert other.at[1] < one.at[1]
        else:
            assert other.at[0] > one.at[0]


def test_the_common_weight_is_drawn_where_it_is():
    load = Load(
        items=(
            LoadItem(name="a", mass=1, forward=0.1, right=0.02, up=0.05),
            LoadItem(name="b", mass=3, forward=-0.1, right=-0.02, up=0.09),
        )
    )
    lit = [
        one.centre
        for one in load_sketch(load).things
        if isinstance(one, Disc) and one.role == "mass"
    ]
    assert lit[0] == pytest.approx((-0.05, 0.08))
    screw = load_sketch(load).labels[2].at[0] - 0.1
    assert lit[1][0] - screw == pytest.approx(-0.05)
    # To the right is drawn downwards, as a camera that looks to the right is seen from above.
    a, b = (one.at[1] for one in load_sketch(load).labels[2:])
    assert b - a == pytest.approx(0.04)


def test_a_drag_moves_an_item_the_way_it_is_seen():
    load = Load(items=(LoadItem(name="a", mass=1),))
    side, axis, above = load_sketch(load).handles
    assert moved(side, 0.1, 0.02) == pytest.approx(
        {"load.items.0.forward": 0.1, "load.items.0.up": 0.02}
    )
    assert moved(above, 0.1, 0.02) == pytest.approx(
        {"load.items.0.forward": 0.1, "load.items.0.right": -0.02}
    )
    assert moved(axis, 0.1, 0.02) == pytest.approx({"load.lens_axis": 0.02})


def test_what_is_small_lies_over_what_is_large():
    large = LoadItem(name="large", mass=1, length=0.3, width=0.3, height=0.3)
    small = LoadItem(name="small", mass=1, length=0.02, width=0.02, height=0.02)
    shapes = [
        one for one in load_sketch(Load(items=(small, large))).things if isinstance(one, Shape)
    ]
    widths = [one.points[1][0] - one.points[0][0] for one in shapes]
    assert widths == pytest.approx([0.3, 0.02, 0.3, 0.02])


def test_nothing_on_it_is_said():
    assert load_sketch(Load()).caption == "it carries nothing yet"
