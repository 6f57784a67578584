"""The jib family: a boom on a post, balanced, that keeps its camera level."""

from hazel_lantern.core.rigs.jib.family import Jib

FAMILY = Jib
