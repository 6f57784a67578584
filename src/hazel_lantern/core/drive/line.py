"""A drive's move as a controller takes it, and the stand-in that a drive is."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np

from hazel_lantern.core.drive import lamps_gears, lamps_motor
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.drive.export import points, unit
from hazel_lantern.core.line.run import Asked
from hazel_lantern.core.line.standin import Build, Fault
from hazel_lantern.core.rigs.asks import Measure

#: A controller is set to so many times the acceleration that the move asks.
SPARE = 1.5
#: A move longer than this is played faster by the stand-in, s.
PATIENCE = 15.0


def asked(it: Driving) -> Asked:
    """The move of the driven axis.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    Asked
    """
    times, places = points(it)
    name, factor = unit(it)
    return Asked(
        it.axis.name, name, times, places, it.axis.pixels / factor, it.case.shot.pace.delay
    )


def stand_in(it: Driving, fault: Fault) -> tuple[Build, float]:
    """A stand-in for this motor, with the load of this move, and how much faster it plays.

    Parameters
    ----------
    it : Driving
    fault : str
        Of `standin.FAULTS`.

    Returns
    -------
    Build, float
    """
    name, factor = unit(it)
    places = (it.axis.place - it.axis.place[0]) * factor
    order = np.argsort(places)
    build = Build(
        unit=name,
        steps=it.stepping,
        acceleration=SPARE * float(np.abs(it.axis.acceleration).max()) * factor,
        places=tuple(places[order].tolist()),
        load=tuple(it.share[order].tolist()),
        fault=fault,
    )
    return build, max(it.duration / PATIENCE, 1.0)


def run_measure(it: Callable[[], Driving]) -> Measure[Any]:
    """What a run on the line measures: how far the picture was off, px.

    Parameters
    ----------
    it : callable
        Gives the drive.

    Returns
    -------
    Measure
    """

    def foretold(_answer: Any) -> float:
        seen = lamps_motor.judder, lamps_gears.backlash
        return sum(float(one.find(it()).trace) for one in seen)

    return Measure(
        "drive.run",
        "Furthest off the asked move",
        "px",
        "Play the move at Drive, On the line: the run is logged when it ends by itself.",
        foretold,
    )
