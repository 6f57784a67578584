"""What may be changed to mend a jib's lamps, and what is ranked."""

from __future__ import annotations

import math
from collections.abc import Iterable

from hazel_lantern.core.catalogue.rows import Stand
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.rigs.asks import Candidate, Choices, Lever, Numeric, Ranking
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.model import F, JibDesign
from hazel_lantern.core.rigs.jib.post import SUPPORT
from hazel_lantern.core.rigs.kit.arm import nests
from hazel_lantern.core.rigs.kit.counterweight import stack_id
from hazel_lantern.core.rigs.kit.stands import StandOf
from hazel_lantern.core.shot import S

STAND = StandOf(
    F.post.stand,
    F.post.spread,
    {F.post.rating: "rating", F.post.twist_stiffness: "twist_stiffness"},
)
LEVELS = {
    "solid bar": "Keep it level with a solid bar",
    "twin cables": "Keep it level with twin cables",
}
TIES = {
    "a chain round the feet": "Run a chain from foot to foot",
    "stops at the hinges": "Stop the legs at their hinges",
}
LOCKS = {"bolts through both": "Bolt the pieces through where they overlap"}
DRILLED = {"as one stack": "Drill boom and bar as one stack, and all cheeks as another"}


def rebalanced(case: Case[JibDesign]) -> tuple[Edit, ...]:
    """What a maker does to the weights once something else has changed the balance."""
    return JibAnswer(case).balancing.again()


#: Where the sections of nested pieces are, from the second on.
INNER = (F.boom.tip_section, F.boom.third_section, F.boom.fourth_section)


def _inner_for(answer: JibAnswer, outer: str, now: str) -> str | None:
    """The inner piece for an outer one: the one in use if it fits, else the largest that does."""
    sections = answer.workshop.catalogue.sections
    if now in sections and nests(sections[outer], sections[now]):
        return now
    fitting = [one for one in sections.values() if nests(sections[outer], one)]
    return max(fitting, key=lambda one: one.properties.second_moment).id if fitting else None


def _nested_in(answer: JibAnswer, outer: str) -> list[Edit] | None:
    """What the pieces inside of an outer one must be; None where none would fit."""
    edits, around = [], outer
    for field, now in zip(INNER, answer.design.boom.inner, strict=False):
        inner = _inner_for(answer, around, now)
        if inner is None:
            return None
        if inner != now:
            edits.append(Edit(field, inner))
        around = inner
    return edits


def sections(answer: JibAnswer) -> Iterable[Candidate]:
    """Every section the boom can be, the weights set anew; of nested ones, those that fit in."""
    for section in answer.case.offered("sections"):
        inner = _nested_in(answer, section.id)
        if inner is None:
            continue
        edits = [Edit(F.boom.section, section.id), *inner]
        try:
            edits += rebalanced(answer.case.edited(edits))
        except CannotBe:
            continue
        yield Candidate(section.id, section.name, tuple(edits))


def bases(answer: JibAnswer) -> Iterable[Candidate]:
    """Every base that reaches the pivot's height."""
    height = answer.design.post.pivot_height

    def reaches(stand: Stand) -> bool:
        return stand.lowest - 0.15 <= height <= stand.highest + 0.15

    if answer.design.post.legs.cut:
        # What the maker cut belongs to the post in use; another base has its own.
        own = (Edit(F.post.legs.kind, "as the base has them"), Edit(F.post.height, height))
        for one in STAND.choices(answer.case, reaches):
            kept = one.id == answer.design.post.stand
            yield one if kept else one._replace(edits=(*one.edits, *own))
        return
    yield from STAND.choices(answer.case, reaches)


def pivots(answer: JibAnswer) -> Iterable[Candidate]:
    """Every kind of joint."""
    for row in answer.case.offered("pivots"):
        yield Candidate(row.id, row.name, (Edit(F.pivots.kind, row.id),))


def turntables(answer: JibAnswer) -> Iterable[Candidate]:
    """Everything to pan on."""
    for row in answer.case.offered("turntables"):
        yield Candidate(row.id, row.name, (Edit(F.post.turntable, row.id),))


def rankings(answer: JibAnswer) -> tuple[Ranking, ...]:
    """Stacks, booms, bases and joints."""
    case, section = answer.case, F.boom.section
    return (
        Ranking(
            "stacks",
            "Stacks that balance",
            lambda: answer.balancing.choices(answer.style),
            stack_id(answer.design.counterweight.loaded),
            "counterweight",
            station="Load",
            by_size="fewest plates",
        ),
        Ranking.of(case, "booms", "Boom", section, lambda: sections(answer), "boom-dip", "bounce"),
        Ranking.of(case, "bases", "Bases", F.post.stand, lambda: bases(answer), "tip"),
        Ranking.of(case, "pivots", "Joints", F.pivots.kind, lambda: pivots(answer), "balance"),
    )


def _named(title: str, found: Iterable[Candidate], now: str) -> Choices:
    return Choices.of(title, (one._replace(name=one.name.lower()) for one in found), now)


