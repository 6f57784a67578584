"""The bench: what the current station works with."""
