"""Lamps of what turns: balance, weights, rocking, energy, the camera's hold, cables."""

from __future__ import annotations

import math

from hazel_lantern.core.lamps import Found, State, check, not_at_stake, working
from hazel_lantern.core.mechanics import orbit
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer
from hazel_lantern.core.rigs.orbit.standing import inside_edge, whole_mass
from hazel_lantern.core.units import Style, write

#: Of what the camera's side asks may be left over.
LEFT_OVER = 0.05
#: A base on a smooth floor holds so much of its weight sideways.
GRIP = 0.3
#: Tiers of stored energy, J, and a hand at the rim, m/s.
STARTLES, BRUISES, INJURES, AT_HAND = 4.0, 10.0, 100.0, 1.5
#: Starts and stops shake what holds the camera.
SHAKEN = 2.0


@check(
    "balance",
    "Balance",
    "Load",
    "torque",
    None,
    "at most",
    "a twentieth of the camera's own moment",
)
def balance(answer: OrbitAnswer) -> Found:
    """What gravity leaves over about the axis, the arm's own mass counted."""
    left = GRAVITY * answer.left_over
    side = "camera's" if left > 0 else "weights'"
    drifts = abs(left) * math.sin(answer.design.base.lean) > answer.drag
    weight = answer.weights
    bare = answer.camera.mass * answer.camera.along / max(-weight.along, 1e-3)
    wants = answer.needed / max(-weight.along, 1e-3)
    return Found(
        abs(left),
        ("Balanced about its axis", f"The {side} side drops"),
        lambda s: (
            f"{write(abs(left), 'torque', s)} are left over on the {side} side. At "
            f"{write(-weight.along, 'length', s)} it wants {write(wants, 'mass', s)}, arm and "
            f"riser counted; for the camera alone it would be {write(bare, 'mass', s)}."
            + (" On this slope the bearing does not hold it: it turns by itself." if drifts else "")
        ),
        working(
            "M = g sum m x",
            (
                ("m", "on the bar", weight.mass, "mass"),
                ("x", "from the axis", -weight.along, "length"),
                ("asked", "of camera, arm and riser", GRAVITY * answer.needed, "torque"),
                ("drag", "of the bearing", answer.drag, "torque"),
            ),
            "every mass that turns, about the axis",
        ),
        limit=max(LEFT_OVER * GRAVITY * abs(answer.needed), 0.1),
        at_best=State.TIGHT if drifts else State.HOLDS,
    )


@check(
    "counterweight",
    "Trim",
    "Load",
    "length",
    0.02,
    "at least",
    "20 mm to slide either way",
)
def counterweight(answer: OrbitAnswer) -> Found:
    """How far the stack can slide out and in from where it balances."""
    weights, mass = answer.design.counterweight, max(answer.weights.mass, 1e-6)
    if not weights.slides:
        return not_at_stake(
            "Bolted in one place",
            "The weights sit in one place: plates alone trim it.",
            "no slot",
            "weight bar",
            limit=0.02,
        )
    place = answer.needed / mass
    half = sum(plate.thick * plate.on_bar for plate in weights.plates) / 2
    out, back = answer.design.arm.tail - half - place, place - weights.nearest
    finest = min((plate.mass for plate in weights.plates if plate.on_hand), default=0.0)
    return Found(
        min(out, back),
        ("Weights can be trimmed", "Weights do not reach the balance"),
        lambda s: (
            f"This stack balances {write(place, 'length', s)} from the axis: it can still go "
            f"{write(out, 'length', s)} out and {write(back, 'length', s)} in. The least plate on "
            f"hand, {write(finest, 'mass', s)}, moves that by "
            f"{write(place * finest / mass, 'length', s)}."
        ),
        working(
            "reach left = bar's end - half of the stack - balancing place",
            (
                ("x", "balancing place", place, "length"),
                ("end", "of the bar", answer.design.arm.tail, "length"),
                ("half", "of the stack", half, "length"),
                ("m", "on the bar", mass, "mass"),
            ),
            "lever",
        ),
    )


