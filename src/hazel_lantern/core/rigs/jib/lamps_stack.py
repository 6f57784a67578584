"""Lamp of the weights on their bar: whether they go on, and whether collars hold them."""

from __future__ import annotations

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.units import write

#: A collar with its screw, m.
COLLAR = 0.016


@check(
    "stack",
    "Room on the weight bar",
    "Load",
    "length",
    0.0,
    "at least",
    "room for a collar outside of the plates, and a bore that goes over the bar",
)
def stack(answer: JibAnswer) -> Found:
    """What is left of the bar outside of plates and collar, or how much too narrow a bore is."""
    weights = answer.design.counterweight
    (thick, mass), (other, less) = weights.sides
    taken = max(thick, other)
    room = weights.bar_side - taken - COLLAR
    bores = [plate.bore for plate in weights.plates if plate.on_bar]
    narrow = min((bore - weights.bar_diameter for bore in bores), default=0.0)
    loaded, tight = bool(bores), narrow < 0
    return Found(
        (narrow if tight else room) if loaded else weights.bar_side,
        (
            "Weights fit on their bar" if loaded else "No weights on the bar",
            "Plates do not go over the bar" if tight else "Bar is too short for the plates",
        ),
        lambda s: (
            f"The fuller side has {write(taken, 'length', s)} of plates and a collar of "
            f"{write(COLLAR, 'length', s)} on {write(weights.bar_side, 'length', s)} of bar; the "
            f"narrowest bore is {write(min(bores), 'fine', s)} over a bar of "
            f"{write(weights.bar_diameter, 'fine', s)}."
            + (
                f" One side is heavier by {write(abs(mass - less), 'mass', s)}: an even number of "
                "each plate would hang straight."
                if abs(mass - less) > 1e-9
                else ""
            )
            if loaded
            else "Nothing is on the bar."
        ),
        working(
            "room = bar - plates of the fuller side - collar",
            (
                ("bar", "free on either side of the arm", weights.bar_side, "length"),
                ("plates", "of the fuller side", taken, "length"),
                ("collar", "with its screw", COLLAR, "length"),
                ("bore", "narrowest, less the bar", narrow, "fine"),
            ),
            "sizes of plates and bar, put on heaviest first, each where less is",
        ),
    )
