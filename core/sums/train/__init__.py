"""The ``train`` sum: a train as a line or as couplings, with all its speeds and what follows from them."""

from .compute import run_train
from .request import TrainIn
from .response import TrainOut

__all__ = ["TrainIn", "TrainOut", "run_train"]
