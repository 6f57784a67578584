"""Orbit rigs: things that turn round a subject, or turn and look outwards."""

from hazel_lantern.core.rigs.orbit.family import Orbit

FAMILY = Orbit
