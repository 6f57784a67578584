"""Lamps of what bends and shakes: beam, boards, side sway, drift, boom, bounce."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from hazel_lantern.core.lamps import Found, Inputs, check, not_at_stake, working
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.mechanics.boom import settle_time
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.kit.seen import drift_limit
from hazel_lantern.core.rigs.kit.words import BREAKS
from hazel_lantern.core.rigs.overhead.answer import Array, OverheadAnswer
from hazel_lantern.core.units import write

#: Of the span a beam may dip, of the boom its end.
DIPS, BOOM_DIPS = 1 / 300, 1 / 100
#: Of the frame's width the picture may sway under a hand at the lens.
SWAYS = 0.05
#: A knock is forgotten after so long, s.
SETTLES = 6.0
#: Places along a beam at which it is looked how hard it is bent.
ALONG = 101


@check("beam-dip", "Beam dip", "Frame", "fine", None, "at most", "a three hundredth of the span")
def beam_dip(answer: OverheadAnswer) -> Found:
    """How far rail or beam hangs down under trolley and itself."""
    sunk = answer.sinks.max(axis=0)
    most, span = float(sunk.max()), answer.design.holding.span
    boards, own = answer.boards, answer.design.carrier
    slides = boards is not None and own.joint == "screwed"
    return Found(
        sunk,
        ("Beam is stiff enough", "Beam sags"),
        lambda s: (
            f"Under the trolley it hangs {write(most, 'fine', s)} down, "
            f"{write(answer.own_sag, 'fine', s)} of it by its own weight."
            + (" Screwed boards slide on each other: glue makes them one." if slides else "")
        ),
        working(
            "dip = W L³ / 48 E I + W L / 4 G A + 5 w L³ / 384 E I, and what the supports give",
            (
                ("W", "on the trolley", answer.weight, "force"),
                ("L", "between supports", span, "length"),
                ("I", "of one as it bends", answer.shape.effective_moment, "second_moment"),
                ("w", "beam itself", answer.line_mass * GRAVITY * span, "force"),
            ),
            "beam elements with shear; boards on screws by the gamma rule",
        ),
        limit=DIPS * span,
    )


@check(
    "beam-stress",
    "Beam strength",
    "Frame",
    "percent",
    1.0,
    "at most",
    "the material's working stress, and what a screw of a beam of boards holds",
)
def beam_stress(answer: OverheadAnswer) -> Found:
    """Bending against the working stress; the most loaded screw."""
    # Under a wheel, or where the own weight beside it adds more than the load has lost by then.
    span, own = answer.design.holding.span, answer.line_mass * GRAVITY * answer.design.holding.span
    along = np.linspace(0.0, span, ALONG)[:, None] + 0.0 * answer.wheels_at[:1]
    places = np.concatenate([answer.wheels_at, along])
    most = float(np.abs(answer.beam.bending_moment(answer.response, places)).max())
    material, modulus = answer.rows.material, answer.shape.modulus * answer.design.rails
    stress = most / modulus
    shares = {"boards" if answer.boards else "rail": stress / material.working_stress}
    screw = 0.0
    carrier = answer.design.carrier
    if answer.boards is not None and carrier.joint == "screwed":
        screw = answer.stiff.screw * (answer.weight + own / 2)
        shares["screw"] = screw / carrier.screw_holds
    worst = max(shares, key=lambda name: shares[name])
    breaks = BREAKS[material.failure]
    return Found(
        shares[worst],
        ("Beam is strong enough", "Screws tear" if worst == "screw" else f"Beam {breaks}"),
        lambda s: (
            f"It is bent with {write(stress, 'stress', s)} of "
            f"{write(material.working_stress, 'stress', s)}; {material.name.lower()} "
            f"{material.note}."
            + (
                f" A screw beside the support carries {write(screw, 'force', s)} of "
                f"{write(carrier.screw_holds, 'force', s)}."
                if screw
                else ""
            )
        ),
        working(
            "s = M / S;  screw = V g A a s / I, the trolley beside the support",
            (
                ("M", "greatest", most, "torque"),
                ("s", "stress", stress, "stress"),
                ("screw", "carries", screw, "force"),
            ),
            "beam theory; the gamma rule of timber codes",
        ),
    )


def shifted(answer: OverheadAnswer, lean: Array | float) -> Array:
    """How far a lean of the drop moves the picture of the bench, px."""
    f, far, drop = answer.focal_px, answer.distance, abs(answer.hangs)
    lean = np.asarray(lean)
    return np.asarray(f * np.tan(lean) + f * drop * np.sin(lean) / far)


@check(
    "side-sway",
    "Sway to the side",
    "Frame",
    "px",
    None,
    "at most",
    "a twentieth of the frame while a hand pushes at the lens",
)
def side_sway(answer: OverheadAnswer) -> Found:
    """A hand's push from the side at the lens."""
    push, sway = answer.settings.hand_push, answer.sway
    moved, tilted = push * sway.moves, push * sway.tilts
    px = answer.focal_px * (math.tan(min(tilted, 1.5)) + moved / answer.distance)
    return Found(
        px,
        ("Stiff from the side", "Sways like a pendulum"),
        lambda s: (
            f"A push of {write(push, 'force', s)} at the lens moves it {write(moved, 'fine', s)} "
            f"and tilts it {write(tilted, 'angle', s)}: {write(px, 'px', s)}. Of it come from "
            f"twisting {write(push * abs(answer.hangs) / answer.twisting, 'angle', s)}."
        ),
        working(
            "y = F (1/2k + L³/48 E Iy + h²/kt + l³/3 E I);  kt: L/4 G J and the brackets",
            (
                ("F", "hand's push", push, "force"),
                ("h", "lens below the rail", abs(answer.hangs), "length"),
                ("kt", "twisting, in the middle", answer.twisting, "torsion"),
                ("J", "torsion constant", answer.shape.torsion_constant, "second_moment"),
            ),
            "beam, brackets and pole after each other; warping left out",
        ),
        limit=SWAYS * answer.shot.lens.frame_width,
    )


