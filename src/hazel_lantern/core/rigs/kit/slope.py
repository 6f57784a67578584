"""What rolls on a slope: whether it stays where it is left."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics import slopes
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.units import write

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Rolls:
    """What rolls.

    Attributes
    ----------
    what, wheels : str
        What it and its wheels are called.
    mass : float
        kg.
    rolling_resistance : float
        Coefficient.
    brake : float
        What a brake or wedge holds along the track, N.
    gives : callable
        Gives the slope that the track has besides its own at each mark, because it bends, (n,) rad.
    """

    what: str
    wheels: str
    mass: float
    rolling_resistance: float
    brake: float
    gives: Callable[[], Array] = lambda: np.zeros(1)


class OnSlope(Assembly[AnswerT]):
    """Checks that it does not run away."""

    def __init__(self, answer: AnswerT, rolls: Rolls) -> None:
        super().__init__(answer)
        self._rolls = rolls

    @check(
        "runaway",
        "Rolling off by itself",
        "Drive",
        "angle",
        None,
        "at most",
        "the slope at which rolling resistance and brake let go",
        2.0,
    )
    def runaway(self) -> Found:
        """Slope of the track against the slope at which it rolls by itself."""
        it, move = self._rolls, self.answer.shot.move
        holds = slopes.rolling_angle(it.rolling_resistance, it.brake, it.mass)
        bent = it.gives()
        over = np.abs(move.slope + bent)
        slope, gives = float(over.max()), float(np.abs(bent).max())
        pull = slopes.runaway_force(it.mass, slope, it.rolling_resistance)
        # What gives is steep at its ends only: it adds pull, not much way.
        speed = slopes.end_speed(it.mass, move.slope, it.rolling_resistance, move.distance)
        return Found(
            over,
            ("Stays where it is left", "Runs away down the slope"),
            lambda s: (
                f"It begins to roll by itself at {write(holds, 'angle', s)} and the track tilts "
                f"{write(slope, 'angle', s)}"
                + (
                    f", {write(gives, 'angle', s)} of it where the track gives under it"
                    if gives > 1e-4
                    else ""
                )
                + (
                    f"; let go without a brake it pulls {write(pull, 'force', s)}"
                    + (f" and reaches {write(speed, 'speed', s)}." if speed else ".")
                    if pull
                    else "."
                )
            ),
            working(
                "rolls at W sin tilt = r W cos tilt + B",
                (
                    ("tilt", "track tilt at its steepest", slope, "angle"),
                    ("gives", "of it, where the track gives", gives, "angle"),
                    (
                        "r",
                        f"rolling resistance, {it.wheels.lower()}",
                        it.rolling_resistance,
                        "percent",
                    ),
                    ("B", "brake holds", it.brake, "force"),
                    ("W", "weight on the wheels", it.mass * GRAVITY, "force"),
                ),
                "equilibrium on a slope",
            ),
            limit=holds,
        )

    def cautions(self, station: str) -> Iterable[str]:
        """What to mind with a tilted track."""
        if self.answer.shot.move.slope and station in ("Shot", "Frame", "Drive"):
            yield (
                f"Hold or brake the {self._rolls.what} whenever the track is tilted, and keep "
                "hands and faces out of its way down."
            )
