"""A line hung between two anchors with a trolley on it: the elastic catenary with a load.

The trolley is an upright load that grips the line at an unstretched place, so the horizontal pull
is the same on both sides.  The line's weight goes by the unstretched metre.  Horizontal and
vertical pull at the left end are those at which the complementary energy less the work of the
anchors' distance is least; it is convex, so there is one answer and Newton finds it.
Source: Irvine, *Cable Structures*, chapters 1 and 2.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.mechanics.constants import GRAVITY

Array = NDArray[np.float64]
#: Steps of Newton's, and halvings of one: from any start a few dozen do.
STEPS, HALVINGS = 60, 20
#: What may be missing in the anchors' distance, as a share of it; a step that no longer counts.
CLOSE, SETTLED, PLACED = 1e-12, 1e-13, 1e-11
#: How long beside the straight way a line may be, unstretched: looser it lies on the ground.
LOOSEST = 3.0
#: Unstretched it is no shorter than this share of the straight way: no line stretches so far.
SHORTEST = 0.6
EPS = float(np.finfo(float).eps)
#: Rounds of a start's cubic; steps in which a good start is done.
CUBIC, QUICK = 6, 12
#: As good as no weight, N/m.
WEIGHTLESS = 1e-6


@dataclass(frozen=True)
class Strung:
    """A line between two anchors.

    Attributes
    ----------
    span : float
        Level distance of the anchors, m.
    rise : float
        Of the right anchor over the left one, m.
    unstretched : float
        Length of the line between them, m.
    stiffness : float
        E A, N; of several lines side by side their sum.
    line_mass : float
        kg by the unstretched metre; of several lines their sum.
    """

    span: float
    rise: float
    unstretched: float
    stiffness: float
    line_mass: float

    @property
    def chord(self) -> float:
        """Straight way between the anchors, m."""
        return float(np.hypot(self.span, self.rise))


@dataclass(frozen=True, eq=False)
class Hung:
    """How a line hangs with its load at each of n places; arrays are (n,).

    Attributes
    ----------
    line : Strung
    weight : float
        Of the load, N.
    place : array
        Where the load grips, unstretched from the left end, m.
    level : array
        Horizontal pull, N.
    upright : array
        Vertical pull at the left end, N.
    """

    line: Strung
    weight: float
    place: Array
    level: Array
    upright: Array

    @property
    def own(self) -> float:
        """Weight of the line, N by the unstretched metre."""
        return max(self.line.line_mass * GRAVITY, WEIGHTLESS)

    @cached_property
    def load(self) -> tuple[Array, Array]:
        """Of the load: from the left anchor, and over it (negative below), m."""
        x, down = _reach(self.level, self.upright, self.place, self.own, self.line.stiffness)
        return x, -down

    @property
    def depth(self) -> Array:
        """Of the load below the straight line between the anchors, m: the sag."""
        x, up = self.load
        return np.asarray(self.line.rise / self.line.span * x - up)

    @cached_property
    def beside(self) -> tuple[Array, Array]:
        """Vertical pull in the line left and right of the load, N: up towards the left end."""
        left = self.upright - self.own * self.place
        return left, left - self.weight

    @property
    def ends(self) -> tuple[Array, Array]:
        """Pull at the left and at the right anchor, N."""
        right = self.upright - self.own * self.line.unstretched - self.weight
        return np.hypot(self.level, self.upright), np.hypot(self.level, right)

    @property
    def end_upright(self) -> tuple[Array, Array]:
        """Downward pull on the left and on the right anchor, N."""
        right = self.own * self.line.unstretched + self.weight - self.upright
        return self.upright, right

    @property
    def pull(self) -> Array:
        """The greatest anywhere along the line, N: at one of the ends."""
        return np.maximum(*self.ends)

    @property
    def slope(self) -> Array:
        """What the trolley has to climb, rad, up to the right: the halving line of its two sides.

        Of a line at nearly constant pull it is half of the slope of the trolley's path.
        """
        left, right = self.beside
        return np.asarray(-(np.arctan2(left, self.level) + np.arctan2(right, self.level)) / 2)

    @property
    def stretched(self) -> Array:
        """Length of the line as it hangs, m."""
        rest = self.line.unstretched - self.place
        left, right = self.upright, self.beside[1]
        pulled = _pulled(self.level, left, self.place, self.own)
        pulled = pulled + _pulled(self.level, right, rest, self.own)
        return np.asarray(self.line.unstretched + pulled / self.line.stiffness)

    @cached_property
    def energy(self) -> Array:
        """All potential energy: load, line's weight and stretch, J, from the left anchor's height.

        By Legendre's transform of the complementary energy, which the solution makes least.
        """
        return -_lack(self.line, self.weight, self.place, self.level, self.upright)[0]

    def shape(self, at: int, points: int = 60) -> tuple[Array, Array]:
        """The line as it hangs with its load at one place.

        Parameters
        ----------
        at : int
            Which place.
        points : int
            On either side of the load.

        Returns
        -------
        (array, array)
            From the left anchor and over it, m, (2 × points,).
        """
        level, upright = float(self.level[at]), float(self.upright[at])
        where, own, stiff = float(self.place[at]), self.own, self.line.stiffness
        left = np.linspace(0.0, where, points)
        right = np.linspace(0.0, self.line.unstretched - where, points)
        x1, down1 = _reach(level, upright, left, own, stiff)
        x2, down2 = _reach(level, upright - own * where - self.weight, right, own, stiff)
        return (
            np.concatenate([x1, x1[-1] + x2]),
            -np.concatenate([down1, down1[-1] + down2]),
        )


def _reaches(line: Strung) -> None:
    if line.unstretched < SHORTEST * line.chord:
        raise CannotBe(
            f"a line of {line.unstretched:.2f} m does not stretch over {line.chord:.2f} m; "
            f"at least {SHORTEST * line.chord:.2f} m is accepted: pull less, or let it sag more"
        )
    if line.unstretched > LOOSEST * line.chord:
        raise CannotBe(
            f"a line of {line.unstretched:.2f} m over {line.chord:.2f} m lies on the ground; "
            f"at most {LOOSEST * line.chord:.2f} m is accepted"
        )


def hang(
    line: Strung, weight: float, places: Array, near: tuple[Array, Array] | None = None
) -> Hung:
    """How a line hangs with a load at each of some places, one at a time.

    Parameters
    ----------
    line : Strung
    weight : float
        Of the load, N; 0 for the bare line.
    places : (n,) array
        Where it grips, unstretched from the left end, m.
    near : (array, array), optional
        Level and upright pull that are nearly right, N.

    Returns
    -------
    Hung

    Raises
    ------
    CannotBe
        If the line is too short or too long to hang between its anchors.
    """
    _reaches(line)
    place = np.clip(np.asarray(places, dtype=float), 0.0, line.unstretched)
    level, upright = near or _first(line, weight, place / line.unstretched * line.span)
    found = _lack(line, weight, place, level, upright)
    for _ in range(STEPS):
        worth, (off_x, off_down), (hh, hv, vv) = found
        if float(max(np.abs(off_x).max(), np.abs(off_down).max())) < CLOSE * line.chord:
            break
        det = hh * vv - hv * hv
        step_h = -(vv * off_x - hv * off_down) / det
        step_v = -(hh * off_down - hv * off_x) / det
        gain = off_x * step_h + off_down * step_v
        if float((np.abs(step_h) / level).max()) < SETTLED:
            break
        # A pull stays above nought: a step never takes more than nine tenths of it.
        share = np.minimum(1.0, 0.9 * level / np.maximum(-step_h, 1e-300))
        for _ in range(HALVINGS):
            found = _lack(line, weight, place, level + share * step_h, upright + share * step_v)
            # Rounding must not forbid the last steps.
            worse = found[0] > worth + 1e-4 * share * gain + 1e-13 * level * line.span
            if not worse.any():
                break
            share = np.where(worse, share / 2, share)
        level, upright = level + share * step_h, upright + share * step_v
    return Hung(line, weight, place, level, upright)


def hang_at(line: Strung, weight: float, along: Array) -> Hung:
    """How a line hangs with its load at level distances from the left anchor.

    Parameters
    ----------
    line : Strung
    weight : float
        N.
    along : (n,) array
        m, within the span.

    Returns
    -------
    Hung

    Raises
    ------
    CannotBe
        As `hang`.
    """
    _reaches(line)
    along = np.asarray(along, dtype=float)
    level, upright = _first(line, weight, along)
    # The left part is as long as it is steep, but for its stretch.
    place = along * np.hypot(1, upright / level) / (1 + level / line.stiffness)
    place = np.clip(place, 0.0, line.unstretched)
    found = _placed(line, weight, along, Hung(line, weight, place, level, upright), QUICK)
    if found is not None:
        return found
    slow = hang(line, weight, line.unstretched * np.clip(along / line.span, 0.0, 1.0))
    found = _placed(line, weight, along, slow, STEPS)
    assert found is not None, "a line that hangs has its load somewhere"
    return found


def _placed(line: Strung, weight: float, along: Array, start: Hung, steps: int) -> Hung | None:
    """With the grip a third unknown: where the load comes to lie is the third condition."""
    place, level, upright, own = start.place, start.level, start.upright, start.own
    stiff = line.stiffness
    for _ in range(steps):
        _, (off_x, off_down), (hh, hv, vv) = _lack(line, weight, place, level, upright)
        beside = upright - own * place
        after = beside - weight
        high, left, right = np.hypot(level, np.array([upright, beside, after]))
        turned = np.arcsinh(upright / level) - np.arcsinh(beside / level)
        off = level * place / stiff + level / own * turned - along
        lack = np.array([off, off_x, off_down])
        # A light line under a great pull is found no nearer than its sums are rounded.
        rounded = 8 * EPS * float(level.max()) / own
        if float(np.abs(lack).max()) < PLACED * line.chord + rounded:
            return Hung(line, weight, place, level, upright)
        x_h = place / stiff + (turned - upright / high + beside / left) / own
        x_v = level * (1 / high - 1 / left) / own
        x_s = level / stiff + level / left
        # The grip's step by the first condition, put into the other two.
        p = level * (1 / left - 1 / right) / x_s
        q = (weight / stiff + beside / left - after / right) / x_s
        a, b, c, d = hh - p * x_h, hv - p * x_v, hv - q * x_h, vv - q * x_v
        lack_x, lack_down = off_x - p * off, off_down - q * off
        det = a * d - b * c
        step_h = (b * lack_down - d * lack_x) / det
        step_v = (c * lack_x - a * lack_down) / det
        step_s = -(off + x_h * step_h + x_v * step_v) / x_s
        slowed = np.minimum(1.0, 0.5 * level / np.maximum(np.abs(step_h), 1e-300))
        level, upright = level + slowed * step_h, upright + slowed * step_v
        place = np.clip(place + slowed * step_s, 0.0, line.unstretched)
    return None


def _lack(
    line: Strung, weight: float, place: Array, level: Array, upright: Array
) -> tuple[Array, tuple[Array, Array], tuple[Array, Array, Array]]:
    """What is made least, J, its slopes, m: what the ends lack to meet; its curvature, m/N."""
    own, stiff = max(line.line_mass * GRAVITY, WEIGHTLESS), line.stiffness
    # Upright pull at the left end, left and right of the load, and at the right end.
    beside = upright - own * place
    pulls = np.array([upright, beside, beside - weight, upright - own * line.unstretched - weight])
    whole = np.hypot(level, pulls)
    turned, shares = _over(np.arcsinh(pulls / level)), _over(pulls / whole)
    gives, rest = line.unstretched / stiff, line.rise
    along = level * gives + level * turned / own
    down = _over(pulls**2) / (2 * own * stiff) + _over(whole) / own
    stretch = level**2 * gives / 2 + _over(pulls**3) / (6 * own * stiff)
    worth = stretch + (_over(pulls * whole) + level**2 * turned) / (2 * own)
    bent = (turned - shares) / own
    curved = gives + bent, level * _over(1 / whole) / own, gives + shares / own
    lack = along - line.span, down + rest
    return worth - level * line.span + upright * rest, lack, curved


def _over(ends: Array) -> Array:
    """Of what there is at the four ends of both parts: what it falls by over both."""
    return np.asarray(ends[0] - ends[1] + ends[2] - ends[3])


def _first(line: Strung, weight: float, along: Array) -> tuple[Array, Array]:
    """A start: the level pull of the shallow line, and the upright one at its left end, N."""
    pull = shallow(line, weight, along, line.unstretched)
    own = max(line.line_mass * GRAVITY, WEIGHTLESS) * line.chord / line.span
    upright = weight * (1 - along / line.span) + own * line.span / 2
    return pull, upright - pull * line.rise / line.span


def shallow(line: Strung, weight: float, along: Array, unstretched: Array | float) -> Array:
    """Level pull of a shallow line with its load at level distances from the left anchor.

    What load and weight lengthen it by is its slack and its stretch: a / H² = b + k H.

    Parameters
    ----------
    line : Strung
    weight : float
        Of the load, N.
    along : (n,) array
        m.
    unstretched : (n,) array or float
        Length, m, in place of the line's own.

    Returns
    -------
    (n,) array
        N; right to a few parts in a thousand where the sag is a tenth of the span.

    Notes
    -----
    Irvine, chapter 2, with the chord's slope.
    """
    chord, span = line.chord, line.span
    slant = span / chord
    own = max(line.line_mass * GRAVITY, WEIGHTLESS) / slant
    x = np.clip(along, 1e-3 * span, (1 - 1e-3) * span)
    bent = weight**2 * x * (span - x) / span + weight * own * x * (span - x) + own**2 * span**3 / 12
    a, b = slant**3 * bent / 2, np.asarray(unstretched - chord)
    k = unstretched / (line.stiffness * slant)
    stretches = np.cbrt(a / k)
    slack = np.sqrt(a / np.maximum(b, 1e-12))
    # From below the root Newton's only climbs.
    pull = np.where(b > 0, stretches * slack / (stretches + slack), np.maximum(stretches, -b / k))
    for _ in range(CUBIC):
        off, slope = a / pull**2 - b - k * pull, -2 * a / pull**3 - k
        pull = np.maximum(pull - off / slope, 0.3 * pull)
    return np.asarray(pull)


def _reach(
    level: Array | float, upright: Array | float, length: Array, own: float, stiffness: float
) -> tuple[Array, Array]:
    """How far along and down an unstretched length of line goes from where it starts, m."""
    end = upright - own * length
    rises = np.arcsinh(upright / level) - np.arcsinh(end / level)
    along = level * length / stiffness + level / own * rises
    pulls = np.hypot(level, upright) - np.hypot(level, end)
    down = (upright * length - own * length**2 / 2) / stiffness + pulls / own
    return np.asarray(along), np.asarray(down)


def _pulled(level: Array, upright: Array, length: Array, own: float) -> Array:
    """The integral of the pull over an unstretched length, N·m."""

    def to(v: Array) -> Array:
        return np.asarray(v * np.hypot(level, v) + level**2 * np.arcsinh(v / level))

    return np.asarray((to(upright) - to(upright - own * length)) / (2 * own))
