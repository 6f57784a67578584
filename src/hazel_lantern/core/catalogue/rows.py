"""The kinds of rows in the catalogue; every figure is SI once loaded."""

from __future__ import annotations

import math
from functools import cached_property
from typing import Annotated, Literal

from pydantic import AfterValidator, Field, field_validator, model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen
from hazel_lantern.core.mechanics import sections
from hazel_lantern.core.mechanics.sections import SectionProperties

#: What a wheel would run on; nothing runs on a "none".
Face = Literal["round", "flat", "slot", "channel", "edge", "none"]
Shape = Literal[
    "round tube",
    "round bar",
    "rectangle",
    "rectangular tube",
    "oval tube",
    "angle",
    "channel",
    "slotted",
]


#: Whose sizes a shop sells: those of the millimetre, of the inch, or both.
Shop = Literal["metric", "inch", "both"]


#: Bolts that are sold, mm: what is bolted on is told by them.
BOLTS = (3, 4, 5, 6, 8, 10, 12, 14, 16)


def _sold(bolt: float) -> float:
    if round(bolt * 1e3) not in BOLTS:
        sizes = ", ".join(map(str, BOLTS))
        raise CannotBe(f"bolts of {bolt * 1e3:g} mm are not sold; accepted: {sizes} mm")
    return bolt


#: Diameter of a bolt, m.
BoltSize = Annotated[float, Field(gt=0), AfterValidator(_sold)]


class Row(Frozen):
    """A line of a table: a stable id, what it is called, and where its figures come from.

    ``shop`` is where it is sold: where sizes go by the millimetre, by the inch, or everywhere.
    """

    id: str = Field(pattern=r"^[a-z0-9][a-z0-9.x-]*$")
    name: str = Field("", max_length=80)
    source: str = Field(min_length=3)
    own: bool = False
    shop: Shop = "both"


class Material(Row):
    """What a section is made of; moduli and stresses in Pa.

    ``straightness`` is how far a metre of it as bought bows out of straight, m for each m.
    """

    modulus: float = Field(gt=0)
    shear_modulus: float = Field(gt=0)
    density: float = Field(gt=0)
    yield_stress: float = Field(gt=0)
    working_stress: float = Field(gt=0)
    failure: Literal["yields", "cracks", "creeps"]
    creep_factor: float = Field(gt=0, le=1)
    straightness: float = Field(0.002, ge=0, lt=0.1)
    note: str = ""


class Section(Row):
    """A bar, tube, board or extrusion; lengths in m, price for a metre."""

    shape: Shape
    material: str
    width: float = Field(gt=0, lt=2)
    height: float = Field(gt=0, lt=2)
    wall: float = 0.0
    area: float = 0.0
    second_moment: float = 0.0
    sideways_moment: float = 0.0
    price: float = Field(ge=0)
    stock_lengths: tuple[float, ...]
    running_face: Face

    @field_validator("stock_lengths")
    @classmethod
    def _some_length(cls, lengths: tuple[float, ...]) -> tuple[float, ...]:
        if not lengths or min(lengths) <= 0:
            raise CannotBe("at least one stock length above 0 is needed")
        return tuple(sorted(lengths))

    @cached_property
    def properties(self) -> SectionProperties:
        """Area, moments and the rest.

        Raises
        ------
        ValueError
            If the dimensions make no such shape.
        """
        if self.shape == "round tube":
            return sections.round_tube(self.width, self.wall)
        if self.shape == "round bar":
            return sections.round_bar(self.width)
        if self.shape == "rectangle":
            return sections.rectangle(self.width, self.height)
        if self.shape == "rectangular tube":
            return sections.rectangular_tube(self.width, self.height, self.wall)
        if self.shape == "oval tube":
            return sections.oval_tube(self.width, self.height, self.wall)
        if self.shape == "angle":
            return sections.angle(self.width, self.height, self.wall)
        if self.shape == "channel":
            return sections.channel(self.width, self.height, self.wall)
        return sections.tabulated(
            self.width, self.height, self.area, self.second_moment, self.sideways_moment
        )


