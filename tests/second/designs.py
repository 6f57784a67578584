"""Random designs as makers might enter them, from a seeded throw of dice."""

import random

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs.slider.model import SliderDesign
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed

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
