"""What families share, by figures found another way."""

import math
import re
from types import SimpleNamespace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core import mends
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import apply, refs
from hazel_lantern.core.lamps import LookedUp, State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.parts import Piece
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs.case import Case, PartMark
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.rigs.kit.arm import BoomDesign, left_by_hole, nests, stresses
from hazel_lantern.core.rigs.kit.counterweight import Balancing, Counterweight, PlateSize
from hazel_lantern.core.rigs.kit.strength import rated
from hazel_lantern.core.rigs.kit.words import CUTTING, cut_steps, workshop_cautions
from hazel_lantern.core.rigs.slider.levers import STAND
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.units import Style, read
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed

SECTIONS = Workshop().catalogue.sections


@pytest.mark.parametrize("tilt", [math.radians(2), math.radians(-3)])
def test_what_runs_away_says_how_hard_and_how_fast(rig, tilt):
    """Second method: energy that the slope gives less what rolling takes."""
    stiff = changed(rig, design__supports__kind="end stands")
    stiff = changed(stiff, design__rails__section="steel-tube-42.4x2.6")
    found = assess(changed(stiff, shot__move__tilt=tilt))
    mass = found.answer.carried.mass
    drop, way = 0.8 * math.sin(abs(tilt)), 0.8 * math.cos(tilt)
    won = mass * GRAVITY * (drop - 0.015 * way)
    said = found.by_id["slider.runaway"].meaning(Style())
    pull, speed = said.partition("pulls ")[2].removesuffix(".").split(" and reaches ")
    # Printed to a tenth of a newton.
    assert read(pull, "force", Style()) == pytest.approx(won / 0.8, abs=0.051)
    assert read(speed, "speed", Style()) == pytest.approx(math.sqrt(2 * won / mass), rel=0.02)


def test_the_crank_gives_what_the_line_takes(rig):
    """Work of one turn, less what the crank loses, is work at the spool."""
    found = assess(changed(rig, drive__source="hand crank"))
    rows, drive = dict(found.readout("Drive")), found.case.setup.drive
    push = float(np.abs(found.answer.push).max())
    hand = push * math.pi * drive.spool / drive.efficiency / (2 * math.pi * drive.crank)
    # Printed to a tenth of a newton.
    assert read(rows["Force at the crank"], "force", Style()) == pytest.approx(hand, abs=0.051)
    often = float(rows["Quickest"].split()[0])
    top = float(found.answer.axis.speed.max())
    assert often / 60 * math.pi * drive.spool == pytest.approx(top, rel=0.05)
    assert any("fingers" in words for words in found.cautions("Drive"))
    assert not any("fingers" in words for words in assess(rig).cautions("Drive"))


PLATES = tuple(PlateSize(mass=mass, on_hand=3) for mass in (0.5, 1.25, 2.5, 5.0))


@given(st.floats(0.5, 8.0), st.floats(0.0, 0.4), st.booleans())
def test_every_stack_offered_balances_where_it_sits(needed, held, slides):
    carrier = "slides in a slot" if slides else "bolted in one place"
    weights = Counterweight(carrier=carrier, plates=PLATES)
    found = Balancing(weights, refs(Counterweight, "c"), needed, held, 1.2)
    for stack in found.stacks():
        mass = stack.mass + weights.bar_mass
        assert sum(
            plate.mass * count for plate, count in zip(PLATES, stack.counts, strict=True)
        ) == pytest.approx(stack.mass)
        if slides:
            assert weights.nearest - 1e-9 <= needed / mass <= weights.farthest + 1e-9
            assert stack.place == pytest.approx(needed / mass)
        else:
            assert abs(mass * weights.place - needed) <= held + 1e-6
        loaded = {edit.path: edit.value for edit in found.edits(stack)}
        assert tuple(plate.on_bar for plate in loaded["c.plates"]) == stack.counts


def test_weights_off_the_tail_are_refused_with_what_would_do():
    weights = Counterweight()
    weights.sits_on(0.6)
    with pytest.raises(CannotBe, match=r"slot to 520 mm .* at most 500 mm"):
        weights.sits_on(0.5)
    bolted = Counterweight(carrier="bolted in one place", place=0.7)
    with pytest.raises(CannotBe, match=r"700 mm .* at most 600 mm"):
        bolted.sits_on(0.6)


