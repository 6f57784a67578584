"""The slider's lamps: each a value over the move, its limit, its sentence and its working."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.lamps import Lamp, State, Working, judge
from hazel_lantern.core.mechanics import picture, slopes
from hazel_lantern.core.mechanics.carriage import jam_margin
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.slider import standing
from hazel_lantern.core.rigs.slider.limits import LIMITS, UNSEEN_DRIFT
from hazel_lantern.core.rigs.slider.statics import Answer, Array, Parts
from hazel_lantern.core.units import Style, write

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.slider.model import SliderDesign
    from hazel_lantern.core.workshop import Workshop

Inputs = tuple[tuple[str, str, float, str], ...]


@dataclass(frozen=True)
class Scene:
    """All that the lamps look at."""

    rig: Rig
    design: SliderDesign
    settings: Settings
    workshop: Workshop
    parts: Parts
    answer: Answer
    bought: tuple[Part, ...]


def _working(formula: str, inputs: Inputs, source: str) -> Callable[[Style], Working]:
    return lambda style: Working(
        formula,
        tuple((symbol, what, write(value, kind, style)) for symbol, what, value, kind in inputs),
        source,
    )


def _lamp(
    scene: Scene,
    id: str,
    trace: Array | float,
    limit: float,
    headlines: tuple[str, str],
    meaning: Callable[[Style], str],
    working: Callable[[Style], Working],
    applies: bool = True,
) -> Lamp:
    """Make a lamp; ``headlines`` are for when it does not fail and when it does."""
    spec = LIMITS[id]
    limit = scene.settings.limits.get(id, limit)
    values = np.atleast_1d(np.asarray(trace, dtype=float))
    mark = int(values.argmax() if spec.sense == "at most" else values.argmin())
    margin = scene.settings.tight_margin * spec.margin_share
    value = float(values[mark])
    state = judge(value, limit, spec.sense, margin) if applies else State.HOLDS
    return Lamp(
        id=id,
        spec=spec,
        state=state,
        value=value,
        limit=limit,
        mark=mark if values.size > 1 else 0,
        trace=values if values.size > 1 else None,
        headline=headlines[state is State.FAILS],
        meaning=meaning,
        working=working,
        applies=applies,
    )


def travel(scene: Scene) -> Lamp:
    """Rail length less carriage and stops, against the shot."""
    design, shot = scene.design, scene.rig.shot
    available = design.rails.length - design.carriage.length - 2 * design.stop
    return _lamp(
        scene,
        "slider.travel",
        available,
        shot.distance,
        ("Travel for the shot", "Rails too short for the shot"),
        lambda s: (
            f"The carriage can run {write(available, 'length', s)} between its stops; "
            f"the shot slides {write(shot.distance, 'length', s)}."
        ),
        _working(
            "travel = L - c - 2 s",
            (
                ("L", "rail length", design.rails.length, "length"),
                ("c", "carriage length", design.carriage.length, "length"),
                ("s", "stop at each end", design.stop, "length"),
            ),
            "sum of lengths",
        ),
    )


def camera_angles(scene: Scene) -> tuple[Array, Array]:
    """Nose-up turn and right-side-down roll of the lens that the rails cause, rad."""
    answer = scene.answer
    if scene.rig.shot.along:
        return answer.pitch, answer.roll
    return answer.roll, -answer.pitch


def subject_distance(scene: Scene) -> Array:
    """Lens to subject at every mark, along the lens's bearing, m."""
    shot = scene.rig.shot
    if not shot.along:
        return np.full_like(scene.answer.course.times, shot.subject.distance)
    moved = shot.sense * (scene.answer.course.marks - shot.distance / 2)
    return np.asarray(shot.subject.distance - moved * math.cos(shot.tilt))


def focal_px(scene: Scene) -> float:
    """Focal length in pixels; raises CatalogueError for an unknown sensor."""
    sensor = scene.workshop.catalogue.find("sensors", scene.rig.shot.lens.sensor)
    return scene.rig.shot.focal_px(sensor.width)


def drift_over_move(scene: Scene) -> Array:
    """Drift at left edge, centre and right edge of the frame, (3, n) px, from the first mark."""
    pitch, roll = camera_angles(scene)
    centre = picture.drift(pitch, scene.answer.rise, focal_px(scene), subject_distance(scene))
    edges = picture.edge_drift(centre, roll, scene.rig.shot.lens.frame_width)
    return np.asarray(edges - edges[:, :1])


