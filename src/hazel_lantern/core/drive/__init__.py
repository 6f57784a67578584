"""What moves a rig: a motor, a train of cogs, a last stage; the same for every family."""