def test_a_hole_takes_two_walls_and_no_more_than_there_is():
    box = SECTIONS["aluminium-box-40x40x3"]
    area, moment = left_by_hole(box, 0.010)
    properties = box.properties
    assert area == pytest.approx(1 - 2 * 0.003 * 0.010 / properties.area)
    lost = 2 * 0.003 * 0.010**3 / 12
    assert moment == pytest.approx(1 - lost / properties.second_moment)
    assert left_by_hole(box, 0.039) == (0.01, 0.01)


def test_one_tube_slides_into_another_only_with_room():
    outer = SECTIONS["aluminium-box-40x40x3"]
    assert nests(outer, SECTIONS["aluminium-box-25x25x2"])
    assert not nests(outer, outer)
    assert not nests(outer, SECTIONS["steel-tube-33.7x2.6"])


def test_the_pivots_hole_raises_the_stress_there_alone(jib):
    answer = assess(jib).answer
    boom, rows, bent = answer.design.boom, answer.rows, answer.boom
    assert isinstance(boom, BoomDesign)
    whole, drilled = (stresses(boom, rows, bent, hole, (0.25, 0.5, 0.0)) for hole in (0.0, 0.020))
    others = np.arange(len(whole)) != bent.pin
    assert drilled[others] == pytest.approx(whole[others])
    left = 1 - 2 * 0.003 * 0.020**3 / 12 / rows.section.properties.second_moment
    assert drilled[bent.pin] == pytest.approx(whole[bent.pin] / left)


def test_the_lower_rating_counts_and_both_are_said():
    found = rated(
        ("Holds", "Too heavy"), 5.0, {"stand": 10.0, "head": 8.0}, 0.7, lambda s: "5 kg", "sum"
    )
    assert found.limit == pytest.approx(5.6)
    assert "of stand or head, is 8 kg" in found.meaning(Style())
    absent = rated(("None", ""), 0.0, {"stand": 1.0}, 0.7, lambda s: "", "", "Nothing.")
    assert not absent.applies
    assert absent.meaning(Style()) == "Nothing."


def test_pieces_alike_are_cut_side_by_side(rig):
    case = Case(rig, Settings(), Workshop())
    section = "aluminium-tube-25x2"
    one, two = cut_steps(case, (Piece(section, "Boom", 1.2, 1), Piece(section, "Rail", 0.9, 2)))
    assert one.text.startswith("Cut the boom from")
    assert one.text.endswith("1200 mm.")
    assert two.text.startswith("Cut 2 × rail")
    assert two.text.endswith("900 mm, clamped side by side so that they are one length.")


def test_cracking_is_minded_where_it_is_chosen_and_cut():
    steel = SimpleNamespace(failure="yields", name="Steel", note="bends first")
    carbon = SimpleNamespace(failure="cracks", name="Carbon", note="gives no warning")
    assert workshop_cautions(steel, "Frame") == ()
    assert workshop_cautions(None, "Build") == (CUTTING,)
    assert "Carbon" in workshop_cautions(carbon, "Frame")[0]
    assert len(workshop_cautions(carbon, "Build")) == 2


def test_a_weight_at_its_rating_burns_as_the_settings_say(rig):
    """Seven tenths of the rating is used: at eight tenths it fails, at six it holds."""
    carried = assess(rig).by_id["slider.stand-load"].value
    for share, state in ((0.8, State.FAILS), (0.5, State.HOLDS)):
        lamp = assess(changed(rig, design__supports__rating=carried / share))
        assert lamp.by_id["slider.stand-load"].state is state


def test_what_is_owned_is_the_thing_not_the_role(rig):
    now = rig.design.supports.stand
    owned = changed(rig, marked=(PartMark(key="stand", of=now, having="owned"),))
    stands = Workshop().catalogue.stands
    other = next(stand for stand in stands.values() if stand.id != now and stand.price > 50)
    edits = STAND.edits(Case(owned, Settings(), Workshop()), other)
    swapped = apply(owned, edits)

    def stand_of(setup):
        return next(part for part in assess(setup).parts if part.key == "stand")

    assert stand_of(owned).cost == 0
    assert stand_of(swapped).cost == pytest.approx(other.price)
    # Said of the other one too, and back: each keeps what was said of it.
    both = changed(swapped, marked=swapped.marked_anew(PartMark(key="stand", of=other.id, price=9)))
    assert stand_of(both).cost == pytest.approx(9)
    back = apply(both, STAND.edits(Case(both, Settings(), Workshop()), stands[now]))
    assert stand_of(back).cost == 0


def stand_lamp(rig, id):
    return assess(rig).by_id[id]


