"""Cogs rolled on each other: they touch, and do not run into each other."""

import math

import numpy as np
import pytest

from hazel_lantern.core.mechanics import gears
from hazel_lantern.core.mechanics.involute import Outline, contact_ratio

PAIRS = [(18, 54), (20, 20), (30, 90), (14, 56), (12, 60), (17, 17)]


def gaps(first, second, turn, points=3000):
    """How far one flank of a tooth is from the tooth it meets, in modules; negative inside it.

    The first cog is turned by an angle, the second follows; a tooth of the first points at the
    space of the second.
    """
    radius = np.linspace(first.root, first.tip, points)
    flank = first.half_tooth(radius) + turn
    centre = first.pitch + second.pitch
    x, y = radius * np.cos(flank), radius * np.sin(flank)
    # Seen from the second axle, turned back to where its space points at the first.
    back = np.arctan2(y, centre - x) - turn * first.teeth / second.teeth
    far = np.hypot(centre - x, y)
    inside = (far <= second.tip) & (far >= second.root)
    room = second.half_space(np.clip(far, second.root, second.tip)) - back
    return np.where(inside, room * far * math.cos(first.angle), np.inf)


def rolled(first, second):
    """Turns, as shares of a pitch, over which one pair of flanks touches."""
    touches, step = 0.0, 1 / 400
    for share in np.arange(-1.6, 1.6, step):
        turn = share * 2 * math.pi / first.teeth
        if gaps(first, second, turn).min() < 2e-6:
            touches += step
    return touches


@pytest.mark.parametrize(("one", "other"), PAIRS)
def test_meshed_at_their_distance_they_never_overlap_by_a_micrometre(one, other):
    """At module 2 a micrometre is half a thousandth of a module; both cogs are looked at."""
    for first, second in (
        (Outline(one), Outline(other)),
        (Outline(other), Outline(one)),
    ):
        least = min(
            gaps(first, second, share * 2 * math.pi / first.teeth).min()
            for share in np.linspace(-1.5, 1.5, 121)
        )
        assert least > -0.0005
        # And they touch: a gap all the way would be no mesh.
        assert least < 0.0005


@pytest.mark.parametrize(
    "pair",
    # The last ones are undercut: of eight teeth less than one pair touches on the average.
    [(18, 54), (30, 90), (14, 56), (12, 60), (10, 40), (8, 32)],
)
def test_rolled_they_touch_as_long_as_they_should(pair):
    assert rolled(*(Outline(teeth) for teeth in pair)) == pytest.approx(
        contact_ratio(*pair), rel=0.015
    )
    assert (contact_ratio(*pair) < 1) == (pair[0] == 8)


@pytest.mark.parametrize("teeth", [24, 40, 60, 120])
def test_the_root_of_many_teeth_is_rounded_as_the_racks_tip(teeth):
    """Every point of the outline is touched by the rack in some place, and none is inside it."""
    outline = Outline(teeth)
    deep = 1.25 - 0.38
    middle = math.pi / 4 - deep * math.tan(outline.angle) - 0.38 / math.cos(outline.angle)
    radius = np.linspace(outline.root + 1e-4, outline.flank_from - 1e-3, 15)
    half = outline.half_space(radius)
    # The corner's middle as the rack rolls by, seen from the cog with its space along y.
    moved = np.linspace(-1.5, 3.5, 60001)
    x, y = middle + moved, np.full_like(moved, outline.pitch - deep)
    turn = moved / outline.pitch
    across = x * np.cos(turn) - y * np.sin(turn)
    up = x * np.sin(turn) + y * np.cos(turn)
    for at, wide in zip(radius, half, strict=True):
        near = np.hypot(across - at * math.sin(wide), up - at * math.cos(wide)).min()
        assert near == pytest.approx(0.38, abs=2e-4)


@pytest.mark.parametrize("teeth", [8, 12, 17, 18, 40, 120])
def test_a_tooth_is_half_a_pitch_thick_and_of_full_depth(teeth):
    outline = Outline(teeth)
    at_pitch = outline.half_tooth(np.array([outline.pitch]))[0]
    if teeth > 10:
        assert at_pitch * outline.pitch * 2 == pytest.approx(math.pi / 2)
    points = outline.polygon(2e-3)
    radius = np.hypot(*points.T)
    assert radius.max() == pytest.approx(gears.tip_diameter(2e-3, teeth) / 2)
    assert radius.min() == pytest.approx((teeth / 2 - 1.25) * 2e-3)
    # Round the axle once, against the clock.
    x, y = points.T
    area = 0.5 * float(np.sum(x * np.roll(y, -1) - y * np.roll(x, -1)))
    assert math.pi * radius.min() ** 2 < area < math.pi * radius.max() ** 2


def test_thinner_teeth_leave_just_that_play():
    play = 0.1
    whole, thin = Outline(18), Outline(18, thinner=play)
    least = min(gaps(thin, Outline(54), share * math.pi / 9).min() for share in (-0.4, 0.0, 0.4))
    # Half of it on either flank; square to it by the pressure angle at the pitch circle, about.
    assert least == pytest.approx(play / 2 * math.cos(whole.angle), rel=0.03)


def test_a_sector_has_only_the_teeth_it_needs():
    sector = Outline(60).polygon(3e-3, first=-2, count=5)
    angles = np.degrees(np.arctan2(sector[:, 1], sector[:, 0]))
    assert angles.max() == pytest.approx(-angles.min())
    assert angles.max() < 6 * 2.5
