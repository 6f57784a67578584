"""Lamp of what is held by friction: a boom in its clamps, a tube in a tube."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from hazel_lantern.core.lamps import Found, check, not_at_stake, working
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.units import write

#: Friction of a clamp's rubber or of a screw's end on a tube, taken low.
FRICTION = 0.2
#: Places that press on the tube: two clamps, or two screws, and what is opposite of each.
PRESSING = 4


@dataclass(frozen=True)
class _Grip:
    """A place held by friction.

    ``force`` presses at each of its faces, N; ``pull`` is the weight along the boom at the
    steeper stop, N; ``twist`` is what turns the tube in it, N·m, at ``radius``, m, or nought where
    its shape keeps it from turning.
    """

    name: str
    force: float
    pull: float
    twist: float
    radius: float

    @property
    def demand(self) -> float:
        """Friction asked for, pull and twist at once, N."""
        return math.hypot(self.pull, self.twist / self.radius)

    @property
    def margin(self) -> float:
        """How many times over it holds."""
        return PRESSING * FRICTION * self.force / max(self.demand, 1e-9)


def aside(answer: JibAnswer) -> float:
    """How far the camera's weight is beside the boom, m."""
    centre = answer.centre
    return abs(centre.right if answer.along else centre.forward)


def _twist(answer: JibAnswer, section_shape: str) -> float:
    """What turns a round tube: the camera's weight beside it, and a nudge at the lens, N·m."""
    if "round" not in section_shape:
        return 0.0
    lens = abs(answer.design.platform.rise + answer.load.lens_axis)
    weight = answer.centre.mass * GRAVITY * aside(answer)
    return weight + answer.settings.hand_push * lens


def _beyond(answer: JibAnswer, place: float) -> float:
    """Mass of boom and load past a place of it, kg."""
    boom = answer.boom
    past = boom.element_masses[boom.middles > place]
    return float(past.sum()) + answer.payload


def grips(answer: JibAnswer) -> list[_Grip]:
    """Every place that is held by friction alone."""
    design, found = answer.design, []
    steep = math.sin(float(np.abs(answer.whole).max())) * GRAVITY
    section = answer.rows.section
    if design.pivots.clamped:
        pull = answer.turning_mass * steep
        twist = _twist(answer, section.shape)
        force = design.pivots.clamp_force
        found.append(_Grip("boom in its clamps", force, pull, twist, section.width / 2))
    if design.boom.locks == "clamping screws":
        for number, (inner, _) in enumerate(answer.rows.inner, start=1):
            pull = _beyond(answer, design.boom.reaches[number - 1][1]) * steep
            twist = _twist(answer, inner.shape)
            name = "inner tube" if design.boom.nested == 2 else f"tube past joint {number}"
            found.append(_Grip(name, design.boom.lock_force, pull, twist, inner.width / 2))
    return found


@check(
    "grip",
    "Hold of the clamps",
    "Frame",
    "number",
    1.5,
    "at least",
    "half as much again as weight and a nudge at the lens ask for",
)
def grip(answer: JibAnswer) -> Found:
    """Whether what is clamped slips along, or turns round."""
    found = grips(answer)
    if not found:
        return not_at_stake(
            "Nothing is held by clamps",
            "Bolts go through the boom: it can neither slide nor turn in what holds it.",
            "bolts hold by their shape",
            "the rig as drawn",
        )
    worst = min(found, key=lambda one: one.margin)
    turns = worst.twist / worst.radius > worst.pull
    return Found(
        min(worst.margin, 99.0),
        ("Clamps hold", f"The {worst.name} {'turns round' if turns else 'slides along'}"),
        lambda s: (
            f"At the steeper stop the {worst.name} is pulled along by "
            f"{write(worst.pull, 'force', s)}"
            + (
                f" and twisted by {write(worst.twist, 'torque', s)}, with the camera's weight "
                f"{write(aside(answer), 'length', s)} beside the boom and a nudge of "
                f"{write(answer.settings.hand_push, 'force', s)} at the lens"
                if worst.twist
                else "; its shape keeps it from turning"
            )
            + f". What presses on it holds {write(worst.margin, 'number', s)} times that."
        ),
        working(
            "margin = 4 µ N / sqrt(F² + (T / r)²)",
            (
                ("µ", "friction on the tube", FRICTION, "percent"),
                ("N", "of each clamp or screw", worst.force, "force"),
                ("F", "weight along the boom", worst.pull, "force"),
                ("T", "twist", worst.twist, "torque"),
                ("r", "half of the tube", worst.radius, "length"),
            ),
            "Coulomb friction under two clamps or two screws and what is opposite of them",
        ),
    )
