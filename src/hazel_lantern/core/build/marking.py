"""Where holes are marked: on the lines of a rule, so that parts drilled apart still meet."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from itertools import pairwise

from hazel_lantern.core.parts import Hole
from hazel_lantern.core.units import INCH, Style, write

Point = tuple[float, float]
#: A hole by its part's name and its own.
Place = tuple[str, str]
#: How many lines a rule by the inch has in one, and how far they are apart, m.
LINES = 64
LINE = INCH / LINES
#: Holes that stand as the drawing says, whatever a rule shows: cogs mesh or do not.
EXACT = ("shaft ", "bore", "box ")
#: How far two spacings may differ in the drawing and still be one, m.
SAME = 1e-4
#: All ways to lay a part on another, square to it: right and up of the one, in those of the other.
WAYS = (
    (1, 0, 0, 1), (-1, 0, 0, 1), (1, 0, 0, -1), (-1, 0, 0, -1),
    (0, 1, 1, 0), (0, -1, 1, 0), (0, 1, -1, 0), (0, -1, -1, 0),
)  # fmt: skip


def matched(throughs: Iterable[Sequence[Place]]) -> list[list[tuple[Place, Place]]]:
    """Which holes of one part meet which of another, a list for each time that two parts meet.

    Parameters
    ----------
    throughs : iterable of sequence of (part, hole)
        What each bolt and screw goes through in turn.

    Returns
    -------
    list of list of ((part, hole), (part, hole))
    """
    pairs: dict[tuple[str, str], list[tuple[Place, Place]]] = defaultdict(list)
    for places in throughs:
        for one, other in pairwise(places):
            if one[0] != other[0]:
                pairs[one[0], other[0]].append((one, other))
    found = []
    for bolts in pairs.values():
        seen: Counter[Place] = Counter()
        groups: dict[int, list[tuple[Place, Place]]] = defaultdict(list)
        for bolt in bolts:
            # Of parts alike, the first bolt in a hole is of the first part, and so on.
            groups[max(seen[place] for place in bolt)].append(bolt)
            seen.update(bolt)
        found += list(groups.values())
    return found


def marked(
    holes: Sequence[Hole], throughs: Iterable[Sequence[Place]], style: Style
) -> dict[Place, Point]:
    """Where every hole is marked from its part's corner.

    By the inch each is put on a line of the rule, but not by itself: a part with few holes is
    rounded from its first hole on, and what it meets takes over its spacings.

    Parameters
    ----------
    holes : sequence of Hole
        Of all parts.
    throughs : iterable of sequence of (part, hole)
        What each bolt and screw goes through in turn.
    style : Style

    Returns
    -------
    dict of (part, hole) to (float, float)
        From the left and from the near edge, m.
    """
    drawn = {(one.part, one.label): (one.x, one.y) for one in holes}
    if not style.imperial:
        return drawn
    return _Rule(drawn, matched(throughs)).all()


class _Rule:
    """Holes put on the lines of a rule, part by part."""

    def __init__(
        self, drawn: dict[Place, Point], groups: Sequence[Sequence[tuple[Place, Place]]]
    ) -> None:
        self.drawn = drawn
        self.set: dict[Place, Point] = {}
        self.parts: dict[str, list[Place]] = defaultdict(list)
        for place in drawn:
            self.parts[place[0]].append(place)
        self.meets: dict[str, list[list[tuple[Place, Place]]]] = defaultdict(list)
        for group in groups:
            there = [pair for pair in group if pair[0] in drawn and pair[1] in drawn]
            if there:
                self.meets[there[0][0][0]].append(there)
                self.meets[there[0][1][0]].append([(two, one) for one, two in there])

    def all(self) -> dict[Place, Point]:
        """Those that must stand exactly first, then the parts with the fewest holes."""

        def order(part: str) -> tuple[bool, int]:
            return not self._exact(part), len(self.parts[part])

        for part in sorted(self.parts, key=order):
            # What stands already was taken over from others; the rest is laid out from there.
            stands = [place for place in self.parts[part] if place in self.set]
            for place in self.parts[part]:
                if place not in self.set:
                    exact = self._exact(part)
                    self.set[place] = self.drawn[place] if exact else self._from(stands, place)
                    stands = stands or [place]
            for group in self.meets[part]:
                self._take_over(group)
        return self.set

    def _exact(self, part: str) -> bool:
        return any(hole.startswith(EXACT) for _, hole in self.parts[part])

    def _from(self, stands: Sequence[Place], place: Place) -> Point:
        """On the rule, laid at the nearest hole that stands, else at the corner."""
        x, y = self.drawn[place]
        if not stands:
            return _on(x), _on(y)

        def off(one: Place) -> tuple[float, float, float]:
            dx, dy = x - self.drawn[one][0], y - self.drawn[one][1]
            return dx * dx + dy * dy, *self.drawn[one]

        near = min(stands, key=off)
        from_x, from_y = self.drawn[near]
        return self.set[near][0] + _on(x - from_x), self.set[near][1] + _on(y - from_y)

    def _take_over(self, group: Sequence[tuple[Place, Place]]) -> None:
        """Give the holes that meet a part's the spacings that they have there."""
        anchor = next((pair for pair in group if pair[1] in self.set), group[0])
        mine, theirs = anchor
        if theirs not in self.set:
            self.set[theirs] = self._from((), theirs)
        way = self._way(group, anchor)
        if way is None:
            return
        a, b, c, d = way
        for one, other in group:
            if other not in self.set:
                dx, dy = self.set[one][0] - self.set[mine][0], self.set[one][1] - self.set[mine][1]
                x, y = self.set[theirs]
                self.set[other] = (x + a * dx + b * dy, y + c * dx + d * dy)

    def _way(
        self, group: Sequence[tuple[Place, Place]], anchor: tuple[Place, Place]
    ) -> tuple[int, int, int, int] | None:
        """How the one part lies on the other; nothing where it does so at a slant."""
        (x0, y0), (u0, v0) = (self.drawn[place] for place in anchor)

        def fits(way: tuple[int, int, int, int]) -> bool:
            a, b, c, d = way
            for one, other in group:
                dx, dy = self.drawn[one][0] - x0, self.drawn[one][1] - y0
                u, v = self.drawn[other]
                if abs(u - u0 - a * dx - b * dy) > SAME or abs(v - v0 - c * dx - d * dy) > SAME:
                    return False
            return True

        return next((way for way in WAYS if fits(way)), None)


def on_the_rule(value: float) -> bool:
    """Whether a rule by the inch has a line there."""
    return abs(value - _on(value)) < 1e-6


def ruled(value: float) -> str:
    """What stands at the line of a rule by the inch, such as ``1 3/64"``."""
    return write(value, "length", Style("ft·in", LINES))


def _on(value: float) -> float:
    return round(value / LINE) * LINE
