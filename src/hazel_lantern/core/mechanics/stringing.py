"""How long a line has to be for a given sag, or for a given pull, and how the two go together.

Newton's on four figures at once: level and upright pull at the left end, and the unstretched
lengths left and right of a load in the middle of the span.  Source: as of `hung_line`.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike, NDArray

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.hung_line import WEIGHTLESS, Hung, Strung, shallow

Array = NDArray[np.float64]
#: Steps of Newton's; the most by which one changes a pull or a length, as a share; what may be
#: missing of the span.
STEPS, MOST, CLOSE = 60, 0.5, 1e-11
#: The deepest sag that is looked for a pull, as a share of the span: deeper ones pull harder again.
DEEPEST = 0.3


class Known(NamedTuple):
    """What is known of a line that is looked for, one of the three: m, N, m."""

    sag: Array | None = None
    pull: Array | None = None
    length: Array | None = None


@dataclass(frozen=True)
class Stringing:
    """A line that is still to be made tight: all of `Strung` but its length, and the load's weight.

    Attributes
    ----------
    span, rise : float
        m.
    stiffness : float
        N.
    line_mass : float
        kg/m.
    weight : float
        Of the load in the middle of the span, N.
    """

    span: float
    rise: float
    stiffness: float
    line_mass: float
    weight: float

    @property
    def own(self) -> float:
        """Weight of the line, N/m."""
        return max(self.line_mass * GRAVITY, WEIGHTLESS)

    def of(self, unstretched: float) -> Strung:
        """The line of a length.

        Parameters
        ----------
        unstretched : float
            m.

        Returns
        -------
        Strung
        """
        return Strung(self.span, self.rise, unstretched, self.stiffness, self.line_mass)

    def to_sag(self, sag: ArrayLike) -> tuple[Array, Array]:
        """Length and greatest pull of the line whose load hangs so far below the straight line.

        Parameters
        ----------
        sag : array_like
            m.

        Returns
        -------
        (array, array)
            Unstretched length, m, and pull at the higher anchor, N.

        Raises
        ------
        CannotBe
            If no line hangs so.
        """
        found = self._to_sag(np.atleast_1d(np.asarray(sag, dtype=float)))
        return found[2] + found[3], self._pull(found)

    def at_sag(self, sag: float) -> Hung:
        """The line with its load in the middle, so far below the straight line.

        Parameters
        ----------
        sag : float
            m.

        Returns
        -------
        Hung
            At one place.

        Raises
        ------
        CannotBe
            If no line hangs so.
        """
        return self._hung(self._to_sag(np.array([sag])))

    def at_pull(self, pull: float) -> Hung:
        """The line with its load in the middle that pulls so hard at its higher anchor.

        Parameters
        ----------
        pull : float
            N.

        Returns
        -------
        Hung
            At one place.

        Raises
        ------
        CannotBe
            If it would hang deeper than is accepted.
        """
        least = float(self.to_sag(DEEPEST * self.span)[1][0])
        found = self._solved(Known(pull=np.array([pull]))) if pull >= least else None
        if found is None:
            raise CannotBe(
                f"a pull of {pull:.0f} N does not hold the line up over {self.span:.2f} m; at "
                f"least {least:.0f} N is accepted"
            )
        return self._hung(found)

    def to_length(self, unstretched: ArrayLike) -> tuple[Array, Array]:
        """Sag and greatest pull of lines so long.

        Parameters
        ----------
        unstretched : array_like
            m.

        Returns
        -------
        (array, array)
            Sag in the middle, m, and pull at the higher anchor, N.

        Raises
        ------
        CannotBe
            If no line so long hangs there.
        """
        lengths = np.atleast_1d(np.asarray(unstretched, dtype=float))
        found = self._solved(Known(length=lengths))
        if found is None:
            raise CannotBe(
                f"a line of {float(lengths[0]):.2f} m cannot hang over {self.span:.2f} m with "
                f"{self.weight / GRAVITY:.1f} kg on it; a little longer than "
                f"{np.hypot(self.span, self.rise):.2f} m is accepted"
            )
        level, upright, first, _ = found
        whole = upright * first - self.own * first**2 / 2
        left = np.hypot(level, upright) - np.hypot(level, upright - self.own * first)
        return whole / self.stiffness + left / self.own + self.rise / 2, self._pull(found)

    def _to_sag(self, sag: Array) -> Array:
        found = self._solved(Known(sag=sag))
        if found is None:
            raise CannotBe(
                f"no line hangs {float(sag.max()):.3f} m deep over {self.span:.2f} m; try "
                f"{DEEPEST * self.span:.2f} m of sag"
            )
        return found

    def _hung(self, found: Array) -> Hung:
        level, upright, first, second = found
        line = self.of(float(first[0] + second[0]))
        return Hung(line, self.weight, first, level, upright)

    def _start(self, sag: Array) -> Array:
        """The parabola's, as (4, n)."""
        span = self.span
        level = max(self.weight / 4 + self.own * span / 8, 1e-9) * span / sag
        half = np.hypot(span, self.rise) / 2
        # As deep in the middle as wide: the two halves are as good as straight.
        long = np.hypot(half, sag) / (1 + level / self.stiffness)
        upright = self.weight / 2 + self.own * long - level * self.rise / span
        return np.array([level, upright, long, long])

    def _near(self, known: Known) -> Array:
        """A sag that is nearly right, m: of a light line that stretches little."""
        if known.sag is not None:
            return known.sag
        wide = max(self.weight / 4 + self.own * self.span / 8, 1e-9) * self.span
        if known.pull is not None:
            return np.asarray(wide / known.pull)
        assert known.length is not None
        level = shallow(self.of(self.span), self.weight, np.array(self.span / 2), known.length)
        return np.asarray(wide / level)

    def _pull(self, unknown: Array) -> Array:
        """The greatest, at the higher anchor, N."""
        level, upright, first, second = unknown
        if self.rise > 0:
            upright = upright - self.own * (first + second) - self.weight
        return np.asarray(np.hypot(level, upright))

    def _solved(self, known: Known) -> Array | None:
        """Level and upright pull and both lengths, (4, n); None where Newton's finds none."""
        unknown = self._start(self._near(known))
        for _ in range(STEPS):
            lack, slopes = self._lack(unknown, known)
            if float(np.abs(lack).max()) < CLOSE * self.span:
                return unknown
            try:
                step = np.linalg.solve(slopes.transpose(2, 0, 1), -lack.T[:, :, None])[:, :, 0].T
            except np.linalg.LinAlgError:
                return None
            share = step[[0, 2, 3]] / unknown[[0, 2, 3]]
            slowed = MOST / np.maximum(np.abs(share).max(axis=0), MOST)
            unknown = unknown + slowed * step
        return None

    def _lack(self, unknown: Array, known: Known) -> tuple[Array, Array]:
        """What is missing to the four conditions, m, (4, n), and its slopes, (4, 4, n)."""
        own, stiff = self.own, self.stiffness
        level, upright, first, second = unknown
        beside = upright - own * first
        after, end = beside - self.weight, beside - self.weight - own * second
        rows = []
        for top, low, long in ((upright, beside, first), (after, end, second)):
            high, deep = np.hypot(level, top), np.hypot(level, low)
            turned = np.arcsinh(top / level) - np.arcsinh(low / level)
            cross = level * (1 / high - 1 / deep) / own
            rows.append(
                (
                    level * long / stiff + level / own * turned,
                    (top * long - own * long**2 / 2) / stiff + (high - deep) / own,
                    long / stiff + (turned - top / high + low / deep) / own,
                    cross,
                    long / stiff + (top / high - low / deep) / own,
                    level / stiff + level / deep,
                    low / stiff + low / deep,
                )
            )
        none = np.zeros_like(level)
        (x1, z1, a1, c1, b1, p1, q1), (x2, z2, a2, c2, b2, p2, q2) = rows
        # The right part starts with what the left one leaves, so it follows the left length too.
        left_x, right_x = (a1, c1, p1, none), (a2, c2, -own * c2, p2)
        falls = (c1 + c2, b1 + b2, q1 - own * b2, q2)
        if known.sag is not None:
            last, follows = z1 - (known.sag - self.rise / 2), (c1, b1, q1, none)
        elif known.length is not None:
            last, follows = first + second - known.length, (none, none, none + 1, none + 1)
        else:
            assert known.pull is not None
            pull = known.pull
            whole = self._pull(unknown)
            risen = self.rise > 0
            at, by = (end, -own) if risen else (upright, 0.0)
            # As a length, to weigh as much as the other three.
            scale = self.span / pull
            last = (whole - pull) * scale
            follows = tuple(
                part * scale
                for part in (level / whole, at / whole, by * at / whole, by * at / whole)
            )
        lack = np.array([x1 - self.span / 2, x2 - self.span / 2, z1 + z2 + self.rise, last])
        return lack, np.array([left_x, right_x, falls, follows])
