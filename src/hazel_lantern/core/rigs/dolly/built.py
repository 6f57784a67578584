"""The dolly and its track as they are put together: parts with their holes, bolts, screws."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.rigs.dolly.answer import CORNERS, DollyAnswer
from hazel_lantern.core.rigs.dolly.pieces import OVERHANG, SLEEPER_BOARD
from hazel_lantern.core.rigs.kit.bolts import SPACER, thread_of, through

DECK, PLATE, MOUNT, SLEEPER, SADDLE = (
    "Deck",
    "Wheel plate",
    "Wheel mount",
    "Sleeper",
    "Pipe saddle",
)
#: Thickness of the deck, plywood, of a wheel plate, aluminium, and of a mount's sheet, m.
BOARD, SHEET, STEEL = 0.018, 0.005, 0.003
#: From a wheel plate's corner to its bolts, m.
BOLT_IN = 0.018
#: Between a wheel and what it turns beside, and between deck and a swivelling plate, m.
WASHER, GLIDE = 0.001, 0.002
#: What a saddle is screwed on with, m, and the hole that its screw is started in.
SCREW, PILOT = 0.004, 0.0025
#: From a pipe's side to the middle of a saddle's screw, and a saddle's breadth, m.
BESIDE, SADDLE_BREADTH = 0.012, 0.02
#: What a mount's feet are bolted with.
FEET = {"angle pair": "m6", "bracket": "m5", "truck": "m5", "caster": "m6"}
#: What is bought to mount wheels; trucks and casters are mounts themselves.
MOUNTS = {"bracket": "wheel-bracket", "angle pair": "wheel-angle"}


def corners(answer: DollyAnswer) -> Iterator[tuple[str, float, float]]:
    """The wheel plates' middles on the deck: corner, from its rear right corner, m."""
    platform = answer.design.platform
    length, width = answer.deck_size
    for name, (ahead, left) in zip(
        CORNERS[platform.form], answer.corner_places.tolist(), strict=True
    ):
        yield name, length / 2 + ahead, width / 2 + left


def swivels(answer: DollyAnswer) -> bool:
    """Whether the wheel plates turn under the deck."""
    return answer.design.wheels.corner == "two sets, swivelling"


def pattern(answer: DollyAnswer) -> list[tuple[str, float, float]]:
    """Where a mount is bolted on, from its middle: name, along and across, m."""
    roller = answer.rows.roller
    along, across = roller.pattern_along / 2, roller.pattern_across / 2
    if not across:
        return [("a", -along, 0.0), ("b", along, 0.0)]
    places = ((-along, -across), (along, -across), (-along, across), (along, across))
    return [(name, *place) for name, place in zip("abcd", places, strict=True)]


def plate_bolts(answer: DollyAnswer) -> list[tuple[str, float, float]]:
    """Where a wheel plate is bolted to the deck, from its middle: name, along and across, m."""
    if swivels(answer):
        return [("swivel", 0.0, 0.0)]
    length, breadth = answer.plate_size
    x, y = length / 2 - BOLT_IN, breadth / 2 - BOLT_IN
    places = ((-x, -y), (x, -y), (-x, y), (x, y))
    return [(f"bolt {name}", *place) for name, place in zip("abcd", places, strict=True)]


def _deck(answer: DollyAnswer) -> Template:
    thread = answer.case.row("threads", "m10" if swivels(answer) else "m6")
    words = f"{'swivel bolt' if swivels(answer) else 'bolt'} {thread.name} of the wheel plate"
    found = tuple(
        Hole(DECK, f"{corner} {name}", x + along, y + across, thread.clearance, words)
        for corner, x, y in corners(answer)
        for name, along, across in plate_bolts(answer)
    )
    note = ""
    if answer.design.platform.form == "triangle":
        note = "sawn to a triangle, its blunt corners as broad as the wheel plates"
    return Template(DECK, *answer.deck_size, found, note=note, thick=BOARD, of="plywood")


def _plate(answer: DollyAnswer) -> Template:
    length, breadth = answer.plate_size
    x, y, roller = length / 2, breadth / 2, answer.rows.roller
    hold = answer.case.row("threads", "m10" if swivels(answer) else "m6")
    feet = answer.case.row("threads", FEET[roller.mount])
    found = [
        Hole(PLATE, name, x + along, y + across, hold.clearance, f"bolt {hold.name} to the deck")
        for name, along, across in plate_bolts(answer)
    ]
    found += [
        Hole(
            PLATE,
            f"set {number} {foot}",
            x + offset + out,
            y + aside,
            feet.clearance,
            f"bolt {feet.name} of the wheel mount, clearance",
        )
        for number, offset in enumerate(answer.design.sets, start=1)
        for foot, out, aside in pattern(answer)
    ]
    return Template(
        PLATE,
        length,
        breadth,
        tuple(found),
        count=len(CORNERS[answer.design.platform.form]),
        note="drill them all clamped together",
        thick=SHEET,
        of="aluminium",
    )


