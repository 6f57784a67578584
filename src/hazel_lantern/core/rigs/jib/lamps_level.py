"""Lamps of the level bars: does the picture tilt, do bars and bolts bear it."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from hazel_lantern.core.lamps import Found, Inputs, check, working
from hazel_lantern.core.mechanics import linkage
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.rows import hole_width
from hazel_lantern.core.rigs.kit.arm import LEAST_LEFT, left_by_hole
from hazel_lantern.core.rigs.kit.seen import SWAY, TOUCH, drift_limit, roll_check, rolled
from hazel_lantern.core.units import Style, write

#: Working shear of an ordinary bolt (class 4.6): half of 0.577 × 240 MPa, Pa.
BOLT_SHEAR = 70e6
#: A cable is used to this share of its breaking strength.
CABLE_SHARE = 1 / 5
#: Of its breaking strength a cable keeps so much in a loop with clips.
CABLE_END = 0.8
#: A slender bar in compression is used to this share of its buckling load.
BUCKLING_SHARE = 1 / 3


def _drilling(answer: JibAnswer) -> Inputs:
    """What tilts the platform, for the working."""
    design, held = answer.design.level, answer.levelling
    return (
        ("p", "pin spacing", design.pins, "length"),
        ("a", "front", answer.design.boom.front, "length"),
        ("bar", "drilling error along boom and bar", held.along_error, "fine"),
        ("pair", "drilling error of a pin pair", held.pair_error, "fine"),
        ("wider", "platform pins wider than the post's by", design.pins_more, "fine"),
        ("play", "of a joint", answer.rows.pivot.play, "fine"),
    )


CLOSURE = "exact closure of the four bars; worst of all signs of the drilling errors"
CABLES = "balance of two elastic cables and the load; worst of all signs of the drilling errors"


def _closure(answer: JibAnswer) -> str:
    return CABLES if answer.design.level.kind == "twin cables" else CLOSURE


@check(
    "level",
    "Tilt over the swing",
    "Frame",
    "px",
    None,
    "at most",
    "12 px in a frame 1920 px wide, or 4 % of how far the rise sends the picture through the "
    "frame: less is taken for the rise itself",
)
def level(answer: JibAnswer) -> Found:
    """What the change of tilt over the move does to the picture, drilled as wrong as may be."""
    design, tilt, flow = answer.design.level, answer.tilt_over_move, answer.flow
    change, constant = float(np.ptp(tilt)), float((tilt.max() + tilt.min()) / 2)
    shown = answer.in_picture(tilt)
    applies = design.kind != "none" and answer.along

    def meaning(style: Style) -> str:
        if design.kind == "none":
            return "The head keeps the camera level by itself; see how far it can tilt."
        if not applies:
            return "The camera looks across the boom, so a tilt of the platform is roll."
        trim = abs(math.tan(constant)) * design.pins
        whole = answer.in_picture(answer.stop_to_stop(answer.tilts[answer.worst_tilt]))
        return (
            f"With every hole off by its drilling error the camera tilts "
            f"{write(change, 'angle', style)} over the move, "
            f"{write(float(np.ptp(shown)), 'px', style)} in a picture that the rise itself moves "
            f"by {write(flow, 'px', style)}; from stop to stop it would be "
            f"{write(float(np.ptp(whole)), 'px', style)}. A steady "
            f"{write(abs(constant), 'angle', style)} {'down' if constant < 0 else 'up'} comes on "
            f"top: trim it out at the head, or with {write(trim, 'fine', style)} of "
            f"{'bar' if design.kind == 'solid bar' else 'tightener'}."
        )

    return Found(
        float(np.ptp(shown)) if applies else 0.0,
        ("Keeps level over the swing" if applies else "No tilt along the boom", "Tilts in sight"),
        meaning,
        working(
            f"{_closure(answer)}; limit = 4 % of the flow",
            (
                *_drilling(answer),
                ("f", "focal length in pixels", answer.focal_px, "px"),
                ("change", "of tilt over the move", change, "angle"),
                ("steady", "tilt that can be trimmed out", constant, "angle"),
                ("flow", "of the picture over the move", flow, "px"),
            ),
            "planar linkage; pinhole projection",
        ),
        limit=drift_limit(answer.shot.lens.frame_width, flow),
        applies=applies,
        over_move=np.abs(shown - shown[0]),
    )


@roll_check
def roll(answer: JibAnswer) -> Found:
    """How far the horizon turns over the move: a tilt, where the camera looks across the boom."""
    applies = answer.design.level.kind != "none" and not answer.along
    because = "With every hole off by its drilling error the platform tilts"
    if not applies:
        because = "Nothing in the plane of the arm turns a camera that looks along it"
    turned = answer.tilt_over_move if applies else np.zeros_like(answer.course.swing)
    return replace(rolled(turned, because, _drilling(answer), _closure(answer)), applies=applies)


@check(
    "play",
    "Rock of the joints",
    "Frame",
    "px",
    None,
    "at most",
    "2 px either way in a frame 1920 px wide",
)
def play(answer: JibAnswer) -> Found:
    """How far the bar's play lets the picture rock, where the load does not keep it closed."""
    design, held = answer.design, answer.levelling
    applies = design.level.kind == "solid bar"
    loose = float(answer.in_picture(np.asarray(held.rock)))
    lens = abs(design.platform.rise + answer.load.lens_axis)
    hurry = answer.centre.mass * float(np.abs(answer.course.acceleration).max())
    disturbs = (TOUCH + hurry * design.boom.front) * lens
    closed = abs(held.moment) > disturbs
    return Found(
        0.0 if closed or not applies else loose,
        ("Joints do not rock" if applies else "No bar to rock", "Joints rock in sight"),
        lambda s: (
            "Cables have no play while they are taut, and a head has its own."
            if not applies
            else f"The play of {write(answer.rows.pivot.play, 'fine', s)} in the bar's joints is "
            f"worth {write(loose, 'px', s)} either way. The load's weight "
            f"{'keeps it to one side' if closed else 'does not keep it to one side'}: it turns "
            f"the platform with {write(abs(held.moment), 'torque', s)}, a hand on the focus ring "
            f"and the move with {write(disturbs, 'torque', s)}."
        ),
        working(
            "rock = f play / p, where m g e does not exceed (touch + m a) h",
            (
                ("play", "of a joint", answer.rows.pivot.play, "fine"),
                ("p", "pin spacing", design.level.pins, "length"),
                ("f", "focal length, or half of the frame, in pixels", answer.focal_px, "px"),
                ("m g e", "the load about the front pin", held.moment, "torque"),
                ("touch", "a hand on the focus ring", TOUCH, "force"),
                ("h", "lens above the pin", lens, "length"),
            ),
            "clearance of two joints on one bar; a joint that is pulled one way stays closed",
        ),
        limit=SWAY * answer.shot.lens.frame_width,
        applies=applies,
    )


