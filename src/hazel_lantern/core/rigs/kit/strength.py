"""What bears a load: stress against the working stress, weight against ratings."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.catalogue.rows import Material, Stand
from hazel_lantern.core.lamps import Check, Found, Inputs, LookUp, check, working
from hazel_lantern.core.parts import in_sentence
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


class Borne(NamedTuple):
    """Part of a stand: what it is called, what it bears, kg, and its rating, if it is known."""

    part: str
    mass: Array | float
    rating: float | None


def borne(stand: Stand, parts: Sequence[Borne], fraction: float, source: str) -> Found:
    """What the parts of a stand bear, each against its own rating.

    Parameters
    ----------
    stand : Stand
    parts : sequence of Borne
        Legs, head, hook: of one at least the rating is known.
    fraction : float
        Share of a rating that is used.
    source : str
        Where the masses are from.

    Returns
    -------
    Found
        Its value is the mass on the part that is used most, its limit what is used of its rating.
    """
    known = [(one, one.rating * fraction) for one in parts if one.rating is not None]
    worst, limit = max(known, key=lambda one: float(np.max(one[0].mass)) / one[1])
    unknown = [one for one in parts if one.rating is None and float(np.max(one.mass)) > 0]
    return Found(
        worst.mass,
        ("Stand carries it", f"Too heavy for the stand's {worst.part}"),
        lambda s: (
            " ".join(
                f"Its {one.part} bears {write(float(np.max(one.mass)), 'mass', s)} of the "
                f"{write(limit, 'mass', s)} that are used of its rating."
                for one, limit in known
                if float(np.max(one.mass)) > 0
            )
            or "Nothing is on it."
        ),
        working(
            "limit = share × rating, of the part that is used most",
            (
                *((one.part, "bears", float(np.max(one.mass)), "mass") for one in parts),
                *((f"{one.part} rating", "", one.rating, "mass") for one, _ in known if one.rating),
                ("share", "used of a rating", fraction, "percent"),
            ),
            source,
        ),
        limit=limit,
        look_up=tuple(_rating_of(stand, one, fraction) for one in unknown),
    )


def stand_bears(
    stand: Stand, on_head: Array | float, hung: float, fraction: float, source: str, head: float
) -> Found:
    """What legs, head and hook of a stand bear: the legs all of it.

    Parameters
    ----------
    stand : Stand
    on_head : float or (n,) array
        kg.
    hung : float
        From its hook, kg.
    fraction : float
        Share of a rating that is used.
    source : str
        Where the masses are from.
    head : float
        What the head is rated for, kg.

    Returns
    -------
    Found
        As of `borne`.
    """
    parts = (
        Borne("legs", on_head + hung, stand.rating),
        Borne("head", on_head, head),
        Borne("hook", hung, stand.hook_rating),
    )
    return borne(stand, parts, fraction, source)


def _rating_of(stand: Stand, one: Borne, fraction: float) -> LookUp:
    least = float(np.max(one.mass)) / fraction
    return LookUp(
        f"{stand.id}: rating of its {one.part}",
        f"what the stand's {one.part} is rated for",
        lambda s: (
            f"The {one.part} of the stand ({in_sentence(stand.name)}) must be rated for at least "
            f"{write(least, 'mass', s)}."
        ),
        least,
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
