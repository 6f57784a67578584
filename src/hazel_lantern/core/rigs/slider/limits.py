"""The slider's lamps and their limits before a maker changes them."""

from hazel_lantern.core.lamps import LimitSpec

#: Frame drift that is not seen as drift, as a share of the frame's width.
UNSEEN_DRIFT = 12 / 1920

LIMITS: dict[str, LimitSpec] = {
    "slider.travel": LimitSpec(
        "Travel for the shot",
        "Frame",
        "length",
        None,
        "at least",
        "the shot's own slide",
        margin_share=0.1,
    ),
    "slider.frame-drift": LimitSpec(
        "Frame drift over the move",
        "Frame",
        "px",
        None,
        "at most",
        "12 px in a frame 1920 px wide: at that, an edge in the picture is seen to wander",
    ),
    "slider.rail-dip": LimitSpec(
        "Rail dip under the load",
        "Frame",
        "fine",
        0.005,
        "at most",
        "5 mm: more is seen on the rig and upsets whoever pushes it",
    ),
    "slider.rail-stress": LimitSpec(
        "Rail stress",
        "Frame",
        "percent",
        1.0,
        "at most",
        "the material's working stress, with its factor for how it fails",
    ),
    "slider.jam": LimitSpec(
        "Carriage will not jam",
        "Drive",
        "number",
        1.5,
        "at least",
        "half as much again as the push offset at which a guide locks",
    ),
    "slider.wheel-lift": LimitSpec(
        "All wheels stay down",
        "Frame",
        "force",
        1.0,
        "at least",
        "1 N on the lightest wheel, so that it still turns; captive wheels may pull as hard "
        "as half of their rating",
    ),
    "slider.tip": LimitSpec(
        "Stands up to a push",
        "Frame",
        "angle",
        0.0523598776,
        "at least",
        "3 degrees of tilt left before it goes over, with the push of the project's settings",
    ),
    "slider.stand-load": LimitSpec(
        "Weight on the stand",
        "Frame",
        "mass",
        None,
        "at most",
        "the lower rating of stand and head, times the share of a rating in the settings",
    ),
    "slider.runaway": LimitSpec(
        "Stays where it is left",
        "Drive",
        "angle",
        None,
        "at most",
        "the tilt at which rolling resistance and brake let go",
        margin_share=2.0,
    ),
    "slider.fit": LimitSpec(
        "Rails fit the wheels",
        "Frame",
        "fine",
        None,
        "at most",
        "the wheels' side play",
    ),
    "slider.room": LimitSpec(
        "Fits the room",
        "Shot",
        "length",
        0.05,
        "at least",
        "50 mm to get a hand in",
    ),
    "slider.budget": LimitSpec(
        "Within the budget",
        "Build",
        "money",
        None,
        "at most",
        "the rig's budget",
        margin_share=0.5,
    ),
}
