"""The tape says where in the move it stands in a unit that fits its button."""

import pytest

from hazel_lantern.app.tape import _clock


@pytest.mark.parametrize(
    ("now", "whole", "said"),
    [
        (5.8, 6.0, "5.8 of 6 s"),
        (0.0, 0.5, "0 of 0.5 s"),
        (1305.0, 1800.0, "21.8 of 30 min"),
        (3600.0, 10800.0, "1 of 3 h"),
    ],
)
def test_a_long_move_is_told_in_minutes_or_hours(now, whole, said):
    assert _clock(now, whole) == said
