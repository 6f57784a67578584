"""The slider from above: rails, carriage, feet, and the path of the weight over them."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.figures import box, item_box, item_role
from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.rigs.slider.parts import PLATE_MARGIN
from hazel_lantern.core.rigs.slider.sketch_places import Rail
from hazel_lantern.core.rigs.slider.statics import support_places
from hazel_lantern.core.sketch import (
    Arrow,
    Dimension,
    Disc,
    Handle,
    Line,
    Shape,
    Sketch,
    Thing,
)

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.workshop import Workshop


def from_above(rig: Rig, assessment: Assessment, mark: int, workshop: Workshop) -> Sketch:
    """From above at a mark: rails, carriage, feet, and the path of the weight over them."""
    side = Rail(rig, assessment, mark)
    design, answer = side.design, side.answer
    rails, carriage, supports = design.rails, design.carriage, design.supports
    width = side.parts.section.properties.width
    half_length = rails.length / 2
    gauge = rails.spacing if rails.arrangement == "pair" else 0.0
    lanes = (-gauge / 2, gauge / 2) if gauge else (0.0,)
    out = float(answer.course.place[mark]) - half_length
    things: list[Thing] = []
    feet_reach = 0.0
    if supports.kind in ("stand", "end stands"):
        stand = workshop.catalogue.find("stands", supports.stand)
        corners = standing.regular_polygon(stand.feet, supports.foot_spread)
        feet_reach = standing.foot_reach(stand.feet, supports.foot_spread)
        for place in support_places(design):
            x = place - half_length
            feet = tuple((x + float(px), float(py)) for px, py in corners)
            things.append(Shape(feet, "guide", hollow=True, dashed=True))
            for foot in feet:
                things.append(Line(((x, 0.0), foot), "stand", 0.016))
    else:
        breadth = max(gauge, 0.1)
        for place in support_places(design):
            x = place - half_length
            things.append(
                Shape(box(x - 0.035, -breadth / 2 - 0.03, x + 0.035, breadth / 2 + 0.03), "timber")
            )
    for lane in lanes:
        things.append(Line(((-half_length, lane), (half_length, lane)), "rail", width))
    if gauge:
        for x in (-half_length + 0.02, half_length - 0.02):
            edge = gauge / 2 + PLATE_MARGIN
            things.append(Shape(box(x - 0.02, -edge, x + 0.02, edge), "timber"))
    plate = gauge / 2 + PLATE_MARGIN if gauge else width / 2 + side.parts.wheel.diameter / 2
    half = carriage.length / 2
    for ghost in (0, len(assessment.marks) - 1):
        x = float(answer.course.place[ghost]) - half_length
        if abs(x - out) > 0.02:
            things.append(Shape(box(x - half, -plate, x + half, plate), "ghost", True, True))
    things.append(Shape(box(out - half, -plate, out + half, plate), "timber"))
    thick = min(0.02, side.parts.wheel.diameter / 3)
    for x in (-carriage.wheelbase / 2, carriage.wheelbase / 2):
        for y in (-gauge / 2, gauge / 2) if gauge else (-plate, plate):
            r = side.parts.wheel.diameter / 2
            things.append(
                Shape(box(out + x - r, y - thick / 2, out + x + r, y + thick / 2), "wheel")
            )
    at = (out + carriage.camera_offset, carriage.camera_side)
    for item in sorted(rig.load.items, key=lambda item: item.up):
        x0, x1, y0, y1 = item_box(item, rig.shot.along, "above")
        things.append(Shape(box(at[0] + x0, at[1] + y0, at[0] + x1, at[1] + y1), item_role(item)))
    look = (0.35, 0.0) if rig.shot.along else (0.0, 0.35)
    things.append(Arrow(at, look, "shot"))
    load = answer.load
    track = [(float(p) - half_length + load.forward, load.sideways) for p in answer.course.place]
    things.append(Line((track[0], track[-1]), "mass", dashed=True))
    things.append(Disc((out + load.forward, load.sideways), 0.012, "mass"))
    push_y = -design.drive.push_offset
    sense = rig.shot.sense
    things.append(
        Arrow(
            (out - sense * (half + 0.16), push_y),
            (sense * 0.14, 0.0),
            "force",
            float(np.abs(assessment.traces["push"].values).max()),
        )
    )
    reach = max(half_length, feet_reach) + 0.12
    # Dimension lines stand clear of camera and feet.
    crown, base = max(plate + 0.3, feet_reach), max(plate + 0.02, feet_reach / 2)
    up, low = crown + 0.3, -base - 0.16
    dimensions = [
        Dimension("design.rails.length", (-half_length, crown), (half_length, crown), "above", 1),
        Dimension(
            "design.carriage.length",
            (out - half, crown),
            (out + half, crown),
            "above",
            0,
            "carriage",
        ),
        Dimension(
            "design.carriage.wheelbase",
            (out - carriage.wheelbase / 2, -base),
            (out + carriage.wheelbase / 2, -base),
            "below",
            0,
            "wheelbase",
        ),
        Dimension(
            "design.drive.push_offset",
            (out - sense * (half + 0.16), push_y),
            (out - sense * (half + 0.16), push_y),
            "at",
            0,
            "push",
        ),
    ]
    along = (float(rig.shot.sense), 0.0)
    handles = [
        Handle(
            "mark",
            (out, 0.0),
            0.12,
            along,
            "drag the carriage along the rails",
        ),
        Handle("design.rails.length", (half_length, 0.0), 0.06, (2.0, 0.0), "drag the rail end"),
        Handle("design.rails.length", (-half_length, 0.0), 0.06, (-2.0, 0.0), "drag the rail end"),
    ]
    if gauge:
        dimensions.append(
            Dimension(
                "design.rails.spacing",
                (-half_length, -gauge / 2),
                (-half_length, gauge / 2),
                "left",
            )
        )
        handles.append(
            Handle(
                "design.rails.spacing",
                (-half_length * 0.6, gauge / 2),
                0.05,
                (0.0, 2.0),
                "drag a rail",
            )
        )
    return Sketch(
        things=tuple(things),
        dimensions=tuple(dimensions),
        handles=tuple(handles),
        bounds=(-reach - 0.2, low, reach + 0.1, up),
        title="From above",
        caption="feet may stand any way round; the nearest edge counts",
    )
