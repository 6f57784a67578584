"""The Shot station and the first page of a new rig: moves, the set, what is seen, which rig."""