@check(
    "head",
    "Tilt asked of the head",
    "Frame",
    "angle",
    None,
    "at most",
    "how far the stabilised head can tilt either way",
)
def head(answer: JibAnswer) -> Found:
    """An open boom: how far the head must tilt against it to keep the camera level."""
    swing, applies = answer.course.swing, answer.design.level.kind == "none"
    can = answer.design.platform.head_range
    return Found(
        np.abs(swing) if applies else 0.0,
        ("Head tilts far enough" if applies else "No head to tilt", "Head runs out of tilt"),
        lambda s: (
            f"Over the move the boom goes from {write(float(swing.min()), 'angle', s)} to "
            f"{write(float(swing.max()), 'angle', s)}, and the head must tilt as far the other "
            f"way; it can tilt {write(can, 'angle', s)}."
            if applies
            else "Bars or cables keep the platform level, so the head has nothing to take up."
        ),
        working(
            "tilt = swing of the boom",
            (("range", "the head tilts either way by", can, "angle"),),
            "geometry of a boom that carries its head along",
        ),
        limit=can,
        applies=applies,
    )


@check(
    "bars-clear",
    "Room between the bars",
    "Frame",
    "length",
    0.004,
    "at least",
    "4 mm, so that nothing is pinched by a washer or a bent edge",
)
def bars_clear(answer: JibAnswer) -> Found:
    """What is left between the boom and the bar or cable beside it, at every swing."""
    design, rows = answer.design, answer.rows
    applies = design.level.kind != "none"
    least_pins = design.level.pins + min(design.level.pins_more, 0.0)
    beside = rows.bar.height if design.level.kind == "solid bar" else rows.wire.diameter
    # On a cradle the boom is nearer to the bar's post end.
    lifted = design.pivots.lifted
    taken = (rows.section.height + beside) / 2 + lifted
    gap = least_pins * np.cos(answer.stop_to_stop(answer.levelling.swing)) - taken
    least = float(gap.min())
    name = "bar" if design.level.kind == "solid bar" else "cable"
    return Found(
        least if applies else 1.0,
        (
            "Bars clear each other" if applies else "No bar to clear",
            f"Boom and {name} meet" if least < 0 else f"Boom and {name} nearly meet",
        ),
        lambda s: (
            f"At the steeper stop boom and {name} come as near as {write(least, 'length', s)}."
            if applies
            else "Nothing runs beside the boom."
        ),
        working(
            "gap = p cos(swing) - (boom + bar) / 2 - lifted",
            (
                ("lifted", "boom above its pivot", lifted, "length"),
                ("p", "the narrower pin spacing", least_pins, "length"),
                ("boom", "height of the boom", rows.section.height, "length"),
                ("bar", f"height of the {name}", beside, "length"),
                ("swing", "the steeper stop", float(np.abs(answer.whole).max()), "angle"),
            ),
            "a parallelogram closes with the cosine of its swing",
        ),
        applies=applies,
        over_move=least_pins * np.cos(answer.over_move(answer.levelling.swing)) - taken,
    )