def levers(answer: JibAnswer) -> Iterable[Lever]:
    """All that may be changed to mend a lamp; the search finds which does."""
    design, stand = answer.design, answer.rows.stand
    boom, level, weights, degree = design.boom, design.level, design.counterweight, math.radians(1)
    slides = weights.slides
    near = (weights.nearest, weights.farthest) if slides else (0.05, boom.tail)
    c = F.counterweight
    stacks = answer.balancing.choices(answer.style)
    yield Choices.of("Load {}", stacks, stack_id(weights.loaded))
    yield Numeric(c.place, 0.001, *near, "Set the weights {} behind the pivot")
    longer = "Use a weight bar with {} free either side"
    yield Numeric(c.bar_side, 0.005, 0.03, 0.5, longer)
    yield Numeric(c.bar_diameter, 0.001, 0.008, 0.05, "Use a weight bar {} thick")
    yield Numeric(F.pivots.drag, 0.05, 0.0, 3.0, "Tighten the nuts to a drag of {}")
    yield Numeric(c.above, 0.005, -0.1, 0.1, "Set the weights {} above the pins' line")
    yield Numeric(F.boom.front, 0.01, 0.3, 4.0, "Make the front {} long", then=rebalanced)
    least = near[1] if slides else weights.place
    yield Numeric(F.boom.tail, 0.01, least, 3.0, "Make the tail {} long")
    yield Numeric(F.swing.up, degree / 2, 5 * degree, 75 * degree, "Let it swing {} up")
    yield Numeric(F.swing.down, degree / 2, 0.0, 75 * degree, "Let it swing {} down")
    if design.post.legs.cut:
        legs = F.post.legs
        yield Numeric(legs.leg, 0.01, 0.3, 3.0, "Cut the legs {} long")
        yield Numeric(legs.angle, degree, 10 * degree, 60 * degree, "Set the legs {} from upright")
        yield Numeric(legs.hinge, 0.01, 0.1, 2.0, "Hinge the legs {} below the pivot")
        yield Choices.words(legs.tie, TIES, design.post.legs.tie)
    else:
        yield Numeric(F.post.height, 0.01, stand.lowest, stand.highest, "Set the pivot {} high")
        yield STAND.spread_lever(answer.case)
    if design.post.rest == SUPPORT:
        yield Numeric(F.post.rest_height, 0.01, 0.1, 3.0, "Make the tail's support {} high")
    yield Numeric(F.post.ballast, 0.5, 0.0, 60.0, "Lay {} of ballast on the base")
    yield Numeric(F.platform.ahead, 0.005, -0.1, 0.3, "Set the camera {} ahead of the front pin")
    yield Choices.of("Make the boom of {}", sections(answer), boom.section)
    yield _named("Change the base to: {}", bases(answer), design.post.stand)
    yield _named("Turn on: {}", pivots(answer), design.pivots.kind)
    yield _named("Pan on: {}", turntables(answer), design.post.turntable)
    yield Choices.words(F.level.kind, LEVELS, level.kind)
    if slides:
        yield Numeric(c.farthest, 0.005, weights.place, boom.tail, "Run the slot out to {}")
        yield Numeric(c.window, 0.001, 0.0, 0.1, "Saw the window in the tail {} high")
        yield Numeric(c.nearest, 0.005, 0.05, weights.place, "Start the slot at {}")
    if level.kind != "none":
        v = F.level
        yield Numeric(v.pins, 0.01, 0.05, 0.4, "Set the pins {} apart")
        yield Choices.words(v.drilled, DRILLED, level.drilled)
        yield Numeric(v.pins_error, 0.00005, 0.00005, 0.002, "Drill the pin pairs within {}")
        yield Numeric(v.pins_more, 0.0001, -0.01, 0.01, "Drill the platform's pins wider by {}")
    if level.kind == "solid bar":
        yield Numeric(v.bar_error, 0.0001, 0.0001, 0.003, "Drill along the bars within {}")
    if level.kind == "none":
        head = "Use a head that tilts {} either way"
        yield Numeric(F.platform.head_range, 5 * degree, 0.0, 90 * degree, head)
    if design.pivots.clamped:
        j = F.pivots
        yield Numeric(j.clamp_force, 50.0, 100.0, 5000.0, "Tighten the two clamps to {} each")
        yield Numeric(j.above, 0.005, 0.02, 0.2, "Set the boom {} above its pivot")
    if design.pivots.on_head:
        spring = "Set the head's counterbalance to {}"
        yield Numeric(F.pivots.counterbalance, 0.1, 0.0, 20.0, spring)
    if boom.nested > 1 and boom.locks == "clamping screws":
        yield Numeric(F.boom.lock_force, 50.0, 100.0, 2500.0, "Tighten the locking screws to {}")
        yield Choices.words(F.boom.locks, LOCKS, boom.locks)
    if level.kind == "twin cables":
        yield Numeric(F.level.preload, 5.0, 5.0, 800.0, "Tighten the cables to {}")
    if answer.rise.sweep:
        yield Numeric(S.move.sweep, degree, -math.pi, math.pi, "Pan {}", loses="the pan")
