"""Write the demo project, the Tide Mill, from its figures."""

from pathlib import Path

from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.file import dumps
from hazel_lantern.core.project.model import LogEntry, PartMark, Project, Rig, Settings
from hazel_lantern.core.rigs.slider.model import Carriage, Drive, Rails, SliderDesign, Supports
from hazel_lantern.core.shot import Lens, Room, Shot, Subject
from hazel_lantern.core.workshop import Workshop

OUT = Path(__file__).parent.parent / "src/hazel_lantern/data/demo/tide-mill.hazel.json"


def item(id: str, **changes: float) -> LoadItem:
    return LoadItem.of(shipped().items[id]).model_copy(update=changes)


def wheelhouse() -> Rig:
    load = Load(
        items=(
            item("head-fluid-small", up=-0.045),
            item("plate"),
            item("body-small"),
            item("lens-prime"),
            item("microphone", up=0.11),
        ),
        lens_axis=0.045,
    )
    return Rig(
        name="Wheelhouse slide",
        shot=Shot(
            direction="left to right",
            distance=0.80,
            duration=6.0,
            ease_in=1.2,
            ease_out=1.2,
            camera_height=1.22,
            lens=Lens(focal=0.035, sensor="super-35"),
            subject=Subject(kind="standing person", height=1.72, distance=2.4),
            room=Room(length=3.2, height=2.3),
        ),
        load=load,
        design=SliderDesign(
            rails=Rails(section="aluminium-tube-25x2", length=1.10, spacing=0.13),
            supports=Supports(
                kind="stand",
                stand="video-heavy",
                foot_spread=0.78,
                head_stiffness=2600,
                head_rating=20,
            ),
            carriage=Carriage(
                wheel="groove-nylon",
                length=0.20,
                wheelbase=0.16,
                mass=0.5,
                camera_side=-0.02,
                screw_height=0.115,
            ),
            drive=Drive(push_offset=0.04),
        ),
        budget=120,
        marked=(PartMark(key="stand", having="owned"), PartMark(key="carriage", having="scrap")),
    )


def with_log(rig: Rig) -> Rig:
    """The rig with a first measurement against what was foretold then."""
    found = rig.family.assess(rig, Settings(), Workshop())
    measure = next(measure for measure in rig.family.measures if measure.id == "push")
    entry = LogEntry(
        on="2026-03-14",
        measure=measure.id,
        value=0.9,
        predicted=measure.predicted(rig, found),
        note="empty hall, rails dusty",
    )
    return rig.model_copy(update={"log": (entry,)})


def main() -> None:
    project = Project(name="The Tide Mill", settings=Settings(), rigs=(with_log(wheelhouse()),))
    OUT.write_text(dumps(project), encoding="utf-8")


if __name__ == "__main__":
    main()
