"""The box as it is built: strength of its parts by hand, places, rooms, words, and whole packs."""

import math
import random

import numpy as np
import pytest

from hazel_lantern.core.drive import box, layout, strength
from hazel_lantern.core.drive.built import clamp_places, grown
from hazel_lantern.core.drive.model import Stage
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics.involute import Outline
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed
from tests.core.build.test_mounting import UNITS, faults
from tests.core.drive.test_drive import BELT, DEMO, SECTOR, TIDE_MILL

CRANE = next(rig for rig in DEMO if rig.name == "Loft crane")
PAIR = Stage(driver="plywood-3-14", driven="plywood-3-60")
FINE = Stage(driver="pom-1-12", driven="pom-1-60")


def driven(**more):
    return changed(CRANE, **SECTOR, drive__ring=0.15, drive__motor="gearmotor-30", **more)


def it_of(rig):
    return assess(rig).family.drives.it


def test_a_tooth_of_plywood_bears_what_lewis_gives_it():
    it = it_of(driven(drive__train=(PAIR,)))
    found = {use.name: use for use in strength.uses(it, 0.2)}
    use = found["tooth of the plywood cog 14, module 3, pair 1"]
    # 12 mm of plywood, module 3, 14 teeth, form factor 0.276, 8 MPa: 79.49 N; pitch radius 21 mm.
    assert use.load == pytest.approx(0.2 / 0.021)
    assert use.share == pytest.approx(0.2 / 0.021 / 79.49, rel=1e-4)


def test_the_sector_s_own_teeth_count():
    it = it_of(driven(drive__train=(FINE,)))
    use = {use.name: use for use in strength.uses(it, 0.02)}["tooth of the sector's pinion"]
    # 18 teeth of module 2 at 18 mm, through 5 : 1 of which 0.95 is left.
    assert use.load == pytest.approx(0.02 * 5 * 0.95 / 0.018)
    most = max(strength.uses(it, 0.02), key=lambda one: one.share)
    assert assess(driven(drive__train=(FINE,))).by_id["drive.teeth"].value > 0
    assert most.share >= use.share


def test_an_axle_is_bent_and_twisted():
    it = it_of(driven(drive__train=(FINE, FINE)))
    assert layout.inside(it) == pytest.approx(2 * 0.010 + 3 * 0.002)
    found = {use.name: use for use in strength.uses(it, 0.01)}
    use = found["axle of 5 mm, second from the rig"]
    twist = 0.01 * 5 * 0.95
    bent = (twist / 0.030 + twist / 0.006) * 0.026 / 4
    felt = 32 / (math.pi * 0.005**3) * math.sqrt(bent**2 + 0.75 * twist**2)
    assert use.share == pytest.approx(felt / 150e6)
    # A wooden axle of the same width bears a tenth.
    wooden = it_of(driven(drive__train=(FINE, FINE), drive__fixing="screw in a wooden axle"))
    soft = {use.name: use for use in strength.uses(wooden, 0.01)}
    assert soft["axle of 5 mm, second from the rig"].share == pytest.approx(10 * use.share)


@pytest.mark.parametrize(
    ("fixing", "bears"),
    [
        # A thousand newtons on a flat at 2.5 mm.
        ("set screw on a flat", 1000 * 0.0025),
        # Glue of 2 MPa round 5 mm by 10 mm, at 2.5 mm.
        ("glue", 2e6 * math.pi * 0.005 * 0.010 * 0.0025),
        # A screw of 4 mm through half of an axle of hardwood at 15 MPa.
        ("screw in a wooden axle", 15e6 * 0.004 * 0.0025 * 0.0025),
    ],
)
def test_what_holds_a_cog_bears_so_much(fixing, bears):
    it = it_of(driven(drive__train=(FINE,), drive__fixing=fixing))
    use = next(one for one in strength.uses(it, 0.01) if one.name.startswith(fixing))
    assert use.share == pytest.approx(0.01 * 5 * 0.95 / bears)


