"""Hazel Lantern: a bench for people who build their own moving-camera rigs."""

__version__ = "0.1.0"