@check(
    "frame-drift",
    "Drift of the frame",
    "Frame",
    "px",
    None,
    "at most",
    "12 px in a frame of 1920, or 4 in 100 of what the move itself sends through it",
)
def frame_drift(answer: OverheadAnswer) -> Found:
    """Slopes of beam and boom and the twist over the move, greatest less least."""
    along, away = answer.leans
    both = np.stack([shifted(answer, along), shifted(answer, away)])
    # From one place to stay in to the next is a cut, not a drift.
    for place in range(1, int(answer.stay[-1]) + 1):
        both[:, answer.stay == place] += both[:, :1] - both[:, answer.stay == place][:, :1]
    drift = float(np.ptp(both, axis=1).max())
    lens, course = answer.shot.lens, answer.course
    x, y = answer.eyes
    moved = math.hypot(float(np.ptp(x)), float(np.ptp(y)))
    flow = picture.flow_across(moved, answer.focal_px, answer.distance)
    inputs: Inputs = (
        ("a", "lean along, greatest less least", float(np.ptp(along)), "angle"),
        ("b", "lean away", float(np.ptp(away)), "angle"),
        ("h", "lens below the rail", abs(answer.hangs), "length"),
        ("d", "to the bench", answer.distance, "length"),
    )
    middle = both - (both.max(axis=1) + both.min(axis=1))[:, None] / 2
    return Found(
        drift,
        ("Picture keeps its way", "Picture wanders off its way"),
        lambda s: (
            f"Over the move the drop leans {write(float(np.ptp(along)), 'angle', s)} along and "
            f"{write(float(np.ptp(away)), 'angle', s)} across as the beam gives, which moves the "
            f"picture by {write(drift, 'px', s)} beside its way. What is steady of it is framing."
        ),
        working("px = f tan(a) + f h sin(a) / d", inputs, "slopes of beam and boom, twist"),
        limit=drift_limit(lens.frame_width, flow),
        over_move=np.abs(middle).max(axis=0) if len(course.times) > 1 else None,
    )


def _no_boom() -> Found:
    return not_at_stake(
        "Hangs by a pole", "There is no boom.", "no boom", "drop", value=0.0, limit=1.0
    )


