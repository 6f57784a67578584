"""Random designs as makers might enter them, from a seeded throw of dice."""

import random

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs.dolly.forms import FORMS
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.rigs.jib.model import JibDesign
from hazel_lantern.core.rigs.slider.model import SliderDesign
from hazel_lantern.core.shot import Room
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed, shot_of

CATALOGUE = Workshop().catalogue


def camera(dice):
    return (
        LoadItem(
            name="Camera",
            kind="body",
            mass=dice.uniform(0.4, 6),
            forward=dice.uniform(-0.04, 0.1),
            right=dice.uniform(-0.02, 0.02),
            up=dice.uniform(0.04, 0.12),
        ),
    )


def sliders(number, seed=11):
    dice, found = random.Random(seed), 0
    base = Rig(name="Slider", load=Load(items=camera(dice)), design=SliderDesign())
    while found < number:
        pair = dice.random() < 0.75
        faces = ("round",) if pair else ("slot", "flat", "edge", "channel")
        section = dice.choice(
            [one for one in CATALOGUE.sections.values() if one.running_face in faces]
        )
        wheel = dice.choice(
            [one for one in CATALOGUE.wheels.values() if one.face == section.running_face]
        )
        kind = dice.choice(["stand", "end stands", "floor", "table"])
        base_long = dice.uniform(0.08, 0.25)
        edits = {
            "load__items": camera(dice),
            "design__rails__section": section.id,
            "design__rails__arrangement": "pair" if pair else "single",
            "design__rails__length": dice.uniform(0.8, 2.5),
            "design__rails__spacing": dice.uniform(0.08, 0.25),
            "design__carriage__wheel": wheel.id,
            "design__carriage__wheelbase": base_long,
            "design__carriage__length": base_long + 0.05,
            "design__carriage__camera_side": dice.uniform(-0.03, 0.03),
            "design__carriage__camera_offset": dice.uniform(-0.02, 0.02),
            "design__carriage__stands_on": dice.choice(["four places", "three places"]),
            "design__rails__ends": dice.choice(["clamped", "pushed into fittings"]),
            "design__rails__flaws": dice.choice(["nothing", "screw heads", "slots across"]),
            "design__rails__flaw": dice.uniform(0.0001, 0.004),
            "design__drive__handle": dice.choice(["a hand on it", "a soft link"]),
            "design__supports__kind": kind,
            "design__supports__count": dice.choice([2, 3, 4]),
            "design__supports__inset": dice.uniform(0.0, 0.15),
            "design__supports__offset": dice.uniform(-0.1, 0.1),
            "design__supports__head_stiffness": dice.uniform(200, 3000),
            "design__supports__blocks": dice.choice(["they lie loose", "saddles hold them"]),
            "shot__move__distance": dice.uniform(0.3, 0.5),
            "shot__move__way": dice.choice(["left to right", "right to left", "push in"]),
            "shot__move__tilt": dice.choice([0.0, 0.0, dice.uniform(-0.2, 0.2)]),
            "shot__camera_height": {"floor": 0.4, "table": 0.9}.get(kind, dice.uniform(0.8, 1.5)),
        }
        try:
            rig = changed(base, **edits)
            assess(rig)
        except CannotBe:
            continue
        found += 1
        yield rig


TIES = ["the floor alone", "stops at the hinges", "a chain round the feet"]


def boom(dice, front):
    """Edits of a boom made in any way, of a front."""
    boards, box = "pine-44x94", "aluminium-box-40x40x3"
    even = (box, "aluminium-tube-40x3", boards, "aluminium-box-60x30x3")
    form, section = dice.choice(
        [
            ("one piece", dice.choice(even)),
            ("tapered board", boards),
            ("doubled boards", boards),
            ("two nested pieces", box),
            ("three nested pieces", box),
            ("four nested pieces", box),
        ]
    )
    return {
        "design__boom__form": form,
        "design__boom__section": section,
        "design__boom__front": front,
        "design__boom__joint": 0.4 * front,
        "design__boom__second_joint": 0.62 * front,
        "design__boom__third_joint": 0.85 * front,
        "design__boom__overlap": dice.uniform(0.1, 0.17) * min(front, 1.2),
        "design__boom__tip_height": dice.uniform(0.5, 0.9),
    }


