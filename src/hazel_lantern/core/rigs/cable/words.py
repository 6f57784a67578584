"""A cable cam in words: readouts, cautions, steps, the set card."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import replace

import numpy as np

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.mechanics import line_run, swing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.hung_line import hang_at
from hazel_lantern.core.mechanics.stringing import Stringing
from hazel_lantern.core.parts import Step, in_sentence
from hazel_lantern.core.rigs.cable import built, strength
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.rigs.cable.lamps_place import stop_wind
from hazel_lantern.core.rigs.cable.lamps_seen import still_ramp
from hazel_lantern.core.rigs.cable.parts import line_to_order, pieces
from hazel_lantern.core.rigs.kit.words import DRILLING, cut_steps, workshop_cautions
from hazel_lantern.core.units import about, by_eye, write

#: A bag hung on to see how far it sinks, kg; what is counted for so long, s.
BAG, COUNTED = 2.0, 20.0


def readout(answer: CableAnswer, station: str) -> Iterable[tuple[str, str]]:
    """Computed figures of a station."""
    s = answer.style
    if station == "Load":
        yield "Trolley and camera", write(answer.mass, "mass", s)
        yield "On each wheel", write(answer.weight / answer.wheels, "force", s)
        yield "Lowest below the line", write(answer.lowest, "length", s)
    if station == "Frame":
        yield "Sags in the middle", write(answer.sag, "length", s)
        yield "and pulls each line with", write(answer.pull, "force", s)
        yield "Breaks at so many times the pull", f"{strength.factor(answer):.3g}"
        yield "Length of the line, slack", write(answer.strung.unstretched, "length", s)
        yield (
            "Lens over the datum",
            (
                f"{write(float(answer.lens_up.min()), 'length', s)} to "
                f"{write(float(answer.lens_up.max()), 'length', s)}"
            ),
        )
    if station == "Drive":
        yield "At the most", write(answer.top, "speed", s)
        yield "One swing of the camera", write(answer.one_swing, "time", s)
        if not answer.by_gravity:
            still, pace = still_ramp(answer), answer.shot.pace
            yield "Straight ramps that leave none", write(still, "time", s)
            ramps = 0.0 if pace.ease == "smooth" else (pace.ease_in + pace.ease_out) / 2
            # At the same speed in between, each ramp costs half of what it lasts.
            costs = still - ramps
            yield "at the same speed they cost", write(max(costs, 0.0), "time", s)
            half = swing.period(answer.design.trolley.drop) / 2
            yield "Ramps in two halves cost, each", write(half, "time", s)
        yield "Wind to stop at", write(stop_wind(answer)[0], "speed", s)
    if station == "Try-out":
        yield from _fitted(answer)


def _logged(answer: CableAnswer) -> Mapping[str, float]:
    return {one.measure: one.value for one in getattr(answer.case.setup, "log", ())}


def _fitted(answer: CableAnswer) -> Iterable[tuple[str, str]]:
    """What the last measurements say of pull, stretch, rolling and drop."""
    logged, s = _logged(answer), answer.style
    sag, more = logged.get("sag"), logged.get("sag-bag")
    if sag is not None and more is not None:
        found = stretched(answer, sag, more)
        if found is not None:
            stiffness, pull = found
            yield "Stretch of the line, measured: E A", write(stiffness, "force", s)
            yield "It pulls each line with", write(pull, "force", s)
    elif sag is not None:
        try:
            pull = float(answer.stringing.to_sag(sag)[1][0]) / answer.design.lines
            yield "With that sag it pulls each line with", write(pull, "force", s)
        except CannotBe:
            pass
    far = logged.get("coast")
    rolls = rolling_of(answer, far) if far is not None else None
    if rolls is not None:
        yield "Rolling resistance, measured", write(rolls, "percent", s)
    swings = logged.get("swings")
    if swings:
        drop = GRAVITY * (COUNTED / (2 * math.pi * swings)) ** 2
        yield "Line to the camera's middle, measured", write(drop, "length", s)


def sag_with_bag(answer: CableAnswer) -> float:
    """Sag in the middle with a bag hung on as well, m."""
    middle = np.array([answer.design.line.span / 2])
    return float(hang_at(answer.strung, answer.weight + BAG * GRAVITY, middle).depth[0])


def stretched(answer: CableAnswer, sag: float, more: float) -> tuple[float, float] | None:
    """E A and pull of a line whose sag was measured without and with a bag, N.

    None where no stretch explains both.
    """
    # Loaded only where something was measured: nobody's start waits for it.
    from scipy.optimize import brentq

    own = answer.stringing

    def off(log_stiffness: float) -> float:
        stiff: Stringing = replace(own, stiffness=math.exp(log_stiffness))
        length = stiff.to_sag(sag)[0]
        loaded = replace(stiff, weight=own.weight + BAG * GRAVITY)
        return float(loaded.to_sag(more)[0][0] - length[0])

    try:
        found = math.exp(brentq(off, math.log(own.stiffness / 50), math.log(own.stiffness * 50)))
    except (ValueError, CannotBe):
        return None
    pull = float(replace(own, stiffness=found).to_sag(sag)[1][0])
    return found / answer.design.lines, pull / answer.design.lines


def coasts(answer: CableAnswer, rolling: float) -> float:
    """Where it comes to a stand when let go at the start of the flight, from the left anchor, m."""
    x, up = answer.swept.load
    run = line_run.coasted(
        x, up, answer.swept.energy, answer.mass, rolling, answer.design.trolley.drag_area
    )
    return float(np.interp(run.reached, run.way, x))


def rolling_of(answer: CableAnswer, far: float) -> float | None:
    """Rolling resistance with which it comes to a stand there; None where none does."""
    from scipy.optimize import brentq

    try:
        return float(brentq(lambda c: coasts(answer, c) - far, 1e-5, 0.3, xtol=1e-7))
    except ValueError:
        return None


def cautions(answer: CableAnswer, station: str) -> Iterable[str]:
    """What to mind at a station."""
    if station in ("Shot", "Frame", "Drive"):
        yield (
            "Nobody in line with a tight line or inside of its angle, nobody under it; who tows "
            "stands aside. No ratchet is let go under load."
        )
    if station in ("Frame", "Build"):
        yield (
            "Rigging over people, and whether tree, post or wall holds, belong to competent or "
            "licensed people and local rules: what is worked out here is a pull and its margin."
        )
    if station == "Try-out":
        yield (
            "First a run with a bag of the same weight, without camera and without people. Line, "
            "knots and anchors are looked at every day before the first run."
        )
    yield from workshop_cautions(None, station)


def steps(answer: CableAnswer) -> tuple[Step, ...]:
    """How to build and to rig it."""
    design, rows, s = answer.design, answer.rows, answer.style
    line, found = design.line, strength.tightened(answer).lines
    of = "each of two lines" if design.lines == 2 else "the line"
    heights = ", ".join(
        f"{side} {write(getattr(design, side).height, 'length', s)}" for side in strength.SIDES
    )
    tried = about(
        strength.TESTED * strength.greatest_pull(answer) * answer.design.lines, "force", s
    )
    slower = "hoist or pulleys" if rows.tightener.kind != "ratchet" else "ratchet"
    return (
        *cut_steps(answer.case, pieces(answer)),
        Step(
            "Clamp the trolley plates together and drill them from one datum corner; bolt the "
            f"wheels between them so that they turn free, and the pole below. Hang the camera "
            f"{write(design.trolley.drop, 'length', s)} below the line.",
            ("drill", "clamps", "square", "spanners"),
            DRILLING,
            makes=(built.PLATE, built.DROP),
            joins=("a wheel", "the drop pole"),
            check="every wheel turns by a finger, and both stand in one line: lay a straight edge "
            "on them",
        ),
        Step(
            "Walk the place: power lines, ground, what stands below. Mark the anchors' heights "
            f"over the ground: {heights}. Pad trees, sling low, wedge vehicles.",
            ("tape", "level"),
            phase="set up",
        ),
        Step(
            f"Cut {of} {write(line_to_order(answer), 'length', s)} long from "
            f"{in_sentence(rows.line.name)}; ends: left {in_sentence(rows.ends[0].name)}, right "
            f"{in_sentence(rows.ends[1].name)}.",
            ("tape", "cutter"),
            "Gloves for wire; a knot slips until it has been loaded.",
            phase="set up",
        ),
        Step(
            f"Tie off, hang the trolley on and draw by hand to {write(line.loose, 'length', s)} "
            f"of sag; then tighten by {in_sentence(rows.tightener.name)}, "
            f"{by_eye(found.drawn_in, s)} of it, to "
            f"{by_eye(answer.sag, s)} of sag in the middle.",
            ("tape", "level"),
            f"Stand aside of the line; let {slower} off slowly, never under load.",
            phase="set up",
            check=f"the sag in the middle is {by_eye(answer.sag, s)} with the trolley there",
        ),
        Step(
            f"Test: pull each anchor with {tried}, twice the working pull, for "
            "ten minutes and watch for creep; log it. Then run a bag of the camera's weight "
            "to both ends.",
            ("scale", "clock"),
            "Nobody near while it is tested.",
            phase="try",
        ),
        Step(
            f"After an hour measure the sag again: it will be about "
            f"{by_eye(found.crept.sag, s)}; tighten again.",
            ("tape",),
            phase="try",
        ),
    )


def set_card(answer: CableAnswer) -> tuple[str, ...]:
    """What to have at hand on the day."""
    s, where = answer.style, stop_wind(answer)[0]
    return (
        f"Flight: {answer.move.words(s)} in {write(float(answer.course.times[-1]), 'time', s)}, "
        f"at most {write(answer.top, 'speed', s)}",
        f"Sag in the middle {by_eye(answer.sag, s)}, pull of a line "
        f"{write(answer.pull, 'force', s)}: measure it before the first run and after every hour",
        "Load: the trolley at its anchor and held; keeper and tether first, the camera last; off "
        "the other way round",
        f"Keep everybody {by_eye(answer.length, s)} from both anchors and "
        f"{by_eye(answer.strip, s)} beside the line; nobody under it",
        f"Stop at {about(where, 'speed', s)} of wind from the side",
        "Words: “line live” before it is tightened, “flying” before each run, “stop” by anybody "
        "stops it, “line dead” once it is slack",
        "Line, knots, anchors, keepers and tether looked at: date and who",
    )