def test_a_stand_bears_what_hangs_from_it_too(rig):
    """Legs bear head and bag; the hook has a rating of its own; each is judged by its own."""
    light = changed(rig, design__supports__stand="photo-light", design__supports__rating=20.0)
    on_head = float(stand_lamp(light, "slider.stand-load").value)
    bag = changed(light, design__supports__ballast=25.0)
    lamp = stand_lamp(bag, "slider.stand-load")
    assert lamp.state is State.FAILS
    stand = assess(bag).answer.rows.stand
    assert (stand.rating, stand.hook_rating) == (4.0, 2.0)
    # A hook of 2 kg with 25 kg on it is used more than legs of 4 kg with all of it.
    assert lamp.value == pytest.approx(25.0)
    assert lamp.limit == pytest.approx(0.7 * 2.0)
    assert lamp.headline == "Too heavy for the stand's hook"
    heavy = changed(bag, design__supports__ballast=1.4, design__supports__stand="photo-light")
    assert stand_lamp(heavy, "slider.stand-load").value == pytest.approx(on_head + 1.4)


def test_a_hook_that_nobody_has_rated_is_to_be_looked_up(rig):
    bag = changed(rig, design__supports__stand="saw-horse", design__supports__ballast=7.0)
    lamp = stand_lamp(bag, "slider.stand-load")
    assert lamp.state is State.TO_LOOK_UP
    assert lamp.unknown[0].least == pytest.approx(10.0)
    said = LookedUp(id=lamp.unknown[0].id, by="its maker", least=10.0)
    known = changed(bag, looked_up=(said,))
    assert stand_lamp(known, "slider.stand-load").state is State.HOLDS


def test_a_dolly_rates_its_stand_and_offers_another():
    load = Load(items=(LoadItem(name="Camera", kind="body", mass=9.0, up=0.1),))
    dolly = Rig(name="Cart", load=load, design=DollyDesign(), budget=1e4)
    dolly = changed(dolly, design__platform__stand="photo-light")
    lamp = stand_lamp(dolly, "dolly.stand-load")
    assert lamp.state is State.FAILS
    assert (lamp.value, lamp.limit) == (pytest.approx(9.0), pytest.approx(0.7 * 4.0))
    offers = mends.find("dolly.stand-load", Case(dolly, Settings(), Workshop()))
    assert any(one.title.startswith("Change the stand") for one in offers)
    hung = changed(
        dolly,
        design__platform__stand="video-heavy",
        design__platform__ballast=12.0,
        design__platform__ballast_at="hung under the apex",
        load__items=(LoadItem(name="Camera", kind="body", mass=2.0, up=0.1),),
    )
    hook = stand_lamp(hung, "dolly.stand-load")
    assert (hook.value, hook.limit) == (pytest.approx(12.0), pytest.approx(0.7 * 15.0))
    low = changed(dolly, design__platform__mount="low mount")
    assert not stand_lamp(low, "dolly.stand-load").applies


def test_a_stands_own_head_bears_what_that_stand_does(jib):
    """Not always 8 kg: the head that comes with a stand is rated with it."""
    weak = changed(jib, design__post__turntable="stand-head", design__post__stand="photo-light")
    weak = changed(weak, design__post__rating=60.0)
    assert stand_lamp(weak, "jib.base-load").limit == pytest.approx(0.7 * 4.0)
    strong = changed(weak, design__post__stand="scaffold-post", design__post__rating=300.0)
    assert stand_lamp(strong, "jib.base-load").limit == pytest.approx(0.7 * 80.0)


def test_the_figure_that_decides_is_the_one_that_is_shown(rig):
    """A tilt of many degrees beside *tight* told nothing: the nudge is what tips it."""
    tall = changed(rig, design__supports__spread=0.9)
    found = assess(tall)
    lamp = found.by_id["slider.tip"]
    assert lamp.value > lamp.limit * 1.15
    assert lamp.state is State.TIGHT
    assert re.fullmatch(r"tips at [\d.]+ N of [\d.]+ N", lamp.reading(Style()))
    firm = changed(rig, shot__camera_height=0.6, design__supports__spread=1.1)
    assert assess(firm).by_id["slider.tip"].reading(Style()).endswith("wants 3°")


def test_a_rig_that_carries_nothing_does_not_hold(rig):
    assert "shot.payload" not in assess(rig).by_id
    empty = assess(changed(rig, load__items=()))
    lamp = empty.by_id["shot.payload"]
    assert (lamp.state, lamp.headline) == (State.FAILS, "No camera yet")
    assert lamp.reading(Style()) == "nothing is on it"
    assert empty.station_state("Load") is State.FAILS
    assert not empty.ready
