"""The plot's axes in figures, and what the painter puts where."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from PyQt6.QtCore import QPoint, Qt

from hazel_lantern.app import theme
from hazel_lantern.app.axes import Axis, equal_scales, round_range, thinned, tick_step, ticks
from hazel_lantern.app.plot_canvas import Canvas, Curve, Picture

ends = st.floats(-1e6, 1e6, allow_nan=False)


@given(st.floats(-100, 100), st.floats(1e-3, 1e4), st.integers(2, 12))
def test_ticks_are_round_inside_and_few(spans_away, span, most):
    low = spans_away * span
    found, step = ticks(low, low + span, most), tick_step(span, most)
    assert len(found) <= most + 1
    mantissa = float(f"{step:e}".split("e")[0])
    assert mantissa in (1.0, 2.0, 5.0)
    assert span / step > most / 2.6  # no fewer than need be
    for value, words in found:
        assert low - 1e-5 * step <= value <= low + span + 1e-5 * step
        assert float(words) == pytest.approx(value, abs=1e-6 * step)


@pytest.mark.parametrize(
    ("span", "most", "step"),
    [(10, 5, 2), (10, 10, 1), (1, 4, 0.5), (0.03, 3, 0.01), (1200, 6, 200)],
)
def test_a_step_by_hand(span, most, step):
    assert tick_step(span, most) == pytest.approx(step)


def test_a_range_of_nothing_has_no_ticks():
    with pytest.raises(ValueError, match="span of 0"):
        tick_step(0.0, 5)


def test_figures_have_the_decimals_of_their_step():
    assert [words for _, words in ticks(-0.1, 0.31, 5)] == ["-0.1", "0.0", "0.1", "0.2", "0.3"]
    assert [words for _, words in ticks(0, 1000, 4)] == ["0", "500", "1000"]


@given(ends, st.floats(1e-3, 1e3), st.floats(0, 500), st.floats(10, 900))
def test_places_and_values_are_each_others_inverse(low, span, start, pixels):
    axis = Axis(low, low + span, start + pixels, start)
    assert axis.px(low) == pytest.approx(start + pixels)
    assert axis.value(axis.px(low + 0.3 * span)) == pytest.approx(low + 0.3 * span, abs=1e-6)


def test_equal_scales_widen_the_narrower_range_and_keep_its_middle():
    across, up = equal_scales(Axis(0, 10, 50, 450), Axis(0, 1, 210, 10))
    assert abs(across.scale) == pytest.approx(abs(up.scale))
    assert (across.low, across.high) == (0, 10)
    assert (up.low + up.high) / 2 == pytest.approx(0.5)
    assert up.scale < 0


@given(st.floats(-1e4, 1e4), st.floats(0, 1e4))
def test_plot_ranges_hold_their_curves_and_are_round(low, span):
    from_, to = round_range(low, low + span)
    # A hair of the last bit is less than any line is wide.
    assert from_ <= low + span * 1e-9
    assert to >= low + span * 0.999999
    assert to > from_
    # A slightly larger curve mostly keeps the axis, so its figures are not drawn anew.
    assert (to - from_) <= max(2.01 * span, 1.0) + 1e-6


@given(st.integers(2, 4000), st.integers(0, 10**6))
def test_a_thinned_curve_keeps_ends_and_extremes_of_every_column(count, seed):
    random = np.random.default_rng(seed)
    x, y = np.sort(random.uniform(0, 300, count)), random.normal(size=count)
    few, heights = thinned(x, y)
    assert len(few) <= max(4 * 151, 300)
    assert (few[0], heights[0], few[-1], heights[-1]) == (x[0], y[0], x[-1], y[-1])
    for column in range(150):
        whole = y[(x >= 2 * column) & (x < 2 * column + 2)]
        kept = heights[(few >= 2 * column) & (few < 2 * column + 2)]
        if whole.size:
            assert (kept.min(), kept.max()) == (whole.min(), whole.max())


def test_a_curve_that_turns_back_is_left_as_it_is():
    x = np.cos(np.linspace(0, 6, 3000)) * 100
    assert thinned(x, x)[0] is x


@pytest.fixture
def canvas(qapp, qtbot):
    theme.use(qapp, "day")
    found = Canvas()
    found.resize(400, 200)
    qtbot.addWidget(found)
    return found


def picture(**more):
    x = np.linspace(0, 10, 50)
    return Picture((Curve(x, 0 * x + 5.0, "hazel"),), (0.0, 10.0), (0.0, 10.0), **more)


def test_curve_zone_and_cursor_are_painted_where_the_axes_say(canvas):
    canvas.show_picture(picture(zone=(8.0, 100.0)))
    canvas.put_cursor(2.5)
    image = canvas.grab().toImage()
    across, left, _ = canvas.axes()
    paper = theme.colour("paper").rgb()

    def at(x, y):
        return image.pixelColor(round(across.px(x)), round(left.px(y)))

    assert at(6.1, 5.0).rgb() == theme.colour("hazel").rgb()
    assert at(6.1, 2.9).rgb() == paper
    assert at(6.1, 9.1).red() > at(6.1, 9.1).blue()  # the ember of the zone over the paper
    assert at(6.1, 9.1).rgb() != paper
    cursor = [image.pixelColor(round(across.px(2.5)) + off, round(left.px(2.9))) for off in (-1, 0)]
    assert min(colour.lightness() for colour in cursor) < 120


def test_a_click_tells_the_place_across(canvas, qtbot):
    canvas.show_picture(picture())
    x = round(canvas.axes()[0].px(7.0))
    with qtbot.waitSignal(canvas.pointed) as heard:
        qtbot.mouseClick(canvas, Qt.MouseButton.LeftButton, pos=QPoint(x, 90))
    assert heard.args[0] == pytest.approx(7.0, abs=0.03)


def test_the_ground_is_kept_until_an_axis_changes(canvas):
    canvas.show_picture(picture())
    canvas.grab()
    kept = canvas._ground
    canvas.put_cursor(3.0)
    canvas.grab()
    assert canvas._ground is kept
    canvas.show_picture(picture(right=(0.0, 2.0)))
    canvas.grab()
    assert canvas._ground is not kept
    with pytest.raises(ValueError, match="nothing is shown"):
        Canvas().axes()
