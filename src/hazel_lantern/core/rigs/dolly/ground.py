"""What lies under each of a dolly's corners, as its wheels meet it on the way."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.mechanics import roughness, track
from hazel_lantern.core.rigs.dolly.answer import Array, DollyAnswer

#: Between the places at which a line's height is kept, m.
STEP = 0.0005
#: What lifts a wheel, in the order of the rows of `ground`.
SOURCES = ("floor", "seams", "joints", "sleepers", "wheels")


def ground(answer: DollyAnswer, place: Array) -> Array:
    """Height under each corner while the dolly's middle is at places, (sources, corners, n) m.

    A corner with two sets of wheels feels the mean of what they do.
    """
    design, roller = answer.design, answer.rows.roller
    corners, radius = answer.corner_places, roller.diameter / 2
    margin = max(design.sets) + 2 * STEP
    reach = max(float(np.abs(place).max()), answer.shot.move.distance / 2)
    reach += design.base / 2 + 2 * margin
    grid = np.arange(-reach, reach + STEP, STEP)
    lines = [np.stack(_lines(answer, grid, bool(left))) for left in (0, 1)]
    found = np.zeros((len(SOURCES), len(corners), place.size))
    chance = np.random.default_rng(2)
    for corner, (ahead, left) in enumerate(corners.tolist()):
        found[:3, corner] = roughness.met(lines[left > 0], grid[0], STEP, place + ahead)
        for offset in design.sets:
            phase = chance.uniform(0, 2 * math.pi)
            turn = np.sin((place + ahead + offset) / radius + phase)
            found[4, corner] += roller.run_out / 2 / len(design.sets) * turn
    if answer.rails:
        ways, sunk = answer.sinking
        for corner, row in enumerate(sunk):
            # Corners between the ways looked at would shake it, where a rail is smooth.
            found[3, corner] = -_smooth(place, ways, row)
    return found


def _lines(answer: DollyAnswer, grid: Array, left: bool) -> list[Array]:
    """Floor, its seams and the track's joints along a side, each the mean of a corner's sets."""
    radius = answer.rows.roller.diameter / 2
    wavy, seams = floor_lines(answer, grid, left)
    joints = np.zeros_like(grid)
    if answer.design.on_track:
        track_ = answer.design.track
        at = np.array(track_.joints(left))
        by_turns = track_.step * (0.5 - np.mod(np.arange(at.size + 1), 2.0))
        starts, ends = _pieces(at, track_.gap)
        joints = track.axle_heights(grid, starts, ends, by_turns, radius)
    shift = round(max(answer.design.sets) / STEP)
    return [_felt(line, shift) for line in (wavy, seams, joints)]


def _felt(heights: Array, shift: int) -> Array:
    """The mean of two sets that stand so many places ahead and behind."""
    if not shift:
        return heights
    both = np.zeros_like(heights)
    both[shift:-shift] = (heights[: -2 * shift] + heights[2 * shift :]) / 2
    return both


def _pieces(joints: Array, gap: float) -> tuple[Array, Array]:
    """Where the pieces between gaps begin and end, m."""
    far = np.array([1e3])
    return np.concatenate([-far, joints + gap / 2]), np.concatenate([joints - gap / 2, far])


def floor_lines(answer: DollyAnswer, grid: Array, left: bool) -> tuple[Array, Array]:
    """Waves of the floor along a side, and its seams, as wheels or track make them felt, m."""
    design, floor = answer.design, answer.rows.floor
    low, high = grid[0] - design.track.apart, grid[-1] + design.track.apart
    lying = design.on_track and not design.track.sleepered
    bridged = 0.0
    if lying:
        force = float(answer.corners.mean())
        bridged = roughness.bridged_wave(floor.roughness, answer.rigidity, force)
    places, *both = roughness.two_lines(
        floor.roughness, high - low + 0.1, answer.gauge, bridged=bridged
    )
    places, waves = places + low, both[1 - left]
    seams = _seams(answer, left, low, high)
    if not design.on_track:
        radius = answer.rows.roller.diameter / 2
        flat = np.zeros_like(grid) if seams is None else track.axle_heights(grid, *seams, radius)
        return np.interp(grid, places, waves), flat
    if lying:
        # A pipe that lies along the floor bridges its seams.
        return np.interp(grid, places, waves), np.zeros_like(grid)
    # The track lies on its sleepers and bridges what is between them.
    kept, half = 1 - design.track.packing, design.track.length / 2
    apart = design.track.apart
    first = math.floor((low + half) / apart) * apart - half
    sleepers = np.arange(first, high + apart, apart)
    found = [kept * np.interp(sleepers, places, waves), np.zeros_like(sleepers)]
    if seams is not None:
        starts, _, heights = seams
        found[1] = kept * heights[np.searchsorted(starts, sleepers, side="right") - 1]
    return _smooth(grid, sleepers, found[0]), _smooth(grid, sleepers, found[1])


def _seams(
    answer: DollyAnswer, left: bool, low: float, high: float
) -> tuple[Array, Array, Array] | None:
    """Boards or slabs along a side: where each begins and ends, and how high it is, m."""
    floor = answer.rows.floor
    if not floor.seams:
        return None
    joints = np.arange(low + floor.seams / 2, high, floor.seams)
    chance = np.random.default_rng(5)
    heights = chance.uniform(-floor.lip, floor.lip, (2, joints.size + 1))
    # What reaches across under both sides lifts them alike.
    starts, ends = _pieces(joints, floor.gap)
    return starts, ends, heights[1 if left and floor.across < answer.gauge else 0]


def _smooth(at: Array, places: Array, heights: Array) -> Array:
    """Through points at even places with an even slope, as a rail lies; level past them."""
    at = np.clip(at, places[0], places[-1])
    slope = np.gradient(heights, places)
    index = np.clip(np.searchsorted(places, at) - 1, 0, len(places) - 2)
    apart = places[index + 1] - places[index]
    u = (at - places[index]) / apart
    v = 1 - u
    return np.asarray(
        v * v * (1 + 2 * u) * heights[index]
        + u * u * (1 + 2 * v) * heights[index + 1]
        + apart * (u * v * v * slope[index] - u * u * v * slope[index + 1])
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
