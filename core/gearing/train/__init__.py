"""Gear trains: shafts, what couples them, and one linear system for all their speeds."""

from .line import read_train
from .model import Belt, Differential, Joint, Mesh, Planetary, Train, Worm
from .solve import Solution, Source, UndeterminedError, solve

__all__ = [
    "Belt",
    "Differential",
    "Joint",
    "Mesh",
    "Planetary",
    "Solution",
    "Source",
    "Train",
    "UndeterminedError",
    "Worm",
    "read_train",
    "solve",
]
