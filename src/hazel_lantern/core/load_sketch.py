"""The load to scale: every item where it sits, from the side and from above, named and dragged."""

from __future__ import annotations

from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.sketch import (
    Disc,
    Handle,
    Label,
    Line,
    Note,
    Point,
    Role,
    Shape,
    Sketch,
    Thing,
)

#: The view's name.
LOAD = "load"
#: What an item of a kind looks like; another one is a plain box.
LOOKS: dict[str, Role] = {
    "body": "glass",
    "lens": "glass",
    "battery": "ballast",
    "head": "metal",
    "plate": "metal",
}
#: So much around the screw is drawn at least, and so much beside the items, m.
LEAST, BESIDE = 0.06, 0.015
#: Between the two drawings, m; arms of the cross at the screw, m.
GAP, CROSS = 0.03, 0.012
#: The dot of the heaviest item, m.
DOT = 0.007
#: Where the items are kept.
ITEMS = "load.items"


class _Seen:
    """The load seen one way: forward goes right, what it is seen by goes up."""

    def __init__(self, load: Load, up: str, size: str, sign: float, words: str) -> None:
        self.load, self.up, self.size, self.sign, self.words = load, up, size, sign, words
        across = [one.forward - s * one.length / 2 for one in load.items for s in (-1, 1)]
        along = [self.height(one) - s * self.tall(one) / 2 for one in load.items for s in (-1, 1)]
        self.box = (
            min([-LEAST, *across]) - BESIDE,
            min([-LEAST, *along]) - BESIDE,
            max([LEAST, *across]) + BESIDE,
            max([LEAST, *along]) + BESIDE,
        )

    def height(self, item: LoadItem) -> float:
        """How far up an item is drawn, m."""
        return self.sign * float(getattr(item, self.up))

    def tall(self, item: LoadItem) -> float:
        """How tall an item is drawn, m."""
        return float(getattr(item, self.size))

    def sketch(self, at: Point, lens_axis: bool) -> Sketch:
        """All of it, its screw at a point."""
        x, y = at
        heaviest = max((item.mass for item in self.load.items), default=1.0)
        boxes: list[Shape] = []
        dots: list[Disc] = []
        labels: list[Label] = []
        handles: list[Handle] = []
        for number, item in enumerate(self.load.items):
            middle = (x + item.forward, y + self.height(item))
            wide, tall = item.length / 2, self.tall(item) / 2
            corners = [(-wide, -tall), (wide, -tall), (wide, tall), (-wide, tall)]
            points = tuple((middle[0] + dx, middle[1] + dy) for dx, dy in corners)
            boxes.append(Shape(points, LOOKS.get(item.kind, "timber")))
            dots.append(Disc(middle, DOT * (item.mass / heaviest) ** 0.5, "rail"))
            labels.append(Label(middle, item.name))
            handles.append(
                Handle(
                    f"{ITEMS}.{number}.forward",
                    middle,
                    min(wide, tall),
                    (1.0, 0.0),
                    f"{item.name}: drag it to where it sits",
                    also=((f"{ITEMS}.{number}.{self.up}", (0.0, self.sign)),),
                )
            )
        # What is small lies over what is large, and every weight over all of them.
        boxes.sort(key=_area, reverse=True)
        centre = self.load.centre()
        whole = (x + centre.forward, y + self.sign * float(getattr(centre, self.up)))
        low = y + self.box[1]
        guides: list[Thing] = [
            Line(((x - CROSS, y), (x + CROSS, y)), "shot"),
            Line(((x, y - CROSS), (x, y + CROSS)), "shot"),
            Note((x + (self.box[0] + self.box[2]) / 2, low - 0.012), self.words),
        ]
        all_of_it: list[Thing] = []
        if self.load.items:
            if lens_axis:
                all_of_it.append(Line((whole, (whole[0], low)), "guide"))
            all_of_it.append(Disc(whole, DOT * 1.3, "mass"))
        if lens_axis:
            level = y + self.load.lens_axis
            far = x + self.box[2]
            guides.append(Line(((x, level), (far, level)), "guide", dashed=True))
            words = "The lens axis: drag its height"
            handles.append(Handle("load.lens_axis", (far, level), 0.01, (0.0, 1.0), words))
        things: tuple[Thing, ...] = (*boxes, *guides, *dots, *all_of_it)
        bounds = (x + self.box[0], low - 0.02, x + self.box[2], y + self.box[3])
        return Sketch(things, (), tuple(handles), bounds, labels=tuple(labels))


def _area(shape: Shape) -> float:
    (left, low), _, (right, high), _ = shape.points
    return (right - left) * (high - low)


def load_sketch(load: Load, stacked: bool = False) -> Sketch:
    """The load from the side and from above, next to each other or one over the other.

    Parameters
    ----------
    load : Load
    stacked : bool
        Whether the view from above lies below the one from the side.

    Returns
    -------
    Sketch
        Forward is to the right; from the camera screw of the view from the side, m.
    """
    side = _Seen(load, "up", "height", 1.0, "from the side")
    above = _Seen(load, "right", "width", -1.0, "from above")
    if stacked:
        at = (0.0, side.box[1] - GAP - above.box[3])
    else:
        middles = (side.box[1] + side.box[3] - above.box[1] - above.box[3]) / 2
        at = (side.box[2] + GAP - above.box[0], middles)
    # The lower one is for a narrow place.
    caption = "lens to the right" + (
        "" if stacked else " · cross: camera screw · lit: all the weight together"
    )
    one, other = side.sketch((0.0, 0.0), True), above.sketch(at, False)
    return Sketch(
        (*one.things, *other.things),
        (),
        (*one.handles, *other.handles),
        (
            min(one.bounds[0], other.bounds[0]),
            min(one.bounds[1], other.bounds[1]),
            max(one.bounds[2], other.bounds[2]),
            max(one.bounds[3], other.bounds[3]),
        ),
        caption=caption if load.items else "it carries nothing yet",
        labels=(*one.labels, *other.labels),
    )
