"""Shops by the millimetre and by the inch: what they have, and what is bought there."""

import pytest

from hazel_lantern.core.assessor import assess
from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.drafts import draft_rig
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.model import Setup
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import OwnedPart, Shelf, StockPiece
from hazel_lantern.core.shop import bolt_in, into_shop, named_rows, nearest, sells
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.shot.moves import turned_to
from hazel_lantern.core.workshop import Workshop

INCH = 0.0254
#: Area, in², and second moment, in⁴, as the tables of steel pipe print them.
PIPES = {
    "1-2": (0.250, 0.0171),
    "3-4": (0.333, 0.0370),
    "1": (0.494, 0.0873),
    "1-1-4": (0.669, 0.1947),
    "1-1-2": (0.799, 0.3099),
    "2": (1.075, 0.6657),
}
#: Weight of a foot of thin-wall conduit, lb, as its makers print it.
CONDUITS = {"1-2": 0.30, "3-4": 0.46, "1": 0.67, "1-1-4": 1.01, "1-1-2": 1.16, "2": 1.48}


def rows(shop):
    return [row for row in shipped().sections.values() if row.shop in (shop, "both")]


def test_both_worlds_are_there():
    assert len(shipped().sections) >= 160
    assert len(shipped().materials) >= 18
    for shop in ("metric", "inch"):
        shapes = {row.shape for row in rows(shop)}
        assert shapes == {row.shape for row in shipped().sections.values()}
        assert len(rows(shop)) > 80


@pytest.mark.parametrize("size", PIPES)
def test_threaded_pipe_is_as_its_tables_have_it(size):
    section = shipped().sections[f"pipe-steel-{size}"]
    area, moment = PIPES[size]
    assert section.properties.area / INCH**2 == pytest.approx(area, rel=0.01)
    assert section.properties.effective_moment / INCH**4 == pytest.approx(moment, rel=0.01)


@pytest.mark.parametrize("size", CONDUITS)
def test_conduit_weighs_what_its_makers_print(size):
    section = shipped().sections[f"emt-{size}"]
    pounds = section.properties.area * 7850 * 0.3048 / 0.45359237
    assert pounds == pytest.approx(CONDUITS[size], rel=0.04)


def test_lumber_has_its_true_size():
    two_by_four = shipped().sections["lumber-2x4"]
    assert two_by_four.properties.effective_moment / INCH**4 == pytest.approx(5.359, rel=1e-3)
    assert (two_by_four.width / INCH, two_by_four.height / INCH) == pytest.approx((1.5, 3.5))


def test_lengths_of_the_inch_are_whole_feet():
    for row in rows("inch"):
        if row.shop == "inch":
            for length in row.stock_lengths:
                assert length / 0.3048 == pytest.approx(round(length / 0.3048), abs=1e-6), row.id


def test_crooked_stock_is_said_to_be():
    bows = {row.id: row.straightness for row in shipped().materials.values()}
    assert bows["furring"] > bows["pine"] > bows["alloy-6061"]
    assert bows["pvc"] > bows["mild-steel"]


def test_the_nearest_in_the_other_world_is_what_a_maker_would_take():
    sections = shipped().sections
    inch = [row for row in sections.values() if row.shop == "inch"]
    for mine, theirs in (
        ("aluminium-tube-25x2", "aluminium-tube-1in-0.065"),
        ("aluminium-box-40x40x3", "aluminium-square-1.5in-0.125"),
        ("pine-44x94", "lumber-2x4"),
        ("pine-44x18", "lumber-1x3-flat"),
        ("aluminium-angle-25x3", "aluminium-angle-1in-0.125"),
    ):
        assert nearest(sections[mine], inch).id == theirs
    assert nearest(sections["carbon-tube-16x1"], []) is None


@pytest.mark.parametrize("family", families().values(), ids=lambda one: one.id)
def test_drafts_buy_at_the_shop_near_the_maker(family, settings, workshop):
    items = (LoadItem(name="Camera", kind="body", mass=1.2, up=0.05),)
    shot = Shot()
    shot = shot.model_copy(update={"move": turned_to(shot.move, family.moves[0].ways()[0])})
    settings = apply(settings, [Edit("shop", "inch")])
    asked = Setup(shot=shot, load=Load(items=items), design=family.design_type(), budget=300)
    rig = draft_rig(family, "Draft", asked, settings, workshop)
    sections = [id for _, table, id in named_rows(rig.design) if table == "sections"]
    assert [id for id in sections if not sells("inch", workshop.catalogue.sections[id])] == []
    # All bolts are by the inch but those that a bought wheel or bearing has its bore for.
    bored = {"axle", "a wheel", "the bearing, below", "the bearing, above"}
    found = assess(rig, settings, workshop)
    metric = {one.bolt.purpose for one in found.bolts() if one.thread.system == "metric"}
    assert metric <= bored
    assert any(one.thread.system == "unified" for one in found.bolts())


@pytest.mark.parametrize(
    ("metric", "unified"),
    [("m3", "unc-6"), ("m5", "unc-10"), ("m6", "unc-1-4"), ("m8", "unc-5-16"), ("m12", "unc-1-2")],
)
def test_a_bolt_of_the_other_world_is_the_nearest_in_diameter(metric, unified):
    threads = shipped().threads
    assert bolt_in("inch", metric, threads) == unified
    assert bolt_in("metric", metric, threads) == bolt_in("both", metric, threads) == metric
    assert abs(threads[unified].diameter / threads[metric].diameter - 1) < 0.17


def case(rig, shop, shelf=Shelf()):  # noqa: B008 - it is never changed
    return Case(rig, Settings(shop=shop), Workshop(shelf=shelf))


def test_what_is_offered_is_sold_owned_or_in_use(rig):
    def ids(found):
        return {row.id for row in found.offered("sections")}

    metric, inch, both = (ids(case(rig, shop)) for shop in ("metric", "inch", "both"))
    assert both == set(shipped().sections)
    used = {id for _, table, id in named_rows(rig.design) if table == "sections"}
    assert used <= inch
    assert all(shipped().sections[id].shop != "metric" for id in inch - used)
    assert "emt-3-4" not in metric
    shelf = Shelf(
        stock=(StockPiece(section="emt-3-4", length=1.5),),
        parts=(OwnedPart(part="lumber-2x4"),),
    )
    assert {"emt-3-4", "lumber-2x4"} <= ids(case(rig, "metric", shelf))


def test_what_the_maker_has_need_not_be_bought(rig):
    catalogue = shipped()
    edits = into_shop(rig.design, "design", "inch", catalogue)
    swapped = apply(rig, edits)
    for edit in edits:
        assert catalogue.sections[edit.value].shop != "metric"
    assert into_shop(swapped.design, "design", "inch", catalogue) == ()
    had = [id for _, _, id in named_rows(rig.design)]
    assert into_shop(rig.design, "design", "inch", catalogue, had) == ()
    assert len(edits) == 1
