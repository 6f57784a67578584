"""Assessments, rankings, mends, and the heavier mechanics, for every rig of the demo."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import numpy as np

from hazel_lantern.app.keeper import DEMO
from hazel_lantern.core import mends
from hazel_lantern.core.assessor import Assessor, assess_case
from hazel_lantern.core.build.cuts import StockLength, plan_cuts
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics import beam, boom, plates, ride
from hazel_lantern.core.parts import Piece
from hazel_lantern.core.project.store import open_project
from hazel_lantern.core.ranking import rank
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.workshop import Workshop

#: Name, goal in seconds, what to do.
Work = tuple[str, float | None, Callable[[], object]]
PROJECT = open_project(DEMO)
WORKSHOP = Workshop()
#: A field of each rig that is dragged, and where its values begin.
DRAGGED = {
    "Wheelhouse slide": ("design.rails.length", 1.1),
    "Loft crane": ("design.boom.front", 1.4),
    "Causeway track": ("design.track.gauge", 0.4),
    "Causeway, straight": ("design.track.gauge", 0.4),
    "Wheelhouse lapse": ("design.rails.length", 1.1),
    "Loft crane, slow": ("design.boom.front", 1.4),
    "Stone orbit": ("design.inside.nearest", 2.4),
    "Millpond line": ("shot.subject.distance", 5.8),
    "Bench gantry": ("design.bench.height", 0.7),
}


def dragged(name: str) -> Iterator[Edit]:
    """Values as a hand gives them, without end."""
    path, start = DRAGGED[name]
    count = 0
    while True:
        yield Edit(path, start + 0.005 * (count % 40))
        count += 1


def works() -> Iterator[Work]:
    """All of them."""
    for rig in PROJECT.rigs:
        case = Case(rig, PROJECT.settings, WORKSHOP)

        def anew(case: Case = case) -> None:
            beam.factorised.cache_clear()
            boom.boom_of.cache_clear()
            assess_case(case).whole()

        yield f"assess whole, beams anew: {rig.name}", None, anew
        yield f"assess whole: {rig.name}", None, lambda case=case: assess_case(case).whole()
        assessor, values = Assessor(), dragged(rig.name)

        def step(case: Case = case, assessor: Assessor = assessor, values=values) -> None:
            changed = case.edited((next(values),))
            assessor.accept(0, changed, True)
            assert assessor.look(0, changed).lamps

        yield f"edit and assess in a drag: {rig.name}", 5e-3, step
    for rig in PROJECT.rigs:
        case = Case(rig, PROJECT.settings, WORKSHOP)
        found = assess_case(case)
        for ranking in found.rankings:
            yield (
                f"rank {ranking.title.lower()}: {rig.name}",
                0.25,
                lambda ranking=ranking, case=case: rank(ranking, case),
            )
        for lamp in found.lamps:
            if lamp.state is not State.HOLDS:
                yield (
                    f"mends of {lamp.id}: {rig.name}",
                    0.35,
                    lambda id=lamp.id, case=case: mends.find(id, case),
                )
    yield "beam on three rests, two wheels at 241 marks", 0.48e-3, _beam()
    yield "ride of 60 s at 1 kHz, the body alone", 0.15, _ride()
    yield "ride of 60 s of a light board that clatters", 0.5, _clatter(60.0, 40.0)
    yield "ride of an hour of a light board on a rough floor", 0.5, _clatter(3600.0, 3.0)
    masses = (0.25, 0.5, 1.0, 1.25, 2.0, 2.5, 5.0, 10.0)
    plates_on_hand = [(mass, 3 if mass >= 5 else 4) for mass in masses]
    yield (
        "stacks of 30 plates in 8 sizes",
        0.1,
        lambda: plates.stacks(plates_on_hand, 12.0, 0.2, 0.6, 0.5),
    )
    yield "cut plan of 400 pieces of 100 lengths", 3.0, _cuts()


def _beam() -> Callable[[], object]:
    """The goal is what elements at every twenty-fourth of the length took."""
    supports = tuple(beam.Support(at) for at in (0.1, 0.6, 1.0))
    rails = beam.Beam(1.2, 300.0, supports)
    places = np.linspace((0.1, 0.22), (0.9, 1.02), 241, axis=1)
    loads = beam.Loads(places, np.full_like(places, 16.0), 5.0)
    return lambda: rails.deflection(rails.solve(loads), places)


def _ride() -> Callable[[], object]:
    wheels = ((0.35, 0.25), (0.35, -0.25), (-0.35, 0.25), (-0.35, -0.25))
    body = ride.Body(60.0, 5.0, 3.5, wheels, 60e3, 600.0)
    ground = np.random.default_rng(1).normal(size=(4, 60_000)).cumsum(axis=1) * 1e-6
    return lambda: body.answer(ground, 1000.0)


def _clatter(seconds: float, way: float) -> Callable[[], object]:
    """A board on hard wheels over floor boards; the goal is all of it, ground and contact."""
    rig = next(one for one in PROJECT.rigs if one.name == "Causeway, straight")
    case = Case(rig, PROJECT.settings, WORKSHOP).edited(
        (
            Edit("design.track.kind", "no track"),
            Edit("design.track.floor", "boards"),
            Edit("design.wheels.roller", "truck-hard"),
            Edit("design.platform.mass", 2.0),
            Edit("shot.subject.distance", 2.0 * way),
            Edit("shot.move.distance", way),
            Edit("shot.pace.duration", seconds),
        )
    )
    return lambda: assess_case(case).answer.shaking.quick


def _cuts() -> Callable[[], object]:
    random = np.random.default_rng(1)
    lengths, counts = np.round(random.uniform(0.2, 2.8, 100), 4), np.ones(100, dtype=int)
    np.add.at(counts, random.integers(0, 100, 300), 1)
    pieces = [
        Piece("tube", f"p{at}", float(length), int(count))
        for at, (length, count) in enumerate(zip(lengths, counts, strict=True))
    ]
    stock = {"tube": [StockLength(length, 3.0 * length) for length in (6.0, 3.0)]}
    return lambda: plan_cuts(pieces, stock, 0.002)
