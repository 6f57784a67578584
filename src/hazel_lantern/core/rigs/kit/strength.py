"""What bears a load: stress against the working stress, weight against ratings."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.catalogue.rows import Material
from hazel_lantern.core.lamps import Check, Found, Inputs, check, working
from hazel_lantern.core.rigs.kit.words import BREAKS
from hazel_lantern.core.units import Style, write

Array = NDArray[np.float64]
#: Makes a check of a function of the solved case.
Maker = Callable[[Callable[[Any], Found]], Check]


def stress_check(id: str, name: str) -> Maker:
    """A check of stress as a share of the working stress.

    Parameters
    ----------
    id, name : str
        Of the lamp.

    Returns
    -------
    callable
        Which makes a `Check` of a function.
    """
    source = "the material's working stress, with its factor for how it fails"
    return check(id, name, "Frame", "percent", 1.0, "at most", source)


def stressed(
    what: str,
    material: Material,
    share: Array | float,
    said: Callable[[Style], str],
    inputs: Inputs,
    source: str,
    absent: tuple[str, str] | None = None,
) -> Found:
    """Bending stress against what its material is worked at.

    Parameters
    ----------
    what : str
        What is bent, with a capital letter.
    material : Material
    share : float or (n,) array
        Stress as a share of the working stress.
    said : callable
        How it is bent, as the beginning of a sentence, in the chosen units.
    inputs : tuple
        What the stress comes from, for the working.
    source : str
    absent : (str, str), optional
        Headline and sentence where the design has nothing of the kind.

    Returns
    -------
    Found
        Its value is a share of the working stress.
    """
    worst = float(np.max(share))
    return Found(
        share,
        (absent[0] if absent else f"{what} is strong enough", f"{what} {BREAKS[material.failure]}"),
        lambda s: (
            absent[1]
            if absent
            else f"{said(s)}: {write(worst, 'percent', s)} of what {material.name.lower()} may "
            f"bear. {material.name} {material.note}."
        ),
        working(
            "stress = M / W, as a share of the working stress",
            (
                *inputs,
                ("stress", "bending stress", worst * material.working_stress, "stress"),
                ("w", "working stress", material.working_stress, "stress"),
                ("Y", "yield or breaking stress", material.yield_stress, "stress"),
            ),
            source,
        ),
        applies=absent is None,
    )


def rating_check(id: str, name: str, station: str, of: str) -> Maker:
    """A check of weight against what things are rated for.

    Parameters
    ----------
    id, name, station : str
        Of the lamp.
    of : str
        Whose rating.

    Returns
    -------
    callable
        Which makes a `Check` of a function.
    """
    source = f"the {of}, times the share of a rating in the settings"
    return check(id, name, station, "mass", None, "at most", source)


def rated(
    headlines: tuple[str, str],
    mass: Array | float,
    ratings: dict[str, float],
    fraction: float,
    said: Callable[[Style], str],
    source: str,
    absent: str = "",
) -> Found:
    """What is carried against the lowest of some ratings.

    Parameters
    ----------
    headlines : (str, str)
        Holding and failing.
    mass : float or (n,) array
        kg.
    ratings : dict of str to float
        kg, by whose it is.
    fraction : float
        Share of a rating that is used.
    said : callable
        What carries how much, as the beginning of a sentence, in the chosen units.
    source : str
    absent : str
        The sentence where the design has nothing that is rated.

    Returns
    -------
    Found
    """
    lowest = min(ratings.values())
    which = f", of {' or '.join(ratings)}," if len(ratings) > 1 else ""
    return Found(
        mass,
        headlines,
        lambda s: (
            absent
            or f"{said(s)}; the {'lower ' if which else ''}rating{which} is "
            f"{write(lowest, 'mass', s)} and {write(fraction, 'percent', s)} of that is used."
        ),
        working(
            "limit = share × least rating",
            (
                ("m", "what rests on it", float(np.max(mass)), "mass"),
                *(("rating", f"of {name}", rating, "mass") for name, rating in ratings.items()),
                ("share", "used of a rating", fraction, "percent"),
            ),
            source,
        ),
        limit=lowest * fraction,
        applies=not absent,
    )
