"""What moves a rig: a motor, a train of cogs, a last stage; the same for every family."""

# Rigs bring their drives and drives are of rigs: whichever is imported first, the rigs begin.
from hazel_lantern.core import rigs as rigs