class Wheel(Row):
    """A kind of wheel, roller or bush, rated in kg; ``count`` is how many a carriage takes.

    It runs on its ``running_diameter``, m; the tread goes up and down by ``run_out`` in a turn, m.
    Its mount is bolted on by a pattern of holes, m; an upright axle has none but its own hole,
    the one with an eccentric a hole for that.
    """

    face: Face
    captive: bool
    count: int = Field(ge=2, le=16)
    diameter: float = Field(gt=0)
    mass: float = Field(ge=0)
    rolling_resistance: float = Field(ge=0, lt=1)
    side_friction: float = Field(ge=0, lt=1)
    side_play: float = Field(ge=0)
    rating: float = Field(gt=0)
    price: float = Field(ge=0)
    bolt: BoltSize
    mount: Literal["upright", "bracket", "angle pair", "block", "caster"]
    running_diameter: float = Field(gt=0)
    width: float = Field(gt=0)
    pattern_along: float = Field(ge=0)
    pattern_across: float = Field(ge=0)
    eccentric: float = Field(ge=0)
    run_out: float = Field(ge=0)


class Sensor(Row):
    """A sensor format, m."""

    width: float = Field(gt=0)
    height: float = Field(gt=0)


class Mode(Row):
    """A way a camera captures: frames a second, the frame in px, how much narrower than the sensor
    that is, and for how long it goes on, s; without a figure for as long as the card lasts.
    """

    rate: float = Field(gt=0, le=5000)
    frame_width: int = Field(ge=320, le=16384)
    frame_height: int = Field(ge=180, le=16384)
    crop: float = Field(ge=1, le=8)
    buffer: float | None = Field(None, gt=0, le=36000)


class Item(Row):
    """Something the carriage carries: mass and where its weight sits from the camera screw."""

    kind: str
    mass: float = Field(gt=0)
    forward: float
    right: float
    up: float
    length: float = Field(gt=0)
    width: float = Field(gt=0)
    height: float = Field(gt=0)


class Stand(Row):
    """A stand or post with its head: kg, m, N·m/rad against leaning and against twisting.

    A head of no rating of its own is rated as the stand; what hangs from a hook of none is not
    known.
    """

    mass: float = Field(gt=0)
    rating: float = Field(gt=0)
    head_rating: float | None = Field(None, gt=0)
    hook_rating: float | None = Field(None, gt=0)
    lowest: float = Field(gt=0)
    highest: float = Field(gt=0)
    least_spread: float = Field(gt=0)
    greatest_spread: float = Field(gt=0)
    head_stiffness: float = Field(gt=0)
    twist_stiffness: float = Field(gt=0)
    feet: int = Field(ge=3, le=8)
    price: float = Field(ge=0)

    @property
    def head_bears(self) -> float:
        """What its head is rated for, kg."""
        return self.rating if self.head_rating is None else self.head_rating


class Hardware(Row):
    """Small parts."""

    price: float = Field(ge=0)
    mass: float = Field(ge=0)


class Pivot(Row):
    """How a joint turns: friction coefficient at the bolt, play and bush around it, m."""

    around: float = Field(ge=0)
    friction: float = Field(ge=0, lt=1)
    play: float = Field(ge=0)
    price: float = Field(ge=0)
    mass: float = Field(ge=0)


class Turntable(Row):
    """What an arm pans on: height, m; drag, N·m; stiffness against twisting, N·m/rad."""

    height: float = Field(ge=0)
    drag: float = Field(ge=0)
    twist_stiffness: float = Field(gt=0)
    rating: float = Field(gt=0)
    mass: float = Field(ge=0)
    price: float = Field(ge=0)


class Wire(Row):
    """Wire or cord: E A in N, breaking strength in N, price for a metre."""

    diameter: float = Field(gt=0)
    line_mass: float = Field(ge=0)
    axial_stiffness: float = Field(gt=0)
    breaking: float = Field(gt=0)
    price: float = Field(ge=0)


class Thread(Row):
    """A screw thread, m: holes to drill for it, and its stress area, m²."""

    system: Literal["metric", "unified"]
    diameter: float = Field(gt=0)
    pitch: float = Field(gt=0)
    tapping: float = Field(gt=0)
    close: float = Field(gt=0)
    clearance: float = Field(gt=0)
    countersink: float = Field(ge=0)
    stress_area: float = Field(gt=0)
    price: float = Field(ge=0)
    mass: float = Field(ge=0)

    @property
    def size(self) -> str:
        """What it is asked for by, without what it is used for."""
        return self.name.split(" (")[0]


