"""Prints the worst disagreement of each lamp: ``python -m tests.second [NUMBER]``."""

import sys

from tests.conftest import assess
from tests.second import designs, dolly, jib, slider
from tests.second.agreement import told, worst

number = int(sys.argv[1]) if sys.argv[1:] else 200
for name, rigs, second in (
    ("slider", designs.sliders(number), slider.Second),
    ("jib", designs.jibs(number), jib.Second),
    ("dolly", designs.dollies(number), dolly.Second),
):
    print(f"{name}, {number} designs")
    for line in told(worst(rigs, second, assess)):
        print(line)
