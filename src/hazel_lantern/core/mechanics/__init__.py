"""The mechanics: plain functions on NumPy arrays, with no knowledge of rigs."""