@dataclass(frozen=True)
class _Hole:
    """A hole that its part is too small for: the part, its height and the hole's width, m."""

    part: str
    height: float
    width: float


def _too_wide(answer: JibAnswer) -> _Hole | None:
    """The joint whose hole leaves nothing of what it goes through."""
    rows, boom = answer.rows, answer.design.boom
    main, small = (hole_width(rows, bolt) for bolt in (rows.main_bolt, rows.bolt))
    tip, _ = rows.pieces[-1]
    share = boom.tip_height if boom.form == "tapered board" else 1.0
    holes = [_Hole("boom at the front pin", tip.height * share, small)]
    if not answer.design.pivots.clamped:
        holes.append(_Hole("boom at the pivot", rows.section.height, main))
    if answer.design.level.kind == "solid bar":
        holes.append(_Hole("link bar", rows.bar.height, small))
    worst = max(holes, key=lambda hole: hole.width - hole.height)
    return worst if worst.width > worst.height - 2 * LEAST_LEFT else None


def _uses(answer: JibAnswer) -> dict[str, tuple[float, float]]:
    """Each thing that is pulled or sheared: share used, and its force, N."""
    design, rows, held = answer.design, answer.rows, answer.levelling
    planes = 2 if design.pivots.shear == "double shear" else 1
    turning = math.hypot(answer.turning_mass * GRAVITY, answer.drawn)
    bolt = rows.bolt.stress_area * planes * BOLT_SHEAR
    if design.pivots.on_head:
        return {"front bolt": (answer.payload * GRAVITY / bolt, answer.payload * GRAVITY)}
    uses = {"main bolt": (turning / (rows.main_bolt.stress_area * planes * BOLT_SHEAR), turning)}
    if design.level.kind == "none":
        return uses
    if design.level.kind == "twin cables":
        front = math.hypot(answer.payload * GRAVITY, answer.drawn)
        uses["front bolt"] = (front / bolt, front)
        pulls = np.stack([held.cables.upper, held.cables.lower])
        least, most = float(pulls.min()), float(pulls.max())
        uses["slack cable"] = (1 - least / design.level.preload, least)
        uses["tight cable"] = (most / (rows.wire.breaking * CABLE_END * CABLE_SHARE), most)
        return uses
    steepest = float(np.abs(held.swing).max())
    pull = float(linkage.bar_pull(held.moment, design.level.pins, steepest))
    # The bar pulls along itself: the higher the arm, the more of it adds to the weight.
    along = linkage.bar_pull(held.moment, design.level.pins, held.swing)
    weight, cos, sin = answer.payload * GRAVITY, np.cos(held.swing), np.sin(held.swing)
    front = float(np.hypot(along * cos, weight + along * sin).max())
    uses["front bolt"] = (front / bolt, front)
    uses["bar bolt"] = (abs(pull) / bolt, abs(pull))
    section, material = rows.bar.properties, rows.bar_material
    hole = hole_width(rows, rows.bolt)
    bears = section.area * left_by_hole(rows.bar, hole)[0] * material.working_stress
    if pull < 0:
        # The load hangs behind the pin and pushes the bar: it may buckle before it yields.
        length = design.radius + design.level.longer
        least = min(section.second_moment, section.sideways_moment)
        buckles = math.pi**2 * material.modulus * material.creep_factor * least / length**2
        bears = min(bears, buckles * BUCKLING_SHARE)
    uses["bar"] = (abs(pull) / bears, abs(pull))
    return uses


