"""The stand-in at a pseudo-terminal, spoken to as to a serial port."""

from __future__ import annotations

import pytest

from hazel_lantern.core.line.link import LineLost, SerialLink
from hazel_lantern.core.line.player import Player
from hazel_lantern.core.line.standin import Build, StandIn
from hazel_lantern.core.line.terminal import Terminal
from tests.core.line.wire import asked


def test_a_move_plays_over_a_port():
    told = []
    with (
        Terminal(StandIn(Build(noise=0.0)), faster=40) as terminal,
        SerialLink(terminal.path) as link,
    ):
        run = Player(link, asked(), told=lambda time, place: told.append(time)).play()
    assert run.ended == "done", run.words
    assert run.places[-1] == pytest.approx(800.0, abs=0.2)
    assert len(told) == len(run.times)
    assert told == sorted(told)


def test_a_pulled_line_is_told():
    build = Build(noise=0.0, fault="pulled line")
    with Terminal(StandIn(build), faster=40) as terminal, SerialLink(terminal.path) as link:
        run = Player(link, asked()).play()
    assert run.ended == "lost"
    assert "is gone" in run.words


def test_a_port_that_is_not_there_is_named():
    with pytest.raises(LineLost, match="the port /dev/none-of-this cannot be opened"):
        SerialLink("/dev/none-of-this")


def test_a_terminal_that_nobody_reads_can_be_closed():
    with Terminal(StandIn(Build()), faster=1) as terminal, SerialLink(terminal.path) as link:
        for _ in range(400):
            link.say("status")
