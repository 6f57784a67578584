"""Lamps of the level bars: does the picture tilt, do bars and bolts bear it."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics import linkage
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.rows import hole_width
from hazel_lantern.core.rigs.kit.arm import LEAST_LEFT, left_by_hole
from hazel_lantern.core.units import Style, write

#: Change of tilt that is not seen as one, as a share of the frame's width.
UNSEEN = 12 / 1920
#: Working shear of an ordinary bolt (class 4.6): half of 0.577 × 240 MPa, Pa.
BOLT_SHEAR = 70e6
#: A cable is used to this share of its breaking strength.
CABLE_SHARE = 1 / 5
#: A slender bar in compression is used to this share of its buckling load.
BUCKLING_SHARE = 1 / 3


@check(
    "level",
    "Keeps level over the swing",
    "Frame",
    "px",
    None,
    "at most",
    "12 px in a frame 1920 px wide: at that, a tilt is seen as one",
)
def level(answer: JibAnswer) -> Found:
    """Change of tilt over the move with the drilling errors at their worst."""
    design, tilt = answer.design.level, answer.tilt_over_move
    change, constant = float(tilt.max() - tilt.min()), float((tilt.max() + tilt.min()) / 2)
    shown = answer.in_picture(tilt)
    applies = design.kind != "none"
    swing = answer.course.swing

    def meaning(style: Style) -> str:
        if not applies:
            return (
                f"The head keeps the camera level by itself: over the move it must take up "
                f"{write(float(swing.max() - swing.min()), 'angle', style)} of tilt."
            )
        trim = abs(math.tan(constant)) * design.pins
        whole = answer.in_picture(answer.stop_to_stop(answer.tilts[answer.worst_tilt]))
        return (
            f"With every hole off by its drilling error the camera tilts "
            f"{write(change, 'angle', style)} over the move, "
            f"{write(float(shown.max() - shown.min()), 'px', style)} in the picture; from stop to "
            f"stop it would be {write(float(whole.max() - whole.min()), 'px', style)}. A steady "
            f"{write(abs(constant), 'angle', style)} {'down' if constant < 0 else 'up'} comes on "
            f"top: trim it out at the head, or with {write(trim, 'fine', style)} of bar."
        )

    return Found(
        float(shown.max() - shown.min()) if applies else 0.0,
        ("Keeps level over the swing" if applies else "The head keeps level", "Tilts in sight"),
        meaning,
        working(
            "exact closure of the four bars; worst of all signs of the drilling errors",
            (
                ("p", "pin spacing", design.pins, "length"),
                ("a", "front", answer.design.boom.front, "length"),
                ("bar", "drilling error along boom and bar", design.bar_error, "fine"),
                ("pair", "drilling error of a pin pair", design.pins_error, "fine"),
                ("wider", "platform pins wider than the post's by", design.pins_more, "fine"),
                ("f", "focal length in pixels", answer.focal_px, "px"),
                ("change", "of tilt over the move", change, "angle"),
                ("steady", "tilt that can be trimmed out", constant, "angle"),
            ),
            "planar four-bar linkage; pinhole projection",
        ),
        limit=UNSEEN * answer.shot.lens.frame_width,
        applies=applies,
        over_move=np.abs(shown - shown[0]),
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
    tip = rows.tip_section if boom.form == "two nested pieces" else rows.section
    share = boom.tip_height if boom.form == "tapered board" else 1.0
    holes = [_Hole("boom at the pivot", rows.section.height, main)]
    if answer.design.level.kind != "none":
        holes.append(_Hole("boom at the front pin", tip.height * share, small))
    if answer.design.level.kind == "solid bar":
        holes.append(_Hole("link bar", rows.bar.height, small))
    worst = max(holes, key=lambda hole: hole.width - hole.height)
    return worst if worst.width > worst.height - 2 * LEAST_LEFT else None


def _uses(answer: JibAnswer) -> dict[str, tuple[float, float]]:
    """Each thing that is pulled or sheared: share used, and its force, N."""
    design, rows = answer.design, answer.rows
    planes = 2 if design.pivots.shear == "double shear" else 1
    turning = answer.turning_mass * GRAVITY
    uses = {"main bolt": (turning / (rows.main_bolt.stress_area * planes * BOLT_SHEAR), turning)}
    if design.level.kind == "none":
        return uses
    steepest = max(design.swing.up, design.swing.down)
    moment = answer.centre.mass * GRAVITY * answer.overhang
    pull = float(linkage.bar_pull(moment, design.level.pins, steepest))
    bolt = rows.bolt.stress_area * planes * BOLT_SHEAR
    front = math.hypot(answer.payload * GRAVITY, pull)
    uses["front bolt"] = (front / bolt, front)
    if design.level.kind == "twin cables":
        half, tight = abs(pull) / 2, design.level.preload
        uses["slack cable"] = (half / tight, tight - half)
        uses["tight cable"] = ((tight + half) / (rows.wire.breaking * CABLE_SHARE), tight + half)
        return uses
    uses["bar bolt"] = (abs(pull) / bolt, abs(pull))
    section, material = rows.bar.properties, rows.bar_material
    hole = hole_width(rows, rows.bolt)
    bears = section.area * left_by_hole(rows.bar, hole)[0] * material.working_stress
    if pull < 0:
        # The load hangs behind the pin and pushes the bar: it may buckle before it yields.
        length = design.boom.front + design.level.longer
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
    "Bars, cables and bolts bear it",
    "Frame",
    "percent",
    1.0,
    "at most",
    "working stress of the bar, half of the shear yield of an ordinary bolt, a fifth of a "
    "cable's breaking strength, and no cable slack",
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
            "F = m g e / (p cos(swing)); two cables share it, and both must stay taut",
            (
                ("m", "camera and what is with it", answer.centre.mass, "mass"),
                ("e", "its weight ahead of the front pin", answer.overhang, "length"),
                ("p", "pin spacing", answer.design.level.pins, "length"),
                *((use, "used", share, "percent") for use, (share, _) in uses.items()),
            ),
            "statics of the platform; Shigley, bolts in shear and columns",
        ),
    )