_WORDS = {
    "main bolt": "The main bolt shears",
    "front bolt": "The front bolt shears",
    "bar bolt": "A bar bolt shears",
    "bar": "The bar gives way",
    "slack cable": "A cable goes slack",
    "tight cable": "A cable is pulled too hard",
}


def _hole_lamp(answer: JibAnswer, hole: _Hole) -> Found:
    """A hole that cannot be drilled comes before what the parts could bear."""
    kind = answer.rows.pivot.name.lower()
    return Found(
        (hole.width + 2 * LEAST_LEFT) / hole.height,
        ("", f"Hole too wide for the {hole.part}"),
        lambda s: (
            f"{kind.capitalize()} needs a hole {write(hole.width, 'fine', s)} wide; the "
            f"{hole.part} is {write(hole.height, 'length', s)} high, and "
            f"{write(LEAST_LEFT, 'fine', s)} must be left above and below."
        ),
        working(
            "(hole + 2 × left) / height",
            (
                ("hole", "for the joint", hole.width, "fine"),
                ("left", "above and below it", LEAST_LEFT, "fine"),
                ("height", f"of the {hole.part}", hole.height, "length"),
            ),
            "sizes of joint and section",
        ),
    )


@check(
    "bars",
    "Strength of bars, cables, bolts",
    "Frame",
    "percent",
    1.0,
    "at most",
    "working stress of the bar, half of the shear yield of an ordinary bolt, a fifth of what a "
    "cable with its loops breaks at, and no cable slack",
)
def bars(answer: JibAnswer) -> Found:
    """The most used of bar, cables and bolts, at the steepest stop."""
    uses, hole = _uses(answer), _too_wide(answer)
    if hole is not None:
        return _hole_lamp(answer, hole)
    name, (share, force) = max(uses.items(), key=lambda use: use[1][0])
    cables = answer.design.level.kind == "twin cables"
    return Found(
        share,
        ("Bars, cables and bolts bear it" if cables else "Bar and bolts bear it", _WORDS[name]),
        lambda s: (
            f"The {name} is the most used, with {write(abs(force), 'force', s)}: "
            f"{write(share, 'percent', s)} of what it may bear. The camera's weight stands "
            f"{write(abs(answer.overhang), 'length', s)} "
            f"{'ahead of' if answer.overhang >= 0 else 'behind'} the front pin; that is what "
            f"{'the cables' if cables else 'the bar'} must hold."
        ),
        working(
            "bar: F = m g e / (p cos(swing)); cables: from their stretch at every swing, every "
            "hole off by its drilling error, and both must stay taut",
            (
                ("m", "camera and what is with it", answer.centre.mass, "mass"),
                ("e", "its weight ahead of the front pin", answer.overhang, "length"),
                ("p", "pin spacing", answer.design.level.pins, "length"),
                *((use, "used", share, "percent") for use, (share, _) in uses.items()),
            ),
            "statics of the platform; Shigley, bolts in shear and columns",
        ),
    )
