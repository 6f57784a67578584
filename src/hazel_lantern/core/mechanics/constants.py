"""Constants of nature used throughout."""

#: Standard gravity, m/s² (3rd General Conference on Weights and Measures, 1901).
GRAVITY = 9.80665
