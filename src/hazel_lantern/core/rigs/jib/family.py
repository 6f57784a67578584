"""The jib as the application sees it: levers, choices, plots, fields, words."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from functools import partial
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.family import (
    Candidate,
    Choices,
    Group,
    Lever,
    Measure,
    Numeric,
    PlotSpec,
    Ranking,
    View,
)
from hazel_lantern.core.rigs.jib import draft, words
from hazel_lantern.core.rigs.jib.assess import assess
from hazel_lantern.core.rigs.jib.limits import LIMITS
from hazel_lantern.core.rigs.jib.model import JibDesign
from hazel_lantern.core.rigs.jib.parts import holes, templates
from hazel_lantern.core.rigs.jib.sketch_above import from_above
from hazel_lantern.core.rigs.jib.sketch_side import from_the_side
from hazel_lantern.core.rigs.jib.stacking import loaded, rebalanced, stack_choices
from hazel_lantern.core.rigs.jib.statics import TRUE, Parts, nests

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.parts import Hole, Template
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.shot import Shot
    from hazel_lantern.core.sketch import Sketch
    from hazel_lantern.core.units import Style
    from hazel_lantern.core.workshop import Workshop


def _inner_for(outer: str, now: str, workshop: Workshop) -> str | None:
    """The inner piece for an outer one: the one in use if it fits, else the largest that does."""
    sections = workshop.catalogue.sections
    if now in sections and nests(sections[outer], sections[now]):
        return now
    fitting = [one for one in sections.values() if nests(sections[outer], one)]
    return max(fitting, key=lambda one: one.properties.second_moment).id if fitting else None


def section_choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """Every section the boom can be, the weights set anew; of two pieces, one that fits in."""
    design: JibDesign = rig.design  # type: ignore[assignment]
    nested = design.boom.form == "two nested pieces"
    for section in workshop.catalogue.sections.values():
        edits = [Edit("design.boom.section", section.id)]
        if nested:
            inner = _inner_for(section.id, design.boom.tip_section, workshop)
            if inner is None:
                continue
            if inner != design.boom.tip_section:
                edits.append(Edit("design.boom.tip_section", inner))
        try:
            edits += rebalanced(apply(rig, edits, style), workshop)
        except ValueError:
            continue
        yield Candidate(section.id, section.name, tuple(edits))


def base_edits(id: str, rig: Rig, workshop: Workshop) -> tuple[Edit, ...]:
    """The edits that put the jib on another base: spread and ratings come with it."""
    design: JibDesign = rig.design  # type: ignore[assignment]
    stand = workshop.catalogue.find("stands", id)
    spread = min(max(design.post.spread, stand.least_spread), stand.greatest_spread)
    return (
        Edit("design.post.stand", id),
        Edit("design.post.rating", stand.rating),
        Edit("design.post.twist_stiffness", stand.twist_stiffness),
        Edit("design.post.spread", spread),
    )


def base_choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """Every base that reaches the pivot's height."""
    design: JibDesign = rig.design  # type: ignore[assignment]
    for stand in workshop.catalogue.stands.values():
        if stand.lowest - 0.15 <= design.post.height <= stand.highest + 0.15:
            yield Candidate(stand.id, stand.name, base_edits(stand.id, rig, workshop))


def _row_choices(table: str, path: str) -> object:
    def choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
        for row in workshop.catalogue.table(table).values():
            yield Candidate(row.id, row.name, (Edit(path, row.id),))

    return choices


def _weights_anew(workshop: Workshop, rig: Rig) -> tuple[Edit, ...]:
    return rebalanced(rig, workshop)


pivot_choices = _row_choices("pivots", "design.pivots.kind")
turntable_choices = _row_choices("turntables", "design.post.turntable")

_LEVELS = {
    "solid bar": "Keep it level with a solid bar",
    "twin cables": "Keep it level with twin cables",
    "none": "Leave the bar off and use a stabilised head",
}
_FORMS = {
    "one piece": "Make the boom in one piece",
    "tapered board": "Taper the board",
    "two nested pieces": "Nest two pieces for the boom",
}

