"""Stacks of plates that balance the jib, as choices."""

from __future__ import annotations

from collections.abc import Iterable

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics import plates
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.plates import Stack
from hazel_lantern.core.rigs.asks import Candidate
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.model import Counterweight, F, JibDesign
from hazel_lantern.core.units import Style, write

#: How many stacks are offered: those of fewest plates, and the lightest.
OFFERED = 16


def balancing_stacks(answer: JibAnswer) -> list[Stack]:
    """All stacks from the plates on hand that balance the arm, fewest plates first."""
    weights = answer.design.counterweight
    nearest, farthest = weights.nearest, weights.farthest
    if weights.carrier == "bolted in one place":
        # They cannot move, so a stack will do if friction holds what is left over.
        held = min(answer.friction / GRAVITY, 0.9 * max(answer.needed, 1e-9))
        nearest = weights.place * answer.needed / (answer.needed + held)
        farthest = weights.place * answer.needed / (answer.needed - held)
    on_hand = [(plate.mass, plate.on_hand) for plate in weights.plates]
    return plates.stacks(on_hand, answer.needed, nearest, farthest, weights.bar_mass)


def stack_edits(weights: Counterweight, stack: Stack) -> tuple[Edit, ...]:
    """The edits that put a stack on the bar, at its place."""
    loaded = tuple(
        plate.model_copy(update={"on_bar": count})
        for plate, count in zip(weights.plates, stack.counts, strict=True)
    )
    edits = [Edit(F.counterweight.plates, loaded)]
    if weights.carrier == "slides in a slot":
        place = min(max(round(stack.place, 4), weights.nearest), weights.farthest)
        edits.append(Edit(F.counterweight.place, place))
    return tuple(edits)


def rebalanced(case: Case[JibDesign]) -> tuple[Edit, ...]:
    """What a maker does to the weights once something else has changed the balance.

    Slides them if the slot lets them, else loads the stack of fewest plates that balances.
    """
    weights = case.design.counterweight
    needed, mass = JibAnswer(case).needed, weights.mass + weights.bar_mass
    if weights.carrier != "slides in a slot" or mass <= 0:
        return ()
    place = round(needed / mass, 4)
    if weights.nearest <= place <= weights.farthest:
        return (Edit(F.counterweight.place, place),)
    on_hand = [(plate.mass, plate.on_hand) for plate in weights.plates]
    found = plates.stacks(on_hand, needed, weights.nearest, weights.farthest, weights.bar_mass)
    return stack_edits(weights, found[0]) if found else ()


def stack_name(weights: Counterweight, counts: tuple[int, ...], style: Style) -> str:
    """Such as “2 × 2 kg + 500 g”."""
    words = [
        f"{count} × {write(plate.mass, 'mass', style)}"
        if count > 1
        else write(plate.mass, "mass", style)
        for plate, count in zip(weights.plates, counts, strict=True)
        if count
    ]
    return " + ".join(reversed(words)) or "no plates"


def stack_id(counts: tuple[int, ...]) -> str:
    """What a stack is called inside."""
    return "-".join(str(count) for count in counts)


def loaded(weights: Counterweight) -> str:
    """The stack on the bar."""
    return stack_id(tuple(plate.on_bar for plate in weights.plates))


def stack_choices(answer: JibAnswer) -> Iterable[Candidate]:
    """The stacks of fewest plates and the lightest ones."""
    design, style = answer.design, answer.style
    weights, found = design.counterweight, balancing_stacks(answer)
    lightest = sorted(found, key=lambda stack: stack.mass)[: OFFERED // 4]
    offered = dict.fromkeys((*found[: OFFERED - len(lightest)], *lightest))
    for stack in offered:
        place = write(stack.place, "length", style)
        shift = 0.1 * design.boom.front / (stack.mass + weights.bar_mass)
        more = write(0.1, "mass", style)
        yield Candidate(
            stack_id(stack.counts),
            stack_name(weights, stack.counts, style),
            stack_edits(weights, stack),
            f"at {place} · +{more}: {write(shift, 'length', style)} out",
            stack.plates,
        )
