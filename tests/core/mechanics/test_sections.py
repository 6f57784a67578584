"""Sections against closed forms and tables."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.mechanics import sections


def test_tube_20_by_2():
    tube = sections.round_tube(0.020, 0.002)
    assert tube.area == pytest.approx(1.13097e-4, rel=1e-5)
    assert tube.second_moment == pytest.approx(4.63699e-9, rel=1e-5)
    assert tube.torsion_constant == pytest.approx(2 * 4.63699e-9, rel=1e-5)


def test_built_up_i_section():
    found = sections.built_up_i(0.060, 0.018, 0.018, 0.110)
    assert found.second_moment == pytest.approx(1.09022e-5, rel=1e-5)
    assert found.extreme_fibre == pytest.approx(0.073)


def test_thick_tube_is_a_bar():
    bar = sections.round_bar(0.02)
    assert bar.area == pytest.approx(math.pi * 1e-4)
    assert bar.second_moment == pytest.approx(math.pi * 0.02**4 / 64)


@given(st.floats(0.01, 0.2), st.floats(0.01, 0.2), st.floats(0.05, 0.45))
def test_rectangular_tube_is_the_outer_less_the_inner(width, height, share):
    wall = share * min(width, height)
    tube = sections.rectangular_tube(width, height, wall)
    outer = sections.rectangle(width, height)
    inner = sections.rectangle(width - 2 * wall, height - 2 * wall)
    assert tube.area == pytest.approx(outer.area - inner.area)
    assert tube.second_moment == pytest.approx(outer.second_moment - inner.second_moment)
    assert tube.sideways_moment == pytest.approx(outer.sideways_moment - inner.sideways_moment)


def test_square_bar_torsion_is_the_tabulated_0_1406():
    assert sections.rectangle(0.02, 0.02).torsion_constant == pytest.approx(
        0.1406 * 0.02**4, rel=0.005
    )


@given(st.floats(0.02, 0.1), st.floats(0.02, 0.1), st.floats(0.002, 0.01))
def test_angle_tensor_against_summing_small_squares(width, height, wall):
    found = sections.angle(width, height, wall)
    cells = 400
    y, z = np.meshgrid(
        (np.arange(cells) + 0.5) * width / cells, (np.arange(cells) + 0.5) * height / cells
    )
    inside = (y < wall) | (z < wall)
    y, z, da = y[inside], z[inside], width * height / cells**2
    yc, zc = y.mean(), z.mean()
    assert found.area == pytest.approx(inside.sum() * da, rel=0.04)
    scale = math.sqrt(found.second_moment * found.sideways_moment)
    assert found.second_moment == pytest.approx(((z - zc) ** 2).sum() * da, rel=0.06)
    product = ((y - yc) * (z - zc)).sum() * da
    assert found.product_moment == pytest.approx(product, abs=0.06 * scale)


def test_principal_moments_keep_trace_and_determinant():
    angle = sections.angle(0.03, 0.05, 0.004)
    most, least, turn = angle.principal_moments()
    assert most + least == pytest.approx(angle.second_moment + angle.sideways_moment)
    assert most * least == pytest.approx(
        angle.second_moment * angle.sideways_moment - angle.product_moment**2
    )
    assert abs(turn) < math.pi / 2
    assert least < angle.effective_moment < angle.second_moment


def test_equal_angle_turns_by_45_degrees():
    _, _, turn = sections.angle(0.03, 0.03, 0.003).principal_moments()
    assert abs(turn) == pytest.approx(math.pi / 4)


def test_channel_has_no_product_and_lies_low():
    channel = sections.channel(0.04, 0.02, 0.003)
    assert channel.product_moment == 0
    assert channel.extreme_fibre > channel.height / 2


@pytest.mark.parametrize(
    "make",
    [
        lambda: sections.round_tube(0.02, 0.011),
        lambda: sections.round_tube(-0.02, 0.002),
        lambda: sections.rectangular_tube(0.02, 0.02, 0.01),
        lambda: sections.angle(0.02, 0.02, 0.03),
        lambda: sections.channel(0.02, 0.02, 0.01),
        lambda: sections.rectangle(float("nan"), 0.02),
    ],
)
def test_impossible_dimensions_are_refused(make):
    with pytest.raises(ValueError, match="m"):
        make()