def test_a_jam_is_judged_by_what_breaks_first():
    rig = driven(drive__train=(FINE, FINE))
    lamp = assess(rig).by_id["drive.stall"]
    it = it_of(rig)
    at_motor = lamp.limit * it.axis.reach / (it.turns * it.efficiency)
    assert max(use.share for use in strength.uses(it, at_motor)) == pytest.approx(1.0)
    assert "breaks" in lamp.meaning(Style())
    plain = assess(changed(TIDE_MILL[0], **BELT)).by_id["drive.stall"]
    assert plain.limit == 150.0


def test_both_plates_have_their_shafts_at_the_spacing_of_the_pairs():
    made = {one.part: one for one in assess(driven(drive__train=(FINE, PAIR))).templates()}
    for name in (box.FRONT, box.BACK):
        at = {hole.label: hole for hole in made[name].holes}
        apart = at["shaft 2"].x - at["shaft 1"].x
        assert apart == pytest.approx(0.003 * 74 / 2)
        assert at["shaft 1"].y == at["shaft 2"].y == pytest.approx(made[name].breadth / 2)
        # The larger bore gets a sleeve: both shafts are of 5 mm but the last, of plywood's own.
        assert at["shaft 2"].diameter == pytest.approx(0.009)
    back = {hole.label: hole for hole in made[box.BACK].holes}
    assert back["motor"].x - back["shaft 2"].x == pytest.approx(0.036)


def test_the_mount_is_reached_with_the_box_closed():
    it = it_of(driven(drive__train=(FINE, PAIR)))
    made = box.Box.of(it)
    front = {one.part: one for one in box.templates(it)}[box.FRONT]
    for x, y in made.mounts:
        for cog in layout.cogs(it):
            assert math.dist((x, y), (made.shafts[cog.shaft], 0.0)) > cog.tip + 0.006
        # Past the front plate's ends.
        ends = made.left - 0.024, made.left - 0.024 + front.length
        assert x < ends[0] - 0.006 or x > ends[1] + 0.006


def test_a_quick_box_hangs_on_thumb_screws():
    rig = driven(drive__train=(FINE,), drive__mount="slots and thumb screws")
    found = assess(rig)
    made = {one.part: one for one in found.templates()}
    inserts = [hole for hole in made[box.BOARD].holes if hole.label.startswith("insert")]
    slots = made[box.BACK].slots
    for hole in inserts:
        # Each screw sits at the end of a slot whose other end lets its head out.
        (slot,) = [one for one in slots if math.dist(one[:3:2], (hole.x, hole.y)) < 1e-9]
        keyhole = next(
            one
            for one in made[box.BACK].holes
            if one.label.startswith("keyhole") and math.dist((one.x, one.y), slot[1:3]) < 1e-9
        )
        assert keyhole.diameter > 2 * 0.006
    assert not [bolt for bolt in found.bolts() if bolt.bolt.key == "box-mount"]
    assert "thumb screws" in " ".join(step.text for step in found.steps())


def test_a_key_has_its_way_in_every_cut_cog():
    rig = driven(drive__train=(PAIR,), drive__fixing="key")
    cogs = [one for one in assess(rig).templates() if one.part.startswith("Plywood cog")]
    assert len(cogs) == 2
    for cog in cogs:
        ((start, end, across, wide),) = cog.slots
        (bore,) = cog.holes
        assert (start, across) == pytest.approx((bore.x, bore.y))
        assert end + wide / 2 - bore.x == pytest.approx(bore.diameter * (1 / 2 + 1 / 8))


def test_a_sector_too_large_for_the_legs_is_told():
    found = assess(driven(drive__train=(FINE,))).by_id["drive.fit"]
    assert found.state is not State.FAILS
    large = assess(changed(driven(drive__train=(FINE,)), drive__ring=0.6)).by_id["drive.fit"]
    assert large.state is State.FAILS
    assert "legs" in large.meaning(Style())
    small = assess(changed(driven(drive__train=(FINE,)), drive__ring=0.05)).by_id["drive.fit"]
    assert small.state is State.FAILS


