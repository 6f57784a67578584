"""The slider: two rails or one extrusion, and a carriage."""

from hazel_lantern.core.rigs.slider.family import Slider

FAMILY = Slider