def _mount(answer: DollyAnswer, count: int) -> Template:
    """A bought mount with its own holes, from its middle of the side that is bolted on."""
    roller = answer.rows.roller
    feet = answer.case.row("threads", FEET[roller.mount])
    size = max(roller.pattern_along, 0.02) + 0.024, roller.pattern_across + 0.024
    middle = size[0] / 2, size[1] / 2
    found = [
        Hole(MOUNT, name, middle[0] + out, middle[1] + aside, feet.clearance, f"bolt {feet.name}")
        for name, out, aside in pattern(answer)
    ]
    words, width = f"axle bolt M{roller.bolt * 1e3:g}", roller.bolt + 0.0004
    axles = {"angle pair": ("axle near", "axle far"), "bracket": ("axle",)}.get(roller.mount, ())
    found += [Hole(MOUNT, axle, *middle, width, words) for axle in axles]
    own = MOUNTS.get(roller.mount)
    of = answer.case.row("hardware", own).name if own else roller.name
    return Template(MOUNT, *size, tuple(found), count=count, thick=STEEL, of=of, comes_drilled=True)


def _saddle_places(answer: DollyAnswer) -> list[tuple[str, float]]:
    """A saddle's screws from the pipe's middle, m."""
    aside = answer.rows.section.width / 2 + BESIDE
    return [("a", -aside), ("b", aside)]


def _track(answer: DollyAnswer) -> list[Template]:
    """Sleepers, and the saddles that hold the pipes on them."""
    track, (_, second) = answer.design.track, SLEEPER_BOARD
    screws = _saddle_places(answer)
    words = "pilot for the saddle's screw; both rails from the same end"
    found = tuple(
        Hole(SLEEPER, f"{rail} {name}", at + aside, second / 2, PILOT, words)
        for rail, at in (("near rail", OVERHANG), ("far rail", OVERHANG + track.gauge))
        for name, aside in screws
    )
    reach = 2 * (screws[1][1] + 0.01)
    own = tuple(
        Hole(SADDLE, name, reach / 2 + aside, SADDLE_BREADTH / 2, SCREW + 0.0005, "its own screw")
        for name, aside in screws
    )
    board = answer.case.row("sections", "pine-44x18")
    return [
        Template(
            SLEEPER,
            track.gauge + 2 * OVERHANG,
            second,
            found,
            count=track.sleeper_count,
            note="drill them clamped together",
            thick=SLEEPER_BOARD[0],
            of=board.name,
        ),
        Template(
            SADDLE,
            reach,
            SADDLE_BREADTH,
            own,
            count=2 * track.sleeper_count,
            thick=0.0015,
            of=answer.case.row("hardware", "rail-saddle").name,
            comes_drilled=True,
        ),
    ]


@lru_cache(maxsize=4)
def templates(answer: DollyAnswer) -> tuple[Template, ...]:
    """Every part that a bolt or a screw goes through."""
    design = answer.design
    sets = len(CORNERS[design.platform.form]) * len(design.sets)
    found = [_deck(answer), _plate(answer), _mount(answer, sets)]
    if design.on_track:
        found += _track(answer)
    return tuple(found)


def _axles(answer: DollyAnswer, at: str) -> Iterator[Bolt]:
    roller = answer.rows.roller
    thread, washers = thread_of(roller.bolt), [(SPACER, WASHER)] * 2
    if roller.mount == "angle pair":
        for flank in ("near", "far"):
            turned = (*washers, ("wheel", roller.width))
            where = through((MOUNT, f"axle {flank}"))
            yield Bolt("axles", "axle", f"{at}, {flank} flank", thread, where, turned)
    if roller.mount == "bracket":
        # Cheek, wheel and cheek: the bracket's hole goes through both.
        between = (("other cheek", STEEL), *washers, ("wheel", roller.width))
        yield Bolt("axles", "axle", at, thread, through((MOUNT, "axle")), between)


def bolts(answer: DollyAnswer) -> tuple[Bolt, ...]:
    """Every bolt in its place, and the screws of the saddles."""
    found = []
    feet = FEET[answer.rows.roller.mount]
    for corner, _, _ in corners(answer):
        for name, _, _ in plate_bolts(answer):
            held = through((DECK, f"{corner} {name}"), (PLATE, name))
            if swivels(answer):
                glide = ((SPACER, GLIDE),)
                found.append(Bolt("swivel-bolts", "swivel", corner, "m10", held, glide))
            else:
                found.append(Bolt("plate-bolts", "wheel plate", f"{corner} {name}", "m6", held))
        for number in range(1, len(answer.design.sets) + 1):
            for foot, _, _ in pattern(answer):
                held = through((PLATE, f"set {number} {foot}"), (MOUNT, foot))
                at = f"{corner}, set {number} {foot}"
                found.append(Bolt("mount-bolts", "wheel mount", at, feet, held))
            found += _axles(answer, f"{corner}, set {number}")
    if answer.design.on_track:
        found += [
            Bolt(
                "",
                "saddle",
                f"{rail} {name}, on each sleeper",
                "",
                through((SADDLE, name), (SLEEPER, f"{rail} {name}")),
                nut=False,
                screw=SCREW,
            )
            for rail in ("near rail", "far rail")
            for name in ("a", "b")
        ]
    return tuple(found)
