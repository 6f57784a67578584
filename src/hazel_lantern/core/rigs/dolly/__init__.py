"""The dolly family: a platform on wheels, on track straight or curved, or on the floor."""

from hazel_lantern.core.rigs.dolly.family import Dolly

FAMILY = Dolly
