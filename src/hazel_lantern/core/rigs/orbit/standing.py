"""How an orbit rig stands: all of it over its feet, or on the desk that carries its mast."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.mechanics import orbit, standing
from hazel_lantern.core.rigs.kit.standing import Place, Stance
from hazel_lantern.core.rigs.orbit.answer import DESK, OrbitAnswer

#: Ways round that a turn is looked at.
ROUND = 36
#: What stands on the base in the middle has its weight so high over the bearing, m.
MIDDLE = 0.9


def whole_mass(answer: OrbitAnswer) -> float:
    """Of all that stands, kg."""
    base = answer.design.base
    inside = answer.design.inside.mass
    return answer.turning_mass + answer.rows.bearing.mass + base.mass + base.ballast + inside


def feet(answer: OrbitAnswer) -> np.ndarray:
    """Corners it stands on, (n, 2) m, from the axis; a desk lies to the left of it."""
    base = answer.design.base
    if base.kind == "mast at a desk":
        # About as wide as deep, its edge towards the axis.
        edge, half = -base.mast, max(base.desk, 0.6)
        return np.array(
            [(edge - base.desk, -half), (edge, -half), (edge, half), (edge - base.desk, half)]
        )
    spread = 2 * base.reach * math.sin(math.pi / base.feet)
    return standing.regular_polygon(base.feet, spread)


def inside_edge(answer: OrbitAnswer) -> float:
    """From the axis to the nearest line between two feet, m."""
    base = answer.design.base
    return base.reach * math.cos(math.pi / base.feet)


def stance(answer: OrbitAnswer, spinning: bool = True) -> Stance:
    """The rig on its base, its arm pointing any way, standing or turning."""
    ways = np.linspace(0, 2 * math.pi, ROUND, endpoint=False)
    cos, sin, level = np.cos(ways), np.sin(ways), answer.level
    speed = answer.top if spinning else 0.0
    bodies = [
        (body.mass, Place(body.along * cos, body.along * sin, level + body.up))
        for body in answer.bodies
    ]
    base = answer.design.base
    low, at = (DESK, -base.mast - base.desk / 2) if base.kind == "mast at a desk" else (0.0, 0.0)
    high = low if low else 0.5 * base.height
    bodies += [
        (answer.rows.bearing.mass, Place(0.0, 0.0, level)),
        (base.mass, Place(at, 0.0, high)),
        (base.ballast, Place(at, 0.0, low or 0.1 * base.height)),
        (answer.design.inside.mass, Place(answer.design.inside.off, 0.0, level + MIDDLE)),
    ]
    drives = []
    for body in answer.bodies:
        pulled = orbit.pull(body.mass, body.along, speed)
        force = Place(pulled * cos, pulled * sin, 0.0)
        drives.append((force, Place(body.along * cos, body.along * sin, level + body.up)))
    corners = feet(answer)
    flat = np.column_stack([corners, np.full(len(corners), low)])
    edges = standing.edges_of(flat)
    out = answer.radius
    return Stance(
        edges,
        tuple("over an edge of its feet" if not low else "off the desk" for _ in corners),
        tuple(bodies),
        Place(out * cos, out * sin, answer.lens_height),
        tuple(drives),
        ROUND,
    )
