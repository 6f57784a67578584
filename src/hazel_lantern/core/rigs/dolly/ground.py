"""What lies under each of a dolly's corners, as its wheels meet it on the way."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from hazel_lantern.core.catalogue.rows import Floor
from hazel_lantern.core.mechanics import roughness, track
from hazel_lantern.core.rigs.dolly.answer import Array, DollyAnswer

#: Between the places at which a line's height is kept, m.
STEP = 0.0005
#: What lifts a wheel, in the order of the rows of `ground`.
SOURCES = ("floor", "seams", "joints", "sleepers", "wheels")


def ground(answer: DollyAnswer, place: Array, floor: int = 0) -> Array:
    """Height under each corner while the dolly's middle is at places, (sources, corners, n) m.

    A corner with two sets of wheels feels the mean of what they do.  ``floor`` is the number of
    one of the floors of its kind.
    """
    return np.concatenate([_floors(answer, place, (floor,))[0], _own(answer, place)])


def grounds(answer: DollyAnswer, place: Array, floors: int) -> Array:
    """The same with all sources together on so many floors of a kind, (floors, corners, n) m."""
    own = _own(answer, place).sum(axis=0)
    return np.asarray(own + _floors(answer, place, range(floors)).sum(axis=1))


def _floors(answer: DollyAnswer, place: Array, floors: Sequence[int]) -> Array:
    """Of floors and their seams, (floors, 2, corners, n) m."""
    design, row = answer.design, answer.rows.floor
    half = _reach(answer, place)
    lies = [_line(answer, half * STEP, left, floors) for left in (False, True)]
    found = np.zeros((len(floors), 2, len(answer.corner_places), place.size))
    for corner, (ahead, left) in enumerate(answer.corner_places.tolist()):
        for offset in design.sets:
            found[:, :, corner] += lies[left > 0](place + ahead + offset) / len(design.sets)
    if row.seams and not design.on_track:
        seams, radius = _Seams.of(row), answer.rows.roller.diameter / 2
        alike = [_alike(answer, left) for left in (False, True)]
        for at, floor in enumerate(floors):
            sides = [_rolled(seams, radius, half, floor, same) for same in alike]
            found[at, 1] = _met(answer, place, sides)
    return found


def _own(answer: DollyAnswer, place: Array) -> Array:
    """Of the track's joints, the dips between its sleepers, and the wheels, (3, corners, n) m."""
    corners, roller = answer.corner_places, answer.rows.roller
    found = np.zeros((3, len(corners), place.size))
    if answer.design.on_track:
        laid, half = answer.design.track, _reach(answer, place)
        joints = [_Joints(tuple(laid.joints(left)), laid.step, laid.gap) for left in (False, True)]
        sides = [_stepped(one, roller.diameter / 2, half) for one in joints]
        found[0] = _met(answer, place, sides)
    chance, sets = np.random.default_rng(2), answer.design.sets
    for corner, (ahead, _) in enumerate(corners.tolist()):
        for offset in sets:
            phase = chance.uniform(0, 2 * math.pi)
            turn = np.sin((place + ahead + offset) / (roller.diameter / 2) + phase)
            found[2, corner] += roller.run_out / 2 / len(sets) * turn
    if answer.rails:
        ways, sunk = answer.sinking
        for corner, row in enumerate(sunk):
            # Corners between the ways looked at would shake it, where a rail is smooth.
            found[1, corner] = -_smooth(place, ways, row)
    return found


def _reach(answer: DollyAnswer, place: Array) -> int:
    """How many steps to either side of the middle of the way all wheels keep within."""
    reach = max(float(np.abs(place).max()), answer.shot.move.distance / 2)
    reach += answer.design.base / 2 + 2 * (max(answer.design.sets) + 2 * STEP)
    return math.ceil(reach / STEP)


def _even(half: int) -> Array:
    """So many places to either side of 0, `STEP` apart, m."""
    return np.asarray(STEP * np.arange(-half, half + 1), dtype=np.float64)


