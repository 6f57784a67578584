"""Beams by virtual work: moments by statics on a fine grid, redundant rests by flexibility.

No stiffness matrix is built; it shares nothing with the application's elements.
"""

import itertools
import math

import numpy as np
from scipy.linalg import eigvalsh

POINTS = 4001


def _bent(x, at, up, places):
    """Bending moment and shear on the grid of an upward force, held at two rests or clamped."""
    first, second = places
    right = up * (at - first) / (second - first)
    moment = np.zeros_like(x)
    shear = np.zeros_like(x)
    for place, force in ((at, up), (first, right - up), (second, -right)):
        moment += force * np.maximum(x - place, 0)
        shear += force * (x > place)
    return moment, shear


class Rail:
    """A rail on rests: what it sinks, what it presses with, how hard it is bent."""

    def __init__(self, length, rigidity, shear, rests):
        self.x = np.linspace(0.0, length, POINTS)
        self.length, self.rigidity, self.shear, self.rests = length, rigidity, shear, list(rests)

    def work(self, one, other):
        found = np.trapezoid(one[0] * other[0], self.x) / self.rigidity
        if math.isfinite(self.shear):
            found += np.trapezoid(one[1] * other[1], self.x) / self.shear
        return found

    def loaded(self, loads, line, rests):
        """Moment and shear under loads, on some of the rests."""
        pair = rests[0], rests[-1]
        moment = np.zeros_like(self.x)
        shear = np.zeros_like(self.x)
        for at, force in loads:
            more = _bent(self.x, at, -force, pair)
            moment, shear = moment + more[0], shear + more[1]
        first, second = pair
        weight = line * self.length
        right = weight * (self.length / 2 - first) / (second - first)
        moment = moment - line * self.x**2 / 2
        shear = shear - line * self.x
        for place, force in ((first, weight - right), (second, right)):
            moment = moment + force * np.maximum(self.x - place, 0)
            shear = shear + force * (self.x > place)
        inner = rests[1:-1]
        if not inner:
            return moment, shear, ()
        units = [_bent(self.x, at, 1.0, pair) for at in inner]
        give = np.array([[self.work(a, b) for b in units] for a in units])
        lifts = np.array([self.work((moment, shear), unit) for unit in units])
        pushes = np.linalg.solve(give, -lifts)
        for push, unit in zip(pushes, units, strict=True):
            moment, shear = moment + push * unit[0], shear + push * unit[1]
        return moment, shear, pushes

    def lift(self, state, at, rests):
        """Deflection at a place, upward."""
        return self.work(state, _bent(self.x, at, 1.0, (rests[0], rests[-1])))

    def pushes(self, state, rests, loads, line):
        """What each rest presses with: the redundant ones as found, the outer two by statics."""
        inner = list(state[2])
        weight = line * self.length
        moment = weight * self.length / 2 + sum(at * force for at, force in loads)
        total = weight + sum(force for _, force in loads) - sum(inner)
        moment -= sum(at * push for at, push in zip(rests[1:-1], inner, strict=True))
        last = (moment - total * rests[0]) / (rests[-1] - rests[0])
        return [total - last, *inner, last]

    def lying(self, loads, line, holds):
        """The rests it lies on, by trying every set of them; what hangs on the others pulls."""
        if math.isinf(holds):
            return self.rests, self.loaded(loads, line, self.rests), loads
        for count in range(len(self.rests), 1, -1):
            for kept in itertools.combinations(self.rests, count):
                left = [at for at in self.rests if at not in kept]
                all_loads = [*loads, *((at, holds) for at in left if holds)]
                state = self.loaded(all_loads, line, kept)
                pushes = self.pushes(state, kept, all_loads, line)
                scale = sum(force for _, force in loads) + line * self.length
                if min(pushes) < -holds - 1e-6 * scale:
                    continue
                if all(self.lift(state, at, kept) > -1e-7 for at in left):
                    return list(kept), state, all_loads
        return self.rests, self.loaded(loads, line, self.rests), loads


def overhang(x, edge, loads, line, rigidity, shear):
    """Sinking at ``x`` of a rail clamped at ``edge`` to the right of it, by Castigliano."""
    grid = np.linspace(0.0, edge, 1201)
    moment = line * grid**2 / 2
    force = line * grid
    for at, one in loads:
        moment += one * np.maximum(grid - at, 0)
        force += one * (grid > at)
    unit = np.maximum(grid - x, 0)
    found = np.trapezoid(moment * unit, grid) / rigidity
    if math.isfinite(shear):
        found += np.trapezoid(force * (grid > x), grid) / shear
    return found, moment


def clamped_both(x, length, loads, line, rigidity):
    """Sinking at ``x`` between two clamps: Roark table 8.1, cases 1d and 2d."""
    if not 0 < x < length:
        return 0.0
    found = line * x**2 * (length - x) ** 2 / (24 * rigidity)
    for at, force in loads:
        near, far, here = at, length - at, x
        if here > near:
            near, far, here = far, near, length - x
        found += (
            force
            * far**2
            * here**2
            * (3 * near * length - here * (3 * near + far))
            / (6 * rigidity * length**3)
        )
    return found


def chain(places, rigidity, mass, lumps):
    """Stiffness and masses of a beam as a row of lumps on links, bending in its joints."""
    n = len(places)
    step = np.diff(places)
    bend = np.zeros((n, n))
    for at in range(1, n - 1):
        left, right = step[at - 1], step[at]
        turn = np.array([1 / left, -1 / left - 1 / right, 1 / right])
        here = slice(at - 1, at + 2)
        bend[here, here] += rigidity[at] / ((left + right) / 2) * np.outer(turn, turn)
    masses = np.zeros(n)
    link = (mass[:-1] + mass[1:]) / 2 * step
    masses[:-1] += link / 2
    masses[1:] += link / 2
    for place, lump in lumps:
        masses[int(np.abs(places - place).argmin())] += lump
    return bend, masses


def frequencies(bend, masses, pin):
    """Of the chain held at its pin, Hz, the lowest first."""
    free = np.arange(len(masses)) != pin
    weighed = np.sqrt(masses[free])
    # Turned upside down, shifted by its own weak springs, the lowest are the best determined.
    shift = 1e3
    soft = np.linalg.inv(bend[np.ix_(free, free)] + shift * np.diag(masses[free]))
    found = eigvalsh(weighed[:, None] * (soft + soft.T) / 2 * weighed)[::-1]
    return np.sqrt(np.maximum(1 / found[:6] - shift, 0)) / (2 * math.pi)


def falls(weight, inside, above, moment):
    """Tilt that is left about an edge, by halving: W (d cos t - h sin t) + M = 0."""

    def keeps(tilt):
        return weight * (inside * math.cos(tilt) - above * math.sin(tilt)) + moment

    low, high = -math.pi / 2, math.pi / 2
    for _ in range(80):
        middle = (low + high) / 2
        if keeps(middle) > 0:
            low = middle
        else:
            high = middle
    return low