@check("boom-dip", "Boom dip", "Frame", "fine", None, "at most", "a hundredth of its reach")
def boom_dip(answer: OverheadAnswer) -> Found:
    """How far the boom's end hangs down."""
    if not answer.boom:
        return _no_boom()
    it = answer.bent
    return Found(
        it.dip,
        ("Boom is stiff enough", "Boom hangs down"),
        lambda s: (
            f"Its end hangs {write(it.dip, 'fine', s)} down and slopes "
            f"{write(it.slope, 'angle', s)}: pieces, knuckles and bolt together."
        ),
        working(
            "dip = sum of integrals of M m / E I, and k M m of each knuckle and the bolt",
            (
                ("R", "reach", answer.reach, "length"),
                ("M", "at the bolt", it.root, "torque"),
                ("k", "a knuckle gives, rad per N·m", answer.design.drop.knuckle, "number"),
            ),
            "unit loads",
        ),
        limit=BOOM_DIPS * max(answer.reach, 1e-3),
    )


@check(
    "boom-stress",
    "Boom strength",
    "Frame",
    "percent",
    1.0,
    "at most",
    "working stress of each piece; what knuckles and bolt bear",
)
def boom_stress(answer: OverheadAnswer) -> Found:
    """Pieces, knuckles and bolt."""
    if not answer.boom:
        return _no_boom()
    it, bears = answer.bent, answer.design.drop.bears
    shares = {
        "piece": max(it.stresses),
        "bolt": it.root / bears,
        "knuckle": max((abs(one) for one in it.knuckles), default=0.0) / bears,
    }
    worst = max(shares, key=lambda name: shares[name])
    return Found(
        shares[worst],
        ("Boom is strong enough", f"The boom's {worst} gives way"),
        lambda s: (
            f"At its bolt it is bent with {write(it.root, 'torque', s)} of "
            f"{write(bears, 'torque', s)}; its pieces with {write(max(it.stresses), 'percent', s)} "
            "of what they may bear."
        ),
        working(
            "M / S of each piece; M of each knuckle",
            (
                ("M", "at the bolt", it.root, "torque"),
                ("piece", "most used", shares["piece"], "percent"),
                ("knuckle", "most used", shares["knuckle"], "percent"),
            ),
            "weights beyond each place",
        ),
    )


class Mode(NamedTuple):
    """A way to shake: Hz, and px in the picture right after a knock."""

    name: str
    frequency: float
    px: float


def modes(answer: OverheadAnswer) -> tuple[Mode, Mode]:
    """Up and down, and from side to side, after a knock at the carrier."""
    knock, lens = answer.settings.knock, answer.shot.lens
    stiff, mass = answer.upright
    often = math.sqrt(stiff / mass)
    high = knock / (mass * often)
    # Straight down a change of height only scales the picture: its edges move.
    edges = lens.frame_width / 2 * high / answer.distance
    if answer.boom:
        edges += abs(float(shifted(answer, high * answer.bent.tilts / answer.bent.gives)))
    sway = answer.sway
    side = math.sqrt(1 / (sway.moves * max(answer.carried, 1e-3)))
    wide = knock / (max(answer.carried, 1e-3) * side)
    tilt = wide * sway.tilts / sway.moves
    sways = answer.focal_px * (math.tan(min(tilt, 1.5)) + wide / answer.distance)
    return (
        Mode("up and down", often / (2 * math.pi), edges),
        Mode("side to side", side / (2 * math.pi), sways),
    )


@check(
    "bounce",
    "Shake after a knock",
    "Frame",
    "time",
    SETTLES,
    "at most",
    "6 s after a knock at the bench or a footfall above, until it is less than a pixel",
)
def bounce(answer: OverheadAnswer) -> Found:
    """How long it shakes after an impulse at the carrier."""
    found, damping = modes(answer), answer.design.carrier.damping
    times = [settle_time(one.frequency, damping, one.px, 1.0) for one in found]
    up, side = found
    return Found(
        max(times),
        ("Soon still after a knock", "Shakes long after a knock"),
        lambda s: (
            f"A knock of {answer.settings.knock:.3g} N·s shakes it up and down "
            f"{up.frequency:.1f} times a second by {write(up.px, 'px', s)} and from side to side "
            f"{side.frequency:.1f} times by {write(side.px, 'px', s)}; it is less than a pixel "
            f"after {write(max(times), 'time', s)}."
        ),
        working(
            "A = J / (m w);  t = ln(px) / (w z)",
            (
                ("J", "knock, N·s", answer.settings.knock, "number"),
                ("f", "up and down", up.frequency, "rate"),
                ("g", "side to side", side.frequency, "rate"),
                ("z", "damping", damping, "percent"),
            ),
            "one spring and one mass each way; what bench and rail share hands on all of the knock",
        ),
    )