@check(
    "rocking",
    "Rocking",
    "Frame",
    "percent",
    0.35,
    "at most",
    "a third of what would lift a foot, or make the base slide",
)
def rocking(answer: OrbitAnswer) -> Found:
    """The couple of weight and turning against what the base's own weight holds."""
    if answer.design.hung:
        return not_at_stake(
            "Hangs from above",
            "A hung rig rocks on its fixings: see there.",
            "no feet",
            "kind of base",
            value=0.0,
            limit=0.35,
        )
    weight = whole_mass(answer) * GRAVITY
    lifts = abs(answer.rocking) / (weight * inside_edge(answer))
    slides = answer.side_pull / (GRIP * weight)
    nods = abs(answer.rocking) / answer.hub_stiffness * answer.focal_px
    slower = "rocks" if lifts >= slides else "walks"

    def said(s: Style) -> str:
        leans, pulls = write(answer.rocking, "torque", s), write(answer.side_pull, "force", s)
        return (
            f"At full speed the rig leans on its bearing with {leans}, "
            f"{write(lifts, 'percent', s)} of what lifts a foot; {pulls} pull round and round, "
            f"{write(slides, 'percent', s)} of what slides it. The bearing gives by that as it "
            f"spins up, and the picture nods by {write(nods, 'px', s)}."
        )

    return Found(
        max(lifts, slides),
        ("Spins true", f"The base {slower}"),
        said,
        working(
            "M = g sum m x + w² sum m x z;  F = w² sum m x",
            (
                ("w", "turns a second", answer.top / (2 * math.pi), "rate"),
                ("M", "on the bearing", answer.rocking, "torque"),
                ("F", "left over", answer.side_pull, "force"),
                ("W", "of the whole", weight, "force"),
            ),
            "masses at different heights make a couple even where they balance",
        ),
    )


@check(
    "energy",
    "Energy",
    "Drive",
    "energy",
    INJURES,
    "at most",
    "100 J; from 10 J a guard and a remote start, from 4 J it startles; local rules may ask less",
)
def energy(answer: OrbitAnswer) -> Found:
    """Stored energy by tier, and the speed at the rim."""
    stored, outer = answer.energy, answer.swept[1]
    rim = answer.top * outer
    by_hand = answer.case.setup.drive.by_hand
    unbraked = by_hand and rim > AT_HAND and not answer.design.bearing.brake
    guarded = stored > BRUISES
    return Found(
        stored,
        (
            "Spun by hand, it wants a brake"
            if unbraked
            else "Stand clear, start it from afar"
            if guarded
            else "Little is stored",
            "Could injure",
        ),
        lambda s: (
            f"{write(stored, 'energy', s)} turn at full speed, {write(rim, 'speed', s)} at the "
            "rim: "
            + (
                "it startles."
                if stored <= STARTLES
                else "it bruises."
                if stored <= BRUISES
                else "a guard, and nobody within reach when it starts."
            )
            + (" A hand at the rim needs a brake there." if unbraked else "")
        ),
        working(
            "E = I w² / 2",
            (
                ("I", "of all that turns, kg m²", answer.inertia, "number"),
                ("w", "turns a second", answer.top / (2 * math.pi), "rate"),
                ("v", "at the outermost corner", rim, "speed"),
            ),
            "sum of m r² of every part",
        ),
        at_best=State.TIGHT if guarded or unbraked else State.HOLDS,
    )


@check(
    "mount",
    "Hold of the camera",
    "Load",
    "force",
    None,
    "at most",
    "half of what cradle and clamps hold: starts and stops shake them",
)
def mount(answer: OrbitAnswer) -> Found:
    """Pull on the camera's screw, with its weight beside, and the g that it feels."""
    mass, out, arm = answer.centre.mass, answer.camera.along, answer.design.arm
    outwards = orbit.pull(mass, out, answer.top)
    both = math.hypot(outwards, mass * GRAVITY)
    g = outwards / (mass * GRAVITY) if mass else 0.0
    # What slides out is held by its clamp alone: camera and cradle, or the weights.
    heavier = max((answer.camera, answer.weights), key=lambda one: one.mass * abs(one.along))
    flung = orbit.pull(heavier.mass, abs(heavier.along), answer.top)
    slides = arm.slides and flung / arm.clamps > both / arm.holds
    held = " A slide is flung out with {}, and its clamp holds {}." if arm.slides else ""
    return Found(
        flung if slides else both,
        ("Camera is held", "A slide flies out" if slides else "Camera comes loose"),
        lambda s: (
            f"Turning pulls at the camera with {write(outwards, 'force', s)}, {g:.2f} times its "
            f"weight; with its weight {write(both, 'force', s)} on screw, cradle and clamps."
            + held.format(write(flung, "force", s), write(arm.clamps, "force", s))
        ),
        working(
            "F = sqrt((m w² r)² + (m g)²), of half of what holds it",
            (
                ("m", "carried", mass, "mass"),
                ("r", "from the axis", out, "length"),
                ("w", "turns a second", answer.top / (2 * math.pi), "rate"),
                ("clamp", "at the heavier slide", flung, "force"),
            ),
            "circle at even speed",
        ),
        limit=(arm.clamps if slides else arm.holds) / SHAKEN,
    )


@check("wrap", "Cable wrap", "Drive", "number", None, "at most", "turns they allow")
def wrap(answer: OrbitAnswer) -> Found:
    """Turns of the move against those that the cables allow."""
    turns, allowed = answer.turn.turned / (2 * math.pi), answer.design.bearing.wraps
    return Found(
        turns,
        ("Cables do not wind up", "Cables wind up and tear"),
        lambda s: f"The move turns {turns:.2f} times; the cables allow {allowed:.4g}.",
        working("turns of the move", (("n", "turns", turns, "number"),), "counting"),
        limit=allowed,
    )