_STACKS = Ranking(
    "stacks",
    "Stacks that balance",
    stack_choices,
    loaded,
    "jib.counterweight",
    station="Load",
    by_size="fewest plates",
)
_SECTIONS = Ranking(
    "booms",
    "Boom",
    section_choices,
    lambda rig: rig.design.boom.section,  # type: ignore[attr-defined]
    "jib.boom-dip",
    ("jib.bounce",),
)
_BASES = Ranking(
    "bases",
    "Bases",
    base_choices,
    lambda rig: rig.design.post.stand,  # type: ignore[attr-defined]
    "jib.tip",
)
_PIVOTS = Ranking(
    "pivots",
    "Joints",
    pivot_choices,  # type: ignore[arg-type]
    lambda rig: rig.design.pivots.kind,  # type: ignore[attr-defined]
    "jib.balance",
)


def _drift_force(rig: Rig, found: Assessment) -> float:
    """Push at the camera that would hold a free arm level, up positive, N."""
    answer = found.figures["answer"]
    torque = float(np.interp(0.0, answer.whole, answer.stop_to_stop(answer.torque)))
    return torque / rig.design.boom.front  # type: ignore[attr-defined,no-any-return]


def _tilt_at(end: int) -> object:
    def tilt(rig: Rig, found: Assessment) -> float:
        order = np.argsort(found.marks)
        return float(found.figures["answer"].tilts[TRUE][order[end]])

    return tilt