def held(dice):
    """Edits of what holds a boom, and of the bars that go with it."""
    way = dice.choice(
        ["a bolt through it"] * 2 + ["two clamps on a cradle", "two clamps on a tilting head"]
    )
    kinds = ["none"] if "head" in way else ["solid bar", "twin cables", "none"]
    return {
        "design__pivots__held": way,
        "design__pivots__above": dice.uniform(0.05, 0.1),
        "design__pivots__clamp_force": dice.uniform(50, 2000),
        "design__pivots__counterbalance": dice.uniform(0, 4),
        "design__level__kind": dice.choice(kinds),
    }


def jibs(number, seed=12):
    dice, found = random.Random(seed), 0
    shot = shot_of(way="rise", distance=1.0, duration=6.0, room=Room(length=8.0, height=4.0))
    base = Rig(name="Jib", shot=shot, load=Load(items=camera(dice)), design=JibDesign())
    while found < number:
        front, tail = dice.uniform(0.7, 2.4), dice.uniform(0.5, 1.0)
        post = dice.uniform(1.2, 1.5)
        slot = dice.uniform(0.15, 0.25), dice.uniform(0.4, tail - 0.02)
        edits = {
            "load__items": camera(dice),
            **boom(dice, front),
            "design__boom__tail": tail,
            "design__boom__damping": dice.uniform(0.01, 0.05),
            "design__level__pins": dice.uniform(0.1, 0.22),
            "design__level__pins_more": dice.choice([0.0, dice.uniform(-0.002, 0.002)]),
            "design__level__longer": dice.choice([0.0, dice.uniform(-0.003, 0.003)]),
            "design__level__preload": dice.uniform(40, 400),
            "design__level__drilled": dice.choice(["as one stack", "each part by itself"]),
            "design__level__bar_error": dice.uniform(0.0001, 0.002),
            "design__level__pins_error": dice.uniform(0.0001, 0.0006),
            "design__pivots__kind": dice.choice(["bolt-plain", "bolt-washers", "bush-bronze"]),
            "design__pivots__shear": dice.choice(["single shear", "double shear"]),
            **held(dice),
            "design__boom__locks": dice.choice(["bolts through both", "clamping screws"]),
            "design__boom__lock_force": dice.uniform(100, 1000),
            "design__counterweight__window": dice.choice([0.0, 0.0, dice.uniform(0.01, 0.03)]),
            "design__counterweight__bar_side": dice.uniform(0.05, 0.2),
            "design__post__legs__kind": dice.choice(["as the base has them", "cut to length"]),
            "design__post__legs__leg": dice.uniform(0.9, 1.3),
            "design__post__legs__angle": dice.uniform(0.3, 0.7),
            "design__post__legs__hinge": dice.uniform(0.4, 0.6),
            "design__post__legs__tie": dice.choice(TIES),
            "design__post__rest": dice.choice(["strap", "a support of its height"]),
            "design__post__rest_height": dice.uniform(0.7, 1.3),
            "design__platform__ahead": dice.uniform(-0.05, 0.2),
            "design__platform__rise": dice.uniform(0.05, 0.25),
            "design__platform__looks": dice.choice(["along the boom", "across the boom"]),
            "design__counterweight__nearest": slot[0],
            "design__counterweight__farthest": slot[1],
            "design__counterweight__place": dice.uniform(*slot),
            "design__counterweight__above": dice.uniform(-0.05, 0.05),
            "design__post__height": post,
            "design__post__spread": dice.uniform(0.8, 1.3),
            "design__post__ballast": dice.choice([0.0, dice.uniform(0, 20)]),
            "design__post__twist_stiffness": dice.uniform(200, 3000),
            "design__swing__up": dice.uniform(0.4, 0.7),
            "design__swing__down": dice.uniform(0.3, 0.5),
            "shot__move__distance": dice.uniform(0.4, 0.7) * front,
            "shot__move__sweep": dice.choice([0.0, dice.uniform(-1.0, 1.0)]),
            "shot__move__way": dice.choice(["rise", "sink"]),
            "shot__pace__duration": dice.uniform(3, 10),
            "shot__pace__ease": dice.choice(["smooth", "soft ramps"]),
            "shot__camera_height": post + dice.uniform(0.1, 0.25),
            "shot__subject__distance": dice.uniform(1.5, 4),
        }
        try:
            rig = changed(base, **edits)
            assess(rig)
        except CannotBe:
            continue
        found += 1
        yield rig