class Roller(Row):
    """What stands at each corner of a dolly: one wheel, or some side by side or in a V.

    Stiffness and damping against sinking in are those of a corner, N/m and N·s/m; the run-out
    is how far the tread goes up and down in a turn, m; a set is rated in kg.  Its mount is bolted
    on by a pattern of holes, m.  What runs on pipe takes them from the least to the greatest, m.
    """

    face: Literal["round", "channel", "floor"]
    least_pipe: float | None = Field(None, gt=0)
    greatest_pipe: float | None = Field(None, gt=0)
    count: int = Field(ge=1, le=8)
    diameter: float = Field(gt=0)
    width: float = Field(gt=0)
    stiffness: float = Field(gt=0)
    damping: float = Field(ge=0)
    run_out: float = Field(ge=0)
    rolling_resistance: float = Field(ge=0, lt=1)
    side_play: float = Field(ge=0)
    rating: float = Field(gt=0)
    mass: float = Field(ge=0)
    price: float = Field(ge=0)
    bolt: BoltSize
    mount: Literal["angle pair", "bracket", "truck", "caster"]
    pattern_along: float = Field(ge=0)
    pattern_across: float = Field(ge=0)

    def takes(self, across: float) -> bool:
        """Whether it sits on a pipe of that diameter, m."""
        least, most = self.least_pipe or 0.0, self.greatest_pipe or math.inf
        return self.face != "round" or least - 1e-6 <= across <= most + 1e-6


class Floor(Row):
    """What a dolly or its track stands on: roughness G₀, m³, and what it adds to rolling.

    Of boards, slabs or sawn joints: how far the seams across the way are apart, m, 0 for none; how
    wide a seam is, m; by how much what lies between two of them may be higher or lower, m; and how
    far one reaches across the way, m.
    """

    roughness: float = Field(ge=0)
    rolling_resistance: float = Field(ge=0, lt=1)
    seams: float = Field(0.0, ge=0)
    gap: float = Field(0.0, ge=0)
    lip: float = Field(0.0, ge=0)
    across: float = Field(0.0, ge=0)


class Motor(Row):
    """What turns: rad/s, N·m, volts, amps, loudness in dB at 1 m.

    A step motor has ``steps`` for a turn, a holding torque as ``stalled_torque``, full steps a
    second at which none of it is left, and a band of them in which it rings.
    """

    kind: Literal["gearmotor", "step motor", "turntable motor", "high-speed hand tool"]
    free_speed: float = Field(0.0, ge=0)
    stalled_torque: float = Field(gt=0)
    lowest_dial: float = Field(1.0, gt=0, le=1)
    volts: float = Field(gt=0)
    free_amps: float = Field(ge=0)
    stalled_amps: float = Field(gt=0)
    steps: int = Field(0, ge=0)
    microsteps: int = Field(1, ge=1)
    fastest_steps: float = Field(0.0, ge=0)
    band_low: float = Field(0.0, ge=0)
    band_high: float = Field(0.0, ge=0)
    detent: float = Field(0.0, ge=0)
    inertia: float = Field(0.0, ge=0)
    loudness: float
    mass: float = Field(ge=0)
    price: float = Field(ge=0)

    @model_validator(mode="after")
    def _turns(self) -> Motor:
        if self.kind == "step motor" and not (self.steps and self.fastest_steps):
            raise ValueError("a step motor needs steps and the fastest steps a second")
        if self.kind != "step motor" and not self.free_speed:
            raise ValueError(f"a {self.kind} needs its free speed")
        return self


class CogRow(Row):
    """A cog of standard teeth: module, bore and width in m, pressure angle in rad."""

    teeth: int = Field(ge=6, le=400)
    module: float = Field(gt=0)
    angle: float = Field(gt=0)
    bore: float = Field(ge=0)
    width: float = Field(gt=0)
    material: str
    mass: float = Field(ge=0)
    price: float = Field(ge=0)


