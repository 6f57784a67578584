"""Lamps of picture and place: how the subject wanders, who stands where it sweeps, the height."""

from __future__ import annotations

from hazel_lantern.core.lamps import Found, Inputs, check, working
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer
from hazel_lantern.core.units import write

#: How far arms stretched reach from where somebody stands, m; heights of ankle and head.
ARMS, ANKLE, HEAD = 0.9, 0.2, 1.8
#: From the desk's edge to the mast's near side, m.
MAST = 0.02
#: Of the frame the subject may sway over a turn: a person sways as much by herself.
SWAYS = 1 / 16


def wander(answer: OrbitAnswer) -> tuple[float, float]:
    """Peak to peak of the subject in the frame over a turn, across and upright, px.

    The base leans about the bearing's level and the subject does not: in the turning frame it goes
    round by the lean times its height over that level, as it does by standing off the axis.
    """
    design, base = answer.design, answer.design.base
    per_metre = answer.focal_px / answer.distance
    aim = answer.shot.subject
    over = abs(aim.base + 0.66 * aim.height - answer.level)
    row = answer.rows.bearing
    # Half of what a gauge reads is play either way, at half of the ring's width.
    rocks = row.run_out / 2 / (row.width / 2)
    if design.looks == "in":
        across = 2 * (design.inside.off + (base.lean + rocks) * over) * per_metre
        # Leaning moves what is on the axis to and fro, not up: only the ring's lift does.
        return across, row.run_out * per_metre
    # Looking out, a lean of the base nods and rolls the whole picture.
    return 2 * rocks * answer.focal_px, 2 * (base.lean + rocks) * answer.focal_px


@check(
    "frame",
    "Wander",
    "Frame",
    "px",
    None,
    "at most",
    "a sixteenth of the frame over a turn: more is seen as swaying",
)
def frame(answer: OrbitAnswer) -> Found:
    """How far the subject wanders in the frame over a turn."""
    across, upright = wander(answer)
    base, inside = answer.design.base, answer.design.inside
    return Found(
        max(across, upright),
        ("Subject stays in the middle", "Subject wanders in the frame"),
        lambda s: (
            f"Over a turn the subject wanders {write(across, 'px', s)} across and "
            f"{write(upright, 'px', s)} up and down: it stands {write(inside.off, 'length', s)} "
            f"off the axis, the base is {write(base.lean, 'angle', s)} off level, the bearing runs "
            f"out by {write(answer.rows.bearing.run_out, 'fine', s)}."
        ),
        working(
            "across = 2 f (e + (lean + run-out) h) / R;  upright = f run-out / R",
            (
                ("f", "focal length, px", answer.focal_px, "number"),
                ("R", "lens from subject", answer.distance, "length"),
                ("e", "off the axis", inside.off, "length"),
                ("lean", "of the base", base.lean, "angle"),
            ),
            "projection, to the first order",
        ),
        limit=SWAYS * answer.shot.lens.frame_width,
    )


@check(
    "height",
    "Lens height",
    "Shot",
    "length",
    0.05,
    "at most",
    "50 mm off the height asked for",
)
def height(answer: OrbitAnswer) -> Found:
    """Height of the lens against the height asked for."""
    off = answer.lens_height - answer.shot.camera_height
    return Found(
        abs(off),
        ("Lens is at its height", "Lens is too high" if off > 0 else "Lens is too low"),
        lambda s: (
            f"The lens is {write(answer.lens_height, 'length', s)} over the floor; the shot asks "
            f"{write(answer.shot.camera_height, 'length', s)}."
        ),
        working(
            "bearing + spacer + arm + riser + lens axis",
            (
                ("bearing", "over the floor", answer.level, "length"),
                ("riser", "up or down", answer.design.arm.riser, "length"),
            ),
            "sum of heights",
        ),
    )


def clearances(answer: OrbitAnswer) -> dict[str, float]:
    """What is left to people and things, margins taken off, m."""
    design, inside = answer.design, answer.design.inside
    inner, outer = answer.swept
    found = {"people outside": inside.nearest - outer - inside.margin}
    low = min(answer.screw_up, answer.arm_up) + answer.level
    overhead = design.hung and low > HEAD + 0.1
    if overhead:
        found = {"heads below it": low - HEAD}
    if inside.kind == "a table" and answer.screw_up + answer.level < inside.height + 0.4:
        found["the table in the middle"] = inner - inside.radius
    if inside.kind == "a person":
        found["arms stretched in the middle"] = inner - max(inside.radius, ARMS)
    if design.base.kind == "mast at a desk":
        # The mast stands up from the desk's edge through the ring that is swept.
        found["its own mast"] = design.base.mast - MAST - outer
    return found


@check(
    "keep-out",
    "Keep-out",
    "Shot",
    "length",
    0.0,
    "at least",
    "the margin to people, and what stands in the middle; enter only with the arm locked",
)
def keep_out(answer: OrbitAnswer) -> Found:
    """The least room between the swept ring and whoever or whatever stands there."""
    found = clearances(answer)
    inner, outer = answer.swept
    where = min(found, key=lambda name: found[name])
    level = answer.level + answer.arm_up
    hits = "ankles" if level < ANKLE + 0.2 else "heads" if level > 1.4 else "bodies"
    return Found(
        found[where],
        ("Nobody stands where it sweeps", f"Sweeps into {where}"),
        lambda s: (
            f"It sweeps from {write(inner, 'length', s)} to {write(outer, 'length', s)} round the "
            f"axis, at the height of {hits}; {write(abs(found[where]), 'length', s)} are "
            f"{'left to' if found[where] >= 0 else 'missing to'} {where}."
        ),
        working(
            "room = place - outermost corner - margin",
            (
                ("out", "outermost corner", outer, "length"),
                ("in", "innermost", inner, "length"),
                ("margin", "to people", answer.design.inside.margin, "length"),
            ),
            "every corner of what turns",
        ),
    )


def spans(answer: OrbitAnswer) -> tuple[dict[str, float], Inputs]:
    """Free space in the room."""
    room, design = answer.shot.room, answer.design
    highest = answer.level + answer.screw_up
    highest += max((item.up + item.height / 2 for item in answer.load.items), default=0.0)
    if design.hung:
        highest = max(highest, answer.level)
    found = {
        "across the room": room.length - 2 * answer.swept[1],
        "up to the ceiling": room.height - highest,
    }
    return found, (("turns", "outermost corner", answer.swept[1], "length"),)