def frame_drift(scene: Scene) -> Lamp:
    """How far the subject wanders up and down in the frame, peak to peak over the move."""
    shot, answer = scene.rig.shot, scene.answer
    drift = drift_over_move(scene)
    spans = picture.peak_to_peak(drift)
    where = int(spans.argmax())
    pitch, roll = camera_angles(scene)
    lamp = _lamp(
        scene,
        "slider.frame-drift",
        float(spans[where]),
        UNSEEN_DRIFT * shot.lens.frame_width,
        ("Frame drift over the move", "Frame drifts in sight"),
        lambda s: (
            f"The rails give under the carriage, so what is still at the "
            f"{('left edge', 'middle', 'right edge')[where]} of the frame wanders "
            f"{write(float(spans[where]), 'px', s)} up and down over the move."
        ),
        _working(
            "drift = f tan(pitch) + f z / d + (w/2) tan(roll), greatest less least",
            (
                ("f", "focal length in pixels", focal_px(scene), "px"),
                (
                    "pitch",
                    "lens nose-up turn, greatest less least",
                    float(picture.peak_to_peak(pitch)),
                    "angle",
                ),
                (
                    "roll",
                    "lens roll, greatest less least",
                    float(picture.peak_to_peak(roll)),
                    "angle",
                ),
                (
                    "z",
                    "lens rise, greatest less least",
                    float(picture.peak_to_peak(answer.rise)),
                    "fine",
                ),
                ("d", "lens to subject", shot.subject.distance, "length"),
                ("w", "frame width", shot.lens.frame_width, "px"),
            ),
            "pinhole projection; a lens square to the track turns rail pitch into picture roll",
        ),
    )
    course = np.abs(drift[where])
    return replace(lamp, trace=course, mark=int(course.argmax()))


def rail_dip(scene: Scene) -> Lamp:
    """The lowest wheel point of either rail."""
    answer, design = scene.answer, scene.design
    dip = np.maximum(answer.near_dip, answer.far_dip)
    properties = scene.parts.section.properties
    return _lamp(
        scene,
        "slider.rail-dip",
        dip,
        LIMITS["slider.rail-dip"].default or 0.0,
        ("Rail dip under the load", "Rails sag too far"),
        lambda s: (
            f"A rail sinks {write(float(dip.max()), 'fine', s)} under the wheels where it is "
            "weakest, its own weight included."
        ),
        _working(
            "beam elements, w'''' = q / (E I), all carriage places at once",
            (
                ("E", "modulus", scene.parts.material.modulus, "stress"),
                ("I", "second moment of one rail", properties.effective_moment, "second_moment"),
                ("L", "rail length", design.rails.length, "length"),
                ("F", "weight on the wheels", float(answer.axles.sum(axis=0).max()), "force"),
                ("q", "own weight of the rails, N for 1 m", answer.line, "force"),
            ),
            "Euler-Bernoulli beam, with shear for boards; Timoshenko & Gere",
        ),
    )


def rail_stress(scene: Scene) -> Lamp:
    """Bending stress against the working stress."""
    material, answer = scene.parts.material, scene.answer
    share = answer.stress / material.working_stress
    worst = float(answer.stress.max())
    manner = {"yields": "bends for good", "cracks": "cracks", "creeps": "goes on sagging"}
    return _lamp(
        scene,
        "slider.rail-stress",
        share,
        1.0,
        ("Rail stress", f"Rail {manner[material.failure]}"),
        lambda s: (
            f"The rail is loaded to {write(worst, 'stress', s)}, "
            f"{write(float(share.max()), 'percent', s)} of what this material is worked at; it "
            f"{material.failure} past its limit of {write(material.yield_stress, 'stress', s)}."
        ),
        _working(
            "stress = M c / I",
            (
                ("M c / I", "bending stress", worst, "stress"),
                ("c", "to the outer fibre", scene.parts.section.properties.extreme_fibre, "fine"),
                (
                    "S",
                    f"working stress, {material.name.lower()}: {material.note}",
                    material.working_stress,
                    "stress",
                ),
            ),
            "Roark; moments by statics from the supports' reactions",
        ),
    )


def jam(scene: Scene) -> Lamp:
    """Push offset against the offset at which the guide locks."""
    design, wheel = scene.design, scene.parts.wheel
    offset = design.drive.push_offset
    friction = wheel.side_friction * design.carriage.friction
    margin = min(jam_margin(design.carriage.wheelbase, offset, friction), 99.0)
    return _lamp(
        scene,
        "slider.jam",
        margin,
        LIMITS["slider.jam"].default or 0.0,
        ("Carriage will not jam", "Carriage jams when pushed"),
        lambda s: (
            f"Pushed {write(offset, 'length', s)} beside the middle, the carriage could be "
            f"pushed {write(margin, 'number', s)} as far out before it locks on the rails."
        ),
        _working(
            "margin = l / (2 m d)",
            (
                ("l", "wheelbase", design.carriage.wheelbase, "length"),
                ("m", f"side friction, {wheel.name.lower()}", friction, "percent"),
                ("d", "push beside the middle", offset, "length"),
            ),
            "equilibrium of a guide with friction at both ends",
        ),
    )


