"""Every lamp of a family found a second time, by other means, on hundreds of random designs.

``python -m tests.second [NUMBER]`` prints the worst disagreement of each lamp.
"""
