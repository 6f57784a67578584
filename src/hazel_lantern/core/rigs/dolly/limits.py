"""The dolly's lamps and their limits before a maker changes them."""

from hazel_lantern.core.lamps import LimitSpec, Sense


def _spec(
    name: str,
    station: str,
    kind: str,
    default: float | None,
    sense: Sense,
    source: str,
    share: float = 1.0,
) -> LimitSpec:
    return LimitSpec(name, station, kind, default, sense, source, margin_share=share)


AT_MOST: Sense = "at most"
AT_LEAST: Sense = "at least"

LIMITS: dict[str, LimitSpec] = {
    "dolly.shot": _spec(
        "Covers the move",
        "Frame",
        "length",
        None,
        AT_LEAST,
        "the move and the room past both of its ends",
        0.1,
    ),
    "dolly.ride": _spec(
        "Rides smoothly",
        "Frame",
        "px",
        None,
        AT_MOST,
        "0.8 px root mean square above 1 Hz in a frame 1920 px wide: more is seen as shake",
    ),
    "dolly.track-dip": _spec(
        "Track dips little",
        "Frame",
        "fine",
        0.0015,
        AT_MOST,
        "1.5 mm between two sleepers",
    ),
    "dolly.track-stress": _spec(
        "Track is strong enough",
        "Frame",
        "percent",
        1.0,
        AT_MOST,
        "the material's working stress, with its factor for how it fails",
    ),
    "dolly.pipe-strain": _spec(
        "Pipe bears its bow",
        "Frame",
        "percent",
        1.0,
        AT_MOST,
        "half of the strain at which it yields, a quarter if it cracks",
    ),
    "dolly.arc": _spec(
        "Keeps to the arc",
        "Frame",
        "length",
        None,
        AT_MOST,
        "a fiftieth of the distance to the subject nearer or farther over the move",
    ),
    "dolly.wheel-fit": _spec(
        "Wheels fit the rails",
        "Frame",
        "fine",
        None,
        AT_MOST,
        "the side play of the wheels",
    ),
    "dolly.wheel-load": _spec(
        "Weight on the wheels",
        "Load",
        "force",
        None,
        AT_MOST,
        "the corner's rating times the share of a rating in the settings",
    ),
    "dolly.wheel-lift": _spec(
        "All wheels stay down",
        "Load",
        "force",
        15.0,
        AT_LEAST,
        "15 N on the lightest corner, so that a push aside does not lift it",
    ),
    "dolly.tip": _spec(
        "Stands up to a push",
        "Load",
        "angle",
        0.0523598776,
        AT_LEAST,
        "3 degrees of tilt left, starting, stopping and round the curve, with the push of the "
        "project's settings",
    ),
    "dolly.feet": _spec(
        "Feet stand on the platform",
        "Frame",
        "length",
        0.02,
        AT_LEAST,
        "20 mm from each foot to the platform's edge",
    ),
    "dolly.push": _spec(
        "Push",
        "Drive",
        "force",
        40.0,
        AT_MOST,
        "40 N: more is pushed with the body, and is felt in the picture",
    ),
    "dolly.stop": _spec(
        "Stops before the end",
        "Drive",
        "length",
        None,
        AT_MOST,
        "half of the room past the end of the move, from its greatest speed",
    ),
    "dolly.runaway": _spec(
        "Does not run away",
        "Drive",
        "angle",
        None,
        AT_MOST,
        "the slope at which rolling resistance and brake no longer hold it",
    ),
    "dolly.carry": _spec(
        "Fits the car",
        "Build",
        "length",
        None,
        AT_MOST,
        "the longest piece that the design says fits",
    ),
    "dolly.room": _spec(
        "Fits the room", "Shot", "length", 0.05, AT_LEAST, "50 mm to get a hand in"
    ),
    "dolly.budget": _spec(
        "Within the budget", "Build", "money", None, AT_MOST, "the rig's budget", 0.5
    ),
}
