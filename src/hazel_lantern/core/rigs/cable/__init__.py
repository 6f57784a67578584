"""Cable cams: a camera that flies along a line hung between two anchors."""

from hazel_lantern.core.rigs.cable.family import Cable

FAMILY = Cable
