"""Hazel Lantern: a bench for people who build their own moving-camera rigs."""

import os

# The matrices here are small: threads of the linear algebra would only wait for one another,
# and each keeps memory of its own.  It is read when NumPy is imported.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
# Looking for plug-ins of the model library takes longer than importing it; there are none.
os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")

__version__ = "0.1.0"