class Bearing(Row):
    """What a rig turns on about an upright axis: ratings in N and N·m, nought where none is given.

    ``press`` and ``pull`` are along the axis, ``radial`` across it.  ``drag`` is its friction, N·m;
    ``run_out`` what a gauge reads on its face over a turn, m.
    """

    height: float = Field(gt=0)
    width: float = Field(gt=0)
    press: float = Field(gt=0)
    pull: float = Field(ge=0)
    radial: float = Field(ge=0)
    moment: float = Field(ge=0)
    drag: float = Field(ge=0)
    tilt_stiffness: float = Field(gt=0)
    run_out: float = Field(ge=0)
    bolt_circle: float = Field(gt=0)
    holes: int = Field(ge=2, le=24)
    bolt: BoltSize
    mass: float = Field(ge=0)
    price: float = Field(ge=0)


LineKind = Literal[
    "steel wire rope", "static kernmantle", "braided polyester", "high-modulus braid", "webbing"
]


class LineRow(Row):
    """A line to hang a trolley on: E A and breaking strength in N, m, kg/m, price for a metre.

    It creeps by ``creep`` of its length for a tenfold of time at ``creep_pull``, N; grows by
    ``expansion`` for each K; bends with ``bending``, N·m², round wheels of at least ``least_bend``
    of its diameter.
    """

    kind: LineKind
    diameter: float = Field(gt=0, lt=0.2)
    line_mass: float = Field(gt=0, lt=50)
    axial_stiffness: float = Field(gt=0)
    breaking: float = Field(gt=0)
    creep: float = Field(ge=0, lt=0.2)
    creep_pull: float = Field(gt=0)
    expansion: float = Field(gt=-1e-3, lt=1e-3)
    bending: float = Field(ge=0)
    least_bend: float = Field(gt=0)
    price: float = Field(ge=0)


class Ending(Row):
    """How a line is ended: the share of its strength that is left, for which kinds of line."""

    fits: str
    efficiency: float = Field(gt=0, le=1)
    mass: float = Field(ge=0)
    price: float = Field(ge=0)

    def ends(self, kind: LineKind) -> bool:
        """Whether it ends lines of a kind."""
        return kind in self.fits.split("; ")


class Tightener(Row):
    """What makes a line tight: m of line it takes in, marked working load and a hand's force, N.

    A set of pulleys has so many ``ropes`` at its moving block, each sheave losing ``loss`` of the
    pull; anything else an ``advantage`` with its losses in it.
    """

    kind: Literal["ratchet", "lever hoist", "turnbuckle", "pulleys"]
    ropes: int = Field(0, ge=0, le=12)
    loss: float = Field(0.0, ge=0, lt=1)
    advantage: float = Field(0.0, ge=0)
    travel: float = Field(gt=0)
    working: float = Field(gt=0)
    hand: float = Field(gt=0)
    mass: float = Field(ge=0)
    price: float = Field(ge=0)

    @model_validator(mode="after")
    def _pulls(self) -> Tightener:
        if (self.kind == "pulleys") != bool(self.ropes) or not (self.ropes or self.advantage):
            raise CannotBe(
                "pulleys say their ropes at the moving block, anything else its advantage above 0"
            )
        return self


class Sheave(Row):
    """A grooved wheel that runs on a line: m, rated in kg; ``tread`` is the radius it runs on."""

    tread: float = Field(gt=0)
    groove: float = Field(gt=0)
    width: float = Field(gt=0)
    bolt: BoltSize
    rating: float = Field(gt=0)
    rolling_resistance: float = Field(ge=0, lt=1)
    mass: float = Field(ge=0)
    price: float = Field(ge=0)


#: Table name, its row type.
TABLES: dict[str, type[Row]] = {
    "materials": Material,
    "sections": Section,
    "wheels": Wheel,
    "sensors": Sensor,
    "modes": Mode,
    "items": Item,
    "stands": Stand,
    "hardware": Hardware,
    "pivots": Pivot,
    "bearings": Bearing,
    "turntables": Turntable,
    "wires": Wire,
    "lines": LineRow,
    "endings": Ending,
    "tighteners": Tightener,
    "sheaves": Sheave,
    "threads": Thread,
    "rollers": Roller,
    "floors": Floor,
    "motors": Motor,
    "cogs": CogRow,
}
