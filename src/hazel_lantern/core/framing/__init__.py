"""What the shot gives, whichever rig makes it: the set, the aim, what is seen and followed."""
