"""The slider from above: rails, carriage, feet, and the path of the weight over them."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.rigs.kit.drawing import box, load_shapes
from hazel_lantern.core.rigs.slider.answer import PLATE_MARGIN, SliderAnswer
from hazel_lantern.core.rigs.slider.model import F
from hazel_lantern.core.sketch import Arrow, Dimension, Disc, Handle, Line, Shape, Sketch, Thing


def _stands_on(answer: SliderAnswer, gauge: float) -> list[Thing]:
    """Feet and legs, or blocks."""
    supports, stand = answer.design.supports, answer.rows.stand
    middles = [place - answer.design.rails.length / 2 for place in answer.supports]
    if not answer.on_stands:
        half = max(gauge, 0.1) / 2 + 0.03
        return [Shape(box(x - 0.035, -half, x + 0.035, half), "timber") for x in middles]
    things: list[Thing] = []
    corners = standing.regular_polygon(stand.feet, supports.spread).tolist()
    for x in middles:
        feet = tuple((x + px, py) for px, py in corners)
        things.append(Shape(feet, "guide", hollow=True, dashed=True))
        things += [Line(((x, 0.0), foot), "stand", 0.016) for foot in feet]
    return things


def from_above(answer: SliderAnswer, mark: int) -> Sketch:
    """From above at a mark: rails, carriage, feet, and the path of the weight over them."""
    design, wheel = answer.design, answer.rows.wheel
    rails, carriage, supports = design.rails, design.carriage, design.supports
    width, sense = answer.rows.section.properties.width, answer.shot.move.sense
    half_length = rails.length / 2
    gauge = rails.spacing if answer.rails == 2 else 0.0
    out = float(answer.place[mark]) - half_length
    feet_reach = 0.0
    if answer.on_stands:
        feet_reach = standing.foot_reach(answer.rows.stand.feet, supports.spread)
    things = _stands_on(answer, gauge)
    for lane in (-gauge / 2, gauge / 2) if gauge else (0.0,):
        things.append(Line(((-half_length, lane), (half_length, lane)), "rail", width))
    if gauge:
        edge = gauge / 2 + PLATE_MARGIN
        for x in (-half_length + 0.02, half_length - 0.02):
            things.append(Shape(box(x - 0.02, -edge, x + 0.02, edge), "timber"))
    plate = gauge / 2 + PLATE_MARGIN if gauge else width / 2 + wheel.diameter / 2
    half = carriage.length / 2
    for end in (0, -1):
        x = float(answer.place[end]) - half_length
        if abs(x - out) > 0.02:
            things.append(Shape(box(x - half, -plate, x + half, plate), "ghost", True, True))
    things.append(Shape(box(out - half, -plate, out + half, plate), "timber"))
    thick, r, base = min(0.02, wheel.diameter / 3), wheel.diameter / 2, carriage.wheelbase / 2
    aside = gauge / 2 if gauge else plate
    ends = (out - base, out + base)
    places = [(x, -aside) for x in ends] + [(x, aside) for x in ((out,) if answer.three else ends)]
    for x, y in places:
        things.append(Shape(box(x - r, y - thick / 2, x + r, y + thick / 2), "wheel"))
    at = (out + carriage.camera_offset, carriage.camera_side)
    along = answer.along
    things += load_shapes(answer.load, along, "above", lambda x, y: (at[0] + x, at[1] + y))
    things.append(Arrow(at, (0.35, 0.0) if along else (0.0, 0.35), "shot"))
    carried = answer.carried
    first, last = (
        (float(p) - half_length + carried.forward, carried.sideways)
        for p in (answer.place[0], answer.place[-1])
    )
    things.append(Line((first, last), "mass", dashed=True))
    things.append(Disc((out + carried.forward, carried.sideways), 0.012, "mass"))
    push_at = (out - sense * (half + 0.16), -design.drive.push_offset)
    greatest = float(np.abs(answer.push).max())
    things.append(Arrow(push_at, (sense * 0.14, 0.0), "force", greatest))
    reach = max(half_length, feet_reach) + 0.12
    # Dimension lines stand clear of camera and feet.
    crown, low = max(plate + 0.3, feet_reach), -max(plate + 0.02, feet_reach / 2)
    left, right = (-half_length, crown), (half_length, crown)
    dimensions = [
        Dimension(F.rails.length, left, right, "above", 1),
        Dimension(
            F.carriage.length, (out - half, crown), (out + half, crown), "above", 0, "carriage"
        ),
        Dimension(
            F.carriage.wheelbase, (out - base, low), (out + base, low), "below", 0, "wheelbase"
        ),
        Dimension(F.drive.push_offset, push_at, push_at, "at", 0, "push"),
    ]
    handles = [
        Handle("mark", (out, 0.0), 0.12, (float(sense), 0.0), "drag the carriage along the rails"),
        Handle(F.rails.length, (half_length, 0.0), 0.06, (2.0, 0.0), "drag the rail end"),
        Handle(F.rails.length, (-half_length, 0.0), 0.06, (-2.0, 0.0), "drag the rail end"),
    ]
    if gauge:
        near, far = (-half_length, -gauge / 2), (-half_length, gauge / 2)
        dimensions.append(Dimension(F.rails.spacing, near, far, "left"))
        grip = (-half_length * 0.6, gauge / 2)
        handles.append(Handle(F.rails.spacing, grip, 0.05, (0.0, 2.0), "drag a rail"))
    return Sketch(
        things=tuple(things),
        dimensions=tuple(dimensions),
        handles=tuple(handles),
        bounds=(-reach - 0.2, low - 0.16, reach + 0.1, crown + 0.3),
        title="From above",
        caption="feet may stand any way round; the nearest edge counts",
    )