def wheel_lift(scene: Scene) -> Lamp:
    """The lightest wheel over the move, with acceleration and slope."""
    answer, wheel = scene.answer, scene.parts.wheel
    lightest = answer.wheels.min(axis=0)
    which = int(answer.wheels.min(axis=1).argmin())
    name = ("rear near", "rear far", "front near", "front far")[which]
    place = {"rear": "left", "front": "right"}[name.split()[0]] + " " + name.split()[1]
    limit = -wheel.rating / 2 if wheel.captive else LIMITS["slider.wheel-lift"].default or 0.0
    load = answer.load
    captive = ", held down by its captive wheels" if wheel.captive else ""
    return _lamp(
        scene,
        "slider.wheel-lift",
        lightest,
        limit,
        ("All wheels stay down", f"The {place} wheel lifts"),
        lambda s: (
            f"The {place} wheel is the lightest at {write(float(lightest.min()), 'force', s)}"
            f"{captive}; it counts weight, slope, acceleration and the push."
        ),
        _working(
            "N = W/4 (1 ± 2 x/b)(1 ± 2 y/g), less (m a + W sin tilt) h / b",
            (
                ("W", "weight on the wheels", load.mass * GRAVITY, "force"),
                ("x", "weight ahead of the middle", load.forward, "length"),
                ("y", "weight towards the far rail", load.sideways, "length"),
                ("h", "height of the weight over the rails", load.height, "length"),
                ("b", "wheelbase", load.wheelbase, "length"),
                ("g", "between the wheel lines", load.gauge, "length"),
                (
                    "a",
                    "greatest acceleration",
                    float(np.abs(answer.course.acceleration).max()),
                    "acceleration",
                ),
            ),
            "rigid-body statics of four wheels",
        ),
    )


def tip(scene: Scene) -> Lamp:
    """Tilt left before the whole goes over its feet, with the push."""
    found = standing.tip(scene.rig, scene.design, scene.settings, scene.workshop, scene.answer)
    worst = int(found.angle.argmin())
    past = float(found.resultant[worst] - found.edge)
    falls = found.angle.min() < 0
    return _lamp(
        scene,
        "slider.tip",
        found.angle,
        LIMITS["slider.tip"].default or 0.0,
        (
            "Stands up to a push",
            f"Tips over {found.where}" if falls else f"Nearly tips {found.where}",
        ),
        lambda s: (
            f"With a push of {write(scene.settings.hand_push, 'force', s)}, the weight comes down "
            f"{write(abs(past), 'length', s)} {'past' if past > 0 else 'inside'} the line of the "
            f"feet {found.where}: {write(abs(float(found.angle.min())), 'angle', s)} "
            f"{'past tipping' if falls else 'of tilt left'}."
        ),
        _working(
            "tilt left = atan((e - r) / h),  r = (sum W x + sum F z) / sum W",
            (
                ("e", f"middle to the edge of the feet, {found.edge_rule}", found.edge, "length"),
                (
                    "r",
                    "middle to where weight and push come down",
                    float(found.resultant[worst]),
                    "length",
                ),
                ("h", "height of the whole's centre of mass", float(found.height[worst]), "length"),
                ("W", "whole weight", found.weight, "force"),
                ("F", "push at the lens", scene.settings.hand_push, "force"),
            ),
            "support polygon; three feet at b: edge at b / (2 sqrt 3), whichever way they stand",
        ),
    )


def stand_load(scene: Scene) -> Lamp:
    """What rests on the most loaded stand against the lower rating of stand and head."""
    design, answer = scene.design, scene.answer
    supports = design.supports
    applies = supports.kind in ("stand", "end stands")
    stand = scene.workshop.catalogue.find("stands", supports.stand)
    rating = min(stand.rating, supports.head_rating)
    limit = rating * scene.settings.working_fraction
    carried = answer.reactions.max(axis=0) / (GRAVITY * math.cos(scene.rig.shot.tilt))
    return _lamp(
        scene,
        "slider.stand-load",
        carried if applies else 0.0,
        limit,
        ("Weight on the stand" if applies else "No stand to load", "Too heavy for the stand"),
        lambda s: (
            f"{write(float(carried.max()), 'mass', s)} rests on one stand; its lower rating, "
            f"of stand or head, is {write(rating, 'mass', s)} and "
            f"{write(scene.settings.working_fraction, 'percent', s)} of that is used."
            if applies
            else "The rails rest on blocks, so no stand or head is loaded."
        ),
        _working(
            "limit = share × least rating",
            (
                ("R", "heaviest support reaction, as mass", float(carried.max()), "mass"),
                ("S", f"stand rating, {stand.name.lower()}", stand.rating, "mass"),
                ("H", "head rating", supports.head_rating, "mass"),
                ("share", "used of a rating", scene.settings.working_fraction, "percent"),
            ),
            "beam reactions; ratings as given with stand and head",
        ),
        applies=applies,
    )


