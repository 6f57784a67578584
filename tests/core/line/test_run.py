"""Moves played on the stand-in: as asked, and with all that goes wrong."""

from __future__ import annotations

import contextlib
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.line import protocol
from hazel_lantern.core.line.player import Player
from hazel_lantern.core.line.protocol import NotSaid, Placed
from hazel_lantern.core.line.standin import LOOSE, WHERE, Build, StandIn
from tests.core.line.wire import Wire, asked, played

EVEN = Build(noise=0.0)


def test_an_even_motor_plays_the_move_as_asked():
    run = played(EVEN)
    assert run.ended == "done"
    assert run.knows == "measured"
    assert run.places[-1] == pytest.approx(800.0, abs=0.1)
    # 400 reports of a 6 s move would be closer than 0.05 s; its follower lags a hair.
    assert 100 < len(run.times) < 130
    assert run.furthest < 1.0
    assert "played the move to its end, at 800" in run.words
    assert run.words.endswith("s.")


def test_it_plays_backwards():
    run = played(EVEN, asked(-300.0))
    assert run.ended == "done"
    assert run.places[-1] == pytest.approx(-300.0, abs=0.1)


def test_a_dial_wanders_by_its_noise():
    quiet, loud = (played(Build(noise=share, seed=4)).furthest for share in (0.002, 0.02))
    assert quiet < loud / 5


def test_the_same_seed_is_the_same_run():
    one, other = (played(Build(noise=0.02, seed=7)) for _ in range(2))
    assert np.array_equal(one.places, other.places)


def test_a_loose_belt_lags_by_its_play():
    run = played(Build(noise=0.0, fault="loose belt"))
    assert run.ended == "done"
    # Half way it hangs back by all of the play: 1.2 % of 800 mm, 9.6 mm.
    middle = int(np.abs(run.times - 3.0).argmin())
    assert run.off[middle] == pytest.approx(-LOOSE * 800 * 1.19, rel=0.05)
    # Behind is behind, whichever way it goes.
    back = played(Build(noise=0.0, fault="loose belt"), asked(-800.0))
    assert back.off[middle] == pytest.approx(run.off[middle], rel=0.05)


def test_play_taken_up_slowly_is_no_stall():
    slow = asked(50.0, 2700.0, 401)
    run = played(Build(noise=0.0, fault="loose belt"), slow)
    assert run.ended == "done", run.words
    assert played(Build(noise=0.0, fault="jam"), slow).ended == "stalled"


def test_an_overloaded_step_motor_loses_steps_and_does_not_find_them_again():
    run = played(Build(steps=True, fault="overload"))
    assert run.ended == "done"
    # 15 % of the way is asked 1.6 times what there is: 1 − 1 / 1.6² of the steps there are lost.
    assert run.off[-1] < -0.1 * 800
    counted = played(Build(steps=True, knows="counted", fault="overload"))
    assert counted.furthest < 1.0
    assert counted.knows == "counted"


def test_a_load_beyond_the_motor_stalls_it():
    build = Build(noise=0.0, places=(0.0, 300.0, 301.0, 800.0), load=(0.5, 0.5, 4.0, 4.0))
    run = played(build)
    assert run.ended == "stalled"
    assert 300 < run.places[-1] < 450
    assert "stalled, at " in run.words


def test_too_gentle_an_acceleration_falls_behind():
    # 0.8 m in 6 s by minimum jerk asks for 5.77 × 800 / 36 = 128 mm/s² at the worst.
    assert played(Build(noise=0.0, acceleration=200.0)).furthest < 1.0
    late = played(Build(noise=0.0, acceleration=60.0))
    assert late.ended in ("done", "end switch")
    assert late.furthest > 20.0


@pytest.mark.parametrize(
    ("fault", "ended", "words"),
    [
        ("jam", "stalled", "It stalled, at 44"),
        ("silence", "silent", "Nothing was heard for 2.15 s while it moved, at 4"),
        ("nonsense", "not understood", "is no line of the protocol, at 4"),
        ("pulled line", "lost", "Cut its power"),
        ("end switch", "end switch", "high end switch, at 44"),
    ],
)
def test_what_goes_wrong_ends_the_run_and_says_where(fault, ended, words):
    run = played(Build(noise=0.0, fault=fault))
    assert run.ended == ended
    assert words in run.words
    assert not run.whole
    assert WHERE * 800 * 0.95 < run.places[-1] < 800


def test_garbage_makes_it_stop_the_motor():
    wire = Wire(StandIn(Build(noise=0.0, fault="nonsense")))
    run = Player(wire, asked()).play()
    assert wire.said[-1] == "stop"
    assert not wire.standin.playing
    assert "it stopped at 4" in run.words


