"""Overhead rails and gantries: a camera that looks down on a bench."""

from hazel_lantern.core.rigs.overhead.family import Overhead

FAMILY = Overhead
