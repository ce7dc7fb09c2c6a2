"""Tribodex: a bench notebook for people who change bearings."""

import os

# Matrices are small here: threads of a linear algebra library only wait for each other, and a tap
# takes four times as long where several processes share two cores. It is read once, when NumPy is
# first loaded, so it stands here, before everything.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

__version__ = "0.1.0"
