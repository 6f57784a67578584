"""The design data and mechanics; knows nothing of the interface."""