def test_the_words_say_how_the_mesh_is_set_and_what_lets_go():
    found = assess(driven(drive__train=(FINE,), drive__declutch=True))
    text = " ".join(step.text for step in found.steps())
    assert "moving the motor in its slots, not the rig" in text
    assert "nothing starts by itself when power comes back" in text
    assert any("Declutch" in one for one in found.set_card())
    keys = {part.key for part in found.parts}
    assert {"holding-switch", "battery-fuse", "declutch", "mesh-guard", "axles", "bushes"} <= keys
    adapted = assess(driven(drive__supply="mains adapter"))
    assert "battery-fuse" not in {part.key for part in adapted.parts}
    assert not [part for part in assess(CRANE).parts if part.key == "holding-switch"]


def any_drive(dice, found):
    """A drive as a maker might enter it."""
    cogs = Workshop().catalogue.cogs.values()

    def pair():
        one = dice.choice([cog for cog in cogs if cog.teeth <= 20])
        other = dice.choice([cog for cog in cogs if cog.module == one.module and cog.teeth > 20])
        return Stage(driver=one.id, driven=other.id)

    axis = dice.randrange(len(found.axes))
    return {
        "drive__source": "motor",
        "drive__axis": ("the move", "the pan")[axis],
        "drive__motor": dice.choice(list(Workshop().catalogue.motors)),
        "drive__train": tuple(pair() for _ in range(dice.randrange(4))),
        "drive__last": dice.choice(found.axes[axis].last),
        "drive__ring": dice.uniform(0.12, 0.3),
        "drive__wheel": dice.uniform(0.03, 0.06),
        "drive__fixing": dice.choice(
            ["set screw on a flat", "key", "glue", "screw in a wooden axle"]
        ),
        "drive__mount": dice.choice(["bolted", "slots and thumb screws"]),
        "drive__supply": dice.choice(["battery", "mains adapter"]),
        "drive__clutch": dice.random() < 0.3,
        "drive__fuse": dice.random() < 0.3,
    }


def test_forty_driven_packs_can_be_built():
    dice, made = random.Random(3), 0
    while made < 40:
        rig = dice.choice(DEMO)
        try:
            one = changed(rig, **any_drive(dice, assess(rig)))
        except CannotBe:
            continue
        assert faults(one, UNITS[made % 2]) == [], (made, one.drive)
        made += 1


def test_the_demo_s_crane_fails_one_lamp_and_its_mends_work():
    (slow,) = (rig for rig in TIDE_MILL if rig.name == "Loft crane, slow")
    found = assess(slow)
    assert [lamp.id for lamp in found.lamps if lamp.state is State.FAILS] == ["drive.stall"]
    first = found.family.drives.reaches[0].span
    assert first.quick < 2700 < first.slow
    (lapse,) = (rig for rig in TIDE_MILL if rig.name == "Wheelhouse lapse")
    assert State.FAILS not in {lamp.state for lamp in assess(lapse).lamps}
    assert np.ptp(found.axis.place) > 0.5


