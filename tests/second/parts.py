"""What is drilled and bought, counted again."""

import math


def least_left(made):
    """The least left beside any hole of a part that is drilled, pair by pair."""
    left = math.inf
    for part in made:
        if part.comes_drilled:
            continue
        for number, hole in enumerate(part.holes):
            radius = hole.diameter / 2
            left = min(
                left,
                hole.x - radius,
                hole.y - radius,
                part.length - hole.x - radius,
                part.breadth - hole.y - radius,
            )
            for other in part.holes[number + 1 :]:
                gap = math.dist((hole.x, hole.y), (other.x, other.y))
                left = min(left, gap - radius - other.diameter / 2)
    return left


def bought_cost(found):
    """What is still to be paid, part by part."""
    return sum(part.price for part in found.parts if part.having == "buy")


def most_used(*borne):
    """The mass on the part that has least left of its rating: pairs of kg, rated or not."""
    return max((one for one in borne if one[1]), key=lambda one: one[0] / one[1])[0]
