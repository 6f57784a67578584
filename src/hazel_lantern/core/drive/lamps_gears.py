"""Lamps of what is between motor and rig: sticking, play, teeth, jams, holding, harm."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.drive import box, strength
from hazel_lantern.core.drive.answer import STARTING, Driving
from hazel_lantern.core.drive.built import GRIP, sector_teeth
from hazel_lantern.core.drive.model import SPRINGY
from hazel_lantern.core.lamps import Found, State, check, not_at_stake, working
from hazel_lantern.core.mechanics import driving, gears
from hazel_lantern.core.mechanics.involute import contact_ratio
from hazel_lantern.core.rigs.kit.seen import UNSEEN
from hazel_lantern.core.units import write

#: Times as much as the move asks at which a clutch is set to slip, and a fuse is chosen to blow.
CLUTCH, FUSE = 1.5, 2.0
#: What each guard does about a jam.
GIVES = {
    "end switches": "End switches stop it at the ends, not on a hand between them.",
    "slip clutch": "The clutch slips at half as much again as the move asks.",
    "fuse": "The fuse blows at twice what the move asks.",
}
#: A hand that is caught bears so much, N: judged as the limit of a jam wherever a hand reaches.
HAND = 150.0
#: Quicker than this nobody steps aside, m/s; tiers of energy, J, estimated: rules may ask less.
QUICK, BRUISE, INJURE = 2.0, 20.0, 200.0
#: Between what turns and what stands, and half of a screwdriver's thickness, m.
CLEAR, DRIVER = 0.005, 0.006
#: From an axis as far as a hand spans, m.
SPAN = 0.2
#: Teeth that touch less long than this on the average knock.
LEAST_CONTACT = 1.2


@check(
    "drive.fit",
    "Room for the drive",
    "Drive",
    "length",
    CLEAR,
    "at least",
    "5 mm between what turns and what stands, and round a screwdriver at the box's screws",
)
def fit(it: Driving) -> Found:
    """Whether the axis can have the last stage, and the least room round box and sector."""
    can, suits = it.axis.last, it.drive.last in it.axis.last
    made, beam = box.Box.of(it), it.axis.beam
    rooms = {"round a screwdriver at the box's screws": made.reachable(it, DRIVER)}
    if beam is not None and it.last == "sector":
        below = it.drive.ring + it.drive.wheel / 2 + made.half
        rooms["from the box to the legs"] = beam.below - below
        _, count = sector_teeth(it)
        half = count * it.drive.module / 2
        rooms["from the sector's teeth to its clamp"] = (
            it.drive.ring - GRIP - it.drive.module * 2.25
        )
        # Past a half turn the arm itself comes to the pinion.
        rooms["of teeth before the arm comes to the pinion"] = (
            math.pi / 2 * it.drive.ring - half - GRIP
        )
    where = min(rooms, key=lambda name: rooms[name])
    left = rooms[where] if suits else 0.0
    return Found(
        left,
        (
            "Drive fits the rig",
            "Drive is in the way" if suits else "Last stage is none of this axis",
        ),
        lambda s: (
            f"The least room is {write(left, 'length', s)} {where}."
            if suits
            else f"The {it.axis.name} can be driven by {', '.join(can)}."
        ),
        working(
            "least of the rooms",
            tuple(
                (f"{at}", name, room, "length") for at, (name, room) in enumerate(rooms.items(), 1)
            ),
            "places of the box's drawing, and of the rig's",
        ),
    )


@check(
    "drive.stick",
    "Jerk at the start",
    "Drive",
    "px",
    None,
    "at most",
    "a pixel in a frame 1920 px wide",
)
def stick(it: Driving) -> Found:
    """What a springy line makes of friction that is half as much again at rest."""
    applies = it.last in SPRINGY
    rubs = float(np.abs(it.axis.rubbing).max())
    # Round a ring the line pulls at its radius.
    radius = it.lever
    more = (STARTING - 1) * rubs / radius
    found = driving.stick_slip(
        it.drive.stiffness, it.drive.line, max(it.axis.inertia / radius**2, 1e-6), more
    )
    shown = found.jump / radius * it.axis.pixels
    return Found(
        shown if applies else 0.0,
        ("Moves without sticking", "Sticks and jumps"),
        lambda s: (
            f"{write(more, 'force', s)} more to start than to go on stretch the line until it "
            f"jumps by {write(found.jump, 'fine', s)}, {write(shown, 'px', s)} in the picture, and "
            f"swings {found.frequency:.1f} times a second."
            if applies
            else "Nothing springy is between motor and rig."
        ),
        working(
            "jump = 2 dF / k,  k = E A / L",
            (
                ("dF", "friction at rest less that of rolling", more, "force"),
                ("E A", "of the line", it.drive.stiffness, "force"),
                ("L", "of the line", it.drive.line, "length"),
            ),
            "a mass on a spring let go at once",
        ),
        limit=1 / 1920 * it.case.shot.lens.frame_width,
        applies=applies,
    )


@check(
    "drive.backlash",
    "Play in the drive",
    "Drive",
    "px",
    None,
    "at most",
    "12 px in a frame 1920 px wide; none is seen where the load never changes sides",
)
def backlash(it: Driving) -> Found:
    """How far the picture falls through the play of the gears where the load changes sides."""
    shown, seen = it.play * it.axis.pixels, it.hangs_free
    return Found(
        shown if seen else 0.0,
        ("Play is not seen", "Play shows where the load changes sides"),
        lambda s: (
            f"All play together is {write(shown, 'px', s)} in the picture. "
            + (
                "The load changes sides on the way, or only friction holds it: it falls through."
                if seen
                else "The load keeps one flank pressed all the way, so it is not seen."
            )
        ),
        working(
            "play = sum of p / (r G from there)",
            (
                ("p", "of a pair along its pitch circle", it.drive.train_play, "fine"),
                ("all", "at the axis, as a share of its unit", it.play, "number"),
            ),
            "each stage's play geared down to the axis",
        ),
        limit=UNSEEN * it.case.shot.lens.frame_width,
    )


@check(
    "drive.teeth",
    "Load on the teeth",
    "Drive",
    "percent",
    1.0,
    "at most",
    "working stress with the whole load at one tooth's tip, of axles, and of what holds the cogs",
)
def teeth(it: Driving) -> Found:
    """The most used tooth, axle or hold of the train, and how long teeth touch."""
    hardest = max(float(np.abs(it.torque).max()), it.starting)
    found = sorted(strength.uses(it, hardest), key=lambda use: -use.share)
    if not found:
        return not_at_stake(
            "No cogs",
            "The motor turns the last stage by itself.",
            "no cogs",
            "the train",
            value=0.0,
        )
    pairs = [(one.driver.teeth, one.driven.teeth, one.driver.angle) for one in it.pairs]
    if it.last == "sector":
        pairs.append((strength.pinion_teeth(it), sector_teeth(it)[0], gears.PRESSURE_ANGLE))
    touch = min((contact_ratio(*pair) for pair in pairs), default=math.inf)
    few = min((pair[0] for pair in pairs), default=99)
    undercut = few < gears.least_teeth()
    knocks, leaves, most = touch < LEAST_CONTACT, touch < 1, found[0]
    fails = (
        "Teeth lose touch of each other" if leaves and most.share <= 1 else f"Breaks: {most.name}"
    )
    return Found(
        most.share,
        ("Teeth knock as they meet" if knocks else "Teeth bear it", fails),
        lambda s: (
            f"Most is asked of the {most.name}: {most.told(s)} of what it bears."
            + (f" At the least {touch:.2f} teeth touch" if pairs else "")
            + (
                f": {few} teeth are undercut, which takes away some of their flanks."
                if undercut
                else "; none is undercut."
                if pairs
                else ""
            )
        ),
        working(
            "F = T / r against s b m Y; 32/(pi d³) sqrt(M² + 3/4 T²); T against its hold",
            (
                ("T", "greatest torque of the motor", hardest, "torque"),
                *((f"{at}", one.name, one.share, "percent") for at, one in enumerate(found[:8], 1)),
            ),
            "Lewis, no speed factor; axles between both plates, bent and twisted",
        ),
        at_best=State.FAILS if leaves else State.TIGHT if knocks else State.HOLDS,
    )


def jam(it: Driving) -> float:
    """Force at the rig when it is jammed, where a hand may be.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    float
        N.
    """
    stalled = it.motor.stalled_torque * it.turns * it.efficiency / it.axis.reach
    asked = max(float(np.abs(it.effort).max()), it.starting * it.turns * it.efficiency)
    gives = [CLUTCH] * it.drive.clutch + [FUSE] * it.drive.fuse
    return min(stalled, *(held * asked / it.axis.reach for held in gives), stalled)


@check(
    "drive.stall",
    "Force in a jam",
    "Drive",
    "force",
    HAND,
    "at most",
    "150 N wherever a hand reaches; local rules and licensed people where more is at stake",
)
def stall(it: Driving) -> Found:
    """What the motor presses with when something is in the way, all gears and losses counted."""
    pressed = jam(it)
    # What breaks at less than a hand bears breaks first.
    at_motor = pressed * it.axis.reach / (it.turns * it.efficiency)
    weakest = max(strength.uses(it, at_motor), key=lambda use: use.share, default=None)
    bears = pressed / weakest.share if weakest and weakest.share > 0 else math.inf
    breaks = bears < HAND
    return Found(
        pressed,
        ("A jam does no harm", "A jam breaks or pinches"),
        lambda s: (
            f"Jammed, it presses with {write(pressed, 'force', s)} "
            f"{'at the lens' if it.axis.kind == 'angle' else 'along the rails'}: the motor's "
            f"{write(it.motor.stalled_torque, 'torque', s)} through {it.turns:.4g} turns"
            + (". " if it.drive.guards else ", and nothing gives way.")
            + " ".join(GIVES[guard] for guard in it.drive.guards)
            + (
                f" At {write(bears, 'force', s)} the {weakest.name} breaks."
                if weakest and breaks
                else ""
            )
        ),
        working(
            "F = Ts G efficiency / reach, or what clutch or fuse let through",
            (
                ("Ts", "stalled torque", it.motor.stalled_torque, "torque"),
                ("G", "turns of the motor for a unit of the axis", it.turns, "number"),
                ("eff", "of all stages", it.efficiency, "percent"),
                ("reach", "pivot to where it is caught", it.axis.reach, "length"),
            ),
            "virtual work",
        ),
        limit=min(HAND, bears),
    )


@check(
    "drive.hold",
    "Pull when switched off",
    "Drive",
    "torque",
    None,
    "at most",
    "what friction and the motor's own detent hold",
)
def hold(it: Driving) -> Found:
    """Torque at the motor that a brake must give when power is off."""
    # It stands still: nothing speeds it up, and no air holds it back.
    left = float(np.max(np.maximum(np.abs(it.standing) - np.abs(it.axis.rubbing), 0.0)))
    turned = left * it.backward / it.turns
    locked = it.backward <= 0 or left <= 0
    return Found(
        turned,
        ("Stays when switched off", "Runs back unpowered"),
        lambda s: (
            "Friction holds it wherever it stands."
            if locked
            else f"The load turns the motor back with {write(turned, 'torque', s)}; its detent "
            f"holds {write(it.motor.detent, 'torque', s)}. A brake on the motor's axle must give "
            "the rest."
        ),
        working(
            "T = F (2 - 1/eff) ... / G",
            (
                ("F", "of the load at rest that friction does not hold", left, "number"),
                ("back", "efficiency of all stages, driven by the load", it.backward, "percent"),
                ("detent", "of the motor", it.motor.detent, "torque"),
            ),
            "each stage backwards passes on 2 - 1/eff; nought or less holds",
        ),
        limit=it.motor.detent,
    )


@check(
    "drive.hazard",
    "Speed near people",
    "Drive",
    "speed",
    None,
    "at most",
    "2 m/s at the lens, and 200 J; a high-speed hand tool turns nothing longer than a hand span",
)
def hazard(it: Driving) -> Found:
    """Speed of what may hit somebody; what a hand tool turns by itself."""
    quick = float(np.abs(it.axis.speed).max()) * it.axis.reach
    tool = it.motor.kind == "high-speed hand tool"
    wild = tool and it.axis.kind == "angle" and it.axis.reach > SPAN
    free = it.motor.free_speed / it.turns * it.axis.reach if tool else quick
    shown = max(quick, free) if wild else quick
    energy = 0.5 * it.axis.inertia * (shown / it.axis.reach) ** 2
    heavy = energy > BRUISE
    return Found(
        shown,
        ("Stand clear of it" if heavy else "Slow enough to be near", "Could hit somebody hard"),
        lambda s: (
            f"It comes at {write(shown, 'speed', s)} with {energy:.3g} J; up to {BRUISE:g} J "
            f"bruise, past {INJURE:g} J nobody may stand where it can come."
            + (
                " A high-speed hand tool may run away to that whatever its dial says: turn nothing "
                "longer than a hand span with it."
                if wild
                else ""
            )
        ),
        working(
            "v = w r;  E = I w² / 2",
            (("r", "pivot to the lens", it.axis.reach, "length"), ("v", "there", shown, "speed")),
            "rigid body",
        ),
        # As fast as it may come at all, and with no more energy than that of the upper tier.
        limit=min(QUICK, it.axis.reach * math.sqrt(2 * INJURE / max(it.axis.inertia, 1e-9))),
        at_best=State.TIGHT if heavy else State.HOLDS,
    )
