"""What an assessment says of a rig, each part of it worked out when it is first looked at."""

from __future__ import annotations

from collections.abc import Iterable
from functools import partial
from itertools import chain
from typing import Any

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.lamps import Lamp, LookUp, State, full_id, worst
from hazel_lantern.core.lazy import Lazy, kept
from hazel_lantern.core.load_sketch import LOAD, load_sketch
from hazel_lantern.core.parts import Bolt, Hole, Part, Piece, Step, Template
from hazel_lantern.core.poses import Poses, Shake, Trace, Turn
from hazel_lantern.core.rigs.asks import Followed, Group, Lever, Measure, PlotSpec, Ranking, View
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.family import Family
from hazel_lantern.core.rigs.kit.bolts import Sized, sized
from hazel_lantern.core.scenery import Solid
from hazel_lantern.core.sketch import Sketch

Array = NDArray[np.float64]


class Assessment:
    """A solved rig as the application sees it: its assemblies' answers merged.

    Parameters
    ----------
    family : Family
        The solved case.
    """

    def __init__(self, family: Family[Any, Any]) -> None:
        self.family = family
        self.case: Case[Any] = family.case
        self.answer = family.answer

    @kept
    def axes(self) -> tuple[Axis, ...]:
        """The rig's freedoms."""
        return self.family.axes()

    @property
    def axis(self) -> Axis:
        """The one that the tape reads."""
        return self.axes[0]

    @property
    def marks(self) -> Array:
        """Places along the move, (n,), of the axis's kind; only growing or only falling."""
        return self.axis.place

    @property
    def times(self) -> Array:
        """When each mark is reached, (n,) s."""
        return np.asarray(self.family.times)

    @kept
    def traces(self) -> Lazy[Trace]:
        """Figures over the move, by id."""
        return Lazy({**self.family.traces(), **self.family.drives.traces()})

    @kept
    def followed(self) -> Lazy[Followed]:
        """Fields that follow from others, by path."""
        return Lazy(self.family.followed())

    @kept
    def poses(self) -> Poses:
        """Of the lens as the rig really carries it."""
        return self.family.framed.aimed(self.family.poses())

    @kept
    def wanted(self) -> Poses:
        """Of the lens as the shot asks."""
        return self.family.framed.wanted

    @property
    def wanted_words(self) -> str:
        """What `wanted` is, to end the sentence "white cross: …"."""
        return self.family.wanted_words

    @kept
    def subject(self) -> Array:
        """Foot of the subject, (3,) m."""
        return np.asarray(self.family.subject())

    @kept
    def scenery(self) -> tuple[Solid, ...]:
        """What stands before the lens in place of a subject that stands alone."""
        return self.family.scenery()

    @property
    def focal_px(self) -> float:
        """Focal length in pixels."""
        return float(self.answer.focal_px)

    @kept
    def shake(self) -> Shake | None:
        """What is too quick to be in `poses`, for a family that knows it."""
        return self.family.shake()

    @kept
    def turn(self) -> Turn | None:
        """A second freedom in which a maker may look round."""
        return self.family.turn()

    @kept
    def by_id(self) -> Lazy[Lamp]:
        """Lamps by id, ``family.check``."""
        name, settings = self.family.id, self.case.settings
        found_out = self.case.setup.looked_up
        return Lazy(
            {
                full_id(check.id, name): partial(check.lamp, name, subject, settings, found_out)
                for one in self.family.everything
                for check, subject in one.checks()
            }
        )

    def lamp(self, check: str) -> Lamp:
        """The lamp of a check of this family."""
        return self.by_id[full_id(check, self.family.id)]

    @kept
    def lamps(self) -> tuple[Lamp, ...]:
        """All lamps, in the order in which they are listed."""
        return tuple(self.by_id.values())

    @property
    def asked(self) -> tuple[LookUp, ...]:
        """All that the maker has to look up, each once, whether or not somebody has."""
        return tuple({one.id: one for lamp in self.lamps for one in lamp.look_up}.values())

    @property
    def look_ups(self) -> tuple[LookUp, ...]:
        """What of that is still to be looked up."""
        return tuple(one for one in self.asked if not one.settled(self.case.setup.looked_up))

    @property
    def ready(self) -> bool:
        """Whether nothing fails and nothing is left to look up."""
        return self.state.badness < State.TO_LOOK_UP.badness

    def whole(self) -> Assessment:
        """Itself, with all worked out that takes long."""
        _ = self.lamps, self.shake, self.poses
        return self

    @property
    def stale(self) -> bool:
        """Whether some of it is still that of the design a moment ago."""
        return any(lamp.stale for lamp in self.lamps)

    @property
    def state(self) -> State:
        """The worst lamp."""
        return worst([lamp.state for lamp in self.lamps])

    def station_state(self, station: str) -> State:
        """The worst lamp of one station."""
        return worst([lamp.state for lamp in self.lamps if lamp.spec.station == station])

    @property
    def parts(self) -> tuple[Part, ...]:
        """What to buy and what is owned."""
        return self.family.bought

    @kept
    def pieces(self) -> tuple[Piece, ...]:
        """Pieces to cut from stock lengths."""
        return self.family.pieces()

    @property
    def travel(self) -> float:
        """How far the camera can go, m."""
        return self.family.travel()

    @property
    def cost(self) -> float:
        """What is still to be bought, in the project's currency."""
        return sum(part.cost for part in self.parts)

    @property
    def mass(self) -> float:
        """Mass of all parts, kg."""
        return sum(part.mass for part in self.parts)

    def mark_at(self, time: float) -> int:
        """The mark nearest to a time, s."""
        return int(np.abs(self.times - time).argmin())

    def sketch(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """The drawing of a view at a mark, turned as asked or as the move has it."""
        if view == LOAD:
            return load_sketch(self.case.setup.load)
        return self.family.drawn(view, mark, turn)

    @property
    def views(self) -> tuple[View, ...]:
        """Ways to draw it; the first one is shown first."""
        return (*self.family.views, View(LOAD, "Load, close"), *self.family.drives.views)

    @kept
    def rankings(self) -> tuple[Ranking, ...]:
        """Choices that are ranked."""
        return self._all(one.rankings() for one in self.family.everything)

    @property
    def measures(self) -> tuple[Measure[Any], ...]:
        """What a maker can measure on the built rig."""
        return (*self.family.measures, *self.family.drives.measures)

    def levers(self) -> tuple[Lever, ...]:
        """What may be changed to mend a lamp."""
        return self._all(one.levers() for one in self.family.everything)

    def plots(self, station: str) -> tuple[PlotSpec, ...]:
        """The curves of a station."""
        found = self._all(one.plots(station) for one in self.family.everything)
        by_hand = not self.family.drives.used
        return tuple(one for one in found if by_hand or not one.by_hand)

    def groups(self, station: str) -> tuple[Group, ...]:
        """The fields of a station's bench."""
        # What moves the rig stands first: the rest is of it.
        others = (one for one in self.family.everything if one is not self.family.drives)
        return self._all(one.groups(station) for one in (self.family.drives, *others))

    def readout(self, station: str) -> tuple[tuple[str, str], ...]:
        """Computed figures that a station shows beside its fields."""
        return self._all(one.readout(station) for one in self.family.everything)

    def cautions(self, station: str) -> tuple[str, ...]:
        """What to mind at a station, each said once."""
        found = self._all(one.cautions(station) for one in self.family.everything)
        return tuple(dict.fromkeys(found))

    def templates(self) -> tuple[Template, ...]:
        """Parts as they are built, each with its holes."""
        return self._all(one.templates() for one in self.family.everything)

    def holes(self) -> tuple[Hole, ...]:
        """All holes, part by part."""
        return tuple(hole for part in self.templates() for hole in part.holes)

    def bolts(self) -> tuple[Sized, ...]:
        """Every bolt in its place, with its length."""
        made = {one.part: one for one in self.templates()}
        threads = self.family.case.workshop.catalogue.threads
        found = self._all(one.bolts() for one in self.family.everything)
        return tuple(sized(one, made, threads[one.thread]) for one in found if one.thread)

    def screws(self) -> tuple[Bolt, ...]:
        """Wood screws, which come with what they hold."""
        found = self._all(one.bolts() for one in self.family.everything)
        return tuple(one for one in found if one.screw)

    def steps(self) -> tuple[Step, ...]:
        """How to build it."""
        return self._all(one.steps() for one in self.family.everything)

    def set_card(self) -> tuple[str, ...]:
        """What to have at hand on the day."""
        return self._all(one.set_card() for one in self.family.everything)

    @staticmethod
    def _all(answers: Iterable[Iterable[Any]]) -> tuple[Any, ...]:
        return tuple(chain.from_iterable(answers))
