"""What the tests share: a slider to look at, a store of its own, offscreen windows."""

import math
import os

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

import pytest
from hypothesis import settings as hypothesis_settings

from hazel_lantern.core import assessor, mends
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.project.store import Store
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.jib.levers import rebalanced
from hazel_lantern.core.rigs.jib.model import JibDesign
from hazel_lantern.core.rigs.slider.model import SliderDesign
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Pace, Room, Shot
from hazel_lantern.core.shot.moves import KINDS
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop

hypothesis_settings.register_profile("steady", deadline=None, max_examples=60, derandomize=True)
hypothesis_settings.load_profile("steady")


@pytest.fixture
def workshop() -> Workshop:
    return Workshop()


@pytest.fixture
def settings() -> Settings:
    return Settings()


@pytest.fixture
def rig() -> Rig:
    """A slider with a camera of 2.4 kg, its weight over the screw."""
    camera = LoadItem(name="Camera", kind="body", mass=2.4, up=0.06)
    return Rig(name="Test slide", load=Load(items=(camera,)), design=SliderDesign())


@pytest.fixture
def jib() -> Rig:
    """A jib that balances: a plain camera on a box tube, plates in a slot, four legs."""
    camera = LoadItem(name="Camera", kind="body", mass=2.4, forward=0.02, up=0.06)
    load = Load(items=(camera,), lens_axis=0.05)
    shot = shot_of(
        way="rise",
        distance=1.0,
        duration=6.0,
        ease="smooth",
        camera_height=1.45,
        sweep=math.radians(30),
        reach=0.3,
        room=Room(length=5.0, height=3.0),
    )
    rig = Rig(name="Test jib", shot=shot, load=load, design=JibDesign(), budget=400)
    return apply(rig, rebalanced(Case(rig, Settings(), Workshop())))


@pytest.fixture
def project(rig: Rig) -> Project:
    return Project(name="Test", rigs=(rig,))


@pytest.fixture
def store(tmp_path, monkeypatch) -> Store:
    home = tmp_path / "home"
    monkeypatch.setenv("HAZEL_LANTERN_HOME", str(home))
    return Store()


def leave_behind(store: Store) -> None:
    """Let what was autosaved be of a process that has ended: nobody holds its lock."""
    for held in store._held.values():
        held.let_go()
    store._held.clear()


def shot_of(**asked: object) -> Shot:
    """A shot with the fields of its move and of its pace said beside the others.

    Fields of other kinds of move are passed over.
    """
    pace = {name: asked.pop(name) for name in Pace.model_fields if name in asked}
    kind = next(one for one in KINDS if asked.get("way", "left to right") in one.ways())
    named = {name for one in KINDS for name in one.model_fields} & set(asked)
    said = {name: asked.pop(name) for name in named}
    move = {name: value for name, value in said.items() if name in kind.model_fields}
    return Shot(move=kind(**move), pace=Pace(**pace), **asked)


def changed(rig: Rig, **paths: object) -> Rig:
    """The rig with fields changed; a dot in a path is written as two underscores."""
    return apply(rig, [Edit(path.replace("__", "."), value) for path, value in paths.items()])


def assess(rig: Rig, settings: Settings | None = None, workshop: Workshop | None = None):
    return assessor.assess(rig, settings or Settings(), workshop or Workshop())


def check_offer(rig, target, offer, settings):
    """A mend holds its lamp, harms no other, and costs what it says."""
    before = assess(rig, settings)
    after = assess(apply(rig, offer.edits), settings)
    assert after.by_id[target].state is State.HOLDS
    for lamp in after.lamps:
        if lamp.id != target:
            was = before.by_id[lamp.id]
            assert lamp.state.badness <= was.state.badness, lamp.id
            if lamp.state is State.FAILS and lamp.spec.kind != "money":
                assert lamp.missing <= was.missing * (1 + 1e-3), lamp.id
    assert offer.cost == pytest.approx(after.cost - before.cost)
    assert offer.mass == pytest.approx(after.mass - before.mass)
    assert offer.travel == pytest.approx(after.travel - before.travel)


def check_way_forward(rig, target, settings, workshop):
    """A troubled lamp has mends, and each of them is what it says."""
    assert assess(rig).by_id[target].state is not State.HOLDS
    offers = mends.find(target, Case(rig, settings, workshop))
    assert offers, target
    for offer in offers:
        check_offer(rig, target, offer, settings)
        assert offer.price(Style())
