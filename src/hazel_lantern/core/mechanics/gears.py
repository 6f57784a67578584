"""Spur gears: sizes, contact, undercut, and what their teeth bear.

Standard teeth of full depth: addendum one module, dedendum 1.25 modules, no profile shift.
Source: ISO 53 and any text on machine elements; Lewis with the whole load at one tooth's tip.
"""

from __future__ import annotations

import math

import numpy as np

#: Pressure angle of nearly all cogs, rad.
PRESSURE_ANGLE = math.radians(20.0)
ADDENDUM, DEDENDUM = 1.0, 1.25
#: Lewis's form factor of 20° teeth of full depth, load at the tip, by teeth: the printed table.
_TEETH = (10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 22, 24, 26, 28, 30, 32, 34, 36, 38, 40)
_MORE = (45, 50, 55, 60, 65, 70, 75, 80, 90, 100, 150, 200, 300)
_FORM = (
    *(0.201, 0.226, 0.245, 0.264, 0.276, 0.289, 0.295, 0.302, 0.308, 0.314, 0.320, 0.330, 0.337),
    *(0.344, 0.352, 0.358, 0.364, 0.370, 0.377, 0.383, 0.389),
    *(0.399, 0.408, 0.415, 0.421, 0.425, 0.429, 0.433, 0.436, 0.442, 0.446, 0.458, 0.463, 0.471),
)


def pitch_diameter(module: float, teeth: int) -> float:
    """Diameter of the pitch circle.

    Parameters
    ----------
    module : float
        m.
    teeth : int

    Returns
    -------
    float
        m.
    """
    return module * teeth


def tip_diameter(module: float, teeth: int) -> float:
    """Diameter over the tips.

    Parameters
    ----------
    module : float
        m.
    teeth : int

    Returns
    -------
    float
        m.
    """
    return module * (teeth + 2 * ADDENDUM)


def centre_distance(module: float, first: int, second: int) -> float:
    """Between the axles of two that mesh.

    Parameters
    ----------
    module : float
        m.
    first, second : int
        Teeth.

    Returns
    -------
    float
        m.
    """
    return module * (first + second) / 2


def least_teeth(angle: float = PRESSURE_ANGLE) -> float:
    """Teeth below which a straight flank of one module undercuts: 2 / sin² α.

    Parameters
    ----------
    angle : float
        Of pressure, rad.

    Returns
    -------
    float
    """
    return 2 * ADDENDUM / math.sin(angle) ** 2


def form_factor(teeth: float) -> float:
    """Lewis's form factor, straight between the lines of the table.

    Parameters
    ----------
    teeth : float
        Fewer than ten count as ten, more than three hundred as three hundred.

    Returns
    -------
    float
    """
    return float(np.interp(teeth, (*_TEETH, *_MORE), _FORM))


def tooth_load(stress: float, width: float, module: float, teeth: int) -> float:
    """Force along the pitch circle that one tooth bears: σ b m Y.

    Parameters
    ----------
    stress : float
        That the material may bear, Pa.
    width : float
        Of the cog, m.
    module : float
        m.
    teeth : int

    Returns
    -------
    float
        N.
    """
    return stress * width * module * form_factor(teeth)