LAID = ["straight track"] * 3 + ["bowed track", "pre-bent track", "no track"]
PIPES = ["aluminium-tube-32x3", "aluminium-tube-40x3", "pvc-pipe-40x3.2", "steel-tube-27x2.6"]


def dollies(number, seed=13):
    dice, found = random.Random(seed), 0
    base = Rig(name="Dolly", load=Load(items=camera(dice)), design=DollyDesign())
    pipes = [one for one in PIPES if one in CATALOGUE.sections]
    while found < number:
        kind = dice.choice(LAID)
        floor = kind == "no track"
        face = "floor" if floor else "round"
        form = dice.choice([one for one in FORMS if floor or one != "board on two trucks"])
        rollers = [one for one in CATALOGUE.rollers.values() if one.face == face]
        arc = kind in ("bowed track", "pre-bent track")
        ease = dice.uniform(1.0, 3.0)
        edits = {
            "load__items": camera(dice),
            "design__track__kind": kind,
            "design__track__section": dice.choice(pipes),
            "design__track__pieces": dice.choice([1, 2, 3]),
            "design__track__piece": dice.uniform(1.6, 2.4),
            "design__track__gauge": dice.uniform(0.35, 0.7),
            "design__track__sagitta": dice.uniform(0.05, 0.2),
            "design__track__radius": dice.uniform(3, 8),
            "design__track__joint": dice.choice(["sleeve inside", "sleeve inside", "butted"]),
            "design__track__gap": dice.uniform(0, 0.002),
            "design__track__step": dice.uniform(0, 0.0003),
            "design__track__crooked": dice.choice([0.0, dice.uniform(0, 0.0005)]),
            "design__track__bed": dice.choice(["on sleepers"] * 3 + ["on the floor, all along"]),
            "design__track__sleeper": dice.choice(["boards with saddles", "pipes, notched"]),
            "design__track__sleepers": dice.uniform(0.35, 0.9),
            "design__track__packing": dice.uniform(0.3, 1.0),
            "design__track__floor": dice.choice(["concrete", "boards", "carpet", "paving"]),
            "design__wheels__roller": dice.choice(rollers).id,
            "design__wheels__corner": dice.choice(
                ["one set", "two sets, swivelling", "two sets, rigid"]
            ),
            "design__wheels__bogie": dice.uniform(0.12, 0.18),
            "design__wheels__wheelbase": dice.uniform(0.45, 0.8),
            "design__wheels__askew": dice.uniform(0.0, 0.02),
            "design__platform__form": form,
            "design__platform__mass": dice.uniform(6, 15),
            "design__platform__length": dice.uniform(0.8, 1.2),
            "design__platform__width": dice.uniform(0.45, 0.8),
            "design__platform__height": dice.uniform(0.1, 0.2),
            "design__platform__spread": dice.uniform(0.45, 0.7),
            "design__platform__mount": "stand"
            if form == "wheels under the feet"
            else dice.choice(["stand", "stand", "low mount"]),
            "design__platform__ballast": dice.choice([0.0, dice.uniform(2, 30)]),
            "design__platform__ballast_at": dice.choice(["on the deck", "hung under the apex"]),
            "design__platform__operator": dice.choice(["walks along"] * 3 + ["rides"]),
            "design__platform__operator_back": dice.uniform(-0.1, 0.1),
            "design__drive__handle": dice.choice(["a hand on it", "a rigid handle", "a soft link"]),
            "design__drive__height": dice.uniform(0.5, 1.0),
            "design__drive__stopping": dice.uniform(2, 30),
            "drive__source": dice.choice(["by hand", "by hand", "hand crank"]),
            "shot__move": shot_of(
                way=dice.choice(["arc left", "arc right"])
                if arc
                else dice.choice(["left to right", "right to left", "push in", "pull out"]),
                distance=dice.uniform(0.6, 1.2),
                **({"radius": dice.uniform(3, 8)} if arc else {}),
            ).move,
            "shot__pace__duration": 2 * ease + dice.uniform(0.5, 4),
            "shot__pace__ease_in": ease,
            "shot__pace__ease_out": ease,
            "shot__subject__distance": dice.uniform(2.5, 6),
            "shot__camera_height": dice.uniform(1.1, 1.6),
        }
        try:
            rig = changed(base, **edits)
            assess(rig)
        except CannotBe:
            continue
        found += 1
        yield rig