def test_a_cut_takes_off_what_the_drawing_is_larger_by():
    plain = Outline(18).polygon(0.002)
    larger = grown(plain, 0.0001)
    # Every corner lies a tenth of a millimetre off the old line; where that turns sharply the
    # new one is mitred, and its corner lies a little further.
    starts, ends = plain, np.roll(plain, -1, axis=0)
    along = ends - starts
    whole = (along**2).sum(axis=1)
    for corner in larger[::7]:
        off = corner - starts
        share = np.clip((off * along).sum(axis=1) / np.maximum(whole, 1e-18), 0, 1)
        nearest = np.hypot(*(off - share[:, None] * along).T).min()
        assert 0.99e-4 < nearest < 1.42e-4
    assert grown(grown(plain, 0.0001), -0.0001)[:200] == pytest.approx(plain[:200], abs=2e-5)
    made = {}
    for kerf in (0.0, 0.0004):
        found = assess(driven(drive__train=(PAIR,), drive__kerf=kerf)).templates()
        made[kerf] = next(one for one in found if one.part.startswith("Plywood cog 14"))
    assert made[0.0004].length - made[0.0].length == pytest.approx(0.0004, abs=1e-5)
    assert "cutter" in made[0.0004].note
    # Its bore is drilled, not cut, and stays in its middle.
    for one in made.values():
        (bore,) = one.holes
        assert bore.diameter == pytest.approx(0.008)
        middle = np.array(one.outline).mean(axis=0)
        assert middle == pytest.approx((bore.x, bore.y), abs=2e-4)


def test_a_spring_keeps_one_flank_loaded():
    # The arm hangs over both ways where its weights balance it within the joints' friction.
    loose = driven(drive__train=(FINE,), design__counterweight__place=0.5415)
    found = assess(loose)
    assert found.family.drives.it.hangs_free
    assert found.by_id["drive.backlash"].value > 0
    sprung = changed(loose, drive__spring=30.0)
    it = it_of(sprung)
    assert it.preload == pytest.approx(30.0 * 0.15)
    assert not it.hangs_free
    assert assess(sprung).by_id["drive.backlash"].value == 0.0
    assert it.torque.max() > it_of(loose).torque.max()
    assert "drive-spring" in {part.key for part in assess(sprung).parts}


def test_energy_has_its_tiers():
    rig = driven(drive__train=(FINE,))
    it = it_of(rig)
    lamp = assess(rig).by_id["drive.hazard"]
    reach, inertia = it.axis.reach, it.axis.inertia
    assert lamp.limit == pytest.approx(min(2.0, reach * math.sqrt(400 / inertia)))
    quick = changed(
        rig, shot__pace__duration=0.7, shot__pace__ease_in=0.2, shot__pace__ease_out=0.2
    )
    fast = assess(quick).by_id["drive.hazard"]
    top = float(np.abs(it_of(quick).axis.speed).max())
    energy = 0.5 * inertia * top**2
    assert f"{energy:.3g} J" in fast.meaning(Style())
    assert energy > 20
    assert fast.state is not State.HOLDS


def test_air_holds_a_turning_boom_back():
    spun = changed(CRANE, shot__move__sweep=2.0, shot__pace__duration=4.0)
    swing, pan = assess(spun).axes
    tube = assess(spun).answer
    broad = tube.rows.section.properties.height
    boom = tube.design.boom
    # ρ c d ω² r⁴ / 8 of either end.
    ends = 1.2 * 1.1 * broad * (boom.front**4 + boom.tail**4) / 8
    assert pan.resisting["air"] == pytest.approx(ends * pan.speed**2, abs=1e-12)
    assert np.abs(swing.resisting["air"]).max() < 0.05


def test_a_sector_s_clamp_passes_over_and_under_the_arm():
    found = assess(driven(drive__train=(FINE,)))
    beam = found.axes[0].beam
    made = {one.part: one for one in found.templates()}
    for name, along, over in clamp_places(beam):
        assert abs(over) - 0.0066 / 2 >= beam.height / 2
        hole = next(one for one in made["Sector"].holes if one.label == name)
        pivot = next(one for one in made["Sector"].holes if one.label == "pivot")
        # As far from the pivot on the drawing as beside the arm, which lies over it.
        far = math.hypot(along, over + beam.lifted)
        assert math.dist((hole.x, hole.y), (pivot.x, pivot.y)) == pytest.approx(far)
    bolt = next(one for one in found.bolts() if one.bolt.key == "sector-bolts")
    # Sector, spacer past the cheek, arm, clamp.
    assert bolt.grip == pytest.approx(0.012 + beam.beside + beam.width + 0.012)
