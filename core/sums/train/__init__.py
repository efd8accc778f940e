"""The ``train`` sum: a train as a line or as couplings, with all its speeds and what follows from them."""

from .given import TrainIn
from .run import run_train
from .told import TrainOut

__all__ = ["TrainIn", "TrainOut", "run_train"]
