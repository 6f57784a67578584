"""The first draft of a slider: a design that stands, and what was assumed to get there."""

from __future__ import annotations

from hazel_lantern.core.load import Load
from hazel_lantern.core.rigs.family import Draft
from hazel_lantern.core.rigs.kit.owned import ON_SHELF, owned_section, owned_wheels
from hazel_lantern.core.rigs.kit.stands import cheapest_stand
from hazel_lantern.core.rigs.slider.model import Carriage, F, Rails, SliderDesign, Supports
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.workshop import Workshop

WHY = {
    F.carriage.length: "long enough to carry the load without rocking",
    F.carriage.wheelbase: "the carriage less a hand's width for the axles",
    F.carriage.mass: "a plywood plate 18 mm thick of that length",
    F.carriage.screw_height: "plate, wheels and a low head",
    F.stop: "a rubber block clamped at each end",
    F.rails.length: "the slide and a twentieth, carriage and stops",
    F.rails.spacing: "about seven tenths of the carriage length",
    F.rails.section: "a tube that every hardware shop has",
    F.rails.spacing_error: "clamped up with care against a spacer",
    F.carriage.wheel: "cheap and quiet on tube",
    F.supports.kind: "from the lens height, the length and the mass",
    F.supports.stand: "the cheapest that reaches the height and bears the mass",
    F.supports.head_stiffness: "as listed for that stand; measure yours",
    F.supports.spread: "two fifths up the stand's range",
    F.drive.push_offset: "a hand on the side of the carriage",
}


def _to_step(value: float, step: float) -> float:
    return round(value / step) * step


def first_draft(shot: Shot, load: Load, settings: Settings, workshop: Workshop) -> Draft:
    """A plausible start, before the search for mends settles it.

    Lengths follow from the shot and the load by plain proportion; the search then changes
    what does not hold.
    """
    mass = max(load.centre().mass, 0.3)
    carriage_length = _to_step(min(0.40, 0.14 + 0.025 * mass), 0.01)
    stop = 0.02
    length = _to_step(shot.move.distance * 1.05 + carriage_length + 2 * stop + 0.02, 0.01)
    screw = 0.06 + 0.01 * min(mass, 6)
    seat = shot.camera_height - load.lens_axis - screw
    kind = "stand"
    if seat < 0.35:
        kind = "floor"
    elif length > 1.3 or mass > 4:
        kind = "end stands"
    stand = (
        cheapest_stand(
            workshop.catalogue.stands.values(),
            lambda s: (
                s.lowest <= seat - 0.05 <= s.highest
                and s.rating * settings.working_fraction >= 1.6 * mass + 1
            ),
            workshop.shelf.count_of,
        )
        or workshop.catalogue.stands["photo-mid"]
    )
    spread = _to_step(0.6 * stand.least_spread + 0.4 * stand.greatest_spread, 0.01)
    why = dict(WHY)
    rails = Rails(length=length, spacing=max(0.12, _to_step(carriage_length * 0.7, 0.01)))
    section = owned_section(workshop, 2, length, lambda one: one.running_face == "round")
    if section is not None:
        rails = rails.model_copy(update={"section": section.id})
        why[F.rails.section] = ON_SHELF
    wheel = owned_wheels(workshop, "wheels", "round", 4)
    if wheel is not None:
        why[F.carriage.wheel] = "they lie on the shelf and run on tube"
    design = SliderDesign(
        rails=rails,
        supports=Supports.model_validate(
            {
                "kind": kind,
                "stand": stand.id,
                "spread": spread,
                "head_stiffness": stand.head_stiffness,
                "rating": stand.head_bears,
            }
        ),
        carriage=Carriage(
            wheel=wheel or "groove-nylon",
            length=carriage_length,
            wheelbase=carriage_length - 0.04,
            mass=round(0.3 + 2.5 * carriage_length * 0.2 * 11, 1) / 2,
            screw_height=round(screw, 3),
        ),
        stop=stop,
    )
    return Draft(design, why)