def _met(answer: DollyAnswer, place: Array, sides: list[Array]) -> Array:
    """What each corner meets of a line along the right and the left side, (corners, n) m."""
    shift = round(max(answer.design.sets) / STEP)
    felt = [_felt(line, shift)[None] for line in sides]
    start = -STEP * (len(sides[0]) // 2)
    return np.concatenate(
        [
            roughness.met(felt[left > 0], start, STEP, place + ahead)
            for ahead, left in answer.corner_places.tolist()
        ]
    )


def _felt(heights: Array, shift: int) -> Array:
    """The mean of two sets that stand so many places ahead and behind."""
    if not shift:
        return heights
    both = np.zeros_like(heights)
    both[shift:-shift] = (heights[: -2 * shift] + heights[2 * shift :]) / 2
    return both


class _Joints(NamedTuple):
    """Of a track along a side: where they are, how high their step, how wide their gap, m."""

    places: tuple[float, ...]
    step: float
    gap: float


@lru_cache(maxsize=16)
def _stepped(joints: _Joints, radius: float, half: int) -> Array:
    """Heights of an axle over them at so many places to either side of the middle, m."""
    by_turns = joints.step * (0.5 - np.mod(np.arange(len(joints.places) + 1), 2.0))
    starts, ends = _pieces(np.array(joints.places), joints.gap)
    return track.axle_heights(_even(half), starts, ends, by_turns, radius)


def _pieces(joints: Array, gap: float) -> tuple[Array, Array]:
    """Where the pieces between gaps begin and end, m."""
    far = np.array([1e3])
    return np.concatenate([-far, joints + gap / 2]), np.concatenate([joints - gap / 2, far])


def _alike(answer: DollyAnswer, left: bool) -> bool:
    """Whether a side has the seams of the right one: what reaches across lifts both alike."""
    return not left or answer.rows.floor.across >= answer.gauge


def _line(
    answer: DollyAnswer, reach: float, left: bool, floors: Sequence[int]
) -> Callable[[Array], Array]:
    """Waves of floors along a side, and seams as far as track lies over them, (floors, 2, n) m.

    Floors are where they are, whatever runs over them: a change of the rig meets the same ones.
    """
    laid, row = answer.design.track, answer.rows.floor
    lying = answer.design.on_track and not laid.sleepered
    bridged = 0.0
    if lying:
        force = float(answer.corners.mean())
        bridged = roughness.bridged_wave(row.roughness, answer.rigidity, force)
    reach += laid.apart
    places, waves = np.zeros(0), []
    for floor in floors:
        places, *both = roughness.two_lines(
            row.roughness, 2 * reach, answer.gauge, 1 + floor, bridged
        )
        waves.append(both[1 - left])
    if not answer.design.on_track or lying:

        def bare(at: Array) -> Array:
            # A pipe that lies along the floor bridges its seams.
            found = np.zeros((len(floors), 2, at.size))
            found[:, 0] = [np.interp(at, places, line) for line in waves]
            return found

        return bare
    # The track lies on its sleepers and bridges what is between them.
    kept, half = 1 - laid.packing, laid.length / 2
    first = math.floor((half - reach) / laid.apart) * laid.apart - half
    sleepers = np.arange(first, reach + laid.apart, laid.apart)
    heights = np.zeros((len(floors), 2, sleepers.size))
    heights[:, 0] = [kept * np.interp(sleepers, places, line) for line in waves]
    if row.seams:
        seams, alike = _Seams.of(row), _alike(answer, left)
        for at, floor in enumerate(floors):
            starts, _, lips = seams.pieces(-reach, reach, floor, alike)
            heights[at, 1] = kept * lips[np.searchsorted(starts, sleepers, side="right") - 1]
    return lambda at: _smooth(at, sleepers, heights)


class _Seams(NamedTuple):
    """Boards or slabs of a kind: how far apart their seams, how wide, and how high lips are, m."""

    apart: float
    gap: float
    lip: float

    @classmethod
    def of(cls, floor: Floor) -> _Seams:
        """Of a floor that has some."""
        return cls(floor.seams, floor.gap, floor.lip)

    def pieces(
        self, low: float, high: float, number: int, alike: bool
    ) -> tuple[Array, Array, Array]:
        """Along a side between two places: where each begins and ends, and how high it is, m.

        What reaches across under both sides lifts them ``alike``.
        """
        half = math.ceil(max(-low, high, roughness.COMES_AGAIN / 2) / self.apart)
        joints = np.asarray(self.apart * (np.arange(-half, half) + 0.5), dtype=np.float64)
        # From the middle outwards, so that a longer floor begins like a shorter one.
        chance = np.random.default_rng((5, number)).uniform(-self.lip, self.lip, (half + 1, 2, 2))
        line = chance[:, :, 0 if alike else 1]
        heights = np.concatenate([line[half:0:-1, 0], line[:, 1]])
        first, last = np.searchsorted(joints, (low, high))
        return *_pieces(joints[first:last], self.gap), heights[first : last + 1]


@lru_cache(maxsize=32)
def _rolled(seams: _Seams, radius: float, half: int, number: int, alike: bool) -> Array:
    """Heights of an axle over them at so many places to either side of the middle, m.

    Kept, as most changes of a rig leave its wheels and its way as they are.
    """
    grid = _even(half)
    return track.axle_heights(grid, *seams.pieces(grid[0], grid[-1], number, alike), radius)


def _smooth(at: Array, places: Array, heights: Array) -> Array:
    """Through (..., k) points at even places with an even slope; level past them."""
    at = np.clip(at, places[0], places[-1])
    slope = np.gradient(heights, places, axis=-1)
    index = np.clip(np.searchsorted(places, at) - 1, 0, len(places) - 2)
    apart = places[index + 1] - places[index]
    u = (at - places[index]) / apart
    v = 1 - u
    return np.asarray(
        v * v * (1 + 2 * u) * heights[..., index]
        + u * u * (1 + 2 * v) * heights[..., index + 1]
        + apart * (u * v * v * slope[..., index] - u * u * v * slope[..., index + 1])
    )


def aside(answer: DollyAnswer, place: Array) -> tuple[Array, Array]:
    """How far crooked pipes send the dolly to the left, m, and turn it, rad, at places.

    Each piece bows aside between its ends by its own share of what pipes are out of straight; the
    sleepers hold both pipes of an axle at their gauge, so an axle follows their mean.
    """
    laid = answer.design.track
    if not answer.design.on_track or not laid.crooked:
        return np.zeros_like(place), np.zeros_like(place)
    chance, half = np.random.default_rng(7), laid.length / 2
    base = answer.design.base
    axles = np.stack([place + base / 2, place - base / 2])
    mean = np.zeros_like(axles)
    for left in (False, True):
        ends = np.array([-half, *laid.joints(left), half])
        sagittas = laid.crooked * np.diff(ends) * chance.uniform(-1, 1, ends.size - 1)
        piece = np.clip(np.searchsorted(ends, axles) - 1, 0, ends.size - 2)
        share = np.clip((axles - ends[piece]) / np.diff(ends)[piece], 0.0, 1.0)
        mean += sagittas[piece] * 4 * share * (1 - share) / 2
    ahead, behind = mean
    return (ahead + behind) / 2, (ahead - behind) / base
