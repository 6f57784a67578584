"""Plays a move over a line, and gives up in words when it goes otherwise."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import numpy as np

from hazel_lantern.core.line import protocol
from hazel_lantern.core.line.link import LineLost, Link
from hazel_lantern.core.line.protocol import Echo, Here, Knows, NotSaid, Placed, Said, Sorry
from hazel_lantern.core.line.run import Asked, Ending, Run
from hazel_lantern.core.stopping import Stop, never
from hazel_lantern.core.units import write

#: A controller that was just plugged in greets after its own start, s; asked again so often.
GREETS, AGAIN = 5.0, 1.0
#: It answers a line within so long; homes within so long; the stop is looked at so often, s.
ANSWERS, HOMES, LOOK = 2.0, 120.0, 0.02
#: Reports in a move; the time between two at the least and at the most, s.
REPORTS, LEAST, MOST = 400, 0.05, 2.0
#: So many lines that nobody understands are taken for noise on the line while it starts.
NOISE = 40
Told = Callable[[float, float], None]
ENDS: dict[str, Ending] = {
    "done": "done",
    "stopped": "stopped",
    "stalled": "stalled",
    "low": "end switch",
    "high": "end switch",
}


class _GivenUp(Exception):  # noqa: N818 - how a run ends, not an error of the program
    def __init__(self, ended: Ending, words: str) -> None:
        super().__init__(words)
        self.ended, self.words = ended, words


class Player:
    """One conversation with a controller.

    Parameters
    ----------
    link : Link
    asked : Asked
    stop : callable
        Whether it should stop; looked at between any two lines.
    told : callable
        Told of each report: time, s, and place.
    """

    def __init__(self, link: Link, asked: Asked, stop: Stop = never, told: Told | None = None):
        self.link, self.asked, self.stop = link, asked, stop
        self.told: Told = told or (lambda time, place: None)
        self._got: list[tuple[float, float]] = []
        self._knows: Knows = "counted"
        self._moves = False

    def play(self, home: bool = True) -> Run:
        """Greet, home if asked to, send the move and play it.

        Parameters
        ----------
        home : bool
            Whether to look for the start first.

        Returns
        -------
        Run
            However it ended: with what was reported until then.
        """
        try:
            self._greet()
            if home:
                self._moves = True
                self._home()
                self._moves = False
            self._load()
            self._wait()
            ended, words = self._watch()
        except _GivenUp as given_up:
            if given_up.ended == "refused" and not self._got:
                # It will not move, and so need not be stopped.
                self._moves = False
            ended, words = given_up.ended, given_up.words + self._halt()
        except NotSaid as error:
            ended, words = "not understood", f"{error}{self._where()}{self._halt()}"
        except LineLost as error:
            ended, words = "lost", f"{error}{self._where()}{self._unheard()}"
        got = np.array(self._got).reshape(-1, 2)
        return Run(self.asked, got[:, 0], got[:, 1], ended, words, self._knows)

    def _lines(self, patience: float, what: str) -> Iterator[Said]:
        """What is heard, until nothing is for so long."""
        since = self.link.now()
        while True:
            if self.stop():
                raise _GivenUp("stopped", "Stopped by you")
            line = self.link.hear(LOOK)
            if line is not None and line.strip():
                since = self.link.now()
                yield protocol.heard(line)
            elif self.link.now() - since > patience:
                raise _GivenUp(
                    "silent", f"Nothing was heard for {patience:.3g} s {what}{self._where()}"
                )

    def _greet(self) -> None:
        """Ask who is there until somebody answers; what boots may say anything before."""
        began, noise, last = self.link.now(), 0, ""
        asked_at = began - AGAIN
        while self.link.now() - began < GREETS and noise < NOISE:
            if self.stop():
                raise _GivenUp("stopped", "Stopped by you before it answered")
            if self.link.now() - asked_at >= AGAIN:
                asked_at = self.link.now()
                self.link.say("hello")
            line = self.link.hear(LOOK)
            if line is None:
                continue
            try:
                said = protocol.heard(line)
            except NotSaid:
                noise, last = noise + 1, line
                continue
            if isinstance(said, Here):
                self._check(said)
                return
        if last:
            raise _GivenUp(
                "not understood",
                f"What answers does not speak the protocol: heard {protocol.quoted(last)}",
            )
        raise _GivenUp("silent", f"Nobody answered within {GREETS:.3g} s")

    def _check(self, here: Here) -> None:
        self._knows = here.knows
        if here.unit != self.asked.unit:
            raise _GivenUp(
                "refused",
                f"It counts in {here.unit}, and this move is in {self.asked.unit}: set it up anew",
            )

    def _home(self) -> None:
        self.link.say("home")
        for said in self._lines(HOMES, "while it looked for its start"):
            if isinstance(said, Sorry):
                raise _GivenUp("refused", f"It will not look for its start: {said.why}")
            if isinstance(said, Placed) and said.word == "home":
                return
            if isinstance(said, Placed) and said.word in ENDS:
                raise _GivenUp(ENDS[said.word], f"It {_happened(said)} while it looked for home")

    def _load(self) -> None:
        times, places = self.asked.times, self.asked.places
        self._say(f"load {len(times)}")
        for number, (time, place) in enumerate(zip(times, places, strict=True)):
            self._say(protocol.point(number, time, place))

    def _wait(self) -> None:
        """Time to get out of the way, or before the camera."""
        until = self.link.now() + self.asked.delay
        while self.link.now() < until:
            if self.stop():
                raise _GivenUp("stopped", "Stopped by you before it moved")
            line = self.link.hear(LOOK)
            if line is not None:
                protocol.heard(line)

    def _say(self, line: str) -> None:
        """Send a line that is said back, and see that it came over as it was sent."""
        self.link.say(line)
        for said in self._lines(ANSWERS, f"after {protocol.quoted(line)} was sent"):
            match said:
                case Echo() if said.line == line:
                    return
                case Echo():
                    raise _GivenUp(
                        "not understood",
                        f"{protocol.quoted(line)} came over as {protocol.quoted(said.line)}",
                    )
                case Sorry():
                    raise _GivenUp("refused", f"To {protocol.quoted(line)} it said: {said.why}")

    def _watch(self) -> tuple[Ending, str]:
        every = min(max(self.asked.duration / REPORTS, LEAST), MOST)
        self._moves = True
        self._say(f"play {every:.4f}")
        for said in self._lines(3 * every + ANSWERS, "while it moved"):
            if isinstance(said, Sorry):
                raise _GivenUp("refused", f"It will not go on: {said.why}{self._where()}")
            if not isinstance(said, Placed):
                continue
            self._got.append((said.time, said.place))
            self.told(said.time, said.place)
            if said.word in ENDS:
                self._moves = False
                return ENDS[said.word], f"It {_happened(said)}{self._where()}."
        raise AssertionError("unreachable: lines come, or it is given up")

    def _where(self) -> str:
        if not self._got:
            return ""
        time, place = self._got[-1]
        return f", at {place:.4g} {self.asked.unit} after {write(time, 'time')}"

    def _halt(self) -> str:
        """Tell it to stop; says whether it did."""
        if not self._moves:
            return "."
        try:
            self.link.say("stop")
            until = self.link.now() + ANSWERS
            while self.link.now() < until:
                line = self.link.hear(LOOK)
                try:
                    said = protocol.heard(line) if line else None
                except NotSaid:
                    continue
                if isinstance(said, Placed) and said.word == "stopped":
                    self._got.append((said.time, said.place))
                    return f"; it stopped at {said.place:.4g} {self.asked.unit}."
        except LineLost as error:
            return f"; {error}{self._unheard()}"
        return f"; told to stop, it did not answer{self._unheard()}"

    def _unheard(self) -> str:
        return ". Cut its power: whether it stands still is not known." if self._moves else "."


def _happened(said: Placed) -> str:
    return {
        "done": "played the move to its end",
        "stopped": "was stopped",
        "stalled": "stalled",
        "low": "ran into its low end switch",
        "high": "ran into its high end switch",
    }[said.word]
