"""The ``proof`` sum."""

from .compute import prove_unit
from .request import ProofIn
from .response import ProofOut

__all__ = ["ProofIn", "ProofOut", "prove_unit"]