def test_stop_is_sent_at_once_and_the_place_is_told():
    wire = Wire(StandIn(EVEN))
    run = Player(wire, asked(), stop=lambda: wire.standin.axis > 200).play()
    assert run.ended == "stopped"
    assert wire.said[-1] == "stop"
    assert not wire.standin.playing
    assert 200 < run.places[-1] < 210
    assert "Stopped by you; it stopped at 2" in run.words


def test_a_controller_that_does_not_answer_the_stop_is_not_called_stopped():
    build = Build(noise=0.0, fault="silence")
    wire = Wire(StandIn(build))
    run = Player(wire, asked(), stop=lambda: wire.standin.axis > 600).play()
    assert "it did not answer" in run.words
    assert "Cut its power" in run.words


def test_nobody_there():
    wire = Wire(StandIn(EVEN))
    wire.say = wire.said.append  # type: ignore[method-assign]
    run = Player(wire, asked()).play()
    assert run.ended == "silent"
    assert wire.said == ["hello"] * 5


def test_another_unit_is_refused_before_anything_moves():
    wire = Wire(StandIn(Build(unit="deg")))
    run = Player(wire, asked()).play()
    assert run.ended == "refused"
    assert "counts in deg" in run.words
    assert wire.said == ["hello"]


def test_boot_noise_before_the_greeting_is_passed_over():
    wire = Wire(StandIn(EVEN))
    wire.waiting += ["ets Jan  8 2013,rst cause:2", "\ufffd\ufffd", "ready."]
    assert Player(wire, asked()).play().whole


def test_what_speaks_otherwise_is_quoted():
    wire = Wire(StandIn(EVEN))
    wire.say = lambda line: wire.waiting.append("ok T:24.1 B:0")  # type: ignore[method-assign]
    run = Player(wire, asked()).play()
    assert run.ended == "not understood"
    assert "“ok T:24.1 B:0”" in run.words


def test_a_point_that_comes_over_otherwise_is_found():
    wire = Wire(StandIn(EVEN))
    plain = wire.say

    def noisy(line: str) -> None:
        plain(line.replace("point 5 0.3", "point 5 0.8"))

    wire.say = noisy  # type: ignore[method-assign]
    run = Player(wire, asked()).play()
    assert run.ended == "not understood"
    assert "came over as “point 5 0.8" in run.words
    assert not wire.standin.playing


def test_without_homing_it_must_stand_at_the_start():
    wire = Wire(StandIn(EVEN))
    assert Player(wire, asked()).play().whole
    again = Player(wire, asked()).play(home=False)
    assert again.ended == "refused"
    assert "it stands at 800" in again.words
    assert wire.said[-1].startswith("play")
    assert len(again.times) == 0
    assert Player(wire, asked()).play(home=True).whole


@pytest.mark.parametrize(
    "line",
    [
        "",
        "   ",
        "at 1",
        "at x 2",
        "at 1 nan",
        "at inf 0",
        "at 1 2 3",
        "here 2 mm measured",
        "here 1 ft counted",
        "sorry",
        "ät 1 2",
        "x" * 200,
    ],
)
def test_what_is_no_line_is_named(line):
    with pytest.raises(NotSaid):
        protocol.heard(line)


@given(st.text(max_size=100))
def test_no_line_breaks_either_end(line):
    with contextlib.suppress(NotSaid):
        protocol.heard(line)
    answers = StandIn(EVEN).hear(line)
    assert not any("\n" in one for one in answers)
    assert len(answers) == (1 if line.split() not in ([], ["home"]) else 0)


@given(
    st.floats(-1e4, 1e4, allow_nan=False),
    st.floats(0, 1e5, allow_nan=False),
)
def test_a_report_is_read_as_it_was_written(place, time):
    said = protocol.heard(protocol.placed("at", time, place))
    assert isinstance(said, Placed)
    assert said.place == pytest.approx(place, abs=1e-5)
    assert said.time == pytest.approx(time, abs=1e-4)


def test_a_delay_is_waited_before_it_plays_and_can_be_stopped():
    wire = Wire(StandIn(EVEN))
    late = replace(asked(), delay=10.0)
    assert Player(wire, late).play().whole
    before = Wire(StandIn(EVEN))
    assert Player(before, asked()).play().whole
    assert wire.time - before.time == pytest.approx(10.0, abs=0.1)
    waiting = Wire(StandIn(EVEN))
    run = Player(waiting, late, stop=lambda: waiting.time > 6.0).play()
    assert run.words == "Stopped by you before it moved."
    assert "play" not in " ".join(waiting.said)
