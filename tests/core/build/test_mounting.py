"""Packs that can be built as written: mounted again from their tables, in mm and in inches."""

import random

import pytest

from hazel_lantern.core.build.dossier import gather
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.project.file import loads
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs.dolly.forms import FORMS
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed
from tests.core.build.mounting import LEAST_EDGE, mounted
from tests.second.designs import boom, held

DEMO = loads((DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8"))
CATALOGUE = Workshop().catalogue
UNITS = ["mm", "ft·in"]
#: Who reads inches here buys them too.
WORLDS = {"mm": Settings(), "ft·in": Settings(units="ft·in", shop="inch")}


def faults(rig, units):
    return mounted(
        gather(Project(name="Test", rigs=(rig,), settings=WORLDS[units]), rig, Workshop())
    )


@pytest.mark.parametrize("units", UNITS)
@pytest.mark.parametrize("rig", DEMO.rigs, ids=lambda rig: rig.name)
def test_the_demos_packs_can_be_built(rig, units):
    assert faults(rig, units) == []


def any_slider(dice):
    """A slider as a maker might enter it."""
    pair = dice.random() < 0.8
    faces = ("round",) if pair else ("slot", "flat", "edge", "channel")
    section = dice.choice([one for one in CATALOGUE.sections.values() if one.running_face in faces])
    wheels = [one for one in CATALOGUE.wheels.values() if one.face == section.running_face]
    wheel = dice.choice(wheels)
    base = dice.uniform(wheel.diameter + wheel.pattern_along + 0.02, 0.3)
    return {
        "design__rails__section": section.id,
        "design__rails__arrangement": "pair" if pair else "single",
        "design__rails__length": dice.uniform(0.9, 2.4),
        "design__rails__spacing": dice.uniform(0.09, 0.25),
        "design__carriage__wheel": wheel.id,
        "design__carriage__wheelbase": base,
        "design__carriage__length": base + dice.uniform(0.02, 0.1),
        "design__carriage__screw": dice.choice(["3/8 in", "1/4 in"]),
        "design__carriage__plate_thickness": dice.choice([0.006, 0.009, 0.012, 0.018]),
        "design__carriage__stands_on": dice.choice(["four places", "three places"]),
        "design__rails__ends": dice.choice(["clamped", "glued into fittings"]),
        "design__supports__kind": dice.choice(["stand", "end stands", "floor", "table"]),
        "design__supports__count": dice.choice([2, 3, 4]),
        "shot__move__distance": 0.4,
    }


def any_jib(dice):
    """A jib as a maker might enter it."""
    return {
        **boom(dice, dice.uniform(0.8, 2.2)),
        "design__boom__tail": dice.uniform(0.55, 0.9),
        **held(dice),
        "design__boom__locks": dice.choice(["bolts through both", "clamping screws"]),
        "design__level__pins": dice.uniform(0.08, 0.25),
        "design__level__drilled": dice.choice(["as one stack", "each part by itself"]),
        "design__pivots__kind": dice.choice(["bolt-plain", "bolt-washers", "bush-bronze"]),
        "design__pivots__main_bolt": dice.choice(["m10", "m12"]),
        "design__pivots__bolt": dice.choice(["m6", "m8"]),
        "design__pivots__shear": dice.choice(["single shear", "double shear"]),
        "design__platform__ahead": dice.uniform(0.07, 0.2),
        "design__platform__rise": dice.choice([-0.2, 0.05, 0.1, 0.3]),
        "design__counterweight__carrier": dice.choice(["slides in a slot", "bolted in one place"]),
        "design__swing__up": dice.uniform(0.3, 0.7),
    }


def any_dolly(dice):
    """A dolly as a maker might enter it."""
    kind = dice.choice(["straight track", "bowed track", "pre-bent track", "no track"])
    face = "floor" if kind == "no track" else "round"
    rollers = [one.id for one in CATALOGUE.rollers.values() if one.face == face]
    return {
        "design__track__kind": kind,
        "design__track__pieces": dice.choice([1, 2, 3]),
        "design__track__piece": dice.uniform(1.2, 2.4),
        "design__track__gauge": dice.uniform(0.25, 0.6),
        "design__track__sagitta": dice.uniform(0.05, 0.25),
        "design__track__section": dice.choice(["pvc-pipe-32x2.9", "aluminium-tube-40x3"]),
        "design__track__sleepers": dice.uniform(0.35, 0.8),
        "design__wheels__roller": dice.choice(rollers),
        "design__wheels__corner": dice.choice(
            ["one set", "two sets, swivelling", "two sets, rigid"]
        ),
        "design__wheels__bogie": dice.uniform(0.12, 0.2),
        "design__wheels__wheelbase": dice.uniform(0.4, 0.8),
        "design__platform__form": dice.choice(sorted(FORMS)),
        "design__track__sleeper": dice.choice(
            ["boards with saddles", "boards with clips", "pipes, notched"]
        ),
        "design__track__bows": dice.choice(["each to its length", "both alike, ends offset"]),
        "design__platform__spread": dice.uniform(0.45, 0.9),
        "design__track__bed": dice.choice(["on sleepers", "on the floor, all along"]),
        "design__platform__length": dice.uniform(0.8, 1.1),
        "design__platform__width": dice.uniform(0.45, 0.8),
        "shot__move__distance": 0.5,
    }


def some(rig, make, number):
    """So many rigs that can be, from a seeded throw of dice, by turns in either world."""
    dice, found = random.Random(7), 0
    while found < number:
        try:
            one = changed(rig, **make(dice))
        except CannotBe:
            continue
        lamps = assess(one, WORLDS[UNITS[found % 2]]).by_id
        if next(lamp for id, lamp in lamps.items() if id.endswith(".holes")).value < LEAST_EDGE:
            # The maker is told of it before anything is written.
            continue
        found += 1
        yield one


@pytest.mark.parametrize(
    ("family", "make"), [("rig", any_slider), ("jib", any_jib), ("dolly", any_dolly)]
)
def test_a_hundred_packs_of_each_family_can_be_built(request, family, make):
    base = Rig(name="Test dolly", design=DollyDesign())
    if family != "dolly":
        base = request.getfixturevalue(family)
    for number, rig in enumerate(some(base, make, 100)):
        found = faults(rig, UNITS[number % 2])
        assert found == [], (number, rig.design)


def test_a_pack_that_does_not_fit_is_noticed(rig):
    """The checks can fail: a hole moved, a bolt too short, a clamp left out."""
    project = Project(name="Test", rigs=(rig,))
    whole = gather(project, rig, Workshop())
    from dataclasses import replace

    plate = whole.made[0]
    moved = replace(plate.holes[0], x=plate.holes[0].x + 0.004)
    off = replace(plate, holes=(moved, *plate.holes[1:]))
    assert any("mm off" in one for one in mounted(replace(whole, made=(off, *whole.made[1:]))))
    short = replace(whole.bolts[0], length=0.016)
    assert mounted(replace(whole, bolts=(short, *whole.bolts[1:])))
    assert any("needed" in one for one in mounted(replace(whole, bolts=whole.bolts[1:])))
    edge = replace(plate.holes[-1], y=0.002)
    at_edge = replace(plate, holes=(*plate.holes[:-1], edge))
    assert any("edge" in one for one in mounted(replace(whole, made=(at_edge, *whole.made[1:]))))
