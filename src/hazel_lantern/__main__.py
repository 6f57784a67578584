"""``python -m hazel_lantern``."""

import sys

from hazel_lantern.cli import main

sys.exit(main())
