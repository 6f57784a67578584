"""What the tests share: a slider to look at, a store of its own, offscreen windows."""

import os

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

import pytest
from hypothesis import settings as hypothesis_settings

from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.model import Project, Rig, Settings
from hazel_lantern.core.project.store import Store
from hazel_lantern.core.rigs.slider.model import SliderDesign
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
def project(rig: Rig) -> Project:
    return Project(name="Test", rigs=(rig,))


@pytest.fixture
def store(tmp_path, monkeypatch) -> Store:
    home = tmp_path / "home"
    monkeypatch.setenv("HAZEL_LANTERN_HOME", str(home))
    return Store()


def changed(rig: Rig, **paths: object) -> Rig:
    """The rig with fields changed; a dot in a path is written as two underscores."""
    from hazel_lantern.core.fields import Edit, apply

    return apply(rig, [Edit(path.replace("__", "."), value) for path, value in paths.items()])


def assess(rig: Rig, settings: Settings | None = None, workshop: Workshop | None = None):
    return rig.family.assess(rig, settings or Settings(), workshop or Workshop())
