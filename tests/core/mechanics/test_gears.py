"""Gears against printed figures, and trains against every train there is."""

import itertools
import math
import tracemalloc

import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st

from hazel_lantern.core.mechanics import gears
from hazel_lantern.core.mechanics.gears import PRESSURE_ANGLE
from hazel_lantern.core.mechanics.involute import contact_ratio
from hazel_lantern.core.mechanics.trains import (
    Cog,
    Pair,
    Span,
    Train,
    best_trains,
    clears,
    enough,
    pairs_of,
    three_speeds,
    uncovered,
)


def cog(teeth, module=2e-3, count=2, bore=6e-3):
    return Cog(f"{module * 1e3:g}-{teeth:03}", teeth, module, PRESSURE_ANGLE, bore, count)


def test_eighteen_and_fifty_four_teeth_of_module_two():
    assert gears.centre_distance(2e-3, 18, 54) == pytest.approx(0.072)
    assert contact_ratio(18, 54) == pytest.approx(1.6488, abs=5e-5)
    assert gears.least_teeth() == pytest.approx(17.1, abs=0.01)
    assert gears.pitch_diameter(2e-3, 18) == pytest.approx(0.036)
    assert gears.tip_diameter(2e-3, 18) == pytest.approx(0.040)


def test_a_tooth_of_plywood():
    assert gears.form_factor(14) == 0.276
    assert gears.tooth_load(8e6, 0.012, 3e-3, 14) == pytest.approx(79.49, abs=0.005)
    # Straight between the lines of the table, flat past its ends.
    assert gears.form_factor(21) == pytest.approx((0.320 + 0.330) / 2)
    assert gears.form_factor(5) == gears.form_factor(10)
    assert gears.form_factor(900) == gears.form_factor(300)


def test_two_stages_of_twenty_to_one():
    train = Train((Pair(cog(12), cog(60)), Pair(cog(14), cog(56))), 20.0)
    assert train.ratio == pytest.approx(20)
    assert train.error == pytest.approx(0, abs=1e-12)


def test_from_fifteen_a_minute_to_seventy_degrees_in_half_an_hour():
    assert pytest.approx(2314.3, abs=0.05) == 15 * 30 / (70 / 360)


def test_a_large_cog_may_not_run_into_the_next_shaft():
    here, small = Pair(cog(12), cog(60)), Pair(cog(12), cog(20))
    # Its tips are 62 mm from its axle, the next axle 32 mm.
    assert not clears((here, small))
    assert clears((small, here))


def every_train(cogs, target, stages):
    """All trains of all sets of pairs, by brute force."""
    pairs, found = pairs_of(cogs), {}
    for count in range(1, stages + 1):
        for order in itertools.product(pairs, repeat=count):
            if enough(order) and clears(order):
                train = Train(order, target)
                key = tuple(sorted(order))
                if key not in found or train.rank < found[key].rank:
                    found[key] = train
    return sorted(found.values(), key=lambda train: train.rank)


SIZES = st.tuples(
    st.integers(10, 60), st.sampled_from([1e-3, 2e-3]), st.integers(1, 3), st.just(6e-3)
)


@hypothesis_settings(max_examples=40, deadline=None)
@given(st.lists(SIZES, min_size=2, max_size=5, unique_by=lambda one: one[:2]), st.floats(0.05, 90))
def test_the_best_trains_are_the_best_of_all(sizes, target):
    cogs = [cog(*size) for size in sizes]
    wanted = every_train(cogs, target, 3)[:6]
    found = best_trains(cogs, target, 3, wanted=6)
    assert [round(one.error, 9) for one in found] == [round(one.error, 9) for one in wanted]
    assert [len(one.pairs) for one in found] == [len(one.pairs) for one in wanted]
    assert all(enough(one.pairs) and clears(one.pairs) for one in found)


def test_no_cogs_no_trains():
    assert best_trains([], 5.0, 3) == []
    assert best_trains([cog(20, count=1)], 5.0, 3) == []


def test_a_search_may_be_given_up():
    cogs = [cog(teeth) for teeth in range(12, 52)]
    assert best_trains(cogs, 321.0, 4, stop=lambda: True) == []


def test_three_pairs_share_one_spacing():
    cogs = [cog(teeth, count=1) for teeth in (12, 60, 18, 54, 24, 48)]
    (box,) = three_speeds(cogs, Span(10.0, 40.0), Span(20.0, 200.0))[:1]
    assert [pair.ratio for pair in box.pairs] == [5, 3, 2]
    assert box.spacing == pytest.approx(0.072)
    assert box.spans == ((50, 200), (30, 120), (20, 80))
    assert (box.uncovered, box.gap) == (0.0, 1.0)


def test_a_hole_between_two_gears_is_told():
    share, gap = uncovered([Span(20, 40), Span(80, 200)], Span(20, 200))
    assert gap == pytest.approx(2)
    assert share == pytest.approx(math.log(2) / math.log(10))
    assert uncovered([Span(10, 400)], Span(20, 200)) == (0.0, 1.0)
    share, gap = uncovered([], Span(20, 200))
    assert (share, gap) == (pytest.approx(1.0), pytest.approx(10.0))


def test_modules_may_differ_on_one_spacing():
    cogs = [cog(12, 2e-3), cog(60, 2e-3), cog(48, 1e-3), cog(96, 1e-3), cog(36, 1.5e-3)]
    cogs.append(cog(60, 1.5e-3))
    boxes = three_speeds(cogs, Span(1.0, 4.0), Span(1.0, 30.0))
    modules = {tuple(sorted(pair.driver.module for pair in box.pairs)) for box in boxes}
    assert (1e-3, 1.5e-3, 2e-3) in modules


@pytest.mark.parametrize("sizes", [53, 103, 203])
@pytest.mark.parametrize("target", [7.3, 123.4, 900.0])
def test_hundreds_of_cogs_are_searched_in_little_memory(sizes, target):
    """All sets of pairs of 203 cogs took five gigabytes: the memory is what is asked here."""
    cogs = [cog(8 + at) for at in range(sizes)]
    tracemalloc.start()
    found = best_trains(cogs, target, 4)
    most = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    assert most < 20e6
    assert len(found) == 12
    assert found[0].error < 1e-4
    for train in found:
        assert enough(train.pairs)
        assert clears(train.pairs)
        assert train.ratio == pytest.approx(
            math.prod(p.driven.teeth / p.driver.teeth for p in train.pairs)
        )


def test_a_box_is_found_among_hundreds_of_cogs_in_little_memory():
    tracemalloc.start()
    found = three_speeds([cog(8 + at) for at in range(103)], Span(2, 20), Span(20, 3600))
    most = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    assert most < 20e6
    assert found
    assert found == sorted(found, key=lambda box: box.rank)
