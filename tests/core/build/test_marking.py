"""Holes on the lines of a rule by the inch, and drills as a shop calls them."""

import math
import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.build.drills import INCH, LETTERS, NUMBERS, by_the_millimetre, drill_for
from hazel_lantern.core.build.marking import LINE, marked, matched, on_the_rule
from hazel_lantern.core.parts import Hole
from hazel_lantern.core.units import Style

INCHES = Style("ft·in")


def hole(part, label, x, y):
    return Hole(part, label, x, y, 0.006, "a bolt")


def apart(marks, part, one, other):
    return math.dist(marks[part, one], marks[part, other])


def test_rounded_each_by_itself_they_would_not_meet():
    """What was: 1.6 mm off by sixteenths, hole by hole."""
    off = []
    for place in (0.0208, 0.1208, 0.2208):
        one = round(place / (4 * LINE)) * 4 * LINE
        other = round((place + 0.0405) / (4 * LINE)) * 4 * LINE
        off.append(abs(other - one - 0.0405))
    assert max(off) > 0.5e-3


places = st.floats(0.01, 0.3)


@given(
    st.lists(st.tuples(places, places), min_size=2, max_size=5, unique=True),
    st.lists(st.tuples(places, places), min_size=1, max_size=4),
    st.sampled_from([(1, 0, 0, 1), (-1, 0, 0, 1), (0, 1, 1, 0), (0, -1, -1, 0)]),
)
def test_a_pattern_comes_out_the_same_wherever_it_is_drilled(pattern, seats, way):
    a, b, c, d = way
    holes = [hole("mount", str(n), x, y) for n, (x, y) in enumerate(pattern)]
    throughs = []
    for seat, (u, v) in enumerate(seats):
        for n, (x, y) in enumerate(pattern):
            label = f"{seat} {n}"
            holes.append(hole("plate", label, u + a * x + b * y, v + c * x + d * y))
            throughs.append([("plate", label), ("mount", str(n))])
    marks = marked(holes, throughs, INCHES)
    for one in holes:
        x, y = marks[one.part, one.label]
        assert on_the_rule(x)
        assert on_the_rule(y)
        # Nothing wanders: no hole is farther off than three roundings.
        assert abs(x - one.x) < 1.6 * LINE
        assert abs(y - one.y) < 1.6 * LINE
    for seat in range(len(seats)):
        for n in range(1, len(pattern)):
            there = apart(marks, "plate", f"{seat} 0", f"{seat} {n}")
            assert there == pytest.approx(apart(marks, "mount", "0", str(n)), abs=1e-9)


def test_by_the_millimetre_they_stand_as_drawn():
    holes = [hole("a", "1", 0.01234, 0.0456), hole("a", "2", 0.1, 0.2)]
    assert marked(holes, [], Style()) == {("a", "1"): (0.01234, 0.0456), ("a", "2"): (0.1, 0.2)}


def test_cogs_stand_where_they_mesh_and_not_where_a_line_is():
    holes = [hole("box plate", "shaft 1", 0.0201, 0.03), hole("box plate", "shaft 2", 0.0412, 0.03)]
    holes += [hole("box plate", "box a", 0.005, 0.005), hole("board", "a", 0.105, 0.055)]
    marks = marked(holes, [[("board", "a"), ("box plate", "box a")]], INCHES)
    assert apart(marks, "box plate", "shaft 1", "shaft 2") == pytest.approx(0.0211)
    assert on_the_rule(marks["board", "a"][0])


def test_parts_alike_meet_one_after_the_other():
    found = matched([[("p", "1"), ("m", "a")], [("p", "2"), ("m", "a")], [("p", "3"), ("m", "b")]])
    assert [[two for two, _ in group] for group in found] == [
        [("p", "1"), ("p", "3")],
        [("p", "2")],
    ]


@pytest.mark.parametrize(
    ("diameter", "name"),
    [
        (6.35e-3, '1/4"'),
        (6.6e-3, '17/64"'),
        (9.0e-3, '23/64"'),
        (10.5e-3, '27/64"'),
        (3.4e-3, '9/64"'),
        (40e-3, '1 5/8"'),
    ],
)
def test_a_bolt_goes_through_what_the_shop_has(diameter, name):
    found = drill_for(diameter, INCHES)
    assert found.name == name
    assert diameter - 4e-5 <= found.diameter <= diameter + 1.6e-3


@pytest.mark.parametrize(
    ("inches", "name"),
    # What the tables of taps print: 1/4-20, 5/16-18, 3/8-16, 10-24, 8-32, 6-32, 1/2-13.
    [
        (0.201, "#7"), (0.257, "letter F"), (0.3125, '5/16"'), (0.1495, "#25"), (0.136, "#29"),
        (0.1065, "#36"), (0.4219, '27/64"'),
    ],
)  # fmt: skip
def test_a_tap_wants_the_drill_of_its_table(inches, name):
    assert drill_for(inches * INCH, INCHES, exact=True).name.startswith(name)


def test_numbers_and_letters_run_on():
    assert len(NUMBERS) == 60
    assert len(LETTERS) == 26
    assert sorted(NUMBERS, reverse=True) == list(NUMBERS)
    assert sorted(LETTERS) == list(LETTERS)
    assert NUMBERS[0] < LETTERS[0]
    # The letter E is a quarter of an inch.
    assert LETTERS[4] == 250


@given(st.floats(1e-3, 60e-3))
def test_no_drill_is_too_small_for_what_goes_through(diameter):
    found = drill_for(diameter, INCHES)
    assert found.diameter >= diameter - 3.1e-5
    assert drill_for(diameter, Style()).diameter == diameter


def test_rod_for_axles_is_sold_by_the_millimetre():
    assert by_the_millimetre(0.006, INCHES).name == '6 mm (0.236")'
    assert by_the_millimetre(0.006, Style()).name == "6 mm"


def test_a_throw_of_patterns_on_parts_in_a_stack():
    """Three parts on each other by the same bolts, each with holes of its own besides."""
    dice = random.Random(3)
    for _ in range(200):
        pattern = [(dice.uniform(0, 0.1), dice.uniform(0, 0.1)) for _ in range(3)]
        holes, throughs = [], [[] for _ in pattern]
        for part in "abc":
            u, v = dice.uniform(0.01, 0.2), dice.uniform(0.01, 0.2)
            for n, (x, y) in enumerate(pattern):
                holes.append(hole(part, str(n), u + x, v + y))
                throughs[n].append((part, str(n)))
            for n in range(dice.randint(0, 3)):
                holes.append(hole(part, f"own {n}", dice.uniform(0, 0.3), dice.uniform(0, 0.3)))
        marks = marked(holes, throughs, INCHES)
        for n in (1, 2):
            spacings = {round(apart(marks, part, "0", str(n)) / LINE, 6) for part in "abc"}
            assert len(spacings) == 1
