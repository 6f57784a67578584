"""How a drive is built, set and used, in words."""

from __future__ import annotations

from collections.abc import Iterator

from hazel_lantern.core.drive import box, built, layout
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.parts import Step
from hazel_lantern.core.units import write

SAW = "Cut outside of the line and file to it; dust mask and glasses on."


def steps(it: Driving) -> Iterator[Step]:
    """How to build box and last stage, and set the mesh.

    Parameters
    ----------
    it : Driving

    Yields
    ------
    Step
    """
    style, drive = it.case.style, it.drive
    cut = [one.part for one in built.templates(it) if one.outline]
    printed = ""
    if "printer" in it.case.workshop.shelf.tools:
        printed = (
            " A printer makes them of the SVG outlines too, solid and flat: choose plastic "
            "cogs at Drive, so that their teeth are checked as plastic."
        )
    if cut:
        yield Step(
            f"Glue the 1:1 drawings on board and cut {', '.join(cut)}; drill each bore before its "
            f"teeth are cut, and try each pair on two pins at the shafts' distance.{printed}",
            ("scroll saw or router", "drill", "files"),
            SAW,
            cuts=tuple(cut),
            makes=tuple(cut),
            wait="the paper's glue, ten minutes",
            check="two that mesh, on pins at their shafts' distance, turn all the way round "
            "without binding or rocking",
        )
    if it.pairs:
        yield Step(
            f"Clamp {box.FRONT.lower()} on {box.BACK.lower()}, mark both from their lower left "
            "corner and drill them as a set, the bushes' seats with a flat bit.",
            ("drill", "clamps", "square"),
            "Clamp the plates to the bench, not in the hand; gloves off at the drill.",
            makes=(box.FRONT, box.BACK),
        )
        yield Step(
            f"Cut the axles, put cogs on them in the order of the drawing, {_held(it)}, and close "
            f"the box with four bolts and spacers of {write(layout.inside(it), 'fine', style)}.",
            ("hacksaw", "file", "spanners"),
            joins=("the gearbox",),
            check="each axle turns by two fingers, and the last one from the first",
        )
    plate = box.BACK if it.pairs else box.MOTOR_PLATE
    yield Step(
        f"Screw the {box.BOARD.lower()} to the rig, then "
        + (
            f"hang the {plate.lower()} on its four thumb screws"
            if drive.mount != "bolted"
            else f"bolt the {plate.lower()} on it"
        )
        + ": its screws lie outside of every cog and are reached with the box closed.",
        ("screwdriver", "spanners"),
        joins=("the box on its board",),
    )
    if it.last == "sector" and it.axis.beam is not None:
        beside = write(it.axis.beam.beside, "fine", style)
        yield Step(
            f"Clamp the sector beside the arm with spacers of {beside}, its hole centred on the "
            "head of the pivot's bolt, the middle tooth at the pinion in the middle of the move.",
            ("spanners", "rule"),
            joins=("the sector on the arm",),
        )
    yield Step(
        "Set the mesh by moving the motor in its slots, not the rig: a strip of thin paper between "
        "the teeth comes out creased and whole. Then tighten.",
        ("spanners", "paper"),
        "Power off, and the lead pulled, while fingers are at the cogs.",
        phase="set up",
    )
    guard = "Screw the guard over the mesh. " if drive.cover and it.pairs else ""
    yield Step(
        f"{guard}Put the fuse at the battery's end of the lead and the switch that lets go when "
        "power fails between fuse and motor: nothing starts by itself when power comes back.",
        ("crimp pliers",),
        "Wiring to the mains belongs to licensed people; the adapter is bought ready made.",
        phase="set up",
    )


def _held(it: Driving) -> str:
    return {
        "set screw on a flat": "file a flat on the axle under each set screw",
        "key": "tap a key into each keyway",
        "glue": "glue each cog square to its axle",
        "screw in a wooden axle": "drive a screw through each hub into the wooden axle",
    }[it.drive.fixing]


def set_card(it: Driving) -> Iterator[str]:
    """What a motor asks for on the day.

    Parameters
    ----------
    it : Driving

    Yields
    ------
    str
    """
    if it.drive.supply == "battery":
        yield "Battery charged, spare fuse, switch in reach of whoever stands at the camera"
    else:
        yield "Adapter and lead laid where nobody walks; switch in reach"
    if it.drive.declutch:
        yield "Declutch before the arm is moved by hand"
