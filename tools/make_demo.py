"""Write the demo project, the Tide Mill, from its figures."""

import math
from pathlib import Path

from hazel_lantern.core.assessor import assess
from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.file import dumps
from hazel_lantern.core.project.model import LogEntry, Project, Rig
from hazel_lantern.core.rigs.case import PartMark
from hazel_lantern.core.rigs.dolly.model import Carried, DollyDesign, Track, Wheels
from hazel_lantern.core.rigs.dolly.model import Drive as DollyDrive
from hazel_lantern.core.rigs.dolly.model import Platform as Deck
from hazel_lantern.core.rigs.jib.model import JibDesign, Level, Pivots, Platform, Post, Swing
from hazel_lantern.core.rigs.kit.arm import BoomDesign
from hazel_lantern.core.rigs.kit.counterweight import Counterweight, PlateSize
from hazel_lantern.core.rigs.slider.model import Carriage, Drive, Rails, SliderDesign, Supports
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Arc, Lens, Line, Pace, Rise, Room, Shot, Subject
from hazel_lantern.core.shot.moves import turned_to
from hazel_lantern.core.workshop import Workshop

OUT = Path(__file__).parent.parent / "src/hazel_lantern/data/demo/tide-mill.hazel.json"


def item(id: str, **changes: object) -> LoadItem:
    return LoadItem.of(shipped().items[id]).model_copy(update=changes)


def with_microphone() -> Load:
    """The crew's camera with a microphone on top."""
    return Load(
        items=(
            item("head-fluid-small", up=-0.045),
            item("plate"),
            item("body-small"),
            item("lens-prime"),
            item("microphone", up=0.11),
        ),
        lens_axis=0.045,
    )


def wheelhouse() -> Rig:
    return Rig(
        name="Wheelhouse slide",
        shot=Shot(
            move=Line(way="left to right", distance=0.80),
            pace=Pace(duration=6.0, ease_in=1.2, ease_out=1.2),
            camera_height=1.22,
            lens=Lens(focal=0.035, sensor="super-35"),
            subject=Subject(kind="standing person", height=1.72, distance=2.4),
            room=Room(length=3.2, height=2.3),
        ),
        load=with_microphone(),
        design=SliderDesign(
            rails=Rails(section="aluminium-tube-25x2", length=1.10, spacing=0.13),
            supports=Supports(
                kind="stand",
                stand="video-heavy",
                spread=0.78,
                head_stiffness=2600,
                rating=20,
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
        marked=(
            PartMark(key="stand", of="video-heavy", having="owned"),
            PartMark(key="carriage", having="scrap"),
        ),
    )


def loft() -> Rig:
    """A crane in the mill's loft: up past the hoist to the beams."""
    load = Load(
        items=(
            item("head-fluid-small", up=-0.045),
            item("plate"),
            item("body-small"),
            item("lens-prime", name="Prime lens 24"),
            item("monitor", forward=-0.06, up=0.13),
        ),
        lens_axis=0.045,
    )
    return Rig(
        name="Loft crane",
        shot=Shot(
            move=Rise(way="rise", distance=1.30, sweep=math.radians(24), reach=0.45),
            pace=Pace(duration=8.0, ease="smooth"),
            camera_height=1.40,
            lens=Lens(focal=0.024, sensor="super-35"),
            subject=Subject(kind="standing person", height=1.72, distance=3.2),
            room=Room(length=4.2, height=2.9),
        ),
        load=load,
        design=JibDesign(
            boom=BoomDesign(section="aluminium-box-60x30x3", front=1.45, tail=0.62),
            level=Level(section="aluminium-box-20x20x2", pins=0.16),
            pivots=Pivots(drag=0.35),
            platform=Platform(mass=0.45, ahead=0.07, rise=0.15),
            counterweight=Counterweight(
                place=0.515,
                nearest=0.34,
                farthest=0.58,
                bar_mass=0.5,
                plates=(
                    PlateSize(mass=0.5, on_hand=4, on_bar=1),
                    PlateSize(mass=1.25, on_hand=4, on_bar=3),
                    PlateSize(mass=2.5, on_hand=4, on_bar=2),
                ),
            ),
            post=Post(height=1.25, spread=1.05),
            swing=Swing(up=math.radians(33), down=math.radians(33)),
        ),
        budget=220,
        marked=(
            PartMark(key="base", of="timber-post", having="owned"),
            PartMark(key="platform", having="scrap"),
        ),
    )


def causeway() -> Rig:
    """Round the miller as he comes along the causeway: bowed plastic pipe."""
    return Rig(
        name="Causeway track",
        shot=Shot(
            move=Arc(way="arc right", distance=2.4, radius=4.2),
            pace=Pace(duration=9.0, ease_in=2.0, ease_out=2.0),
            camera_height=1.45,
            lens=Lens(focal=0.035, sensor="super-35"),
            subject=Subject(kind="standing person", height=1.72, distance=4.2),
            room=Room(length=9.0, height=4.0),
        ),
        load=with_microphone(),
        design=DollyDesign(
            track=Track(
                kind="bowed track",
                section="pvc-pipe-32x2.9",
                pieces=2,
                piece=1.8,
                gauge=0.5,
                sagitta=0.49,
                gap=0.003,
                step=0.0003,
                sleepers=0.75,
                floor="paving",
                packing=0.6,
                spare=0.15,
            ),
            wheels=Wheels(roller="skate-v", wheelbase=0.62, bogie=0.14),
            platform=Deck(mass=7.5, length=0.8, width=0.7, spread=0.55),
            drive=DollyDrive(height=0.9, stopping=12.0),
            carried=Carried(longest=2.4),
        ),
        budget=260,
        marked=(PartMark(key="stand", of="photo-mid", having="owned"),),
    )


def towpath() -> Rig:
    """The same dolly on straight pipe, to be compared."""
    round_it = causeway()
    shot = round_it.shot.model_copy(update={"move": turned_to(round_it.shot.move, "left to right")})
    track = round_it.design.track.model_copy(
        update={"kind": "straight track", "section": "aluminium-tube-32x3"}
    )
    return round_it.model_copy(
        update={
            "name": "Causeway, straight",
            "shot": shot,
            "design": round_it.design.model_copy(update={"track": track}),
        }
    )


def with_log(rig: Rig) -> Rig:
    """The rig with a first measurement against what was foretold then."""
    found = assess(rig, Settings(), Workshop())
    measure = next(measure for measure in rig.family.measures if measure.id == "push")
    entry = LogEntry(
        on="2026-03-14",
        measure=measure.id,
        value=0.9,
        predicted=measure.predicted(found.answer),
        note="empty hall, rails dusty",
    )
    return rig.model_copy(update={"log": (entry,)})


def main() -> None:
    rigs = (with_log(wheelhouse()), loft(), causeway(), towpath())
    project = Project(name="The Tide Mill", settings=Settings(), rigs=rigs)
    OUT.write_text(dumps(project), encoding="utf-8")


if __name__ == "__main__":
    main()
