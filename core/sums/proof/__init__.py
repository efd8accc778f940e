"""The ``proof`` sum."""

from .compute import check_out, proof_out, prove_unit
from .request import ProofIn
from .response import ProofCheckOut, ProofOut

__all__ = ["ProofCheckOut", "ProofIn", "ProofOut", "check_out", "proof_out", "prove_unit"]
