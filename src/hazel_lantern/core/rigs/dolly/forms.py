"""Ways to build what rolls: where its wheels stand, what its deck is, and how that twists."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.ride import Twist

if TYPE_CHECKING:
    from hazel_lantern.core.rigs.dolly.answer import DollyAnswer

Array = NDArray[np.float64]
#: Between the wheels of a truck, and what it resists leaning with, N·m/rad: estimated.
TRUCK_TRACK, TRUCK_LEANS = 0.19, 40.0
#: Thickness of a deck, plywood, m, and what plywood resists being sheared in its plane with, Pa:
#: handbooks of timber design.
BOARD, PLY_SHEAR = 0.018, 0.6e9
#: Height of a regular triangle for its side.
TALL = math.sqrt(3) / 2
FOUR = ("rear right", "rear left", "front right", "front left")
THREE = ("rear right", "front right", "left")


@dataclass(frozen=True)
class Form:
    """A way to build the platform.

    Attributes
    ----------
    corners : tuple of str
        What its corners are called, in the order of their places.
    set_share : float
        How much of a bought set of wheels stands at a corner: half of a truck.
    """

    corners: tuple[str, ...]
    set_share: float = 1.0

    def places(self, half: float, side: float) -> Array:
        """Corners that reach so far ahead and so far to either side, (corners, 2) m."""
        if len(self.corners) == 3:
            return np.array([(-half, -side), (half, -side), (0.0, side)])
        return np.array([(-half, -side), (-half, side), (half, -side), (half, side)])

    def twist(self, answer: DollyAnswer) -> Twist | None:
        """How it gives when its corners go up and down by turns; three find any ground.

        A body between two axles that turn it against each other: G J / b for each radian, of
        which a metre at each corner makes 4 / g.  Its mass goes with the product of both places.
        """
        if len(self.corners) < 4:
            return None
        platform, base, gauge = answer.design.platform, answer.design.base, answer.gauge
        spread = platform.length * platform.width / (base * gauge)
        inertia = platform.mass / 9 * spread**2 + answer.wheels_mass
        return Twist(16 * self.turns(answer) / (base * gauge**2), inertia)

    def turns(self, answer: DollyAnswer) -> float:
        """G J of what joins both axles, N·m²."""
        return PLY_SHEAR * answer.design.platform.width * BOARD**3 / 3


class OnTrucks(Form):
    """A board on two trucks, which lean towards the higher wheel before the board twists."""

    def turns(self, answer: DollyAnswer) -> float:
        """The board's and both trucks', one after another."""
        leans = TRUCK_LEANS / 2 * answer.design.base
        return 1 / (1 / super().turns(answer) + 1 / leans)


class OfPipe(Form):
    """An open frame of pipe and tees: two pipes along it are turned."""

    def turns(self, answer: DollyAnswer) -> float:
        """Both side pipes'; of a round tube J is twice I."""
        material = answer.frame_material
        shear = material.modulus / (2 * (1 + POISSON))
        return 2 * shear * 2 * answer.frame.properties.second_moment


#: Of the metals and plastics that pipes are made of, near enough.
POISSON = 0.35
FORMS: dict[str, Form] = {
    "board": Form(FOUR),
    "triangle": Form(THREE),
    "triangle of boards": Form(THREE),
    "board on two trucks": OnTrucks(FOUR, 0.5),
    "frame of pipe": OfPipe(FOUR),
    "wheels under the feet": Form(THREE),
}
