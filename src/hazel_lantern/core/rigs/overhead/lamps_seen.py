"""Lamps of what is seen and what comes over heads: coverage, headroom, height, room."""

from __future__ import annotations

from hazel_lantern.core.lamps import Found, Inputs, State, check, not_at_stake, working
from hazel_lantern.core.rigs.kit.place import Spans
from hazel_lantern.core.rigs.overhead.answer import OverheadAnswer
from hazel_lantern.core.rigs.overhead.seen import camera_half, over_head, seen
from hazel_lantern.core.shot import Glide, Hold, Swing
from hazel_lantern.core.units import write


@check(
    "coverage",
    "Bench in the frame",
    "Shot",
    "percent",
    None,
    "at least",
    "the share of the bench that is to be seen, and every tool that must be",
)
def coverage(answer: OverheadAnswer) -> Found:
    """Share of the bench that is framed in clear sight over the move, and each tool."""
    found, bench = seen(answer), answer.design.bench
    lens, far = answer.shot.lens, answer.distance
    wide = far * lens.frame_width / answer.focal_px
    deep = wide * lens.frame_height / lens.frame_width
    unseen = " and ".join(found.unseen)
    return Found(
        found.share,
        ("Frames the bench", f"Does not see {unseen}" if unseen else "Frames too little of it"),
        lambda s: (
            f"From {write(far, 'length', s)} above the bench the frame covers "
            f"{write(wide, 'length', s)} by {write(deep, 'length', s)}; over the move "
            f"{write(found.share, 'percent', s)} of what is free of tools is seen."
            + (f" {unseen}: not whole in any frame." if unseen else "")
        ),
        working(
            "w = d W / f, joined over the marks, less what tools and rail hide",
            (
                ("d", "lens over the bench", far, "length"),
                ("f", "focal length, px", answer.focal_px, "number"),
                ("w", "frame on the bench", wide, "length"),
                ("h", "deep", deep, "length"),
            ),
            "projection of a grid over the bench's top",
        ),
        limit=bench.wanted,
        at_best=State.FAILS if unseen else State.HOLDS,
    )


@check(
    "headroom",
    "Room over the head",
    "Shot",
    "length",
    0.15,
    "at least",
    "150 mm over the top of the head of whoever works there",
)
def headroom(answer: OverheadAnswer) -> Found:
    """The least underside of whatever can come over the head, less the head's top."""
    parts, head = over_head(answer), answer.design.bench.head
    if not parts:
        return not_at_stake(
            "Nothing comes over the head",
            "Rail, boom and camera pass beside where the person stands.",
            "no part within 250 mm of the person's place",
            "places of the drawing",
            limit=0.15,
        )
    which = min(parts, key=lambda name: parts[name])
    left = parts[which] - head
    return Found(
        left,
        ("Clear of the head", f"Head meets {which}"),
        lambda s: (
            f"Lowest over the person's place comes {which}, {write(parts[which], 'length', s)} "
            f"over the floor; the head reaches {write(head, 'length', s)}."
        ),
        working(
            "left = underside - top of the head, over a circle of 250 mm about the place",
            tuple((str(at), name, up, "length") for at, (name, up) in enumerate(parts.items(), 1)),
            "everything that can come there along its whole rail",
        ),
    )


@check("reach", "Off the move", "Shot", "length", 0.05, "at most", "50 mm beside the move")
def reach(answer: OverheadAnswer) -> Found:
    """Reach of the boom against the swing asked for; a way across that only a gantry has."""
    move, rolls = answer.shot.move, answer.design.rolls
    off, fails = 0.0, "Does not make the move"
    if isinstance(move, Swing):
        off = abs(answer.reach - move.reach)
        fails = "Boom is of another reach" if answer.boom else "A pole does not swing"
    elif isinstance(move, Glide | Hold) and not rolls:
        off, fails = abs(move.across), "Only a gantry goes away as well"
    return Found(
        off,
        ("Makes the move", fails),
        lambda s: (
            f"What carries the camera reaches {write(answer.reach, 'length', s)} out; it is "
            f"{write(off, 'length', s)} beside the move that is asked for."
            if off
            else "Rail, gantry or boom goes where the move goes."
        ),
        working(
            "boom's reach - reach asked for; way across without a gantry",
            (("off", "beside it", off, "length"), ("R", "reach", answer.reach, "length")),
            "sum of the boom's pieces",
        ),
    )


@check("height", "Lens height", "Shot", "length", 0.1, "at most", "100 mm off the height asked for")
def height(answer: OverheadAnswer) -> Found:
    """Height of the lens against the height asked for."""
    off = answer.lens_up - answer.shot.camera_height
    return Found(
        abs(off),
        ("Lens is at its height", "Lens is too high" if off > 0 else "Lens is too low"),
        lambda s: (
            f"The lens is {write(answer.lens_up, 'length', s)} over the floor; the shot asks "
            f"{write(answer.shot.camera_height, 'length', s)}."
        ),
        working(
            "rail - hang - drop",
            (
                ("rail", "over the floor", answer.design.holding.height, "length"),
                ("drop", "below the trolley", answer.design.drop.length, "length"),
            ),
            "sum of heights",
        ),
    )


def spans(answer: OverheadAnswer) -> tuple[Spans, Inputs]:
    """Free space in the room, and between camera and bench."""
    design, room = answer.design, answer.shot.room
    holding = design.holding
    top = holding.height if answer.down > 0 else answer.screw_up + 0.1
    found = {
        "along the room": room.length - holding.span,
        "up to the ceiling": room.height - top,
    }
    tools = [one.height for one in design.bench.tools]
    lowest = answer.screw_up - camera_half(answer)[2]
    found["down to bench and tools"] = lowest - design.bench.height - max(tools, default=0.0)
    return found, (("span", "between supports", holding.span, "length"),)
