"""What line, ends, tightener and anchors carry, against what they hold."""

from __future__ import annotations

import math
from typing import NamedTuple

from hazel_lantern.core.lamps import LookUp
from hazel_lantern.core.mechanics.anchoring import Shares, shared
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.tightening import Creep, Tightening, advantage, tightening
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.units import write

#: Breaking strength over the working pull: wire, fibre and webbing, and near people.
WIRE, FIBRE, NEAR_PEOPLE = 5.0, 7.0, 10.0
#: A test holds twice the working pull.
TESTED = 2.0
#: How a guy is ended, of its strength.
GUY_ENDS = 0.8
SIDES = ("left", "right")
#: Who has to look at what the application cannot see.
WHO = (
    "A competent rigger has to look at it, and local rules come first; nothing said here stands in "
    "for that."
)


def asked_factor(answer: CableAnswer) -> float:
    """What the breaking strength must be times the working pull."""
    kind = WIRE if answer.rows.line.kind == "steel wire rope" else FIBRE
    return max(kind, NEAR_PEOPLE) if answer.near_people else kind


def greatest_pull(answer: CableAnswer) -> float:
    """Of one line, at rest, over the run and in the weather that tightens it, N."""
    return float(answer.cold.pull.max()) / answer.design.lines


def pull_now(answer: CableAnswer) -> float:
    """The same as it is tightened, N."""
    return float(answer.hung.pull.max()) / answer.design.lines


def weakest_end(answer: CableAnswer) -> float:
    """Share of the line's strength that its weaker end leaves; nought for one that does not fit."""
    row = answer.rows.line
    return min(one.efficiency if one.ends(row.kind) else 0.0 for one in answer.rows.ends)


def factor(answer: CableAnswer) -> float:
    """Breaking strength at the weaker end over the greatest pull with the dynamic factor."""
    asked = greatest_pull(answer) * answer.design.line.dynamic
    return answer.rows.line.breaking * weakest_end(answer) / asked


class Tightened(NamedTuple):
    """The tightener of one line: the hand's force on it, N, and how the lines together hang."""

    hand: float
    lines: Tightening


def tightened(answer: CableAnswer) -> Tightened:
    """Travel and hand's force, what an hour's creep takes, what cold and warmth do."""
    row, tool, count = answer.rows.line, answer.rows.tightener, answer.design.lines
    gains = advantage(tool.ropes, tool.loss) if tool.ropes else tool.advantage
    found = tightening(
        answer.stringing,
        answer.loose,
        answer.strung.unstretched,
        float(answer.middle.pull[0]),
        Creep(row.creep, row.creep_pull * count),
        answer.design.line.weather * row.expansion,
    )
    return Tightened(pull_now(answer) / gains, found)


class Held(NamedTuple):
    """One anchor: what pulls at it, and the most used of what holds it.

    Attributes
    ----------
    side : str
    level, down : float
        The greatest static pull, level and downwards, N.
    shares : Shares
        Of post and guy, at rest.
    by : str
        What is most used.
    share : float
        Of it, with the dynamic factor; infinite where nothing holds.
    look_up : LookUp or None
        What is asked of it, where its strength is a guess.
    """

    side: str
    level: float
    down: float
    shares: Shares
    by: str
    share: float
    look_up: LookUp | None


def held(answer: CableAnswer, side: str) -> Held:
    """An anchor under the greatest pull of the run, in the weather that tightens the line."""
    at = SIDES.index(side)
    anchor = getattr(answer.design, side)
    level, down = float(answer.cold.level.max()), float(answer.cold.end_upright[at].max())
    pull, shake = math.hypot(level, down), answer.design.line.dynamic
    posted = anchor.kind in ("driven post", "frame with base")
    section = answer.rows.posts[at]
    material = answer.workshop.catalogue.material_of(section)
    row = answer.rows.guys[at]
    shares = shared(
        level,
        anchor.height,
        material.modulus * section.properties.effective_moment if posted else math.inf,
        anchor.soil if anchor.kind == "driven post" else math.inf,
        row.axial_stiffness if anchor.guyed and posted else 0.0,
        anchor.guy_angle,
        posted and anchor.guyed and anchor.foot == "on a pin",
    )
    used = {"strap or plate": pull / anchor.eye}
    if anchor.kind in ("tree", "driven post"):
        used["foot"] = shares.moment / anchor.holds
    if anchor.kind == "frame with base":
        stood = anchor.mass * GRAVITY
        used["tipping"] = shares.moment / (stood * anchor.reach)
        used["sliding"] = level * (1 - shares.guy) / (stood * anchor.grip)
    if anchor.kind == "vehicle hitch":
        used["sliding"] = level / (anchor.mass * GRAVITY * anchor.grip)
        if not anchor.wedged:
            used["rolling away"] = math.inf
    look_up = None
    if anchor.known == "tested":
        logged = {one.measure: one.value for one in getattr(answer.case.setup, "log", ())}
        test = logged.get(f"test-{side}", 0.0)
        used = {"test": TESTED * pull / test if test else math.inf}
    else:
        used = {what: share * shake for what, share in used.items()}
        if anchor.known == "guessed" or not anchor.by.strip():
            look_up = _look_up(side, anchor.kind, pull * shake, anchor.height)
            if look_up.settled(answer.case.setup.looked_up):
                # Whoever looked at it said that it holds all that is asked of ground and strap.
                used = {
                    what: min(share, 1.0) if math.isfinite(share) else share
                    for what, share in used.items()
                }
    if posted:
        stress = shares.moment / section.properties.modulus
        used["post"] = stress * answer.design.line.dynamic / material.working_stress
    if shares.guy:
        holds = row.breaking * GUY_ENDS / asked_factor(answer)
        used["guy"] = shares.pull * answer.design.line.dynamic / holds
    by = max(used, key=lambda what: used[what])
    return Held(side, level, down, shares, by, used[by], look_up)


def _look_up(side: str, kind: str, pull: float, height: float) -> LookUp:
    return LookUp(
        f"{side} anchor: {kind}",
        f"what the {side} anchor holds",
        lambda s: (
            f"The {side} anchor ({kind}) must hold {write(pull, 'force', s)} at "
            f"{write(height, 'length', s)} over the ground, strap or plate included. {WHO}"
        ),
        pull,
    )
