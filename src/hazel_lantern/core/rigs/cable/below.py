"""What is below the flight: ground, set and people, and what is left over them."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.rigs.cable.answer import CableAnswer


def clearances(answer: CableAnswer) -> dict[str, float]:
    """What is left under the camera, margins and bounce taken off, by what it is over, m."""
    around, place = answer.design.around, answer.course.place
    low = answer.line_up - answer.lowest - answer.jolt.height
    found = {"the ground": float((low - answer.ground_at(place)).min()) - around.margin}
    for number, one in enumerate(around.beneath, start=1):
        near = np.abs(place - one.at) <= one.width / 2 + answer.half_length
        # Between two marks it passes over as well: it is as low there as at the nearer one.
        near[int(np.abs(place - one.at).argmin())] |= bool(
            place.min() - answer.half_length <= one.at <= place.max() + answer.half_length
        )
        if not near.any():
            continue
        top = float(answer.ground_at(one.at)) + one.height
        margin = around.over_heads if one.kind == "person" else around.margin
        name = f"{'the head of person' if one.kind == 'person' else 'set piece'} {number}"
        found[name] = float(low[near].min()) - top - margin
    return found
