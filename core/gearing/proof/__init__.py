"""How a unit is shown to be right: checks made from what was really done, and the run-in."""

from .asked import ProofAsked
from .checks import RISKS, ProofCheck, ProofFigure, met_by
from .plan import prove
from .run_in import RunIn, run_in

__all__ = [
    "RISKS",
    "ProofAsked",
    "ProofCheck",
    "ProofFigure",
    "RunIn",
    "band_of",
    "met_by",
    "prove",
    "run_in",
]
