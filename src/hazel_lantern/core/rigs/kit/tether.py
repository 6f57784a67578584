"""What catches a camera whose first path fails: a tether by a second one."""

from __future__ import annotations

from hazel_lantern.core.catalogue.rows import Wire
from hazel_lantern.core.fields import Frozen, choice, quantity
from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics import orbit
from hazel_lantern.core.units import write

#: Of what a tether breaks at it may catch.
CATCHES = 0.5

tether_check = check(
    "tether",
    "Tether",
    "Build",
    "force",
    None,
    "at most",
    "half of what the tether breaks at; by a second path, past what may fail",
)


class Caught(Frozen):
    """The tether: of what, how slack, how long."""

    row: str = choice("Tether", "wire-3", catalogue="wires")
    slack: float = quantity("length", "Its slack", 0.05, low=0, high=3)
    length: float = quantity("length", "Its length", 0.5, low=0.05, high=10)


def arrested(mass: float, slack: float, length: float, row: Wire) -> float:
    """What a fall into the slack pulls with.

    Parameters
    ----------
    mass : float
        kg.
    slack, length : float
        Of the tether, m.
    row : Wire

    Returns
    -------
    float
        N.
    """
    return orbit.arrest(mass, slack, row.axial_stiffness / length) if mass > 0 else 0.0


def caught(mass: float, slack: float, length: float, row: Wire, more: str = "") -> Found:
    """What a fall into the slack pulls with, against what the tether breaks at.

    Parameters
    ----------
    mass : float
        kg.
    slack, length : float
        Of the tether, m.
    row : Wire
    more : str
        Said as well.

    Returns
    -------
    Found
    """
    force = arrested(mass, slack, length, row)
    return Found(
        force,
        ("A second path catches it", "The tether breaks as it catches"),
        lambda s: (
            f"{write(mass, 'mass', s)} fall {write(slack, 'length', s)} and are stopped with "
            f"{write(force, 'force', s)}; {row.name} breaks at {write(row.breaking, 'force', s)}."
            + (f" {more}" if more else "")
        ),
        working(
            "F = m g (1 + sqrt(1 + 2 E A s / (L m g)))",
            (
                ("m", "falls", mass, "mass"),
                ("s", "slack", slack, "length"),
                ("L", "of the tether", length, "length"),
                ("E A", "of it", row.axial_stiffness, "force"),
            ),
            "a weight let fall on a spring; what it hangs from gives nothing",
        ),
        limit=CATCHES * row.breaking,
    )


def not_caught(force: float, headline: str, why: str) -> Found:
    """Nothing of a second path.

    Parameters
    ----------
    force : float
        That a tether would have to catch, N.
    headline, why : str

    Returns
    -------
    Found
        It fails whatever the force.
    """
    return Found(
        max(force, 1.0),
        ("A second path catches it", headline),
        lambda _style: why,
        working("no second path", (), "design"),
        limit=0.0,
    )
