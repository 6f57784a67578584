"""What the ride does to the picture: the dolly over joints, dips, its wheels and the floor."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import ride, roughness
from hazel_lantern.core.mechanics import track as mechanics
from hazel_lantern.core.mechanics.ride import Body
from hazel_lantern.core.rigs.dolly.answer import Array, DollyAnswer
from hazel_lantern.core.rigs.dolly.model import DollyDesign

#: The ride is looked at so often in a swing of the body's quickest mode, and so many times a
#: second at the least and at the most.
OFTEN, SLOWEST, FASTEST = 3.0, 60.0, 1000.0
#: Frames a second between which a jump is seen.
FRAMES = 25.0
#: Between the places at which a rail's height is kept, m.
STEP = 0.001
#: Waves that a spectrum shows, Hz.
SLOWEST_WAVE, QUICKEST_WAVE = 0.5, 30.0
SOURCES = ("floor", "joints", "sleepers", "wheels")
#: How each is called in a sentence.
SOURCE_WORDS = dict(
    zip(
        SOURCES,
        ("the floor", "the joints", "the dips between sleepers", "wheels out of round"),
        strict=True,
    )
)


@dataclass(frozen=True)
class Shaking:
    """The ride over the move.

    Attributes
    ----------
    times : (n,) array
        s.
    place : (n,) array
        Way from the middle of the move, m.
    rate : float
        Samples a second.
    body : (3, n) array
        Heave, pitch and roll of the whole, m and rad, from where it began.
    seen : (3, n) array
        What it does to the picture, px: up and down, sideways, and by turning it, as an
        average over its breadth.
    shares : dict
        Root mean square above 1 Hz of each source by itself, px.
    frequencies : (3,) array
        Of the body on its wheels, Hz.
    """

    times: Array
    place: Array
    rate: float
    body: Array
    seen: Array
    shares: dict[str, float]
    frequencies: Array

    @kept
    def spectrum(self) -> tuple[Array, Array]:
        """Waves a second, Hz, and the size of each in up and down, px, where it is plotted."""
        rates, waves = ride.spectrum(self.seen[0], self.rate)
        shown = (rates >= SLOWEST_WAVE) & (rates <= QUICKEST_WAVE)
        return rates[shown], waves[shown]

    @property
    def slow(self) -> Array:
        """What of it sways no more than once a second, (3, n) px: the rest, which is not shake."""
        return self.seen - self.quick

    @kept
    def quick(self) -> Array:
        """What of it moves more than once a second, (3, n) px."""
        return ride.quick_part(self.seen, self.rate)


def body_of(answer: DollyAnswer) -> Body:
    """The dolly as a rigid body on its wheels."""
    load, lumps = answer.carried, answer.lumps
    up = load.height + answer.ground
    pitch = sum(
        one.mass
        * (
            (one.ahead - load.forward) ** 2
            + (one.up - up) ** 2
            + (one.size[0] ** 2 + one.size[2] ** 2) / 12
        )
        for one in lumps
    )
    roll = sum(
        one.mass
        * (
            (one.left - load.sideways) ** 2
            + (one.up - up) ** 2
            + (one.size[1] ** 2 + one.size[2] ** 2) / 12
        )
        for one in lumps
    )
    middle = np.array([load.forward, load.sideways])
    wheels = tuple((ahead, left) for ahead, left in (answer.corner_places - middle).tolist())
    sets, roller = len(answer.design.sets), answer.rows.roller
    return Body(load.mass, pitch, roll, wheels, sets * roller.stiffness, sets * roller.damping)


def joints_of(design: DollyDesign, left: bool) -> list[float]:
    """Where the pieces of a rail meet, from the track's middle, m; the two rails' by turns.

    The right rail begins with half a piece, so that no joint has another beside it.
    """
    track_, half = design.track, design.track.length / 2
    shift = 0.0 if left else track_.piece / 2
    places = [at * track_.piece - half + shift for at in range(track_.pieces + 1)]
    return [place for place in places if -half + 0.01 < place < half - 0.01]


def _floor_lines(answer: DollyAnswer, ends: tuple[float, float]) -> tuple[Array, Array, Array]:
    """Places, and the ground under both sides: the floor, or what the track makes of it."""
    design, (low, high) = answer.design, ends
    rough = answer.rows.floor.roughness
    places, left, right = roughness.two_lines(rough, high - low + 0.1, answer.gauge)
    places = places + low
    if not design.on_track:
        return places, left, right
    # The track lies on its sleepers and bridges what is between them.
    sleepers = np.arange(low, high + design.track.apart, design.track.apart)
    kept = 1 - design.track.packing
    lines = [kept * np.interp(sleepers, places, line) for line in (left, right)]
    fine = np.linspace(low, high, max(int((high - low) / 0.02), 2))
    return fine, _smooth(fine, sleepers, lines[0]), _smooth(fine, sleepers, lines[1])


def _smooth(at: Array, places: Array, heights: Array) -> Array:
    """Through points at even places with an even slope, as a rail lies on its sleepers."""
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


def shake(answer: DollyAnswer) -> Shaking:
    """The ride over the move, all sources together and each by itself."""
    shot, design, roller = answer.shot, answer.design, answer.rows.roller
    body = body_of(answer)
    # Heights are kept a step apart, so a slow dolly meets nothing quicker than its steps.
    speed = float(np.abs(answer.course.speed).max())
    rate = min(OFTEN * float(body.frequencies().max()), speed / STEP, FASTEST)
    rate = max(rate, SLOWEST)
    count = ride.fast_size(math.ceil(shot.pace.duration * rate))
    rate = count / shot.pace.duration
    times = np.arange(count) / rate
    motion = shot.pace.motion(shot.move.distance, times)
    place = shot.move.sense * (motion.place - shot.move.distance / 2)
    grid, lines = _lines(answer)
    corners = answer.corner_places.tolist()
    ground = np.zeros((len(SOURCES), len(corners), times.size))
    chance = np.random.default_rng(2)
    radius = roller.diameter / 2
    for corner, (ahead, left) in enumerate(corners):
        at = place + ahead
        # Grid places are even, so where each falls is found once for all lines.
        index = (at - grid[0]) / STEP
        below = index.astype(np.intp)
        share = index - below
        for source, line in enumerate(lines[left > 0]):
            ground[source, corner] = line[below] + share * (line[below + 1] - line[below])
        ground[2, corner] *= answer.corners[corner].mean()
        for offset in design.sets:
            phase = chance.uniform(0, 2 * math.pi)
            turn = np.sin((at + offset) / radius + phase)
            ground[3, corner] += roller.run_out / 2 / len(design.sets) * turn
    moved = body.answer(ground, rate)
    seen = _in_picture(moved, answer)
    sizes = np.sqrt((ride.quick_size(seen, rate) ** 2).sum(axis=-1))
    return Shaking(
        times,
        place,
        rate,
        moved.sum(axis=0),
        seen.sum(axis=0),
        dict(zip(SOURCES, sizes.tolist(), strict=True)),
        body.frequencies(),
    )


def _lines(answer: DollyAnswer) -> tuple[Array, tuple[list[Array], list[Array]]]:
    """Even places and, for the right and the left side, heights of floor and joints, m.

    The third of each is what the rail gives under a newton.  A corner with two sets of wheels
    feels the mean of what they do.
    """
    design, rows = answer.design, answer.rows
    track = design.track
    margin = max(design.sets) + 2 * STEP
    reach = answer.shot.move.distance / 2 + design.wheels.wheelbase / 2 + 2 * margin
    grid = np.arange(-reach, reach + STEP, STEP)
    shift = round(max(design.sets) / STEP)
    places, *floor = _floor_lines(answer, (-reach, reach))

    def felt(heights: Array) -> Array:
        if not shift:
            return heights
        both = np.zeros_like(heights)
        both[shift:-shift] = (heights[: -2 * shift] + heights[2 * shift :]) / 2
        return both

    span, radius = mechanics.span(track.joint != "butted"), rows.roller.diameter / 2
    found: tuple[list[Array], list[Array]] = ([], [])
    for left in (0, 1):
        found[left].append(felt(np.interp(grid, places, floor[1 - left])))
        if not design.on_track:
            continue
        joints = joints_of(design, bool(left))
        found[left].append(
            felt(mechanics.joint_heights(grid, joints, track.gap, track.step, radius))
        )
        rigidity = rows.material.modulus * rows.section.properties.effective_moment
        # Sleepers count from the track's end, so that one lies under it.
        share = np.mod(grid + track.length / 2, track.apart) / track.apart
        dips = np.interp(share, span.share, span.dip) * track.apart**3 / rigidity
        found[left].append(felt(-dips))
    return grid, found


def _in_picture(moved: Array, answer: DollyAnswer) -> Array:
    """Up and down, sideways, and turning of the picture, px."""
    heave, pitch, roll = moved[..., 0, :], moved[..., 1, :], moved[..., 2, :]
    shot, load, focal_px = answer.shot, answer.carried, answer.focal_px
    above = shot.camera_height - answer.ground - load.height
    # A lens square to the way looks to its left: what rolls the dolly tips the lens.
    nose, turn = (pitch, roll) if answer.along else (roll, pitch)
    lift = heave - load.forward * pitch + (answer.mount_left - load.sideways) * roll
    per_metre = focal_px / shot.subject.distance
    half = shot.lens.frame_width / 2
    return np.stack(
        [focal_px * nose + per_metre * lift, per_metre * above * turn, half / math.sqrt(3) * turn],
        axis=-2,
    )
