"""How a lamp is read: as finely as a tape shows it, and never against its own verdict."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.lamps import (
    LOOKED_UP,
    UNKNOWN,
    Found,
    Lamp,
    LimitSpec,
    LookedUp,
    LookUp,
    State,
    check,
    judge,
    working,
)
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.units import Style

FEET = Style("ft·in")


def lamp(value, limit, sense="at most", kind="length"):
    spec = LimitSpec("Lens height", "Frame", kind, None, sense, "nobody")
    state = judge(value, limit, sense, 0.0)
    return Lamp("a.b", spec, state, value, limit, 0, None, "", lambda _: "", lambda _: None)


@pytest.mark.parametrize(
    ("value", "limit", "metric", "inches"),
    [
        (1.4184, 1.25, "1418 mm of 1250 mm", "4' 7 3/4\" of 4' 1 1/4\""),
        (0.2225, 0.15, "222 mm of 150 mm", '8 3/4" of 6"'),
        # What is short is read finely, and so is what would be taken for its limit.
        (0.0124, 0.0102, "12.4 mm of 10.2 mm", '1/2" of 3/8"'),
        (1.2503, 1.25, "1250.3 mm of 1250 mm", "4' 1 1/4\" of 4' 1 3/16\""),
    ],
)
def test_long_ways_are_read_as_on_a_tape(value, limit, metric, inches):
    assert lamp(value, limit).reading(Style()) == metric
    assert lamp(value, limit).reading(FEET) == inches


@given(st.floats(0.0, 5.0), st.floats(-0.003, 0.003))
def test_what_fails_by_a_millimetre_is_never_read_as_even(limit, off):
    found = lamp(limit + off, limit)
    value, _, wanted = found.reading(Style()).partition(" of ")
    if found.state is State.FAILS and off > 1.5e-4:
        assert value != wanted


def test_other_figures_are_as_they_are():
    assert lamp(1.2345, 1.2, kind="angle").reading(Style()) == "70.73° of 68.75°"


ASKED = LookUp("screws", "what a screw holds", lambda s: "Each must hold 60 N.", 60.0)


def looked(value=0.5, found_out=(), **more):
    @check("fixing", "Fixings", "Build", "percent", 1.0, "at most", "nobody")
    def fixing(_):
        none = working("", (), "")
        return Found(value, ("Hangs", "Falls"), lambda _: "", none, look_up=(ASKED,), **more)

    return fixing.lamp("a", None, Settings(), found_out)


def test_what_is_not_known_neither_holds_nor_fails():
    """It stands between tight and fails, and is told in words, not in figures."""
    states = [State.HOLDS, State.TIGHT, State.TO_LOOK_UP, State.FAILS]
    assert sorted(State, key=lambda one: one.badness) == states
    unknown = looked(instead=UNKNOWN)
    assert (unknown.state, unknown.headline) == (State.TO_LOOK_UP, "Look up what a screw holds")
    assert unknown.reading(Style()) == unknown.reading_at(0, Style()) == UNKNOWN
    assert unknown.fraction() == 0
    # What fails by what is known already fails, whatever is still to be looked up.
    assert looked(1.2).state is State.FAILS
    assert looked(0.95).state is State.TO_LOOK_UP


def test_it_is_known_once_somebody_says_so_of_no_less():
    said = LookedUp(id="screws", by="the joiner", least=60.0)
    assert looked(found_out=(said,)).state is State.HOLDS
    assert looked(0.95, found_out=(said,)).state is State.TIGHT
    known = looked(found_out=(said,), instead=UNKNOWN)
    assert (known.state, known.reading(Style())) == (State.HOLDS, LOOKED_UP)
    assert known.look_up
    assert not known.unknown
    less = said.model_copy(update={"least": 59.0})
    other = said.model_copy(update={"id": "bolts"})
    for of in (less, other):
        assert looked(found_out=(of,)).state is State.TO_LOOK_UP
