"""Tools and plates of the maker's own: what they set, and what steps are done with."""

from typing import get_args

import pytest

from hazel_lantern.core.build.dossier import gather
from hazel_lantern.core.drafts import draft_rig, saved_by_the_shelf
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.file import loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.case import Setup
from hazel_lantern.core.rigs.kit.counterweight import plates_at_hand
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import OwnedPart, OwnedPlate, Shelf, StockPiece
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.shot.moves import turned_to
from hazel_lantern.core.tools import COMES_OUT, DO_FOR, Tool, called, missing, tolerances
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess

DEMO = loads((DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8"))


def test_a_press_drills_finer_and_a_hand_drill_coarser_than_usual(jib):
    usual = tolerances(jib.design, "design", ())
    assert usual == {}
    press, hand = (tolerances(jib.design, "design", [one]) for one in ("drill press", "hand drill"))
    path = "design.level.bar_error"
    default = type(jib.design.level).model_fields["bar_error"].default
    assert press[path][0] < default < hand[path][0]
    assert "drill press" in press[path][1]
    # Both: the better one is used.
    assert tolerances(jib.design, "design", ["hand drill", "drill press"]) == press


def test_every_tool_does_something_and_every_lack_has_words():
    used = {tool for does in DO_FOR.values() for tool in does.tools}
    used |= {tool for ways in COMES_OUT.values() for tool, _ in ways}
    assert used == set(get_args(Tool))
    assert all(does.without for does in DO_FOR.values())


def test_steps_are_done_with_the_maker_s_own_tools(jib):
    assert called(("drill", "tape"), ()) == ("drill", "tape")
    assert called(("drill", "tape"), ("drill press",)) == ("drill press", "tape")
    assert called(("jigsaw",), ("hand saw",)) == ("a coping saw and patience",)
    assert missing(("jigsaw", "tape", "drill"), ("drill press",)) == ("a coping saw and patience",)
    project = Project(name="Test", rigs=(jib,))
    plain = gather(project, jib, Workshop())
    own = gather(project, jib, Workshop(shelf=Shelf(tools=("hand drill",))))
    assert plain.to_borrow == ()
    assert "a saw and a stop clamped to its box" in own.to_borrow
    told = {tool for step in own.steps for tool in step.tools}
    assert "hand drill" in told
    assert "drill" not in told


@pytest.mark.parametrize("family", families().values(), ids=lambda one: one.id)
def test_drafts_assume_what_the_tools_do(family, settings):
    shot = Shot()
    shot = shot.model_copy(update={"move": turned_to(shot.move, family.moves[0].ways()[0])})
    items = (LoadItem(name="Camera", kind="body", mass=1.2, up=0.05),)
    asked = Setup(shot=shot, load=Load(items=items), design=family.design_type(), budget=300)
    workshop = Workshop(shelf=Shelf(tools=("drill press", "calliper")))
    rig = draft_rig(family, "Draft", asked, settings, workshop)
    wanted = tolerances(rig.design, "design", workshop.shelf.tools)
    for path, (value, _) in wanted.items():
        node = rig
        for name in path.split("."):
            node = getattr(node, name)
        noted = {note.path: note.why for note in rig.assumed}
        assert node == pytest.approx(value) or "search" in noted[path]


def test_drafts_count_on_the_plates_there_are():
    assert {one.mass for one in plates_at_hand(Shelf(), 12)} == {0.5, 1.0, 2.0, 5.0}
    own = Shelf(plates=(OwnedPlate(mass=2.5, count=6), OwnedPlate(mass=1.25, count=2)))
    assert [(one.mass, one.on_hand) for one in plates_at_hand(own, 12)] == [(1.25, 2), (2.5, 6)]
    # More is wanted than there is: the rest is still to be had.
    assert plates_at_hand(own, 40)[-1].mass == 5.0
    shot = Shot()
    family = families()["jib"]
    shot = shot.model_copy(update={"move": turned_to(shot.move, family.moves[0].ways()[0])})
    items = (LoadItem(name="Camera", kind="body", mass=1.2, up=0.05),)
    asked = Setup(shot=shot, load=Load(items=items), design=family.design_type(), budget=300)
    rig = draft_rig(family, "Draft", asked, Settings(), Workshop(shelf=own))
    on_bar = {one.mass for one in rig.design.counterweight.plates if one.on_bar}
    assert on_bar <= {1.25, 2.5, 5.0}


def test_what_the_shelf_saves_is_what_would_be_bought_without_it(rig):
    shelf = Shelf(
        stock=(StockPiece(section=rig.design.rails.section, length=2.5),),
        parts=(OwnedPart(part="m8", count=4),),
    )
    workshop = Workshop(shelf=shelf)
    saved = saved_by_the_shelf(rig, Settings(), workshop)
    assert saved == pytest.approx(assess(rig).cost - assess(rig, workshop=workshop).cost)
    assert saved > 0
    assert saved_by_the_shelf(rig, Settings(), Workshop()) == 0
