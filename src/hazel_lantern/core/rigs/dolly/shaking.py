"""What the ride does to the picture: the dolly on its ground, its pipes, the hand that pushes."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import partial

import numpy as np

from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import contact, ride
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.ride import Body
from hazel_lantern.core.rigs.dolly.answer import Array, DollyAnswer
from hazel_lantern.core.rigs.dolly.ground import SOURCES, STEP, aside, ground, grounds
from hazel_lantern.core.rigs.kit import hand

#: The ride is looked at so often in a swing of the body's quickest mode, and so many times a
#: second at the least and at the most.  Of what a hand does to a very slow move all but a few
#: hundredths is quicker than 1 Hz and slower than half of the least.
OFTEN, SLOWEST, FASTEST = 8.0, 4.0, 1000.0
#: What only sways is looked at so many times a second: it moves no more than once in a second,
#: and its worst is then met within a hundredth.
SWAYS = 64.0
#: A ride is judged over so many floors of a kind, and may fail on so many of them.
FLOORS, MAY_FAIL = 8, 1
#: A wheel may leave the ground by so much, m: higher it comes out of its groove or catches on what
#: it meets; and land as if dropped from so high, m: at 7 cm/s it begins to be heard.
HIGH, DROP = 0.003, 0.00025
#: Frames a second between which a jump is seen.
FRAMES = 25.0
#: Waves that a spectrum shows, Hz.
SLOWEST_WAVE, QUICKEST_WAVE = 0.5, 30.0
#: How what shakes it is called in a sentence.
SOURCE_WORDS = {
    "floor": "the floor",
    "seams": "the floor's seams",
    "joints": "the joints",
    "sleepers": "the dips between sleepers",
    "wheels": "wheels out of round",
    "pipes": "pipes that are not straight",
    "hand": "the hand that pushes",
    "clatter": "wheels that leave the ground",
}


@dataclass(frozen=True)
class Shaking:
    """The ride over the move on one floor of its kind.

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
    sources : callable
        Gives what each source by itself does to the picture, px, by its name.
    frequencies : (3,) array
        Of the body on its wheels, Hz.
    off : float
        Share of the time in which some wheel is off the ground.
    high : float
        How high a wheel is off the ground at the most, m.
    drop : float
        From how high a wheel would have to be dropped to land as hard as the hardest, m.
    """

    times: Array
    place: Array
    rate: float
    body: Array
    seen: Array
    sources: Callable[[], dict[str, Array]]
    frequencies: Array
    off: float
    high: float
    drop: float

    @kept
    def shares(self) -> dict[str, float]:
        """Root mean square above 1 Hz of each source by itself, px."""
        return {
            name: float(np.sqrt((ride.quick_size(one, self.rate) ** 2).sum())) if one.any() else 0.0
            for name, one in self.sources().items()
        }

    @property
    def clatter(self) -> float:
        """How high its wheels leave the ground or how hard they land, as a share of enough."""
        return max(self.high / HIGH, self.drop / DROP)

    @property
    def worst(self) -> str:
        """The source that shakes it most."""
        return max(self.shares, key=lambda name: self.shares[name])

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

    @kept
    def size(self) -> float:
        """Root mean square of that, px."""
        return ride.root_mean_square(self.quick)


def decides(figures: Sequence[float]) -> int:
    """Which of several floors decides: all but `MAY_FAIL` of them are no worse."""
    return int(np.argsort(figures, kind="stable")[max(len(figures) - 1 - MAY_FAIL, 0)])


@dataclass(frozen=True, eq=False)
class Rides:
    """The rides over several floors of a kind, worked out when they are looked at."""

    answer: DollyAnswer

    @kept
    def whole(self) -> tuple[Shaking, ...]:
        """With all that shakes it."""
        return shake(self.answer, FASTEST)

    @kept
    def slow(self) -> tuple[Shaking, ...]:
        """As far as it only sways."""
        return shake(self.answer, SWAYS, at_rest=True)

    @kept
    def shown(self) -> Shaking:
        """The one that decides how much it shakes."""
        return self.whole[decides([one.size for one in self.whole])]


def body_of(answer: DollyAnswer) -> Body:
    """The dolly as a body on its wheels."""
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
    sets, roller = answer.sets_at_corner, answer.rows.roller
    return Body(
        load.mass,
        pitch,
        roll,
        wheels,
        sets * roller.stiffness,
        sets * roller.damping,
        answer.form.twist(answer),
    )


def shake(answer: DollyAnswer, fastest: float, at_rest: bool = False) -> tuple[Shaking, ...]:
    """The ride over the move on each of `FLOORS`, all sources together and each by itself.

    ``fastest`` is how often it is looked at in a second at the most; ``at_rest`` see
    `contact.ridden`.
    """
    shot, body = answer.shot, body_of(answer)
    # Heights are kept a step apart, so a slow dolly meets nothing quicker than its steps.
    speed = float(np.abs(answer.course.speed).max())
    rate = min(OFTEN * float(body.frequencies().max()), speed / STEP, fastest)
    rate = max(rate, SLOWEST)
    count = ride.fast_size(math.ceil(shot.pace.duration * rate))
    rate = count / shot.pace.duration
    times = np.arange(count) / rate
    motion = shot.pace.motion(shot.move.distance, times)
    place = shot.move.sense * (motion.place - shot.move.distance / 2)
    heights = grounds(answer, place, FLOORS)
    loads = np.stack([np.interp(times, answer.course.times, row) for row in answer.corners])
    ridden = contact.ridden(body, heights, loads, rate, at_rest)
    held, slid = _pushed(answer, body, times)
    pipes = _slid(answer, np.zeros_like(times), *aside(answer, place))

    def sources(floor: int) -> dict[str, Array]:
        """Each by itself, as it would shake it with every wheel down."""
        found = dict.fromkeys(SOURCES, np.zeros((3, count)))
        # Worked out anew: kept, it would be most of what a long move takes of memory.
        for name, under in zip(SOURCES, ground(answer, place, floor), strict=True):
            if under.any():
                found[name] = _in_picture(body.answer(under, rate), answer)
        found |= {"clatter": _in_picture(ridden.left[floor], answer), "pipes": pipes}
        return {**found, "hand": _in_picture(held, answer) + slid} if answer.by_hand else found

    moved = ridden.moved + held
    seen = _in_picture(moved, answer) + pipes + slid
    drops = ridden.hard**2 / (2 * GRAVITY)
    return tuple(
        Shaking(
            times,
            place,
            rate,
            moved[floor],
            seen[floor],
            partial(sources, floor),
            body.frequencies(),
            float(ridden.off[floor]),
            float(ridden.high[floor]),
            float(drops[floor]),
        )
        for floor in range(FLOORS)
    )


def _pushed(answer: DollyAnswer, body: Body, times: Array) -> tuple[Array, Array]:
    """What an unsteady hand does: it tips the body, (3, n) m and rad, and slides it, (3, n) px."""
    none = np.zeros_like(times)
    if not answer.by_hand:
        return np.stack([none] * 3), np.stack([none] * 3)
    soft = answer.design.drive.handle == "a soft link"
    load, unsteady = answer.carried, answer.settings.hand_unsteady
    ahead, force = hand.sent(times, unsteady, load.mass, soft)
    # Far slower than the body swings: it tips as it would if pushed and held.
    tips = (answer.corner_places[:, 0] - load.forward) ** 2
    pitched = force * (load.height - load.push_height) / (body.stiffness * tips.sum())
    return np.stack([none, pitched, none]), _slid(answer, ahead, none, none)


def _in_picture(moved: Array, answer: DollyAnswer) -> Array:
    """Up and down, sideways, and turning of the picture, px."""
    heave, pitch, roll = moved[..., 0, :], moved[..., 1, :], moved[..., 2, :]
    shot, load, focal_px = answer.shot, answer.carried, answer.focal_px
    above = shot.camera_height - answer.ground - load.height
    # A lens square to the way looks to its left: what rolls the dolly tips the lens.
    nose, turn = (pitch, roll) if answer.along else (roll, pitch)
    # What lifts the left side sends the top to the right, what lifts the nose sends it back.
    aside_ = -above * turn if answer.along else above * turn
    lift = heave - load.forward * pitch + (answer.mount_left - load.sideways) * roll
    per_metre = focal_px / shot.subject.distance
    half = shot.lens.frame_width / 2
    return np.stack(
        [focal_px * nose + per_metre * lift, per_metre * aside_, half / math.sqrt(3) * turn],
        axis=-2,
    )


def _slid(answer: DollyAnswer, ahead: Array, to_left: Array, turned: Array) -> Array:
    """The same of a dolly sent along its way, to its left, and turned to its left, (3, n) px."""
    per_metre = answer.focal_px / answer.shot.subject.distance
    larger = answer.shot.lens.frame_width / 2 / math.sqrt(3) / answer.shot.subject.distance
    # A lens square to the way looks to its left: what goes ahead then passes, as the picture's.
    across, nearer = (to_left, ahead) if answer.along else (-ahead, to_left)
    aside_ = answer.focal_px * turned + per_metre * across
    return np.stack([np.zeros_like(aside_), aside_, larger * nearer])