class JibFamily:
    """A boom on a post, balanced, that keeps its camera level."""

    id = "jib"
    title = "Jib"
    moves = ("rise", "sink")
    design_type = JibDesign
    limits = LIMITS
    views = (View("side", "Side, to scale"), View("above", "From above"))
    rankings = (_STACKS, _SECTIONS, _BASES, _PIVOTS)
    measures = (
        Measure(
            "drift-force",
            "Push up at the camera that holds it level",
            "force",
            "Let the arm go level. If the camera sinks, hold it up with a luggage scale and read "
            "it; if it rises, pull down and write the figure with a minus. 1 kg is 9.81 N.",
            lambda rig, found: -_drift_force(rig, found),
        ),
        Measure(
            "balancing-mass",
            "Mass added on the camera that balances it",
            "mass",
            "Lay small weights on the platform until it stays level, in the middle of where it "
            "sticks; with a minus if you had to take weight off.",
            lambda rig, found: _drift_force(rig, found) / GRAVITY,
        ),
        Measure(
            "sticks",
            "Push at the camera before it moves",
            "force",
            "Balanced and level, pull the camera up slowly with a luggage scale and read it as "
            "the arm starts to move.",
            lambda rig, found: found.figures["answer"].friction / rig.design.boom.front,  # type: ignore[attr-defined]
        ),
        Measure(
            "level-low",
            "Tilt of the platform at the bottom of the move",
            "angle",
            "Set an angle gauge on the platform, zero it with the arm level, and read it at the "
            "bottom; nose up counts positive.",
            _tilt_at(0),  # type: ignore[arg-type]
        ),
        Measure(
            "level-high",
            "Tilt of the platform at the top of the move",
            "angle",
            "The same at the top of the move.",
            _tilt_at(-1),  # type: ignore[arg-type]
        ),
        Measure(
            "bounces",
            "Bounces in five seconds",
            "count",
            "Balance the arm and take your hands off. Tap the camera end, film it in slow motion "
            "beside a clock, and count how often it goes down in five seconds.",
            lambda rig, found: 5 * found.figures["answer"].boom.bounce,
        ),
        Measure(
            "dip",
            "Dip of the tip under the camera",
            "fine",
            "Stretch a line along the level boom from pivot to tip with the camera off, and "
            "measure how far the tip goes below it with the camera on.",
            lambda rig, found: float(found.figures["answer"].dip[-1]),
        ),
        Measure(
            "place",
            "Weights behind the pivot when it balances",
            "length",
            "Measure from the pivot to the middle of the plates.",
            lambda rig, found: (
                found.figures["answer"].needed / max(found.figures["answer"].tail_mass, 1e-9)
            ),
        ),
    )

    assess = staticmethod(assess)
    steps = staticmethod(words.steps)
    set_card = staticmethod(words.set_card)
    cautions = staticmethod(words.cautions)
    readout = staticmethod(words.readout)
    first_draft = staticmethod(draft.first_draft)

    def sketch(
        self,
        rig: Rig,
        assessment: Assessment,
        view: str,
        mark: int,
        workshop: Workshop,
        turn: float | None = None,
    ) -> Sketch:
        """Draw the plane of the arm, or the view from above."""
        if view == "above":
            return from_above(rig, assessment, mark, workshop, turn)
        return from_the_side(rig, assessment, mark, workshop)

    def levers(self, rig: Rig, workshop: Workshop, style: Style) -> Sequence[Lever]:
        """All that may be changed to mend a lamp; the search finds which does."""
        design: JibDesign = rig.design  # type: ignore[assignment]
        boom, level, post = design.boom, design.level, design.post
        weights = design.counterweight
        stand = workshop.catalogue.find("stands", post.stand)
        degree = math.radians(0.5)
        slides = weights.carrier == "slides in a slot"
        anew = partial(_weights_anew, workshop)
        near = (weights.nearest, weights.farthest) if slides else (0.05, boom.tail)
        found: list[Lever] = [
            Choices(
                tuple(
                    (f"Load {name}", edits)
                    for id, name, edits, *_ in stack_choices(rig, workshop, style)
                    if id != loaded(rig)
                )
            ),
            Numeric(
                "design.counterweight.place", 0.001, *near, "Set the weights {} behind the pivot"
            ),
            Numeric("design.pivots.drag", 0.05, 0.0, 3.0, "Tighten the nuts to a drag of {}"),
            Numeric(
                "design.counterweight.above",
                0.005,
                -0.1,
                0.1,
                "Set the weights {} above the pins' line",
            ),
            Numeric("design.boom.front", 0.01, 0.3, 4.0, "Make the front {} long", then=anew),
            Numeric(
                "design.boom.tail",
                0.01,
                near[1] if slides else weights.place,
                3.0,
                "Make the tail {} long",
            ),
            Numeric(
                "design.swing.up", degree, math.radians(5), math.radians(75), "Let it swing {} up"
            ),
            Numeric("design.swing.down", degree, 0.0, math.radians(75), "Let it swing {} down"),
            Numeric(
                "design.post.height", 0.01, stand.lowest, stand.highest, "Set the pivot {} high"
            ),
            Numeric(
                "design.post.spread",
                0.01,
                stand.least_spread,
                stand.greatest_spread,
                "Spread the feet to {}",
            ),
            Numeric("design.post.ballast", 0.5, 0.0, 60.0, "Lay {} of ballast on the base"),
            Numeric(
                "design.platform.ahead",
                0.005,
                -0.1,
                0.3,
                "Set the camera {} ahead of the front pin",
            ),
            Numeric("shot.duration", 0.5, 0.5, 120.0, "Take {} for the move"),
            Choices(
                tuple(
                    (f"Make the boom of {name}", edits)
                    for id, name, edits, *_ in section_choices(rig, workshop, style)
                    if id != boom.section
                )
            ),
            Choices(
                tuple(
                    (f"Change the base to: {name.lower()}", edits)
                    for id, name, edits, *_ in base_choices(rig, workshop, style)
                    if id != post.stand
                )
            ),
            Choices(
                tuple(
                    (f"Turn on: {name.lower()}", edits)
                    for id, name, edits, *_ in pivot_choices(rig, workshop, style)  # type: ignore[operator]
                    if id != design.pivots.kind
                )
            ),
            Choices(
                tuple(
                    (f"Pan on: {name.lower()}", edits)
                    for id, name, edits, *_ in turntable_choices(rig, workshop, style)  # type: ignore[operator]
                    if id != post.turntable
                )
            ),
            Choices(
                tuple(
                    (title, (Edit("design.level.kind", kind),))
                    for kind, title in _LEVELS.items()
                    if kind != level.kind and kind != "none"
                )
            ),
        ]
        if slides:
            found += [
                Numeric(
                    "design.counterweight.farthest",
                    0.005,
                    weights.place,
                    boom.tail,
                    "Run the slot out to {}",
                ),
                Numeric(
                    "design.counterweight.nearest",
                    0.005,
                    0.05,
                    weights.place,
                    "Start the slot at {}",
                ),
            ]
        if level.kind != "none":
            found += [
                Numeric("design.level.pins", 0.01, 0.05, 0.4, "Set the pins {} apart"),
                Numeric(
                    "design.level.bar_error",
                    0.0001,
                    0.0001,
                    0.003,
                    "Drill along the bars within {}",
                ),
                Numeric(
                    "design.level.pins_error",
                    0.00005,
                    0.00005,
                    0.002,
                    "Drill the pin pairs within {}",
                ),
                Numeric(
                    "design.level.pins_more",
                    0.0001,
                    -0.01,
                    0.01,
                    "Drill the platform's pins wider by {}",
                ),
            ]
        if level.kind == "twin cables":
            found.append(
                Numeric("design.level.preload", 5.0, 5.0, 800.0, "Tighten the cables to {}")
            )
        if rig.shot.sweep:
            found.append(Numeric("shot.sweep", math.radians(1), -math.pi, math.pi, "Pan {}"))
        return found

    def plots(self, station: str, rig: Rig) -> tuple[PlotSpec, ...]:
        """The curves of each station."""
        return {
            "Load": (
                PlotSpec("Which way it drifts", ("torque",), limit_lamp="jib.balance", band=True),
                PlotSpec(
                    "What camera they balance", ("places", "slot from", "slot to"), across="cameras"
                ),
            ),
            "Frame": (
                PlotSpec("Where the lens gets", ("whole height",), across="whole reach"),
                PlotSpec("Tilt from drilling", ("tilt true", "tilt bar", "tilt pins")),
            ),
            "Drive": (
                PlotSpec("The lens", ("speed",), ("height",)),
                PlotSpec("The hand at the tail", ("handle",)),
            ),
        }.get(station, ())

    def groups(self, station: str, rig: Rig) -> tuple[Group, ...]:
        """The fields of each station's bench."""
        design: JibDesign = rig.design  # type: ignore[assignment]

        def fields(title: str, part: str, *names: str) -> Group:
            return Group(title, tuple(f"design.{part}.{name}" for name in names))

        if station == "Load":
            place = ["carrier", "place"]
            if design.counterweight.carrier == "slides in a slot":
                place += ["nearest", "farthest"]
            return (
                Group("Plates", ("mass", "on_hand", "on_bar"), "design.counterweight.plates"),
                fields("Weight bar", "counterweight", *place, "bar_mass", "above"),
                fields("Camera's platform", "platform", "mass", "ahead", "rise", "looks"),
                fields("Joints", "pivots", "kind", "drag"),
            )
        if station == "Drive":
            return (
                Group(
                    "Move",
                    tuple(
                        f"shot.{name}"
                        for name in ("duration", "ease", "ease_in", "ease_out", "sweep")
                    ),
                ),
                fields("Stops", "swing", "up", "down"),
            )
        if station != "Frame":
            return ()
        boom = ["section", "form", "front", "tail", "damping"]
        if design.boom.form == "tapered board":
            boom.append("tip_height")
        if design.boom.form == "two nested pieces":
            boom += ["tip_section", "joint", "overlap"]
        level = {
            "solid bar": ("section", "pins", "pins_more", "longer", "bar_error", "pins_error"),
            "twin cables": (
                "wire",
                "preload",
                "pins",
                "pins_more",
                "longer",
                "bar_error",
                "pins_error",
            ),
            "none": (),
        }[design.level.kind]
        return (
            fields("Boom", "boom", *boom),
            fields("Kept level", "level", "kind", *level),
            fields("Joints", "pivots", "kind", "main_bolt", "bolt", "shear", "drag"),
            fields(
                "Post and base",
                "post",
                "height",
                "turntable",
                "stand",
                "spread",
                "ballast",
                "rating",
                "twist_stiffness",
                "rest",
            ),
            fields("Stops", "swing", "up", "down"),
        )

    def holes(self, rig: Rig, assessment: Assessment, workshop: Workshop) -> tuple[Hole, ...]:
        """Drill table."""
        design: JibDesign = rig.design  # type: ignore[assignment]
        return holes(design, Parts.of(design, workshop))

    def templates(
        self, rig: Rig, assessment: Assessment, workshop: Workshop
    ) -> tuple[Template, ...]:
        """Boom, bar and cheeks."""
        design: JibDesign = rig.design  # type: ignore[assignment]
        return templates(design, Parts.of(design, workshop))

    def suits(self, shot: Shot) -> tuple[float, str]:
        """A rise or a sink of up to about three metres is a jib's own."""
        if not shot.upright:
            return 0.1, "an arm rises and sinks; along a line it would swing in an arc"
        if shot.distance <= 3.0:
            return 1.0, "a rise of this height is what a balanced arm is for"
        return 0.5, "a rise this high needs a long arm, a heavy base and a second pair of hands"