def runaway(scene: Scene) -> Lamp:
    """Track tilt against the tilt at which the carriage rolls by itself."""
    shot, load, drive = scene.rig.shot, scene.answer.load, scene.design.drive
    rolls = slopes.rolling_angle(load.rolling, drive.brake, load.mass)
    tilt = abs(shot.tilt)
    pull = slopes.runaway_force(load.mass, tilt, load.rolling)
    speed = slopes.end_speed(load.mass, tilt, load.rolling, shot.distance)
    return _lamp(
        scene,
        "slider.runaway",
        tilt,
        rolls,
        ("Stays where it is left", "Runs away down the slope"),
        lambda s: (
            f"It begins to roll by itself at {write(rolls, 'angle', s)} and the track tilts "
            f"{write(tilt, 'angle', s)}"
            + (
                f"; let go without a brake it pulls {write(pull, 'force', s)} and reaches "
                f"{write(speed, 'speed', s)}."
                if pull
                else "."
            )
        ),
        _working(
            "rolls at W sin tilt = r W cos tilt + B",
            (
                ("tilt", "track tilt", tilt, "angle"),
                (
                    "r",
                    f"rolling resistance, {scene.parts.wheel.name.lower()}",
                    load.rolling,
                    "percent",
                ),
                ("B", "brake holds", drive.brake, "force"),
                ("W", "weight on the wheels", load.mass * GRAVITY, "force"),
            ),
            "equilibrium on a slope",
        ),
    )


def fit(scene: Scene) -> Lamp:
    """Rail spacing error against side play, and whether these wheels run on this section."""
    design, wheel, section = scene.design, scene.parts.wheel, scene.parts.section
    matched = wheel.face == section.running_face
    error = design.rails.spacing_error if design.rails.arrangement == "pair" else 0.0001
    limit = wheel.side_play if matched else 0.0
    return _lamp(
        scene,
        "slider.fit",
        max(error, 1e-6),
        limit,
        (
            "Rails fit the wheels",
            "Rails bind the wheels" if matched else "These wheels do not run on these rails",
        ),
        lambda s: (
            f"Rails {write(error, 'fine', s)} out of parallel meet wheels with "
            f"{write(wheel.side_play, 'fine', s)} of side play."
            if matched
            else f"{wheel.name} run on a {wheel.face} face; {section.name} has a "
            f"{section.running_face} one."
        ),
        _working(
            "spacing error is to stay below side play",
            (
                ("e", "spacing error along the rails", error, "fine"),
                ("p", f"side play, {wheel.name.lower()}", wheel.side_play, "fine"),
            ),
            "geometry of guide and rail; measure the spacing at both ends and the middle",
        ),
    )


def room(scene: Scene) -> Lamp:
    """The least clearance of rig and room: along, overhead, and what is under the rails."""
    spans = standing.clearances(scene.rig, scene.design, scene.workshop, scene.parts)
    name, least = min(spans.items(), key=lambda span: span[1])
    return _lamp(
        scene,
        "slider.room",
        least,
        LIMITS["slider.room"].default or 0.0,
        ("Fits the room", f"Does not fit {name}"),
        lambda s: (
            f"The least clearance is {name}: {write(least, 'length', s)}"
            + (" is missing." if least < 0 else " left over.")
        ),
        _working(
            "clearance = free space less what the rig takes up",
            tuple((name.split()[0], name, value, "length") for name, value in spans.items()),
            "sum of lengths, from lens height and room",
        ),
    )


def budget(scene: Scene) -> Lamp:
    """What is still to be bought against the rig's budget."""
    cost = sum(part.cost for part in scene.bought)
    dearest = sorted(scene.bought, key=lambda part: -part.cost)[:4]
    return _lamp(
        scene,
        "slider.budget",
        cost,
        scene.rig.budget,
        ("Within the budget", "Over the budget"),
        lambda s: (
            f"Parts still to buy come to {write(cost, 'money', s)}; the budget is "
            f"{write(scene.rig.budget, 'money', s)}."
        ),
        _working(
            "sum of parts marked to buy; the four dearest",
            tuple((str(at + 1), part.name, part.cost, "money") for at, part in enumerate(dearest)),
            "catalogue prices, or the maker's own",
        ),
    )


ALL = (
    travel,
    frame_drift,
    rail_dip,
    rail_stress,
    jam,
    wheel_lift,
    tip,
    stand_load,
    runaway,
    fit,
    room,
    budget,
)
