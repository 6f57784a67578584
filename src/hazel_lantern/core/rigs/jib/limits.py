"""The jib's lamps and their limits before a maker changes them."""

from hazel_lantern.core.lamps import LimitSpec

#: Change of tilt that is not seen as one, as a share of the frame's width.
UNSEEN = 12 / 1920

LIMITS: dict[str, LimitSpec] = {
    "jib.reach": LimitSpec(
        "Reaches past its feet",
        "Frame",
        "length",
        None,
        "at least",
        "the reach that the shot asks for",
        margin_share=0.3,
    ),
    "jib.height": LimitSpec(
        "Reaches both heights",
        "Frame",
        "length",
        0.02,
        "at least",
        "20 mm in hand before a stop is hit",
    ),
    "jib.balance": LimitSpec(
        "Stays where it is left",
        "Load",
        "torque",
        None,
        "at most",
        "what the joints hold by friction, over the whole swing",
    ),
    "jib.counterweight": LimitSpec(
        "Weights can be trimmed",
        "Load",
        "mass",
        0.05,
        "at least",
        "50 g more or less on the camera, such as a filter, is balanced by a slide of the weights",
    ),
    "jib.level": LimitSpec(
        "Keeps level over the swing",
        "Frame",
        "px",
        None,
        "at most",
        "12 px in a frame 1920 px wide: at that, a tilt is seen as one",
    ),
    "jib.bars": LimitSpec(
        "Bars, cables and bolts bear it",
        "Frame",
        "percent",
        1.0,
        "at most",
        "working stress of the bar, half of the shear yield of an ordinary bolt, a fifth of a "
        "cable's breaking strength, and no cable slack",
    ),
    "jib.boom-stress": LimitSpec(
        "Boom is strong enough",
        "Frame",
        "percent",
        1.0,
        "at most",
        "the material's working stress, with its factor for how it fails",
    ),
    "jib.boom-dip": LimitSpec(
        "Boom dip",
        "Frame",
        "fine",
        None,
        "at most",
        "a hundredth of the front: more is felt as whip at the tail",
    ),
    "jib.bounce": LimitSpec(
        "Bounce",
        "Frame",
        "time",
        2.0,
        "at most",
        "2 s after a push at the camera is let go, until it is less than a pixel",
    ),
    "jib.windup": LimitSpec(
        "Pan does not wind up",
        "Frame",
        "px",
        None,
        "at most",
        "12 px in a frame 1920 px wide: at that, the base is seen to swing back",
    ),
    "jib.tip": LimitSpec(
        "Stands up to a push",
        "Frame",
        "angle",
        0.0523598776,
        "at least",
        "3 degrees of tilt left before it goes over, with the push of the project's settings",
    ),
    "jib.base-load": LimitSpec(
        "Weight on the base",
        "Frame",
        "mass",
        None,
        "at most",
        "the lower rating of base and turntable, times the share of a rating in the settings",
    ),
    "jib.bare-arm": LimitSpec(
        "Stands with the camera off",
        "Frame",
        "angle",
        0.0523598776,
        "at least",
        "3 degrees of tilt left with the weights on and the camera off",
    ),
    "jib.clearance": LimitSpec(
        "Clears floor and feet",
        "Frame",
        "length",
        0.05,
        "at least",
        "50 mm, so that a hand is not caught",
    ),
    "jib.room": LimitSpec(
        "Fits the room", "Shot", "length", 0.05, "at least", "50 mm to get a hand in"
    ),
    "jib.budget": LimitSpec(
        "Within the budget",
        "Build",
        "money",
        None,
        "at most",
        "the rig's budget",
        margin_share=0.5,
    ),
}
