"""What an assessment says of a rig: marks, traces, poses, lamps, parts."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lamps import Lamp, State, worst
from hazel_lantern.core.parts import Part, Piece

Array = NDArray[np.float64]
#: Where on a subject drift is watched, as a share of its height.
AIM = 0.66


@dataclass(frozen=True)
class Trace:
    """A figure over the move, SI, of a `units` kind.

    One value per mark; or, with ``along``, one at each of those places, which may go further
    than the move does.  What others are plotted across may have values of its own, and then
    says in ``at_marks`` where on it each mark is.
    """

    label: str
    kind: str
    values: Array
    along: Array | None = None
    at_marks: Array | None = None


@dataclass(frozen=True)
class Way:
    """What the tape measures: the name of a place on it, and its `units` kind."""

    name: str = "way covered"
    kind: str = "length"


@dataclass(frozen=True)
class Turn:
    """A second freedom beside the move: the rig turned about an upright axis, rad.

    ``planned`` is where the move has it at every mark; ``low`` to ``high`` is how far a maker
    may look round; ``pivot`` is where the axis stands on the floor, m.
    """

    name: str
    planned: Array
    low: float
    high: float
    pivot: tuple[float, float] = (0.0, 0.0)


@dataclass(frozen=True)
class Poses:
    """The lens at every mark: place (n, 3) m, bearing, nose-up and roll (n,) rad."""

    eye: Array
    look: Array
    pitch: Array
    roll: Array


@dataclass(frozen=True)
class Shake:
    """What moves the lens too quickly to be meant, at even times, s.

    ``lift`` in m; ``pitch`` nose up and ``roll`` in rad; ``size`` is how far it shakes the
    picture at the worst, px.
    """

    times: Array
    lift: Array
    pitch: Array
    roll: Array
    size: float

    def at(self, time: float) -> tuple[float, float, float]:
        """Lift, pitch and roll at a time."""
        lift, pitch, roll = (
            float(np.interp(time, self.times, row)) for row in (self.lift, self.pitch, self.roll)
        )
        return lift, pitch, roll


@dataclass(frozen=True)
class Assessment:
    """The answer of a family's ``assess``.

    Attributes
    ----------
    marks : (n,) array
        Places along the move, only growing or only falling, of the kind of ``way``.
    times : (n,) array
        s.
    traces : dict
        By id.
    poses : Poses
        Of the lens as the rig really carries it.
    wanted : Poses
        Of the lens as the shot asks.
    subject : (3,) array
        Foot of the subject, m.
    focal_px : float
    lamps : tuple of Lamp
    parts : tuple of Part
    pieces : tuple of Piece
    travel : float
        How far the camera can go, m.
    figures : dict
        Numbers of the family for its own sketches and steps.
    way : Way
    turn : Turn or None
    wanted_words : str
        What ``wanted`` is, to end the sentence "white cross: …".
    shake : Shake or None
        What is too quick to be in ``poses``, for a family that knows it.
    """

    marks: Array
    times: Array
    traces: dict[str, Trace]
    poses: Poses
    wanted: Poses
    subject: Array
    focal_px: float
    lamps: tuple[Lamp, ...]
    parts: tuple[Part, ...]
    pieces: tuple[Piece, ...]
    travel: float
    figures: dict[str, Any] = field(default_factory=dict)
    way: Way = Way()
    turn: Turn | None = None
    wanted_words: str = "where stiff rails would"
    shake: Shake | None = None

    @cached_property
    def by_id(self) -> dict[str, Lamp]:
        """Lamps by id."""
        return {lamp.id: lamp for lamp in self.lamps}

    @property
    def cost(self) -> float:
        """What is still to be bought, in the project's currency."""
        return sum(part.cost for part in self.parts)

    @property
    def mass(self) -> float:
        """Mass of all parts, kg."""
        return sum(part.mass for part in self.parts)

    @property
    def state(self) -> State:
        """The worst lamp."""
        return worst([lamp.state for lamp in self.lamps])

    def station_state(self, station: str) -> State:
        """The worst lamp of one station."""
        return worst([lamp.state for lamp in self.lamps if lamp.spec.station == station])

    def mark_at(self, time: float) -> int:
        """The mark nearest to a time."""
        return int(np.abs(self.times - time).argmin())
