"""What stands on the set besides the subject, and what the lens is aimed at."""

from __future__ import annotations

from typing import Literal

from hazel_lantern.core.fields import Frozen, choice, named, quantity, written

#: What the subject is called where a thing of the set could be named.
SUBJECT = "subject"

ThingKind = Literal["post", "table", "wall", "window", "door", "box"]
#: Usual width, depth, height and height over the floor of each kind, m.
USUAL_SIZE: dict[str, tuple[float, float, float, float]] = {
    "post": (0.15, 0.15, 2.2, 0.0),
    "table": (1.2, 0.7, 0.75, 0.0),
    "wall": (2.0, 0.12, 2.4, 0.0),
    "window": (1.2, 0.1, 1.1, 0.9),
    "door": (0.9, 0.08, 2.0, 0.0),
    "box": (0.5, 0.5, 0.6, 0.0),
}


class Thing(Frozen):
    """A thing of the set, square to it: its middle is so far right of the middle of the move and
    so far away from the lens there.
    """

    name: str = written("Called", "post", most=24)
    kind: ThingKind = choice("Kind", "post")
    aside: float = quantity("length", "To the right by", 0.5, low=-500, high=500)
    away: float = quantity("length", "Away by", 0.8, low=-500, high=500)
    width: float = quantity("length", "Width", 0.15, low=0.005, high=200)
    depth: float = quantity("length", "Depth", 0.15, low=0.005, high=200)
    height: float = quantity("length", "Height", 2.2, low=0.005, high=100)
    base: float = quantity("length", "Over the floor", 0.0, low=0, high=100)

    @classmethod
    def usual(cls, kind: ThingKind, name: str, aside: float, away: float) -> Thing:
        """A thing of its kind's usual size."""
        width, depth, height, base = USUAL_SIZE[kind]
        return cls(
            name=name,
            kind=kind,
            aside=aside,
            away=away,
            width=width,
            depth=depth,
            height=height,
            base=base,
        )


class Aim(Frozen):
    """What the lens looks at while it moves, and what the eye of who watches follows."""

    kind: Literal["as carried", "on the subject", "from one to another"] = choice(
        "Lens is aimed", "as carried"
    )
    first: str = named("From", SUBJECT, most=24)
    last: str = named("To", SUBJECT, most=24)
    follows: str = named("The eye follows", SUBJECT, most=24)
