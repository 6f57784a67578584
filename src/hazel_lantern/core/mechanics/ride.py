"""How a body on wheels heaves, pitches and rolls over uneven ground.

A body on springs and dampers is linear while all wheels touch, so its answer to any course of
heights is found wave by wave: modes, each a spring and a damper on its own.  A deck that twists is
damped as its wheels are, in proportion to stiffness.  Source: any text on vibration, proportional
damping.  What happens where a wheel leaves the ground is `contact`'s.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lazy import kept

Array = NDArray[np.float64]
Waves = NDArray[np.complex128]
#: After the move the ground is led back to where it began, and the body comes to rest, s: at the
#: least, at the most, and until a swing is e to the minus so much.
RETURN, LONGEST_RETURN, RESTS = 2.0, 20.0, 7.0
#: A mode is no swing below that, rad²/s².
STILL = 1e-6
#: What moves quicker is shake, what is slower sways, Hz.
SHAKES = 1.0


@dataclass(frozen=True)
class Twist:
    """How a deck gives when its four corners are lifted and lowered by turns.

    Attributes
    ----------
    stiffness : float
        Force, all corners together, for each metre that each goes up or down, N/m.
    inertia : float
        What moves with that, kg.
    """

    stiffness: float
    inertia: float


class Modes(NamedTuple):
    """The body's swings.

    Attributes
    ----------
    squares : (modes,) array
        ω², rad²/s², slowest first.
    shapes : (3, modes) array
        Heave, pitch and roll of each.
    lifts : (wheels, modes) array
        How far each lifts each wheel.
    """

    squares: Array
    shapes: Array
    lifts: Array


class Pressed(NamedTuple):
    """How the body swings over a course of heights while its wheels are held to them.

    Attributes
    ----------
    moved : (3, n) array
        Heave, pitch and roll, m and rad.
    forces : (wheels, n) array
        What each contact presses with more than at rest, N; a pull where it is less.
    apart : (wheels, n) array
        How far each wheel's axle rises from the ground under it, m.
    """

    moved: Array
    forces: Array
    apart: Array


@dataclass(frozen=True)
class Body:
    """A body on wheels that are all alike.

    Attributes
    ----------
    mass : float
        kg.
    pitch_inertia, roll_inertia : float
        About the centre of mass, kg·m².
    wheels : tuple of (float, float)
        Contacts, ahead and to the left of the centre of mass, m.
    stiffness, damping : float
        Of each contact, N/m and N·s/m.
    twist : Twist, optional
        Of a deck on four wheels at the corners of a rectangle; none for one that does not twist.
    """

    mass: float
    pitch_inertia: float
    roll_inertia: float
    wheels: tuple[tuple[float, float], ...]
    stiffness: float
    damping: float
    twist: Twist | None = None

    @kept
    def modes(self) -> Modes:
        """Its swings without damping."""
        places = np.array(self.wheels)
        # Nose up lifts what is ahead; left up lifts what is to the left.
        lifts = np.column_stack([np.ones(len(places)), places])
        masses = [self.mass, self.pitch_inertia, self.roll_inertia]
        own = [0.0, 0.0, 0.0]
        if self.twist is not None:
            by_turns = np.sign(places - places.mean(axis=0)).prod(axis=1)
            lifts = np.column_stack([lifts, by_turns])
            masses.append(self.twist.inertia)
            own.append(self.twist.stiffness)
        root = 1 / np.sqrt(masses)
        stiff = self.stiffness * lifts.T @ lifts + np.diag(own)
        squares, shapes = np.linalg.eigh(root[:, None] * stiff * root)
        shapes = root[:, None] * shapes
        return Modes(np.maximum(squares, 0.0), shapes[:3], lifts @ shapes)

    def frequencies(self) -> Array:
        """Of the modes without damping.

        Returns
        -------
        (modes,) array
            Hz, slowest first.
        """
        return np.asarray(np.sqrt(self.modes.squares) / (2 * math.pi))

    @kept
    def gives(self) -> Array:
        """How far each mode gives under a newton at each wheel at rest, (wheels, modes).

        A mode that is no swing gives nothing: it has no place to rest at.
        """
        swings = self.modes.squares > STILL
        return np.where(swings, self.modes.lifts / np.where(swings, self.modes.squares, 1.0), 0.0)

    @property
    def decays(self) -> Array:
        """How fast each mode dies away, (modes,) 1/s: its size falls with e to the minus that."""
        return np.asarray(self.damping / self.stiffness * self.modes.squares / 2)

    def _rest(self) -> float:
        """How long the body takes to come to rest, s."""
        slowest = float(self.decays[self.modes.squares > STILL].min(initial=np.inf))
        return min(max(RETURN, RETURN / 2 + RESTS / max(slowest, 1e-9)), LONGEST_RETURN)

    def _swings(self, heights: Array, rate: float) -> tuple[Waves, Waves, Waves]:
        """The waves of the ground, of spring and damper, and of the modes."""
        count = heights.shape[-1]
        back = int(self._rest() * rate)
        size = 2 * fast_size(count // 2 + 1 + back)
        ground = np.zeros((*heights.shape[:-1], size))
        ground[..., :count] = heights - heights[..., :1]
        led = int(RETURN / 2 * rate)
        fade = np.zeros(back)
        fade[:led] = 0.5 + 0.5 * np.cos(np.linspace(0, math.pi, led))
        ground[..., count : count + back] = ground[..., count - 1 : count] * fade
        omega = 2 * math.pi * np.fft.rfftfreq(size, 1 / rate)
        spring = self.stiffness + 1j * omega * self.damping
        squares = self.modes.squares[:, None]
        damped = squares * (1 + 1j * omega * self.damping / self.stiffness)
        waves = np.fft.rfft(ground)
        modal = spring / (damped - omega**2) * (self.modes.lifts.T @ waves)
        return waves, np.asarray(spring), np.asarray(modal)

    def answer(self, heights: Array, rate: float) -> Array:
        """Heave, pitch nose up and roll left up over time, from rest.

        Parameters
        ----------
        heights : (..., wheels, n) array
            Of the ground under each wheel at even times, m.
        rate : float
            Samples a second.

        Returns
        -------
        (..., 3, n) array
            m, rad, rad; each from where it began.
        """
        *_, modal = self._swings(heights, rate)
        size = 2 * (modal.shape[-1] - 1)
        return np.asarray(self.modes.shapes @ np.fft.irfft(modal, size)[..., : heights.shape[-1]])

    def pressed(self, heights: Array, rate: float, finer: int = 1) -> Pressed:
        """The same with what each contact presses, at more times than the heights are given at.

        Parameters
        ----------
        heights : (..., wheels, n) array
            m.
        rate : float
            Samples a second.
        finer : int
            Times in a sample.

        Returns
        -------
        Pressed
            Its arrays are ``finer`` times as long.
        """
        waves, spring, modal = self._swings(heights, rate)
        size, count = 2 * (waves.shape[-1] - 1) * finer, heights.shape[-1] * finer
        apart = self.modes.lifts @ modal - waves
        courses = (self.modes.shapes @ modal, -spring * apart, apart)
        return Pressed(*(np.fft.irfft(one, size)[..., :count] * finer for one in courses))


def fast_size(least: int) -> int:
    """The next size whose only factors are 2, 3 and 5: other sizes are slow to transform.

    Parameters
    ----------
    least : int
        Of samples, at least 1.

    Returns
    -------
    int
    """
    best = 1 << (least - 1).bit_length()
    for three in range(6):
        for five in range(4):
            base = 3**three * 5**five
            if base < best:
                best = min(best, base * (1 << max(0, math.ceil(math.log2(least / base)))))
    return best


def level_ends(values: Array) -> Array:
    """Values less the straight line from the first to the last, along the last axis.

    Parameters
    ----------
    values : (..., n) array
        In any unit.

    Returns
    -------
    (..., n) array
        In the unit of the values; 0 at both ends.
    """
    share = np.linspace(0.0, 1.0, values.shape[-1])
    first, last = values[..., :1], values[..., -1:]
    return np.asarray(values - first - (last - first) * share)


def quick_part(values: Array, rate: float, above: float = SHAKES) -> Array:
    """The part of a course that moves faster than slow swaying.

    Parameters
    ----------
    values : (..., n) array
        At even times.
    rate : float
        Samples a second.
    above : float
        Hz; what swings slower is left out.

    Returns
    -------
    (..., n) array
        In the unit of the values.
    """
    waves = np.fft.rfft(level_ends(values))
    waves[..., np.fft.rfftfreq(values.shape[-1], 1 / rate) < above] = 0
    return np.asarray(np.fft.irfft(waves, values.shape[-1]))


def quick_size(values: Array, rate: float, above: float = SHAKES) -> Array:
    """Root mean square of what `quick_part` leaves, by Parseval's theorem.

    Parameters
    ----------
    values : (..., n) array
        At even times.
    rate : float
        Samples a second.
    above : float
        Hz; what swings slower is left out.

    Returns
    -------
    (...) array
        In the unit of the values.
    """
    count = values.shape[-1]
    power = np.abs(np.fft.rfft(level_ends(values))) ** 2
    power[..., np.fft.rfftfreq(count, 1 / rate) < above] = 0
    # Every wave but the last of an even count stands for two.
    total = 2 * power.sum(axis=-1) - (power[..., -1] if count % 2 == 0 else 0)
    return np.asarray(np.sqrt(total) / count)


def root_mean_square(values: Array) -> float:
    """√ of the mean of the squares over time, all rows together.

    Parameters
    ----------
    values : (n,) or (rows, n) array
        In any unit.

    Returns
    -------
    float
        In the unit of the values.
    """
    return float(np.sqrt((values**2).sum(axis=0).mean() if values.ndim > 1 else (values**2).mean()))


def worst_jump(values: Array, rate: float, frames: float) -> float:
    """The greatest change from one frame to the next, rows as the sides of one step.

    Parameters
    ----------
    values : (n,) or (rows, n) array
        At even times.
    rate : float
        Samples a second.
    frames : float
        Frames a second.

    Returns
    -------
    float
        In the unit of the values.
    """
    apart = max(round(rate / frames), 1)
    if values.shape[-1] <= apart:
        return 0.0
    steps = values[..., apart:] - values[..., :-apart]
    share = min(rate / frames, 1.0)
    return share * float(np.sqrt(np.atleast_2d(steps**2).sum(axis=0)).max())


def spectrum(values: Array, rate: float) -> tuple[Array, Array]:
    """The size of each wave in a course, by a Hann window.

    Parameters
    ----------
    values : (n,) array
        At even times.
    rate : float
        Samples a second.

    Returns
    -------
    (waves,) array
        Hz.
    (waves,) array
        In the unit of the values.
    """
    count = values.shape[-1]
    window = np.hanning(count)
    waves = np.abs(np.fft.rfft(level_ends(values) * window)) * 2 / max(window.sum(), 1e-12)
    rates = np.asarray(np.fft.rfftfreq(count, 1 / rate), dtype=np.float64)
    return rates, np.asarray(waves)
